package inspect

import (
	"slices"

	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
)

// Told is what a point's readings say.
type Told struct {
	Stand  []record.Entry // that say what was found: the last, and before it those that work has put right since
	Beside []record.Entry // another thing that was seen there, which the last does not take away
	Later  *record.Entry  // a later look that changes nothing: passed over, or better without any work

	right  []record.Entry // what stood beside, until work put it right
	guided []record.ID    // of those that stand: put right by guided work, whether or not the owner was asked
}

// told are the readings by point. What is due or unsafe stands until it is read better after work
// that can cure it: it is neither passed over nor read away. Work that left a point no better has
// put nothing right: what is read after it stands in place of what was read before, and is open.
var told = record.Derive(func(s *record.Sheet) map[string]Told {
	points := map[string]Told{}
	for e, in := range Readings.All(s.Ledger) {
		t := points[in.Point]
		t.take(s, e, in)
		points[in.Point] = t
	}
	for point, t := range points {
		var kept []record.Entry
		for i, e := range t.Stand {
			if i == len(t.Stand)-1 || better(s, e, t.Stand[i+1]) {
				kept = append(kept, e)
			}
		}
		t.Stand = kept
		points[point] = t
	}
	return points
})

// take lays one more reading over those that were taken before.
func (t *Told) take(s *record.Sheet, e record.Entry, in *Reading) {
	n := len(t.Stand)
	switch {
	case n == 0:
		t.Stand = append(t.Stand, e)
		return
	case Readings.In(t.Stand[n-1].Content).PassedOver:
		t.Stand[n-1] = e
		return
	case in.PassedOver:
		t.Later = &e
		return
	}
	last := t.Stand[n-1]
	run, guided := guidedOn(s, in.Point, last, e)
	switch {
	case guided && s.Place(run) < s.Place(last.ID):
		t.Stand[n-1], t.Later = e, nil // read twice in the same run: the last is how that left it
	case guided:
		t.Stand, t.Later, t.guided = append(t.Stand, e), nil, append(t.guided, last.ID)
	case workedOn(s, in.Point, last, e):
		t.Stand, t.Later = append(t.Stand, e), nil
	case needsWork(s, last) && better(s, last, e):
		t.Later = &e
	default:
		// An arm may be cracked, and loose as well. And who knew nothing of a sight takes none
		// away: told of a look before it, or by a tablet that was without a network.
		if needsWork(s, last) && (otherThing(in, last) || !s.Knew(last.ID, e.ID)) {
			t.Beside = append(t.Beside, last)
		}
		t.Stand[n-1], t.Later = e, nil
	}
	t.besides(s, e, in)
}

// besides takes away what stood beside and is put right by now, or is what was read again.
func (t *Told) besides(s *record.Sheet, e record.Entry, in *Reading) {
	t.Beside = slices.DeleteFunc(t.Beside, func(b record.Entry) bool {
		if !otherThing(in, b) && s.Knew(b.ID, e.ID) {
			return true
		}
		_, guided := guidedOn(s, in.Point, b, e)
		if !better(s, b, e) || !guided && !workedOn(s, in.Point, b, e) {
			return false
		}
		t.right = append(t.right, b)
		if guided {
			t.guided = append(t.guided, b.ID)
		}
		return true
	})
}

// otherThing says whether a reading names something else than an earlier one does.
func otherThing(in *Reading, before record.Entry) bool {
	return in.Word != "" && in.Word != Readings.In(before.Content).Word
}

func needsWork(s *record.Sheet, e record.Entry) bool {
	j := Judged(s, Readings.In(e.Content))
	return j != nil && j.Mark.NeedsWork()
}

// Telling are the readings of a point that say what was found.
func Telling(s *record.Sheet, point string) []record.Entry {
	t := told.Of(s)[point]
	return slices.Concat(t.right, t.Beside, t.Stand)
}

// PutRight says whether guided work put right what a reading found.
func PutRight(s *record.Sheet, point string, reading record.ID) bool {
	return slices.Contains(told.Of(s)[point].guided, reading)
}

// Standing are the readings of a point that say how it is: what was read last, and what else was seen there.
func Standing(s *record.Sheet, point string) []record.Entry {
	t := told.Of(s)[point]
	return slices.Concat(t.Beside, t.Stand[max(0, len(t.Stand)-1):])
}

// ReadingOf is the reading that stands at a point; it says nil when there is none.
func ReadingOf(s *record.Sheet, point string) (record.Entry, *Reading) {
	stand := told.Of(s)[point].Stand
	if len(stand) == 0 {
		return record.Entry{}, nil
	}
	e := stand[len(stand)-1]
	return e, Readings.In(e.Content)
}

// LastLook is the newest reading of a point, whether or not it changes what stands; it says nil
// when there is none.
func LastLook(s *record.Sheet, point string) (record.Entry, *Reading) {
	return Readings.Last(s.Ledger, func(in *Reading) bool { return in.Point == point })
}

// better says whether a reading is better than the one before it.
func better(s *record.Sheet, before, after record.Entry) bool {
	was, is := Judged(s, Readings.In(before.Content)), Judged(s, Readings.In(after.Content))
	return was != nil && is != nil && was.Mark.Worse(is.Mark)
}

// workedOn says whether work that can settle what was read was done between two readings of a
// point. Who read it again knew of that work.
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
		since := runlog.Since(s, i, point)
		return cures && s.Knew(before.ID, since) && s.Knew(since, after.ID)
	})
}

// guidedOn is the run that went on between two readings of a point, can settle what was read, and
// reads the point as it leaves it.
func guidedOn(s *record.Sheet, point string, before, after record.Entry) (record.ID, bool) {
	was := Judged(s, Readings.In(before.Content))
	for run, in := range runlog.Starts.All(s.Ledger) {
		o, known := s.Book.Operation(in.Work.Operation)
		if was == nil || !known || !o.Cured(point, was.Seen) || !in.Work.Leaves(point) || runlog.Left(s, run.ID) {
			continue
		}
		for step := range runlog.StepsOf(s, run.ID) {
			if s.Knew(before.ID, step.ID) && s.Knew(step.ID, after.ID) {
				return run.ID, true
			}
		}
	}
	return "", false
}

// worse is a reading's verdict as it was told, or as the rules of today have it where they are
// stricter: then it says so.
func worse(told, now *wear.Judgement) *wear.Judgement {
	switch {
	case told == nil || now != nil && told.Mark == now.Mark:
		return now
	case now == nil || told.Mark.Worse(now.Mark):
		return told
	}
	stricter := *now
	stricter.Reason += " The rule is stricter now; when it was read it was told: " + told.Reason
	return &stricter
}
