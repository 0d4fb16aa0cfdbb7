package pressure

import (
	"errors"
	"fmt"
	"math"
)

// Hose is the hose of a pump: it fills out of what it is put on, and what it took is gone when it
// comes off again.
type Hose struct {
	Volume float64 // what it takes, cm³
}

// MostHose is more than the hose of any pump takes, cm³ (our own judgement).
const MostHose = 60

// MeasureHose is the hose of a pump that showed one pressure, was taken off and put on again at
// once, and showed another; both bar over the air around, on a chamber of a volume in cm³.
func MeasureHose(before, after, chamber float64) (Hose, error) {
	switch {
	case !(chamber > 0 && before > 0 && after > 0):
		return Hose{}, errors.New("a hose is measured on something that holds air")
	case after > before:
		return Hose{}, fmt.Errorf("it cannot show more when it is put on again: %.4g, then %.4g bar", before, after)
	}
	h := Hose{Volume: chamber * (before/after - 1)}
	if h.Volume > MostHose {
		return Hose{}, fmt.Errorf("from %.4g to %.4g bar is more than a hose takes: the valve let air "+
			"out, or a figure is wrong. "+
			"Screw it off quickly, and measure again", before, after)
	}
	return h, nil
}

// Took is how much less the chamber holds since the hose was put on, bar, by what is shown now.
// The hose held the air around us; what was in the chamber spreads over both, at the same
// temperature, so that the pressure over the air around goes with the volumes (the gas law of
// Boyle and Mariotte).
func (h Hose) Took(shown, chamber float64) float64 {
	if chamber <= 0 {
		return 0
	}
	return shown * h.Volume / chamber
}

// Chambers of legs, cm³: between those that are found, from memory. A hose that was measured on a
// fork is right for forks whatever the figure.
const (
	ForkChamber  = 200
	ShockChamber = 120
)

// UsualTyre is the width of a tyre that nobody measured, mm: a hose takes little of any.
const UsualTyre = 35

// TyreChamber is the air in a tyre of a width on a bead seat diameter, mm: a ring of round section, in cm³.
func TyreChamber(width, seat float64) float64 {
	return 2 * math.Pi * math.Pi * (seat/2 + width/2) * (width / 2) * (width / 2) / 1000
}

// Unmeasured is the share of its pressure that a hose may have taken when nobody measured it: of
// a leg, whose chamber is small, and of a tyre (our own judgement).
func Unmeasured(leg bool) float64 {
	if leg {
		return 0.1
	}
	return 0.015
}
