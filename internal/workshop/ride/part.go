package ride

import "utensil/internal/workshop/record"

// RidePart is the ride card of a job's bike.
type RidePart struct {
	Held   string     `json:"held,omitempty" doc:"what is unsafe, so that nobody rides it"`
	Tries  []TryView  `json:"tries" doc:"in their order"`
	Stops  []StopView `json:"stops" doc:"oldest first, earlier jobs' too"`
	Limits []Limits   `json:"limits"`
}

// PartOf is the ride card of a job's bike.
func PartOf(s *record.Sheet) RidePart {
	p := RidePart{Held: Held(s, ""), Tries: views(s), Stops: stops(s), Limits: []Limits{}}
	for _, ground := range []string{"dry", "wet", "loose"} {
		for _, pulls := range []string{"rear", "front", "both"} {
			p.Limits = append(p.Limits, limits(s, ground, pulls))
		}
	}
	return p
}
