package fit_test

import (
	"fmt"
	"maps"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/bike"
	"utensil/core/fit"
	"utensil/core/tyre"
)

type set = map[string]string

var tourer = bike.Facts{Gears: "cable", Speeds: 9, Rings: 2, RotorMount: "centre",
	BottomBracket: "threaded", Bar: "drop",
	Material: "steel", WheelFront: 622, WheelRear: 622, BarMaterial: "aluminium", Steerer: "steel",
	FrontBrake: "rim_linear", RearBrake: "disc_hydraulic", RearFluid: "mineral"}

// What fits what: common practice and no published source, but where one is named.
var rims = tyre.Rims{{Inner: 17, From: 23, To: 50}, {Inner: 19, From: 25, To: 62}}

func TestWillItFit(t *testing.T) {
	on := fit.Parts{
		"sprockets":      {"count": "9", "largest": "32", "smallest": "11"},
		"rings":          {"largest": "46", "smallest": "30", "bolts": "5", "circle": "110"},
		"rear-mech":      {"largest": "34", "takes-up": "37", "speeds": "9"},
		"chain":          {"links": "112"},
		"freehub":        {"spline": "wide splines"},
		"rear-rim":       {"seat": "622", "inside": "19", "spokes": "32"},
		"rear-tyre":      {"seat": "622", "width": "37"},
		"rear-tube":      {"valve": "narrow"},
		"rear-rotor":     {"diameter": "160", "mount": "centre ring", "takes": "resin only"},
		"front-pads":     {"compound": "resin", "outline": "round", "pin": "in the middle"},
		"bar":            {"clamp": "31.8"},
		"fork":           {"steerer": "28.6"},
		"post":           {"diameter": "27.2"},
		"rear-hub":       {"over-nuts": "135"},
		"headset-lower":  {"bore": "30.15", "outside": "41.8", "width": "6.5", "inner": "45", "outer": "45"},
		"bottom-bracket": {"shell": "68", "axle": "24"},
		"pedals":         {"thread": "9/16 × 20"},
	}
	for _, c := range []struct {
		place string
		part  set
		want  fit.Verdict
		says  string
		wants set
	}{
		{"chain", set{"speeds": "9", "links": "112"}, fit.Fits, "", nil},
		{"chain", set{"speeds": "10", "links": "112"}, fit.FitsIf, "one step narrower", set{"speeds": "9"}},
		{"chain", set{"speeds": "8", "links": "112"}, fit.DoesNot, "spaced for 9", nil},
		{"chain", set{"speeds": "11"}, fit.DoesNot, "spaced for 9", set{"speeds": "9"}},
		{"chain", set{"speeds": "9", "links": "114"}, fit.FitsIf, "cut to 112", nil},
		{"chain", set{"speeds": "9", "links": "108"}, fit.DoesNot, "Too short", set{"links": "112"}},
		{"sprockets", set{"count": "10"}, fit.DoesNot, "9 clicks", set{"count": "9"}},
		{"sprockets", set{"count": "9", "largest": "36", "smallest": "11"}, fit.DoesNot,
			"the mech takes 34", set{"largest": "at most 34"}},
		{"sprockets", set{"count": "9", "largest": "34", "smallest": "11", "spline": "wide splines"},
			fit.DoesNot, "39 teeth to take up", nil},
		{"sprockets", set{"count": "9", "largest": "32", "smallest": "11", "spline": "fine splines"},
			fit.DoesNot, "freehub body asks for", nil},
		{"sprockets", set{"count": "9", "largest": "32", "smallest": "11", "spline": "wide splines"},
			fit.Fits, "", nil},
		{"rings", set{"circle": "104", "bolts": "5"}, fit.DoesNot, "bolt circle asks for 110", set{"circle": "110"}},
		{"rear-mech", set{"speeds": "9", "largest": "28", "takes-up": "30"}, fit.DoesNot,
			"largest sprocket of 28", nil},
		{"rear-mech", set{"speeds": "9", "largest": "34", "takes-up": "30"}, fit.DoesNot,
			"37 teeth to take up; the mech takes up 30", nil},
		// ISO 5775
		{"rear-tyre", set{"seat": "584", "width": "37"}, fit.DoesNot, "bead seat is 584", set{"seat": "622 mm"}},
		{"rear-tyre", set{"seat": "622", "width": "23"}, fit.DoesNot, "takes tyres of about 25 to 62", nil},
		{"rear-tyre", set{"seat": "622", "width": "40"}, fit.FitsIf, "clears frame, fork and guards by 6 mm", nil},
		{"rear-tyre", set{"seat": "622", "width": "37"}, fit.Fits, "", nil},
		{"front-tyre", set{"seat": "559", "width": "37"}, fit.DoesNot, "bead seat is 559", nil}, // by the facts alone
		{"rear-tube", set{"seat": "622", "from": "28", "to": "47", "valve": "wide"}, fit.DoesNot,
			"drilled for a narrow", set{"valve": "narrow"}},
		{"rear-tube", set{"seat": "622", "from": "18", "to": "28", "valve": "narrow"}, fit.DoesNot,
			"this one has 37", nil},
		{"rear-tube", set{"seat": "630", "from": "28", "to": "47", "valve": "narrow"}, fit.FitsIf,
			"without a fold", nil},
		{"front-tube", set{"seat": "622", "from": "28", "to": "47"}, fit.FitsIf,
			"28 to 47 mm wide: nobody has read it", nil},
		{"rear-tube", set{"seat": "622", "valve": "narrow"}, fit.FitsIf, "stands on its box", nil},
		// a racer's, on any bike of that seat
		{"front-tyre", set{"seat": "622", "width": "25"}, fit.FitsIf, "take a tyre of 25 mm", nil},
		{"rear-tyre", set{"seat": "622", "width": "28"}, fit.FitsIf, "9 mm narrower", nil},
		{"rear-rotor", set{"diameter": "160", "mount": "six bolts"}, fit.FitsIf, "adapter for six bolts", nil},
		{"rear-rotor", set{"diameter": "180", "mount": "centre ring"}, fit.FitsIf, "caliper's adapter is changed", nil},
		{"rear-rotor", set{"diameter": "140", "mount": "centre ring"}, fit.DoesNot, "reach past its edge", nil},
		{"rear-pads", set{"compound": "sintered"}, fit.DoesNot, "takes resin only", set{"compound": "resin"}},
		{"front-pads", set{"compound": "sintered", "outline": "round"}, fit.FitsIf, "not marked for resin only", nil},
		{"headset-lower", set{"bore": "30.15", "outside": "41.8", "width": "6.5"}, fit.FitsIf, "and its bevels", nil},
		{"front-pads", set{"compound": "resin", "outline": "square"}, fit.DoesNot, "asks for round",
			set{"outline": "round"}},
		{"stem", set{"bar": "31.8", "steerer": "28.6"}, fit.Fits, "", nil},
		{"stem", set{"bar": "25.4"}, fit.DoesNot, "the bar measures 31.8", set{"bar": "31.8 mm"}},
		{"stem", set{"steerer": "31.8"}, fit.FitsIf, "sleeve from 31.8 to 28.6", nil},
		{"post", set{"diameter": "27.2"}, fit.Fits, "", nil},
		{"post", set{"diameter": "27"}, fit.DoesNot, "too thin it slips", set{"diameter": "27.2 mm"}},
		{"post", set{"diameter": "25.4"}, fit.FitsIf, "sleeve from 27.2 to 25.4", nil},
		{"post", set{"diameter": "27.4"}, fit.DoesNot, "splits the tube", nil},
		{"rear-hub", set{"over-nuts": "130"}, fit.DoesNot, "the frame is 135", nil},
		{"rear-hub", set{"over-nuts": "136.5"}, fit.FitsIf, "the steel gives", nil},
		{"headset-lower", set{"bore": "30.15", "outside": "41", "width": "6.5", "inner": "36",
			"outer": "45"}, fit.DoesNot, "outside is 41", nil},
		{"headset-lower", set{"bore": "30.15", "outside": "41.8", "width": "6.5", "inner": "45",
			"outer": "45"}, fit.Fits, "", nil},
		{"bottom-bracket", set{"fixed": "pressed in"}, fit.DoesNot, "one that is threaded", set{"fixed": "threaded"}},
		// ISO 6696
		{"bottom-bracket", set{"fixed": "threaded", "shell": "73", "axle": "24"}, fit.FitsIf,
			"allows 68 mm with spacers", nil},
		{"bottom-bracket", set{"fixed": "threaded", "axle": "30"}, fit.DoesNot, "crank's is 24", nil},
		{"pedals", set{"thread": "1/2 × 20"}, fit.DoesNot, "asks for 9/16", nil}, // ISO 6695
		{"rear-brake-cable", set{"head": "barrel"}, fit.DoesNot, "takes a pear", set{"head": "pear"}},
		{"saddle", set{}, fit.FitsIf, "hold it against what came off", nil},
	} {
		t.Run(fmt.Sprint(c.place, " ", c.part), func(t *testing.T) {
			a := fit.Ask(c.place, c.part, fit.Bike{Facts: tourer, On: on, Rims: rims})
			assert.Equal(t, c.want, a.Verdict, a.Reasons)
			assert.Contains(t, a.Says(), c.says)
			for id, wanted := range c.wants {
				assert.Equal(t, wanted, a.Wants[id])
			}
			assert.True(t, slices.IsSortedFunc(a.Reasons,
				func(x, y fit.Compared) int { return y.Verdict.Compare(x.Verdict) }), "the worst first")
		})
	}
}

