package parts

import (
	"slices"

	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// What is fitted or comes off undoes what belongs to its place, as the work does by which it is renewed.
var _ = record.Disturbs(func(s *record.Sheet) (list []record.Disturbance) {
	moved := func(since record.ID, place, did string) {
		p, _ := s.Book.Place(place)
		list = append(list, record.Disturbance{Since: since, Says: words.Lower(p.Name) + " " + did,
			Joints: s.Book.JointsAt(place),
			Tests:  untries(s, p)})
	}
	for e, in := range Takings.Ever(s.Ledger) {
		moved(e.ID, in.Place, "came off")
	}
	for e, in := range Puttings.Ever(s.Ledger) {
		moved(fittedBy(s, e, in), in.Place, "was fitted")
	}
	return list
})

// untries lists the tests that do not stand once something came off a place or was fitted there: those of
// the work by which it is renewed; all of them where no work is known.
func untries(s *record.Sheet, p knowledge.Place) (tests []string) {
	for _, o := range s.Book.Operations {
		if slices.Contains(o.Fits, p.ID) || slices.Contains(p.Work, o.ID) {
			tests = append(tests, record.Untries(s, o)...)
		}
	}
	if len(tests) == 0 {
		return record.EveryTest
	}
	return tests
}

// fittedBy is the entry from which on what was fitted is made sure of: of the work that fitted
// it, where it was marked done before somebody wrote down with what. What came off since then was
// not fitted by that.
func fittedBy(s *record.Sheet, e record.Entry, in *Putting) record.ID {
	if in.Item == nil {
		return e.ID
	}
	for work, done := range agree.Works.All(s.Ledger) {
		_, item := agree.Items.Wrote(s.Ledger, done.Item)
		if item == nil || s.Current(done.Item) != s.Current(*in.Item) || !s.Knew(work.ID, e.ID) {
			continue
		}
		if o, sold := s.Book.Operation(item.Operation); sold && slices.Contains(o.Fits, in.Place) {
			for off, came := range Takings.Ever(s.Ledger) {
				if came.Place == in.Place && s.Place(off.ID) > s.Place(work.ID) {
					return e.ID
				}
			}
			return work.ID
		}
	}
	return e.ID
}
