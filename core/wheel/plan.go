package wheel

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/mat"
)

// Turn is what to do at a spoke.
type Turn struct {
	Spoke    int
	Side     Side
	Quarters int     // tighter where positive
	Tension  float64 // what the spoke is expected to bear then, N; NaN where nothing of its side was read
	Past     float64 // how far past its mark the nipple goes and comes back, so that the spoke does not stay wound up, degrees
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

// mostAtOnce is how many quarter-turns a nipple is given in one round: one whole turn. What needs more is measured again
// in between.
const mostAtOnce = 4

// What turning costs against what it cures: a turn is left alone that gains less than these shares of an aim squared.
// They keep a plan short and the spokes even (our own, tried on simulated wheels).
const (
	perQuarter = 0.004
	perSpoke   = 0.05
)

// Squares make much of the many small and little of the one that is too much: where the worst would be left above so much
// of what is allowed, what is left over is weighed more and the turns are sought again, so many times in all.
const (
	enough = 0.6
	passes = 4
)

// Plan is the turns that bring a wheel nearest to its aim: what is off, weighed by what is allowed of it, as least
// squares over the turns, then rounded to quarter-turns by exchange. No turn leaves a spoke beyond a limit that it was
// within. Where no turns would better the worst of what is off, there are none.
func (b *Bench) Plan(r Readings) (Plan, error) {
	if err := b.Wheel.checkReadings(r); err != nil {
		return Plan{}, err
	}
	p := Plan{Before: b.Wheel.Judge(r, b.Aim), Shape: r}
	p.After = p.Before
	rows, within := b.rows(r), b.bounds(r)
	least := b.worst(p.Before)
	for range passes {
		order := b.order(within, b.exchange(rows, b.relaxed(rows), within))
		turns := b.summed(order)
		expected := b.Predict(r, turns)
		after := b.Wheel.Judge(expected, b.Aim)
		if worst := b.worst(after); len(order) > 0 && (worst < least || len(p.Turns) == 0 && worst <= least) {
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

// rows are what is off and what each quarter-turn changes of it, both as shares of what is allowed.
type rows struct {
	off  *mat.VecDense
	does *mat.Dense
}

// rows stacks what was read.
func (b *Bench) rows(r Readings) rows {
	n := b.Wheel.Spokes
	var off []float64
	var does []float64
	add := func(v float64, by []float64, weight float64) {
		off = append(off, v*weight)
		for _, c := range by {
			does = append(does, c*weight)
		}
	}
	side, out := r.relative()
	sideBy, outBy := b.runoutBy(r)
	for i := range r.Runouts {
		if !math.IsNaN(side[i]) {
			add(side[i], sideBy.RawRowView(i), 1/b.Aim.Wobble)
		}
		if !math.IsNaN(out[i]) {
			add(out[i], outBy.RawRowView(i), 1/b.Aim.Hop)
		}
	}
	level := b.level(r)
	for spoke := 1; spoke <= n; spoke++ {
		by := b.tensionBy(spoke)
		want := level * b.Wheel.share(b.Wheel.Side(spoke))
		t, read := r.Tensions[spoke]
		switch {
		case read:
			add((t-want)/want, scaled(by, 1/want), 1/b.Aim.Uneven)
		default: // nothing is known but that it was built even
			add(0, scaled(by, 1/want), 0.3/b.Aim.Uneven)
		}
	}
	return rows{mat.NewVecDense(len(off), off), mat.NewDense(len(off), n, does)}
}

// pressed weighs the rows more that turns leave far off.
func (r rows) pressed(turns []int) rows {
	left := mat.VecDenseCopyOf(r.off)
	for k, t := range turns {
		left.AddScaledVec(left, float64(t), r.does.ColView(k))
	}
	out := rows{mat.VecDenseCopyOf(r.off), mat.DenseCopyOf(r.does)}
	for i := range left.Len() {
		more := 1 + left.AtVec(i)*left.AtVec(i)
		out.off.SetVec(i, more*out.off.AtVec(i))
		for k, v := range r.does.RawRowView(i) {
			out.does.Set(i, k, more*v)
		}
	}
	return out
}

// level is the tension that the tighter side is to have on the mean: what it has, within the limits with room for what
// spokes differ.
func (b *Bench) level(r Readings) float64 {
	sum, n := 0.0, 0
	for spoke := 1; spoke <= b.Wheel.Spokes; spoke++ {
		if t, read := r.Tensions[spoke]; read {
			sum, n = sum+t/b.Wheel.share(b.Wheel.Side(spoke)), n+1
		}
	}
	if n == 0 {
		return b.Aim.Most * 0.8
	}
	return min(max(sum/float64(n), b.Aim.Least/(1-b.Aim.Uneven)), b.Aim.Most/(1+b.Aim.Uneven))
}

// runoutBy is how a quarter-turn at each spoke moves the rim at each place that was read, from its mean; sideways from
// the middle where the dish is known.
func (b *Bench) runoutBy(r Readings) (side, out *mat.Dense) {
	n := b.Wheel.Spokes
	side, out = mat.NewDense(max(1, len(r.Runouts)), n, nil), mat.NewDense(max(1, len(r.Runouts)), n, nil)
	for i, m := range r.Runouts {
		s, o := b.influence.At(m.At)
		for k := range n {
			side.Set(i, k, s[k]*b.Learnt.Sideways*b.Learnt.Spoke[k])
			out.Set(i, k, o[k]*b.Learnt.Upright*b.Learnt.Spoke[k])
		}
	}
	read := func(of func(Runout) *float64) (at []int) {
		for i, m := range r.Runouts {
			if of(m) != nil {
				at = append(at, i)
			}
		}
		return at
	}
	if r.Dish == nil {
		center(side, read(func(m Runout) *float64 { return m.Mm }))
	}
	center(out, read(func(m Runout) *float64 { return m.Out }))
	return side, out
}

// center takes from every column its mean over some rows.
func center(m *mat.Dense, over []int) {
	rows, columns := m.Dims()
	for k := range columns {
		sum := 0.0
		for _, i := range over {
			sum += m.At(i, k)
		}
		for i := range rows {
			m.Set(i, k, m.At(i, k)-sum/float64(max(1, len(over))))
		}
	}
}

// tensionBy is what a quarter-turn at each spoke changes of one's tension.
func (b *Bench) tensionBy(spoke int) []float64 {
	by := make([]float64, b.Wheel.Spokes)
	for k := range by {
		by[k] = b.influence.Tension(spoke, k+1) * b.Learnt.Tension * b.Learnt.Spoke[k]
	}
	return by
}

func scaled(all []float64, by float64) []float64 {
	out := slices.Clone(all)
	for i := range out {
		out[i] *= by
	}
	return out
}

// relaxed is the turns that least squares asks for, not yet rounded.
func (b *Bench) relaxed(r rows) []float64 {
	n := b.Wheel.Spokes
	var normal mat.SymDense
	normal.SymOuterK(1, r.does.T())
	for i := range n {
		normal.SetSym(i, i, normal.At(i, i)+perQuarter)
	}
	var against mat.VecDense
	against.MulVec(r.does.T(), r.off)
	against.ScaleVec(-1, &against)
	var factored mat.Cholesky
	turns := mat.NewVecDense(n, nil)
	if !factored.Factorize(&normal) || factored.SolveVecTo(turns, &against) != nil {
		return make([]float64, n)
	}
	return turns.RawVector().Data
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
		out.Tensions[spoke] = *moved(&t, b.tensionBy(spoke))
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
