package brake_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"utensil/core/brake"
)

func TestARoadIsRiddenAsOftenAsTheStopsNeed(t *testing.T) {
	// s = v²/2a, by hand: 25 km/h is 6.944 m/s. Up to it at 0.6 m/s² from a standstill takes
	// 40.19 m, down to 4 km/h (1.111 m/s) at 2.5 m/s² another 9.40 m.
	passes, longest := brake.Along([]brake.Stage{{Stops: 1, From: 25, To: 4}}, 50)
	assert.Equal(t, 1, passes)
	assert.InDelta(t, 40.19+9.40, longest, 0.01)
	passes, _ = brake.Along([]brake.Stage{{Stops: 1, From: 25, To: 4}}, 49)
	assert.Zero(t, passes, "one stop does not fit")

	// On from 4 km/h the way up is 39.16 m: 49.59 + 48.56 + 48.56 m for three stops.
	for road, want := range map[float64]int{50: 3, 98: 3, 99: 2, 146: 2, 147: 1} {
		t.Run(fmt.Sprint(road), func(t *testing.T) {
			passes, _ = brake.Along([]brake.Stage{{Stops: 3, From: 25, To: 4}}, road)
			assert.Equal(t, want, passes, "%g m", road)
		})
	}
}

func TestALongerRoadIsNeverRiddenMoreOften(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var scheme []brake.Stage
		for range rapid.IntRange(1, 3).Draw(t, "stages") {
			scheme = append(scheme, brake.Stage{Stops: rapid.IntRange(1, 15).Draw(t, "stops"),
				From: rapid.Float64Range(10, 40).Draw(t, "from"),
				To:   rapid.Float64Range(0, 9).Draw(t, "to")})
		}
		road := rapid.Float64Range(20, 2000).Draw(t, "road")
		passes, longest := brake.Along(scheme, road)
		if (passes == 0) != (longest > road) {
			t.Fatalf("%d passes, %g m for a stop on %g m", passes, longest, road)
		}
		longer, _ := brake.Along(scheme, road*rapid.Float64Range(1, 5).Draw(t, "times"))
		if passes > 0 && longer > passes {
			t.Fatalf("%d passes on %g m, %d on a longer road", passes, road, longer)
		}
	})
}
