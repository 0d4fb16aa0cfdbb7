package workshop

import (
	"slices"

	"utensil/knowledge"
)

// telling lists the readings that say what was found, by point: the last one of each, and
// before it those that work has put right since.
func (w *Workshop) telling(s *sheet) map[string][]Entry {
	out := map[string][]Entry{}
	for _, e := range s.all(KindReading) {
		point := e.Content.Reading.Point
		told := out[point]
		if n := len(told); n > 0 && !s.putRight(point, w.Book().CuresFor(point, s.Bike.Facts), told[n-1], e) {
			told = told[:n-1]
		}
		out[point] = append(told, e)
	}
	return out
}

// putRight says whether work on a point was done between two of its readings.
func (s *sheet) putRight(point string, cures []knowledge.Operation, before, after Entry) bool {
	return slices.ContainsFunc(s.items, func(i ItemView) bool {
		named := i.Item.Finding != nil && s.current(*i.Item.Finding) == before.ID
		cure := i.Item.Point == point || slices.ContainsFunc(cures, func(o knowledge.Operation) bool { return o.ID == i.Item.Operation })
		if i.Work == nil || !named && !cure {
			return false
		}
		place := s.placeOf(i, point)
		return s.order[before.ID] < place && place < s.order[after.ID]
	})
}

// placeOf is where in the ledger the work of a done item lies for a point. What a run read as
// the work left it came after the work; anything else was read before Done was pressed.
func (s *sheet) placeOf(i ItemView, point string) int {
	done := s.order[*i.WorkID]
	place := done
	for _, e := range s.all(KindGuided) {
		work := e.Content.Guided.Work
		if s.order[e.ID] < done && i.Item.Operation != "" && work.Operation == i.Item.Operation && work.leaves(point) {
			place = s.order[e.ID]
		}
	}
	return place
}

// leaves says whether the procedure reads a point as its work has left it.
func (g GuidedWork) leaves(point string) bool {
	for _, step := range g.Procedure.Steps {
		if step.Record != nil && step.Record.Left && step.Record.Point == point && point != "" {
			return true
		}
	}
	return false
}
