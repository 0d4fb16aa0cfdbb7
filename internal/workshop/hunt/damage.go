package hunt

import (
	"slices"

	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
	"utensil/knowledge/complaint"
)

// Told is something wrong that an answer told of while a cause was looked for: whatever the search comes to, it stands.
type Told struct {
	knowledge.Damage

	Answer record.Entry
}

// told lists what the answers of all hunts tell of, those of hunts that were cured or struck out as well. What is read at
// its point since, and asks for work itself, stands there instead.
func told(s *record.Sheet) (all []Told) {
	for e, said := range Hunts.Ever(s.Ledger) {
		fault, known := s.Book.Fault(said.Fault)
		if !known {
			continue
		}
		for _, c := range clues(s, e.ID) {
			clue := Clues.In(c.Content)
			if clue == nil {
				continue
			}
			if damage, tells := tells(s, fault, *clue); tells && !readSince(s, damage, c) {
				all = append(all, Told{damage, c})
			}
		}
	}
	return slices.Clip(all)
}

// tells is what a clue tells of.
func tells(s *record.Sheet, f complaint.Fault, in Clue) (knowledge.Damage, bool) {
	for _, c := range f.Checks {
		for _, a := range c.Answers {
			if c.ID == in.Check && a.Say == in.Answer {
				return s.Book.Tells(c, a)
			}
		}
	}
	return knowledge.Damage{}, false
}

// readSince says whether the point of a damage was read, by somebody who knew of it, as no better than it was told.
func readSince(s *record.Sheet, d knowledge.Damage, clue record.Entry) bool {
	return slices.ContainsFunc(inspect.Telling(s, d.Point), func(e record.Entry) bool {
		j := inspect.Judged(s, inspect.Readings.In(e.Content))
		return s.Knew(clue.ID, e.ID) && j != nil && !wear.Mark(d.Mark).Worse(j.Mark)
	})
}

// Damage is what the answers of hunts told of.
var Damage = record.Derive(told)

// NotRidden is why nobody rides the bike now: what is read unsafe, or what an answer of a search told of, by its title,
// until that was worked on or its point is read better. It is looked for before anything that is ridden for.
func NotRidden(s *record.Sheet) string {
	if why := inspect.NotRidden(s); why != "" {
		return why
	}
	for _, x := range Damage.Of(s) {
		if x.Mark == string(wear.Unsafe) && !wellSince(s, x) && !workedSince(s, x) {
			return x.Title
		}
	}
	return ""
}

// wellSince says whether the point of what was told of was read since, and is not unsafe any more.
func wellSince(s *record.Sheet, x Told) bool {
	e, read := inspect.ReadingOf(s, x.Point)
	if x.Point == "" || read == nil || read.PassedOver || !s.Knew(x.Answer.ID, e.ID) {
		return false
	}
	j := inspect.Judged(s, read)
	return j != nil && j.Mark != wear.Unsafe
}

// workedSince says whether work that was agreed for what was told of was done: what has no point is tried by riding.
func workedSince(s *record.Sheet, x Told) bool {
	return x.Point == "" && slices.ContainsFunc(agree.Proposals.Of(s), func(i agree.ItemView) bool {
		return i.Work != nil && i.Item.Finding != nil && s.Current(*i.Item.Finding) == x.Answer.ID
	})
}

// CheckRidden refuses what is ridden for while something is unsafe.
func CheckRidden(s *record.Sheet, field string) error {
	if why := NotRidden(s); why != "" {
		return record.Refuse(field, "Nobody rides it now. %s is unsafe: put that right first, and read it again.", why)
	}
	return nil
}
