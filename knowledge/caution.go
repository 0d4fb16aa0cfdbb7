package knowledge

import (
	"slices"
	"strings"

	"utensil/core/bike"
	"utensil/knowledge/speech"
)

// CautionsFor lists what is said of a bike somewhere; what is said of work alone is not among it.
func (b *Book) CautionsFor(f bike.Facts) []speech.Caution {
	return slices.DeleteFunc(slices.Clone(b.Cautions),
		func(c speech.Caution) bool { return len(c.Where) == 0 || !c.When.Holds(f) })
}

// warned is the caution of guided work with those of what it is done with behind it.
func (b *Book) warned(p Procedure) string {
	says := p.Caution
	for _, c := range b.Cautions {
		if c.OfWork(append(slices.Clone(p.Tools), p.Consumables...)...) && !strings.Contains(says, c.Says) {
			says += " " + c.Says
		}
	}
	return says
}
