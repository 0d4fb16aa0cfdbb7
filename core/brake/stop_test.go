package brake_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/brake"
)

// rolls is a braked bike on a slope, stepped through time: how far it goes until it stands. It knows forces
// and nothing of energies.
func rolls(kmh, force, mass, slope float64) float64 {
	const tick = 1e-4
	v, way := kmh/3.6, 0.
	pulls := mass * 9.80665 * math.Sin(math.Atan(slope/100))
	for v > 0 {
		v += (pulls - force) / mass * tick
		way += v * tick
	}
	return way
}

func TestAStopTellsWhatItsBrakesDid(t *testing.T) {
	for _, slows := range []float64{1.6, 2.5, 3.4, 4.8} {
		for _, kmh := range []float64{12, 20, 25, 30} {
			for _, slope := range []float64{-4, 0, 3} {
				way := rolls(kmh, slows*90, 90, slope)
				told, err := brake.Stop{Speed: kmh, Distance: way, Slope: slope}.Slows()
				require.NoError(t, err)
				assert.InDelta(t, slows, told.Mean, 0.01, "from %g km/h on %g %%", kmh, slope)
				assert.Less(t, told.From, slows)
				assert.Greater(t, told.To, slows)
			}
		}
	}
}

// The speed counts twice: 2 km/h off at 20 are a fifth of the deceleration (first-order error of v²/2s).
func TestARoughSpeedTellsLess(t *testing.T) {
	fine, err := brake.Stop{Speed: 20, Distance: 8}.Slows()
	require.NoError(t, err)
	rough, err := brake.Stop{Speed: 20, Distance: 8, Off: 2}.Slows()
	require.NoError(t, err)
	assert.Less(t, rough.From, fine.From)
	assert.InDelta(t, 0.2, (rough.To-rough.Mean)/rough.Mean, 0.01)
	_, err = brake.Stop{Speed: 20, Distance: 8, Off: 9}.Slows()
	assert.ErrorContains(t, err, "no steady one")
}

// 25 km/h in 7 m with both brakes, in 15 m with the rear alone: what city and trekking bikes have to do on
// dry ground (EN 14764, from memory), as decelerations: 3.44 and 1.61 m/s² by v²/(2 s).
func TestTheStandardsDistancesAsDecelerations(t *testing.T) {
	for metres, slows := range map[float64]float64{7: 3.44, 15: 1.61} {
		told, err := brake.Stop{Speed: 25, Distance: metres}.Slows()
		require.NoError(t, err)
		assert.InDelta(t, slows, told.Mean, 0.01)
	}
}

// Seated on an ordinary bike the rear wheel lifts at about half of g, and a rear brake alone does about a
// quarter (Wilson, Bicycling Science, from memory: 0.56 g and 0.26 g, for a grip of 0.8).
func TestWhatABikeCanDo(t *testing.T) {
	b := brake.Balance{Wheelbase: 1.067, Behind: 0.635, Height: 1.143}
	assert.InDelta(t, 0.56, b.Most(0.8, true, true)/9.80665, 0.01)
	assert.InDelta(t, 0.26, b.Most(0.8, false, true)/9.80665, 0.02)
}

func TestAWheelThatLiftsBearsNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := brake.Balance{Wheelbase: rapid.Float64Range(0.9, 2.4).Draw(t, "wheelbase"),
			Height: rapid.Float64Range(0.7, 1.3).Draw(t, "height")}
		b.Behind = b.Wheelbase * rapid.Float64Range(0.3, 0.7).Draw(t, "behind")
		grip := rapid.Float64Range(0.2, 1).Draw(t, "grip")
		front, rear, both := b.Most(grip, true, false), b.Most(grip, false, true), b.Most(grip, true, true)
		assert.LessOrEqual(t, front, both+1e-9, "two brakes are no less than one")
		assert.LessOrEqual(t, rear, both+1e-9)
		// What the rear wheel bears at its most is what its tyre can hold.
		assert.InDelta(t, rear, grip*9.80665*(1-b.FrontLoad(rear)), 1e-6)
		assert.LessOrEqual(t, b.FrontLoad(both), 1.0)
		assert.Greater(t, b.Utmost(grip, true, true), both, "the weight behind the saddle does more")
		assert.Greater(t, b.Utmost(grip, false, true), rear)
	})
}

func TestAStopThatTellsNothingIsRefused(t *testing.T) {
	for field, s := range map[string]brake.Stop{
		"From 3 km/h": {Speed: 3, Distance: 2}, "no way to stop": {Speed: 20, Distance: 0},
		"level road": {Speed: 20, Distance: 5, Slope: 30}, "From NaN": {Speed: math.NaN(), Distance: 5},
	} {
		_, err := s.Slows()
		assert.ErrorContains(t, err, field)
	}
}
