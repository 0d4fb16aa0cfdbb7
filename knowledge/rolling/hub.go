package rolling

import (
	"errors"

	"utensil/core/gear"
)

// HubFamily is a geared hub as they are sold, by how many gears it has.
type HubFamily struct {
	ID     string    `yaml:"id" json:"id"`
	Name   string    `yaml:"name" json:"name"`
	Ratios []float64 `yaml:"ratios" json:"ratios" doc:"its own, lowest first"`
	Mark   int       `yaml:"mark_gear" json:"mark_gear" doc:"the gear, from 1, in which its mark is set; 0 where it has none"`
	Bare   bool      `yaml:"no_cable" json:"no_cable,omitempty" doc:"it shifts by itself, or by the pedals"`
	Least  float64   `yaml:"least_primary" json:"least_primary" doc:"ring over sprocket, at least"`
	Motor  float64   `yaml:"least_primary_motor" json:"least_primary_motor" doc:"and with a motor at the crank; 0 where it is not for one"`
	Source string    `yaml:"source" json:"source"`
}

func (h HubFamily) Key() string { return h.ID }

// Hub is such a hub.
func (h HubFamily) Hub() gear.Hub {
	return gear.Hub{Ratios: h.Ratios, Mark: h.Mark, Least: h.Least, Motor: h.Motor}
}

// Validate refuses what cannot be so.
func (h HubFamily) Validate() error {
	if h.Name == "" || h.Source == "" {
		return errors.New("a geared hub needs a name and a source")
	}
	return h.Hub().Validate()
}
