package wear

import "utensil/core/measure"

// Scale is how a figure is shown: its ruling, what lies beyond each limit, and what is aimed at.
// Who draws it knows no limit of its own.
type Scale struct {
	Unit   string         `json:"unit"`
	Ruling measure.Ruling `json:"ruling"`
	Zones  []Zone         `json:"zones"`
	Target *Span          `json:"target,omitempty"`
}

// Span is what is aimed at, from one figure to another.
type Span struct {
	From float64 `json:"from"`
	To   float64 `json:"to"`
}

// Between is a scale on which right lies between two figures, and what is outside has a mark.
func Between(unit string, ruling measure.Ruling, from, to float64, outside Mark) Scale {
	s := Scale{Unit: unit, Ruling: ruling, Zones: []Zone{}, Target: &Span{from, to}}
	if from > ruling.Min {
		s.Zones = append(s.Zones, Zone{ruling.Min, from, outside})
	}
	if to < ruling.Max {
		s.Zones = append(s.Zones, Zone{to, ruling.Max, outside})
	}
	return s
}
