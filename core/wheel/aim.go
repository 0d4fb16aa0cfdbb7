package wheel

import (
	"fmt"
	"math"
)

// Aim is how true a wheel has to be, and what its spokes may bear.
type Aim struct {
	Wobble float64 // how far the rim may stand to either side, mm
	Hop    float64 // how far in or out, mm
	Dish   float64 // how far its mean may lie from the middle, mm
	Uneven float64 // how far a tension may lie from the mean of its side, as a share
	Most   float64 // tension that no spoke passes, also on the way, N: the rim's limit
	Least  float64 // tension that no spoke may be left below, N: it would work loose
}

// Check says what an aim cannot be.
func (a Aim) Check() error {
	for _, m := range []struct {
		what         string
		v, low, high float64
	}{
		{"the wobble, mm", a.Wobble, 0.05, 5}, {"the hop, mm", a.Hop, 0.05, 5}, {"the dish, mm", a.Dish, 0.1, 10},
		{"the unevenness, as a share", a.Uneven, 0.02, 1}, {"the highest tension, N", a.Most, 300, 2500},
		{"the lowest tension, N", a.Least, 0, 1000},
	} {
		if !(m.v >= m.low && m.v <= m.high) {
			return fmt.Errorf("%s is %v: it lies between %v and %v", m.what, m.v, m.low, m.high)
		}
	}
	if a.Least >= a.Most {
		return fmt.Errorf("no spoke could be between %v N and %v N", a.Least, a.Most)
	}
	return nil
}

// Verdict is how a wheel stands to its aim, each figure NaN where it was not measured.
type Verdict struct {
	Wobble, Hop, Uneven, Dish float64
	Tight, Slack              []int // spokes beyond a limit
	True                      bool  // all that was measured is within the aim, and both runouts were
}

// Judge says how a wheel stands to its aim.
func (w Wheel) Judge(r Readings, aim Aim) Verdict {
	v := Verdict{Wobble: r.Wobble(), Hop: r.Hop(), Uneven: w.Unevenness(r), Dish: math.NaN()}
	if r.Dish != nil {
		v.Dish = math.Abs(*r.Dish)
	}
	for spoke := 1; spoke <= w.Spokes; spoke++ {
		switch t, read := r.Tensions[spoke]; {
		case read && t > aim.Most:
			v.Tight = append(v.Tight, spoke)
		case read && t < aim.Least*w.Share(w.Side(spoke)):
			v.Slack = append(v.Slack, spoke)
		}
	}
	passed := func(of, most float64) bool { return math.IsNaN(of) || of <= most }
	v.True = v.Wobble <= aim.Wobble && v.Hop <= aim.Hop && passed(v.Uneven, aim.Uneven) && passed(v.Dish, aim.Dish) &&
		len(v.Tight)+len(v.Slack) == 0
	return v
}

// Share is how tight a side is where the rim stands in the middle, of the tighter one.
func (w Wheel) Share(s Side) float64 {
	b := w.Balance() // left over right
	if s == Left {
		return min(1, b)
	}
	return min(1, 1/b)
}
