package httpapi

import (
	"context"

	"utensil/internal/workshop"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/wheels"
)

// declareBenches declares what the benches ask of a job's bike while something is typed there.
func (s *Server) declareBenches() {
	ask(s, "/api/jobs/{id}/gears", "figure-gears", "What a bench of the gears comes to", gears.Figure)
	ask(s, "/api/jobs/{id}/wheels", "figure-wheel", "Which spokes a wheel takes", wheels.Figure)
	ask(s, "/api/jobs/{id}/air", "figure-air", "Which pressure a tyre or a leg is begun with", air.Preview)
	ask(s, "/api/jobs/{id}/fit", "fit", "Whether a part fits the bike", parts.WillFit)
	know(s, "/api/jobs/{id}/wheels", "known-wheels", "What is known of the bike's wheels", wheels.KnownOf)
	know(s, "/api/jobs/{id}/complaints", "complaints", "What this bike may be said to do", hunt.Complaints)
	reckon(s, "/api/wheels/heard", "heard", "The pitch of a plucked spoke", wheels.Heard)
}

// ask declares a question about a job as it stands, which nothing is recorded of.
func ask[In, Out any](s *Server, path, id, summary string, answer func(*record.Sheet, In) (Out, error)) {
	tell(s, "POST", path, id, summary, func(ctx context.Context, _ actor, job record.ID, in In) (Out, error) {
		return workshop.Ask(ctx, s.shop, job, func(sheet *record.Sheet) (Out, error) { return answer(sheet, in) })
	})
}

// know declares what is known of a job as it stands.
func know[Out any](s *Server, path, id, summary string, of func(*record.Sheet) Out) {
	readOne(s, path, id, summary, func(ctx context.Context, job record.ID) (Out, error) {
		return workshop.Ask(ctx, s.shop, job, func(sheet *record.Sheet) (Out, error) { return of(sheet), nil })
	})
}
