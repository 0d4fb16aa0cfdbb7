package workshop

import (
	"context"
	"slices"
	"time"

	"utensil/core/bike"
	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
	"utensil/internal/workshop/torque"
)

// Group is where a job belongs on the first screen.
type Group string

// The groups of the first screen.
const (
	AtTheDoor Group = "door"    // nothing looked at yet
	OnStand   Group = "stand"   // something for a mechanic to do
	Waiting   Group = "waiting" // nothing to do but wait for the owner's answer
	Ready     Group = "ready"   // nothing stands between bike and owner
	Gone      Group = "gone"    // handed over today
)

// TodayJob is one job on the first screen.
type TodayJob struct {
	ID         record.ID      `json:"id"`
	Number     int            `json:"number"`
	Title      string         `json:"title"`
	Owner      string         `json:"owner"`
	Phone      string         `json:"phone"`
	For        string         `json:"for" doc:"what it is here for: the service's name, or how deep it goes"`
	Words      string         `json:"words"`
	Stand      string         `json:"stand"`
	Facts      bike.Facts     `json:"facts"`
	Group      Group          `json:"group" enum:"door,stand,waiting,ready,gone"`
	Stage      record.Stage   `json:"stage"`
	Next       string         `json:"next" doc:"what stands first between the bike and its owner"`
	Detail     string         `json:"detail,omitempty"`
	Mark       wear.Mark      `json:"mark" doc:"the worst open finding"`
	Open       int            `json:"open" doc:"how many things still stand"`
	Stages     []record.Stage `json:"open_stages" doc:"stages with something open"`
	PromisedAt *time.Time     `json:"promised_at,omitempty"`
	Late       bool           `json:"late"`
	ReleasedAt *time.Time     `json:"released_at,omitempty"`
}

// Today is the first screen.
type Today struct {
	Now       time.Time         `json:"now"`
	InShop    int               `json:"in_shop"`
	Promised  int               `json:"promised_today"`
	Late      int               `json:"late"`
	Jobs      []TodayJob        `json:"jobs" doc:"by promised time"`
	CallBacks []record.CallBack `json:"call_backs" doc:"due within a week, or overdue; the soonest first"`
}

// Today lists the bikes in the shop, and those that left today.
func (w *Workshop) Today(ctx context.Context) (Today, error) {
	now := w.now()
	// A day back holds today wherever the shop is; the records bring its time zone with them.
	lines, err := w.lines(ctx, now.AddDate(0, 0, -1))
	if err != nil {
		return Today{}, err
	}
	if len(lines) > 0 {
		now = now.In(lines[0].zone)
	}
	midnight := time.Date(now.Year(), now.Month(), now.Day(), 0, 0, 0, 0, now.Location())
	today := Today{Now: now, Jobs: []TodayJob{}}
	for _, l := range lines {
		j := l.TodayJob
		if j.ReleasedAt != nil && j.ReleasedAt.Before(midnight) {
			continue
		}
		if j.Group != Gone {
			today.InShop++
			if j.Late {
				today.Late++
			}
			if j.PromisedAt != nil && j.PromisedAt.Before(midnight.AddDate(0, 0, 1)) && !j.PromisedAt.Before(midnight) {
				today.Promised++
			}
		}
		today.Jobs = append(today.Jobs, j)
	}
	if today.CallBacks, err = w.CallBacksBy(ctx, midnight.AddDate(0, 0, 7)); err != nil {
		return Today{}, err
	}
	slices.SortStableFunc(today.Jobs, func(a, b TodayJob) int {
		switch {
		case a.PromisedAt == nil && b.PromisedAt == nil:
			return a.Number - b.Number
		case a.PromisedAt == nil:
			return 1
		case b.PromisedAt == nil:
			return -1
		}
		return a.PromisedAt.Compare(*b.PromisedAt)
	})
	return today, nil
}

