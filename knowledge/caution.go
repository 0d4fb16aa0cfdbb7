package knowledge

import (
	"fmt"
	"slices"
	"strings"

	"utensil/core/bike"
)

// Caution is said once where it matters, by what a bike is.
type Caution struct {
	ID     string         `yaml:"id" json:"id"`
	Where  []string       `yaml:"where" json:"where" enum:"check_in,stand,hand_over"`
	With   []string       `yaml:"with" json:"-"` // tools or consumables of the work that it is said before
	When   bike.Condition `yaml:"when" json:"-"`
	Says   string         `yaml:"says" json:"says"`
	Source string         `yaml:"source" json:"source"`
}

func (c Caution) Key() string { return c.ID }

// CautionsFor lists what is said of a bike somewhere; what is said of work alone is not among it.
func (b *Book) CautionsFor(f bike.Facts) []Caution {
	return slices.DeleteFunc(slices.Clone(b.Cautions),
		func(c Caution) bool { return len(c.Where) == 0 || !c.When.Holds(f) })
}

// ofWork says whether guided work is done with what a caution is about.
func (c Caution) ofWork(p Procedure) bool {
	return slices.ContainsFunc(slices.Concat(p.Tools, p.Consumables), func(has string) bool {
		return slices.ContainsFunc(c.With, func(with string) bool {
			return strings.Contains(strings.ToLower(has), with)
		})
	})
}

// warned is the caution of guided work with those of what it is done with behind it.
func (b *Book) warned(p Procedure) string {
	says := p.Caution
	for _, c := range b.Cautions {
		if c.ofWork(p) && !strings.Contains(says, c.Says) {
			says += " " + c.Says
		}
	}
	return says
}

func (c Caution) validate() error {
	for _, w := range c.Where {
		if !slices.Contains([]string{"check_in", "stand", "hand_over"}, w) {
			return fmt.Errorf("%q is no place where something is said: check_in, stand or hand_over", w)
		}
	}
	if err := c.When.Validate(); err != nil {
		return err
	}
	return sourced("a caution needs a place or what it is done with, words and a source",
		c.Says != "" && len(c.Where)+len(c.With) > 0,
		c.Source)
}
