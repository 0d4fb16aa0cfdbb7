package complaint

import (
	"utensil/core/bike"
	"utensil/core/diagnosis"
)

// Hunt is a complaint as it is on one bike, ready to be reasoned with. Its causes and checks
// stand in the order of the model's.
type Hunt struct {
	Fault  Fault
	Causes []Cause
	Checks []Check
	Model  *diagnosis.Model
}

// On is the complaint on a bike: without the causes and checks it cannot have.
func (f Fault) On(facts bike.Facts) (*Hunt, error) {
	return f.Hunt(func(c bike.Condition) bool { return c.Holds(facts) })
}

// Hunt is the complaint with the causes and checks for which a condition holds.
func (f Fault) Hunt(holds func(bike.Condition) bool) (*Hunt, error) {
	h := &Hunt{Fault: f}
	var causes []diagnosis.Cause
	place := map[string]int{}
	for _, c := range f.Causes {
		if holds(c.When) {
			place[c.ID] = len(h.Causes)
			h.Causes = append(h.Causes, c)
			causes = append(causes, diagnosis.Cause{ID: c.ID, Weight: diagnosis.Frequency[c.Common],
				Minutes: c.Minutes})
		}
	}
	var pairs []diagnosis.Pair
	for _, p := range f.Together {
		a, hasA := place[p[0]]
		b, hasB := place[p[1]]
		if hasA && hasB {
			pairs = append(pairs, diagnosis.Pair{A: a, B: b, Weight: diagnosis.Frequency["rare"]})
		}
	}
	at := map[string]int{}
	for _, c := range f.Checks {
		if holds(c.When) {
			at[c.ID] = len(h.Checks)
			h.Checks = append(h.Checks, c)
		}
	}
	var checks []diagnosis.Check
	for _, c := range h.Checks {
		check := diagnosis.Check{ID: c.ID, Minutes: c.Minutes}
		for _, before := range c.After {
			if i, here := at[before]; here {
				check.After = append(check.After, i)
			}
		}
		for _, a := range c.Answers {
			check.Answers = append(check.Answers, a.Say)
		}
		for _, cause := range h.Causes {
			check.Likely = append(check.Likely, c.likely(cause.ID))
		}
		checks = append(checks, check)
	}
	var err error
	h.Model, err = diagnosis.New(causes, checks, pairs)
	return h, err
}

// likely is how likely each answer is under a cause; the last takes the rest.
func (c Check) likely(cause string) []float64 {
	row := make([]float64, len(c.Answers))
	rest := 1.0
	for i, a := range c.Answers[:len(c.Answers)-1] {
		word, given := a.If[cause]
		if !given {
			word = a.Else
		}
		row[i] = diagnosis.Chance[word]
		rest -= row[i]
	}
	row[len(row)-1] = max(rest, 0) // nothing left is refused by the model
	return row
}
