package knowledge

import (
	"fmt"
	"slices"

	"utensil/core/bike"
)

// Caution is said once where it matters, by what a bike is.
type Caution struct {
	ID     string         `yaml:"id" json:"id"`
	Where  []string       `yaml:"where" json:"where" enum:"check_in,stand,hand_over"`
	When   bike.Condition `yaml:"when" json:"-"`
	Says   string         `yaml:"says" json:"says"`
	Source string         `yaml:"source" json:"source"`
}

func (c Caution) Key() string { return c.ID }

// CautionsFor lists what is said of a bike.
func (b *Book) CautionsFor(f bike.Facts) []Caution {
	return slices.DeleteFunc(slices.Clone(b.Cautions), func(c Caution) bool { return !c.When.Holds(f) })
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
	return sourced("a caution needs a place, words and a source", c.Says != "" && len(c.Where) > 0, c.Source)
}
