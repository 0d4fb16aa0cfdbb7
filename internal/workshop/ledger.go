package workshop

// Ledger is the entries of one job as they stand: corrected ones left out, in the order
// they arrived.
type ledger struct {
	standing []Entry
	order    map[ID]int // place of every entry, corrected ones too
	next     map[ID]ID  // from a corrected entry to what corrects it
	kinds    map[Kind][]Entry
}

func newLedger(entries []Entry) ledger {
	l := ledger{order: make(map[ID]int, len(entries)), next: map[ID]ID{}, kinds: map[Kind][]Entry{}, standing: make([]Entry, 0, len(entries))}
	for i, e := range entries {
		l.order[e.ID] = i
		if e.Supersedes != nil {
			l.next[*e.Supersedes] = e.ID
		}
	}
	for _, e := range entries {
		if _, corrected := l.next[e.ID]; !corrected && e.Kind != KindWithdrawn {
			l.standing = append(l.standing, e)
			l.kinds[e.Kind] = append(l.kinds[e.Kind], e)
		}
	}
	return l
}

// current follows corrections from an entry to the one that stands in its place.
func (l ledger) current(id ID) ID {
	for range len(l.next) {
		next, corrected := l.next[id]
		if !corrected {
			break
		}
		id = next
	}
	return id
}

// find is the standing entry for an id or for what corrected it.
func (l ledger) find(id ID) (Entry, bool) {
	id = l.current(id)
	for _, e := range l.standing {
		if e.ID == id {
			return e, true
		}
	}
	return Entry{}, false
}

// all lists the standing entries of a kind.
func (l ledger) all(kind Kind) []Entry { return l.kinds[kind] }

// last is the newest standing entry of a kind that a test picks.
func (l ledger) last(kind Kind, pick func(Content) bool) (Entry, bool) {
	all := l.kinds[kind]
	for i := len(all) - 1; i >= 0; i-- {
		if pick(all[i].Content) {
			return all[i], true
		}
	}
	return Entry{}, false
}
