package knowledge

import (
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/core/procedure"
)

// readsWhatIsThere proves that each point that guided work reads is on every bike on which its
// step comes, and that what it finds there is put right by work for such a bike.
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
			proved := map[string]bool{}
			for _, told := range comes[s.ID] {
				only := p.only(told)
				narrow := narrowed(only, when, p.When)
				key := fmt.Sprint(narrow)
				if _, lacks := bike.Without(when, p.When, narrow); proved[key] || !lacks {
					proved[key] = true
					continue
				}
				if facts, lacks := bike.Without(when, p.When, only); lacks {
					return &procedure.Breach{Step: s.ID, Rule: says + facts}
				}
			}
		}
	}
	return nil
}

// narrowed is what a condition says of the facts that others speak of: what holds for every bike
// of it holds for every bike of the whole, and there are far fewer to go through.
func narrowed(c bike.Condition, to ...bike.Condition) bike.Condition {
	narrow := bike.Condition{}
	for fact, words := range c {
		if slices.ContainsFunc(to, func(o bike.Condition) bool { return o[fact] != nil }) {
			narrow[fact] = words
		}
	}
	return narrow
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
