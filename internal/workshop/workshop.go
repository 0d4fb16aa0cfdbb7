// Package workshop runs the workshop: bikes come in, are inspected, agreed on, worked on,
// verified and handed over. It holds the rules of the trade's paperwork: who may do what,
// what an entry must say, what still stands between a bike and its owner.
package workshop

import (
	"context"
	"io/fs"
	"sync/atomic"
	"time"

	"utensil/knowledge"
)

// Workshop is the use-cases over a store.
type Workshop struct {
	store Store
	shelf *atomic.Pointer[knowledge.Book] // holds what the trade and the workshop know
	now   func() time.Time

	layers     []fs.FS // of knowledge, over what ships and under the workshop's own texts
	address    string  // under which owners reach the server
	memory     *memory
	heard      *heard // from connected wrenches
	thoughts   *thoughts
	remembered // as it was when a screen is worked out
}

// New opens a workshop. now is the clock.
func New(store Store, book *knowledge.Book, now func() time.Time) *Workshop {
	w := &Workshop{store: store, shelf: &atomic.Pointer[knowledge.Book]{}, now: now, memory: &memory{}, heard: &heard{}, thoughts: newThoughts()}
	w.shelf.Store(book)
	return w
}

// Book is what the trade knows.
func (w *Workshop) Book() *knowledge.Book { return w.shelf.Load() }

// withExperience is the workshop with the shop's experience at hand.
func (w *Workshop) withExperience(ctx context.Context) *Workshop {
	with := *w
	with.remembered = w.experience(ctx)
	return &with
}
