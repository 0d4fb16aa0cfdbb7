package workshop

import "slices"

// telling lists the readings that say what was found, by point: the last one of each, and
// before it those that work has put right since. Work that left a point no better has put nothing
// right: what is read after it stands in place of what was read before, and is open.
func (w *Workshop) telling(s *sheet) map[string][]Entry {
	told := map[string][]Entry{}
	for _, e := range s.all(KindReading) {
		point := e.Content.Reading.Point
		before := told[point]
		if n := len(before); n > 0 && !w.workedOn(s, point, before[n-1], e) {
			before = before[:n-1]
		}
		told[point] = append(before, e)
	}
	for point, list := range told {
		var kept []Entry
		for i, e := range list {
			if i == len(list)-1 || w.better(s, e, list[i+1]) {
				kept = append(kept, e)
			}
		}
		told[point] = kept
	}
	return told
}

// better says whether a reading is better than the one before the work.
func (w *Workshop) better(s *sheet, before, after Entry) bool {
	was, is := w.judged(s, before.Content.Reading), w.judged(s, after.Content.Reading)
	return was != nil && is != nil && was.Mark.Worse(is.Mark)
}

// workedOn says whether work that can settle what was read was done between two readings of a point.
func (w *Workshop) workedOn(s *sheet, point string, before, after Entry) bool {
	was := w.judged(s, before.Content.Reading)
	return was != nil && slices.ContainsFunc(s.items, func(i ItemView) bool {
		if i.Work == nil {
			return false
		}
		cures := i.Item.Finding != nil && s.current(*i.Item.Finding) == before.ID || i.Item.Point == point
		if o, known := w.Book().Operation(i.Item.Operation); known {
			cures = o.Cured(point, was.Seen)
		}
		place := s.placeOf(i, point)
		return cures && s.order[before.ID] < place && place < s.order[after.ID]
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
