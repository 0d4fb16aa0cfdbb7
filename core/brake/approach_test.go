package brake_test

import (
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/brake"
)

var noon = time.Date(2026, 11, 20, 12, 0, 0, 0, time.UTC)

// recorded is a ride as a recorder keeps it, every second: a run-up, a steady speed, a stop at a constant
// deceleration from first principles (v = v₀ − a t), standing; each moment off by what recorders are.
func recorded(kmh, slows, off float64, seed uint64) (ride []brake.Moment) {
	dice := rand.New(rand.NewPCG(seed, 1))
	at := func(second int, v float64) {
		v = max(0, v+off*dice.NormFloat64())
		ride = append(ride, brake.Moment{At: noon.Add(time.Duration(second) * time.Second), Kmh: v})
	}
	for s := range 6 {
		at(s, kmh*float64(s)/6)
	}
	for s := range 8 {
		at(6+s, kmh)
	}
	phase := dice.Float64() // the brakes take hold between two moments
	for s := range 12 {
		at(14+s, max(0, kmh-3.6*slows*(float64(s)+phase)))
	}
	return ride
}

func TestTheSpeedBeforeAStop(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		kmh, slows := rapid.Float64Range(12, 40).Draw(t, "km/h"), rapid.Float64Range(2, 7).Draw(t, "m/s²")
		stops := brake.Approaches(recorded(kmh, slows, 0.15, rapid.Uint64().Draw(t, "seed")))
		require.Len(t, stops, 1)
		assert.InDelta(t, kmh, stops[0].Kmh, 3*stops[0].Off, "as finely as it says")
		assert.InDelta(t, kmh/3.6/slows, stops[0].Seconds, 2.2, "v/a, to the moments around it")
	})
}

func TestWhatIsNoStopFromASteadySpeed(t *testing.T) {
	ride := func(step time.Duration, kmh ...float64) (ride []brake.Moment) {
		for i, v := range kmh {
			ride = append(ride, brake.Moment{At: noon.Add(time.Duration(i) * step), Kmh: v})
		}
		return ride
	}
	for name, of := range map[string][]brake.Moment{
		"nothing":            nil,
		"it never stands":    ride(time.Second, 20, 20, 20, 15, 8, 6, 15, 20),
		"it rolls out":       ride(time.Second, 20, 20, 20, 19, 18, 17, 16, 14, 13, 12, 11, 9, 8, 7, 6, 5, 4, 3, 2, 1),
		"pushed on foot":     ride(time.Second, 5, 5, 5, 5, 2, 0),
		"every ten seconds":  ride(10*time.Second, 20, 20, 20, 8, 0),
		"straight from a go": ride(time.Second, 0, 12, 24, 12, 0),
		"its clock is back":  ride(-time.Second, 20, 20, 20, 8, 0),
	} {
		t.Run(name, func(t *testing.T) { assert.Empty(t, brake.Approaches(of)) })
	}
	two := append(recorded(25, 4, 0, 1), recorded(18, 4, 0, 2)...)
	for i := 26; i < len(two); i++ {
		two[i].At = two[i].At.Add(time.Minute)
	}
	assert.Len(t, brake.Approaches(two), 2)
}
