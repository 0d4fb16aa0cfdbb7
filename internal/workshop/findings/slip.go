package findings

import (
	"slices"
	"time"

	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// CorrectedView is something that was written down as due or unsafe and turned out a slip: it
// stands on the sheet.
type CorrectedView struct {
	Was string    `json:"was"`
	Is  string    `json:"is"`
	Why string    `json:"why"`
	By  string    `json:"by"`
	At  time.Time `json:"at"`
}

// Corrected lists what was corrected with a reason, oldest first; what was changed of the bike,
// or of the depth of the job, that took something away is among it.
func Corrected(s *record.Sheet) []CorrectedView {
	views := []CorrectedView{}
	for _, e := range s.Standing {
		if was, known := slipOf(s, e); known {
			views = append(views, CorrectedView{inWords(s, was), inWords(s, e), e.Why, e.ByName, e.At})
		}
		changes, took, why := changed(e)
		if len(took) == 0 {
			continue
		}
		for _, c := range changes {
			views = append(views, CorrectedView{c.What + ": " + c.Was, c.Is, why, e.ByName, e.At})
		}
	}
	return slices.Clip(views)
}

func slipOf(s *record.Sheet, e record.Entry) (was record.Entry, known bool) {
	if e.Why == "" || e.Supersedes == nil {
		return was, false
	}
	return s.Written(*e.Supersedes)
}

func changed(e record.Entry) (changes []record.Change, took []string, why string) {
	if in := record.BikeChanges.In(e.Content); in != nil {
		return in.Changes, in.Took, in.Why
	}
	if in := record.JobChanges.In(e.Content); in != nil {
		return in.Changes, in.Took, in.Why
	}
	return nil, nil, ""
}

// inWords is what an entry tells, in a few words.
func inWords(s *record.Sheet, e record.Entry) string {
	if in := inspect.Readings.In(e.Content); in != nil {
		p, _ := s.Book.Point(in.Point)
		return p.Name + ": " + in.Says(inspect.UnitOf(p.Gauge))
	}
	if in := inspect.Findings.In(e.Content); in != nil {
		return in.Title + " (" + string(in.Mark) + ")"
	}
	return e.Kind
}
