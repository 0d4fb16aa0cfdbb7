package workshop

import (
	"context"

	"utensil/core/bike"
	"utensil/internal/workshop/plan"
	"utensil/internal/workshop/record"
)

// Plan is a job as one thread: what is done now, what then, what goes on by itself, for
// who asks for it. stood is the order that is on their screen.
func (w *Workshop) Plan(ctx context.Context, job, who record.ID, stood []string) (plan.Thread, error) {
	return Ask(ctx, w, job, func(s *record.Sheet) (plan.Thread, error) { return plan.Of(s, leaving, who, stood) })
}

// Services are what is sold for a bike, each with the minutes it takes as its plan has them.
func (w *Workshop) Services(ctx context.Context, f bike.Facts) ([]plan.ServiceOffer, error) {
	settings, err := w.store.Settings(ctx)
	if err != nil {
		return nil, err
	}
	lay := func(r record.Record) *record.Sheet { return w.lay(ctx, r) }
	return plan.Offers(settings, f, w.now(), lay, leaving)
}
