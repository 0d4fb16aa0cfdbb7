package door

import (
	"context"
	"slices"
	"strings"
	"time"

	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
)

// recheckAfter is by when joints that settle are looked at again; the first ride lies
// within it for most (common practice, no source).
const recheckAfter = 14

// recheck is the call-back that a release of the job would make, or nil.
func recheck(s *record.Sheet) *record.CallBack {
	depth, _ := s.Book.Depth(s.Job.Depth)
	var names, ids []string
	for _, b := range torque.Bolts.Of(s) {
		touched := slices.Contains(record.Undone(s), b.Fastener)
		if b.Recheck && (touched || depth.Measures()) && b.Log != nil && !b.Log.NotFitted &&
			!slices.Contains(ids, b.Fastener) {
			names, ids = append(names, b.Name), append(ids, b.Fastener)
		}
	}
	if len(ids) == 0 {
		return nil
	}
	return &record.CallBack{JobID: s.Job.ID, BikeID: s.Bike.ID, Fasteners: ids, State: "open",
		Due:  s.Day(recheckAfter),
		What: "Torque again after the first ride: " + strings.Join(names, ", ")}
}

// CallBackChange settles a call-back or puts it off.
type CallBackChange struct {
	State   string `json:"state" enum:"open,done,dropped"`
	Due     string `json:"due" doc:"the day, 2026-03-02"`
	Note    string `json:"note,omitempty"`
	Version int    `json:"version"`
}

// Store keeps the call-backs.
type Store interface {
	// CallBacks lists the open call-backs, the soonest first.
	CallBacks(ctx context.Context) ([]record.CallBack, error)
	SaveCallBack(ctx context.Context, by record.Actor, id record.ID, c CallBackChange, now time.Time) error
}

// Diary is the bikes that are to come back.
type Diary struct {
	shop  *record.Shop
	store Store
}

// NewDiary opens the diary.
func NewDiary(shop *record.Shop, store Store) *Diary { return &Diary{shop, store} }

// CallBacks lists the open call-backs, the soonest first.
func (d *Diary) CallBacks(ctx context.Context) ([]record.CallBack, error) {
	list, err := d.store.CallBacks(ctx)
	return record.Some(list), err
}

// SaveCallBack settles a call-back or puts it off; dropping one needs a word why.
func (d *Diary) SaveCallBack(ctx context.Context, by record.Actor, id record.ID,
	in CallBackChange) ([]record.CallBack, error) {
	if err := by.Must(record.Mechanic, record.Counter); err != nil {
		return nil, err
	}
	if _, err := time.Parse(time.DateOnly, in.Due); err != nil {
		return nil, record.Refuse("due", "Give the day, such as 2026-03-02.")
	}
	if !slices.Contains([]string{"open", "done", "dropped"}, in.State) {
		return nil, record.Refuse("state", "A call-back is open, done or dropped.")
	}
	var err error
	if in.Note, err = record.TidyNote("note", in.Note); err != nil {
		return nil, err
	}
	if in.State == "dropped" && in.Note == "" {
		return nil, record.Refuse("note", "Say why the bike need not come back.")
	}
	if err := d.store.SaveCallBack(ctx, by, id, in, d.shop.Now()); err != nil {
		return nil, err
	}
	return d.CallBacks(ctx)
}

// Seal is what is written with the entry that releases a job.
type Seal struct {
	Sheet    *Frozen // what is told of the job from now on; nil where it is not printed
	Made     []record.CallBack
	Answered []record.ID
}

// OnLeaving is what a release writes besides its entry.
func OnLeaving(s *record.Sheet) Seal {
	seal := Seal{Made: madeBy(s)}
	for i := range seal.Made {
		seal.Made[i].ID = record.NewID()
	}
	for _, c := range record.Calling(s) {
		again := slices.ContainsFunc(seal.Made, func(m record.CallBack) bool { return m.What == c.What })
		if again || answers(s, c) {
			seal.Answered = append(seal.Answered, c.ID)
		}
	}
	return seal
}

// madeBy lists the call-backs that a release would make: joints that settle, what the runs of
// procedures ask for, and what sits there for now.
func madeBy(s *record.Sheet) []record.CallBack {
	out := slices.Concat(comesBack(s), air.ComesBack(s), forNow(s))
	for _, c := range lookedAtAgain(s) {
		if !slices.ContainsFunc(out, func(o record.CallBack) bool { return o.What == c.What }) {
			out = append(out, c)
		}
	}
	if c := recheck(s); c != nil {
		out = append(out, *c)
	}
	return out
}

// CallBacks lists those that the job made and that hold, or that it would make if it were
// handed over now.
func CallBacks(s *record.Sheet) []record.CallBack {
	out := []record.CallBack{}
	for _, c := range record.CallBacks.Of(s) {
		if c.JobID == s.Job.ID && c.State != "dropped" {
			out = append(out, c)
		}
	}
	if s.Job.ReleasedAt == nil {
		out = append(out, madeBy(s)...)
	}
	return out
}

