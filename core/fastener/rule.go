// Package fastener knows how tight a fastener is to be and judges how tight it was left:
// rules and where parts meet, threads and preload, wrenches and their error, patterns.
package fastener

import (
	"fmt"

	"utensil/core/measure"
)

// Rule is the torque a fastener is to be left at.
type Rule struct {
	Min    measure.Torque `json:"min_nm"`
	Max    measure.Torque `json:"max_nm"`
	Source string         `json:"source" doc:"where the figure comes from"`
}

// Validate reports a range that is upside down, not positive or without a source.
func (r Rule) Validate() error {
	if err := (measure.Range{Min: float64(r.Min), Max: float64(r.Max)}).Validate(); err != nil {
		return err
	}
	if r.Min <= 0 {
		return fmt.Errorf("%g N·m is no torque: a range starts above zero", float64(r.Min))
	}
	if r.Source == "" {
		return fmt.Errorf("a torque range needs a source")
	}
	return nil
}

// Plausible is the span outside which a figure for this fastener is a slip of the finger,
// not a torque: a twentieth of the lower figure to four times the upper one.
func (r Rule) Plausible() measure.Range {
	return measure.Range{Min: float64(r.Min) / 20, Max: float64(r.Max) * 4}
}

// fromMost is the share of a most at which a joint is aimed for when nothing else is marked
// (common practice, no source): under it a joint works loose, and a wrench's error keeps room.
const fromMost = 0.8

// FromMost is the least of a joint that is marked with a most alone.
func FromMost(most measure.Torque) measure.Torque { return most * fromMost }
