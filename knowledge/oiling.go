package knowledge

import (
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/knowledge/service"
)

func (b *Book) validateOiling(o service.Oiling) error {
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
	return o.Validate()
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