// CallBacksBy lists the open call-backs due by a day.
func (d *Diary) CallBacksBy(ctx context.Context, day time.Time) ([]record.CallBack, error) {
	list, err := d.store.CallBacks(ctx)
	return record.Some(slices.DeleteFunc(list,
		func(c record.CallBack) bool { return c.Due > day.Format(time.DateOnly) })), err
}

// Called is what an earlier job called the bike back for, while it is here.
type Called struct {
	record.CallBack
	Answered bool                 `json:"answered" doc:"what this job has done settles it, once the bike leaves"`
	Offer    *findings.Suggestion `json:"offer,omitempty" doc:"the work it is for, not proposed yet"`
}

// answers says whether what this job has done settles a call-back: its joints are torqued, its
// work is done, its point was looked at when its day had come. Anything else a person settles.
func answers(s *record.Sheet, c record.CallBack) bool {
	switch {
	case rightOne(s, c):
		return true
	case len(c.Fasteners) > 0:
		return !slices.ContainsFunc(c.Fasteners, func(id string) bool {
			return !slices.ContainsFunc(torque.Bolts.Of(s),
				func(b torque.BoltView) bool { return b.Fastener == id && b.Settled })
		})
	case c.Operation != "":
		return runlog.DidAll(s, c.Operation)
	case c.Point != "":
		_, read := inspect.ReadingOf(s, c.Point)
		return read != nil && !read.PassedOver && c.DueIn(s, record.EarlyDays)
	}
	return false
}

// Calling lists what the bike is called back for, with the work to offer.
func Calling(s *record.Sheet) []Called {
	out := []Called{}
	if s.Job.ReleasedAt != nil {
		return out
	}
	for _, c := range record.Calling(s) {
		if !c.DueIn(s, record.OfferDays) {
			continue
		}
		v := Called{CallBack: c, Answered: answers(s, c)}
		proposed := slices.ContainsFunc(agree.Proposals.Of(s),
			func(i agree.ItemView) bool { return i.Item.Operation == c.Operation })
		if o, known := s.Book.Operation(c.Operation); known && o.When.Holds(s.Bike.Facts) && !proposed && !v.Answered {
			offer := findings.Offer(s, o)
			v.Offer = &offer
		}
		out = append(out, v)
	}
	return out
}

// comesBack lists the call-backs that the job's finished runs ask for.
func comesBack(s *record.Sheet) (out []record.CallBack) {
	for _, r := range runlog.Finished.Of(s) {
		for _, c := range r.Work.Comes {
			back := record.CallBack{JobID: s.Job.ID, BikeID: s.Bike.ID, Fasteners: []string{},
				State: "open", What: c.What, Operation: c.Operation,
				Point: c.Point,
				Due:   s.Day(c.Days)}
			if !slices.ContainsFunc(out, func(o record.CallBack) bool { return o.What == back.What }) {
				out = append(out, back)
			}
		}
	}
	return out
}

// lookedAtAgain lists the call-backs for what was fitted new in this job: a cable settles, a
// chain wears by the distance.
func lookedAtAgain(s *record.Sheet) (out []record.CallBack) {
	for _, in := range parts.Puttings.All(s.Ledger) {
		place, _ := s.Book.Place(in.Place)
		if place.Again == nil || in.Grade != "new" || in.ForNow {
			continue
		}
		out = append(out, record.CallBack{JobID: s.Job.ID, BikeID: s.Bike.ID, Fasteners: []string{},
			State: "open", What: place.Again.What,
			Operation: place.Again.Operation, Point: place.Again.Point, Due: s.Day(place.Again.In(s.Bike.WeeklyKm))})
	}
	return out
}

// forNowDays is by when the right part is to be on in place of one that was fitted for now (our own
// judgement; the day is put off in the diary).
const forNowDays = 14

// forNow lists the call-backs for what sits on the bike for now.
func forNow(s *record.Sheet) (out []record.CallBack) {
	for _, life := range parts.Borrowed(s) {
		place, _ := s.Book.Place(life.Put.Place)
		c := record.CallBack{JobID: s.Job.ID, BikeID: s.Bike.ID, Fasteners: []string{}, State: "open",
			Due:  s.Day(forNowDays),
			What: forNowWhat(place.Name)}
		if work := parts.Renewals.Of(s)[place.ID]; len(work) > 0 {
			c.Operation = work[0].ID
		}
		out = append(out, c)
	}
	return out
}

func forNowWhat(place string) string {
	return "Fit the right " + words.Lower(place) + ": what is on it is for now"
}

// rightOne says whether a call-back was for something that sits there for now, and does no more.
func rightOne(s *record.Sheet, c record.CallBack) bool {
	for _, place := range parts.Places.Of(s) {
		if c.What == forNowWhat(place.Name) {
			return !slices.ContainsFunc(parts.Borrowed(s), func(l parts.Life) bool { return l.Put.Place == place.ID })
		}
	}
	return false
}
