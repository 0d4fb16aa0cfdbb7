package bearing

import (
	"math"
	"slices"

	"utensil/core/measure"
)

// Stack is a threadless headset above its bearing cover, all mm.
type Stack struct {
	Steerer float64   `json:"steerer_mm" doc:"what stands out above the bearing cover, by tape measure"`
	Stem    float64   `json:"stem_mm" doc:"height of its clamp"`
	Sizes   []float64 `json:"sizes_mm" doc:"of the spacers at hand; the usual ones when left out"`
}

// Stacked is which spacers go under and over the stem together, and the gap they leave for the cap.
type Stacked struct {
	Spacers []float64 `json:"spacers_mm" doc:"largest first"`
	Gap     float64   `json:"gap_mm" doc:"from the steerer's end up to the topmost edge"`
	Short   bool      `json:"short" doc:"the steerer does not fill the stem's clamp"`
}

// The gap that the cap needs to preload, mm (common practice, no published source).
const (
	leastGap = 2.0
	mostGap  = 3.0
)

// Usual are the spacers that a drawer holds, mm.
var Usual = []float64{20, 10, 5, 3, 2.5, 2, 1}

// mostSpacers is how many are stacked: more is a steerer to be cut.
const mostSpacers = 6

// Spacers works out the fewest spacers with which the steerer ends 2 to 3 mm under the topmost edge:
// stem + spacers = steerer + gap. A steerer that ends more than 3 mm below the stem's own edge does
// not fill its clamp. It fails for figures that no bike has.
func (s Stack) Spacers() (Stacked, error) {
	for _, v := range []struct {
		name       string
		v, lo, top float64
	}{{"steerer_mm", s.Steerer, 10, 350}, {"stem_mm", s.Stem, 15, 90}} {
		if math.IsNaN(v.v) || v.v < v.lo || v.v > v.top {
			return Stacked{}, measure.Wrong(v.name, "%g mm cannot be: it is %g to %g mm.", v.v, v.lo, v.top)
		}
	}
	sizes := s.Sizes
	if len(sizes) == 0 {
		sizes = Usual
	}
	for _, size := range sizes {
		if math.IsNaN(size) || size < 0.5 || size > 60 {
			return Stacked{}, measure.Wrong("sizes_mm", "A spacer of %g mm cannot be: it is 0.5 to 60 mm.", size)
		}
	}
	if bare := s.Stem - s.Steerer; bare > mostGap {
		return Stacked{Spacers: []float64{}, Gap: bare, Short: true}, nil
	}
	best := Stacked{Spacers: []float64{}, Gap: s.Stem - s.Steerer}
	sizes = slices.Clone(sizes)
	slices.SortFunc(sizes, func(a, b float64) int { return int(math.Copysign(1, b-a)) })
	for n := range mostSpacers + 1 {
		if found, ok := fill(s.Steerer-s.Stem, sizes, n); ok {
			sum := 0.0
			for _, x := range found {
				sum += x
			}
			best.Spacers, best.Gap = found, s.Stem+sum-s.Steerer
			break
		}
	}
	return best, nil
}

// Right says whether the gap lets the cap preload.
func (s Stacked) Right() bool {
	const hair = 1e-9
	return !s.Short && s.Gap >= leastGap-hair && s.Gap <= mostGap+hair
}

// fill finds n spacers that reach from 2 to 3 mm above a height.
func fill(height float64, sizes []float64, n int) ([]float64, bool) {
	const hair = 1e-9
	if n == 0 {
		return []float64{}, -height >= leastGap-hair && -height <= mostGap+hair
	}
	for i, size := range sizes {
		if size > height+mostGap+hair {
			continue
		}
		if rest, ok := fill(height-size, sizes[i:], n-1); ok {
			return append([]float64{size}, rest...), true
		}
	}
	return nil, false
}
