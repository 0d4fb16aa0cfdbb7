package brake

import (
	"math"
	"time"
)

// Moment is a moment of a ride that was recorded.
type Moment struct {
	At  time.Time
	Kmh float64 // how fast it went
}

// Approach is a stop in a recorded ride, and how fast it was ridden before: the speed at the mark of a
// measured stop. How far it went from there a recording does not tell finely enough; a tape does.
type Approach struct {
	At      time.Time `json:"at" doc:"when the brakes took hold"`
	Kmh     float64   `json:"kmh" doc:"the steady speed before"`
	Off     float64   `json:"off_kmh" doc:"how far off that may be, either way"`
	Seconds float64   `json:"seconds" doc:"until it stood"`
}

// What a recording has to show to be a stop from a steady speed (our own judgement).
const (
	stands   = 2.5              // km/h, under which a place wanders while the bike stands
	braking  = 1.5              // km/h that it slows at least from one moment to the next
	longest  = 10 * time.Second // from the mark until it stands
	steadily = 4 * time.Second  // that are looked at before the mark
	gap      = 3 * time.Second  // between moments: what lies between is not known
	fine     = 0.5              // km/h, that no recorder beats
	unsteady = 3                // km/h either way, with which it was no steady speed
)

// Approaches lists the stops of a ride that were ridden to steadily, in their order. Moments are in the
// order of their time; where they do not come at least every three seconds nothing is told.
func Approaches(ride []Moment) (stops []Approach) {
	for i := 1; i < len(ride); i++ {
		if ride[i].Kmh > stands || ride[i-1].Kmh <= stands {
			continue
		}
		if a, steady := approach(ride[:i+1]); steady && Speeds.Contains(a.Kmh) {
			stops = append(stops, a)
		}
	}
	return stops
}

// approach goes back from where it stands to where it began to slow, and takes the speed before that.
func approach(ride []Moment) (Approach, bool) {
	stood := len(ride) - 1
	mark := stood
	for mark > 0 && joined(ride[mark-1], ride[mark]) && ride[mark-1].Kmh >= ride[mark].Kmh+braking {
		mark--
	}
	took := ride[stood].At.Sub(ride[mark].At)
	if mark == stood || took > longest {
		return Approach{}, false
	}
	// The moment at which it begins to slow may lie within the braking already.
	var sum, squares, n float64
	for k := mark; k > 0 && joined(ride[k-1], ride[k]) && ride[mark].At.Sub(ride[k-1].At) <= steadily; k-- {
		v := ride[k-1].Kmh
		sum, squares, n = sum+v, squares+v*v, n+1
	}
	if n < 2 {
		return Approach{}, false
	}
	mean := sum / n
	scatter := math.Sqrt(max(0, squares/n-mean*mean))
	off := math.Hypot(fine, 2*scatter/math.Sqrt(n))
	return Approach{At: ride[mark].At, Kmh: mean, Off: off, Seconds: took.Seconds()}, off <= unsteady
}

// joined says whether one moment follows the other closely enough.
func joined(a, b Moment) bool {
	apart := b.At.Sub(a.At)
	return apart > 0 && apart <= gap
}
