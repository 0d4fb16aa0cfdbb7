package inspect

import (
	"slices"

	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/guided"
	"utensil/internal/workshop/record"
)

// Telling lists the readings that say what was found, by point: the last one of each, and
// before it those that work has put right since. Work that left a point no better has put nothing
// right: what is read after it stands in place of what was read before, and is open.
func Telling(s *record.Sheet) map[string][]record.Entry {
	told := map[string][]record.Entry{}
	for e, in := range Readings.All(s.Ledger) {
		point := in.Point
		before := told[point]
		if n := len(before); n > 0 && !workedOn(s, point, before[n-1], e) {
			before = before[:n-1]
		}
		told[point] = append(before, e)
	}
	for point, list := range told {
		var kept []record.Entry
		for i, e := range list {
			if i == len(list)-1 || better(s, e, list[i+1]) {
				kept = append(kept, e)
			}
		}
		told[point] = kept
	}
	return told
}

// better says whether a reading is better than the one before the work.
func better(s *record.Sheet, before, after record.Entry) bool {
	was, is := Judged(s, Readings.In(before.Content)), Judged(s, Readings.In(after.Content))
	return was != nil && is != nil && was.Mark.Worse(is.Mark)
}

// workedOn says whether work that can settle what was read was done between two readings of a point.
func workedOn(s *record.Sheet, point string, before, after record.Entry) bool {
	was := Judged(s, Readings.In(before.Content))
	return was != nil && slices.ContainsFunc(agree.Proposals.Of(s), func(i agree.ItemView) bool {
		if i.Work == nil {
			return false
		}
		cures := i.Item.Finding != nil && s.Current(*i.Item.Finding) == before.ID || i.Item.Point == point
		if o, known := s.Book.Operation(i.Item.Operation); known {
			cures = o.Cured(point, was.Seen)
		}
		place := guided.PlaceOf(s, i, point)
		return cures && s.Place(before.ID) < place && place < s.Place(after.ID)
	})
}
