package wheel

import (
	"math"
	"slices"
)

// order is the turns as they are made: round the rim from the valve where no spoke passes a limit
// on the way. Otherwise the next is each time the first that leaves none beyond, if need be by a
// part of its turn; where there is none, the round ends.
func (b *Bench) order(within bounds, turns []int) []step {
	o := ordering{left: slices.Clone(turns), tensions: slices.Clone(within.now), within: within,
		by: make([][]float64, len(turns))}
	for of := range o.by {
		o.by[of] = b.tensionBy(of + 1)
	}
	for {
		s, found := o.next()
		if !found {
			return o.made
		}
		o.take(s)
	}
}

type ordering struct {
	left     []int
	tensions []float64
	within   bounds
	by       [][]float64 // what a quarter-turn at each changes, by spoke
	made     []step
}

// next is the next turn: a whole one, or else a quarter.
func (o *ordering) next() (step, bool) {
	from := 0
	if len(o.made) > 0 {
		from = o.made[len(o.made)-1].at
	}
	for _, whole := range []bool{true, false} {
		for i := range o.left {
			at := (from + i) % len(o.left)
			s := step{at, o.left[at]}
			if !whole {
				s.by = sign(s.by)
			}
			if s.by != 0 && o.fits(s) {
				return s, true
			}
		}
	}
	return step{}, false
}

// fits says whether every tension stays within its limits.
func (o *ordering) fits(s step) bool {
	for of, t := range o.tensions {
		then := t + float64(s.by)*o.by[of][s.at]
		if then > o.within.most[of] || then < o.within.least[of] {
			return false
		}
	}
	return true
}

func (o *ordering) take(s step) {
	for of := range o.tensions {
		o.tensions[of] += float64(s.by) * o.by[of][s.at]
	}
	o.left[s.at] -= s.by
	if last := len(o.made) - 1; last >= 0 && o.made[last].at == s.at {
		o.made[last].by += s.by
		return
	}
	o.made = append(o.made, s)
}

// told is a round as it is told at the stand.
func (b *Bench) told(r Readings, within bounds, order []step) []Turn {
	after := b.Predict(r, b.summed(order))
	var all []Turn
	for _, s := range order {
		side := b.Wheel.Side(s.at + 1)
		tension, read := after.Tensions[s.at+1]
		heaviest := max(within.now[s.at], tension)
		if !read {
			tension, heaviest = math.NaN(), b.level(r)*b.Wheel.Share(side)
		}
		all = append(all, Turn{Spoke: s.at + 1, Side: side, Quarters: s.by, Tension: tension,
			Past: b.Wheel.WindUp(side, heaviest)})
	}
	return all
}

// summed is what an order comes to, by spoke from 1.
func (b *Bench) summed(order []step) []int {
	turns := make([]int, b.Wheel.Spokes)
	for _, s := range order {
		turns[s.at] += s.by
	}
	return turns
}
