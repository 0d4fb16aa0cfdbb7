package workshop

import (
	"context"
	"slices"

	"utensil/core/bike"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// ReadNow is a fact that somebody has just read on the bike: the reservoir's cap, the steerer.
type ReadNow struct {
	Fact    string `json:"fact" doc:"one that is read, such as front_fluid"`
	Word    string `json:"word" doc:"what it says; unknown when it cannot be read"`
	Version int    `json:"version" doc:"of the bike that was on the screen"`
	Why     string `json:"why,omitempty" doc:"needed where it takes away something that is still to be looked at, torqued or tried"`
}

// tidy tidies a bike, which is of a kind that the book knows, or of none that anybody has said.
func (w *Workshop) tidy(b record.Bike) (record.Bike, error) {
	kinds := w.Book().Kinds
	if k := b.Facts.Kind; k != "" && k != bike.Unknown &&
		!slices.ContainsFunc(kinds, func(x knowledge.Kind) bool { return x.ID == k }) {
		return b, record.Refuse("bike.facts.kind", "Choose what sort of bike it is, or leave it unknown.")
	}
	return b.Tidy()
}

// SaveBike changes a bike. A stale version is refused with the row as it is now. A fact that
// guards and is set to a word was read by whoever sets it.
func (w *Workshop) SaveBike(ctx context.Context, by record.Actor, b record.Bike) (record.Bike, error) {
	tidy, err := w.tidy(b)
	if err != nil {
		return record.Bike{}, err
	}
	old, err := w.store.FindBike(ctx, b.ID)
	if err != nil {
		return record.Bike{}, err
	}
	return w.keep(ctx, by, old, tidy.ReadBy(by, w.now(), old), b.Why)
}

// keep writes a changed bike, and in its open jobs that it was changed.
func (w *Workshop) keep(ctx context.Context, by record.Actor, was, is record.Bike, why string) (record.Bike, error) {
	entries, err := w.changedIn(ctx, by, was, is, why)
	if err != nil {
		return record.Bike{}, err
	}
	return w.store.SaveBike(ctx, is, entries...)
}

// ReadFact notes what somebody read on a bike.
func (w *Workshop) ReadFact(ctx context.Context, by record.Actor, id record.ID, in ReadNow) (record.Bike, error) {
	b, err := w.store.FindBike(ctx, id)
	if err != nil {
		return record.Bike{}, err
	}
	if b.Version != in.Version {
		return record.Bike{}, record.StaleWrite("bike", b)
	}
	facts, can := b.Facts.Set(in.Fact, in.Word)
	if !can {
		return record.Bike{}, record.Refuse("word", "Choose what it says, or leave it unknown.")
	}
	now := b
	now.Facts = facts
	if now, err = w.tidy(now); err != nil {
		return record.Bike{}, err
	}
	return w.keep(ctx, by, b, now.ReadBy(by, w.now(), b), in.Why)
}
