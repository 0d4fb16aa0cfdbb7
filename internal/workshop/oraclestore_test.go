package workshop

import (
	"context"
	"slices"
	"time"

	"utensil/core/estimate"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/stint"
	"utensil/internal/workshop/torque"
)

// drawer is a store of one job, in memory.
type drawer struct {
	Store
	r       record.Record
	seq     int64
	changed int64
}

func (d *drawer) Job(context.Context, record.ID) (record.Record, error)          { return d.r, nil }
func (d *drawer) JobAgain(context.Context, record.Record) (record.Record, error) { return d.r, nil }
func (d *drawer) FindBike(context.Context, record.ID) (record.Bike, error)       { return d.r.Bike, nil }
func (d *drawer) Stamp(context.Context, record.ID) (record.Stamp, error) {
	return record.Stamp{Bike: d.changed}, nil
}

func (d *drawer) Bike(context.Context, record.ID) (record.Record, error) {
	r := d.r
	r.EarlierJobs = []record.EarlierJob{{ID: r.Job.ID, ReleasedAt: r.Job.ReleasedAt}}
	return r, nil
}

func (d *drawer) Append(_ context.Context, _ record.ID, entries ...record.Entry) error {
	if d.r.Job.ReleasedAt != nil {
		return record.ErrClosed()
	}
	d.add(entries)
	return nil
}

func (d *drawer) add(entries []record.Entry) {
	d.changed++
	d.r.Entries = slices.Clip(d.r.Entries)
	for _, e := range entries {
		if slices.ContainsFunc(d.r.Entries, func(k record.Entry) bool { return k.ID == e.ID }) {
			continue
		}
		d.seq++
		e.Seq = d.seq
		d.r.Entries = append(d.r.Entries, e)
	}
}

func (d *drawer) SaveBike(_ context.Context, b record.Bike, said ...record.Entry) (record.Bike, error) {
	b.Version++
	d.r.Bike = b
	d.add(said)
	return b, nil
}

func (d *drawer) SaveJob(_ context.Context, _ record.ID, c JobChange, said ...record.Entry) error {
	d.r.Job.Depth, d.r.Job.Version = c.Depth, d.r.Job.Version+1
	d.add(said)
	return nil
}

func (d *drawer) Seal(_ context.Context, e record.Entry, judge func(record.Record) (door.Seal, error)) error {
	if _, err := judge(d.r); err != nil {
		return err
	}
	d.r.Job.ReleasedAt = nil
	if door.Releases.In(e.Content) != nil {
		d.r.Job.ReleasedAt = &e.At
	}
	d.add([]record.Entry{e})
	return nil
}

func (d *drawer) FrozenSheet(context.Context, record.ID) (door.Frozen, bool, error) {
	return door.Frozen{}, false, nil
}
func (d *drawer) LatestReadings(context.Context, int) ([]inspect.PastReading, error) { return nil, nil }
func (d *drawer) LooseCounts(context.Context) ([]torque.LooseCount, error)           { return nil, nil }
func (d *drawer) StintSigns(context.Context, int) ([]stint.PastSign, error)          { return nil, nil }
func (d *drawer) HandsElsewhere(context.Context, record.ID, record.ID) ([]record.ID, error) {
	return nil, nil
}
func (d *drawer) RunsTaken(context.Context, int) ([]runlog.Taken, error)  { return nil, nil }
func (d *drawer) AirsLeft(context.Context, int) ([]brakes.AirLeft, error) { return nil, nil }
func (d *drawer) Rescues(context.Context, map[string][]string, time.Duration) (estimate.Record, error) {
	return estimate.Record{}, nil
}
