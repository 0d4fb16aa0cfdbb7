package torque

import (
	"utensil/core/measure"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

func checkFigure(s *record.Sheet, in inspect.OwnFigure) (*inspect.OwnFigure, error) {
	var err error
	if in.Source, err = record.TidyName("source",
		"where the figure stands: etched on the part, or the manual's page", in.Source); err != nil {
		return nil, err
	}
	in.Limit, in.Min, in.Max = nil, nil, nil
	if p, known := s.Book.Point(in.Point); known && p.Gauge != nil && p.Gauge.Markable {
		unit, _ := measure.UnitOf(p.Gauge.Unit)
		limit, err := record.ReadFigure("typed", in.Typed, unit, p.Gauge.Plausible)
		if err != nil {
			return nil, err
		}
		in.Limit = &limit
		return &in, nil
	}
	f, known := FastenerOn(s, in.Fastener)
	rule := Resolve(s, f).Rule
	if !known || rule == nil {
		return nil, record.Refuse("fastener",
			"Only a fastener with a torque, or a part that is marked with its limit, takes a figure of its "+
				"own.")
	}
	if in.Part, err = record.TidyOptional("part", "the part", in.Part); err != nil {
		return nil, err
	}
	if in.ForModel && s.Bike.Model == "" {
		return nil, record.Refuse("for_model",
			"This bike has no model noted. Note it at its facts first, or keep the figure for this bike "+
				"alone.")
	}
	in.Min, in.Max, err = readRange(s, in.TypedMin, in.TypedMax, rule.Plausible())
	return &in, err
}
