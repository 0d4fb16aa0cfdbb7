package workshop

import (
	"context"
	"fmt"
	"log/slog"
	"time"

	"github.com/segmentio/encoding/json"

	"utensil/internal/workshop/door"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
)

// Sheet is all that a service sheet is made of.
type Sheet struct {
	View  JobView
	Lines []lifeline.Line // what is on the bike
	Shop  record.Settings
	For   string // what it is here for
	Now   time.Time
}

// Printed is a sheet in both its forms: its layout as JSON, and PDF.
type Printed struct{ Layout, PDF []byte }

// PrintBy says how a sheet is printed. Without it none is kept.
func (w *Workshop) PrintBy(print func(Sheet) (Printed, error)) { w.print = print }

// freeze is what is kept of a job that is handed over by an entry: the record as it stands with it.
func (w *Workshop) freeze(s *record.Sheet, release record.ID, lines []lifeline.Line) (door.Frozen, error) {
	view, err := w.view(s)
	if err != nil {
		return door.Frozen{}, err
	}
	printed, err := w.print(Sheet{view, lines, s.Settings, sold.Name(s), w.now()})
	if err != nil {
		return door.Frozen{}, err
	}
	text, err := json.Marshal(view)
	if err != nil {
		return door.Frozen{}, fmt.Errorf("keeping a sheet: %w", err)
	}
	return door.Freeze(door.Frozen{Release: release, Job: s.Job.ID, Form: frozenForm, PDF: printed.PDF,
		Layout: printed.Layout, Knowledge: s.Book.Digest(),
		MadeAt: w.now()}, text)
}

// told is the view of a job as it was told when it was handed over; false where that was not
// kept. What goes on afterwards beside it, messages and links, is as it is now.
func (w *Workshop) told(ctx context.Context, s *record.Sheet) (v JobView, kept bool, err error) {
	f, kept, err := w.store.FrozenSheet(ctx, s.Job.ID)
	if err != nil || !kept {
		return v, false, err
	}
	read, known := forms[f.Form]
	if !known {
		return v, false, nil
	}
	text, err := f.Text()
	if err != nil {
		return v, false, err
	}
	if v, err = read(text); err != nil {
		return v, false, fmt.Errorf("reading a sheet: %w", err)
	}
	now, err := w.view(s)
	if err != nil {
		return v, false, err
	}
	v.Job, v.Link, v.Messages, v.CallBacks, v.EarlierJobs, v.Sequence = now.Job, now.Link, now.Messages,
		now.CallBacks, now.EarlierJobs,
		now.Sequence
	v.Edition = ""
	return v, true, nil
}

// toldOwner is what an owner's page told of a job when it was handed over.
func (w *Workshop) toldOwner(ctx context.Context, job record.ID) (owner.Told, bool, error) {
	s, err := w.sheet(ctx, job)
	if err != nil {
		return owner.Told{}, false, err
	}
	v, kept, err := w.told(ctx, s)
	return owner.Told{Bike: v.Title, Words: v.Job.Words, Service: v.Service, Findings: v.Findings, Items: v.Items,
		Photos: v.Photos, Agreed: v.Agreed,
		All: v.Proposed, Shared: v.SharedAll}, kept, err
}

// SheetOf is the sheet of a job: as it was handed over, or as it stands. Of one that was handed over before
// layouts were kept, the layout is composed of what was told then. Today is as we would tell it now.
func (w *Workshop) SheetOf(ctx context.Context, job record.ID, today bool) (number int, p Printed, err error) {
	s, err := w.sheet(ctx, job)
	if err != nil {
		return 0, p, err
	}
	f, kept, err := w.store.FrozenSheet(ctx, job)
	if err != nil {
		return 0, p, err
	}
	if kept && s.Job.ReleasedAt != nil && !today {
		view, readable, err := w.told(ctx, s)
		if p = (Printed{f.Layout, f.PDF}); err == nil && readable && p.Layout == nil {
			p, err = w.print(Sheet{View: view, Shop: s.Settings, For: sold.Name(s), Now: f.MadeAt})
			p.PDF = f.PDF
		}
		return s.Job.Number, p, err
	}
	view, err := w.view(s)
	if err != nil {
		return 0, p, err
	}
	past, err := w.BikeHistory(ctx, s.Bike.ID)
	if err != nil {
		return 0, p, err
	}
	p, err = w.print(Sheet{view, past.Lines, s.Settings, sold.Name(s), w.now()})
	return s.Job.Number, p, err
}

// frozenAtOnce are read and kept in one go of FreezeEarlier.
const frozenAtOnce = 50

// FreezeEarlier keeps, once, what is told of the jobs that were handed over before sheets were
// kept: by the verdicts that their entries were told. It goes on where it was interrupted.
func (w *Workshop) FreezeEarlier(ctx context.Context) error {
	if w.print == nil {
		return nil
	}
	for n := 0; ; {
		list, err := w.store.Unfrozen(ctx, frozenAtOnce)
		if err != nil || len(list) == 0 {
			if n > 0 {
				slog.InfoContext(ctx, "the sheets of earlier jobs are kept as they were told", "jobs", n)
			}
			return err
		}
		for _, u := range list {
			if err := w.freezeEarlier(ctx, u); err != nil {
				return err
			}
			n++
		}
	}
}

func (w *Workshop) freezeEarlier(ctx context.Context, u door.Unfrozen) error {
	r, err := w.store.Job(ctx, u.Job)
	if err != nil {
		return err
	}
	f, err := w.freeze(w.lay(ctx, r), u.Release, nil) // what is on the bike now was not then
	if err != nil {
		return err
	}
	f.Afterwards = true
	return w.store.KeepSheet(ctx, f)
}
