package brake

import (
	"errors"
	"fmt"
	"math"
)

// Runout is the wobble of a rotor from dial readings taken at even steps round it.
type Runout struct {
	Wobble float64 `json:"wobble_mm" doc:"from lowest to highest of the best-fitting single wobble"`
	High   float64 `json:"high_deg" doc:"where it stands out most, from the first reading, in the order they were taken"`
	Rest   float64 `json:"rest_mm" doc:"what a single wobble leaves: local bends"`
	Worst  int     `json:"worst" doc:"the reading that the wobble explains least, from 0"`
	Bend   float64 `json:"bend_mm" doc:"to bend it back by at the high place"`
	Says   string  `json:"says"`
}

// runoutAccepted is the wobble that a disc brake's gap clears (common practice, no source).
const runoutAccepted = 0.2

// FitRunout fits a + b·cos φ + c·sin φ by least squares; for even steps that is the first
// harmonic of the readings.
func FitRunout(dial []float64) (Runout, error) {
	n := len(dial)
	if n < 4 || n > 72 {
		return Runout{}, errors.New("take 4 to 72 readings at even steps round the rotor")
	}
	var mean, b, c float64
	for i, v := range dial {
		if !(math.Abs(v) <= 20) {
			return Runout{}, errors.New("a dial reading lies within 20 mm")
		}
		phi := 2 * math.Pi * float64(i) / float64(n)
		mean += v / float64(n)
		b += 2 * v * math.Cos(phi) / float64(n)
		c += 2 * v * math.Sin(phi) / float64(n)
	}
	r := Runout{Wobble: 2 * math.Hypot(b, c)}
	r.High = math.Mod(math.Atan2(c, b)*180/math.Pi+360, 360)
	for i, v := range dial {
		phi := 2 * math.Pi * float64(i) / float64(n)
		if rest := math.Abs(v - mean - b*math.Cos(phi) - c*math.Sin(phi)); rest > r.Rest {
			r.Rest, r.Worst = rest, i
		}
	}
	r.Bend = r.Wobble / 2
	switch {
	case r.Wobble <= runoutAccepted && r.Rest <= runoutAccepted/2:
		r.Says = fmt.Sprintf("Runs true: %.2f mm of wobble clears the pads.", r.Wobble)
	case r.Rest > r.Wobble/3:
		r.Says = fmt.Sprintf("A local bend of %.2f mm at reading %d: bend that spot back before the rest.", r.Rest,
			r.Worst+1)
	default:
		r.Says = fmt.Sprintf("Bend it %.2f mm inward at %.0f° from the first reading, a little at a "+
			"time, and the same outward across from it.",
			r.Bend, r.High)
	}
	return r, nil
}

// Compound is what a pad is made of.
type Compound string

// The compounds.
const (
	Resin    Compound = "resin"
	Sintered Compound = "sintered"
)

// Suits says whether pads of a compound may run on a rotor bedded with another, and what to
// do if not. A rotor that is new or resurfaced takes either.
func (c Compound) Suits(bedded Compound) (bool, string) {
	if bedded == "" || bedded == c {
		return true, "They go together. Bed them in."
	}
	return false, fmt.Sprintf("This rotor was bedded with %s pads. Keep to %s, or resurface or renew "+
		"the rotor first.", bedded, bedded)
}

// swollen is how much thicker than its nominal size a polymer piston may be, mm (common
// practice, no source).
const swollen = 0.05

// Piston says whether a lever piston has swollen.
func Piston(measured, nominal float64) (string, bool, error) {
	if !(nominal >= 5 && nominal <= 30) || !(math.Abs(measured-nominal) <= 2) {
		return "", false, errors.New("measure the piston across; it lies within 2 mm of its nominal 5 to 30 mm")
	}
	if over := measured - nominal; over > swollen {
		return fmt.Sprintf("Swollen by %.2f mm: it sticks. Replace the piston or the lever; machining "+
			"one down is not for customers' bikes.",
			over), true, nil
	}
	return "Its size is right: look for dirt, a dry seal or a bent lever.", false, nil
}

// Arms are the gaps between pads and rim of a linear-pull brake at rest.
type Arms struct {
	Left  float64 `json:"left_mm"`
	Right float64 `json:"right_mm"`
}

// springPerTurn is how far a full turn of the spring screw moves an arm, mm (common practice).
const springPerTurn = 2.0

// Balance says which spring screw to turn, and by how many turns. The arm that sits nearer the
// rim has the weaker spring: its screw goes in.
func (a Arms) Balance() (side string, turns float64, err error) {
	if !(a.Left >= 0 && a.Left <= 20 && a.Right >= 0 && a.Right <= 20) {
		return "", 0, errors.New("the gaps at rest lie between 0 and 20 mm")
	}
	apart := math.Abs(a.Left-a.Right) / 2
	if apart < 0.25 {
		return "", 0, nil
	}
	side = "left"
	if a.Right < a.Left {
		side = "right"
	}
	return side, math.Round(apart/springPerTurn*4) / 4, nil
}

// Cable is the travel budget of a cable brake.
type Cable struct {
	Pull    float64 `json:"pull_mm" doc:"cable that the lever pulls to the bar"`
	Gap     float64 `json:"gap_mm" doc:"of each pad at rest"`
	Ratio   float64 `json:"ratio" doc:"cable travel to pad travel, such as 4 on linear-pull arms"`
	Stretch float64 `json:"stretch_mm" doc:"what cable and outer give under a hard pull"`
}

// Left is the cable left before the lever meets the bar; below zero the brake comes to the bar.
func (c Cable) Left() (float64, error) {
	if !(c.Pull > 0 && c.Pull <= 60 && c.Gap >= 0 && c.Gap <= 10 && c.Ratio >= 1 && c.Ratio <= 10 &&
		c.Stretch >= 0 && c.Stretch <= 20) {
		return 0, errors.New("check the travels: cable up to 60 mm, gap up to 10 mm, ratio 1 to 10")
	}
	return c.Pull - c.Gap*c.Ratio - c.Stretch, nil
}
