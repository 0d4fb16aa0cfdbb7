package speech

import (
	"errors"
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

// OfWork says whether work with such tools and consumables is done with what a caution is about.
func (c Caution) OfWork(laid ...string) bool {
	return slices.ContainsFunc(laid, func(has string) bool {
		return slices.ContainsFunc(c.With, func(with string) bool {
			return strings.Contains(strings.ToLower(has), with)
		})
	})
}

// Validate reports a caution that says nothing, or that no place and no work is told.
func (c Caution) Validate() error {
	for _, w := range c.Where {
		if !slices.Contains([]string{"check_in", "stand", "hand_over"}, w) {
			return fmt.Errorf("%q is no place where something is said: check_in, stand or hand_over", w)
		}
	}
	if c.Says == "" || len(c.Where)+len(c.With) == 0 || c.Source == "" {
		return errors.New("a caution needs a place or what it is done with, words and a source")
	}
	return c.When.Validate()
}