// A part that fits never contradicts a fact; and what is like the part that came off never does
// not fit. Common practice, no published source: no lever and no caliper goes with a brake of
// another fluid, pull or mount.
func TestHalvesOfABrakeGoTogether(t *testing.T) {
	on := fit.Parts{"front-pads": {"outline": "round", "pin": "in the middle"}, "rear-caliper": {"mount": "posts"}}
	for _, c := range []struct {
		place string
		part  set
		want  fit.Verdict
		says  string
		wants set
	}{
		{"rear-lever", set{"fluid": "DOT fluid"}, fit.DoesNot, "works by mineral oil", set{"fluid": "mineral oil"}},
		{"rear-lever", set{"fluid": "a cable"}, fit.DoesNot, "works by mineral oil", nil},
		{"rear-lever", set{"fluid": "mineral oil"}, fit.FitsIf, "strokes and blends differ by maker", nil},
		{"rear-caliper", set{"fluid": "mineral oil", "mount": "flat"}, fit.DoesNot,
			"frame or fork asks for posts", set{"mount": "posts"}},
		{"front-lever", set{"fluid": "a cable", "pull": "short"}, fit.DoesNot,
			"the other half asks for long", set{"pull": "long"}},
		{"front-lever", set{"fluid": "a cable", "pull": "either"}, fit.Fits, "", nil},
		{"front-lever", set{"fluid": "mineral oil"}, fit.DoesNot, "works by a cable", nil},
		{"front-caliper", set{"fluid": "a cable", "pull": "long", "mount": "two studs"}, fit.FitsIf,
			"that of the frame or fork", nil},
		{"front-pads", set{"compound": "resin", "outline": "round", "pin": "two holes"}, fit.DoesNot,
			"caliper's pin asks for", nil},
	} {
		t.Run(fmt.Sprint(c.place, " ", c.part), func(t *testing.T) {
			a := fit.Ask(c.place, c.part, fit.Bike{Facts: tourer, On: on, Rims: rims})
			assert.Equal(t, c.want, a.Verdict, a.Reasons)
			assert.Contains(t, a.Says(), c.says)
			for id, wanted := range c.wants {
				assert.Equal(t, wanted, a.Wants[id])
			}
		})
	}
}

