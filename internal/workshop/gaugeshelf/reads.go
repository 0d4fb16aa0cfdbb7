package gaugeshelf

import (
	"context"
	"fmt"
	"strings"

	"utensil/core/measure"
	"utensil/internal/workshop/record"
)

// PressureQuestion is a pressure as it is typed, before it is written down.
type PressureQuestion struct {
	Typed string     `json:"typed" doc:"in bar unless it names a unit"`
	Gauge *record.ID `json:"gauge,omitempty" doc:"of the shop, that shows it"`
}

// PressureReads is what that comes to.
type PressureReads struct {
	Bar  float64 `json:"bar"`
	From float64 `json:"from_bar" doc:"where the true one lies, by how the gauge was checked; the same twice without a gauge"`
	To   float64 `json:"to_bar"`
	Says string  `json:"says,omitempty"`
}

// WhatIs reads a pressure that is typed.
func (r *Rack) WhatIs(ctx context.Context, in PressureQuestion) (PressureReads, error) {
	typed, err := record.ReadFigure("typed", in.Typed, measure.Bar, measure.Range{Min: 0, Max: 60})
	if err != nil || in.Gauge == nil {
		return PressureReads{Bar: typed, From: typed, To: typed}, err
	}
	all, err := r.store.PressureGauges(ctx)
	if err != nil {
		return PressureReads{}, err
	}
	g, err := among(all, *in.Gauge)
	if err != nil {
		return PressureReads{}, err
	}
	bar, err := g.read("typed", typed)
	if err != nil {
		return PressureReads{}, err
	}
	c := g.core()
	doubt := c.Doubt(typed)
	out := PressureReads{Bar: bar, From: max(0, bar-doubt), To: bar + doubt}
	if bar != typed {
		out.Says = fmt.Sprintf("It shows %s: that is %s bar.", measure.Format(hundredth(typed)),
			measure.Format(hundredth(bar)))
	}
	if !c.Tried(typed) {
		out.Says += fmt.Sprintf(" It was not checked there: give or take %s bar.", measure.Format(hundredth(doubt)))
	}
	out.Says = strings.TrimSpace(out.Says)
	return out, nil
}
