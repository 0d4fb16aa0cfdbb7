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

// How far wheels and spokes are thought to lie off the model, and readings off what they read, as standard deviations
// (our own).
const (
	wheelsVary  = 0.25
	spokesVary  = 0.1
	runoutReads = 0.05 // mm
	tensionRead = 0.03 // of a tension
)

// Learn fits what is learnt of a wheel to a round: what was read before, what was turned, by spoke from 1, and what is
// read after. Places that were read only once tell nothing. The fit is least squares held to what is usual.
func (b *Bench) Learn(before Readings, turns []int, after Readings) {
	if len(turns) != b.Wheel.Spokes || !slices.ContainsFunc(turns, turned) {
		return
	}
	unlearnt := Bench{Wheel: b.Wheel, Aim: b.Aim, influence: b.influence, Learnt: Unlearnt(b.Wheel)}
	const whole = 3 // sideways, upright, tension
	n := whole + b.Wheel.Spokes
	normal, against := mat.NewSymDense(n, nil), mat.NewVecDense(n, nil)
	for k := range n {
		sd := spokesVary
		if k < whole {
			sd = wheelsVary
		}
		normal.SetSym(k, k, 1/(sd*sd))
	}
	row := mat.NewVecDense(n, nil)
	told := func(kind int, was, is float64, by []float64, sd float64) {
		row.Zero()
		expected := 0.0
		for k, t := range turns {
			row.SetVec(whole+k, float64(t)*by[k]/sd)
			expected += float64(t) * by[k]
		}
		row.SetVec(kind, expected/sd)
		normal.SymRankOne(normal, 1, row)
		against.AddScaledVec(against, (is-was-expected)/sd, row)
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
	var factored mat.Cholesky
	off := mat.NewVecDense(n, nil)
	if !factored.Factorize(normal) || factored.SolveVecTo(off, against) != nil {
		return
	}
	at := func(k int) float64 { return min(max(1+off.AtVec(k), 0.4), 1.8) }
	b.Learnt = Learnt{at(0), at(1), at(2), make([]float64, b.Wheel.Spokes)}
	for k := range b.Learnt.Spoke {
		b.Learnt.Spoke[k] = at(whole + k)
	}
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
