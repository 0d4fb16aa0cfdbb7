package findings

import (
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// wayOf is what was put right while looking for a cause, ready to stand on the sheet as done: the
// remedy of a hunt's cause that was tried and cured.
func wayOf(s *record.Sheet, f FindingView) *Suggestion {
	if f.hunt == nil || !hunt.TriedAndCured(s, *f.hunt, f.ID) {
		return nil
	}
	e, _ := s.Find(f.ID)
	c, found := hunt.CauseOf(s, *inspect.Findings.In(e.Content))
	if !found {
		return nil
	}
	offer := Suggestion{Title: c.Remedy, Minutes: max(1, int(c.Minutes+0.5)), Why: "It was tried, and gone."}.priced(s)
	return &offer
}
