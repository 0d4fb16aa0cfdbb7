package bike_test

import (
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/bike"
	"utensil/core/measure"
)

func commuter() bike.Facts {
	return bike.Facts{
		Kind: "commuter", Frame: "diamond", Material: "aluminium", WheelFront: 622, WheelRear: 622,
		Bar: "flat", FrontBrake: "disc_hydraulic", RearBrake: "rim_linear", FrontFluid: "mineral", RearFluid: "none",
		RotorMount: "centre", Gears: "cable", Speeds: 9, Rings: 2, Suspension: "rigid", Electric: "none",
		FrontAxle: "quick_release", RearAxle: "nuts",
		Stem: "threadless", Crank: "pinch", BottomBracket: "threaded", Post: "fixed", SaddleClamp: "two_bolt",
		Carries: []string{"guards", "cage"},
	}.Filled()
}

func TestValidateNamesTheFactThatCannotBe(t *testing.T) {
	require.Empty(t, commuter().Validate())
	for fact, spoil := range map[string]func(*bike.Facts){
		"frame":          func(f *bike.Facts) { f.Frame = "round" },
		"wheel_front_mm": func(f *bike.Facts) { f.WheelFront = 28 },
		"speeds":         func(f *bike.Facts) { f.Gears = "single" },
		"rings":          func(f *bike.Facts) { f.Rings = 0 },
		"front_fluid":    func(f *bike.Facts) { f.FrontFluid = "none" },
		"rear_fluid":     func(f *bike.Facts) { f.RearFluid = "dot" },
		"rotor_mount":    func(f *bike.Facts) { f.RotorMount = "none" },
		"crank":          func(f *bike.Facts) { f.Crank = "" },
		"carries":        func(f *bike.Facts) { f.Carries = []string{"anvil"} },
		"gears":          func(f *bike.Facts) { f.Drive = "belt" },
		"other": func(f *bike.Facts) {
			f.FrontBrake, f.FrontFluid, f.FrontPort, f.RotorMount = "other", "none", "none", "none"
		},
		"front_port": func(f *bike.Facts) { f.FrontPort = "none" },
		"rear_port":  func(f *bike.Facts) { f.RearPort = "nipple" },
	} {
		t.Run(fact, func(t *testing.T) {
			f := commuter()
			spoil(&f)
			errs := f.Validate()
			require.Len(t, errs, 1, fact)
			var wrong *measure.FieldError
			require.ErrorAs(t, errs[0], &wrong)
			assert.Equal(t, fact, wrong.Field)
		})
	}
}

func TestCondition(t *testing.T) {
	for _, c := range []struct {
		name  string
		when  bike.Condition
		holds bool
	}{
		{"empty", nil, true},
		{"one of", bike.Condition{"front_brake": {"drum", "disc_hydraulic"}}, true},
		{"all facts", bike.Condition{"bar": {"flat"}, "gears": {"hub"}}, false},
		{"at least", bike.Condition{"speeds": {"9+"}}, true},
		{"above", bike.Condition{"speeds": {"10+"}}, false},
		{"at most", bike.Condition{"speeds": {"9-"}}, true},
		{"one of what it carries", bike.Condition{"carries": {"stand", "cage"}}, true},
		{"none of what it carries", bike.Condition{"carries": {"stand"}}, false},
		{"without a dynamo", bike.Condition{"carries": {"no dynamo"}}, true},
		{"without a cage", bike.Condition{"carries": {"no cage"}}, false},
		{"exactly", bike.Condition{"rings": {"2"}}, true},
	} {
		t.Run(c.name, func(t *testing.T) {
			require.NoError(t, c.when.Validate(), c.name)
			assert.Equal(t, c.holds, c.when.Holds(commuter()), c.name)
		})
	}
	assert.ErrorContains(t, bike.Condition{"colour": {"red"}}.Validate(), "no fact")
	assert.ErrorContains(t, bike.Condition{"bar": {"round"}}.Validate(), "never")
	assert.ErrorContains(t, bike.Condition{"carries": {"no wings"}}.Validate(), "no bike carries")
	assert.ErrorContains(t, bike.Condition{"speeds": {"many"}}.Validate(), "whole number")
}

