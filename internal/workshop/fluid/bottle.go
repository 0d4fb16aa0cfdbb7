package fluid

import (
	"context"
	"time"

	"utensil/core/brake"
	"utensil/core/estimate"
	"utensil/internal/workshop/record"
)

// Bottle is a container of brake fluid on the shop's shelf.
type Bottle struct {
	ID       record.ID      `json:"id" db:"id"`
	Name     string         `json:"name" db:"name" doc:"what the shop calls it"`
	Family   brake.Family   `json:"family" db:"family" enum:"mineral,dot"`
	Grade    string         `json:"grade" db:"grade" doc:"DOT 3, DOT 4 or DOT 5.1; empty for mineral oil"`
	Batch    string         `json:"batch" db:"batch"`
	OpenedOn string         `json:"opened_on" db:"opened_on" doc:"2026-03-02; empty while sealed"`
	Volume   float64        `json:"volume_ml" db:"volume_ml"`
	Price    estimate.Minor `json:"price_minor" db:"price_minor" doc:"of a fresh one"`
	Clean    bool           `json:"clean" db:"clean" doc:"nothing was poured back into it"`
	Gone     bool           `json:"gone" db:"gone" doc:"used up or thrown away"`
	Version  int            `json:"version" db:"version"`
	Poured   float64        `json:"poured_ml" db:"poured_ml" readOnly:"true" doc:"by the runs that used it"`
	Left     float64        `json:"left_ml" db:"-" readOnly:"true"`
	Front    brake.Pour     `json:"front" db:"-" readOnly:"true" doc:"on a job: for the front brake"`
	Rear     brake.Pour     `json:"rear" db:"-" readOnly:"true"`
}

func (b Bottle) Core() brake.Bottle {
	c := brake.Bottle{Family: b.Family, Grade: b.Grade, Left: b.Volume - b.Poured, Clean: b.Clean}
	if day, err := time.Parse(time.DateOnly, b.OpenedOn); err == nil {
		c.Opened = day
	}
	return c
}

// guard says whether a bottle may go into a circuit of a family.
func guard(s *record.Sheet, b Bottle, family brake.Family, need float64) brake.Pour {
	fluid, _ := s.Book.Fluid(b.Family)
	return b.Core().Guard(family, s.Now, fluid.Days, need)
}

// BottlesFor tells each bottle for the two brakes of a bike.
func BottlesFor(s *record.Sheet) []Bottle {
	out := []Bottle{}
	for _, b := range Bottles.Of(s) {
		if b.Gone {
			continue
		}
		b.Left = max(0, b.Volume-b.Poured)
		front, _ := Circuit(s, "front")
		rear, _ := Circuit(s, "rear")
		b.Front, b.Rear = guard(s, b, front, 0), guard(s, b, rear, 0)
		out = append(out, b)
	}
	return out
}

// Store keeps the bottles.
type Store interface {
	Bottles(ctx context.Context) ([]Bottle, error)
	SaveBottle(ctx context.Context, b Bottle) error
}

// Shelf is the shop's brake fluid.
type Shelf struct {
	shop  *record.Shop
	store Store
}

// NewShelf opens the shelf.
func NewShelf(shop *record.Shop, store Store) *Shelf { return &Shelf{shop, store} }

// Bottles lists the shelf, what is gone last.
func (h *Shelf) Bottles(ctx context.Context) ([]Bottle, error) {
	all, err := h.store.Bottles(ctx)
	for i := range all {
		all[i].Left = max(0, all[i].Volume-all[i].Poured)
	}
	return record.Some(all), err
}

// SaveBottle puts a bottle on the shelf (version 0) or changes one.
func (h *Shelf) SaveBottle(ctx context.Context, by record.Actor, b Bottle) ([]Bottle, error) {
	if err := by.Must(record.Mechanic); err != nil {
		return nil, err
	}
	if err := b.ID.Check("id"); err != nil {
		return nil, err
	}
	var errs [2]error
	b.Name, errs[0] = record.TidyName("name", "what the shop calls it", b.Name)
	b.Batch, errs[1] = record.TidyOptional("batch", "the batch", b.Batch)
	if err := record.First(errs[:]...); err != nil {
		return nil, err
	}
	_, regulated := brake.GradeOf(b.Grade)
	switch {
	case b.Family == brake.DOT && !regulated:
		return nil, record.Refuse("grade", "Say which: DOT 3, DOT 4 or DOT 5.1. It stands on the bottle.")
	case b.Family == brake.Mineral:
		b.Grade = ""
	case b.Family != brake.DOT:
		return nil, record.Refuse("family", "It is mineral oil or DOT fluid. Anything else does not "+
			"belong in a bicycle's brake.")
	}
	if b.OpenedOn != "" {
		day, err := time.Parse(time.DateOnly, b.OpenedOn)
		if err != nil || day.After(h.shop.Now()) {
			return nil, record.Refuse("opened_on", "Give the day it was opened, today or earlier, such as 2026-03-02.")
		}
	}
	if !(b.Volume > 0 && b.Volume <= 25_000) {
		return nil, record.Refuse("volume_ml", "Say how much it held, up to 25 litres.")
	}
	if b.Price < 0 || b.Price > estimate.Largest {
		return nil, record.Refuse("price_minor", "That is no price.")
	}
	if err := h.store.SaveBottle(ctx, b); err != nil {
		return nil, err
	}
	return h.Bottles(ctx)
}

// Bottles are the brake fluid on the shop's shelf.
var Bottles = record.LaidBeside[[]Bottle]("bottles")
