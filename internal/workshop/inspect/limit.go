package inspect

import (
	"slices"

	"utensil/core/wear"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// OwnFigure is a figure of this very bike, from its manual or marked on the part. It wins
// over the catalogue's from then on. Limit is for a point, Min and Max for a fastener.
type OwnFigure struct {
	Point    string   `json:"point,omitempty"`
	Fastener string   `json:"fastener,omitempty"`
	Typed    string   `json:"typed,omitempty" doc:"the limit, as typed"`
	TypedMin string   `json:"typed_min,omitempty" doc:"least torque, as typed"`
	TypedMax string   `json:"typed_max,omitempty" doc:"most torque, as typed"`
	Part     string   `json:"part,omitempty" doc:"of a joint: the part that the torque is for; left out for the whole joint"`
	ForModel bool     `json:"for_model,omitempty" doc:"it holds for every bike of this make and model"`
	Source   string   `json:"source" doc:"where it stands: etched on the rotor, the manual's page"`
	Limit    *float64 `json:"limit,omitempty" readOnly:"true"`
	Min      *float64 `json:"min_nm,omitempty" readOnly:"true"`
	Max      *float64 `json:"max_nm,omitempty" readOnly:"true"`
}

// limit is the limit of a measured point on this bike: its own figure if there is one, else
// the catalogue's for its facts.
func limit(s *record.Sheet, point string) (wear.Variant, *OwnFigure) {
	p, _ := s.Book.Point(point)
	limit := p.Gauge.LimitFor(parts.Facts.Of(s))
	if own := own(s, func(f *OwnFigure) bool { return f.Point == point && f.Limit != nil }); own != nil {
		limit.Limit = limit.Marked(*own.Limit, own.Source)
		limit.Why = own.Source
		return limit, own
	}
	return limit, nil
}

// Figures are limits and torques of this very bike.
var Figures = record.NewKind(record.Kind[OwnFigure]{Name: "figure", By: record.ByMechanic, Past: record.AnyDay,
	Renamed: func(in OwnFigure, to record.Renaming) (OwnFigure, bool) {
		r, other := to("fasteners", in.Fastener)
		if other {
			in.Fastener = r.Is
		}
		return in, other
	}})

// OwnFigures are the figures of this very bike, newest first.
var OwnFigures = record.Derive(func(s *record.Sheet) (out []*OwnFigure) {
	for _, f := range Figures.Both(s) {
		out = append(out, f)
	}
	slices.Reverse(out)
	return out
})

// own finds the newest figure of this very bike that a test picks.
func own(s *record.Sheet, pick func(*OwnFigure) bool) *OwnFigure {
	for _, f := range OwnFigures.Of(s) {
		if pick(f) {
			return f
		}
	}
	return nil
}

// ModelFigures are those of other bikes of this make and model, for all of them, newest first.
var ModelFigures = record.LaidBeside[[]*OwnFigure]("model_figures")
