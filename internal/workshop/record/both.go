package record

import "iter"

// Both goes through the standing entries of the kind that a sheet knows: those of the bike's
// earlier jobs, then its own, each in the order they arrived.
func (k *Kind[T]) Both(s *Sheet) iter.Seq2[Entry, *T] {
	return func(yield func(Entry, *T) bool) {
		for _, l := range s.Ledgers() {
			for e, said := range k.All(l) {
				if !yield(e, said) {
					return
				}
			}
		}
	}
}

// Latest is the newest standing entry of the kind that a test picks, in this job or else in those
// before; it says nil when there is none.
func (k *Kind[T]) Latest(s *Sheet, pick func(*T) bool) (Entry, *T) {
	if e, said := k.Last(s.Ledger, pick); said != nil {
		return e, said
	}
	return k.Last(s.Past, pick)
}
