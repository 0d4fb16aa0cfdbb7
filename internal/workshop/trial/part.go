package trial

import "utensil/internal/workshop/record"

// SignsPart is what is tried before a bike leaves, as a job shows it.
type SignsPart struct {
	Signs []SignView `json:"signs"`
}

// PartOf is what is tried of a job's bike.
func PartOf(s *record.Sheet) SignsPart { return SignsPart{Tests.Of(s)} }

// RidePart is the ride card of a job's bike.
type RidePart struct {
	Held   string     `json:"held,omitempty" doc:"what is unsafe, so that nobody rides it"`
	Tries  []TryView  `json:"tries" doc:"in their order"`
	Stops  []StopView `json:"stops" doc:"oldest first, earlier jobs' too"`
	Limits []Limits   `json:"limits"`
}

// RideOf is the ride card of a job's bike.
func RideOf(s *record.Sheet) RidePart {
	p := RidePart{Held: Held(s, ""), Tries: tryViews(s), Stops: stops(s), Limits: []Limits{}}
	for _, ground := range []string{"dry", "wet", "loose"} {
		for _, pulls := range []string{"rear", "front", "both"} {
			p.Limits = append(p.Limits, limits(s, ground, pulls))
		}
	}
	return p
}
