package apart_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"utensil/internal/workshop"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/stand"
	"utensil/internal/workshop/trial"
)

// What comes off disturbs the brakes that it comes near, and no others: common practice, no source. How far
// a thing reaches that nobody has drawn is not known: every brake is tried after it.
func TestAnAssemblyDisturbsTheBrakesThatItComesNear(t *testing.T) {
	const front, rear, ride = trial.SignFrontBrake, trial.SignRearBrake, trial.SignTestRide
	for assembly, stale := range map[string][]string{
		"pedal":              {ride},
		"crank-pinch":        {ride},
		"seat":               {ride},
		"bracket-pressed":    {front, rear, ride}, // hoses in the frame pass it: which, nobody knows
		"cassette":           {rear, ride},        // its wheel is out
		"front-caliper-pads": {front, ride},
		"headset-threadless": {front, rear, ride}, // both hoses hang on the bar
		"":                   {front, rear, ride}, // sketched
	} {
		t.Run(assembly, func(t *testing.T) {
			s := stand.Disc(t, workshop.Rules())
			s.Record.Bike.Facts.Post, s.Record.Bike.Facts.BottomBracket = "fixed", "press_fit"
			for _, what := range []string{front, rear, ride} {
				s.Do(trial.Signs.Says(trial.Sign{What: what, Passed: true}))
			}
			begun := apart.StripBegun{Assembly: assembly}
			if assembly == "" {
				begun = apart.StripBegun{Name: "bell", Parts: []string{"cap", "spring"}}
			}
			id := s.Do(apart.Begins.Says(begun))
			v := apart.Strips.Of(s.Lay())[0]
			off := apart.PartOff{Strip: id, Part: v.Next, Lay: apart.AsDrawn}
			i := slices.IndexFunc(v.Parts, func(p apart.PartView) bool { return p.ID == v.Next })
			if part := v.Parts[i]; len(part.Answers) > 0 {
				off.Felt = part.Answers[0].Word
			} else if part.Asked != "" {
				off.Side = "up"
			}
			s.Do(apart.Offs.Says(off))
			var found []string
			for _, test := range trial.Tests.Of(s.Lay()) {
				if test.Stale {
					found = append(found, test.What)
				}
			}
			assert.ElementsMatch(t, stale, found)
		})
	}
}
