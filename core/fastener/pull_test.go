package fastener_test

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/fastener"
)

func TestPeak(t *testing.T) {
	for name, c := range map[string]struct {
		curve []float64
		peak  float64
	}{
		"a pull that clicks":  {[]float64{0, 2, 4, 5.1, 5.1, 1, 0}, 5.1},
		"clicked twice":       {[]float64{0, 3, 5, 5, 1, 4, 5.1, 5.1, 0}, 5.1},
		"a spike of noise":    {[]float64{0, 2, 40, 4, 5, 5, 0}, 5},
		"one figure":          {[]float64{5.2}, 5.2},
		"still being pulled":  {[]float64{1, 2, 3}, 3},
		"nothing on the hook": {[]float64{0, 0, 0}, 0},
	} {
		t.Run(name, func(t *testing.T) {
			peak, err := fastener.Peak(c.curve)
			if c.peak == 0 {
				assert.ErrorIs(t, err, fastener.ErrNoPull, name)
				return
			}
			require.NoError(t, err, name)
			assert.InDelta(t, c.peak, peak, 1e-12, name)
		})
	}
	for _, bad := range [][]float64{nil, {math.NaN()}, {math.Inf(1), 1, 2}, make([]float64, fastener.Longest+1)} {
		_, err := fastener.Peak(bad)
		assert.ErrorIs(t, err, fastener.ErrNoPull)
	}
	rapid.Check(t, func(t *rapid.T) {
		curve := rapid.SliceOfN(rapid.Float64Range(0, 100), 1, 50).Draw(t, "curve")
		peak, err := fastener.Peak(curve)
		highest := 0.0
		for _, v := range curve {
			highest = max(highest, v)
		}
		if err == nil && peak > highest {
			t.Fatalf("%v peaks at %g", curve, peak)
		}
	})
}

func TestTheSameBoltClickedTwice(t *testing.T) {
	assert.True(t, fastener.SameBolt(5, 5.2, time.Second))
	assert.False(t, fastener.SameBolt(5, 5.2, 3*time.Second), "the next bolt")
	assert.False(t, fastener.SameBolt(5, 6, time.Second), "tightened further")
	assert.False(t, fastener.SameBolt(5, 5, -time.Second), "arrived out of order")
}
