package diagnosis

import (
	"cmp"
	"slices"
)

// Advice is one thing to do next, with what it would tell.
type Advice struct {
	Action
	Gain    float64 // bits it is expected to tell
	Minutes float64 // it is expected to lose
	Whole   float64 // minutes until the cause is known, this first and the best after it
	Answers []Prospect
}

// Prospect is what one answer would change.
type Prospect struct {
	Answer int
	Chance float64 // of this answer
	Top    int     // the likeliest cause then
	Then   float64 // how likely it is then
}

// candidates bounds how many actions are thought through to the end.
const candidates = 4

// Next lists what can be done now, best first. Actions are first ranked by bits a minute; the
// best few of those are thought through: what is the whole hunt expected to take if this is
// done now and the rest goes by bits a minute? That is one step of policy improvement (Howard,
// Dynamic Programming and Markov Processes, 1960), but for the horizon and for answers too
// rare to follow.
func (b Belief) Next() []Advice {
	if b.Settled() {
		return nil
	}
	var list []Advice
	for _, a := range b.Open() {
		list = append(list, Advice{Action: a, Gain: b.gain(a), Minutes: b.cost(a)})
	}
	slices.SortStableFunc(list, func(x, y Advice) int { return cmp.Compare(y.Gain/y.Minutes, x.Gain/x.Minutes) })
	thought := list[:min(candidates, len(list))]
	memory := map[string]float64{}
	for i := range thought {
		thought[i].Whole = thought[i].Minutes
		for answer := range b.answers(thought[i].Action) {
			after := b.After(thought[i].Action, answer)
			thought[i].Whole += b.outcome(thought[i].Action, answer) * after.onward(memory, depth)
		}
	}
	slices.SortStableFunc(thought, func(x, y Advice) int { return cmp.Compare(x.Whole, y.Whole) })
	for i := range list {
		for answer := range b.answers(list[i].Action) {
			after := b.After(list[i].Action, answer)
			top, then := after.Top()
			list[i].Answers = append(list[i].Answers, Prospect{answer, b.outcome(list[i].Action, answer), top, then})
		}
	}
	return list
}

// depth bounds how far ahead a hunt is thought through; hardly any goes further.
const depth = 6

// greedy is the open action that tells most for its minutes.
func (b Belief) greedy() (Action, bool) {
	best, rate := Action{}, 0.0
	for _, a := range b.Open() {
		if r := b.gain(a) / b.cost(a); r > rate {
			best, rate = a, r
		}
	}
	return best, rate > 0
}

// onward is the minutes a hunt is expected to take from here when it goes by bits a minute.
func (b Belief) onward(memory map[string]float64, steps int) float64 {
	if b.Settled() {
		return 0
	}
	if steps == 0 {
		// Beyond the horizon the likeliest cause is put right.
		top, p := b.Top()
		return (1 - p) * b.m.Causes[top].Minutes
	}
	key := b.key()
	if known, before := memory[key]; before {
		return known
	}
	a, left := b.greedy()
	minutes := 0.0
	if left {
		minutes = b.cost(a)
		for answer := range b.answers(a) {
			if p := b.outcome(a, answer); p > 0.002 {
				minutes += p * b.After(a, answer).onward(memory, steps-1)
			}
		}
	}
	memory[key] = minutes
	return minutes
}

// Speaks is how much an answer speaks for a cause: how much likelier it is under that cause
// alone than under the others. Above 1 it speaks for it, below 1 against.
func (m *Model) Speaks(s Step, cause int) float64 {
	if s.Answer == CannotTell {
		return 1
	}
	b := m.Start()
	mine, others, weight := 0.0, 0.0, 0.0
	for h, hyp := range m.hypotheses {
		switch {
		case hyp.second < 0 && hyp.first == cause:
			mine = b.chance(s.Action, h, s.Answer)
		case !hyp.has(cause):
			others += hyp.prior * b.chance(s.Action, h, s.Answer)
			weight += hyp.prior
		}
	}
	return mine * weight / others
}

// Doubt is the share of the uncertainty about what is wrong that an action is expected to
// settle, 0 to 1.
func (b Belief) Doubt(a Advice) float64 {
	if all := b.entropy(); all > 0 {
		return a.Gain / all
	}
	return 0
}
