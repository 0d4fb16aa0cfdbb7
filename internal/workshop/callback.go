package workshop

import (
	"context"
	"slices"
	"strings"
	"time"
)

// CallBack is a bike that is to come back for something.
type CallBack struct {
	ID        ID         `json:"id"`
	JobID     ID         `json:"job_id" doc:"the job that made it"`
	BikeID    ID         `json:"bike_id"`
	What      string     `json:"what"`
	Due       string     `json:"due" doc:"the day, 2026-03-02"`
	Fasteners []string   `json:"fasteners" doc:"to be torqued again"`
	Operation string     `json:"operation,omitempty" doc:"the work it is for, if the shop sells it"`
	Point     string     `json:"point,omitempty" doc:"what is to be looked at again"`
	State     string     `json:"state" enum:"open,done,dropped"`
	Note      string     `json:"note"`
	Version   int        `json:"version"`
	Title     string     `json:"title,omitempty" doc:"the bike"`
	Owner     string     `json:"owner,omitempty"`
	Phone     string     `json:"phone,omitempty"`
	InShop    *ID        `json:"in_shop,omitempty" doc:"the bike's open job"`
	EndedAt   *time.Time `json:"ended_at,omitempty"`
}

// recheckAfter is by when joints that settle are looked at again; the first ride lies
// within it for most (common practice, no source).
const recheckAfter = 14

// recheck is the call-back that a release of the job would make, or nil.
func (w *Workshop) recheck(s *sheet, now time.Time) *CallBack {
	depth, _ := w.Book().Depth(s.Job.Depth)
	var names, ids []string
	for _, b := range s.bolts {
		_, touched := s.disturbed[b.Fastener]
		if b.Recheck && (touched || depth.Torque == "all") && b.Log != nil && !b.Log.NotFitted && !slices.Contains(ids, b.Fastener) {
			names, ids = append(names, b.Name), append(ids, b.Fastener)
		}
	}
	if len(ids) == 0 {
		return nil
	}
	return &CallBack{JobID: s.Job.ID, BikeID: s.Bike.ID, Fasteners: ids, State: "open",
		Due:  now.In(s.Settings.Location()).AddDate(0, 0, recheckAfter).Format(time.DateOnly),
		What: "Torque again after the first ride: " + strings.Join(names, ", ")}
}

// CallBackChange settles a call-back or puts it off.
type CallBackChange struct {
	State   string `json:"state" enum:"open,done,dropped"`
	Due     string `json:"due" doc:"the day, 2026-03-02"`
	Note    string `json:"note,omitempty"`
	Version int    `json:"version"`
}

// CallBacks lists the open call-backs, the soonest first.
func (w *Workshop) CallBacks(ctx context.Context) ([]CallBack, error) {
	list, err := w.store.CallBacks(ctx)
	return some(list), err
}

// SaveCallBack settles a call-back or puts it off; dropping one needs a word why.
func (w *Workshop) SaveCallBack(ctx context.Context, by Actor, id ID, in CallBackChange) ([]CallBack, error) {
	if err := by.must(Mechanic, Counter); err != nil {
		return nil, err
	}
	if _, err := time.Parse(time.DateOnly, in.Due); err != nil {
		return nil, invalid("due", "Give the day, such as 2026-03-02.")
	}
	if !slices.Contains([]string{"open", "done", "dropped"}, in.State) {
		return nil, invalid("state", "A call-back is open, done or dropped.")
	}
	var err error
	if in.Note, err = note("note", in.Note); err != nil {
		return nil, err
	}
	if in.State == "dropped" && in.Note == "" {
		return nil, invalid("note", "Say why the bike need not come back.")
	}
	if err := w.store.SaveCallBack(ctx, by, id, in, w.now()); err != nil {
		return nil, err
	}
	return w.CallBacks(ctx)
}

// Seal is what is written with the entry that releases a job.
type Seal struct {
	Made     []CallBack
	Answered []ID
}

// onLeaving is what a release writes besides its entry.
func (w *Workshop) onLeaving(s *sheet, now time.Time) Seal {
	seal := Seal{Made: w.madeBy(s, now)}
	for i := range seal.Made {
		seal.Made[i].ID = NewID()
	}
	for _, c := range s.calling() {
		again := slices.ContainsFunc(seal.Made, func(m CallBack) bool { return m.What == c.What })
		if again || s.answers(c, now) {
			seal.Answered = append(seal.Answered, c.ID)
		}
	}
	return seal
}

// madeBy lists the call-backs that a release would make: joints that settle, and what the
// runs of procedures ask for.
func (w *Workshop) madeBy(s *sheet, now time.Time) []CallBack {
	out := w.comesBack(s, now)
	if c := w.recheck(s, now); c != nil {
		out = append(out, *c)
	}
	return out
}

// callBacks lists those that the job made and that hold, or that it would make if it were
// handed over now.
func (w *Workshop) callBacks(s *sheet) []CallBack {
	out := []CallBack{}
	for _, c := range s.CallBacks {
		if c.JobID == s.Job.ID && c.State != "dropped" {
			out = append(out, c)
		}
	}
	if s.Job.ReleasedAt == nil {
		out = append(out, w.madeBy(s, w.now())...)
	}
	return out
}

// callBacksBy lists the open call-backs due by a day.
func (w *Workshop) callBacksBy(ctx context.Context, day time.Time) ([]CallBack, error) {
	list, err := w.store.CallBacks(ctx)
	return some(slices.DeleteFunc(list, func(c CallBack) bool { return c.Due > day.Format(time.DateOnly) })), err
}
