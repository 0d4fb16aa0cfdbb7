package knowledge

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
	return tyre.Ridden{Load: r.Load, Width: r.Width, Seat: r.Seat, Tubeless: r.Tubeless, Surface: r.Ground, From: r.From, To: r.To}
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
func (b *Book) Tyres() tyre.Rims {
	table := make(tyre.Rims, len(b.Rims))
	for i, r := range b.Rims {
		table[i] = tyre.Rim{Inner: r.Inner, From: r.From, To: r.To}
	}
	slices.SortFunc(table, func(a, z tyre.Rim) int { return cmp.Compare(a.Inner, z.Inner) })
	return table
}

// withinTable is how far the law may lie from the middle of what it was fitted to, as a share.
const withinTable = 1. / 6

// Ground finds a ground.
func (b *Book) Ground(id string) (Ground, bool) { return find(b.Grounds, id) }

// Pressures is the law that pressures are advised by: fitted to what is ridden.
func (b *Book) Pressures() tyre.Law { return b.pressures }

// validatePressures checks what is known of tyres, rims and sag, and fits the law of pressures.
func (b *Book) validatePressures(wrong func(file, id string, err error)) {
	for _, r := range b.Ridden {
		wrong("ridden.yaml", r.ID, sourced("a pressure as it is ridden needs a load and a source", r.Load > 0, r.Source))
	}
	for _, g := range b.Grounds {
		wrong("grounds.yaml", g.ID, sourced("a ground needs a name and a source", g.Name != "", g.Source))
	}
	for _, f := range b.Floors {
		wrong("floors.yaml", f.ID, sourced("a least pressure needs a width and a source", f.Width > 0, f.Source))
	}
	for _, r := range b.Rims {
		wrong("rims.yaml", r.ID, sourced("a rim needs an inner width and a source", r.Inner > 0, r.Source))
	}
	wrong("rims.yaml", "", b.Tyres().Check())
	for _, g := range b.Sags {
		wrong("sags.yaml", g.ID, g.validate())
	}
	wrong("sags.yaml", "", b.validateSags())
	b.fitPressures(wrong)
}

// fitPressures fits the law, and proves that it holds for all that it was fitted to.
func (b *Book) fitPressures(wrong func(file, id string, err error)) {
	c := tyre.Custom{}
	for _, r := range b.Ridden {
		c.Ridden = append(c.Ridden, r.Row())
	}
	for _, g := range b.Grounds {
		c.Grounds = append(c.Grounds, tyre.Ground{Surface: tyre.Surface(g.ID), Share: g.Share, Floats: g.Floats})
	}
	for _, f := range b.Floors {
		c.Floors = append(c.Floors, tyre.Floor{Width: f.Width, Bar: f.Bar})
	}
	slices.SortFunc(c.Floors, func(a, z tyre.Floor) int { return cmp.Compare(a.Width, z.Width) })
	law, err := c.Fit()
	if err != nil {
		wrong("ridden.yaml", "", err)
		return
	}
	for _, r := range b.Ridden {
		if off := law.Off(r.Row()); math.Abs(off) > withinTable {
			wrong("ridden.yaml", r.ID, fmt.Errorf("the law through all of them lies %+.0f %% off it, which is more than a sixth: "+
				"one of them is a slip, or they are of different things", 100*off))
		}
	}
	b.pressures = law
}
