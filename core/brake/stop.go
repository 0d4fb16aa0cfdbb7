package brake

import (
	"math"

	"utensil/core/measure"
)

// Stop is a stop that was measured: braked at a mark, and stood so far behind it.
type Stop struct {
	Speed    float64 // km/h at the mark
	Distance float64 // m from the mark to standing
	Slope    float64 // %, downhill positive
	Off      float64 // km/h that the speed may be off either way; 0 for one that was read off a screen
}

// Balance is where the mass of rider and bike is, m: what a wheel can bear follows from it.
type Balance struct {
	Wheelbase float64 // between the wheels' contacts
	Behind    float64 // of the mass behind the front contact
	Height    float64 // of the mass
}

// Slowed is what a stop comes to.
type Slowed struct {
	Mean float64 `json:"mean" doc:"m/s² that the brakes took, the slope apart"`
	From float64 `json:"from" doc:"the least that it may have been, as finely as it is measured"`
	To   float64 `json:"to" doc:"and the most"`
}

// How finely a stop is measured without instruments (models: ±10 % at best): a speed read off a screen, and a
// distance paced or taped from where the mark was passed.
const (
	speedOff = 0.04 // of the speed, twice in its square
	tapeOff  = 0.3  // m
	bestOff  = 0.10 // of the deceleration, at best
	slopeOff = 0.5  // % of slope, that nobody sees
)

// How far a rider goes back and down behind the saddle, m, and how much better than reckoned with a tyre may
// hold: what no bike does lies beyond (common practice, no published source).
const (
	goesBack = 0.25
	goesDown = 0.12
	holds    = 0.2
)

// What a stop may be: below, it is too short to be measured; above, too fast to be asked for.
var (
	Speeds    = measure.Range{Min: 8, Max: 45}
	Distances = measure.Range{Min: 0.4, Max: 80}
	slopes    = measure.Range{Min: -12, Max: 12}
)

// Slows is how hard the brakes took hold: v²/(2 s), with what the slope gave besides. Errors are
// *measure.FieldError of speed, distance and slope.
func (s Stop) Slows() (Slowed, error) {
	switch {
	case !Speeds.Contains(s.Speed):
		return Slowed{}, measure.Wrong("speed", "From %g km/h nothing is told: take it between %g and %g, at a mark.",
			s.Speed, Speeds.Min, Speeds.Max)
	case !Distances.Contains(s.Distance):
		return Slowed{}, measure.Wrong("distance", "%g m is no way to stop in that is measured: %g to %g m, from the "+
			"mark.", s.Distance, Distances.Min, Distances.Max)
	case s.Off < 0 || s.Off > unsteady:
		return Slowed{}, measure.Wrong("off", "A speed that may be %g km/h off was no steady one: ride to the mark "+
			"steadily, within %g.", s.Off, float64(unsteady))
	case !slopes.Contains(s.Slope):
		return Slowed{}, measure.Wrong("slope", "On %g %% nobody tries a brake: find a level road.", s.Slope)
	}
	v := s.Speed / 3.6
	kinetic := v * v / (2 * s.Distance)
	off := max(bestOff, math.Hypot(2*max(speedOff, s.Off/s.Speed), tapeOff/s.Distance))
	slope := gravity * math.Sin(math.Atan(s.Slope/100))
	band := math.Hypot(kinetic*off, gravity*slopeOff/100)
	return Slowed{kinetic + slope, kinetic + slope - band, kinetic + slope + band}, nil
}

// Most is the most that a brake can slow, m/s², with a grip between tyre and ground: what its wheel bears
// after the weight has gone forward, and no more than lifts the rear wheel. Front and rear say which
// brakes are pulled.
func (b Balance) Most(grip float64, front, rear bool) float64 {
	lifts := gravity * b.Behind / b.Height
	ahead := b.Wheelbase - b.Behind
	switch {
	case front && rear:
		return min(grip*gravity, lifts)
	case front:
		if hold := b.Wheelbase - grip*b.Height; hold > 0 {
			return min(grip*gravity*ahead/hold, lifts)
		}
		return lifts
	}
	return grip * gravity * b.Behind / (b.Wheelbase + grip*b.Height)
}

// Utmost is what nobody does more than, with the weight behind the saddle and a tyre that holds better than is
// reckoned with.
func (b Balance) Utmost(grip float64, front, rear bool) float64 {
	b.Behind, b.Height = min(b.Behind+goesBack, b.Wheelbase), b.Height-goesDown
	return b.Most(grip+holds, front, rear)
}

// FrontLoad is the share of the weight on the front wheel while it slows, 0 to 1.
func (b Balance) FrontLoad(slows float64) float64 {
	ahead := b.Wheelbase - b.Behind
	return min(1, max(0, (ahead+slows/gravity*b.Height)/b.Wheelbase))
}
