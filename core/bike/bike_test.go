package bike_test

import (
	"encoding/json"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
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
		"other":          func(f *bike.Facts) { f.FrontBrake, f.FrontFluid, f.RotorMount = "other", "none", "none" },
	} {
		f := commuter()
		spoil(&f)
		errs := f.Validate()
		require.Len(t, errs, 1, fact)
		var wrong *bike.FactError
		require.ErrorAs(t, errs[0], &wrong)
		assert.Equal(t, fact, wrong.Fact)
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
		{"exactly", bike.Condition{"rings": {"2"}}, true},
	} {
		require.NoError(t, c.when.Validate(), c.name)
		assert.Equal(t, c.holds, c.when.Holds(commuter()), c.name)
	}
	assert.ErrorContains(t, bike.Condition{"colour": {"red"}}.Validate(), "no fact")
	assert.ErrorContains(t, bike.Condition{"bar": {"round"}}.Validate(), "never")
	assert.ErrorContains(t, bike.Condition{"speeds": {"many"}}.Validate(), "whole number")
}

// The bead seats of ISO 5775 and those of older tyres that a workshop meets; the inch names are
// from memory of its tables.
func TestEveryWheelThatComesThroughTheDoor(t *testing.T) {
	for name, mm := range map[string]int{"26 × 1 3/8": 590, "27 × 1 1/4": 630, "28 × 1 1/2": 635, "12 1/2 × 2 1/4": 203, "700C": 622} {
		i := slices.IndexFunc(bike.BeadSeats, func(s bike.BeadSeat) bool { return s.MM == mm })
		require.GreaterOrEqual(t, i, 0, name)
		assert.Contains(t, bike.BeadSeats[i].Said, name)
		f := commuter()
		f.WheelFront, f.WheelRear = mm, mm
		assert.Empty(t, f.Validate(), name)
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
	for post, want := range map[string][2]string{"aluminium": {"fixed", "unknown"}, "carbon": {"fixed", "carbon"}, "dropper": {"dropper", "unknown"}} {
		var f bike.Facts
		require.NoError(t, json.Unmarshal([]byte(`{"front_brake":"drum","rear_brake":"none","front_fluid":"none","rear_fluid":"none","post":"`+post+`"}`), &f))
		assert.Equal(t, want, [2]string{f.Post, f.PostMaterial})
		assert.Equal(t, "chain", f.Drive)
		assert.Equal(t, "none", f.ThirdBrake)
	}
}

func TestEveryBikeThatConditionsTellApart(t *testing.T) {
	seen := map[string]int{}
	for f := range bike.Every(bike.Condition{"front_brake": {"drum"}, "speeds": {"11+"}}, bike.Condition{"front_fluid": {"dot"}}) {
		require.Empty(t, f.Validate())
		seen[f.FrontBrake+" "+f.FrontFluid]++
	}
	assert.Equal(t, 14, seen["disc_hydraulic dot"], "once for each count of gears")
	assert.Equal(t, 14, seen["drum none"])
	assert.Zero(t, seen["drum dot"], "a drum holds no fluid")
}
