package inspect

import (
	"context"
	"math"
	"slices"
	"time"

	"utensil/core/wear"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// WearRates is how fast parts wore on all the shop's bikes, by point.
type WearRates map[string]struct{ Km, Days wear.Rates }

// PastReading is one measured reading of any bike.
type PastReading struct {
	Bike   record.ID `db:"bike_id"`
	Weekly int       `db:"weekly_km"`
	Point  string    `db:"point"`
	Value  float64   `db:"value"`
	At     time.Time `db:"at"`
}

// Experienced works the shop's experience out of its latest readings, in any order.
func Experienced(book *knowledge.Book, past []PastReading) WearRates {
	type part struct {
		bike  record.ID
		point string
	}
	by := map[part][]PastReading{}
	for _, r := range past {
		by[part{r.Bike, r.Point}] = append(by[part{r.Bike, r.Point}], r)
	}
	out := WearRates{}
	for key, readings := range by {
		p, known := book.Point(key.point)
		if !known || p.Gauge == nil {
			continue
		}
		slices.SortFunc(readings, func(a, b PastReading) int { return a.At.Compare(b.At) })
		limit := p.Gauge.Limits[len(p.Gauge.Limits)-1].Limit
		var seen []wear.Seen
		for _, r := range readings {
			seen = append(seen, wear.Seen{Gone: r.At.Sub(readings[0].At).Hours() / 24, Figure: r.Value})
		}
		for _, life := range limit.Lives(seen, slip(p)) {
			first, last := life[0], life[len(life)-1]
			days := last.Gone - first.Gone
			worn := math.Abs(last.Figure - first.Figure)
			if days < 14 || worn == 0 {
				continue
			}
			rates := out[key.point]
			rates.Days = append(rates.Days, worn/days)
			if weekly := readings[0].Weekly; weekly > 0 {
				rates.Km = append(rates.Km, worn/(days*float64(weekly)/7))
			}
			out[key.point] = rates
		}
	}
	return out
}

// slip is how much better a figure may be than the one before without the part being new.
func slip(p knowledge.Point) float64 {
	if p.Gauge.Scatter > 0 {
		return p.Gauge.Scatter
	}
	return 4 * p.Gauge.Step
}

// Rates is how fast parts wear on this shop's bikes.
var Rates = record.Learns[WearRates]("how fast parts wear")

// Store reads what the shop's past tells of wear.
type Store interface {
	// LatestReadings reads the latest measured readings of all bikes, at most so many.
	LatestReadings(ctx context.Context, most int) ([]PastReading, error)
}

// mostReadings say how fast parts wear here; older ones say little of today's parts.
const mostReadings = 20_000

// Lessons is what the walk-round learns from the shop's past.
func Lessons(store Store) []record.Lesson {
	return []record.Lesson{Rates.From(func(ctx context.Context, book *knowledge.Book) (WearRates, error) {
		past, err := store.LatestReadings(ctx, mostReadings)
		return Experienced(book, past), err
	})}
}
