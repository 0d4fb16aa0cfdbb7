package procedure

import "slices"

// MayOpen are the states that some way through the work opens on a bike, each once. holds says whether a
// fact of the bike has, or may have, one of some words.
func (p Procedure) MayOpen(holds func(fact string, words []string) bool) (open States) {
	for _, step := range p.Steps {
		if !p.mayCome(step, holds) {
			continue
		}
		for _, id := range step.Opens {
			if !slices.Contains(open, id) {
				open = append(open, id)
			}
		}
	}
	return open
}

// mayCome says whether a step can be there: what the bike itself answers leaves no choice.
func (p Procedure) mayCome(step Step, holds func(fact string, words []string) bool) bool {
	for _, c := range p.Choices {
		options, asked := step.If[c.ID]
		if !asked || c.Fact == "" {
			continue
		}
		var words []string
		for _, option := range options {
			words = append(words, c.Means(option)...)
		}
		if !holds(c.Fact, words) {
			return false
		}
	}
	return true
}
