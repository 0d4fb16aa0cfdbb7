package knowledge_test

import (
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/knowledge"
)

// ruleOn is the catalogue's rule for a fastener on a kind of bike, and the part that sets it.
func ruleOn(t *testing.T, kind, id string) (fastener.Rule, string) {
	t.Helper()
	f, known := shipped(t).Fastener(id)
	require.True(t, known, id)
	limits := f.Limits(facts(t, kind))
	require.NotEmpty(t, limits, id)
	return fastener.Meet(limits[0], limits[1:]...)
}

func TestFiguresOfTheTrade(t *testing.T) {
	// Common practice, no published source.
	for _, c := range []struct {
		kind, id string
		figure   measure.Torque
	}{
		{"mountain", "front-lever-pivot", 3}, {"mountain", "front-pad-pin", 2},
		{"single", "rear-pad-grub", 1}, {"single", "rear-pad-grub", 2},
		{"mountain", "front-axle-through", 10}, {"mountain", "rear-axle-through", 12}, {"mountain", "fork-foot", 7.3},
		{"mountain", "cassette-lockring", 40}, {"commuter", "front-rotor-ring", 40},
	} {
		t.Run(c.kind, func(t *testing.T) {
			rule, _ := ruleOn(t, c.kind, c.id)
			assert.Equal(t, fastener.InRange, rule.Judge(c.figure).State, "%s at %g N·m", c.id, float64(c.figure))
		})
	}
}

// What each part is of is read by itself: the frame says nothing of the bar. While nobody has
// read it, it is taken for the one that bears least, and that is said.
func TestThePartThatBearsLeastDecides(t *testing.T) {
	bar := func(material string) (fastener.Rule, string) {
		f, _ := shipped(t).Fastener("faceplate")
		bike := facts(t, "randonneur")
		bike.Material, bike.BarMaterial = "carbon", material
		limits := f.Limits(bike)
		return fastener.Meet(limits[0], limits[1:]...)
	}
	steel, _ := bar("steel")
	for material, says := range map[string]string{"carbon": "carbon handlebar", "unknown": "nobody has read"} {
		t.Run(material, func(t *testing.T) {
			rule, part := bar(material)
			assert.Less(t, rule.Max, steel.Max, material)
			assert.Contains(t, part, says)
		})
	}
	plate, _ := shipped(t).Fastener("faceplate")
	nobody := facts(t, "randonneur")
	assert.Equal(t, "bar_material", plate.Unread(nobody), "what is to be read first")
	nobody.BarMaterial = "steel"
	assert.Empty(t, plate.Unread(nobody))
	cup, _ := shipped(t).Fastener("bottom-bracket-right")
	for word, want := range map[string]bool{"drive_left": true, "drive_right": false, "unknown": false} {
		t.Run(word, func(t *testing.T) {
			bike := facts(t, "commuter")
			bike.BracketThread = word
			left, asked := cup.LeftHand(bike)
			assert.Equal(t, want, left, word)
			assert.Equal(t, word == "unknown", asked != "", "%s: it is read before the cup is turned", word)
			assert.Equal(t, word == "unknown", cup.Unread(bike) == "bracket_thread", word)
		})
	}
}

func TestEveryFastenerOfEveryKindHasAWay(t *testing.T) {
	book := shipped(t)
	assert.GreaterOrEqual(t, len(book.Fasteners), 70)
	worn := map[string]bool{}
	for _, k := range book.Kinds {
		for _, f := range book.FastenersFor(k.Facts, "strip", nil, nil) {
			worn[f.ID] = true
			estimate, estimated := book.Estimate(f)
			asked := f.AskedFirst(k.Facts) != "" // a kind reads nothing: what it is stands on the bike
			assert.True(t, estimated || f.Set != "" || asked || len(f.Limits(k.Facts)) > 0, "%s on %s", f.ID, k.ID)
			if estimated {
				assert.NoError(t, estimate.Rule.Validate(), f.ID)
				assert.Equal(t, f.Into != fastener.InSteel, estimate.Caution != "", f.ID)
			}
		}
	}
	for _, id := range []string{"crank-pinch", "crank-arm", "crank-splined", "quill-expander",
		"bottom-bracket-pressed", "dropper-collar",
		"kickstand", "rack-rear", "motor-mount"} {
		assert.True(t, worn[id], "no kind has %s", id)
	}
}

