package record

import (
	"slices"
	"time"

	"utensil/knowledge"
)

// Sheet is a record laid out on the bench, to be judged: its entries as they stand, the past of
// the bike, what the trade knows, what this shop has learnt, and the time. What follows from them
// is Derived. A sheet belongs to one request.
type Sheet struct {
	Record
	*Ledger
	Past *Ledger // of the bike, in other jobs
	Book *knowledge.Book
	Now  time.Time

	learnt  Learnt
	derived map[any]any
}

// Lay lays a record out. What was written under ids of before is read under those of today.
func Lay(r Record, book *knowledge.Book, now time.Time, learnt Learnt) *Sheet {
	to := func(kind, was string) (knowledge.Renamed, bool) { return book.Renamed(kind, was, r.Bike.Facts) }
	return &Sheet{Record: r, Ledger: NewLedger(byToday(r.Entries, to)),
		Past: NewLedger(byToday(r.Earlier, to)), Book: book, Now: now,
		learnt: learnt, derived: map[any]any{}}
}

// byToday are entries by the ids of today; those given stay as they are.
func byToday(entries []Entry, to Renaming) []Entry {
	out := entries
	for i, e := range entries {
		k, known := kinds[e.Kind]
		if !known {
			continue
		}
		if content, other := k.renamed(e.Content, to); other {
			if &out[0] == &entries[0] {
				out = slices.Clone(entries)
			}
			out[i].Content = content
		}
	}
	return out
}

// Ledgers are the bike's past and this job, in that order.
func (s *Sheet) Ledgers() [2]*Ledger { return [2]*Ledger{s.Past, s.Ledger} }

// Local is a time as the shop's clock shows it.
func (s *Sheet) Local(t time.Time) time.Time { return t.In(s.Settings.Location()) }

// Day is so many days from today, as the shop's calendar has it: 2026-03-02.
func (s *Sheet) Day(days int) string { return s.Local(s.Now).AddDate(0, 0, days).Format(time.DateOnly) }
