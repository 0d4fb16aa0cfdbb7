package plan

import (
	"math"
	"time"

	"utensil/core/bike"
	"utensil/core/estimate"
	"utensil/internal/workshop/record"
)

// ServiceOffer is what is sold by one name, for a bike.
type ServiceOffer struct {
	ID      string         `json:"id"`
	Name    string         `json:"name"`
	About   string         `json:"about"`
	Extra   string         `json:"extra,omitempty" doc:"what is not in its price"`
	Minutes int            `json:"minutes" doc:"that are charged; 0 where every piece of work has its own price"`
	Price   estimate.Minor `json:"price_minor"`
	Usual   float64        `json:"usual" doc:"minutes at the stand on such a bike, looks, bolts and tests with it"`
	Early   float64        `json:"early" doc:"minutes: one in ten is over before"`
	Late    float64        `json:"late" doc:"and one in ten only after"`
	Steps   []string       `json:"steps" doc:"what is done, in its order"`
}

// Offers are what is sold for a bike, each with the minutes it takes as its plan has them. lay lays
// out a job that there is not.
func Offers(s record.Settings, f bike.Facts, now time.Time, lay func(record.Record) *record.Sheet,
	leaving Leaving) ([]ServiceOffer, error) {
	r := record.Record{Settings: s, Bike: record.Bike{ID: record.NewID(), Facts: f},
		Job: record.Job{ID: record.NewID(), OpenedAt: now}}
	offers, book := []ServiceOffer{}, lay(r).Book
	for _, of := range book.Services {
		if !of.When.Holds(f) {
			continue
		}
		o := ServiceOffer{ID: of.ID, Name: of.Name, About: of.About, Extra: of.Extra, Minutes: of.Minutes,
			Price: estimate.Labour(of.Minutes, s.Hourly), Steps: []string{}}
		for _, step := range book.Walk(of, f) {
			o.Steps = append(o.Steps, step.Do)
		}
		r.Job.Service, r.Job.Depth = of.ID, of.Depth
		thread, err := Of(lay(r), leaving, "", nil)
		if err != nil {
			return nil, err
		}
		o.Usual, o.Early, o.Late = fives(thread.Finish), fives(thread.Early), fives(thread.Late)
		offers = append(offers, o)
	}
	return offers, nil
}

// fives are minutes as one says them: nobody promises to the minute.
func fives(minutes float64) float64 { return math.Round(minutes/5) * 5 }
