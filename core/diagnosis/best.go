package diagnosis

import (
	"encoding/binary"
	"math"
	"slices"
)

// Best is the least minutes that any way of hunting can be expected to take, by exact
// dynamic programming over everything that can be answered. It grows with the product of all
// answers, so it is for complaints of a few causes and checks; found is false past limit
// beliefs.
func (m *Model) Best(limit int) (minutes float64, found bool) {
	s := &search{limit: limit, memory: map[string]float64{}}
	minutes = s.best(m.Start())
	return minutes, len(s.memory) < limit
}

type search struct {
	limit  int
	memory map[string]float64
}

func (s *search) best(b Belief) float64 {
	if b.Settled() {
		return 0
	}
	key := b.key()
	if known, before := s.memory[key]; before {
		return known
	}
	if len(s.memory) >= s.limit {
		return 0
	}
	least := math.Inf(1)
	for _, a := range b.Open() {
		minutes := b.cost(a)
		for answer := range b.answers(a) {
			minutes += b.outcome(a, answer) * s.best(b.After(a, answer))
		}
		least = min(least, minutes)
	}
	if math.IsInf(least, 1) {
		least = 0 // nothing is left to do
	}
	s.memory[key] = least
	return least
}

// key tells beliefs apart by what was done and what is believed.
func (b Belief) key() string {
	var mask uint64
	for _, a := range b.done {
		if a.Cause >= 0 {
			mask |= 1 << (32 + a.Cause)
		} else {
			mask |= 1 << a.Check
		}
	}
	text := binary.LittleEndian.AppendUint64(nil, mask)
	for h, w := range b.weight {
		text = binary.LittleEndian.AppendUint64(text, uint64(math.Round(w*1e9))<<8|uint64(b.now[h]))
	}
	return string(text)
}

// Run hunts for a fault by a way of choosing the next action, and returns the minutes it took
// and the cause it ended with. answer says what the bike shows.
func (m *Model) Run(choose func(Belief) (Action, bool), answer func(Belief, Action) int) (minutes float64, cause int) {
	b := m.Start()
	for !b.Settled() {
		a, left := choose(b)
		if !left || slices.Contains(b.done, a) {
			break
		}
		said := answer(b, a)
		if a.Cause < 0 {
			minutes += m.Checks[a.Check].Minutes
		} else if minutes++; said == NotCured {
			minutes += m.Causes[a.Cause].Minutes
		}
		b = b.After(a, said)
	}
	cause, _ = b.Top()
	return minutes, cause
}

// Advised chooses what Next puts first.
func Advised(b Belief) (Action, bool) {
	list := b.Next()
	if len(list) == 0 {
		return Action{}, false
	}
	return list[0].Action, true
}

// Checklist chooses by the order in which checks are written down, and then puts causes right
// from the commonest on: the usual way.
func Checklist(b Belief) (Action, bool) {
	open := b.Open()
	for _, a := range open {
		if a.Cause < 0 {
			return a, true
		}
	}
	slices.SortStableFunc(open, func(x, y Action) int {
		return int(math.Copysign(1, b.m.Causes[y.Cause].Weight-b.m.Causes[x.Cause].Weight))
	})
	if len(open) == 0 {
		return Action{}, false
	}
	return open[0], true
}

// Hidden is a bike with a fault that answers checks by chance, as the model says bikes do.
type Hidden struct {
	m     *Model
	fault int // the hypothesis
	dice  func() float64
}

// Hide draws a fault. dice gives numbers from 0 up to 1.
func (m *Model) Hide(dice func() float64) *Hidden {
	return &Hidden{m, draw(dice(), len(m.hypotheses), func(h int) float64 { return m.hypotheses[h].prior }), dice}
}

// Causes lists what is wrong.
func (h *Hidden) Causes() []int {
	hyp := h.m.hypotheses[h.fault]
	if hyp.second < 0 {
		return []int{hyp.first}
	}
	return []int{hyp.first, hyp.second}
}

// By is the same bike with other dice for its answers.
func (h *Hidden) By(dice func() float64) *Hidden { return &Hidden{h.m, h.fault, dice} }

// Answer is what the bike shows. A second cause stays when the first was put right.
func (h *Hidden) Answer(b Belief, a Action) int {
	alike := Belief{m: b.m, now: b.now}
	return draw(h.dice(), b.answers(a), func(answer int) float64 { return alike.chance(a, h.fault, answer) })
}

func draw(at float64, n int, chance func(int) float64) int {
	for i := range n {
		if at -= chance(i); at < 0 {
			return i
		}
	}
	return n - 1
}

// Remembered chooses as another does, and remembers what it chose for each belief.
func Remembered(choose func(Belief) (Action, bool)) func(Belief) (Action, bool) {
	type choice struct {
		Action
		left bool
	}
	known := map[string]choice{}
	return func(b Belief) (Action, bool) {
		key := b.key()
		c, before := known[key]
		if !before {
			c.Action, c.left = choose(b)
			known[key] = c
		}
		return c.Action, c.left
	}
}

// Expected is the minutes that a way of hunting is expected to take, over everything that
// can be answered.
func (m *Model) Expected(choose func(Belief) (Action, bool)) float64 {
	var from func(Belief) float64
	from = func(b Belief) float64 {
		a, left := choose(b)
		if b.Settled() || !left || slices.Contains(b.done, a) {
			return 0
		}
		minutes := b.cost(a)
		for answer := range b.answers(a) {
			minutes += b.outcome(a, answer) * from(b.After(a, answer))
		}
		return minutes
	}
	return from(m.Start())
}
