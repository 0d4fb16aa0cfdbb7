package wheel

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/mat"
)

// Learnt is how a wheel answers, as shares of what the model says: its rim as a whole, and each spoke.
type Learnt struct {
	Sideways, Upright, Tension float64
	Spoke                      []float64
}

// Unlearnt is what is believed of a wheel before its first round.
func Unlearnt(w Wheel) Learnt {
	return Learnt{1, 1, 1, slices.Repeat([]float64{1}, w.Spokes)}
}

// How far wheels and spokes are thought to lie off the model, and readings off what they read, as
// standard deviations (our own).
const (
	wheelsVary  = 0.25
	spokesVary  = 0.1
	runoutReads = 0.05 // mm
	tensionRead = 0.03 // of a tension
)

// whole is how many shares a wheel has as a whole: sideways, upright, tension.
const whole = 3

// Learn fits what is learnt of a wheel to a round: what was read before, what was turned, by
// spoke from 1, and what is read after. Places that were read only once tell nothing. The fit is
// least squares held to what is usual.
func (b *Bench) Learn(before Readings, turns []int, after Readings) {
	if len(turns) != b.Wheel.Spokes || !slices.ContainsFunc(turns, turned) {
		return
	}
	share := within(b.answered(before, turns, after))
	b.Learnt = Learnt{share[0], share[1], share[2], share[whole:]}
}

// No wheel answers less than leastShare of the model, or more than mostShare (our own).
const leastShare, mostShare = 0.4, 1.8

// within are the shares that fit the rows best, each of them within its bounds. Whatever is held
// at a bound pulls at the others, so the best is not that of all without bounds, cut off: each in
// turn takes its best place with the others where they are, and as the sum of squares has one
// lowest place that is where it ends.
func within(rows *mat.Dense, off *mat.VecDense) []float64 {
	_, n := rows.Dims()
	var normal mat.SymDense
	normal.SymOuterK(1, rows.T())
	var against mat.VecDense
	against.MulVec(rows.T(), off)
	share := slices.Repeat([]float64{1}, n)
	for range 2000 {
		moved := 0.0
		for k := range n {
			pull := against.AtVec(k)
			for j, s := range share {
				pull -= normal.At(k, j) * (s - 1)
			}
			to := min(max(share[k]+pull/normal.At(k, k), leastShare), mostShare)
			moved = max(moved, math.Abs(to-share[k]))
			share[k] = to
		}
		if moved < 1e-10 {
			break
		}
	}
	return share
}

// answered is what a round says of how far each share lies off 1, a row a reading, in standard
// deviations; first that each is thought to be usual.
func (b *Bench) answered(before Readings, turns []int, after Readings) (*mat.Dense, *mat.VecDense) {
	unlearnt := Bench{Wheel: b.Wheel, Aim: b.Aim, influence: b.influence, Learnt: Unlearnt(b.Wheel)}
	n := whole + b.Wheel.Spokes
	var rows, off []float64
	for k := range n {
		sd := spokesVary
		if k < whole {
			sd = wheelsVary
		}
		row := make([]float64, n)
		row[k] = 1 / sd
		rows, off = append(rows, row...), append(off, 0)
	}
	told := func(kind int, was, is float64, by []float64, sd float64) {
		row := make([]float64, n)
		expected := 0.0
		for k, t := range turns {
			row[whole+k] = float64(t) * by[k] / sd
			expected += float64(t) * by[k]
		}
		row[kind] = expected / sd
		rows, off = append(rows, row...), append(off, (is-was-expected)/sd)
	}
	both, now := paired(before, after)
	sideBy, outBy := unlearnt.runoutBy(both)
	wasSide, wasOut := both.Relative()
	isSide, isOut := now.Relative()
	const twice = math.Sqrt2
	for i := range both.Runouts {
		if !math.IsNaN(wasSide[i]) {
			told(0, wasSide[i], isSide[i], sideBy.RawRowView(i), twice*runoutReads)
		}
		if !math.IsNaN(wasOut[i]) {
			told(1, wasOut[i], isOut[i], outBy.RawRowView(i), twice*runoutReads)
		}
	}
	for spoke := 1; spoke <= b.Wheel.Spokes; spoke++ {
		was, before := before.Tensions[spoke]
		is, after := after.Tensions[spoke]
		if before && after {
			told(2, was, is, unlearnt.tensionBy(spoke), twice*tensionRead*max(was, is, 100))
		}
	}
	return mat.NewDense(len(off), n, rows), mat.NewVecDense(len(off), off)
}

// paired are the runouts of the places that were read both times, in the same way.
func paired(before, after Readings) (was, is Readings) {
	if before.Dish != nil && after.Dish != nil {
		was.Dish, is.Dish = before.Dish, after.Dish
	}
	for _, m := range before.Runouts {
		i := slices.IndexFunc(after.Runouts, func(o Runout) bool { return o.At == m.At })
		if i < 0 {
			continue
		}
		now := after.Runouts[i]
		if m.Mm == nil || now.Mm == nil {
			m.Mm, now.Mm = nil, nil
		}
		if m.Out == nil || now.Out == nil {
			m.Out, now.Out = nil, nil
		}
		was.Runouts, is.Runouts = append(was.Runouts, m), append(is.Runouts, now)
	}
	return was, is
}
