package workshop

import (
	"slices"
	"time"
)

// Called is what an earlier job called the bike back for, while it is here.
type Called struct {
	CallBack
	Answered bool        `json:"answered" doc:"what this job has done settles it, once the bike leaves"`
	Offer    *Suggestion `json:"offer,omitempty" doc:"the work it is for, not proposed yet"`
}

// How soon before its day a call-back counts: an owner comes when it suits them, and work that
// would be due within the month is offered while the bike is here (common practice, no source).
const (
	earlyDays = 3
	offerDays = 30
)

// calling lists the open call-backs of earlier jobs.
func (s *sheet) calling() []CallBack {
	return slices.DeleteFunc(slices.Clone(s.CallBacks), func(c CallBack) bool { return c.JobID == s.Job.ID || c.State != "open" })
}

// by says whether a call-back is due within so many days.
func (s *sheet) by(c CallBack, now time.Time, days int) bool {
	return c.Due <= now.In(s.Settings.Location()).AddDate(0, 0, days).Format(time.DateOnly)
}

// answers says whether what this job has done settles a call-back: its joints are torqued, its
// work is done, its point was looked at when its day had come. Anything else a person settles.
func (s *sheet) answers(c CallBack, now time.Time) bool {
	switch {
	case len(c.Fasteners) > 0:
		return !slices.ContainsFunc(c.Fasteners, func(id string) bool {
			return !slices.ContainsFunc(s.bolts, func(b BoltView) bool { return b.Fastener == id && b.Settled })
		})
	case c.Operation != "":
		return s.didAll(c.Operation)
	case c.Point != "":
		e, read := s.readingOf(c.Point)
		return read && !e.Content.Reading.PassedOver && s.by(c, now, earlyDays)
	}
	return false
}

// didAll says whether an operation was done, and not only in part: a bleed from the lever
// leaves the old fluid in hose and caliper.
func (s *sheet) didAll(operation string) bool {
	_, whole := s.ran(operation)
	return whole || slices.ContainsFunc(s.items, func(i ItemView) bool {
		return i.Item.Operation == operation && i.Work != nil && !i.Work.Part
	})
}

// ran says whether runs of an operation came to their end, and whether one of them did all of it.
func (s *sheet) ran(operation string) (ran, whole bool) {
	for _, r := range s.runs {
		if operation != "" && r.Work.Operation == operation && r.Finished {
			ran, whole = true, whole || r.Work.School.RenewsAll()
		}
	}
	return ran, whole
}

// callsFor says whether the bike is here to have a point looked at again.
func (s *sheet) callsFor(point string, now time.Time) bool {
	return slices.ContainsFunc(s.calling(), func(c CallBack) bool { return c.Point == point && s.by(c, now, earlyDays) })
}

// again lists the fasteners that earlier jobs wanted looked at once more.
func (s *sheet) again() (ids []string) {
	for _, c := range s.calling() {
		ids = append(ids, c.Fasteners...)
	}
	return ids
}

// called lists what the bike is called back for, with the work to offer.
func (w *Workshop) called(s *sheet) []Called {
	out := []Called{}
	if s.Job.ReleasedAt != nil {
		return out
	}
	now := w.now()
	for _, c := range s.calling() {
		if !s.by(c, now, offerDays) {
			continue
		}
		v := Called{CallBack: c, Answered: s.answers(c, now)}
		proposed := slices.ContainsFunc(s.items, func(i ItemView) bool { return i.Item.Operation == c.Operation })
		if o, known := w.Book().Operation(c.Operation); known && o.When.Holds(s.Bike.Facts) && !proposed && !v.Answered {
			offer := w.offer(o, s.Settings.Hourly)
			v.Offer = &offer
		}
		out = append(out, v)
	}
	return out
}
