package gears

import (
	"utensil/core/wear"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// benchWork is the indexing of gears, one look or turn after another.
var benchWork = record.Bench[GearBench]{Field: "indexing", Gone: "That bench is not open any more.",
	Said: "What was tried or turned",
	At:   "at this bench", All: Benches, Of: benchOf, State: func(b GearBench) record.BenchState {
		now := record.BenchState{ID: b.ID, Place: b.Place, Signed: b.Signed != nil}
		switch {
		case b.Signed != nil:
			now.Newest = b.Signed.ID
		case len(b.Done) > 0:
			now.Newest = b.Done[0].ID
		}
		return now
	}}

// corrects lets the last thing at a bench alone be taken back, by who did it; and no note that
// something is to be put right.
func corrects(s *record.Sheet, c record.Correction) error {
	if n := Notes.In(c.Old.Content); n != nil && n.Wait && c.TakenBack {
		return record.Refuse("supersedes", "What was measured is still to be put right. Measure it "+
			"again: what it says then counts.")
	}
	return benchWork.Corrects(s, c)
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

// GivenUp is what is left of a bench that is given up with something turned at it: a finding, to
// be put right.
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
