package inspect

import (
	"math"
	"time"

	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// OdometerReading is the distance a bike shows.
type OdometerReading struct {
	Typed string   `json:"typed" doc:"as typed, in km unless it names miles"`
	Km    *float64 `json:"km,omitempty" readOnly:"true"`
}

// Ride is one ride, read from the owner's ride file.
type Ride struct {
	Name string    `json:"name"`
	At   time.Time `json:"at" doc:"when it began"`
	Km   float64   `json:"km"`
}

// Way is how far the bike went, by the best source there is.
var Way = record.Derive(func(s *record.Sheet) wear.Distance {
	start := s.Job.OpenedAt
	var odometer, rides []wear.Odometer
	for _, l := range s.Ledgers() {
		for _, e := range l.Standing {
			if e.At.Before(start) || start.IsZero() {
				start = e.At
			}
		}
		for e, in := range Odometers.All(l) {
			if in.Km != nil {
				odometer = append(odometer, wear.Odometer{At: e.At, Km: *in.Km})
			}
		}
		for _, in := range Rides.All(l) {
			rides = append(rides, wear.Odometer{At: in.At, Km: in.Km})
		}
	}
	return wear.NewDistance(start, odometer, rides, float64(s.Bike.WeeklyKm))
})

// DistanceView is what is known of how far a bike goes.
type DistanceView struct {
	Odometer *float64   `json:"odometer_km,omitempty" doc:"as last read"`
	At       *time.Time `json:"at,omitempty"`
	Rides    int        `json:"rides" doc:"ride files taken in"`
	WeekKm   float64    `json:"week_km" doc:"how far it goes in a week; 0 when nobody knows"`
}

func HowFar(s *record.Sheet) DistanceView {
	d := Way.Of(s)
	var v DistanceView
	if d.Unit() == "km" {
		v.WeekKm = math.Round(d.PerDay() * 7)
	}
	for _, l := range s.Ledgers() {
		v.Rides += Rides.Count(l)
		if e, read := Odometers.Newest(l); read != nil {
			v.Odometer, v.At = read.Km, &e.At
		}
	}
	return v
}

func checkOdometer(_ *record.Sheet, in OdometerReading) (*OdometerReading, error) {
	km, err := record.ReadFigure("typed", in.Typed, measure.Kilometre, measure.Range{Min: 0, Max: 300_000})
	in.Km = &km
	return &in, err
}

func checkRide(s *record.Sheet, in Ride) (*Ride, error) {
	var err error
	if in.Name, err = record.TidyOptional("name", "the ride's name", in.Name); err != nil {
		return nil, err
	}
	if in.Km <= 0 || in.Km > 2000 || in.At.After(s.Now.Add(time.Hour)) || in.At.Year() < 1990 {
		return nil, record.Refuse("km", "That ride file holds no ride that can be: %s km on %s.", measure.Format(in.Km),
			in.At.Format("2 January 2006"))
	}
	return &in, nil
}

// How far the bike went.
var (
	Odometers = record.NewKind(record.Kind[OdometerReading]{Name: "odometer", By: record.ByAnyone,
		Past: record.LaterJob})
	Rides = record.NewKind(record.Kind[Ride]{Name: "ride", By: record.ByAnyone, Past: record.LaterJob})
)
