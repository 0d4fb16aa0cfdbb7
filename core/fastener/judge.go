package fastener

import (
	"fmt"

	"utensil/core/measure"
)

// State is how a torque stands against its rule.
type State string

// The states. A figure in range is WithinError when the wrench's error reaches outside.
const (
	Under       State = "under"
	InRange     State = "in_range"
	WithinError State = "within_error"
	Over        State = "over"
)

// Verdict is what the bench is told about one torque.
type Verdict struct {
	State  State          `json:"state" enum:"under,in_range,within_error,over"`
	Margin measure.Torque `json:"margin_nm" doc:"in range: to the nearer end; otherwise: how far outside"`
	Low    measure.Torque `json:"low_nm,omitempty" doc:"with the wrench's error: the least it can be"`
	High   measure.Torque `json:"high_nm,omitempty" doc:"with the wrench's error: the most it can be"`
	Reason string         `json:"reason"`
	Next   string         `json:"next"`
}

// Settles says whether the fastener may be left so: its figure lies in range. That the
// wrench's error reaches outside is told, not refused: makers print a most that mechanics
// set their wrench to.
func (v Verdict) Settles() bool { return v.State == InRange || v.State == WithinError }

// slack forgives what a conversion from lbf·in leaves in the last bits.
const slack = 1e-9

// Judge compares the torque a fastener was left at with its rule, by the figure alone.
func (r Rule) Judge(left measure.Torque) Verdict {
	switch {
	case left < r.Min-slack:
		return Verdict{State: Under, Margin: r.Min - left,
			Reason: fmt.Sprintf("%s under the least of %s.", newtonMetres(r.Min-left), newtonMetres(r.Min)),
			Next:   "Tighten in steps and log it again."}
	case left > r.Max+slack:
		return Verdict{State: Over, Margin: left - r.Max,
			Reason: fmt.Sprintf("%s over the most of %s.", newtonMetres(left-r.Max), newtonMetres(r.Max)),
			Next:   "Loosen fully, inspect the part and the threads, tighten again and log it."}
	}
	margin := max(min(left-r.Min, r.Max-left), 0)
	return Verdict{State: InRange, Margin: margin,
		Reason: fmt.Sprintf("Inside %s–%s.", measure.Format(float64(r.Min)), newtonMetres(r.Max)),
		Next:   "On to the next."}
}

// JudgeWith compares what a wrench showed with a rule. It is in range only when all that
// the wrench's error leaves open is.
func (r Rule) JudgeWith(left measure.Torque, w Wrench) Verdict {
	v := r.Judge(left)
	v.Low, v.High = w.Band(left)
	if v.State == InRange && (v.Low < r.Min-slack || v.High > r.Max+slack) {
		v.State = WithinError
		v.Reason = fmt.Sprintf("In range by its figure, but within the wrench's error: it can be %s to %s.",
			measure.Format(hundredth(v.Low)),
			newtonMetres(measure.Torque(hundredth(v.High))))
		v.Next = "Good enough to ride. For certainty aim nearer the middle, or take a closer wrench."
	}
	return v
}

func newtonMetres(t measure.Torque) string { return measure.Format(float64(t)) + " N·m" }
func hundredth(t measure.Torque) float64   { return float64(int(float64(t)*100+0.5)) / 100 }
