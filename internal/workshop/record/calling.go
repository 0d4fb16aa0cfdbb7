package record

import (
	"slices"
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

// How soon before its day a call-back counts: an owner comes when it suits them, and work that
// would be due within the month is offered while the bike is here (common practice, no source).
const (
	EarlyDays = 3
	OfferDays = 30
)

// Calling lists the open call-backs of earlier jobs.
func Calling(s *Sheet) []CallBack {
	return slices.DeleteFunc(slices.Clone(CallBacks.Of(s)),
		func(c CallBack) bool { return c.JobID == s.Job.ID || c.State != "open" })
}

// DueIn says whether a call-back is due within so many days.
func (c CallBack) DueIn(s *Sheet, days int) bool { return c.Due <= s.Day(days) }

// CallsFor says whether the bike is here to have a point looked at again.
func CallsFor(s *Sheet, point string) bool {
	return slices.ContainsFunc(Calling(s), func(c CallBack) bool { return c.Point == point && c.DueIn(s, EarlyDays) })
}

// Rechecks lists the fasteners that earlier jobs wanted looked at once more.
func Rechecks(s *Sheet) (ids []string) {
	for _, c := range Calling(s) {
		ids = append(ids, c.Fasteners...)
	}
	return ids
}

// CallBacks are those of the bike: the open ones, and those that this job made.
var CallBacks = LaidBeside[[]CallBack]("call_backs")
