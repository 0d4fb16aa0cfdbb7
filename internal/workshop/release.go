package workshop

import (
	"cmp"
	"context"
	"slices"
	"strings"

	"utensil/internal/workshop/door"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/record"
)

// Release hands the bike to its owner. It is refused while anything still stands between them:
// what is checked is everything recorded up to the moment the job is locked. A bike with
// something unsafe that its owner refused to have put right goes out as not to be ridden, and
// whoever hands it over says so.
func (w *Workshop) Release(ctx context.Context, by record.Actor, job record.ID, id record.ID, to string,
	pushed bool) (JobView, error) {
	if err := by.Must(record.Mechanic, record.Counter); err != nil {
		return JobView{}, err
	}
	if err := id.Check("id"); err != nil {
		return JobView{}, err
	}
	who, err := record.TidyName("to", "who takes the bike", to)
	if err != nil {
		return JobView{}, err
	}
	entry, err := record.NewEntry{ID: id, Content: door.Releases.Says(door.Released{To: who,
		NotRidden: pushed})}.By(by, job, "", w.now())
	if err != nil {
		return JobView{}, err
	}
	learnt := w.memory.Recall(ctx) // before the job is locked
	lines, err := w.onTheBike(ctx, job)
	if err != nil {
		return JobView{}, err
	}
	err = w.store.Seal(ctx, entry, func(r record.Record) (door.Seal, error) {
		if r.Job.ReleasedAt != nil {
			return door.Seal{}, record.ErrClosed()
		}
		s := record.Lay(r, w.Book(), w.now(), learnt)
		if leaving := w.leaving(s); len(leaving) > 0 {
			return door.Seal{}, &record.Problem{Kind: record.Standing,
				Title: "This bike cannot leave yet", Leaving: leaving,
				Detail: "Settle what is on the list first; each line opens its place. First: " + leaving[0].Title + "."}
		}
		if unsafe := findings.NotRidden(s); len(unsafe) > 0 && !pushed {
			return door.Seal{}, record.Refuse("not_ridden",
				"%s: its owner refused to have it put right. It is handed over as not to be ridden: "+
					"tell who takes it, and say that you did.", strings.Join(unsafe, "; "))
		}
		seal := door.OnLeaving(s)
		if w.print == nil {
			return seal, nil
		}
		left := r
		left.Job.ReleasedAt, left.Job.Version = &entry.At, r.Job.Version+1
		left.Entries = append(slices.Clip(r.Entries), entry)
		frozen, err := w.freeze(record.Lay(left, w.Book(), w.now(), learnt), entry.ID, lines)
		seal.Sheet = &frozen
		return seal, err
	})
	if err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, job)
}

// onTheBike are the lines of what is on the bike of a job, for its sheet.
func (w *Workshop) onTheBike(ctx context.Context, job record.ID) ([]lifeline.Line, error) {
	if w.print == nil {
		return nil, nil
	}
	s, err := w.sheet(ctx, job)
	if err != nil {
		return nil, err
	}
	past, err := w.BikeHistory(ctx, s.Bike.ID)
	return past.Lines, err
}

// Mistake closes a job that was taken in by mistake, with a reason: it is kept, and listed
// nowhere. Once hands were on the bike it is none, and leaves by the door.
func (w *Workshop) Mistake(ctx context.Context, by record.Actor, job record.ID, id record.ID,
	reason string) (JobView, error) {
	why, err := record.TidyNote("reason", reason)
	if err == nil && why == "" {
		err = record.Refuse("reason", "Say why it was a mistake: the wrong bike, the wrong owner, taken in twice.")
	}
	return w.seals(ctx, by, job, record.NewEntry{ID: id, Content: door.Mistakes.Says(door.Mistaken{Reason: why})},
		func(r record.Record) error {
			if r.Job.ReleasedAt != nil {
				return record.ErrClosed()
			}
			return door.CheckMistaken(record.Lay(r, w.Book(), w.now(), nil))
		}, cmp.Or(by.Must(record.Mechanic, record.Counter), err))
}

// Reopen opens a job that was closed, with a reason.
func (w *Workshop) Reopen(ctx context.Context, by record.Actor, job record.ID, id record.ID,
	reason string) (JobView, error) {
	why, err := record.TidyNote("reason", reason)
	if err == nil && why == "" {
		err = record.Refuse("reason", "Say why the job is opened again.")
	}
	return w.seals(ctx, by, job, record.NewEntry{ID: id, Content: door.Reopenings.Says(door.Reopened{Reason: why})},
		func(r record.Record) error {
			if r.Job.ReleasedAt == nil {
				return record.Refuse("id", "This job is open already.")
			}
			return nil
		}, cmp.Or(by.Must(record.Mechanic), err))
}

// seals closes or opens a job with an entry that no tablet writes by itself, unless something was
// wrong before.
func (w *Workshop) seals(ctx context.Context, by record.Actor, job record.ID, n record.NewEntry,
	judge func(record.Record) error,
	before error) (JobView, error) {
	if err := cmp.Or(before, n.ID.Check("id")); err != nil {
		return JobView{}, err
	}
	entry, err := n.By(by, job, "", w.now())
	if err != nil {
		return JobView{}, err
	}
	err = w.store.Seal(ctx, entry, func(r record.Record) (door.Seal, error) { return door.Seal{}, judge(r) })
	if err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, job)
}
