package lifeline

import (
	"utensil/core/wear"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// Plot is how a part wears over the way it goes, with the line that its wear follows.
type Plot struct {
	Unit  string      `json:"unit" doc:"of what is measured"`
	Way   string      `json:"way" enum:"km,days"`
	Limit float64     `json:"limit" doc:"where it is due"`
	Why   string      `json:"why"`
	Line  []PlotPoint `json:"line" doc:"from the first reading of what sits there to where it may be due; none before two readings"`
}

// PlotPoint is a point of the line, with the band that it lies in.
type PlotPoint struct {
	Gone float64 `json:"gone"`
	Low  float64 `json:"low"`
	Mid  float64 `json:"mid"`
	High float64 `json:"high"`
}

// plotOf plots a measured point; the band is as sure as what is told to be left.
func plotOf(s *record.Sheet, p knowledge.Point, lives []PartLife) *Plot {
	limit := inspect.LimitOf(s, p)
	plot := &Plot{Unit: p.Gauge.Unit, Way: inspect.Way.Of(s).Unit(), Limit: limit.Due,
		Why: limit.Source, Line: []PlotPoint{}}
	var seen []wear.Seen
	for _, r := range lives[len(lives)-1].Readings {
		if r.Value != nil {
			seen = append(seen, wear.Seen{Gone: r.Gone, Figure: *r.Value})
		}
	}
	trend, known := wear.TheilSen(seen, inspect.Z90)
	if !known {
		return plot
	}
	first, last := seen[0].Gone, seen[len(seen)-1].Gone
	end := last + (last-first)/2
	switch due := last + (limit.Due-trend.Level)/trend.Slope; {
	case limit.Mark(seen[len(seen)-1].Figure).NeedsWork():
		end = last // what comes after it is due, down to less than nothing, tells nobody anything
	case trend.Slope != 0 && due > last && due < last+4*(last-first):
		end = due
	}
	for _, gone := range []float64{first, last, end} {
		at := PlotPoint{Gone: gone, Mid: trend.Level + trend.Slope*(gone-last)}
		at.Low, at.High = at.Mid, at.Mid
		if gone > last {
			at.Low, at.High = trend.Level+trend.Low*(gone-last), trend.Level+trend.High*(gone-last)
		}
		plot.Line = append(plot.Line, at)
	}
	return plot
}
