package wheel

import (
	"cmp"
	"math"
	"slices"

	"gonum.org/v1/gonum/mat"
)

func turned(quarters int) bool { return quarters != 0 }

// heldBack is the share of the limit that a plan keeps away from it: a spoke answers otherwise
// than expected, and its tension was read with some error.
const heldBack = 0.08

// bounds are what tensions may be: each spoke's limits with something held back, or what it has
// where that is beyond already.
type bounds struct {
	now         []float64 // NaN where not read
	least, most []float64
}

func (b *Bench) bounds(r Readings) bounds {
	n := b.Wheel.Spokes
	out := bounds{make([]float64, n), make([]float64, n), make([]float64, n)}
	for i := range n {
		out.least[i] = b.Aim.Least * b.Wheel.Share(b.Wheel.Side(i+1)) * (1 + heldBack)
		out.most[i] = b.Aim.Most * (1 - heldBack)
		out.now[i] = math.NaN()
		if t, read := r.Tensions[i+1]; read {
			out.now[i], out.least[i], out.most[i] = t, min(out.least[i], t), max(out.most[i], t)
		}
	}
	return out
}

// exchange rounds turns to quarters: from the nearest whole ones within the limits, one spoke or
// two are changed by a quarter as long as that betters the sum.
func (b *Bench) exchange(r rows, relaxed []float64, within bounds) []int {
	n := b.Wheel.Spokes
	s := search{n: n, turns: make([]int, n), within: within, tensions: slices.Clone(within.now), fixed: make([]bool, n),
		by: make([][]float64, n)}
	s.normal.Mul(r.does.T(), r.does)
	s.slope.MulVec(r.does.T(), r.off)
	for i := range n {
		s.by[i] = make([]float64, n)
		s.fixed[i] = slices.Contains(b.Seized, i+1)
	}
	for of := range n {
		for k, by := range b.tensionBy(of + 1) {
			s.by[k][of] = by
		}
	}
	// The most wanted first, a quarter at a time, so that what a limit leaves room for is shared out.
	inOrder := make([]int, n)
	for i := range inOrder {
		inOrder[i] = i
	}
	slices.SortStableFunc(inOrder, func(i, j int) int {
		return cmp.Compare(math.Abs(relaxed[j]), math.Abs(relaxed[i]))
	})
	for round := range mostAtOnce {
		for _, i := range inOrder {
			if q := math.Round(relaxed[i]); math.Abs(q) > float64(round) {
				s.take(step{i, int(math.Copysign(1, q))})
			}
		}
	}
	for range 40 * n { // each step betters the sum: it ends by itself long before
		if !s.better() {
			break
		}
	}
	return s.turns
}

// step is a change by so many quarters at a spoke.
type step struct{ at, by int }

type search struct {
	n        int
	turns    []int
	fixed    []bool
	within   bounds
	tensions []float64
	by       [][]float64 // what a quarter at one changes of each tension
	normal   mat.Dense
	slope    mat.VecDense // half the sum's slope
}

// gain is by how much steps better the sum; none where they are not allowed.
func (s *search) gain(steps ...step) float64 {
	worse := 0.0
	for i, a := range steps {
		now := s.turns[a.at]
		then := now + a.by
		if s.fixed[a.at] || max(then, -then) > mostAtOnce {
			return math.Inf(-1)
		}
		d := float64(a.by)
		worse += 2*d*s.slope.AtVec(a.at) + d*d*s.normal.At(a.at, a.at) + price(then) - price(now)
		for _, o := range steps[:i] {
			worse += 2 * d * float64(o.by) * s.normal.At(a.at, o.at)
		}
	}
	return -worse
}

func price(quarters int) float64 {
	if quarters == 0 {
		return 0
	}
	return perSpoke + perQuarter*float64(quarters*quarters)
}

// allowed says whether every tension stays within its limits.
func (s *search) allowed(steps ...step) bool {
	for of, t := range s.tensions {
		for _, a := range steps {
			t += float64(a.by) * s.by[a.at][of]
		}
		if t < s.within.least[of] || t > s.within.most[of] {
			return false
		}
	}
	return true
}

// take makes steps that are allowed.
func (s *search) take(steps ...step) {
	if !s.allowed(steps...) || math.IsInf(s.gain(steps...), -1) {
		return
	}
	for _, a := range steps {
		s.turns[a.at] += a.by
		s.slope.AddScaledVec(&s.slope, float64(a.by), s.normal.ColView(a.at))
		for of := range s.tensions {
			s.tensions[of] += float64(a.by) * s.by[a.at][of]
		}
	}
}

// better makes the step, or the two, that better the sum most.
func (s *search) better() bool {
	const least = 1e-9
	best, most := []step(nil), least
	try := func(steps ...step) {
		if g := s.gain(steps...); g > most && s.allowed(steps...) {
			best, most = slices.Clone(steps), g
		}
	}
	for i := range s.n {
		for _, q := range []int{1, -1} {
			try(step{i, q})
			for near := 1; near <= 4; near++ {
				for _, p := range []int{1, -1} {
					try(step{i, q}, step{(i + near) % s.n, p})
				}
			}
		}
	}
	if best == nil {
		return false
	}
	s.take(best...)
	return true
}

func sign(q int) int { return cmp.Compare(q, 0) }