// The bead seats of ISO 5775 and those of older tyres that a workshop meets; the inch names are
// from memory of its tables.
func TestEveryWheelThatComesThroughTheDoor(t *testing.T) {
	for name, mm := range map[string]int{"26 × 1 3/8": 590, "27 × 1 1/4": 630, "28 × 1 1/2": 635,
		"12 1/2 × 2 1/4": 203, "700C": 622} {
		t.Run(name, func(t *testing.T) {
			i := slices.IndexFunc(bike.BeadSeats, func(s bike.BeadSeat) bool { return s.MM == mm })
			require.GreaterOrEqual(t, i, 0, name)
			assert.Contains(t, bike.BeadSeats[i].Said, name)
			f := commuter()
			f.WheelFront, f.WheelRear = mm, mm
			assert.Empty(t, f.Validate(), name)
		})
	}
}

func TestWhatGuardsIsReadAndNeverFilledIn(t *testing.T) {
	f := bike.Facts{FrontBrake: "disc_hydraulic", RearBrake: "drum"}.Filled()
	assert.Equal(t, bike.Unknown, f.FrontFluid)
	assert.Equal(t, "none", f.RearFluid)
	for _, g := range bike.Guards {
		word, known := f.Fact(g.Fact)
		require.True(t, known, g.Fact)
		assert.False(t, bike.Known(word), g.Fact)
		assert.NotEmpty(t, g.Where, g.Fact)
	}
	read, can := f.Set("front_fluid", "dot")
	assert.True(t, can)
	assert.Equal(t, "dot", read.FrontFluid)
	assert.Equal(t, bike.Unknown, f.FrontFluid, "the facts it was set on stay as they were")
	_, can = f.Set("front_fluid", "whale oil")
	assert.False(t, can)
	_, can = f.Set("frame", "sloping")
	assert.False(t, can, "what does not guard is no such fact")
}

// Facts that were written before a fact was asked for, or when a preset guessed it.
func TestOlderFactsAreRead(t *testing.T) {
	for post, want := range map[string][2]string{"aluminium": {"fixed", "unknown"}, "carbon": {"fixed", "carbon"},
		"dropper": {"dropper", "unknown"}} {
		var f bike.Facts
		text := `{"front_brake":"drum","rear_brake":"none","front_fluid":"none","rear_fluid":"none","post":"` + post +
			`"}`
		require.NoError(t, json.Unmarshal([]byte(text), &f))
		assert.Equal(t, want, [2]string{f.Post, f.PostMaterial})
		assert.Equal(t, "chain", f.Drive)
		assert.Equal(t, "none", f.ThirdBrake)
	}
}

func TestEveryBikeThatConditionsTellApart(t *testing.T) {
	seen := map[string]int{}
	for f := range bike.Every(bike.Condition{"front_brake": {"drum"}, "speeds": {"11+"}},
		bike.Condition{"front_fluid": {"dot"}}) {
		require.Empty(t, f.Validate())
		seen[f.FrontBrake+" "+f.FrontFluid]++
	}
	assert.Equal(t, 14, seen["disc_hydraulic dot"], "once for each count of gears")
	assert.Equal(t, 14, seen["drum none"])
	assert.Zero(t, seen["drum dot"], "a drum holds no fluid")
}

// Whatever is chosen of a bike that can be, what follows makes one that can be.
func TestWhatIsChosenLeavesABikeThatCanBe(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := commuter()
		f.Other = "as the owner says"
		for range rapid.IntRange(1, 12).Draw(t, "choices") {
			fact := rapid.SampledFrom(bike.All).Draw(t, "fact")
			read := strings.HasSuffix(fact.Name, "_fluid") || strings.HasSuffix(fact.Name, "_port")
			if read || fact.Name == "rotor_mount" || fact.Name == "sprockets_on" || fact.Name == "motor_end" {
				continue // may be chosen wrongly; the form says so
			}
			word := rapid.SampledFrom(fact.Words).Draw(t, "word").Word
			next := f.With(fact.Name, word)
			require.Empty(t, next.Validate(), "%s %s", fact.Name, word)
			got, _ := next.Fact(fact.Name)
			require.Equal(t, word, got, "what was chosen stands")
			f = next
		}
	})
}

