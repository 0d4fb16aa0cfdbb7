package fit

import (
	"fmt"
	"math"
	"strings"

	"utensil/core/gear"
	"utensil/core/measure"
)

// here is a figure of the part that is asked about where it sits at the place, else of what sits there.
func (q *question) here(place, particular string) float64 {
	text := q.has(place, particular)
	if place == q.place {
		text = q.part[particular]
	}
	v, _ := figure(text)
	return v
}

// shifterClicks wants a lever that has as many gears as there are sprockets.
func shifterClicks(q *question) {
	is, known := figure(q.part["speeds"])
	switch n := q.speeds(); {
	case !known || !q.mechs():
	case is == n:
		q.say(Fits, fmt.Sprintf("%g gears, as there are sprockets.", is))
	default:
		q.wants["speeds"] = measure.Format(n)
		q.say(DoesNot, fmt.Sprintf("It has %g gears, and there are %g sprockets.", is, n))
	}
}

// pullMatches multiplies what the lever pulls by how far the mech moves for it, and holds that
// against how far the sprockets are apart: what is off adds up from sprocket to sprocket.
func pullMatches(q *question) {
	pull, ratio, spacing := q.here("shifter", "pull"), q.here("rear-mech", "ratio"), q.here("sprockets", "spacing")
	wanted := map[string]struct {
		particular, needs string
		value             float64
		others            bool
	}{
		"shifter":   {"pull", "the mech's way and the sprockets' spacing", spacing / ratio, ratio > 0 && spacing > 0},
		"rear-mech": {"ratio", "the lever's pull and the sprockets' spacing", spacing / pull, pull > 0 && spacing > 0},
		"sprockets": {"spacing", "the lever's pull and the mech's way", pull * ratio, pull > 0 && ratio > 0},
	}[q.place]
	if !wanted.others {
		if q.part[wanted.particular] != "" {
			q.reasons = append(q.reasons, Compared{FitsIf,
				"Fits if lever, mech and sprockets are of one family: nobody has " +
					"read " + wanted.needs + ".",
				true, false})
		}
		return
	}
	want := measure.Format(math.Round(wanted.value*100) / 100)
	q.wants[wanted.particular] = want
	if q.part[wanted.particular] == "" {
		q.say(FitsIf, "Fits if its figure is "+want+" mm: the others ask for that.")
		return
	}
	n := int(math.Max(2, math.Min(14, q.speeds())))
	m, err := gear.Parts{Pull: pull, Ratio: ratio, Sprockets: n, Spacing: spacing}.Match()
	switch {
	case err != nil:
	case m.Goes:
		q.say(Fits, fmt.Sprintf("%g mm a click moves the mech %.2f mm, and the sprockets are %g mm apart.", pull,
			pull*ratio, spacing))
	default:
		q.say(DoesNot, strings.Join(m.Reasons, " "))
	}
}
