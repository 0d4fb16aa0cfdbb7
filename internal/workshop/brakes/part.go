package brakes

import "utensil/internal/workshop/record"

// BrakesPart is what is known of each brake and may be done to it.
type BrakesPart struct {
	Sides []BrakeSide `json:"sides" doc:"front, then rear"`
}

// PartOf is what is known of the brakes of a job's bike.
func PartOf(s *record.Sheet) BrakesPart { return BrakesPart{Sides(s)} }

// RidingPart is what the owner is told of new pads, as a job shows it.
type RidingPart struct {
	Riding []string `json:"riding" doc:"the owner's riding card: how to bed the new pads in"`
}

// RidingOf is what the owner of a job's bike is told of new pads.
func RidingOf(s *record.Sheet) RidingPart { return RidingPart{RidingCard(s)} }
