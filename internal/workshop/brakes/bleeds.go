package brakes

import (
	"context"
	"math"
	"time"

	"utensil/core/bike"
	"utensil/core/brake"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// BleedsView is the bleeds that wait for DOT fluid, and which to do together.
type BleedsView struct {
	Waiting []BleedWaiting `json:"waiting"`
	Plan    *brake.Batch   `json:"plan,omitempty"`
	Days    []string       `json:"days" doc:"the day of each of the plan's openings"`
	Says    string         `json:"says"`
}

// BleedWaiting is one brake of one job, or of a bike that is called back.
type BleedWaiting struct {
	Job   *record.ID `json:"job,omitempty" doc:"none while the bike is still to come"`
	Bike  record.ID  `json:"bike"`
	Title string     `json:"title"`
	End   string     `json:"end" enum:"front,rear"`
	Need  float64    `json:"need_ml"`
	Here  string     `json:"here,omitempty" doc:"the day it is called back for"`
	Due   string     `json:"due" doc:"the day it is promised, or may be put off to"`
}

// BikeDue is a bike that is called back for some work.
type BikeDue struct {
	Bike      record.Bike
	Operation string
	Due       string
}

// A promise that nobody made, how far ahead call-backs are looked at, and by how long one may
// be put off, in days (common practice, no source).
const (
	unpromised = 7
	lookAhead  = 60
	putOff     = 14
)

// Store reads what a plan of bleeds needs.
type Store interface {
	fluid.Store
	Settings(ctx context.Context) (record.Settings, error)
	// InShop reads every job that is in the shop, and those released since.
	InShop(ctx context.Context, since time.Time) ([]record.Record, error)
	// BikesDue lists the bikes called back for one of the operations by a day and not here yet.
	BikesDue(ctx context.Context, operations []string, by string) ([]BikeDue, error)
	// AirsLeft reads the air that brakes were left with: the last found in each job and brake.
	AirsLeft(ctx context.Context, most int) ([]AirLeft, error)
}

// Planner plans bleeds together.
type Planner struct {
	shop  *record.Shop
	store Store
}

// NewPlanner opens the plan of bleeds.
func NewPlanner(shop *record.Shop, store Store) *Planner { return &Planner{shop, store} }

// Bleeds plans the bleeds that wait against the open bottle of DOT fluid: those of the bikes
// that are here, and of those called back for it soon.
func (p *Planner) Bleeds(ctx context.Context) (BleedsView, error) {
	now := p.shop.Now()
	records, err := p.store.InShop(ctx, now)
	if err != nil {
		return BleedsView{}, err
	}
	bottles, err := p.store.Bottles(ctx)
	if err != nil {
		return BleedsView{}, err
	}
	settings, err := p.store.Settings(ctx)
	if err != nil {
		return BleedsView{}, err
	}
	midnight := dayOf(now, settings.Location())
	called, err := p.store.BikesDue(ctx, p.shop.Book().Bleeds(),
		midnight.AddDate(0, 0, lookAhead).Format(time.DateOnly))
	if err != nil {
		return BleedsView{}, err
	}
	list := bleedList{view: BleedsView{Waiting: []BleedWaiting{}, Days: []string{}}, midnight: midnight}
	for _, r := range records {
		if r.Job.ReleasedAt != nil {
			continue
		}
		s := p.shop.Lay(ctx, r)
		due := midnight.AddDate(0, 0, unpromised)
		if r.Job.PromisedAt != nil {
			due = dayOf(*r.Job.PromisedAt, settings.Location())
		}
		for _, i := range agree.Proposals.Of(s) {
			if o, known := s.Book.Operation(i.Item.Operation); known && o.Bleeds && i.Work == nil {
				list.add(BleedWaiting{Job: &r.Job.ID, Bike: r.Bike.ID, Title: r.Bike.Title(),
					End: o.End}, r.Bike.Facts, midnight, due)
			}
		}
	}
	for _, c := range called {
		day, err := time.ParseInLocation(time.DateOnly, c.Due, settings.Location())
		if err != nil {
			return list.view, err
		}
		if !day.After(midnight) { // it is overdue: rung today, it may be here tomorrow
			day = midnight.AddDate(0, 0, 1)
		}
		o, _ := p.shop.Book().Operation(c.Operation)
		waits := BleedWaiting{Bike: c.Bike.ID, Title: c.Bike.Title(), End: o.End, Here: day.Format(time.DateOnly)}
		list.add(waits, c.Bike.Facts, day, day.AddDate(0, 0, putOff))
	}
	return list.planned(shelfOf(p.shop.Book(), now, bottles, settings))
}

// bleedList gathers the bleeds that want DOT fluid, those of one bike after each other.
type bleedList struct {
	view     BleedsView
	waiting  []brake.Waiting
	midnight time.Time
}

func (l *bleedList) add(b BleedWaiting, f bike.Facts, here, due time.Time) {
	family, circuit := fluid.CircuitOf(f, b.End)
	need, err := circuit.Need(brake.Push, fluid.FreshWanted, false)
	if family != brake.DOT || err != nil {
		return
	}
	b.Need, b.Due = need.Likely, due.Format(time.DateOnly)
	// where clocks change, a day has 23 or 25
	days := func(t time.Time) float64 { return math.Round(t.Sub(l.midnight).Hours() / 24) }
	// A bike waits once, however many of its brakes are bled, and they are bled in one go.
	if n := len(l.view.Waiting); n > 0 && l.view.Waiting[n-1].Bike == b.Bike {
		last := &l.waiting[len(l.waiting)-1]
		last.Job, last.Need, last.Due = last.Job+" and "+b.End, last.Need+b.Need, min(last.Due, days(due))
	} else {
		l.waiting = append(l.waiting, brake.Waiting{Job: b.Title + ", " + b.End, Need: b.Need,
			Ready: days(here), Due: days(due)})
	}
	l.view.Waiting = append(l.view.Waiting, b)
}

func (l *bleedList) planned(shelf brake.Shelf) (BleedsView, error) {
	switch {
	case len(l.waiting) == 0:
		l.view.Says = "No bleed waits for DOT fluid."
		return l.view, nil
	case shelf.Bottle == 0:
		l.view.Says = "There is no DOT fluid on the shelf. Put a bottle on it first."
		return l.view, nil
	}
	plan, err := shelf.Plan(l.waiting)
	if err != nil {
		return l.view, err
	}
	for _, o := range plan.Openings {
		l.view.Days = append(l.view.Days, l.midnight.AddDate(0, 0, int(o.Day)).Format(time.DateOnly))
	}
	l.view.Plan = &plan
	l.view.Says = "Bleed them in the same days: DOT fluid takes up water from the day its bottle is opened."
	switch {
	case plan.Waits > 0:
		l.view.Says += " Holding a bike back is cheaper here than one more bottle."
	case len(plan.Openings) > 1:
		l.view.Says += " The bottles lie too far apart: waiting would cost more than the bottle it " +
			"saves, or break a promise."
	}
	return l.view, nil
}

// shelfOf is the DOT fluid at hand: the open bottle with most in it, and what a fresh one costs.
func shelfOf(book *knowledge.Book, now time.Time, bottles []fluid.Bottle, settings record.Settings) brake.Shelf {
	fluid, _ := book.Fluid(brake.DOT)
	shelf := brake.Shelf{Days: float64(max(fluid.Days, 1)), Wait: int64(settings.Waiting)}
	for _, b := range bottles {
		if b.Family != brake.DOT {
			continue
		}
		if shelf.Bottle == 0 { // what is gone comes last: it counts only where nothing else is known
			shelf.Bottle, shelf.Price = b.Volume, int64(b.Price)
		}
		c := b.Core()
		usable := shelf.Days - now.Sub(c.Opened).Hours()/24
		if !b.Gone && !c.Opened.IsZero() && usable > 0 && c.Left > shelf.Left {
			shelf.Left, shelf.Usable = c.Left, usable
		}
	}
	return shelf
}

// dayOf is the beginning of a time's day, where the shop is.
func dayOf(t time.Time, where *time.Location) time.Time {
	y, m, d := t.In(where).Date()
	return time.Date(y, m, d, 0, 0, 0, 0, where)
}
