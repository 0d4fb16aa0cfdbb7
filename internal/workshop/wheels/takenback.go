package wheels

import (
	"slices"

	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// corrects lets the last thing at a wheel alone be taken back, by who did it. What was turned stays turned.
func corrects(s *record.Sheet, c record.Correction) error {
	of := standOf(c.Old)
	if of == "" {
		return nil
	}
	if !c.TakenBack {
		return record.Refuse("supersedes", "What was done at a wheel is not written over: take back the last of it, and write it anew.")
	}
	if !c.Theirs() {
		return record.TheirsToTakeBack(c.Old)
	}
	i := slices.IndexFunc(Benches.Of(s), func(b WheelBench) bool { return b.ID == s.Current(of) })
	if i < 0 || Stands.In(c.Old.Content) != nil {
		return nil
	}
	b := Benches.Of(s)[i]
	if b.Signed != nil && b.Signed.ID != c.Old.ID || Signs.In(c.Old.Content) == nil && len(b.Done) > 0 && b.Done[0].ID != c.Old.ID {
		return record.Refuse("supersedes", "Other things were done at this wheel after it. Take back the last of them first.")
	}
	return nil
}

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

// GivenUp is what is left of a wheel that is taken off the stand with spokes turned: a finding, to be put right.
func GivenUp(s *record.Sheet, begun record.ID, reason string) *inspect.Finding {
	_, stood := Stands.Find(s.Ledger, begun)
	if stood == nil {
		return nil
	}
	for _, in := range Turns.Ever(s.Ledger) {
		if in.Stand == begun && !in.Seized {
			return &inspect.Finding{Title: words.Capital(stood.End) + " wheel: truing given up half way", Mark: wear.Due,
				Note: record.GivenUp("Spokes were turned, and nobody has read it since as it stands.", reason)}
		}
	}
	return nil
}
