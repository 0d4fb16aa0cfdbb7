package findings

import (
	"utensil/core/wear"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// onHunts is what answers told of while a cause was looked for: a crack that was seen on the way
// stands, though the creak turned out a pedal.
func onHunts(s *record.Sheet) (found []FindingView) {
	for _, x := range hunt.Damage.Of(s) {
		f := FindingView{ID: x.Answer.ID, Point: x.Point, Title: x.Title, Mark: wear.Mark(x.Mark),
			Reason: x.Why, By: x.Answer.ByName,
			At: x.Answer.At, ReadAgain: x.Point != "" && x.Mark == string(wear.Unsafe)}
		for _, o := range s.Book.CuresFor(x.Point, x.Seen, parts.Facts.Of(s)) {
			suggest(s, &f, o)
		}
		if o, known := s.Book.Operation(x.Work); known && o.When.Holds(parts.Facts.Of(s)) {
			suggest(s, &f, knowledge.Offer{Operation: o})
		}
		if len(f.Suggested) == 0 {
			f.offerWords(Suggestion{Title: "Put right: " + x.Title, Minutes: remedyMinutes}, s)
		}
		found = append(found, f)
	}
	return found
}
