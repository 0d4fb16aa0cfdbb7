package practice

import (
	"context"

	"utensil/internal/workshop/record"
)

// Store keeps what was practised to its end.
type Store interface {
	// SavePractised keeps a result; the same exercise with the same hidden fault counts once.
	SavePractised(ctx context.Context, r Result) error
	// Practised sums what everybody did, by name and exercise.
	Practised(ctx context.Context) ([]Practised, error)
}

// Desk is where somebody practises.
type Desk struct {
	shop  *record.Shop
	store Store
}

// NewDesk sets a desk up.
func NewDesk(shop *record.Shop, store Store) *Desk { return &Desk{shop, store} }

// Parts lists what can be practised, with what this person did of it before.
func (d *Desk) Parts(ctx context.Context, by record.Actor) ([]PracticePart, error) {
	all, err := d.store.Practised(ctx)
	if err != nil {
		return nil, err
	}
	var own []Practised
	for _, p := range all {
		if p.Staff == by.ID {
			own = append(own, p)
		}
	}
	return Parts(d.shop.Book(), own), nil
}

// Record is what everybody practised: for the shop owner. Others see their own.
func (d *Desk) Record(ctx context.Context, by record.Actor) ([]Practised, error) {
	all, err := d.store.Practised(ctx)
	if err != nil {
		return nil, err
	}
	names := map[string]string{}
	for _, part := range Parts(d.shop.Book(), nil) {
		for _, e := range part.Exercises {
			names[e.Kind+e.ID] = e.Name
		}
	}
	out := []Practised{}
	for _, p := range all {
		if p.Staff != by.ID && by.Role != record.Keeper {
			continue
		}
		if p.Name = names[p.Kind+p.What]; p.Name == "" {
			p.Name = p.What // of a book that has changed since
		}
		out = append(out, p)
	}
	return out, nil
}

// Hunt shows a practice bike after the learner's steps, and keeps what was found.
func (d *Desk) Hunt(ctx context.Context, by record.Actor, in Practice) (PracticeView, error) {
	v, err := Practise(d.shop.Book(), in)
	if err == nil && v.Over {
		err = d.keep(ctx, by, Result{Kind: "hunt", What: in.Fault, Seed: in.Seed,
			Score: part(v.Advised, v.Minutes), Seconds: 60 * v.Minutes})
	}
	return v, err
}

// Brake shows a practice brake after what was done to it, and keeps one that was bled.
func (d *Desk) Brake(ctx context.Context, by record.Actor, in BrakeTry) (BrakeAttempt, error) {
	v, err := PracticeBrake(in)
	if err == nil && v.Bled && len(in.Acts) > 0 {
		err = d.keep(ctx, by, Result{Kind: "brake",
			What: map[bool]string{true: "rear", false: "front"}[in.Rear], Seed: in.Seed, Score: v.Score,
			Seconds: v.Seconds})
	}
	return v, err
}

// Gears shows practice gears after what was done to them, and keeps those that were won.
func (d *Desk) Gears(ctx context.Context, by record.Actor, in GearTry) (GearAttempt, error) {
	v, err := PracticeGears(d.shop.Book(), in)
	if err == nil && v.Won {
		err = d.keep(ctx, by, Result{Kind: "gears", What: string(rune('0' + in.Level)), Seed: in.Seed,
			Score: v.Score, Seconds: v.Seconds})
	}
	return v, err
}

// Wheel shows a practice wheel after what was done to it, and keeps one that was won.
func (d *Desk) Wheel(ctx context.Context, by record.Actor, in WheelTry) (WheelAttempt, error) {
	v, err := PracticeWheel(d.shop.Book(), in)
	if err == nil && v.Won {
		err = d.keep(ctx, by, Result{Kind: "wheel", What: string(rune('0' + in.Level)), Seed: in.Seed,
			Score: v.Score, Seconds: v.Seconds})
	}
	return v, err
}

func (d *Desk) keep(ctx context.Context, by record.Actor, r Result) error {
	r.Staff, r.At, r.Score = by.ID, d.shop.Now(), max(0, min(100, r.Score))
	return d.store.SavePractised(ctx, r)
}

// part is how near a time comes to the best, of 100.
func part(best, took float64) int {
	if took <= 0 {
		return 100
	}
	return int(100*min(1, best/took) + 0.5)
}
