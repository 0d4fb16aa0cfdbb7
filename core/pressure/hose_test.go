package pressure_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/pressure"
)

// Air is counted, not pressures: what was in chamber and hose before is in both of them after
// (amounts in bar × cm³, absolute; ISO 2533 for the air around).
func TestAHoseIsFilledOutOfWhatItIsPutOn(t *testing.T) {
	const around = 1.01325
	rapid.Check(t, func(t *rapid.T) {
		chamber, hose := rapid.Float64Range(50, 3000).Draw(t, "chamber"), rapid.Float64Range(0.5, 12).Draw(t, "hose")
		before := rapid.Float64Range(0.5, 20).Draw(t, "bar")
		air := (before+around)*chamber + around*hose
		after := air/(chamber+hose) - around
		h, err := pressure.MeasureHose(before, after, chamber)
		require.NoError(t, err)
		assert.InDelta(t, hose, h.Volume, 1e-6)
		other := rapid.Float64Range(50, 3000).Draw(t, "another chamber")
		held := rapid.Float64Range(0.5, 20).Draw(t, "bar there")
		shows := ((held+around)*other+around*hose)/(other+hose) - around
		assert.InDelta(t, held-shows, h.Took(shows, other), 1e-6)
	})
}

func TestWhatNoHoseTakes(t *testing.T) {
	for says, c := range map[string][3]float64{
		"cannot show more":         {8, 8.1, 200},
		"more than a hose takes":   {8, 3, 200},
		"something that holds air": {8, 7, 0},
	} {
		_, err := pressure.MeasureHose(c[0], c[1], c[2])
		assert.ErrorContains(t, err, says)
	}
	h, err := pressure.MeasureHose(8, 8, 200)
	require.NoError(t, err)
	assert.Zero(t, h.Volume)
	// 28-622: 2π² · 325 · 14² mm³, by hand.
	assert.InDelta(t, 1257.4, pressure.TyreChamber(28, 622), 0.1)
}
