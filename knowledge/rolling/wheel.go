package rolling

import (
	"errors"
	"fmt"

	"utensil/core/bike"
	"utensil/core/wheel"
)

// Wheel is a wheel as they are laced round a kind of hub.
type Wheel struct {
	ID     string         `yaml:"id" json:"id"`
	Name   string         `yaml:"name" json:"name"`
	End    string         `yaml:"end" json:"end"`
	When   bike.Condition `yaml:"when" json:"-"`
	Left   Flange         `yaml:"left" json:"left"`
	Right  Flange         `yaml:"right" json:"right"`
	Spokes int            `yaml:"spokes" json:"spokes" doc:"a usual count"`
	Wire   float64        `yaml:"wire_mm" json:"wire_mm" doc:"diameter of the spokes' middle"`
	Source string         `yaml:"source" json:"source"`
}

// Flange is one of a hub's.
type Flange struct {
	Off    float64 `yaml:"off_mm" json:"off_mm" doc:"from the middle between the locknuts"`
	Radius float64 `yaml:"radius_mm" json:"radius_mm" doc:"on which the holes lie"`
	Cross  int     `yaml:"cross" json:"cross" doc:"spokes of its side that each crosses"`
}

func (w Wheel) Key() string { return w.ID }

// Laced is such a wheel round a rim of a radius at the nipples' seats, mm; its first spoke after
// the valve on the right.
func (w Wheel) Laced(radius float64) wheel.Wheel {
	flange := func(f Flange) wheel.Flange { return wheel.Flange{Off: f.Off, Circle: f.Radius, Cross: f.Cross} }
	return wheel.Wheel{Rim: wheel.UsualRim(radius),
		Flange: [2]wheel.Flange{wheel.Left: flange(w.Left), wheel.Right: flange(w.Right)},
		Spokes: w.Spokes, Wire: w.Wire, Thread: wheel.UsualThread, First: wheel.Right}
}

// seatsBelow is how far below its bead seat a rim of usual depth holds its nipples, mm. (Common
// practice, from memory.)
const seatsBelow = 11

// RimRadius is the radius at the nipples' seats of a rim of usual depth, by its bead seat diameter, mm.
func RimRadius(beadSeat int) float64 { return float64(beadSeat)/2 - seatsBelow }

// Validate refuses what cannot be so.
func (w Wheel) Validate() error {
	if w.Name == "" || w.Source == "" {
		return errors.New("a wheel needs a name and a source")
	}
	if w.End != "front" && w.End != "rear" {
		return fmt.Errorf("its end is %q: front or rear", w.End)
	}
	if err := w.When.Validate(); err != nil {
		return err
	}
	_, err := w.Laced(RimRadius(622)).Influence()
	return err
}

// Trueness is how true a wheel is made for what brakes it, and what its spokes may bear.
type Trueness struct {
	ID     string   `yaml:"id" json:"id"`
	Name   string   `yaml:"name" json:"name"`
	Brakes []string `yaml:"brakes" json:"-"` // words of the fact; none for what is left
	Wobble float64  `yaml:"wobble_mm" json:"wobble_mm" doc:"to either side"`
	Hop    float64  `yaml:"hop_mm" json:"hop_mm" doc:"in or out"`
	Dish   float64  `yaml:"dish_mm" json:"dish_mm" doc:"of the rim from the middle"`
	Uneven float64  `yaml:"uneven" json:"uneven" doc:"of a tension from the mean of its side, as a share"`
	Most   float64  `yaml:"most_n" json:"most_n" doc:"tension that no spoke passes"`
	Least  float64  `yaml:"least_n" json:"least_n" doc:"below which a spoke of the tighter side works loose"`
	Wall   float64  `yaml:"wall_mm" json:"wall_mm,omitempty" doc:"least thickness of a wall that blocks run on"`
	Source string   `yaml:"source" json:"source"`
}

func (t Trueness) Key() string { return t.ID }

// Aim is what a truing plan works towards.
func (t Trueness) Aim() wheel.Aim {
	return wheel.Aim{Wobble: t.Wobble, Hop: t.Hop, Dish: t.Dish, Uneven: t.Uneven, Most: t.Most, Least: t.Least}
}

// Validate refuses what cannot be so.
func (t Trueness) Validate() error {
	if t.Name == "" || t.Source == "" {
		return errors.New("how true a wheel is made needs a name and a source")
	}
	if t.Wall != 0 && !(t.Wall >= 0.5 && t.Wall <= 3) {
		return fmt.Errorf("a wall of %g mm at the least: between 0.5 and 3", t.Wall)
	}
	return t.Aim().Check()
}
