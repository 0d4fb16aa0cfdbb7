package service

import (
	"errors"

	"utensil/core/bike"
)

// Oiling is a place that a tune oils without taking anything apart.
type Oiling struct {
	ID     string         `yaml:"id"`
	Name   string         `yaml:"name"`
	Short  string         `yaml:"short"` // beside the drawing
	At     string         `yaml:"at"`    // the point of the walk-round beside which it is drawn
	When   bike.Condition `yaml:"when"`
	With   string         `yaml:"with"` // a treatment
	Where  string         `yaml:"where"`
	Why    string         `yaml:"why"`
	Source string         `yaml:"source"`
}

func (o Oiling) Key() string { return o.ID }

// Validate reports a place that says nothing.
func (o Oiling) Validate() error {
	if o.Name == "" || o.Short == "" || o.Where == "" || o.Why == "" || o.Source == "" {
		return errors.New("what is oiled needs a name and a short one, where it goes, why, and a source")
	}
	return o.When.Validate()
}