// lines are those of the jobs in the shop and of those released since, by number: remembered
// ones, and the others read all at once.
func (w *Workshop) lines(ctx context.Context, since time.Time) ([]line, error) {
	// One at a time: whoever comes after finds what the one before has laid out.
	select {
	case w.layouts.today <- struct{}{}:
		defer func() { <-w.layouts.today }()
	case <-ctx.Done():
		return nil, ctx.Err()
	}
	here, err := w.store.StampsInShop(ctx, since)
	if err != nil {
		return nil, err
	}
	lines, at := make([]line, 0, len(here)), map[record.ID]basis{}
	known := map[record.ID]line{}
	var missing []record.ID
	for _, h := range here {
		at[h.Job] = w.basis(h.Stamp, w.memory.AtHand(ctx)) // it does not wait for what years have taught
		if l, kept := w.layouts.lines.Get(h.Job); kept && l.same(at[h.Job]) {
			known[h.Job] = l
			continue
		}
		missing = append(missing, h.Job)
	}
	if len(missing) <= mostLooks {
		missing, err = w.lookAt(ctx, missing, known)
		if err != nil {
			return nil, err
		}
	}
	if len(missing) > 0 {
		records, err := w.store.Records(ctx, missing)
		if err != nil {
			return nil, err
		}
		for _, r := range records {
			on := at[r.Job.ID]
			l := w.line(record.Lay(r, on.book, w.now(), on.learnt), on)
			w.layouts.lines.Add(r.Job.ID, l)
			known[r.Job.ID] = l
		}
	}
	for _, h := range here {
		if l, is := known[h.Job]; is {
			lines = append(lines, l)
		}
	}
	return lines, nil
}

// mostLooks is how many jobs are looked at one by one, because whoever changed them is laying
// them out just now. More are read at once.
const mostLooks = 3

// lookAt finds the lines of jobs that are laid out or about to be, and returns those that are not.
func (w *Workshop) lookAt(ctx context.Context, jobs []record.ID,
	known map[record.ID]line) (others []record.ID, err error) {
	for _, job := range jobs {
		if !w.layouts.jobs.Contains(job) {
			others = append(others, job)
			continue
		}
		err := w.look(ctx, job, func(l *layout) error {
			err := w.show(ctx, l)
			known[job] = l.line
			return err
		})
		if err != nil {
			return nil, err
		}
	}
	return others, nil
}

func (w *Workshop) todayJob(s *record.Sheet, now time.Time) TodayJob {
	j := TodayJob{ID: s.Job.ID, Number: s.Job.Number, Title: s.Bike.Title(), Owner: s.Owner.Name, Phone: s.Owner.Phone,
		For: sold.Name(s), Words: s.Job.Words, Stand: s.Job.Stand, Facts: s.Bike.Facts, PromisedAt: s.Job.PromisedAt,
		ReleasedAt: s.Job.ReleasedAt, Mark: wear.Open, Stages: []record.Stage{}}
	if s.Job.ReleasedAt != nil {
		j.Group, j.Stage, j.Mark, j.Next = Gone, record.StageHandOver, wear.Sound, "Handed over"
		return j
	}
	leaving := w.leaving(s)
	j.Stage, _ = stages(s, leaving)
	waiting, hands := false, false
	for _, o := range leaving {
		j.Open += o.Count
		if o.Mark.Worse(j.Mark) && o.Mark != wear.Watch {
			j.Mark = o.Mark
		}
		if !slices.Contains(j.Stages, o.Stage) {
			j.Stages = append(j.Stages, o.Stage)
		}
		waiting = waiting || o.Stage == record.StageAgree
		hands = hands || o.Stage == record.StageInspect || o.Stage == record.StageWork
	}
	if len(leaving) > 0 {
		j.Next, j.Detail = leaving[0].Title, leaving[0].Detail
	}
	looked := inspect.Readings.Count(s.Ledger)+agree.Items.Count(s.Ledger)+torque.Torques.Count(s.Ledger) > 0
	switch {
	case len(leaving) == 0 || onlyHandOver(leaving):
		j.Group, j.Mark = Ready, wear.Sound
	case !looked:
		j.Group = AtTheDoor
	case waiting && !hands:
		j.Group = Waiting
	default:
		j.Group = OnStand
	}
	j.Late = j.PromisedAt != nil && j.PromisedAt.Before(now) && j.Group != Ready
	return j
}

// onlyHandOver says whether all that is left is to give things back.
func onlyHandOver(leaving []record.Obstacle) bool {
	return !slices.ContainsFunc(leaving, func(o record.Obstacle) bool { return o.Stage != record.StageHandOver })
}
