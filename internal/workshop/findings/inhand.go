package findings

import (
	"slices"

	"utensil/core/wear"
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
				f.offerWords(Suggestion{Title: "Renew the " + words.Lower(x.Part),
					How: knowledge.Replace, Minutes: remedyMinutes}, s)
			}
		}
		found = append(found, f)
	}
	return found
}

// emptied is what came off in this job and without which the bike is not ridden, until something
// sits there again.
func emptied(s *record.Sheet) (found []FindingView) {
	for _, x := range parts.Emptied.Of(s) {
		f := FindingView{ID: x.Off.ID, Title: x.Name + ": nothing sits there", Mark: wear.Unsafe,
			By: x.Off.ByName, At: x.Off.At,
			Reason: "It came off, and nobody has written down what went on in its place. The bike is " +
				"not ridden without it.",
			right: x.Filled, place: x.ID}
		for _, o := range s.Book.Operations {
			if slices.Contains(o.Fits, x.ID) && o.When.Holds(parts.Facts.Of(s)) {
				suggest(s, &f, knowledge.Offer{Operation: o, How: "replace"})
			}
		}
		if len(f.Suggested) == 0 {
			f.offerWords(Suggestion{Title: "Fit " + words.Lower(x.Name), How: knowledge.Replace,
				Minutes: remedyMinutes}, s)
		}
		found = append(found, f)
	}
	return found
}

// ofHand says whether an entry tells of a part in the hand.
func ofHand(c record.Content) bool {
	return apart.Offs.In(c) != nil || apart.Looks.In(c) != nil || apart.Extras.In(c) != nil
}
