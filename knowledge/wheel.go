package knowledge

import (
	"errors"
	"slices"

	"utensil/core/bike"
	"utensil/knowledge/rolling"
)

// WheelsAt lists the wheels that an end of a bike may have, likeliest first.
func (b *Book) WheelsAt(end string, f bike.Facts) []rolling.Wheel {
	var fits, other []rolling.Wheel
	for _, w := range b.Wheels {
		switch {
		case w.End != end:
		case w.When.Holds(f):
			fits = append(fits, w)
		default:
			other = append(other, w)
		}
	}
	return slices.Concat(fits, other)
}

// Wheel finds a wheel.
func (b *Book) Wheel(id string) (rolling.Wheel, bool) { return find(b.Wheels, id) }

// TruenessFor is how true a wheel is made beside a brake.
func (b *Book) TruenessFor(brake string) rolling.Trueness {
	i := slices.IndexFunc(b.Trueness, func(t rolling.Trueness) bool { return slices.Contains(t.Brakes, brake) })
	if i < 0 {
		i = slices.IndexFunc(b.Trueness, func(t rolling.Trueness) bool { return len(t.Brakes) == 0 })
	}
	return b.Trueness[i]
}

// validateTrueness refuses a book that says nothing of some brakes.
func (b *Book) validateTrueness() error {
	if !slices.ContainsFunc(b.Trueness, func(t rolling.Trueness) bool { return len(t.Brakes) == 0 }) {
		return errors.New("one of them names no brakes, and is for all that the others do not name")
	}
	return nil
}

// TensionGauge finds a gauge.
func (b *Book) TensionGauge(id string) (rolling.TensionGauge, bool) { return find(b.Gauges, id) }
