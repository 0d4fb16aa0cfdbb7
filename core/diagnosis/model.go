// Package diagnosis finds the cause of a complaint: it weighs causes by what has been
// answered so far and says which check tells most for its minutes.
//
// A complaint has causes with prior weights and checks whose answers are more or less likely
// under each cause. Belief follows Bayes' rule exactly, over every single cause and over the
// pairs that commonly come together. Putting a cause right and trying the bike is a check
// like any other: when it does not cure, that is evidence too.
package diagnosis

import (
	"errors"
	"fmt"
	"math"
)

// Cause is one thing that can be behind a complaint.
type Cause struct {
	ID      string
	Weight  float64 // how often it is the cause, in relation to the others; above 0
	Minutes float64 // to put it right and try; above 0
}

// Pair is two causes that are met together, by their places among the causes.
type Pair struct {
	A, B   int
	Weight float64 // on the same scale as the weights of causes; above 0
}

// Check is one thing to look at or try.
type Check struct {
	ID      string
	Minutes float64     // above 0
	After   []int       // checks that come before it, by place
	Answers []string    // at least two; the last is the quiet one: nothing special is seen
	Likely  [][]float64 // for each cause, how likely each answer is; above 0, each row sums to 1
}

// Model is a complaint with its causes and checks, ready to be reasoned with.
type Model struct {
	Causes []Cause
	Checks []Check
	Pairs  []Pair

	hypotheses []hypothesis
	likely     [][][]float64 // by check, hypothesis, answer
	trial      [][]float64   // by cause and hypothesis, how likely a cure is
}

// hypothesis is what may be wrong: one cause, or two at once (second is -1 for one).
type hypothesis struct {
	first, second int
	prior         float64
}

func (h hypothesis) has(cause int) bool { return h.first == cause || h.second == cause }

// How likely a remedy cures when it meets the only cause, and when it does not. Common
// practice, no source: a remedy is sometimes botched, and a bike sometimes comes right by
// being handled.
const (
	cureHolds    = 0.95
	cureByChance = 0.02
)

// New makes a model and works out its hypotheses. It refuses figures that are no
// probabilities and checks that wait for each other.
func New(causes []Cause, checks []Check, pairs []Pair) (*Model, error) {
	m := &Model{Causes: causes, Checks: checks, Pairs: pairs}
	if err := m.validate(); err != nil {
		return nil, err
	}
	total := 0.0
	for i, c := range causes {
		m.hypotheses = append(m.hypotheses, hypothesis{i, -1, c.Weight})
		total += c.Weight
	}
	for _, p := range pairs {
		m.hypotheses = append(m.hypotheses, hypothesis{p.A, p.B, p.Weight})
		total += p.Weight
	}
	for i := range m.hypotheses {
		m.hypotheses[i].prior /= total
	}
	for _, c := range checks {
		rows := make([][]float64, len(m.hypotheses))
		for h, hyp := range m.hypotheses {
			rows[h] = c.Likely[hyp.first]
			if hyp.second >= 0 {
				rows[h] = together(c.Likely[hyp.first], c.Likely[hyp.second])
			}
		}
		m.likely = append(m.likely, rows)
	}
	for c := range causes {
		row := make([]float64, len(m.hypotheses))
		for h, hyp := range m.hypotheses {
			row[h] = cureByChance
			if hyp.first == c && hyp.second < 0 {
				row[h] = cureHolds
			}
		}
		m.trial = append(m.trial, row)
	}
	return m, nil
}

// together is how likely each answer is when two causes work at once: the quiet answer needs
// both to be quiet; the others share the rest as they would have shown alone.
func together(a, b []float64) []float64 {
	last := len(a) - 1
	out := make([]float64, len(a))
	out[last] = a[last] * b[last]
	loud := 0.0
	for i := range last {
		loud += a[i] + b[i]
	}
	for i := range last {
		out[i] = (1 - out[last]) * (a[i] + b[i]) / loud
	}
	return out
}

// Fault is what is wrong with a model, at a check or a cause: -1 for neither.
type Fault struct {
	Check, Cause int
	Problem      string
}

func (f *Fault) Error() string { return f.Problem }

func atCheck(i int, format string, args ...any) error {
	return &Fault{i, -1, fmt.Sprintf(format, args...)}
}
func atCause(i int, format string, args ...any) error {
	return &Fault{-1, i, fmt.Sprintf(format, args...)}
}

func (m *Model) validate() error {
	if len(m.Causes) < 2 || len(m.Checks) == 0 {
		return &Fault{-1, -1, "a complaint needs at least two causes and a check"}
	}
	var errs []error
	for i, c := range m.Causes {
		if !(c.Weight > 0) || !(c.Minutes > 0) {
			errs = append(errs, atCause(i, "the cause %s needs a weight and minutes above 0", c.ID))
		}
	}
	for _, p := range m.Pairs {
		if p.A == p.B || min(p.A, p.B) < 0 || max(p.A, p.B) >= len(m.Causes) || !(p.Weight > 0) {
			errs = append(errs, &Fault{-1, -1, "a pair is two different causes with a weight above 0"})
		}
	}
	for i, c := range m.Checks {
		if !(c.Minutes > 0) {
			errs = append(errs, atCheck(i, "the check %s needs minutes above 0", c.ID))
		}
		if len(c.Answers) < 2 || len(c.Likely) != len(m.Causes) {
			errs = append(errs, atCheck(i, "the check %s needs two answers or more, with a figure for every cause",
				c.ID))
			continue
		}
		for j, row := range c.Likely {
			sum := 0.0
			for _, p := range row {
				if !(p > 0) {
					sum = math.NaN()
				}
				sum += p
			}
			if len(row) != len(c.Answers) || !(math.Abs(sum-1) < 1e-9) {
				errs = append(errs, atCheck(i,
					"the answers of %s under %s do not add up to 1: each must be above 0", c.ID, m.Causes[j].ID))
			}
		}
		if m.waitsFor(i, i, map[int]bool{}) {
			errs = append(errs, atCheck(i, "the check %s comes after itself", c.ID))
		}
	}
	return errors.Join(errs...)
}

// waitsFor says whether a check comes, directly or not, after another.
func (m *Model) waitsFor(check, other int, seen map[int]bool) bool {
	for _, before := range m.Checks[check].After {
		if before == other {
			return true
		}
		if before >= 0 && before < len(m.Checks) && !seen[before] {
			seen[before] = true
			if m.waitsFor(before, other, seen) {
				return true
			}
		}
	}
	return false
}

// Tells reports checks that tell nothing, and causes that no answer speaks for.
func (m *Model) Tells() error {
	var errs []error
	start := m.Start()
	spoken := make([]bool, len(m.Causes))
	for i := range m.Checks {
		if start.gain(Action{Check: i, Cause: -1}) < 0.005 {
			errs = append(errs, atCheck(i, "the check %s tells nothing: its answers are as likely under every cause",
				m.Checks[i].ID))
		}
		for a := range m.Checks[i].Answers {
			after := start.After(Action{Check: i, Cause: -1}, a)
			for c := range m.Causes {
				spoken[c] = spoken[c] || odds(after.Of(c)) > odds(start.Of(c))*1.2
			}
		}
	}
	for c, said := range spoken {
		if !said {
			errs = append(errs, atCause(c, "no answer of any check speaks for the cause %s", m.Causes[c].ID))
		}
	}
	return errors.Join(errs...)
}

func odds(p float64) float64 { return p / max(1-p, 1e-12) }
