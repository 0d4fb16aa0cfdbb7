package knowledge

import (
	"fmt"
	"slices"
	"strings"

	"utensil/core/bike"
	"utensil/core/procedure"
)

// without is a bike that has all of some conditions and yet not one more, in words; false where there is none.
func without(wants bike.Condition, has ...bike.Condition) (string, bool) {
	for f := range bike.Every(append(slices.Clone(has), wants)...) {
		if slices.ContainsFunc(has, func(c bike.Condition) bool { return !c.Holds(f) }) || wants.Holds(f) {
			continue
		}
		var facts []string
		for fact := range wants {
			facts = append(facts, spokenFact(fact, f))
		}
		slices.Sort(facts)
		return strings.Join(facts, ", "), true
	}
	return "", false
}

func spokenFact(fact string, f bike.Facts) string {
	word, _ := f.Fact(fact)
	return strings.ReplaceAll(fact+" "+word, "_", " ")
}

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
			if facts, lacks := without(point.When, p.When, p.only(told)); lacks {
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
