package wheels

import (
	"utensil/internal/workshop/record"
	"utensil/knowledge/complaint"
)

// FoundOn is what the bench of wheels has found in a job, the likeliest first, and whether it put
// it right there.
func FoundOn(s *record.Sheet) (names []string, cured bool) {
	for _, h := range HurtsOf(s) {
		if h.Broke != nil {
			return []string{complaint.FindsBroken}, false
		}
	}
	for _, b := range Benches.Of(s) {
		if w := worst(b); w != nil && *w > b.Aim.Wobble {
			return []string{complaint.FindsUntrue}, b.Signed != nil && b.Signed.True
		}
	}
	return nil, false
}

// worst is how far a wheel wandered at its worst since it was put on the stand; nil where nobody read it.
func worst(b WheelBench) (mm *float64) {
	take := func(v *float64) {
		if v != nil && (mm == nil || *v > *mm) {
			mm = v
		}
	}
	for _, r := range b.Rounds {
		take(r.Wobble)
	}
	if b.Now.Wobble != nil {
		take(&b.Now.Wobble.By)
	}
	return mm
}
