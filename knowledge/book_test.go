package knowledge_test

import (
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/core/wear"
	"utensil/knowledge"
)

// shipped is our own book, for all tests that only look at it.
func shipped(t *testing.T) *knowledge.Book {
	t.Helper()
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	return book
}

func facts(t *testing.T, kind string) bike.Facts {
	t.Helper()
	for _, k := range shipped(t).Kinds {
		if k.ID == kind {
			return k.Facts
		}
	}
	t.Fatalf("no kind %s", kind)
	return bike.Facts{}
}

func TestLimitsFitTheBike(t *testing.T) {
	// Common practice, no published source: 0.5 % for 11- and 12-speed and electronic,
	// 0.75 % up to 10, 1.0 % for single and hub; pads 1.0 mm; rotor 1.5 mm.
	book := shipped(t)
	for _, c := range []struct {
		kind, point string
		due         float64
	}{
		{"mountain", "chain", 0.5}, {"cyclo_cross", "chain", 0.5}, {"road", "chain", 0.5},
		{"randonneur", "chain", 0.75}, {"commuter", "chain", 0.75},
		{"roadster", "chain", 1}, {"single", "chain", 1}, {"electric_city", "chain", 1},
		{"road", "front-pads", 1}, {"commuter", "rear-pads", 1}, {"fixed", "chain", 1}, {"trail", "rear-rotor", 1.5},
	} {
		t.Run(c.kind, func(t *testing.T) {
			point, known := book.Point(c.point)
			require.True(t, known, c.point)
			assert.InDelta(t, c.due, point.Gauge.LimitFor(facts(t, c.kind)).Due, 1e-12, "%s on %s", c.point, c.kind)
		})
	}
	electronicTen := facts(t, "randonneur")
	electronicTen.Gears = "electronic"
	chain, _ := book.Point("chain")
	assert.InDelta(t, 0.5, chain.Gauge.LimitFor(electronicTen).Due, 1e-12)
}

// A shop's own points of before say neither; ours say both.
func TestEveryGaugeThatShipsKnowsANewPart(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	gauges := 0
	for _, p := range book.Points {
		if p.Gauge != nil {
			gauges++
			assert.NotNil(t, p.Gauge.New, p.ID)
			assert.NotZero(t, p.Gauge.Month, p.ID)
		}
	}
	assert.Greater(t, gauges, 4)
	text := `- id: saddle-cover
  name: Cover
  from: repair
  method: Measure it.
  instrument: rule
  means: It tears.
  worn: Another one
  offer: Sent to the saddler.
  gauge: {unit: mm, span: {min: 0, max: 4}, step: 0.1, major: 1, plausible: {min: 0, max: 9}, limits: [{direction: falls, due: 1, source: ours}]}
  source: ours
`
	_, err = knowledge.Layered(knowledge.Texts{"points.yaml": text})
	require.NoError(t, err, "a shop's own of before")
}

func TestPointsExistOnlyWhereThePartDoes(t *testing.T) {
	book := shipped(t)
	has := func(kind, point string) bool {
		for _, p := range book.PointsOn(facts(t, kind)) {
			if p.ID == point {
				return true
			}
		}
		return false
	}
	assert.True(t, has("road", "front-rotor"))
	assert.False(t, has("city", "front-rotor"), "rim brakes have no rotor")
	assert.False(t, has("roadster", "front-pads"), "a drum has shoes")
	assert.True(t, has("city", "front-rim-pads"))
	assert.True(t, has("city", "front-brake-cable"))
	assert.False(t, has("road", "front-brake-cable"))
	assert.True(t, has("belt", "belt") && !has("belt", "chain"))
	assert.True(t, has("roadster", "chain-tension") && !has("road", "chain-tension"))
	assert.False(t, has("roadster", "rear-mech"))
	assert.True(t, has("electric_city", "motor"))
	assert.True(t, has("child", "back-pedal"))
	assert.False(t, has("child", "rear-lever"))
}

func TestTorqueRunCoversWhatWasTouched(t *testing.T) {
	book := shipped(t)
	ids := func(depth string, done ...string) (out []string) {
		for _, f := range book.FastenersFor(facts(t, "commuter"), depth, done, nil) {
			out = append(out, f.ID)
		}
		return out
	}
	always := ids("repair")
	assert.Contains(t, always, "saddle-clamp")
	assert.NotContains(t, always, "front-caliper")
	assert.Subset(t, ids("repair", "pads-disc-front"), append(always, "front-quick-release", "front-pad-pin"))
	assert.Greater(t, len(ids("routine")), len(always)*2)
	assert.NotContains(t, ids("routine"), "front-axle-through", "this bike has quick-releases")
}

