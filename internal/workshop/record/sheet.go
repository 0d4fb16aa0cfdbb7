package record

import (
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

// Lay lays a record out.
func Lay(r Record, book *knowledge.Book, now time.Time, learnt Learnt) *Sheet {
	return &Sheet{Record: r, Ledger: NewLedger(r.Entries), Past: NewLedger(r.Earlier), Book: book, Now: now, learnt: learnt,
		derived: map[any]any{}}
}

// Ledgers are the bike's past and this job, in that order.
func (s *Sheet) Ledgers() [2]*Ledger { return [2]*Ledger{s.Past, s.Ledger} }

// Local is a time as the shop's clock shows it.
func (s *Sheet) Local(t time.Time) time.Time { return t.In(s.Settings.Location()) }

// Day is so many days from today, as the shop's calendar has it: 2026-03-02.
func (s *Sheet) Day(days int) string { return s.Local(s.Now).AddDate(0, 0, days).Format(time.DateOnly) }
