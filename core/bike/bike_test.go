package bike_test

import (
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
		Stem: "threadless", Crank: "pinch", BottomBracket: "threaded", Post: "aluminium", SaddleClamp: "two_bolt",
		Carries: []string{"guards", "cage"},
	}
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
