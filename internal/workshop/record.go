package workshop

import (
	"context"
	"slices"

	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stint"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
)

// Record writes entries about a job in the order given, all or none, and returns the job as
// it now stands. Each is checked against what stands before it. The same entry sent again
// changes nothing. What work takes out of the stores is written along with it.
func (w *Workshop) Record(ctx context.Context, by record.Actor, job record.ID,
	entries ...record.NewEntry) (JobView, error) {
	if err := w.write(ctx, by, job, entries...); err != nil {
		return JobView{}, err
	}
	stint.Leave(ctx, w.store, by, job, entries, w.write)
	return w.Job(ctx, job)
}

func (w *Workshop) write(ctx context.Context, by record.Actor, job record.ID, entries ...record.NewEntry) error {
	for _, n := range entries {
		if err := w.rules.Writable(by, n); err != nil {
			return err
		}
	}
	first, err := w.sheet(ctx, job)
	if err != nil {
		return err
	}
	r, learnt := first.Record, w.memory.Recall(ctx)
	r.Entries = slices.Clip(r.Entries) // others look at them as well
	var written []record.Entry
	for queue := entries; len(queue) > 0; queue = queue[1:] {
		n := queue[0]
		at, offset, err := record.When(n, w.now(), r.Job.OpenedAt, r.Settings.Location())
		if err != nil {
			return err
		}
		e, err := n.By(by, job, r.Bike.ID, at)
		if err != nil {
			return err
		}
		e.Offset = offset
		sent := slices.ContainsFunc(r.Entries, func(e record.Entry) bool { return e.ID == n.ID })
		if !sent { // what was accepted once is not asked again whether it still could be
			s := record.Lay(r, w.Book(), w.now(), learnt)
			if e.Content, err = w.rules.Check(s, by, n); err != nil {
				return err
			}
			r.Entries = append(r.Entries, e)
			queue = slices.Concat(queue[:1], along(s, n), queue[1:])
		}
		written = append(written, e)
	}
	return w.store.Append(ctx, job, written...)
}

// Preview judges a reading, a torque or a stop without recording it.
func (w *Workshop) Preview(ctx context.Context, job record.ID, c record.Content) (record.Content, error) {
	s, err := w.sheet(ctx, job)
	if err != nil {
		return c, err
	}
	if in := torque.Torques.In(c); in != nil {
		asked := *in
		asked.Loosened = true // how it came about is asked when it is logged
		c = torque.Torques.Says(asked)
	} else if inspect.Readings.In(c) == nil && trial.Stops.In(c) == nil {
		return c, record.Refuse("content", "Only a reading, a torque or a stop is judged.")
	}
	return w.rules.Check(s, record.Actor{}, record.NewEntry{Content: c})
}
