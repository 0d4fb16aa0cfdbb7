package workshop

import (
	"context"
	"slices"
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

// BleedsView is the bleeds that wait for DOT fluid, and which to do together.
type BleedsView struct {
	Waiting []BleedWaiting `json:"waiting"`
	Plan    *brake.Batch   `json:"plan,omitempty"`
	Says    string         `json:"says"`
}

// BleedWaiting is one brake of one job.
type BleedWaiting struct {
	Job   ID      `json:"job"`
	Title string  `json:"title"`
	End   string  `json:"end"`
	Need  float64 `json:"need_ml"`
	Due   string  `json:"due" doc:"the day it is promised"`
}

// Bleeds plans the bleeds that wait against the open bottle of DOT fluid.
func (w *Workshop) Bleeds(ctx context.Context) (BleedsView, error) {
	now := w.now()
	records, err := w.store.InShop(ctx, now)
	if err != nil {
		return BleedsView{}, err
	}
	bottles, err := w.store.Bottles(ctx)
	if err != nil {
		return BleedsView{}, err
	}
	view := BleedsView{Waiting: []BleedWaiting{}}
	var waiting []brake.Waiting
	for _, r := range records {
		if r.Job.ReleasedAt != nil {
			continue
		}
		s := w.layOut(r)
		for _, i := range s.items {
			family, circuit := s.circuit(end(i.Item.Operation))
			if family != brake.DOT || i.Work != nil || !slices.Contains([]string{"bleed-front", "bleed-rear"}, i.Item.Operation) {
				continue
			}
			need, err := circuit.Need(brake.Push, freshWanted, false)
			if err != nil {
				return view, err
			}
			due := now.AddDate(0, 0, 7)
			if r.Job.PromisedAt != nil {
				due = *r.Job.PromisedAt
			}
			view.Waiting = append(view.Waiting, BleedWaiting{Job: r.Job.ID, Title: r.Bike.Title(), End: end(i.Item.Operation), Need: need.Likely, Due: due.In(r.Settings.Location()).Format(time.DateOnly)})
			waiting = append(waiting, brake.Waiting{Job: r.Bike.Title() + ", " + end(i.Item.Operation), Need: need.Likely, Due: due.Sub(now).Hours() / 24})
		}
	}
	shelf := w.shelfOf(bottles)
	switch {
	case len(waiting) == 0:
		view.Says = "No bleed waits for DOT fluid."
		return view, nil
	case shelf.Bottle == 0:
		view.Says = "There is no DOT fluid on the shelf. Put a bottle on it first."
		return view, nil
	}
	plan, err := shelf.Plan(waiting)
	if err != nil {
		return view, err
	}
	view.Plan = &plan
	view.Says = "Bleed them in the same days: DOT fluid takes up water from the day its bottle is opened."
	return view, nil
}

// shelfOf is the DOT fluid at hand: the open bottle with most in it, and what a fresh one costs.
func (w *Workshop) shelfOf(bottles []Bottle) brake.Shelf {
	fluid, _ := w.Book().Fluid(brake.DOT)
	shelf := brake.Shelf{Days: float64(max(fluid.Days, 1))}
	for _, b := range bottles {
		if b.Family != brake.DOT {
			continue
		}
		shelf.Bottle, shelf.Price = b.Volume, int64(b.Price)
		c := b.core()
		usable := shelf.Days - w.now().Sub(c.Opened).Hours()/24
		if !b.Gone && !c.Opened.IsZero() && usable > 0 && c.Left > shelf.Left {
			shelf.Left, shelf.Usable = c.Left, usable
		}
	}
	return shelf
}
