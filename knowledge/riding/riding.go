// Package riding is what is known of how bikes are ridden: pressures that riders settle on,
// grounds, rims and sag.
package riding

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"utensil/core/tyre"
)

// Ridden is a pressure as riders settle on it.
type Ridden struct {
	ID       string       `yaml:"id"`
	Load     float64      `yaml:"load_kg"`
	Width    float64      `yaml:"width_mm"`
	Seat     float64      `yaml:"seat_mm"`
	Tubeless bool         `yaml:"tubeless"`
	Ground   tyre.Surface `yaml:"ground"`
	From     float64      `yaml:"from_bar"`
	To       float64      `yaml:"to_bar"`
	Source   string       `yaml:"source"`
}

func (r Ridden) Key() string { return r.ID }

// Row is it as a row of the table that the law is fitted to.
func (r Ridden) Row() tyre.Ridden {
	return tyre.Ridden{Load: r.Load, Width: r.Width, Seat: r.Seat, Tubeless: r.Tubeless,
		Surface: r.Ground, From: r.From, To: r.To}
}

// Ground is what is ridden on.
type Ground struct {
	ID     string  `yaml:"id" json:"id"`
	Name   string  `yaml:"name" json:"name"`
	Share  float64 `yaml:"share" json:"share" doc:"of the pressure for smooth ground"`
	Floats float64 `yaml:"floats_mm" json:"floats_mm,omitempty" doc:"width from which a tyre floats on it"`
	Source string  `yaml:"source" json:"source"`
}

func (g Ground) Key() string { return g.ID }

// Floor is the least pressure with a tube at a width, where no sidewall says it.
type Floor struct {
	ID     string  `yaml:"id"`
	Width  float64 `yaml:"width_mm"`
	Bar    float64 `yaml:"bar"`
	Source string  `yaml:"source"`
}

func (f Floor) Key() string { return f.ID }

// Rim is which tyres go on a rim of an inner width.
type Rim struct {
	ID     string  `yaml:"id"`
	Inner  float64 `yaml:"inner_mm"`
	From   float64 `yaml:"from_mm"`
	To     float64 `yaml:"to_mm"`
	Source string  `yaml:"source"`
}

func (r Rim) Key() string { return r.ID }

// Tyres is the table of which tyres go on which rims.
func Tyres(rims []Rim) tyre.Rims {
	table := make(tyre.Rims, len(rims))
	for i, r := range rims {
		table[i] = tyre.Rim{Inner: r.Inner, From: r.From, To: r.To}
	}
	slices.SortFunc(table, func(a, z tyre.Rim) int { return cmp.Compare(a.Inner, z.Inner) })
	return table
}

// within is how far the law may lie from the middle of what it was fitted to, as a share.
const within = 1. / 6

// Off is a pressure that the law through all of them lies too far from.
type Off struct {
	ID string
	error
}

// Fit fits the law of pressures, and proves that it holds for all that it was fitted to.
func Fit(ridden []Ridden, grounds []Ground, floors []Floor) (law tyre.Law, off []Off, err error) {
	c := tyre.Custom{}
	for _, r := range ridden {
		c.Ridden = append(c.Ridden, r.Row())
	}
	for _, g := range grounds {
		c.Grounds = append(c.Grounds, tyre.Ground{Surface: tyre.Surface(g.ID), Share: g.Share, Floats: g.Floats})
	}
	for _, f := range floors {
		c.Floors = append(c.Floors, tyre.Floor{Width: f.Width, Bar: f.Bar})
	}
	slices.SortFunc(c.Floors, func(a, z tyre.Floor) int { return cmp.Compare(a.Width, z.Width) })
	if law, err = c.Fit(); err != nil {
		return law, nil, err
	}
	for _, r := range ridden {
		if by := law.Off(r.Row()); math.Abs(by) > within {
			off = append(off, Off{r.ID, fmt.Errorf("the law through all of them lies %+.0f %% off it, "+
				"which is more than a sixth: "+
				"one of them is a slip, or they are of different things", 100*by)})
		}
	}
	return law, off, nil
}
