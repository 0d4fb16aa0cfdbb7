package wheel

import (
	"fmt"
	"math"
	"slices"
)

// Runout is how the rim stands at a place, against a stop that stays where it is. Where it was
// not read it is nil.
type Runout struct {
	At  float64  // counted in spokes from the valve, 0.5 (the valve) to the number of spokes and a half
	Mm  *float64 // to the right
	Out *float64 // outwards
}

// Readings are what was measured of a wheel at one time.
type Readings struct {
	Runouts  []Runout
	Tensions map[int]float64 // by spoke, N; those that were read
	Dish     *float64        // how far the rim stands to the right of the middle, mm; nil where no gauge was laid on
}

// What a reading can be. More than this is a bent rim or a slip of the finger.
const (
	mostRunout  = 15.0  // mm
	mostTension = 3000. // N, past what a spoke of 2 mm bears for long
)

// Dish is how far a rim stands to the right of the middle between the locknuts, mm, from a dish
// gauge whose arms lie on the rim: how far out from the rim's edge each locknut stands, on the
// right and on the left. Where a locknut stands farther out, the rim is farther away from it.
func Dish(right, left float64) float64 { return (left - right) / 2 }

// checkReadings says which reading cannot be.
func (w Wheel) checkReadings(r Readings) error {
	if len(r.Runouts) == 0 && len(r.Tensions) == 0 {
		return fmt.Errorf("nothing was measured yet: read the rim all round, at every other spoke or more often")
	}
	for _, m := range r.Runouts {
		if !(m.At >= 0.5 && m.At <= float64(w.Spokes)+0.5) {
			return fmt.Errorf("a reading at spoke %g: this wheel has %d", m.At, w.Spokes)
		}
		for _, mm := range []*float64{m.Mm, m.Out} {
			if mm != nil && !(math.Abs(*mm) <= mostRunout) {
				return fmt.Errorf("%g mm at spoke %g: that is no wobble, the rim is bent, or the figure slipped", *mm,
					m.At)
			}
		}
	}
	for spoke, n := range r.Tensions {
		if spoke < 1 || spoke > w.Spokes {
			return fmt.Errorf("a tension for spoke %d: this wheel has %d", spoke, w.Spokes)
		}
		if !(n >= 0 && n <= mostTension) {
			return fmt.Errorf("%g N at spoke %d cannot be: a spoke bears up to about %g N", n, spoke, mostTension/2)
		}
	}
	if r.Dish != nil && !(math.Abs(*r.Dish) <= 2*mostRunout) {
		return fmt.Errorf("%g mm out of the middle: lay the gauge on once more", *r.Dish)
	}
	return nil
}

// Wobble and Hop are the farthest the rim stands from where it should, sideways and up or down,
// mm: from the middle where a gauge was laid on, and otherwise from its own mean. NaN where that
// was not read.
func (r Readings) Wobble() float64 {
	side, _ := r.Relative()
	return farthest(side)
}

// Hop is the farthest the rim stands in or out of its own mean, mm.
func (r Readings) Hop() float64 {
	_, out := r.Relative()
	return farthest(out)
}

// Relative is the runouts from where the rim should be, by place among r.Runouts; NaN where not read.
func (r Readings) Relative() (side, out []float64) {
	side, out = make([]float64, len(r.Runouts)), make([]float64, len(r.Runouts))
	for i, m := range r.Runouts {
		side[i], out[i] = orNaN(m.Mm), orNaN(m.Out)
	}
	off := 0.0
	if r.Dish != nil {
		off = *r.Dish
	}
	shift(side, off-mean(side))
	shift(out, -mean(out))
	return side, out
}

// Unevenness is the farthest that a spoke's tension lies from the mean of its side, as a share of
// that; NaN where fewer than two of a side were read.
func (w Wheel) Unevenness(r Readings) float64 {
	worst := math.NaN()
	for s := range Side(2) {
		all := w.tensions(r, s)
		if len(all) < 2 {
			continue
		}
		m := mean(all)
		for _, t := range all {
			if off := math.Abs(t/m - 1); !(off <= worst) {
				worst = off
			}
		}
	}
	return worst
}

// tensions of a side that were read, in the order of the spokes.
func (w Wheel) tensions(r Readings, s Side) []float64 {
	var all []float64
	for spoke := 1; spoke <= w.Spokes; spoke++ {
		if t, read := r.Tensions[spoke]; read && w.Side(spoke) == s {
			all = append(all, t)
		}
	}
	return all
}

func orNaN(v *float64) float64 {
	if v == nil {
		return math.NaN()
	}
	return *v
}

func mean(all []float64) float64 {
	sum, n := 0.0, 0
	for _, v := range all {
		if !math.IsNaN(v) {
			sum, n = sum+v, n+1
		}
	}
	if n == 0 {
		return 0
	}
	return sum / float64(n)
}

func shift(all []float64, by float64) {
	for i := range all {
		all[i] += by
	}
}

func farthest(all []float64) float64 {
	read := slices.DeleteFunc(slices.Clone(all), math.IsNaN)
	if len(read) == 0 {
		return math.NaN()
	}
	return max(slices.Max(read), -slices.Min(read))
}
