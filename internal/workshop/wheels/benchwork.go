package wheels

import (
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// benchWork is the truing of a wheel, one reading or turn after another.
var benchWork = record.Bench[WheelBench]{Field: "stand",
	Gone: "That wheel is not on the stand any more.", Said: "What was read or turned",
	At: "at this wheel", All: Benches, Of: standOf, State: func(b WheelBench) record.BenchState {
		now := record.BenchState{ID: b.ID, Place: b.Place, Signed: b.Signed != nil}
		switch {
		case b.Signed != nil:
			now.Newest = b.Signed.ID
		case len(b.Done) > 0:
			now.Newest = b.Done[0].ID
		}
		return now
	}}

// standOf is the stand that an entry is of; empty for one of none.
func standOf(e record.Entry) record.ID {
	read, turn, sign := Reads.In(e.Content), Turns.In(e.Content), Signs.In(e.Content)
	switch {
	case Stands.In(e.Content) != nil:
		return e.ID
	case read != nil:
		return read.Stand
	case turn != nil:
		return turn.Stand
	case sign != nil:
		return sign.Stand
	}
	return ""
}

// GivenUp is what is left of a wheel that is taken off the stand with spokes turned: a finding,
// to be put right.
func GivenUp(s *record.Sheet, begun record.ID, reason string) *inspect.Finding {
	_, stood := Stands.Find(s.Ledger, begun)
	if stood == nil {
		return nil
	}
	for _, in := range Turns.Ever(s.Ledger) {
		if in.Stand == begun && !in.Seized {
			return &inspect.Finding{Title: words.Capital(stood.End) +
				" wheel: truing given up half way", Mark: wear.Due,
				Note: record.GivenUp("Spokes were turned, and nobody has read it since as it stands.", reason)}
		}
	}
	return nil
}
