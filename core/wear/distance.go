package wear

import (
	"cmp"
	"slices"
	"time"
)

// Odometer is a reading of the distance a bike has gone, in kilometres.
type Odometer struct {
	At time.Time
	Km float64
}

// Distance tells how far a bike had gone at any time. The best source there is counts:
// readings of its odometer, rides added up, the owner's weekly distance. With none, days are
// counted and Unit says so.
type Distance struct {
	readings []Odometer
	weekly   float64
	start    time.Time
}

// NewDistance makes a Distance of odometer readings in any order, single rides, and the
// owner's kilometres a week (0 for unknown). start is any moment before what is asked about.
// An odometer that shows less than before was changed or reset: it counts on from there.
func NewDistance(start time.Time, odometer, rides []Odometer, weekly float64) Distance {
	d := Distance{weekly: max(weekly, 0), start: start}
	byTime := func(a, b Odometer) int { return a.At.Compare(b.At) }
	odometer, rides = slices.SortedFunc(slices.Values(odometer), byTime),
		slices.SortedFunc(slices.Values(rides), byTime)
	base, last := 0.0, 0.0
	for _, o := range odometer {
		if o.Km < last {
			base += last
		}
		last = o.Km
		d.readings = append(d.readings, Odometer{o.At, base + o.Km})
	}
	if len(d.readings) < 2 && len(rides) > 1 {
		d.readings = nil
		total := 0.0
		for _, r := range rides {
			total += r.Km
			d.readings = append(d.readings, Odometer{r.At, total})
		}
	}
	return d
}

// Unit is "km", or "days" when nothing is known of the distance.
func (d Distance) Unit() string {
	if len(d.readings) > 1 || d.weekly > 0 {
		return "km"
	}
	return "days"
}

// PerDay is what the bike goes in a day, in its Unit: 1 when that is days.
func (d Distance) PerDay() float64 {
	if n := len(d.readings); n > 1 {
		first, last := d.readings[0], d.readings[n-1]
		if days := last.At.Sub(first.At).Hours() / 24; days > 0 && last.Km > first.Km {
			return (last.Km - first.Km) / days
		}
	}
	if d.weekly > 0 {
		return d.weekly / 7
	}
	return 1
}

// Gone is how far the bike had gone at a time, in its Unit: between two readings in
// proportion, beyond them at the usual pace.
func (d Distance) Gone(at time.Time) float64 {
	days := func(from time.Time) float64 { return at.Sub(from).Hours() / 24 }
	if len(d.readings) < 2 {
		return days(d.start) * d.PerDay()
	}
	i, exact := slices.BinarySearchFunc(d.readings, at, func(o Odometer, t time.Time) int {
		return cmp.Compare(o.At.UnixNano(),
			t.UnixNano())
	})
	switch {
	case exact:
		return d.readings[i].Km
	case i == 0:
		return d.readings[0].Km + days(d.readings[0].At)*d.PerDay()
	case i == len(d.readings):
		return d.readings[i-1].Km + days(d.readings[i-1].At)*d.PerDay()
	}
	a, b := d.readings[i-1], d.readings[i]
	return a.Km + (b.Km-a.Km)*float64(at.Sub(a.At))/float64(b.At.Sub(a.At))
}
