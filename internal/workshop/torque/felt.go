package torque

import (
	"slices"

	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
	"utensil/knowledge"
)

// figures says whether every bolt of a job's run has a wrench on it: as deep as it goes.
func figures(s *record.Sheet) bool {
	depth, _ := s.Book.Depth(s.Job.Depth)
	return depth.Measures()
}

// wrenched is why a joint has a wrench put on it, in words; "" where a hand tells enough: nothing
// touched it, nobody found anything on it, and no more was asked for than what could hurt. One bolt of
// a set speaks for all of it: tightened, it takes load off its neighbours.
func wrenched(s *record.Sheet, f knowledge.Fastener) string {
	switch {
	case figures(s):
		return "as deep as this job goes, every joint has its figure."
	case slices.Contains(record.Undone(s), f.ID):
		return "it was undone in this job, and has its figure."
	case slices.Contains(record.Rechecks(s), f.ID):
		return "it is here to be torqued again."
	case slices.ContainsFunc(sold.Work(s), func(id string) bool {
		o, known := s.Book.Operation(id)
		return known && slices.Contains(record.Loosens(s, o), f.ID)
	}):
		return "what is to be done undoes it, and it has its figure after."
	}
	for _, in := range Torques.Ever(s.Ledger) {
		if in.Fastener == f.ID && !in.Felt && !in.NotFitted {
			return "somebody had a wrench on it, or found it wrong: that is not answered by a hand."
		}
	}
	return ""
}

// unwrenched is a log of a bolt that no wrench was on: it is not there, or was felt by hand.
func unwrenched(s *record.Sheet, f knowledge.Fastener, in Torque) (*Torque, error) {
	out := &Torque{Fastener: in.Fastener, Position: in.Position, Found: FoundNotChecked, Note: in.Note,
		Was: "unknown", NotFitted: in.NotFitted, Felt: in.Felt && !in.NotFitted}
	if out.Felt {
		if why := wrenched(s, f); why != "" {
			return nil, record.Refuse("felt", "%s: %s", f.Name, why)
		}
		return out, nil
	}
	if f.Critical && in.Note == "" {
		return nil, record.Refuse("note",
			"The %s holds something the rider trusts. Say why it is not there.", f.Name)
	}
	return out, checkThere(s, f, in)
}