func TestWhatFitsIsLikeTheBike(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := tourer
		f.Speeds = rapid.IntRange(5, 12).Draw(t, "speeds")
		f.WheelRear = rapid.SampledFrom([]int{559, 584, 622}).Draw(t, "wheel")
		f.RotorMount = rapid.SampledFrom([]string{"six_bolt", "centre"}).Draw(t, "mount")
		f.BottomBracket = rapid.SampledFrom([]string{"threaded", "press_fit"}).Draw(t, "bracket")
		ask := func(place string, part set) fit.Verdict { return fit.Ask(place, part, fit.Bike{Facts: f}).Verdict }
		count := rapid.IntRange(5, 12).Draw(t, "count")
		if ask("sprockets", set{"count": fmt.Sprint(count)}) != fit.DoesNot {
			assert.Equal(t, f.Speeds, count)
		}
		seat := rapid.SampledFrom([]int{559, 584, 622}).Draw(t, "seat")
		if ask("rear-tyre", set{"seat": fmt.Sprint(seat)}) != fit.DoesNot {
			assert.Equal(t, f.WheelRear, seat)
		}
		if ask("rear-rotor", set{"mount": "centre ring"}) != fit.DoesNot {
			assert.Equal(t, "centre", f.RotorMount)
		}
		if ask("bottom-bracket", set{"fixed": "pressed in"}) != fit.DoesNot {
			assert.Equal(t, "press_fit", f.BottomBracket)
		}
	})
	like := map[string]set{
		"post": {"diameter": "30.9"}, "headset-upper": {"bore": "30.15", "outside": "41",
			"width": "6.5", "inner": "36", "outer": "45"},
		"shock": {"eye": "210", "stroke": "50"}, "rings": {"circle": "96", "bolts": "4"}, "crank": {"length": "170"},
		"front-pads":     {"compound": "resin", "outline": "square"},
		"front-rim-pads": {"post": "cartridge"}, "guide-pulleys": {"teeth": "11"},
		"front-hose": {"length": "900"}, "pedals": {"thread": "9/16 × 20"}, "rear-hub": {"over-nuts": "142"},
	}
	for place, part := range like {
		t.Run(place, func(t *testing.T) {
			a := fit.Ask(place, part, fit.Bike{Facts: tourer, On: fit.Parts{place: maps.Clone(part)}})
			require.NotEqual(t, fit.DoesNot, a.Verdict, a.Reasons)
		})
	}
}

func FuzzAsk(f *testing.F) {
	f.Add("chain", "links", "112", "114")
	f.Add("rear-tyre", "width", "NaN", "1e400")
	f.Fuzz(func(t *testing.T, place, particular, part, on string) {
		a := fit.Ask(place, set{particular: part}, fit.Bike{Facts: tourer, On: fit.Parts{place: {particular: on}}})
		assert.NotEmpty(t, a.Reasons)
	})
}
