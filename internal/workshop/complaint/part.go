package complaint

import "utensil/internal/workshop/record"

// SaidPart is what the owner said, as a job shows it.
type SaidPart struct {
	Said []ComplaintView `json:"said" doc:"what the owner said the bike does, and why the job was opened again"`
}

// PartOf is what the owner of a job's bike said.
func PartOf(s *record.Sheet) SaidPart { return SaidPart{All.Of(s)} }
