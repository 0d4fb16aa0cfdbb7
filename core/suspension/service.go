package suspension

import (
	"fmt"
	"math"
	"time"
)

// Weekly is how many hours a week a bike is ridden: what is known of it is a range.
type Weekly struct {
	From, To float64 // 0 to 60, From at most To
}

// Speeds at which bikes with suspension are ridden over a whole ride, km/h (common practice, no source).
const (
	slowRide = 12.0
	fastRide = 20.0
)

// HoursOf is about how many hours a week so many kilometres are.
func HoursOf(weeklyKm float64) Weekly { return Weekly{weeklyKm / fastRide, weeklyKm / slowRide} }

// Interval is after how many hours of riding a leg is opened again, 5 to 500. Makers ask for it
// after 30 or after 50 (common practice, no source): the manual of the leg wins.
type Interval float64

// The two schools of makers for the lower legs of a fork.
const (
	Every30 Interval = 30
	Every50 Interval = 50
)

// Service is how a leg stands to its interval.
type Service struct {
	Ridden   Weekly    // hours since it was opened, as a range
	From, To time.Time // between which the interval is over; zero where the bike is not ridden
}

// Since says how a leg that was opened at a time stands now, and when it is due.
func (w Weekly) Since(opened, now time.Time, every Interval) (Service, error) {
	if !(w.From >= 0 && w.To >= w.From && w.To <= 60) {
		return Service{}, fmt.Errorf("%g to %g hours a week: between 0 and 60, the lesser first", w.From, w.To)
	}
	if !(every >= 5 && every <= 500) {
		return Service{}, fmt.Errorf("every %g hours: between 5 and 500", float64(every))
	}
	const week = 7 * 24 * time.Hour
	weeks := max(0, float64(now.Sub(opened))/float64(week))
	s := Service{Ridden: Weekly{weeks * w.From, weeks * w.To}}
	// Past some years a date says nothing: the oil is old by then.
	const longest = 10 * 52
	after := func(hours float64) time.Time {
		return opened.Add(time.Duration(math.Min(longest, float64(every)/hours) * float64(week)))
	}
	if w.To > 0 {
		s.From, s.To = after(w.To), after(math.Max(w.From, 1e-6))
	}
	return s, nil
}
