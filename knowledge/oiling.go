package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
)

// Oiling is a place that a tune oils without taking anything apart.
type Oiling struct {
	ID     string         `yaml:"id"`
	Name   string         `yaml:"name"`
	Short  string         `yaml:"short"` // beside the drawing
	At     string         `yaml:"at"`    // the point of the walk-round beside which it is drawn
	When   bike.Condition `yaml:"when"`
	With   string         `yaml:"with"` // a treatment
	Where  string         `yaml:"where"`
	Why    string         `yaml:"why"`
	Source string         `yaml:"source"`
}

func (o Oiling) Key() string { return o.ID }

func (b *Book) validateOiling(o Oiling) error {
	if o.Name == "" || o.Short == "" || o.Where == "" || o.Why == "" || o.Source == "" {
		return errors.New("what is oiled needs a name and a short one, where it goes, why, and a source")
	}
	if _, known := b.Treatment(o.With); !known {
		return fmt.Errorf("%q is no treatment", o.With)
	}
	if _, known := b.Point(o.At); !known {
		return fmt.Errorf("it is drawn beside %q, which is no point", o.At)
	}
	for _, end := range []string{"front", "rear"} {
		if o.At == end+"-lever" {
			if err := b.sparesSeals(o.With, o.When, end); err != nil {
				return err
			}
		}
	}
	return o.When.Validate()
}

// sparesSeals refuses what attacks the seals of a fluid where a brake at an end may hold some.
func (b *Book) sparesSeals(treatment string, when bike.Condition, end string) error {
	t, _ := b.Treatment(treatment)
	brake := end + "_brake"
	holds := slices.ContainsFunc([]string{"disc_hydraulic", "rim_hydraulic"}, func(kind string) bool {
		return len(when[brake]) == 0 || slices.Contains(when[brake], kind)
	})
	if t.Petroleum && holds {
		return fmt.Errorf("%s swells the seals of DOT fluid: beside a lever or a piston that fluid "+
			"works goes silicone grease, or its own fluid",
			t.Name)
	}
	return nil
}
