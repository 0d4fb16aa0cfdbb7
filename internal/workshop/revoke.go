package workshop

import (
	"context"

	"utensil/internal/workshop/record"
)

// RevokeLink takes a job's links back.
func (w *Workshop) RevokeLink(ctx context.Context, by record.Actor, job record.ID) (JobView, error) {
	if err := by.Must(record.Mechanic, record.Counter); err != nil {
		return JobView{}, err
	}
	if err := w.store.RevokeLinks(ctx, job, w.now()); err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, job)
}
