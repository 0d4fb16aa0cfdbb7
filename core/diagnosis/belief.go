package diagnosis

import (
	"math"
	"slices"
)

// Action is a check, or a cause put right and tried. The other field is -1.
type Action struct{ Check, Cause int }

// Look is the action of a check, and Try that of putting a cause right.
func Look(check int) Action { return Action{check, -1} }
func Try(cause int) Action  { return Action{-1, cause} }

// CannotTell is the answer of a check that was done and told nothing.
const CannotTell = -1

// The answers of a cause put right and tried.
const (
	Cured = iota
	NotCured
)

// Step is one action with its answer.
type Step struct {
	Action
	Answer int
}

// Belief is what is believed after some steps. It is a value: After returns another.
type Belief struct {
	m      *Model
	weight []float64 // of each hypothesis; sums to 1
	now    []int     // the hypothesis each has become: of two causes, one may have been put right
	done   []Action
	fit    []float64 // how well each hypothesis explains the answers, 1 at best
	cured  int       // the cause whose remedy cured, or -1
}

// Start is the belief before anything was looked at.
func (m *Model) Start() Belief {
	b := Belief{m: m, cured: -1}
	for i, h := range m.hypotheses {
		b.weight, b.now, b.fit = append(b.weight, h.prior), append(b.now, i), append(b.fit, 1)
	}
	return b
}

// Weigh is the belief after steps in their order.
func (m *Model) Weigh(steps []Step) Belief {
	b := m.Start()
	for _, s := range steps {
		b = b.After(s.Action, s.Answer)
	}
	return b
}

// chance is how likely an answer is under the hypothesis that h has become.
func (b Belief) chance(a Action, h, answer int) float64 {
	if a.Cause < 0 {
		return b.m.likely[a.Check][b.now[h]][answer]
	}
	if p := b.m.trial[a.Cause][b.now[h]]; answer == Cured {
		return p
	} else {
		return 1 - p
	}
}

// answers counts the answers of an action.
func (b Belief) answers(a Action) int {
	if a.Cause >= 0 {
		return 2
	}
	return len(b.m.Checks[a.Check].Answers)
}

// After is the belief once an action was answered.
func (b Belief) After(a Action, answer int) Belief {
	next := Belief{m: b.m, cured: b.cured, now: b.now, weight: slices.Clone(b.weight), fit: slices.Clone(b.fit),
		done: append(slices.Clip(b.done), a)}
	if answer == CannotTell {
		return next
	}
	total := 0.0
	for h := range next.weight {
		p := b.chance(a, h, answer)
		best := p
		for other := range b.answers(a) {
			best = max(best, b.chance(a, h, other))
		}
		next.weight[h] *= p
		next.fit[h] *= p / best
		total += next.weight[h]
	}
	for h := range next.weight {
		next.weight[h] /= total
	}
	switch {
	case a.Cause >= 0 && answer == Cured:
		next.cured = a.Cause
	case a.Cause >= 0:
		next.now = slices.Clone(b.now)
		for h, was := range b.now {
			hyp := b.m.hypotheses[was]
			if hyp.second < 0 || !hyp.has(a.Cause) {
				continue
			}
			next.now[h] = hyp.first // singles stand first, in the order of the causes
			if hyp.first == a.Cause {
				next.now[h] = hyp.second
			}
		}
	}
	return next
}

// Of is how likely it is that a cause is there, alone or with another.
func (b Belief) Of(cause int) float64 {
	p := 0.0
	for h, w := range b.weight {
		if b.m.hypotheses[b.now[h]].has(cause) {
			p += w
		}
	}
	return p
}

// Top is the likeliest cause.
func (b Belief) Top() (cause int, p float64) {
	if b.cured >= 0 {
		return b.cured, 1
	}
	for c := range b.m.Causes {
		if q := b.Of(c); q > p {
			cause, p = c, q
		}
	}
	return cause, p
}

// sure is how likely a cause must be before it is worth putting right without looking on.
const sure = 0.95

// Settled says whether looking on is not worth it: a remedy cured, or one cause is as good
// as certain.
func (b Belief) Settled() bool {
	_, p := b.Top()
	return p >= sure
}

// Fits is how well the best hypothesis explains what was answered: 1 when every answer is the
// one expected of it. Under Odd, the answers contradict each other or the cause is not listed.
func (b Belief) Fits() float64 { return slices.Max(b.fit) }

// Odd is the fit under which no known cause explains the answers: two of them that are each
// hardly ever given under the cause that explains the rest best.
const Odd = 0.02

// Exhausted says whether every cause was put right and none cured.
func (b Belief) Exhausted() bool {
	for c := range b.m.Causes {
		if !slices.Contains(b.done, Try(c)) {
			return false
		}
	}
	return b.cured < 0
}

// entropy is the uncertainty about what is wrong, in bits.
func (b Belief) entropy() float64 {
	by := make([]float64, len(b.m.hypotheses))
	for h, w := range b.weight {
		by[b.now[h]] += w
	}
	e := 0.0
	for _, p := range by {
		if p > 0 {
			e -= p * math.Log2(p)
		}
	}
	return e
}

// outcome is how likely an answer is, whatever the cause.
func (b Belief) outcome(a Action, answer int) float64 {
	p := 0.0
	for h, w := range b.weight {
		p += w * b.chance(a, h, answer)
	}
	return p
}

// gain is how many bits an action is expected to tell.
func (b Belief) gain(a Action) float64 {
	left := 0.0
	for answer := range b.answers(a) {
		if p := b.outcome(a, answer); p > 0 {
			after := b.After(a, answer)
			if after.cured >= 0 {
				continue // nothing is left to find
			}
			left += p * after.entropy()
		}
	}
	return max(b.entropy()-left, 0)
}

// cost is the minutes an action is expected to lose. Putting right what was wrong is not
// lost: it had to be done; a minute goes on deciding.
func (b Belief) cost(a Action) float64 {
	if a.Cause < 0 {
		return b.m.Checks[a.Check].Minutes
	}
	return 1 + b.m.Causes[a.Cause].Minutes*b.outcome(a, NotCured)
}

// Open lists what can be done now: checks whose turn has come, and causes that are not put
// right yet and not as good as ruled out.
func (b Belief) Open() []Action {
	var out []Action
	for i, c := range b.m.Checks {
		ready := !slices.Contains(b.done, Look(i))
		for _, before := range c.After {
			ready = ready && slices.Contains(b.done, Look(before))
		}
		if ready {
			out = append(out, Look(i))
		}
	}
	for c := range b.m.Causes {
		if !slices.Contains(b.done, Try(c)) && b.Of(c) > 0.005 {
			out = append(out, Try(c))
		}
	}
	return out
}
