package findings

import (
	"slices"

	"utensil/core/wear"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/wheels"
	"utensil/knowledge"
)

// onBenches is what was found wrong at the benches of wheels and air, with the work that puts it right.
func onBenches(s *record.Sheet) (found []FindingView) {
	for _, x := range slices.Concat(wheels.Seen(s), air.Seen(s)) {
		f := FindingView{ID: x.Entry.ID, Point: x.Point, Title: x.Title, Mark: x.Mark, Reason: x.Reason,
			By: x.Entry.ByName, At: x.Entry.At,
			ReadAgain: x.Mark == wear.Unsafe}
		for _, id := range x.Cures {
			if o, known := s.Book.Operation(id); known && o.When.Holds(parts.Facts.Of(s)) && x.Mark.NeedsWork() {
				suggest(s, &f, knowledge.Offer{Operation: o})
			}
		}
		if x.Remedy != "" {
			f.offerWords(Suggestion{Title: x.Remedy, Minutes: x.Takes}, s)
		}
		found = append(found, f)
	}
	return found
}
