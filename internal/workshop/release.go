package workshop

import (
	"context"
	"strings"

	"utensil/internal/workshop/door"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/record"
)

// Release hands the bike to its owner. It is refused while anything still stands between
// them: what is checked is everything recorded up to the moment the job is locked.
// A bike with something unsafe that its owner refused to have put right goes out as not to be ridden, and whoever hands it
// over says so.
func (w *Workshop) Release(ctx context.Context, by record.Actor, job record.ID, id record.ID, to string, pushed bool) (JobView, error) {
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
	entry, err := record.NewEntry{ID: id, Content: door.Releases.Says(door.Released{To: who, NotRidden: pushed})}.By(by, job, "", w.now())
	if err != nil {
		return JobView{}, err
	}
	learnt := w.memory.Recall(ctx) // before the job is locked
	err = w.store.Seal(ctx, entry, func(r record.Record) (door.Seal, error) {
		if r.Job.ReleasedAt != nil {
			return door.Seal{}, record.ErrClosed()
		}
		s := record.Lay(r, w.Book(), w.now(), learnt)
		if leaving := w.leaving(s); len(leaving) > 0 {
			return door.Seal{}, &record.Problem{Kind: record.Standing, Title: "This bike cannot leave yet", Leaving: leaving,
				Detail: "Settle what is on the list first; each line opens its place. First: " + leaving[0].Title + "."}
		}
		if unsafe := findings.NotRidden(s); len(unsafe) > 0 && !pushed {
			return door.Seal{}, record.Refuse("not_ridden", "%s: its owner refused to have it put right. It is handed over as not to be ridden: "+
				"tell who takes it, and say that you did.", strings.Join(unsafe, "; "))
		}
		return door.OnLeaving(s), nil
	})
	if err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, job)
}

// Reopen opens a job that was handed over, with a reason.
func (w *Workshop) Reopen(ctx context.Context, by record.Actor, job record.ID, id record.ID, reason string) (JobView, error) {
	if err := by.Must(record.Mechanic); err != nil {
		return JobView{}, err
	}
	if err := id.Check("id"); err != nil {
		return JobView{}, err
	}
	why, err := record.TidyNote("reason", reason)
	if err == nil && why == "" {
		err = record.Refuse("reason", "Say why the job is opened again.")
	}
	if err != nil {
		return JobView{}, err
	}
	entry, err := record.NewEntry{ID: id, Content: door.Reopenings.Says(door.Reopened{Reason: why})}.By(by, job, "", w.now())
	if err != nil {
		return JobView{}, err
	}
	err = w.store.Seal(ctx, entry, func(r record.Record) (door.Seal, error) {
		if r.Job.ReleasedAt == nil {
			return door.Seal{}, record.Refuse("id", "This job is open already.")
		}
		return door.Seal{}, nil
	})
	if err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, job)
}
