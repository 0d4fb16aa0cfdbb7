package record

import "slices"

// Bench is work at which one thing follows another: it is begun, gone on with, taken back from
// its end, and signed. T is how such work is told. Whoever goes on says how far it had come on
// their screen, so that two people at one bench do not undo each other's hands.
type Bench[T any] struct {
	Field string // by which entries name it
	Gone  string // said where it is not open any more
	Said  string // what may have been done meanwhile: "What was read or turned"
	At    string // where: "at this wheel"

	All   *Derived[[]T]
	State func(T) BenchState
	Of    func(Entry) ID // the bench that an entry is of, that which begins it among them; "" for one of none
}

// BenchState is how far work at a bench has come.
type BenchState struct {
	ID     ID
	Place  int // how many things were done
	Newest ID  // of them; "" before the first
	Signed bool
}

// Open finds the work that an entry is of.
func (b Bench[T]) Open(s *Sheet, id ID) (T, error) {
	i := b.find(s, id)
	if i < 0 {
		var none T
		return none, Refuse(b.Field, "%s", b.Gone)
	}
	return b.All.Of(s)[i], nil
}

// GoOn finds the work that an entry is of, and refuses one that was written past what others have done.
func (b Bench[T]) GoOn(s *Sheet, id ID, place int) (T, error) {
	work, err := b.Open(s, id)
	if err == nil && place != b.State(work).Place {
		err = &Problem{Kind: Stale, Title: "Somebody went on meanwhile", Current: work,
			Detail: b.Said + " on another tablet is shown now. Go on from there."}
	}
	return work, err
}

// Corrects lets the last thing at a bench alone be taken back, by who did it. What hands have
// done stays done.
func (b Bench[T]) Corrects(s *Sheet, c Correction) error {
	of := b.Of(c.Old)
	switch {
	case of == "":
		return nil
	case !c.TakenBack:
		return Refuse("supersedes", "What was done %s is not written over: take back the last of it, "+
			"and write it anew.", b.At)
	case !c.Theirs():
		return TheirsToTakeBack(c.Old)
	}
	i := b.find(s, of)
	if i < 0 || of == c.Old.ID {
		return nil
	}
	if last := b.State(b.All.Of(s)[i]).Newest; last != "" && last != c.Old.ID {
		return Refuse("supersedes", "Other things were done %s after it. Take back the last of them first.", b.At)
	}
	return nil
}

func (b Bench[T]) find(s *Sheet, id ID) int {
	return slices.IndexFunc(b.All.Of(s), func(work T) bool { return b.State(work).ID == s.Current(id) })
}
