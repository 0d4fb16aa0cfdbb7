// Package fastener judges how tight a fastener was left.
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

// State is how a torque stands against its rule.
type State string

// The three states.
const (
	Under   State = "under"
	InRange State = "in_range"
	Over    State = "over"
)

// Verdict is what the bench is told about one torque.
type Verdict struct {
	State  State          `json:"state" enum:"under,in_range,over"`
	Margin measure.Torque `json:"margin_nm" doc:"in range: to the nearer end; otherwise: how far outside"`
	Reason string         `json:"reason"`
	Next   string         `json:"next"`
}

// slack forgives what a conversion from lbf·in leaves in the last bits.
const slack = 1e-9

// Judge compares the torque a fastener was left at with its rule.
func (r Rule) Judge(left measure.Torque) Verdict {
	nm := func(t measure.Torque) string { return measure.Format(float64(t)) + " N·m" }
	switch {
	case left < r.Min-slack:
		return Verdict{Under, r.Min - left,
			fmt.Sprintf("%s under the least of %s.", nm(r.Min-left), nm(r.Min)),
			"Tighten in steps and log it again."}
	case left > r.Max+slack:
		return Verdict{Over, left - r.Max,
			fmt.Sprintf("%s over the most of %s.", nm(left-r.Max), nm(r.Max)),
			"Loosen fully, inspect the part and the threads, tighten again and log it."}
	}
	margin := max(min(left-r.Min, r.Max-left), 0)
	return Verdict{InRange, margin, fmt.Sprintf("Inside %s–%s.", measure.Format(float64(r.Min)), nm(r.Max)), "On to the next."}
}
