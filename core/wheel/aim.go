package wheel

import "math"

// Aim is how true a wheel has to be, and what its spokes may bear.
type Aim struct {
	Wobble float64 // how far the rim may stand to either side, mm
	Hop    float64 // how far in or out, mm
	Uneven float64 // how far a tension may lie from the mean of its side, as a share
	Most   float64 // tension that no spoke passes, also on the way, N: the rim's limit
	Least  float64 // tension that no spoke may be left below, N: it would work loose
}

// How true a wheel is made for its brake: blocks run on the rim, which has to pass evenly between them; beside a disc it
// has to clear the frame, and the tyre hides the rest. The rim's limit is what most rims bear; its maker's own figure
// wins. (Common practice, no source.)
var (
	ForRimBrake = Aim{Wobble: 0.3, Hop: 0.5, Uneven: 0.2, Most: 1200, Least: 350}
	ForDisc     = Aim{Wobble: 0.5, Hop: 0.7, Uneven: 0.2, Most: 1200, Least: 350}
)

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
		case read && t < aim.Least*w.share(w.Side(spoke)):
			v.Slack = append(v.Slack, spoke)
		}
	}
	passed := func(of, most float64) bool { return math.IsNaN(of) || of <= most }
	v.True = v.Wobble <= aim.Wobble && v.Hop <= aim.Hop && passed(v.Uneven, aim.Uneven) && len(v.Tight)+len(v.Slack) == 0
	return v
}

// share is how tight a side is where the rim stands in the middle, of the tighter one.
func (w Wheel) share(s Side) float64 {
	b := w.Balance() // left over right
	if s == Left {
		return min(1, b)
	}
	return min(1, 1/b)
}
