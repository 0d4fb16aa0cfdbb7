package hunt

import "utensil/internal/workshop/record"

// HuntsPart is what is searched for, as a job shows it.
type HuntsPart struct {
	Hunts []HuntView `json:"hunts"`
}

// PartOf is what is searched for in a job.
func PartOf(s *record.Sheet) HuntsPart { return HuntsPart{Views(s)} }
