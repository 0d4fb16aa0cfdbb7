package workshop

import (
	"context"
	"sync"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"

	"utensil/internal/workshop/edition"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// How many jobs are remembered as they are laid out, which takes up to a megabyte each, and how
// many of their lines on the first screen. A workshop has some forty bikes in it.
const (
	mostLayouts = 64
	mostLines   = 1024
)

// basis is what a layout rests on. As long as it is the same, so is what follows from the sheet:
// entries are only added, and the stamp counts whatever else changes. Time is believed to the
// minute.
type basis struct {
	stamp  record.Stamp
	minute time.Time
	book   *knowledge.Book
	learnt record.Learnt
}

func (b basis) same(o basis) bool {
	return b.stamp == o.stamp && b.minute.Equal(o.minute) && b.book == o.book && b.learnt.Same(o.learnt)
}

// layout is a job laid out, remembered. Whoever looks at one waits for who is laying it out.
type layout struct {
	turn chan struct{}
	basis
	sheet *record.Sheet // nil until it was read
	view  *JobView      // nil until it was asked for, with the line
	line  line
}

// line is a job's line on the first screen, remembered.
type line struct {
	basis
	TodayJob
	zone *time.Location
}

// layouts are the jobs that are remembered.
type layouts struct {
	mu    sync.Mutex
	jobs  *lru.Cache[record.ID, *layout]
	lines *lru.Cache[record.ID, line]

	sent *edition.Shelf

	today chan struct{} // held by who looks at the first screen
}

func newLayouts() *layouts {
	jobs, _ := lru.New[record.ID, *layout](mostLayouts) // fails for a size below one alone
	lines, _ := lru.New[record.ID, line](mostLines)
	return &layouts{jobs: jobs, lines: lines, sent: edition.NewShelf(), today: make(chan struct{}, 1)}
}

// of is a job's place among them, whether or not it was laid out.
func (l *layouts) of(job record.ID) *layout {
	l.mu.Lock()
	defer l.mu.Unlock()
	kept, known := l.jobs.Get(job)
	if !known {
		kept = &layout{turn: make(chan struct{}, 1)}
		l.jobs.Add(job, kept)
	}
	return kept
}

// basis is what a layout made now would rest on.
func (w *Workshop) basis(stamp record.Stamp, learnt record.Learnt) basis {
	return basis{stamp, w.now().Truncate(time.Minute), w.Book(), learnt}
}

// look lets a job be looked at as it is laid out now, by one at a time: as it is remembered,
// while that rests on what is so. The stamp is read before what it counts, so that what was
// changed meanwhile is noticed the next time.
func (w *Workshop) look(ctx context.Context, job record.ID, at func(*layout) error) error {
	l := w.layouts.of(job)
	select {
	case l.turn <- struct{}{}:
		defer func() { <-l.turn }()
	case <-ctx.Done():
		return ctx.Err()
	}
	stamp, err := w.store.Stamp(ctx, job)
	if err != nil {
		if l.sheet == nil {
			w.layouts.jobs.Remove(job)
		}
		return err
	}
	if now := w.basis(stamp, w.memory.Recall(ctx)); l.sheet == nil || !l.same(now) {
		r, err := w.readAgain(ctx, job, l)
		if err != nil {
			return err
		}
		l.basis, l.sheet, l.view = now, record.Lay(r, now.book, w.now(), now.learnt), nil
	}
	return at(l)
}

// readAgain reads a job, and of its entries only what is new when it was read before.
func (w *Workshop) readAgain(ctx context.Context, job record.ID, l *layout) (record.Record, error) {
	if l.sheet == nil {
		return w.store.Job(ctx, job)
	}
	return w.store.JobAgain(ctx, l.sheet.Record)
}

// sheet is a job's record, laid out for whoever asks alone.
func (w *Workshop) sheet(ctx context.Context, job record.ID) (s *record.Sheet, err error) {
	err = w.look(ctx, job, func(l *layout) error {
		s = record.Lay(l.sheet.Record, l.book, w.now(), l.learnt)
		return nil
	})
	return s, err
}

// Job is a job as its screen shows it.
func (w *Workshop) Job(ctx context.Context, id record.ID) (v JobView, err error) {
	err = w.look(ctx, id, func(l *layout) error {
		err := w.show(ctx, l)
		if err == nil {
			v = *l.view
		}
		return err
	})
	return v, err
}

// show works out what a layout shows, on the screen of the job and on the first one.
func (w *Workshop) show(ctx context.Context, l *layout) error {
	if l.view != nil {
		return nil
	}
	var made JobView
	told, err := false, error(nil)
	if l.sheet.Job.ReleasedAt != nil { // what was handed over stays what it was
		made, told, err = w.told(ctx, l.sheet)
	}
	if err == nil && !told {
		made, err = w.view(l.sheet)
	}
	if err != nil {
		return err
	}
	made.text = edition.NewView(w.layouts.sent, made.Core, made.Parts)
	l.view, l.line = &made, w.line(l.sheet, l.basis)
	w.layouts.lines.Add(l.sheet.Job.ID, l.line)
	return nil
}

func (w *Workshop) line(s *record.Sheet, on basis) line {
	zone := s.Settings.Location()
	return line{on, w.todayJob(s, s.Now.In(zone)), zone}
}
