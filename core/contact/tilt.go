// Package contact is where a rider meets a bike, and how it is set there: what a phone that is laid
// on a saddle tells of its tilt, and whether what was moved stands again as it stood.
package contact

import (
	"math"

	"utensil/core/measure"
)

// Lie is how a phone says that it lies, held still for two seconds.
type Lie struct {
	Pitch float64  `json:"pitch" minimum:"-180" maximum:"180" doc:"degrees that its top is over its foot"`
	Sway  float64  `json:"sway" minimum:"0" doc:"degrees between the most and the least meanwhile"`
	Faces *float64 `json:"faces,omitempty" minimum:"0" maximum:"360" doc:"degrees round the upright that its top points, from anywhere; left out by a phone that cannot tell"`
}

// What a phone can tell, in degrees (common practice, no published source).
const (
	Resolves = 0.5 // and no finer
	stills   = 0.6 // more sway than this is a hand, or a bike that rolls
	owns     = 6.0 // more error of its own than this is no phone lying twice on one place
	askew    = 40  // how far off the opposite way it may have been turned
)

// Tilt is how far what a phone lay on rises towards where its top pointed first, degrees, and the
// phone's own error. It lay there twice, the second time turned end for end: what it says wrong
// of itself it says both times, and it falls out. A phone that cannot tell which way it points is taken at its
// word that it was turned. Errors are *measure.FieldError.
func Tilt(first, turned Lie) (tilt, own float64, err error) {
	for _, l := range []Lie{first, turned} {
		if math.IsNaN(l.Pitch+l.Sway) || math.IsInf(l.Pitch+l.Sway, 0) {
			return 0, 0, measure.Wrong("lies", "The phone said nothing that can be read. Type the figure instead.")
		}
		if l.Sway > stills {
			return 0, 0, measure.Wrong("lies",
				"It moved by %.1f° while it was read. Steady the bike, let go of the phone, and read again.", l.Sway)
		}
	}
	if first.Faces != nil && turned.Faces != nil && !opposite(*first.Faces, *turned.Faces) {
		return 0, 0, measure.Wrong("lies",
			"It lies the same way round as before. Turn it end for end on the same place, and read again.")
	}
	tilt, own = (first.Pitch-turned.Pitch)/2, (first.Pitch+turned.Pitch)/2
	if math.Abs(own) > owns {
		return 0, own, measure.Wrong("lies", "The two readings do not fit together: the phone would be wrong "+
			"by %.0f°. Lay it on the same place both times.", math.Abs(own))
	}
	return tilt, own, nil
}

// opposite says whether two ways round the upright are opposite ones, about.
func opposite(a, b float64) bool { return math.Abs(math.Mod(math.Abs(a-b), 360)-180) <= askew }

// Rounded is a tilt as finely as a phone tells it.
func Rounded(tilt float64) float64 { return math.Round(tilt/Resolves) * Resolves }

// Back says whether what was moved stands again where it stood, within what nobody feels.
func Back(stood, stands, within float64) bool { return math.Abs(stands-stood) <= within+1e-9 }
