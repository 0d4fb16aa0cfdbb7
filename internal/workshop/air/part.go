package air

import (
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// AirPart is what is known of tyres and legs.
type AirPart struct {
	Pressures []inspect.AirView          `json:"pressures" doc:"as they were read and set, place by place"`
	Bench     AirBench                   `json:"bench" doc:"what is known of tyres and legs, and what is advised"`
	Gauges    []gaugeshelf.PressureGauge `json:"gauges" doc:"of the shop, to choose from"`
}

// PartOf is what is known of the tyres and legs of a job's bike.
func PartOf(s *record.Sheet) AirPart {
	return AirPart{inspect.Pressures(s), Of(s), gaugeshelf.InUse(s)}
}
