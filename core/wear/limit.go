package wear

import (
	"errors"
	"fmt"

	"utensil/core/measure"
)

// Direction says which way a part wears.
type Direction string

// A chain's figure rises as it wears; a pad's falls.
const (
	Rises Direction = "rises"
	Falls Direction = "falls"
)

// Limit is where a measured part changes mark. Figures are in the base unit of what is
// measured; a limit is reached at its figure, not beyond it. Watch and Unsafe may be absent.
type Limit struct {
	Direction Direction `yaml:"direction"`
	Watch     *float64  `yaml:"watch"`
	Due       float64   `yaml:"due"`
	Unsafe    *float64  `yaml:"unsafe"`
	Source    string    `yaml:"source"`
}

// Validate reports a limit that has no source or whose steps are out of order.
func (l Limit) Validate() error {
	if l.Direction != Rises && l.Direction != Falls {
		return fmt.Errorf("direction is %q: rises or falls", string(l.Direction))
	}
	if l.Source == "" {
		return errors.New("a limit needs a source")
	}
	if l.Watch != nil && !l.reached(l.Due, *l.Watch) {
		return fmt.Errorf("watch at %g comes after due at %g", *l.Watch, l.Due)
	}
	if l.Unsafe != nil && !l.reached(*l.Unsafe, l.Due) {
		return fmt.Errorf("unsafe at %g comes before due at %g", *l.Unsafe, l.Due)
	}
	return nil
}

// Mark is the mark of a figure v.
func (l Limit) Mark(v float64) Mark {
	switch {
	case l.Unsafe != nil && l.reached(v, *l.Unsafe):
		return Unsafe
	case l.reached(v, l.Due):
		return Due
	case l.Watch != nil && l.reached(v, *l.Watch):
		return Watch
	}
	return Sound
}

// Marked returns the limit with its due figure replaced by one read off the part or its
// maker's manual. Watch and unsafe keep their distance from it.
func (l Limit) Marked(due float64, source string) Limit {
	shift := due - l.Due
	moved := Limit{Direction: l.Direction, Due: due, Source: source}
	if l.Watch != nil {
		w := *l.Watch + shift
		moved.Watch = &w
	}
	if l.Unsafe != nil {
		u := max(*l.Unsafe+shift, 0)
		moved.Unsafe = &u
	}
	return moved
}

// slack forgives the last bits of a decimal figure: 1.0 typed is 1.0 on the limit.
const slack = 1e-9

func (l Limit) reached(v, step float64) bool {
	if l.Direction == Rises {
		return v >= step-slack
	}
	return v <= step+slack
}

// Zone is a stretch of a gauge with one mark.
type Zone struct {
	From float64 `json:"from"`
	To   float64 `json:"to"`
	Mark Mark    `json:"mark"`
}

// Zones divides the span of a gauge by mark, in rising order of the figure. Stretches
// outside the span are left out.
func (l Limit) Zones(span measure.Range) []Zone {
	type step struct {
		at   float64
		mark Mark
	}
	steps := []step{{l.Due, Due}}
	if l.Watch != nil {
		steps = append([]step{{*l.Watch, Watch}}, steps...)
	}
	if l.Unsafe != nil {
		steps = append(steps, step{*l.Unsafe, Unsafe})
	}
	clamp := func(v float64) float64 { return min(max(v, span.Min), span.Max) }
	var zones []Zone
	mark, from := Sound, span.Min
	if l.Direction == Falls {
		from = span.Max
	}
	add := func(to float64, m Mark) {
		a, b := min(from, to), max(from, to)
		if b-a <= slack {
			return
		}
		if z := (Zone{a, b, m}); l.Direction == Rises {
			zones = append(zones, z)
		} else {
			zones = append([]Zone{z}, zones...)
		}
	}
	for _, s := range steps {
		add(clamp(s.at), mark)
		from, mark = clamp(s.at), s.mark
	}
	if l.Direction == Rises {
		add(span.Max, mark)
	} else {
		add(span.Min, mark)
	}
	return zones
}