func TestEveryKindCanBeServicedWhole(t *testing.T) {
	book := shipped(t)
	for _, k := range book.Kinds {
		for _, p := range book.PointsOn(k.Facts) {
			assert.NotEmpty(t, p.Photo, "%s says what a photo of it should show", p.ID)
			assert.NotEmpty(t, p.Instrument, p.ID)
			for _, w := range p.Scale {
				j, known := wear.JudgeWord(p.Scale, w.Word, p.Worn)
				assert.True(t, known && j.Reason != "", "%s %s", p.ID, w.Word)
				if w.Mark.NeedsWork() {
					assert.NotEmpty(t, book.CuresFor(p.ID, j.Seen, k.Facts),
						"nothing settles %s at %s on %s", w.Word, p.ID, k.ID)
				}
			}
		}
	}
}

func TestLoadNamesFileAndLine(t *testing.T) {
	for name, c := range map[string]struct{ file, text, want string }{
		"range upside down": {"fasteners/own.yaml",
			"\n\n- id: x\n  name: X\n  component: C\n  nm: {min: 8, max: 6}\n  tool: t\n  treatment: " +
				"dry\n  source: s\n", "fasteners/own.yaml:3: x: range is upside down"},
		"unknown key": {"fasteners/own.yaml", "- id: x\n  colour: red\n", "fasteners/own.yaml:1"},
		"twice": {"depths.yaml", "- {id: a, name: A, torque: all}\n- {id: a, name: A, torque: all}\n",
			"depths.yaml:2: \"a\" stands already at line 1"},
		"no such fastener": {"operations.yaml", "- {id: o, title: O, minutes: 5, touches: [wing-nut]}\n",
			"operations.yaml:1: o: touches \"wing-nut\""},
		"not a list": {"kinds.yaml", "id: x\n", "kinds.yaml:1: expected a list"},
		"broken":     {"kinds.yaml", "- id: [\n", "kinds.yaml"},
		"bad mark": {"points.yaml", "- {id: p, name: P, from: repair, method: m, worn: w, source: s, " +
			"scale: [{word: W, mark: bad, " +
			"reason: r}]}\n", "points.yaml:1: p: there is no mark"},
		"replacing that no work does": {"points.yaml",
			"- {id: rear-sag, name: S, from: repair, when: {suspension: [full]}, " +
				"method: m, worn: Replace the shock, source: s, scale: [{word: Under 25 %, mark: watch, " +
				"reason: r}, {word: Over 30 %, mark: due, " +
				"reason: r}]}\n", "“Over 30 %” says “Replace the shock”"},
		"bad fact": {"points.yaml", "- {id: p, name: P, from: repair, when: {colour: [red]}, method: m, " +
			"worn: w, source: s, scale: " +
			"[{word: W, mark: due, reason: r}]}\n", "no fact \"colour\""},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := knowledge.Layered(fstest.MapFS{c.file: {Data: []byte(c.text)}})
			assert.ErrorContains(t, err, c.want, name)
		})
	}
}

func TestWorkshopsOwnEntryReplacesOurs(t *testing.T) {
	own := "- {id: saddle-clamp, name: Saddle clamp, component: Seat, nm: {min: 11, max: 13}, tool: hex " +
		"6 mm, treatment: dry, source: our " +
		"own}\n"
	book, err := knowledge.Layered(fstest.MapFS{"fasteners/own.yaml": {Data: []byte(own)}})
	require.NoError(t, err)
	clamp, _ := book.Fastener("saddle-clamp")
	assert.Equal(t, "our own", clamp.Limits(facts(t, "road"))[0].Rule.Source)
	assert.Len(t, book.Fasteners, len(shipped(t).Fasteners))
}

func FuzzLoad(f *testing.F) {
	f.Add("- id: x\n  nm: {min: 1, max: 2}\n")
	f.Add("- {id: a, each: [1, [2]], when: {bar: [drop]}}\n")
	f.Add("&a [*a]")
	f.Fuzz(func(t *testing.T, text string) {
		book, err := knowledge.Layered(fstest.MapFS{"fasteners/own.yaml": {Data: []byte(text)}})
		if err == nil && book == nil {
			t.Fatal("neither a book nor an error")
		}
	})
}
