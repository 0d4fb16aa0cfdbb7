package knowledge

import (
	"fmt"

	"utensil/core/bike"
	"utensil/core/procedure"
)

// readsWhatIsThere proves that each point that guided work reads is on every bike on which its step comes, and that what it
// finds there is put right by work for such a bike.
func (b *Book) readsWhatIsThere(p Procedure) error {
	comes, err := p.Comes()
	if err != nil {
		return err
	}
	for _, s := range p.Steps {
		wants := map[string]bike.Condition{}
		if s.Record != nil && s.Record.Point != "" {
			point, _ := b.Point(s.Record.Point)
			wants["it reads "+point.ID+", which is not for a bike with "] = point.When
		}
		for _, o := range s.Outcomes {
			if o.Finds != nil && o.Finds.Work != "" {
				work, _ := b.Operation(o.Finds.Work)
				wants[fmt.Sprintf("“%s” is put right by %s, which is not for a bike with ", o.Say, work.ID)] = work.When
			}
		}
		for says, when := range wants {
			for _, told := range comes[s.ID] {
				if facts, lacks := bike.Without(when, p.When, p.only(told)); lacks {
					return &procedure.Breach{Step: s.ID, Rule: says + facts}
				}
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
