package findings

import (
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// WalkPart is the walk-round.
type WalkPart struct {
	Points   []inspect.PointView  `json:"points"`
	Distance inspect.DistanceView `json:"distance"`
}

// WalkOf is the walk-round of a job.
func WalkOf(s *record.Sheet) WalkPart { return WalkPart{Points(s), inspect.HowFar(s)} }

// FindingsPart is what was found, as a job shows it.
type FindingsPart struct {
	Findings  []FindingView   `json:"findings"`
	NotRidden []string        `json:"not_ridden" doc:"unsafe things that the owner refused to have put right: it goes out as not to be ridden"`
	Corrected []CorrectedView `json:"corrected" doc:"what turned out a slip, and what was changed that took something away"`
}

// PartOf is what was found in a job.
func PartOf(s *record.Sheet) FindingsPart {
	return FindingsPart{record.Some(All.Of(s)), record.Some(NotRidden(s)), Corrected(s)}
}
