// Package gear reasons about gears that are shifted: where the guide pulley stands over each sprocket, what
// every shift does, what is behind one that does not, and what to turn. It knows chains, ratios, hangers
// and the friction of a cable as well.
package gear

import (
	"math"

	"utensil/core/measure"
)

// Drivetrain is a rear gear that a cable works: what was built, not how it is set. Lengths in mm.
type Drivetrain struct {
	Teeth   []int   `json:"teeth" doc:"of the sprockets, smallest first"`
	Spacing float64 `json:"spacing_mm" doc:"between the middles of two sprockets"`
	Pull    float64 `json:"pull_mm" doc:"of cable a click"`
	Ratio   float64 `json:"ratio" doc:"how far the guide pulley moves for each mm of cable"`
	Thread  float64 `json:"thread_mm" doc:"pitch of the barrel's thread: cable a turn"`
	Turns   float64 `json:"turns" doc:"that the barrel has left outward"`
	Barrel  float64 `json:"barrel_turns,omitempty" doc:"that it has wound in"`
	Screw   float64 `json:"screw_mm" doc:"how far the pulley's stop moves a turn of a limit screw"`
	GapTurn float64 `json:"gap_turn_mm,omitempty" doc:"how far a turn outward of the gap's screw moves the pulley off the sprockets: nearer, below 0"`
	Inverse bool    `json:"inverse,omitempty" doc:"its spring draws it to the largest sprocket: the cable pulls it to the smallest"`
	Clicks  int     `json:"clicks" doc:"of the lever; one less than sprockets"`
}

// Validate refuses a gear that nobody has built. The error is a *measure.FieldError.
func (d Drivetrain) Validate() error {
	if len(d.Teeth) < 2 || len(d.Teeth) > 14 {
		return measure.Wrong("teeth", "%d sprockets: a mech serves 2 to 14.", len(d.Teeth))
	}
	for i, t := range d.Teeth {
		switch {
		case t < 9 || t > 60:
			return measure.Wrong("teeth", "A sprocket has 9 to 60 teeth, not %d.", t)
		case i > 0 && t <= d.Teeth[i-1]:
			return measure.Wrong("teeth", "Sprockets are named from the smallest to the largest: %d stands after %d.",
				t, d.Teeth[i-1])
		}
	}
	for _, v := range []struct {
		field  string
		v      float64
		lo, hi float64
	}{{"spacing_mm", d.Spacing, 2.5, 7}, {"pull_mm", d.Pull, 1, 6}, {"ratio", d.Ratio, 0.8, 3},
		{"thread_mm", d.Thread, 0.4, 1.5},
		{"screw_mm", d.Screw, 0.2, 2}, {"gap_turn_mm", math.Abs(d.GapTurn), 1, 10}} {
		if math.IsNaN(v.v) || v.v < v.lo || v.v > v.hi {
			return measure.Wrong(v.field, "%g cannot be: it is %g to %g mm.", v.v, v.lo, v.hi)
		}
	}
	if math.IsNaN(d.Turns) || d.Turns < 0 || d.Turns > 12 {
		return measure.Wrong("turns", "A barrel has 0 to 12 turns left, not %g.", d.Turns)
	}
	if d.Clicks != 0 && d.Clicks != len(d.Teeth)-1 {
		return measure.Wrong("clicks", "A lever of %d clicks serves %d sprockets, and there are %d.",
			d.Clicks, d.Clicks+1, len(d.Teeth))
	}
	return nil
}

// Cable is how much cable a number of quarter-turns of the barrel outward gives towards the
// spokes, mm: outward pulls, and where the spring draws to the largest sprocket what pulls moves
// away from them.
func (d Drivetrain) Cable(quarters int) float64 {
	mm := float64(quarters) / 4 * d.Thread
	if d.Inverse {
		return -mm
	}
	return mm
}

// Left is how many turns outward the barrel has left once it gave so much cable towards the
// spokes, of those that it had.
func (d Drivetrain) Left(had, cable float64) float64 {
	if d.Inverse {
		cable = -cable
	}
	return had - cable/d.Thread
}

// last is the largest sprocket.
func (d Drivetrain) last() int { return len(d.Teeth) - 1 }

// at is where a sprocket stands, mm from the smallest towards the spokes.
func (d Drivetrain) at(k int) float64 { return float64(k) * d.Spacing }

// drop is how far the guide pulley hangs below the hanger's bolt under a sprocket: its radius, the gap and
// the pulley's own radius, less how far the bolt lies below the axle. mm.
func (d Drivetrain) drop(k int, gap float64) float64 {
	return float64(d.Teeth[k])*ChainPitch/(2*math.Pi) + gap + pulleyRadius - boltBelow
}

// What a mech measures, mm (common practice, no published source).
const (
	pulleyRadius = 22.0 // of an eleven-toothed guide pulley
	boltBelow    = 30.0 // the hanger's bolt below the axle
	cageLever    = 14.0 // from the pulley's middle to where the chain meets a sprocket
	UsualGap     = 6.0  // pulley to sprocket
)

// State is how a gear is set and how worn it is. All are 0 for one that is new and right, but for Gap.
type State struct {
	Cable    float64 `json:"cable_mm" doc:"of cable beyond where the smallest sprocket has the pulley below it, towards the spokes"`
	Friction float64 `json:"friction_mm" doc:"by which the pulley lags behind where the cable would have it, both ways"`
	Pivots   float64 `json:"pivots_mm" doc:"by which it lags on a drop, where the spring alone works"`
	Mismatch float64 `json:"mismatch" doc:"how much too far the pulley moves a click: 0.02 for 2 %"`
	Tilt     float64 `json:"tilt_deg" doc:"of the hanger, its foot towards the spokes"`
	Toe      float64 `json:"toe_deg" doc:"of the hanger, its front towards the spokes"`
	Low      float64 `json:"low_mm" doc:"how far beyond the largest sprocket the pulley may go; negative short of it"`
	High     float64 `json:"high_mm" doc:"how far short of the smallest sprocket, towards the frame, it may go; negative stops it before"`
	Gap      float64 `json:"gap_mm" doc:"pulley to sprocket; 0 for the usual"`
	Float    float64 `json:"float_mm" doc:"that the guide pulley gives sideways, beyond a new one"`
	Wear     float64 `json:"wear" doc:"of chain and sprockets: 0 new, 1 worn out"`
}

// New is a gear that is set right: limits a little beyond the end sprockets.
func New() State { return State{Low: 0.4, High: 0.4, Gap: UsualGap} }
