package fastener

import (
	"errors"
	"fmt"
	"math"
	"time"

	"utensil/core/measure"
)

// Wrench is a torque wrench: its scale, how far it may be off, and its calibration.
type Wrench struct {
	Min       measure.Torque // least on the scale
	Max       measure.Torque // most on the scale
	Deviation float64        // share, from its certificate; 0 when it has none
	Checked   time.Time      // when it was calibrated
	Months    int            // a calibration lasts; 0 for no limit
	Cycles    int            // a calibration lasts; 0 for no limit
	Used      int            // cycles since
}

// Usual lengths of a calibration, and the deviation of a hand wrench without a certificate
// (ISO 6789-1:2017, value from memory).
const (
	CalibrationMonths = 12
	CalibrationCycles = 5000
	smallDeviation    = 0.06 // up to 10 N·m
	largeDeviation    = 0.04
	smallest          = 10 // N·m
	leastShare        = 0.2
)

// Validate reports a wrench that cannot be so.
func (w Wrench) Validate() error {
	switch {
	case !(w.Min >= 0 && w.Max > w.Min && w.Max <= 1000):
		return errors.New("the scale runs from the smaller to the larger figure, at most 1000 N·m")
	case !(w.Deviation >= 0 && w.Deviation <= 0.2):
		return errors.New("the deviation is a share of the reading, at most 20 %")
	case w.Months < 0 || w.Months > 60 || w.Cycles < 0 || w.Cycles > 1_000_000:
		return errors.New("a calibration lasts at most 60 months and a million cycles")
	}
	return nil
}

// Usable is where the standard vouches for it: from a fifth of its range, or the least on
// its scale if that is more, to the top.
func (w Wrench) Usable() (least, most measure.Torque) { return max(w.Min, leastShare*w.Max), w.Max }

// Error is how far a reading may be off, as a share of the true torque.
func (w Wrench) Error() float64 {
	switch {
	case w.Deviation > 0:
		return w.Deviation
	case w.Max <= smallest:
		return smallDeviation
	}
	return largeDeviation
}

// Band is where the true torque lies when the wrench shows t. The deviation is a share of
// the true torque: reading = true × (1 ± deviation).
func (w Wrench) Band(t measure.Torque) (low, high measure.Torque) {
	return t / measure.Torque(1+w.Error()), t / measure.Torque(1-w.Error())
}

// Reaches says whether the wrench may be used for a rule: its middle lies in the usable range.
func (w Wrench) Reaches(r Rule) bool {
	least, most := w.Usable()
	target := (r.Min + r.Max) / 2
	return target >= least && target <= most
}

// Fit is how well a wrench suits a rule, more being better: how much of the rule is left
// when its error is taken off both ends, as a share of the rule's middle; the smaller wrench
// wins a tie. A wrench that does not reach has no fit.
func (w Wrench) Fit(r Rule) (float64, bool) {
	if !w.Reaches(r) {
		return 0, false
	}
	e := w.Error()
	left := float64(r.Max)*(1-e) - float64(r.Min)*(1+e)
	return left/float64(r.Min+r.Max) - 1e-6*float64(w.Max), true
}

// Due says why the wrench is to be calibrated again, or "" while it need not be.
func (w Wrench) Due(now time.Time) string {
	switch {
	case w.Checked.IsZero():
		return "It has never been calibrated."
	case w.Months > 0 && !now.Before(w.Checked.AddDate(0, w.Months, 0)):
		return fmt.Sprintf("Its calibration of %s is older than %d months.",
			w.Checked.Format("2 January 2006"), w.Months)
	case w.Cycles > 0 && w.Used >= w.Cycles:
		return fmt.Sprintf("It has been used %d times since its calibration, and that lasts %d.", w.Used, w.Cycles)
	}
	return ""
}

// Adapter is an extension between a wrench and the fastener, such as an open-ended crowfoot.
type Adapter struct {
	Length float64 `json:"length_mm" doc:"from the square to the middle of the fastener"`
	Wrench float64 `json:"wrench_mm" doc:"from the square to the middle of the grip"`
	Angle  float64 `json:"angle_deg" doc:"0 straight on, 90 across, 180 folded back"`
}

// Validate reports an adapter that cannot be so, or that folds back past the hand.
func (a Adapter) Validate() error {
	switch {
	case !(a.Length > 0 && a.Length <= 500):
		return errors.New("measure the adapter from the square to the middle of the fastener: 1 to 500 mm")
	case !(a.Wrench >= 50 && a.Wrench <= 1500):
		return errors.New("measure the wrench from the square to the middle of the grip: 50 to 1500 mm")
	case !(a.Angle >= 0 && a.Angle <= 180):
		return errors.New("the angle runs from 0, straight on, to 180, folded back")
	case a.reach() < a.Wrench/4:
		return errors.New("folded back that far the adapter eats up the wrench: turn it outward or use a longer wrench")
	}
	return nil
}

// reach is the lever from the hand to the fastener, along the wrench, in mm.
func (a Adapter) reach() float64 { return a.Wrench + a.Length*math.Cos(a.Angle*math.Pi/180) }

// Setting is what the wrench is to show for a torque at the fastener.
func (a Adapter) Setting(at measure.Torque) measure.Torque {
	return at * measure.Torque(a.Wrench/a.reach())
}

// At is the torque at the fastener when the wrench shows a figure.
func (a Adapter) At(shown measure.Torque) measure.Torque {
	return shown * measure.Torque(a.reach()/a.Wrench)
}
