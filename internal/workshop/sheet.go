package workshop

import (
	"bytes"
	"context"
	"fmt"
	"io"
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

// PrintBy says how a sheet is printed. Without it none is kept.
func (w *Workshop) PrintBy(print func(io.Writer, Sheet) error) { w.print = print }

// freeze is what is kept of a job that is handed over by an entry: the record as it stands with it.
func (w *Workshop) freeze(s *record.Sheet, release record.ID, lines []lifeline.Line) (door.Frozen, error) {
	view, err := w.view(s)
	if err != nil {
		return door.Frozen{}, err
	}
	var pdf bytes.Buffer
	if err := w.print(&pdf, Sheet{view, lines, s.Settings, sold.Name(s), w.now()}); err != nil {
		return door.Frozen{}, err
	}
	text, err := json.Marshal(view)
	if err != nil {
		return door.Frozen{}, fmt.Errorf("keeping a sheet: %w", err)
	}
	return door.Freeze(door.Frozen{Release: release, Job: s.Job.ID, Form: frozenForm, PDF: pdf.Bytes(),
		Knowledge: s.Book.Digest(),
		MadeAt:    w.now()}, text)
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

// AsToldToday is a released job as we would tell it now, beside what was told: by the knowledge of today.
func (w *Workshop) AsToldToday(ctx context.Context, job record.ID) (JobView, error) {
	s, err := w.sheet(ctx, job)
	if err != nil {
		return JobView{}, err
	}
	return w.view(s)
}

// SheetOf is the printed sheet of a job: as it was handed over, or as it stands.
func (w *Workshop) SheetOf(ctx context.Context, job record.ID, to io.Writer) (number int, err error) {
	s, err := w.sheet(ctx, job)
	if err != nil {
		return 0, err
	}
	if s.Job.ReleasedAt != nil {
		if f, kept, err := w.store.FrozenSheet(ctx, job); err != nil || kept {
			if err == nil {
				_, err = to.Write(f.PDF)
			}
			return s.Job.Number, err
		}
	}
	view, err := w.view(s)
	if err != nil {
		return s.Job.Number, err
	}
	past, err := w.BikeHistory(ctx, s.Bike.ID)
	if err != nil {
		return s.Job.Number, err
	}
	return s.Job.Number, w.print(to, Sheet{view, past.Lines, s.Settings, sold.Name(s), w.now()})
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
	past, err := w.BikeHistory(ctx, r.Bike.ID)
	if err != nil {
		return err
	}
	f, err := w.freeze(w.lay(ctx, r), u.Release, past.Lines)
	if err != nil {
		return err
	}
	f.Afterwards = true
	return w.store.KeepSheet(ctx, f)
}
