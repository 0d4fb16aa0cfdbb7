package gear_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/gear"
	"utensil/core/measure"
)

var ten = []int{11, 13, 15, 17, 19, 21, 24, 28, 32, 36}

// Common practice, no published source: one chain changed in time spares the sprockets; three
// that were let go to a full per cent take the much-ridden small ones with them; the largest
// outlast all.
func TestOnWhichSprocketsANewChainSkips(t *testing.T) {
	skipping := func(worst float64, chains int) (teeth []int) {
		list, err := gear.Ridden{Teeth: ten, Worst: worst, Chains: chains}.Skips()
		require.NoError(t, err)
		for _, s := range list {
			if s.Chance > 0.5 {
				teeth = append(teeth, s.Teeth)
			}
		}
		return teeth
	}
	assert.Empty(t, skipping(0.5, 2))
	assert.Empty(t, skipping(0.02, 0))
	worn := skipping(1.0, 3)
	assert.Contains(t, worn, 13)
	assert.Contains(t, worn, 17)
	assert.NotContains(t, worn, 36)
}

func TestMoreWearNeverSkipsLess(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := gear.Ridden{Teeth: ten, Worst: rapid.Float64Range(0, 2).Draw(t, "worst"),
			Chains: rapid.IntRange(0, 5).Draw(t, "chains")}
		more := r
		more.Worst += rapid.Float64Range(0, 1).Draw(t, "longer")
		more.Chains += rapid.IntRange(0, 2).Draw(t, "more")
		a, err := r.Skips()
		require.NoError(t, err)
		b, err := more.Skips()
		require.NoError(t, err)
		for i := range a {
			assert.GreaterOrEqual(t, b[i].Chance, a[i].Chance-1e-12)
		}
	})
}

func TestRiddenSprocketsThatCannotBe(t *testing.T) {
	for field, r := range map[string]gear.Ridden{
		"teeth":  {Worst: 0.5},
		"share":  {Teeth: ten, Share: []float64{1}, Worst: 0.5},
		"worst":  {Teeth: ten, Worst: -1},
		"chains": {Teeth: ten, Worst: 0.5, Chains: 400},
	} {
		_, err := r.Skips()
		var invalid *measure.FieldError
		require.ErrorAs(t, err, &invalid, field)
		assert.Equal(t, field, invalid.Field)
	}
}

// A chain on one ring and one sprocket: it goes on those sprockets whose axle lies within the slot; two teeth
// more want half an inch of chain (common practice, no published source), 6.4 mm of slot.
func TestTheSprocketsThatAChainTakes(t *testing.T) {
	takes, err := gear.Takes(44, 104, 440, 465)
	require.NoError(t, err)
	require.Contains(t, takes, 20)
	for _, rear := range takes {
		slot, err := gear.Axle(44, rear, 104, 440, 465, 440)
		require.NoError(t, err)
		assert.True(t, slot.Fits, rear)
	}
	assert.InDelta(t, 8, len(takes), 1, "25 mm of slot are nearly eight teeth")
	_, err = gear.Takes(44, 104, 440, 430)
	require.Error(t, err)
}
