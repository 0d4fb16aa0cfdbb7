package findings

import (
	"utensil/core/words"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// inHand is what was found wrong with parts that were taken apart, with the work that renews them.
func inHand(s *record.Sheet) (found []FindingView) {
	for _, x := range apart.Found.Of(s) {
		f := FindingView{ID: x.ID, Title: x.Title, Mark: x.Mark, Reason: x.Reason, By: x.By, At: x.At, right: x.Right}
		if x.Mark.NeedsWork() {
			for _, o := range parts.Renewals.Of(s)[x.Place] {
				suggest(s, &f, knowledge.Offer{Operation: o, How: "replace"})
			}
			if len(f.Suggested) == 0 {
				f.offerWords(Suggestion{Title: "Renew the " + words.Lower(x.Part), How: knowledge.Replace, Minutes: remedyMinutes}, s)
			}
		}
		found = append(found, f)
	}
	return found
}

// ofHand says whether an entry tells of a part in the hand.
func ofHand(c record.Content) bool {
	return apart.Offs.In(c) != nil || apart.Looks.In(c) != nil || apart.Extras.In(c) != nil
}
