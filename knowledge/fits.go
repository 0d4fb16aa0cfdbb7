package knowledge

import (
	"fmt"

	"utensil/core/bike"
	"utensil/core/procedure"
)

// readsWhatIsThere proves that each point that guided work reads is on every bike on which its step comes.
func (b *Book) readsWhatIsThere(p Procedure) error {
	comes, err := p.Comes()
	if err != nil {
		return err
	}
	for _, s := range p.Steps {
		if s.Record == nil || s.Record.Point == "" {
			continue
		}
		point, _ := b.Point(s.Record.Point)
		for _, told := range comes[s.ID] {
			if facts, lacks := bike.Without(point.When, p.When, p.only(told)); lacks {
				return &procedure.Breach{Step: s.ID, Rule: fmt.Sprintf("it reads %s, which a bike with %s does not have", point.ID, facts)}
			}
		}
	}
	return nil
}

// only is what a bike is that gives some answers to the choices of a procedure.
func (p Procedure) only(told map[string]string) bike.Condition {
	only := bike.Condition{}
	for _, c := range p.Choices {
		if answer := told[c.ID]; c.Fact != "" && answer != "" {
			only[c.Fact] = c.Means(answer)
		}
	}
	return only
}
