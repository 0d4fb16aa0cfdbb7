package procedure

import (
	"fmt"
	"maps"
	"reflect"
	"slices"
)

// Passage is a way that several pieces of work share, written once: a wheel out, a wheel home.
// The step of it that has no id is its main one, and takes the id of the step that uses the
// passage.
type Passage struct {
	ID      string   `yaml:"id"`
	Choices []Choice `yaml:"choices"`
	Steps   []Step   `yaml:"steps"`
}

// Validate refuses a passage that no step could use.
func (g Passage) Validate() error {
	main := 0
	for _, s := range g.Steps {
		if s.ID == "" {
			main++
		}
		if s.Use != "" || len(s.Outcomes) > 0 {
			return fmt.Errorf("step %s: a passage goes straight on, and uses no other", s.ID)
		}
	}
	if main != 1 {
		return fmt.Errorf("one step of a passage is its main one, and has no id: here %d have none", main)
	}
	return nil
}

// With is the procedure with each step that uses a passage opened out into the passage's. What
// leads to such a step leads to the passage's first; a gate waits for its main one. Choices of a
// passage come after the procedure's own, each once. A step that uses a passage says no more than
// its id, its gate and under which choices it is there.
func (p Procedure) With(passages map[string]Passage) (Procedure, error) {
	if !slices.ContainsFunc(p.Steps, func(s Step) bool { return s.Use != "" }) {
		return p, nil
	}
	out := Procedure{Choices: slices.Clone(p.Choices)}
	first := map[string]string{}
	for _, s := range p.Steps {
		if s.Use == "" {
			out.Steps = append(out.Steps, s)
			continue
		}
		g, known := passages[s.Use]
		if !known {
			return p, fmt.Errorf("step %s: there is no passage %q", s.ID, s.Use)
		}
		steps, err := g.at(s)
		if err != nil {
			return p, err
		}
		first[s.ID] = steps[0].ID
		out.Steps = append(out.Steps, steps...)
		for _, c := range g.Choices {
			if !slices.ContainsFunc(out.Choices, func(o Choice) bool { return o.ID == c.ID }) {
				out.Choices = append(out.Choices, c)
			}
		}
	}
	for i, s := range out.Steps {
		out.Steps[i].Outcomes = slices.Clone(s.Outcomes)
		for n, o := range s.Outcomes {
			if to, used := first[o.To]; used {
				out.Steps[i].Outcomes[n].To = to
			}
			if then, used := first[o.Then]; used {
				out.Steps[i].Outcomes[n].Then = then
			}
		}
	}
	return out, nil
}

// at is the passage in the place of a step.
func (g Passage) at(use Step) ([]Step, error) {
	if !reflect.DeepEqual(use, Step{ID: use.ID, Use: use.Use, Gate: use.Gate, If: use.If}) { // nothing said is lost
		return nil, fmt.Errorf("step %s: it uses a passage, and says no more than its gate and its choices", use.ID)
	}
	steps := slices.Clone(g.Steps)
	for i, s := range steps {
		if s.ID == "" {
			steps[i].ID, steps[i].Gate = use.ID, use.Gate
		}
		if len(use.If) == 0 {
			continue
		}
		steps[i].If = maps.Clone(use.If)
		for choice, options := range s.If {
			if _, both := use.If[choice]; both {
				return nil, fmt.Errorf("step %s: %s decides both over it and over its passage", use.ID, choice)
			}
			steps[i].If[choice] = options
		}
	}
	return steps, nil
}
