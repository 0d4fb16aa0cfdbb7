package workshop

import (
	"context"
	"strings"

	"utensil/internal/workshop/air"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

// SaveOwner changes an owner. A stale version is refused with the row as it is now.
func (w *Workshop) SaveOwner(ctx context.Context, o record.Owner) (record.Owner, error) {
	tidy, err := o.Tidy()
	if err != nil {
		return record.Owner{}, err
	}
	return w.store.SaveOwner(ctx, tidy)
}

// Found is a bike and its owner found by a search; an owner without a bike has Bike nil.
type Found struct {
	Owner   record.Owner `json:"owner"`
	Bike    *record.Bike `json:"bike,omitempty"`
	OpenJob *record.ID   `json:"open_job,omitempty" doc:"a job of this bike that is in the shop"`
	Last    string       `json:"last,omitempty" doc:"date of its last job, RFC 3339"`
}

// Search finds owners and bikes by any word of name, phone, make, model, colour or frame
// number; all words must be found. An empty query lists those seen last.
func (w *Workshop) Search(ctx context.Context, query string) ([]Found, error) {
	words := strings.Fields(strings.Map(record.Printable, query))
	if len(words) > 8 {
		words = words[:8]
	}
	return w.store.Search(ctx, words, 40)
}

// BikeHistory is everything known of one bike.
type BikeHistory struct {
	Bike      record.Bike          `json:"bike"`
	Owner     record.Owner         `json:"owner"`
	Jobs      []record.EarlierJob  `json:"jobs" doc:"newest first"`
	Lines     []lifeline.Line      `json:"lines" doc:"each place over the years, what is due first"`
	Points    []inspect.PointView  `json:"points" doc:"each point with its readings, oldest first"`
	Open      *record.ID           `json:"open_job,omitempty"`
	Bolts     []torque.BoltHistory `json:"bolts" doc:"every fastener with how it was found and left, oldest first"`
	CallBacks []record.CallBack    `json:"call_backs" doc:"open ones"`
}

// BikeHistory reads one bike with its jobs and last measurements.
func (w *Workshop) BikeHistory(ctx context.Context, id record.ID) (BikeHistory, error) {
	kept, err := w.store.Bike(ctx, id)
	if err != nil {
		return BikeHistory{}, err
	}
	h := BikeHistory{Bike: kept.Bike, Owner: kept.Owner, Jobs: record.Some(kept.EarlierJobs)}
	for _, j := range kept.EarlierJobs {
		if j.ReleasedAt == nil {
			open := j.ID
			h.Open = &open
		}
	}
	s := w.lay(ctx, kept)
	h.Lines = lifeline.Lines(s, air.Tended(s)...)
	h.Points, h.Bolts, h.CallBacks = findings.Points(s), torque.Histories(s), record.Some(record.Calling(s))
	return h, nil
}
