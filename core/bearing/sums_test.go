package bearing_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/bearing"
)

// By tape measure: stem and spacers together are the steerer and the gap under the cap.
func TestSpacersByTapeMeasure(t *testing.T) {
	for _, c := range []struct {
		name          string
		steerer, stem float64
		spacers       []float64
		gap           float64
		right, short  bool
	}{
		{"72 + 2 = 40 + 20 + 10 + 3 + 1", 72, 40, []float64{20, 10, 5}, 3, true, false},
		{"38 + 2 = 40, bare", 38, 40, []float64{}, 2, true, false},
		{"37 + 3 = 40, bare", 37, 40, []float64{}, 3, true, false},
		{"40 + 3 = 40 + 3", 40, 40, []float64{3}, 3, true, false},
		{"36: the clamp is not filled", 36, 40, []float64{}, 4, false, true},
		{"200: to be cut", 200, 40, []float64{}, -160, false, false},
	} {
		t.Run(c.name, func(t *testing.T) {
			got, err := bearing.Stack{Steerer: c.steerer, Stem: c.stem}.Spacers()
			require.NoError(t, err)
			assert.Equal(t, []any{c.spacers, c.right, c.short}, []any{got.Spacers, got.Right(), got.Short})
			assert.InDelta(t, c.gap, got.Gap, 1e-9)
		})
	}
	_, err := bearing.Stack{Steerer: 5, Stem: 40}.Spacers()
	require.ErrorContains(t, err, "cannot be")
	_, err = bearing.Stack{Steerer: 50, Stem: 40, Sizes: []float64{0}}.Spacers()
	require.ErrorContains(t, err, "A spacer of 0 mm")
}

func TestASteererIsFilledOrRefused(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := bearing.Stack{Steerer: rapid.Float64Range(10, 120).Draw(t, "steerer"),
			Stem: rapid.Float64Range(25, 60).Draw(t, "stem")}
		got, err := s.Spacers()
		require.NoError(t, err)
		sum := 0.0
		for _, x := range got.Spacers {
			sum += x
		}
		assert.InDelta(t, s.Stem+sum-s.Steerer, got.Gap, 1e-9)
		if s.Steerer >= s.Stem-3 && s.Steerer <= s.Stem+40 {
			assert.True(t, got.Right(), "usual spacers go up by half a millimetre or one, and the gap leaves one: %v",
				got)
		}
	})
}

// Worked by hand: what is pressed away is the outside less the bore; two readings off by 0.02 mm each
// leave 0.028 mm (root of the sum of squares).
func TestPressFits(t *testing.T) {
	for _, c := range []struct {
		name          string
		bore, outside float64
		state         string
	}{
		{"41.00 in 40.96: 0.04 is right", 40.96, 41.00, "right"},
		{"41.00 in 41.10: loose by a tenth", 41.10, 41.00, "loose"},
		{"41.20 in 41.00: two tenths", 41.00, 41.20, "tight"},
		{"41.00 in 41.01: within what the tool may be off", 41.01, 41.00, "doubt"},
	} {
		t.Run(c.name, func(t *testing.T) {
			p, err := bearing.PressFit(c.bore, c.outside, 0.02)
			require.NoError(t, err)
			assert.Equal(t, c.state, p.State)
			assert.InDelta(t, c.outside-c.bore, p.Interference, 1e-12)
		})
	}
	for says, c := range map[string][3]float64{"5 to 80": {4, 41, 0.02}, "misread": {30, 41, 0.02},
		"how far the tool": {41, 41, 0}} {
		t.Run(says, func(t *testing.T) {
			_, err := bearing.PressFit(c[0], c[1], c[2])
			assert.ErrorContains(t, err, says)
		})
	}
}
