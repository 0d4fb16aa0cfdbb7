package fastener_test

import (
	"fmt"
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"utensil/core/fastener"
	"utensil/core/measure"
)

func TestAdapterByMoments(t *testing.T) {
	straight := fastener.Adapter{Length: 50, Wrench: 250}
	assert.InDelta(t, 40*250.0/300, float64(straight.Setting(40)), 1e-12, "target · L/(L + E)")
	across := fastener.Adapter{Length: 50, Wrench: 250, Angle: 90}
	assert.InDelta(t, 40, float64(across.Setting(40)), 1e-12, "at 90° no correction")
	rapid.Check(t, func(t *rapid.T) {
		a := fastener.Adapter{Length: rapid.Float64Range(5, 200).Draw(t, "E"),
			Wrench: rapid.Float64Range(150, 600).Draw(t, "L"),
			Angle:  rapid.Float64Range(0, 180).Draw(t, "angle")}
		if a.Validate() != nil {
			t.Skip("folded back past the hand")
		}
		shown := rapid.Float64Range(1, 60).Draw(t, "shown")
		// Moments: the hand pushes square to the wrench with F = shown/L; about the fastener
		// its arm is the vector from the fastener to the hand.
		force := shown / a.Wrench
		rad := a.Angle * math.Pi / 180
		x, y := a.Length*math.Cos(rad), a.Length*math.Sin(rad) // fastener, the square being at 0
		hand := [2]float64{-a.Wrench - x, -y}                  // from the fastener
		moment := math.Abs(hand[0]*force - hand[1]*0)
		if math.Abs(moment-float64(a.At(measure.Torque(shown)))) > 1e-9 {
			t.Fatalf("%v shows %g: %g by moments, %g by us", a, shown, moment, a.At(measure.Torque(shown)))
		}
		if back := a.At(a.Setting(measure.Torque(shown))); math.Abs(float64(back)-shown) > 1e-9 {
			t.Fatalf("there and back: %g", back)
		}
	})
	for _, bad := range []fastener.Adapter{{}, {Length: -1, Wrench: 250}, {Length: 50, Wrench: 250, Angle: 200},
		{Length: 240, Wrench: 250, Angle: 180}, {Length: math.NaN(), Wrench: 250}} {
		assert.Error(t, bad.Validate(), bad)
	}
}

func TestWrench(t *testing.T) {
	// ISO 6789-1:2017, value from memory: 6 % up to 10 N·m, 4 % above, over 20–100 % of range.
	small, large := fastener.Wrench{Min: 1, Max: 10}, fastener.Wrench{Min: 5, Max: 50}
	assert.InDelta(t, 0.06, small.Error(), 1e-12)
	assert.InDelta(t, 0.04, large.Error(), 1e-12)
	assert.InDelta(t, 0.02, fastener.Wrench{Max: 50, Deviation: 0.02}.Error(), 1e-12, "the certificate's own")
	least, most := large.Usable()
	assert.InDelta(t, 10, float64(least), 1e-12)
	assert.InDelta(t, 50, float64(most), 1e-12)

	assert.False(t, large.Reaches(fastener.Rule{Min: 5, Max: 6}), "5.5 is under a fifth of 50")
	a, reaches := small.Fit(fastener.Rule{Min: 9, Max: 10})
	assert.True(t, reaches)
	b, _ := fastener.Wrench{Min: 1, Max: 25}.Fit(fastener.Rule{Min: 9, Max: 10})
	assert.Greater(t, b, a, "4 % leaves more of a narrow range than 6 %")

	day := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	w := fastener.Wrench{Min: 1, Max: 10, Checked: day, Months: fastener.CalibrationMonths,
		Cycles: fastener.CalibrationCycles}
	assert.Empty(t, w.Due(day.AddDate(0, 12, -1)))
	assert.Contains(t, w.Due(day.AddDate(0, 12, 0)), "12 months")
	w.Used = 5000
	assert.Contains(t, w.Due(day), "5000")
	assert.Contains(t, fastener.Wrench{}.Due(day), "never")
	for _, bad := range []fastener.Wrench{{Min: 10, Max: 5}, {}, {Max: 50, Deviation: 0.5}, {Max: 50, Months: -1},
		{Max: measure.Torque(math.NaN())}} {
		assert.Error(t, bad.Validate(), bad)
	}
}

func TestJudgingWithinTheWrenchsError(t *testing.T) {
	// 6 % of the true torque: a shown 4.7 is 4.43 to 5.0; a shown 4.8 may be 5.11.
	w, rule := fastener.Wrench{Min: 1, Max: 10}, fastener.Rule{Min: 4, Max: 5, Source: "s"}
	for left, state := range map[measure.Torque]fastener.State{
		3.9: fastener.Under, 4.2: fastener.WithinError, 4.5: fastener.InRange, 4.7: fastener.InRange,
		4.8: fastener.WithinError,
		5:   fastener.WithinError, 5.1: fastener.Over,
	} {
		t.Run(fmt.Sprint(left), func(t *testing.T) {
			assert.Equal(t, state, rule.JudgeWith(left, w).State, left)
		})
	}
	assert.True(t, rule.JudgeWith(5, w).Settles())
	assert.False(t, rule.JudgeWith(5.1, w).Settles())
	rapid.Check(t, func(t *rapid.T) {
		low := rapid.Float64Range(0.5, 50).Draw(t, "min")
		rule := fastener.Rule{Min: measure.Torque(low),
			Max: measure.Torque(low + rapid.Float64Range(0, 20).Draw(t, "width")), Source: "s"}
		left := measure.Torque(rapid.Float64Range(0.1, 100).Draw(t, "left"))
		v := rule.JudgeWith(left, fastener.Wrench{Max: 100,
			Deviation: rapid.Float64Range(0.001, 0.1).Draw(t, "deviation")})
		if v.Low > left || v.High < left {
			t.Fatalf("the band %g to %g misses the reading %g", v.Low, v.High, left)
		}
		inside := v.Low >= rule.Min-1e-8 && v.High <= rule.Max+1e-8
		if v.State == fastener.InRange && !inside || v.Settles() && (left < rule.Min-1e-8 || left > rule.Max+1e-8) {
			t.Fatalf("%s, but %g to %g is not within %v", v.State, v.Low, v.High, rule)
		}
	})
}
