package record

// Ledger is the entries of one job as they stand: corrected ones left out, in the order
// they arrived.
type Ledger struct {
	Standing []Entry
	order    map[ID]int // place of every entry, corrected ones too
	next     map[ID]ID  // from a corrected entry to what corrects it
	kinds    map[string][]Entry
}

// NewLedger lays entries out that are given in the order they arrived.
func NewLedger(entries []Entry) *Ledger {
	l := &Ledger{order: make(map[ID]int, len(entries)), next: map[ID]ID{}, kinds: map[string][]Entry{},
		Standing: make([]Entry, 0, len(entries))}
	for i, e := range entries {
		l.order[e.ID] = i
		if e.Supersedes != nil {
			l.next[*e.Supersedes] = e.ID
		}
	}
	for _, e := range entries {
		if _, corrected := l.next[e.ID]; !corrected && e.Kind != Withdrawals.Name {
			l.Standing = append(l.Standing, e)
			l.kinds[e.Kind] = append(l.kinds[e.Kind], e)
		}
	}
	return l
}

// Current follows corrections from an entry to the one that stands in its place.
func (l *Ledger) Current(id ID) ID {
	for range len(l.next) {
		next, corrected := l.next[id]
		if !corrected {
			break
		}
		id = next
	}
	return id
}

// Find is the standing entry for an id or for what corrected it.
func (l *Ledger) Find(id ID) (Entry, bool) {
	id = l.Current(id)
	for _, e := range l.Standing {
		if e.ID == id {
			return e, true
		}
	}
	return Entry{}, false
}

// Corrected is how many entries do not stand any more, or take one back.
func (l *Ledger) Corrected() int { return len(l.order) - len(l.Standing) }

// Place is where in the ledger an entry lies, from 0: of two, the later one has the greater place.
func (l *Ledger) Place(id ID) int { return l.order[id] }
