package wheel

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/mat"
)

// rows are what is off and what each quarter-turn changes of it, both as shares of what is allowed.
type rows struct {
	off  *mat.VecDense
	does *mat.Dense
	of   []kind
}

// kind is what a row is of.
type kind int

const (
	sideways kind = iota
	upright
	tension
)

// rows stacks what was read.
func (b *Bench) rows(r Readings) rows {
	n := b.Wheel.Spokes
	var off []float64
	var does []float64
	var of []kind
	add := func(k kind, v float64, by []float64, weight float64) {
		off, of = append(off, v*weight), append(of, k)
		for _, c := range by {
			does = append(does, c*weight)
		}
	}
	side, out := r.Relative()
	sideBy, outBy := b.runoutBy(r)
	for i := range r.Runouts {
		if !math.IsNaN(side[i]) {
			add(sideways, side[i], sideBy.RawRowView(i), 1/b.Aim.Wobble)
		}
		if !math.IsNaN(out[i]) {
			add(upright, out[i], outBy.RawRowView(i), 1/b.Aim.Hop)
		}
	}
	level := b.level(r)
	for spoke := 1; spoke <= n; spoke++ {
		by := b.tensionBy(spoke)
		want := level * b.Wheel.Share(b.Wheel.Side(spoke))
		t, read := r.Tensions[spoke]
		switch {
		case read:
			add(tension, (t-want)/want, scaled(by, 1/want), 1/b.Aim.Uneven)
		default: // nothing is known but that it was built even
			add(tension, 0, scaled(by, 1/want), 0.3/b.Aim.Uneven)
		}
	}
	return rows{mat.NewVecDense(len(off), off), mat.NewDense(len(off), n, does), of}
}

// left is what turns leave off, in each row.
func (r rows) left(turns []float64) *mat.VecDense {
	left := mat.VecDenseCopyOf(r.off)
	for k, t := range turns {
		if t != 0 {
			left.AddScaledVec(left, t, r.does.ColView(k))
		}
	}
	return left
}

// worst is the farthest that turns leave off, of all rows but those that are let be.
func (r rows) worst(turns []int, letBe []int) float64 {
	worst := 0.0
	left := r.left(floats(turns))
	for i := range left.Len() {
		if !slices.Contains(letBe, i) {
			worst = max(worst, math.Abs(left.AtVec(i)))
		}
	}
	return worst
}

// A dent is what even the best turns, not yet rounded, leave off by more than this of what is
// allowed, and this many times what they leave elsewhere: spokes move the rim over a hand's
// width, and what is narrower is the rim's own.
const (
	dented   = 1.5
	standsUp = 4.0
)

// dents are the rows of places that no turns cure.
func (r rows) dents(best []float64) (all []int) {
	left := r.left(best)
	for _, k := range []kind{sideways, upright} {
		var sizes []float64
		for i, of := range r.of {
			if of == k {
				sizes = append(sizes, math.Abs(left.AtVec(i)))
			}
		}
		slices.Sort(sizes)
		for i, of := range r.of {
			if off := math.Abs(left.AtVec(i)); of == k && off > dented && off > standsUp*sizes[len(sizes)/2] {
				all = append(all, i)
			}
		}
	}
	return all
}

// without weighs rows next to nothing.
func (r rows) without(letBe []int) rows {
	return r.weighed(func(i int) float64 {
		if slices.Contains(letBe, i) {
			return 0.01
		}
		return 1
	})
}

// pressed weighs the rows more that turns leave far off.
func (r rows) pressed(turns []int) rows {
	left := r.left(floats(turns))
	return r.weighed(func(i int) float64 { return 1 + left.AtVec(i)*left.AtVec(i) })
}

func (r rows) weighed(by func(row int) float64) rows {
	out := rows{mat.VecDenseCopyOf(r.off), mat.DenseCopyOf(r.does), r.of}
	for i := range r.of {
		weight := by(i)
		out.off.SetVec(i, weight*out.off.AtVec(i))
		for k, v := range r.does.RawRowView(i) {
			out.does.Set(i, k, weight*v)
		}
	}
	return out
}

func floats(turns []int) []float64 {
	out := make([]float64, len(turns))
	for i, t := range turns {
		out[i] = float64(t)
	}
	return out
}

// level is the tension that the tighter side is to have on the mean: what it has, within the
// limits with room for what spokes differ.
func (b *Bench) level(r Readings) float64 {
	sum, n := 0.0, 0
	for spoke := 1; spoke <= b.Wheel.Spokes; spoke++ {
		if t, read := r.Tensions[spoke]; read {
			sum, n = sum+t/b.Wheel.Share(b.Wheel.Side(spoke)), n+1
		}
	}
	if n == 0 {
		return b.Aim.Most * 0.8
	}
	return min(max(sum/float64(n), b.Aim.Least/(1-b.Aim.Uneven)), b.Aim.Most/(1+b.Aim.Uneven))
}

// runoutBy is how a quarter-turn at each spoke moves the rim at each place that was read, from
// its mean; sideways from the middle where the dish is known.
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
