package wheels

import (
	"maps"
	"slices"

	"utensil/core/wheel"
	"utensil/internal/workshop/record"
)

// round is a wheel as it was read, and what was turned since.
type round struct {
	read  wheel.Readings
	turns []int // by spoke

	turned bool // a nipple was, though it may have been turned back since
}

// replay is what happened at a wheel.
type replay struct {
	rounds []round
	seized []int
	steps  []WheelStep
	since  []WheelTurn // what was done at nipples in the last round, oldest first
}

// replayed goes through what was read and turned at a stand. What is read after something was
// turned begins a round.
func replayed(s *record.Sheet, b *WheelBench) replay {
	fresh := func() round { return round{turns: make([]int, b.wheel.Spokes)} }
	out := replay{rounds: []round{fresh()}, steps: []WheelStep{}}
	for _, x := range s.Ledger.Standing {
		step := WheelStep{ID: x.ID, By: x.ByName, At: x.At}
		last := &out.rounds[len(out.rounds)-1]
		switch read, turn := Reads.In(x.Content), Turns.In(x.Content); {
		case read != nil && s.Current(read.Stand) == b.ID:
			if last.turned {
				out.rounds, out.since = append(out.rounds, fresh()), nil
				last = &out.rounds[len(out.rounds)-1]
			}
			take(&last.read, *read)
			step.Says = readSays(*read)
		case turn != nil && s.Current(turn.Stand) == b.ID:
			if turn.Seized {
				out.seized = append(out.seized, turn.Spoke)
			} else {
				last.turns[turn.Spoke-1] += turn.Quarters
				last.turned = true
			}
			out.since = append(out.since, *turn)
			step.Says, step.Turn = turnSays(b.wheel, *turn), !turn.Seized
		default:
			continue
		}
		out.steps = append([]WheelStep{step}, out.steps...)
	}
	return out
}

// believed is what a round's wheel is taken to be as it was read: tensions and dish that were not
// read anew are what was expected of the round before.
func (p replay) believed(b *wheel.Bench, n int) wheel.Readings {
	r := p.rounds[n].read
	if n == 0 || len(r.Tensions) == b.Wheel.Spokes && r.Dish != nil {
		return r
	}
	expected := b.Predict(p.believed(b, n-1), p.rounds[n-1].turns)
	tensions := maps.Clone(expected.Tensions)
	maps.Copy(tensions, r.Tensions)
	r.Tensions = tensions
	if r.Dish == nil {
		r.Dish = expected.Dish
	}
	return r
}

// learn has the bench learn from the last round that was read again.
func (p replay) learn(b *wheel.Bench) {
	if n := len(p.rounds) - 1; n > 0 {
		b.Learn(p.rounds[n-1].read, p.rounds[n-1].turns, p.rounds[n].read)
	}
}

// planned is what is still to be turned in the last round, after what was turned of it; and the
// wheel as it is expected to stand now. What was turned otherwise than advised, or would not
// turn, is planned around.
func (p replay) planned(b *wheel.Bench, read wheel.Readings) (plan wheel.Plan, now wheel.Readings, err error) {
	now, b.Seized = read, slices.DeleteFunc(slices.Clone(p.seized), func(spoke int) bool {
		return slices.ContainsFunc(p.since, func(t WheelTurn) bool { return t.Seized && t.Spoke == spoke })
	})
	if plan, err = b.Plan(now); err != nil {
		return plan, now, err
	}
	for _, t := range p.since {
		one := make([]int, b.Wheel.Spokes)
		one[t.Spoke-1] = t.Quarters
		now = b.Predict(now, one)
		i := slices.IndexFunc(plan.Turns, func(w wheel.Turn) bool {
			return w.Spoke == t.Spoke && w.Quarters == t.Quarters
		})
		if i >= 0 {
			plan.Turns = slices.Delete(slices.Clone(plan.Turns), i, i+1)
			continue
		}
		if t.Seized {
			b.Seized = append(b.Seized, t.Spoke)
		}
		if plan, err = b.Plan(now); err != nil {
			return plan, now, err
		}
	}
	return plan, now, nil
}
