package contact

import "utensil/internal/workshop/record"

// ContactsPart is how the bike is set.
type ContactsPart struct {
	Contacts []ContactView `json:"contacts"`
}

// PartOf is how a job's bike is set.
func PartOf(s *record.Sheet) ContactsPart { return ContactsPart{record.Some(Views.Of(s))} }
