package wheel

import (
	"math"
	"slices"
)

// Turn is what to do at a spoke.
type Turn struct {
	Spoke    int
	Side     Side
	Quarters int     // tighter where positive
	Tension  float64 // what the spoke is expected to bear then, N; NaN where nothing of its side was read
	// how far past its mark the nipple goes and comes back, so that the spoke does not stay wound up, degrees
	Past float64
}

// Plan is a round of turns, in their order.
type Plan struct {
	Turns  []Turn
	Before Verdict
	After  Verdict  // as expected
	Shape  Readings // the rim and the tensions as expected, at the places that were read
}

// Bench is a wheel with what is known of how it answers.
type Bench struct {
	Wheel  Wheel
	Aim    Aim
	Seized []int // spokes whose nipples do not turn
	Learnt Learnt

	influence *Influence
}

// NewBench puts a wheel on the stand.
func NewBench(w Wheel, aim Aim) (*Bench, error) {
	f, err := w.Influence()
	if err != nil {
		return nil, err
	}
	return &Bench{Wheel: w, Aim: aim, Learnt: Unlearnt(w), influence: f}, nil
}

// mostAtOnce is how many quarter-turns a nipple is given in one round: one whole turn. What needs
// more is measured again in between.
const mostAtOnce = 4

// What turning costs against what it cures: a turn is left alone that gains less than these
// shares of an aim squared. They keep a plan short and the spokes even (our own, tried on
// simulated wheels).
const (
	perQuarter = 0.004
	perSpoke   = 0.05
)

// Squares make much of the many small and little of the one that is too much: where the worst
// would be left above so much of what is allowed, what is left over is weighed more and the turns
// are sought again, so many times in all.
const (
	enough = 0.6
	passes = 4
)

// Plan is the turns that bring a wheel nearest to its aim: what is off, weighed by what is
// allowed of it, as least squares over the turns, then rounded to quarter-turns by exchange. No
// turn leaves a spoke beyond a limit that it was within. A dent is let be: the spokes about it
// would be spoilt for nothing. Where no turns would better what is off, or the worst of it would
// be worse, there are none.
func (b *Bench) Plan(r Readings) (Plan, error) {
	if err := b.Wheel.checkReadings(r); err != nil {
		return Plan{}, err
	}
	p := Plan{Before: b.Wheel.Judge(r, b.Aim), Shape: r}
	p.After = p.Before
	all, within := b.rows(r), b.bounds(r)
	dents := all.dents(b.relaxed(all))
	rows := all.without(dents)
	none := make([]int, b.Wheel.Spokes)
	least, most := all.worst(none, dents), max(1, b.worst(p.Before))
	for range passes {
		order := b.order(within, b.exchange(rows, b.relaxed(rows), within))
		turns := b.summed(order)
		expected := b.Predict(r, turns)
		after := b.Wheel.Judge(expected, b.Aim)
		worst := all.worst(turns, dents)
		if len(order) > 0 && (worst < least || len(p.Turns) == 0 && worst <= least) &&
			b.worst(after) <= most*aboutAsFar {
			least = worst
			p.After, p.Shape, p.Turns = after, expected, b.told(r, within, order)
		}
		if least < enough {
			break
		}
		rows = rows.pressed(turns)
	}
	return p, nil
}

// aboutAsFar is how much the worst may seem worse by what is measured against the mean: where a
// dent is let be, it lies against a rim that has become truer.
const aboutAsFar = 1.05

// Bent are the places that were read where a plan leaves the rim farther off than is allowed,
// though no nipple was held to what is turned in one round: the rim itself is bent, dented or
// worn there, or its nipples are seized.
func (b *Bench) Bent(p Plan) (places []float64) {
	for _, t := range p.Turns {
		if t.Quarters >= mostAtOnce || t.Quarters <= -mostAtOnce {
			return nil
		}
	}
	side, out := p.Shape.Relative()
	for i, m := range p.Shape.Runouts {
		if math.Abs(side[i]) > b.Aim.Wobble || math.Abs(out[i]) > b.Aim.Hop {
			places = append(places, m.At)
		}
	}
	return places
}

// worst is how far off the worst of a wheel is, of what is allowed.
func (b *Bench) worst(v Verdict) float64 {
	worst := 0.0
	for _, share := range []float64{v.Wobble / b.Aim.Wobble, v.Hop / b.Aim.Hop, v.Uneven / b.Aim.Uneven} {
		if share > worst {
			worst = share
		}
	}
	return worst
}

// Predict is what a wheel is expected to read after turns, by spoke from 1.
func (b *Bench) Predict(r Readings, turns []int) Readings {
	out := Readings{Runouts: slices.Clone(r.Runouts), Tensions: map[int]float64{}}
	moved := func(v *float64, by []float64) *float64 {
		if v == nil {
			return nil
		}
		sum := *v
		for k, t := range turns {
			sum += float64(t) * by[k]
		}
		return &sum
	}
	sideBy, outBy := b.runoutBy(r)
	for i, m := range r.Runouts {
		out.Runouts[i].Mm, out.Runouts[i].Out = moved(m.Mm, sideBy.RawRowView(i)), moved(m.Out, outBy.RawRowView(i))
	}
	for spoke, t := range r.Tensions {
		out.Tensions[spoke] = min(max(*moved(&t, b.tensionBy(spoke)), 0), mostTension) // a spoke does not push
	}
	if r.Dish != nil {
		// The runouts have been moved as against the middle: their mean is where the rim has gone.
		var before, after []float64
		for i := range r.Runouts {
			before, after = append(before, orNaN(r.Runouts[i].Mm)), append(after, orNaN(out.Runouts[i].Mm))
		}
		dish := *r.Dish + mean(after) - mean(before)
		out.Dish = &dish
	}
	return out
}
