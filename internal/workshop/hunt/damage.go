package hunt

import (
	"slices"

	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/knowledge"
	"utensil/knowledge/complaint"
)

// Told is something wrong that an answer told of while a cause was looked for: whatever the
// search comes to, it stands.
type Told struct {
	knowledge.Damage

	Answer record.Entry
}

// told lists what answers tell of, those of searches that were cured or struck out as well. What
// was read at its point since, by somebody who knew of it, stands there instead.
func told(s *record.Sheet) (all []Told) {
	for c, clue := range Clues.All(s.Ledger) {
		if damage, does := tells(s, *clue); does && !readSince(s, damage, c) {
			all = append(all, Told{damage, c})
		}
	}
	return slices.Clip(all)
}

// tells is what a clue tells of: as it was known when it was answered, whatever became of the
// book since. Clues of before are read by the book of today.
func tells(s *record.Sheet, in Clue) (knowledge.Damage, bool) {
	if in.Told != nil {
		return *in.Told, true
	}
	for e, said := range Hunts.Ever(s.Ledger) {
		if fault, known := s.Book.Fault(said.Fault); known && e.ID == in.Hunt {
			return answered(s, fault, in)
		}
	}
	return knowledge.Damage{}, false
}

func answered(s *record.Sheet, f complaint.Fault, in Clue) (knowledge.Damage, bool) {
	for _, c := range f.Checks {
		for _, a := range c.Answers {
			if c.ID == in.Check && a.Say == in.Answer {
				return s.Book.Tells(c, a)
			}
		}
	}
	return knowledge.Damage{}, false
}

// readSince says whether the point of a damage was read, by somebody who knew of it, as one of
// what it may be, or as no better than the worst of that.
func readSince(s *record.Sheet, d knowledge.Damage, clue record.Entry) bool {
	return slices.ContainsFunc(inspect.Telling(s, d.Point), func(e record.Entry) bool {
		j := inspect.Judged(s, inspect.Readings.In(e.Content))
		if j == nil || !s.Knew(clue.ID, e.ID) {
			return false
		}
		one := slices.ContainsFunc(append(slices.Clone(j.Seen), string(j.Mark)),
			func(seen string) bool { return slices.Contains(d.Seen, seen) })
		return one || !wear.Mark(d.Mark).Worse(j.Mark)
	})
}

// Damage is what the answers of hunts told of.
var Damage = record.Derive(told)

// NotRidden is why nobody rides the bike now: what is read unsafe, or what an answer of a search
// told of, by its title, until that was put right. It is looked for before anything that is
// ridden for.
func NotRidden(s *record.Sheet) string {
	if why := inspect.NotRidden(s); why != "" {
		return why
	}
	for _, x := range Damage.Of(s) {
		if x.Mark == string(wear.Unsafe) && !x.righted(s) {
			return x.Title
		}
	}
	return ""
}

// righted says whether work that settles it was done by somebody who knew of it and, where it has
// a point, that was read after the work as no longer unsafe. What has no point is tried by
// riding.
func (x Told) righted(s *record.Sheet) bool {
	return slices.ContainsFunc(agree.Proposals.Of(s), func(i agree.ItemView) bool {
		if i.Work == nil || !x.settledBy(s, i) {
			return false
		}
		since := runlog.Since(s, i, x.Point)
		return s.Knew(x.Answer.ID, since) && (x.Point == "" || readWell(s, x.Point, since))
	})
}

// settledBy says whether an item is for it: named so, or work of the catalogue that can cure it.
func (x Told) settledBy(s *record.Sheet, i agree.ItemView) bool {
	o, _ := s.Book.Operation(i.Item.Operation)
	named := i.Item.Finding != nil && s.Current(*i.Item.Finding) == x.Answer.ID
	return named || x.Work != "" && o.ID == x.Work || x.Point != "" && o.Cured(x.Point, x.Seen)
}

// readWell says whether a point was read since, by somebody who knew of the work, as not unsafe.
func readWell(s *record.Sheet, point string, since record.ID) bool {
	e, read := inspect.ReadingOf(s, point)
	if read == nil || read.PassedOver || !s.Knew(since, e.ID) {
		return false
	}
	j := inspect.Judged(s, read)
	return j != nil && j.Mark != wear.Unsafe
}

// CheckRidden refuses what is ridden for while something is unsafe.
func CheckRidden(s *record.Sheet, field string) error {
	if why := NotRidden(s); why != "" {
		return record.Refuse(field, "Nobody rides it now. %s is unsafe: put that right first, and read it again.", why)
	}
	return nil
}
