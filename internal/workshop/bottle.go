package workshop

import (
	"context"
	"time"

	"utensil/core/brake"
	"utensil/core/estimate"
)

// Bottle is a container of brake fluid on the shop's shelf.
type Bottle struct {
	ID       ID             `json:"id" db:"id"`
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

func (b Bottle) core() brake.Bottle {
	c := brake.Bottle{Family: b.Family, Grade: b.Grade, Left: b.Volume - b.Poured, Clean: b.Clean}
	if day, err := time.Parse(time.DateOnly, b.OpenedOn); err == nil {
		c.Opened = day
	}
	return c
}

// guard says whether a bottle may go into a circuit of a family.
func (w *Workshop) guard(b Bottle, family brake.Family, need float64) brake.Pour {
	fluid, _ := w.Book().Fluid(b.Family)
	return b.core().Guard(family, w.now(), fluid.Days, need)
}

// bottlesFor tells each bottle for the two brakes of a bike.
func (w *Workshop) bottlesFor(s *sheet) []Bottle {
	out := []Bottle{}
	for _, b := range s.Bottles {
		if b.Gone {
			continue
		}
		b.Left = max(0, b.Volume-b.Poured)
		front, _ := s.circuit("front")
		rear, _ := s.circuit("rear")
		b.Front, b.Rear = w.guard(b, front, 0), w.guard(b, rear, 0)
		out = append(out, b)
	}
	return out
}

// Bottles lists the shelf, what is gone last.
func (w *Workshop) Bottles(ctx context.Context) ([]Bottle, error) {
	all, err := w.store.Bottles(ctx)
	for i := range all {
		all[i].Left = max(0, all[i].Volume-all[i].Poured)
	}
	return some(all), err
}

// SaveBottle puts a bottle on the shelf (version 0) or changes one.
func (w *Workshop) SaveBottle(ctx context.Context, by Actor, b Bottle) ([]Bottle, error) {
	if err := by.must(Mechanic); err != nil {
		return nil, err
	}
	if !b.ID.Valid() {
		return nil, invalid("id", "The id is not a version 7 UUID.")
	}
	var errs [2]error
	b.Name, errs[0] = name("name", "what the shop calls it", b.Name)
	b.Batch, errs[1] = optional("batch", "the batch", b.Batch)
	if err := first(errs[:]...); err != nil {
		return nil, err
	}
	_, regulated := brake.GradeOf(b.Grade)
	switch {
	case b.Family == brake.DOT && !regulated:
		return nil, invalid("grade", "Say which: DOT 3, DOT 4 or DOT 5.1. It stands on the bottle.")
	case b.Family == brake.Mineral:
		b.Grade = ""
	case b.Family != brake.DOT:
		return nil, invalid("family", "It is mineral oil or DOT fluid. Anything else does not belong in a bicycle's brake.")
	}
	if b.OpenedOn != "" {
		day, err := time.Parse(time.DateOnly, b.OpenedOn)
		if err != nil || day.After(w.now()) {
			return nil, invalid("opened_on", "Give the day it was opened, today or earlier, such as 2026-03-02.")
		}
	}
	if !(b.Volume > 0 && b.Volume <= 25_000) {
		return nil, invalid("volume_ml", "Say how much it held, up to 25 litres.")
	}
	if b.Price < 0 || b.Price > estimate.Largest {
		return nil, invalid("price_minor", "That is no price.")
	}
	if err := w.store.SaveBottle(ctx, b); err != nil {
		return nil, err
	}
	return w.Bottles(ctx)
}
