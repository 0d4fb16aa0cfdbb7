package knowledge

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"utensil/core/bike"
	"utensil/core/procedure"
)

// Passage is a way that several pieces of guided work share.
type Passage struct {
	procedure.Passage `yaml:",inline"`

	End    string `yaml:"end"` // front or rear, where there are two
	Source string `yaml:"source"`
}

func (g Passage) Key() string { return g.ID }

// On is what a state needs besides on some bikes.
type On struct {
	When  bike.Condition `yaml:"when"`
	Needs [][]string     `yaml:"needs"` // as a state's: of each list one is open when it is opened
}

// opened are the procedures with their passages opened out.
func (d *draft) opened() ([]Procedure, error) {
	passages := map[string]procedure.Passage{}
	for _, g := range d.Passages {
		if err := g.Validate(); err != nil {
			return nil, fmt.Errorf("%s: %w", d.origins.At("passages.yaml", g.ID), err)
		}
		passages[g.ID] = g.Passage
	}
	all := slices.Clone(d.Procedures)
	for i, p := range all {
		with, err := p.With(passages)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", d.origins.At("procedures", p.ID), err)
		}
		all[i].Procedure, all[i].Caution = with, d.warned(p)
	}
	return all, nil
}

// onSome proves that guided work does what a state needs on some bikes: it is walked as on such a bike.
func (b *Book) onSome(p Procedure, states procedure.StateBook) error {
	for _, s := range b.States {
		for _, on := range s.On {
			only, able := p.onlyWhere(on.When)
			if !able || !opens(only, s.ID) {
				continue
			}
			asks := maps.Clone(states)
			more := asks[s.ID]
			more.Needs = slices.Concat(more.Needs, on.Needs)
			asks[s.ID] = more
			if err := only.Prove(asks, b.Order()...); err != nil {
				return fmt.Errorf("on a bike with %s: %w", plainly(on.When), err)
			}
		}
	}
	return nil
}

// plainly words a condition.
func plainly(c bike.Condition) string {
	var said []string
	for _, fact := range slices.Sorted(maps.Keys(c)) {
		said = append(said, strings.ReplaceAll(fact, "_", " ")+" "+strings.Join(c[fact], " or "))
	}
	return strings.Join(said, ", ")
}

func opens(p procedure.Procedure, state string) bool {
	return slices.ContainsFunc(p.Steps, func(s procedure.Step) bool { return slices.Contains(s.Opens, state) })
}

// onlyWhere is the procedure as it goes on bikes for which a condition holds; false where it is
// for none of them.
func (p Procedure) onlyWhere(when bike.Condition) (procedure.Procedure, bool) {
	if p.When.Apart(when) {
		return procedure.Procedure{}, false
	}
	only := procedure.Procedure{Choices: slices.Clone(p.Choices), Steps: p.Steps}
	for i, c := range only.Choices {
		words, speaks := when[c.Fact]
		if c.Fact == "" || !speaks {
			continue
		}
		only.Choices[i].Options = slices.DeleteFunc(slices.Clone(c.Options), func(o procedure.Option) bool {
			return !slices.ContainsFunc(o.Means(), func(w string) bool { return slices.Contains(words, w) })
		})
	}
	return only, true
}
