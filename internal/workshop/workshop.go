// Package workshop runs the workshop: bikes come in, are inspected, agreed on, worked on,
// verified and handed over. It lists the subjects of the trade in their order, and composes
// what they say of a job into its view.
package workshop

import (
	"context"
	"io/fs"
	"log/slog"
	"sync/atomic"
	"time"

	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/practice"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
	"utensil/internal/workshop/stores"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
)

// Workshop is the use-cases over a store.
type Workshop struct {
	*signin.Roll
	*torque.Register
	*stores.Drawers
	*fluid.Shelf
	*gaugeshelf.Rack
	*brakes.Planner
	*door.Diary
	*owner.Correspondence

	Practice *practice.Desk

	store   Store
	shelf   *atomic.Pointer[knowledge.Book] // holds what the trade and the workshop know
	now     func() time.Time
	rules   record.Rules
	memory  *record.Memory
	layouts *layouts
	supply  stores.Supplier // nil where nobody is asked
	layers  []fs.FS         // of knowledge, over what ships and under the workshop's own texts

	print func(Sheet) (Printed, error) // prints a sheet; nil where none is printed
}

// New opens a workshop. now is the clock.
func New(store Store, book *knowledge.Book, now func() time.Time) *Workshop {
	w := &Workshop{store: store, shelf: &atomic.Pointer[knowledge.Book]{}, now: now, rules: Rules(),
		layouts: newLayouts()}
	w.shelf.Store(book)
	w.memory = record.NewMemory(now, w.Book, lessons(store)...)
	shop := &record.Shop{Now: now, Book: w.Book, Lay: w.lay}
	w.Roll, w.Register, w.Shelf = signin.NewRoll(shop, store), torque.NewRegister(shop, store),
		fluid.NewShelf(shop, store)
	w.Rack = gaugeshelf.NewRack(shop, store)
	w.Drawers, w.Practice = stores.Open(shop, store), practice.NewDesk(shop, store)
	w.Planner, w.Diary = brakes.NewPlanner(shop, store), door.NewDiary(shop, store)
	w.Correspondence = owner.NewCorrespondence(shop, store, func(ctx context.Context, by record.Actor, job record.ID,
		n record.NewEntry) error {
		_, err := w.Record(ctx, by, job, n)
		return err
	}, w.toldOwner)
	return w
}

// Learn reads what the shop's past teaches, beside the requests.
func (w *Workshop) Learn(ctx context.Context) { w.memory.Recall(ctx) }

// Book is what the trade knows.
func (w *Workshop) Book() *knowledge.Book { return w.shelf.Load() }

// lay lays a record out, to be judged with all that the shop has learnt.
func (w *Workshop) lay(ctx context.Context, r record.Record) *record.Sheet {
	return record.Lay(r, w.Book(), w.now(), w.memory.Recall(ctx))
}

// Ask answers a question about a job as it stands. Nothing is kept of it.
func Ask[T any](ctx context.Context, w *Workshop, job record.ID, answer func(*record.Sheet) (T, error)) (T, error) {
	s, err := w.sheet(ctx, job)
	if err != nil {
		var none T
		return none, err
	}
	return answer(s)
}

// SupplyFrom asks a supplier for what the drawers lack.
func (w *Workshop) SupplyFrom(supplier stores.Supplier) { w.supply = supplier }

// Candidates ranks what may go on at a place of a job's bike, out of a drawer or from the supplier. A
// supplier that does not answer is left out.
func (w *Workshop) Candidates(ctx context.Context, job record.ID, place string) ([]parts.Candidate, error) {
	s, err := w.sheet(ctx, job)
	if err != nil {
		return nil, err
	}
	var offers []stores.Offer
	if at, known := s.Book.Place(place); known && w.supply != nil {
		if offers, err = w.supply.Offers(ctx, stores.Kind(at)); err != nil {
			slog.WarnContext(ctx, "asking the supplier", "err", err)
		}
	}
	return parts.Candidates(s, place, offers)
}
