package trial

import "utensil/internal/workshop/record"

// SignsPart is what is tried before a bike leaves, as a job shows it.
type SignsPart struct {
	Signs []SignView `json:"signs"`
}

// PartOf is what is tried of a job's bike.
func PartOf(s *record.Sheet) SignsPart { return SignsPart{Tests.Of(s)} }