// A hollow nipple bears several times what a small screw does (common practice, no source: nipple
// 4 to 6 N·m, small screw ports 1 to 2): nobody is told a figure before it was read which of them
// it is.
func TestACalipersPortIsReadBeforeItHasAFigure(t *testing.T) {
	book, f := shipped(t), facts(t, "commuter")
	port, known := book.Fastener("front-bleed-screw")
	require.True(t, known)
	assert.Equal(t, "front_port", port.AskedFirst(f))
	assert.Empty(t, port.On(f).Limits(f))
	assert.Empty(t, port.On(f).Set)
	for word, want := range map[string][2]float64{"nipple": {4, 6}, "screw": {1, 2}} {
		read, can := f.Set("front_port", word)
		require.True(t, can)
		assert.Empty(t, port.AskedFirst(read))
		limits := port.On(read).Limits(read)
		require.Len(t, limits, 1, word)
		assert.Equal(t, want, [2]float64{float64(limits[0].Rule.Min), float64(limits[0].Rule.Max)}, word)
	}
	push, _ := f.Set("front_port", "push")
	assert.Contains(t, port.On(push).Set, "Turned shut by its adaptor")
}

func TestAFastenerOfSeveralKindsIsOneOfThemOnEveryBike(t *testing.T) {
	const head = "- {id: x, name: X, component: C, tool: t, source: s, treatment: dry, when: " +
		"{front_brake: [disc_hydraulic]}, "
	for name, c := range map[string]struct{ rest, want string }{
		"a kind is missing": {"certain: true, as: [{when: {front_port: [nipple]}, nm: {min: 4, max: 6}}]}",
			"none of its kinds"},
		"a figure while unread": {"certain: true, nm: {min: 1, max: 2}, as: [{when: {front_port: " +
			"[nipple]}, nm: {min: 4, max: 6}}]}",
			"figures in each of them only"},
		"said not to be there": {"as: [{when: {front_port: [nipple, screw, push]}, set: by hand}]}", "is certain"},
		"by what anybody sees": {"certain: true, as: [{when: {bar: [flat, drop, swept]}, set: by hand}]}",
			"a fact that is read"},
		"taken for one": {"certain: true, as: [{when: {front_port: [unknown, nipple, screw, " +
			"push]}, set: by hand}]}", "a word that was"},
		"upside down": {"certain: true, as: [{when: {front_port: [nipple, screw, push]}, nm: " +
			"{min: 4, max: 1}}]}", "upside down"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := knowledge.Layered(fstest.MapFS{"fasteners/own.yaml": {Data: []byte(head + c.rest)}})
			require.ErrorContains(t, err, c.want)
			assert.ErrorContains(t, err, "fasteners/own.yaml:1")
		})
	}
}

func TestRunGoesFrontToBack(t *testing.T) {
	book := shipped(t)
	place := map[string]int{}
	for i, f := range book.FastenersFor(facts(t, "commuter"), "strip", nil, []string{"front-bleed-screw"}) {
		place[f.ID] = i + 1
	}
	require.NotZero(t, place["front-bleed-screw"])
	assert.Less(t, place["steerer-clamp"], place["front-caliper"])
	assert.Less(t, place["front-caliper"], place["seatpost-clamp"])
	assert.Less(t, place["seatpost-clamp"], place["cassette-lockring"])
}

func TestFastenersThatDoNotFit(t *testing.T) {
	const head = "- {id: x, name: X, component: C, tool: t, source: s, "
	for name, c := range map[string]struct{ rest, want string }{
		"no treatment": {"treatment: spit, nm: {min: 1, max: 2}}", "no treatment"},
		"no thread":    {"treatment: dry, thread: 5, nm: {min: 1, max: 2}}", "no thread"},
		"two ways":     {"treatment: dry, set: by hand, nm: {min: 1, max: 2}}", "has one of"},
		"no way":       {"treatment: dry}", "has one of"},
		"into nothing": {"treatment: dry, thread: M5, class: \"8.8\"}", "steel, aluminium or carbon"},
		"weak class":   {"treatment: dry, thread: M5, class: \"4.6\"}", "no strength class"},
		"no brake":     {"treatment: dry, brakes: [left], nm: {min: 1, max: 2}}", "front, rear or third"},
		"no pattern":   {"treatment: dry, pattern: zigzag, nm: {min: 1, max: 2}}", "turns or star"},
		"part upside down": {"treatment: dry, nm: {min: 1, max: 2}, meets: [{part: bar, nm: {min: 3, " +
			"max: 2}, source: s}]}",
			"bar: range is upside down"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := knowledge.Layered(fstest.MapFS{"fasteners/own.yaml": {Data: []byte(head + c.rest)}})
			assert.ErrorContains(t, err, c.want, name)
			assert.ErrorContains(t, err, "fasteners/own.yaml:1: x", name)
		})
	}
}
