package findings

import (
	"slices"

	"utensil/core/wear"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/knowledge"
)

// onGuides is what was seen to be wrong at the steps of guided work, that of runs given up as well.
func onGuides(s *record.Sheet) (found []FindingView) {
	for run, in := range runlog.Starts.Ever(s.Ledger) {
		steps := runlog.Done(s, run.ID)
		for _, x := range in.Work.Procedure.Found(runlog.Marks(steps)) {
			e := steps[x.Mark]
			f := FindingView{ID: e.ID, Title: x.Find.Title, Mark: wear.Mark(x.Find.Mark),
				Reason: x.Find.Why, By: e.ByName, At: e.At}
			if o, known := s.Book.Operation(x.Find.Work); known && o.When.Holds(parts.Facts.Of(s)) {
				suggest(s, &f, knowledge.Offer{Operation: o})
			} else {
				f.offerWords(Suggestion{Title: "Put right: " + x.Find.Title, Minutes: remedyMinutes}, s)
			}
			found = append(found, f)
		}
	}
	return slices.Clip(found)
}