func TestWhatHangsOnAChoice(t *testing.T) {
	f := commuter()
	f.RearBrake, f.RotorMount = "drum", "six_bolt"
	for _, c := range []struct {
		name, fact, word string
		follows          map[string]string
	}{
		{"no disc, no rotor", "front_brake", "rim_linear",
			map[string]string{"front_fluid": "none", "front_port": "none", "rotor_mount": "none"}},
		{"nobody has read another brake's fluid", "front_brake", "rim_hydraulic",
			map[string]string{"front_fluid": bike.Unknown, "front_port": "none", "rotor_mount": "none"}},
		{"the other end keeps its own", "rear_brake", "disc_hydraulic",
			map[string]string{"rear_fluid": bike.Unknown, "rear_port": bike.Unknown}},
		{"a belt has its gears in the hub", "drive", "belt", map[string]string{"gears": "hub", "sprockets_on": "none"}},
		{"one sprocket is screwed on", "gears", "single",
			map[string]string{"speeds": "1", "sprockets_on": "freewheel"}},
		{"nobody said which hub a motor is in", "electric", "hub_motor", map[string]string{"motor_end": bike.Unknown}},
		{"a crank of one piece turns on cones", "crank", "one_piece",
			map[string]string{"bottom_bracket": "cup_and_cone"}},
	} {
		t.Run(c.name, func(t *testing.T) {
			after := f.With(c.fact, c.word)
			changed := after.Unlike(f)
			assert.Len(t, changed, len(c.follows)+1)
			for fact, word := range c.follows {
				got, _ := after.Fact(fact)
				assert.Equal(t, word, got, fact)
			}
		})
	}
	t.Run("one sprocket without gears", func(t *testing.T) { assert.Equal(t, 1, f.With("gears", "single").Speeds) })
	t.Run("a cable wants a chain", func(t *testing.T) {
		assert.Equal(t, "chain", f.With("drive", "belt").With("gears", "cable").Drive)
	})
}

func TestAnotherKindForgetsNoWordThatWasRead(t *testing.T) {
	read := commuter()
	read.Steerer, read.Bar = "steel", "flat"
	kind := commuter()
	kind.FrontFluid, kind.Steerer, kind.Bar = bike.Unknown, bike.Unknown, "drop"
	kept := kind.Keeping(read)
	assert.Equal(t, []string{"drop", "steel", "mineral"}, []string{kept.Bar, kept.Steerer, kept.FrontFluid})
	kind.FrontBrake = "rim_hydraulic"
	assert.Equal(t, bike.Unknown, kind.Keeping(read).FrontFluid, "of another brake")
	kind.FrontBrake, kind.FrontFluid = "drum", "none"
	assert.Equal(t, "none", kind.Keeping(read).FrontFluid)
}

func TestWhatThereIsToRead(t *testing.T) {
	f := commuter()
	assert.Contains(t, f.Asks(), "bracket_thread")
	assert.NotContains(t, f.Asks(), "rear_fluid", "a linear-pull brake holds none")
	f.BottomBracket = "press_fit"
	assert.NotContains(t, f.Asks(), "bracket_thread", "pressed in, it has none")
}

func TestABikeThatMeetsAllButOne(t *testing.T) {
	disc := bike.Condition{"front_brake": {"disc_hydraulic", "disc_cable"}}
	says, there := bike.Without(bike.Condition{"front_brake": {"disc_hydraulic"}}, disc)
	assert.True(t, there)
	assert.Equal(t, "front brake disc cable", says)
	_, there = bike.Without(disc, bike.Condition{"front_brake": {"disc_cable"}})
	assert.False(t, there)
	_, there = bike.Without(bike.Condition{}, disc)
	assert.False(t, there, "what asks for nothing, every bike meets")
}
