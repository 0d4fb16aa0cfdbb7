package gears

import (
	"utensil/internal/workshop/record"
	"utensil/knowledge/rolling"
)

// GearsPart is what is done to a bike's gears and known of them.
type GearsPart struct {
	Benches  []GearBench          `json:"benches" doc:"gears that are indexed, oldest first"`
	Known    GearsFacts           `json:"known" doc:"what is known of its gears"`
	Notes    []BenchNote          `json:"notes" doc:"what was written down last at each of the smaller benches of the gears"`
	Families []rolling.GearFamily `json:"families" doc:"that this bike may have, likeliest first; none without a cable and a mech"`
}

// PartOf is what is done to the gears of a job's bike.
func PartOf(s *record.Sheet) GearsPart {
	return GearsPart{record.Some(Benches.Of(s)), KnownOf(s), NotesOf(s), Families(s)}
}

// begun are the benches that nobody has signed.
func begun(s *record.Sheet) (out []record.Begun) {
	for _, b := range Benches.Of(s) {
		if !benchWork.State(b).Signed {
			out = append(out, record.Begun{Place: record.PlaceGears, Target: string(b.ID), Says: "index the gears",
				By: b.By})
		}
	}
	return out
}
