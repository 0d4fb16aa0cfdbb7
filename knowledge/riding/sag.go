package riding

import (
	"errors"
	"fmt"
	"slices"
)

// Sag is how far a leg is to sink under its rider, by kind and travel.
type Sag struct {
	ID     string  `yaml:"id"`
	Leg    string  `yaml:"leg"`
	To     float64 `yaml:"to_mm"` // of travel, with all below it that no other takes
	Least  float64 `yaml:"least"` // shares of the travel
	Most   float64 `yaml:"most"`
	Source string  `yaml:"source"`
}

func (g Sag) Key() string { return g.ID }

// SagOf is how far a leg of a travel is to sink; as far as any of its kind, while nobody has read its travel.
func SagOf(sags []Sag, leg string, travel float64) Sag {
	var is Sag
	for _, g := range sags {
		switch {
		case g.Leg != leg:
		case is.ID == "", travel > is.To:
			is = g
		case travel == 0:
			is.Least, is.Most = min(is.Least, g.Least), max(is.Most, g.Most)
		}
	}
	return is
}

// Validate refuses a sag that no leg has.
func (g Sag) Validate() error {
	if g.Source == "" || !slices.Contains([]string{"fork", "shock"}, g.Leg) {
		return errors.New("a sag is of a fork or a shock, and has a source")
	}
	if !(g.Least > 0.05 && g.Least < g.Most && g.Most <= 0.4) || !(g.To >= 20 && g.To <= 300) {
		return fmt.Errorf("%g to %g of a travel up to %g mm: shares between 0.05 and 0.4", g.Least, g.Most, g.To)
	}
	return nil
}

// CheckSags proves that each leg has a sag, and that longer ones stand after shorter ones.
func CheckSags(sags []Sag) error {
	last := map[string]float64{}
	for _, g := range sags {
		if g.To <= last[g.Leg] {
			return fmt.Errorf("%s stands after one of a longer travel", g.ID)
		}
		last[g.Leg] = g.To
	}
	if last["fork"] == 0 || last["shock"] == 0 {
		return errors.New("forks and shocks each need a sag")
	}
	return nil
}
