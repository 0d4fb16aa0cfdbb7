package fluid

import "utensil/internal/workshop/record"

// BottlesPart is the shop's brake fluid, as a job shows it.
type BottlesPart struct {
	Bottles []Bottle `json:"bottles" doc:"of brake fluid, to choose from"`
}

// PartOf is the shop's brake fluid, told for a job's bike.
func PartOf(s *record.Sheet) BottlesPart { return BottlesPart{BottlesFor(s)} }
