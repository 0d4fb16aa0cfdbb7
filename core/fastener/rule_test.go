package fastener_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"utensil/core/fastener"
	"utensil/core/measure"
)

func TestJudge(t *testing.T) {
	// Common practice, no published source: pad pin 1–2 N·m, through-axle 10–12 N·m.
	pin := fastener.Rule{Min: 1, Max: 2, Source: "common practice"}
	axle := fastener.Rule{Min: 10, Max: 12, Source: "common practice"}
	for _, c := range []struct {
		rule   fastener.Rule
		left   measure.Torque
		state  fastener.State
		margin measure.Torque
	}{
		{pin, 1.5, fastener.InRange, 0.5},
		{pin, 2, fastener.InRange, 0},
		{pin, 2.1, fastener.Over, 0.1},
		{axle, 9, fastener.Under, 1},
		{axle, 10, fastener.InRange, 0},
		// 12 N·m typed as 106.209 lbf·in (NIST SP 811) must not read as over.
		{axle, measure.Torque(measure.PoundForceInch.ToBase(measure.PoundForceInch.FromBase(12))), fastener.InRange, 0},
	} {
		t.Run(fmt.Sprint(c.rule), func(t *testing.T) {
			v := c.rule.Judge(c.left)
			assert.Equal(t, c.state, v.State, c.left)
			assert.InDelta(t, float64(c.margin), float64(v.Margin), 1e-9, c.left)
			assert.NotEmpty(t, v.Reason)
		})
	}
}

func TestJudgeNeverSaysInRangeOutsideIt(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		low := rapid.Float64Range(0.5, 50).Draw(t, "min")
		rule := fastener.Rule{Min: measure.Torque(low),
			Max: measure.Torque(low + rapid.Float64Range(0, 20).Draw(t, "width")), Source: "s"}
		left := measure.Torque(rapid.Float64Range(0, 100).Draw(t, "left"))
		v := rule.Judge(left)
		inside := left >= rule.Min-1e-8 && left <= rule.Max+1e-8
		if v.State == fastener.InRange && !inside {
			t.Fatalf("%g is outside %v", left, rule)
		}
		if v.Margin < 0 {
			t.Fatalf("negative margin %g", v.Margin)
		}
	})
}

func TestValidate(t *testing.T) {
	assert.NoError(t, fastener.Rule{Min: 4, Max: 5, Source: "s"}.Validate())
	assert.ErrorContains(t, fastener.Rule{Min: 5, Max: 4, Source: "s"}.Validate(), "upside down")
	assert.ErrorContains(t, fastener.Rule{Min: 0, Max: 4, Source: "s"}.Validate(), "above zero")
	assert.ErrorContains(t, fastener.Rule{Min: 4, Max: 5}.Validate(), "source")
}
