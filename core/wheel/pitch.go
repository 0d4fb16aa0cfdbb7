package wheel

import (
	"errors"
	"fmt"
	"math"
)

// density of spoke steel, g/mm³.
const density = 7.85e-3

// String is a spoke as it swings: a string between its elbow and its nipple, or between the
// nipple and where it leans on another.
type String struct {
	Wire float64 // mm, 1.2 to 2.6
	Mm   float64 // what swings of it, 60 to 330
}

// perLength is the mass of a spoke, kg/m.
func (s String) perLength() float64 { return density * math.Pi / 4 * s.Wire * s.Wire }

// Pitch is what it sounds like at a tension in newtons, Hz: √(T/µ)/2L, as any string.
func (s String) Pitch(tension float64) float64 {
	return math.Sqrt(max(0, tension)/s.perLength()) / (2 * s.Mm / 1000)
}

// Pitches of spokes: what is lower or higher is something else that rings.
const (
	lowest  = 60.0   // Hz
	highest = 1600.0 // Hz
)

// ErrNoSpoke says that a sound is no spoke's.
var ErrNoSpoke = errors.New("that is no spoke")

// Tension is how tight a spoke is that sounds so, N. It is ErrNoSpoke where no spoke sounds so.
func (s String) Tension(pitch float64) (float64, error) {
	if !(pitch >= lowest && pitch <= highest) {
		return 0, fmt.Errorf("%w: %.0f Hz. Spokes sound between %.0f and %.0f Hz; damp what else rings "+
			"and pluck again", ErrNoSpoke, pitch,
			lowest, highest)
	}
	v := 2 * s.Mm / 1000 * pitch
	if t := s.perLength() * v * v; t <= mostTension {
		return t, nil
	}
	return 0, fmt.Errorf("%w: at %.0f Hz this one would bear more than any does. It swings shorter than "+
		"%.0f mm, or it was its octave",
		ErrNoSpoke, pitch, s.Mm)
}

// Calibrated is the string that sounds so at a tension that was read with a gauge: crossed spokes
// lean on each other and swing shorter than they are, though more than half of it.
func (s String) Calibrated(pitch, tension float64) (String, error) {
	if !(pitch >= lowest && pitch <= highest) || !(tension > 50 && tension <= mostTension) {
		return s, fmt.Errorf("%w: %.0f Hz at %.0f N", ErrNoSpoke, pitch, tension)
	}
	long := s
	long.Mm = 1000 * math.Sqrt(tension/s.perLength()) / (2 * pitch)
	if long.Mm < 0.45*s.Mm || long.Mm > 1.1*s.Mm {
		return s, fmt.Errorf("%.0f Hz at %.0f N would be a spoke of %.0f mm, and these are %.0f: gauge "+
			"or pitch is another spoke's",
			pitch, tension, long.Mm, s.Mm)
	}
	return long, nil
}
