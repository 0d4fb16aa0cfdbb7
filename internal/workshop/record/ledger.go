package record

import "time"

// Ledger is the entries of one job as they stand: corrected ones left out, in the order
// they arrived.
type Ledger struct {
	Standing []Entry
	all      []Entry    // as they arrived
	order    map[ID]int // place of every entry, corrected ones too
	next     map[ID]ID  // from a corrected entry to what corrects it
	kinds    map[string][]Entry
}

// NewLedger lays entries out that are given in the order they arrived.
func NewLedger(entries []Entry) *Ledger {
	l := &Ledger{all: entries, order: make(map[ID]int, len(entries)), next: map[ID]ID{}, kinds: map[string][]Entry{},
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

// Written is an entry as it was written, whether or not it was corrected or taken back since.
func (l *Ledger) Written(id ID) (Entry, bool) {
	at, known := l.order[id]
	if !known {
		return Entry{}, false
	}
	return l.all[at], true
}

// Taken is what took an entry back, or the correction that stands in its place; false while it stands itself.
func (l *Ledger) Taken(id ID) (Entry, bool) {
	next, gone := l.next[id]
	if !gone {
		return Entry{}, false
	}
	return l.Written(l.Current(next))
}

// First is the entry that one goes back to through all that it corrects.
func (l *Ledger) First(id ID) ID {
	for {
		e, known := l.Written(id)
		if !known || e.Supersedes == nil || l.order[*e.Supersedes] >= l.order[id] {
			return id
		}
		id = *e.Supersedes
	}
}

// Sequence is the place of the newest entry among all of the shop's: what a screen that shows them has seen.
func (l *Ledger) Sequence() (newest int64) {
	for _, e := range l.all {
		newest = max(newest, e.Seq)
	}
	return newest
}

// clocksDiffer is how far two clocks that were compared may still stand apart.
const clocksDiffer = 5 * time.Minute

// Knew says whether whoever wrote an entry could have seen another. It decides what a signature
// or a torque vouches for: what arrived later they could not, nor what their screen did not show,
// whatever their clock says. What the same tablet wrote it knows of. An entry that does not say
// what its screen showed knew what is dated before it. A correction tells better of what was done
// before; it does not do it again, and knows no more than what it corrects.
func (l *Ledger) Knew(of, by ID) bool {
	voucher, known := l.order[l.First(by)]
	seen, there := l.order[of]
	if !known || !there || seen >= voucher {
		return false
	}
	v, o := l.all[voucher], l.all[seen]
	switch {
	case v.Tablet != "" && v.Tablet == o.Tablet:
		return !o.At.After(v.At.Add(clocksDiffer))
	case v.Seen != nil && o.Seq != 0:
		return o.Seq <= *v.Seen && !o.At.After(v.At.Add(clocksDiffer))
	}
	return !o.At.After(v.At)
}

// Corrected is how many entries do not stand any more, or take one back.
func (l *Ledger) Corrected() int { return len(l.order) - len(l.Standing) }

// Place is where in the ledger an entry lies, from 0: of two, the later one has the greater place.
func (l *Ledger) Place(id ID) int { return l.order[id] }
