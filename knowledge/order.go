package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/procedure"
)

// Order is which joints are tight before others are.
type Order struct {
	ID              string `yaml:"id"`
	End             string `yaml:"end"`
	Source          string `yaml:"source"`
	procedure.Order `yaml:",inline"`
}

func (o Order) Key() string { return o.ID }

// Order lists which joints are tight before others are.
func (b *Book) Order() []procedure.Order {
	all := make([]procedure.Order, len(b.Orders))
	for i, o := range b.Orders {
		all[i] = o.Order
	}
	return all
}

// validateRun proves that a run comes to no joint before those that are tight first.
func (b *Book) validateRun(r Run) error {
	if r.Name == "" {
		return errors.New("a run needs a name")
	}
	place := func(f Fastener) int {
		if i := slices.Index(r.Components, f.Component); i >= 0 {
			return i
		}
		return len(r.Components)
	}
	run := slices.Clone(b.Fasteners)
	slices.SortStableFunc(run, func(x, y Fastener) int { return place(x) - place(y) })
	at := map[string]int{}
	for i, f := range run {
		at[f.ID] = i
	}
	var errs []error
	for _, o := range b.Orders {
		for _, first := range o.First {
			for _, then := range o.Then {
				if at[then] < at[first] {
					errs = append(errs, fmt.Errorf("it comes to %s before %s: %s", then, first, o.Why))
				}
			}
		}
	}
	return errors.Join(errs...)
}

func (b *Book) validateOrder(o Order) error {
	if o.Why == "" || o.Source == "" || len(o.First) == 0 || len(o.Then) == 0 {
		return errors.New("an order of joints needs those that come first, those that come then, why, and a source")
	}
	for _, joint := range slices.Concat(o.First, o.Then) {
		if _, known := b.Fastener(joint); !known {
			return fmt.Errorf("there is no fastener %q", joint)
		}
		if slices.Contains(o.First, joint) && slices.Contains(o.Then, joint) {
			return fmt.Errorf("%s comes before itself", joint)
		}
	}
	return nil
}
