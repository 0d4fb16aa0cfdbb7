package rolling

import (
	"errors"
	"strings"

	"utensil/core/wheel"
)

// TensionGauge is what the readings of a gauge for spokes mean.
type TensionGauge struct {
	ID     string `yaml:"id"`
	Name   string `yaml:"name"`
	Table  string `yaml:"table"` // CSV, as wheel.ReadGauge takes it
	Source string `yaml:"source"`
}

func (g TensionGauge) Key() string { return g.ID }

// Gauge is its table.
func (g TensionGauge) Gauge() (wheel.Gauge, error) {
	return wheel.ReadGauge(strings.NewReader(g.Table))
}

// Validate refuses what cannot be so.
func (g TensionGauge) Validate() error {
	if g.Name == "" || g.Source == "" {
		return errors.New("a gauge needs a name and the source of its table")
	}
	_, err := g.Gauge()
	return err
}
