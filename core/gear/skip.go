package gear

import (
	"math"

	"utensil/core/measure"
	"utensil/core/wear"
)

// Ridden is how sprockets came to be worn: the longest that a chain was let get on them, how many
// chains ran on them, and how much each sprocket was ridden.
type Ridden struct {
	Teeth  []int     `json:"teeth" doc:"smallest first"`
	Share  []float64 `json:"share,omitempty" doc:"of use, each; none when nobody knows: the middle ones most"`
	Worst  float64   `json:"worst" doc:"per cent that the worst chain had been let get longer by"`
	Chains int       `json:"chains" doc:"that were worn out on them"`
}

// Skipping is a sprocket with the chance that a new chain skips on it under a hard push.
type Skipping struct {
	Teeth  int       `json:"teeth"`
	Worn   float64   `json:"worn" doc:"as if by a chain so much longer, per cent"`
	Chance float64   `json:"chance"`
	Mark   wear.Mark `json:"mark" doc:"due where it will skip, more likely than not"`
}

// How a sprocket follows its chain (common practice, no published source): it is worn to the
// chain's pitch by the time that a chain is worn out on it, in step with its use for each of its
// teeth; a new chain climbs from about 0.7 % on, from less on a small sprocket, on which fewer
// teeth share the pull.
const (
	climbsFrom = 0.72
	smallLess  = 0.15 // less for 11 teeth than for 20 and more
	climbsOver = 0.07
	skips      = 0.5  // a chance past this is told as that it will
	maySkip    = 0.15 // and past this is watched
)

// Skips works out on which sprockets a new chain would skip. It fails, with a
// *measure.FieldError, for what cannot be. It says what to expect; a hard push in that gear
// decides.
func (r Ridden) Skips() ([]Skipping, error) {
	switch {
	case len(r.Teeth) < 1 || len(r.Teeth) > 14:
		return nil, measure.Wrong("teeth", "There are 1 to 14 sprockets, not %d.", len(r.Teeth))
	case len(r.Share) > 0 && len(r.Share) != len(r.Teeth):
		return nil, measure.Wrong("share", "%d sprockets, and %d shares of use.", len(r.Teeth), len(r.Share))
	case math.IsNaN(r.Worst) || r.Worst < 0 || r.Worst > 4:
		return nil, measure.Wrong("worst", "A chain gets 0 to 4 per cent longer: type what the worst one had.")
	case r.Chains < 0 || r.Chains > 20:
		return nil, measure.Wrong("chains", "0 to 20 chains were worn out on them.")
	}
	share := r.Share
	if len(share) == 0 {
		share = usual(len(r.Teeth))
	}
	most := 0.0
	for i, t := range r.Teeth {
		if t < 8 || t > 70 || math.IsNaN(share[i]) || share[i] < 0 {
			return nil, measure.Wrong("teeth", "A sprocket has 8 to 70 teeth, and its share of use is not below 0.")
		}
		most = math.Max(most, share[i]/float64(t))
	}
	if most == 0 {
		return nil, measure.Wrong("share", "One sprocket at least was ridden.")
	}
	out := make([]Skipping, len(r.Teeth))
	for i, t := range r.Teeth {
		use := share[i] / float64(t) / most * float64(r.Chains)
		s := Skipping{Teeth: t, Worn: r.Worst * (1 - math.Exp(-1.6*use))}
		from := climbsFrom - smallLess*math.Max(0, math.Min(1, (20-float64(t))/9))
		s.Chance = 1 / (1 + math.Exp(-(s.Worn-from)/climbsOver))
		s.Mark = wear.Sound
		if s.Chance > skips {
			s.Mark = wear.Due
		} else if s.Chance > maySkip {
			s.Mark = wear.Watch
		}
		out[i] = s
	}
	return out, nil
}

// usual is how much each sprocket is ridden where nobody knows: those a little below the middle most.
func usual(n int) []float64 {
	share := make([]float64, n)
	for i := range share {
		at := (float64(i)+0.5)/float64(n) - 0.42
		share[i] = math.Exp(-at * at / 0.08)
	}
	return share
}
