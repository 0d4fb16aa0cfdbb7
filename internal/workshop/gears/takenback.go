package gears

import (
	"slices"

	"utensil/core/wear"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// corrects lets the last thing at a bench alone be taken back, by who did it. What was turned stays turned.
func corrects(s *record.Sheet, c record.Correction) error {
	if n := Notes.In(c.Old.Content); n != nil && n.Wait && c.TakenBack {
		return record.Refuse("supersedes", "What was measured is still to be put right. Measure it again: what it says then counts.")
	}
	of := benchOf(c.Old)
	if of == "" {
		return nil
	}
	if !c.TakenBack {
		return record.Refuse("supersedes", "What was done at a bench is not written over: take back the last of it, and write it anew.")
	}
	if !c.Theirs() {
		return record.TheirsToTakeBack(c.Old)
	}
	i := slices.IndexFunc(Benches.Of(s), func(b GearBench) bool { return b.ID == s.Current(of) })
	if i < 0 || Begins.In(c.Old.Content) != nil {
		return nil
	}
	b := Benches.Of(s)[i]
	if b.Signed != nil && b.Signed.ID != c.Old.ID || Signs.In(c.Old.Content) == nil && len(b.Done) > 0 && b.Done[0].ID != c.Old.ID {
		return record.Refuse("supersedes", "Other things were done at this bench after it. Take back the last of them first.")
	}
	return nil
}

// benchOf is the bench that an entry is of; empty for one of none.
func benchOf(e record.Entry) record.ID {
	look, move, sign := Looks.In(e.Content), Moves.In(e.Content), Signs.In(e.Content)
	switch {
	case Begins.In(e.Content) != nil:
		return e.ID
	case look != nil:
		return look.Indexing
	case move != nil:
		return move.Indexing
	case sign != nil:
		return sign.Indexing
	}
	return ""
}

// GivenUp is what is left of a bench that is given up with something turned at it: a finding, to be put right.
func GivenUp(s *record.Sheet, begun record.ID, reason string) *inspect.Finding {
	if _, in := Begins.Find(s.Ledger, begun); in == nil {
		return nil
	}
	for _, in := range Moves.Ever(s.Ledger) {
		if in.Indexing == begun {
			return &inspect.Finding{Title: "Gears: indexing given up half way", Mark: wear.Due,
				Note: record.GivenUp("Cable, screws or hanger were moved, and no shift was signed since.", reason)}
		}
	}
	return nil
}
