// Package wheel computes with a spoked wheel: what a turn at a nipple does to its rim and to its
// tensions, which turns make it true, what a plucked spoke says of its tension, how long a spoke
// has to be.
//
// A wheel is looked at from its right side, the chain's. Spokes are counted from the valve, 1 is
// the first clockwise. Lengths are millimetres, forces newtons, tensions newtons, turns of a
// nipple quarter-turns, positive where it tightens. Sideways is positive to the right,
// up-and-down positive where the rim stands out.
package wheel

import (
	"fmt"
	"math"
)

// Side is a side of the wheel.
type Side int

// The sides, as the wheel rolls.
const (
	Left Side = iota
	Right
)

// sign is which way a side pulls the rim.
func (s Side) sign() float64 { return float64(2*s - 1) }

func (s Side) String() string { return [...]string{"left", "right"}[s] }

// Flange is one of a hub's, which the spokes of a side hang in.
type Flange struct {
	Off    float64 // from the middle between the locknuts, 5 to 60 mm
	Circle float64 // radius on which the holes lie, 8 to 150 mm
	Cross  int     // how many spokes of its side each crosses, 0 (radial) to 4
}

// Rim is what the spokes pull on.
type Rim struct {
	Radius  float64 // to the seats of the nipples, half of what is called the effective diameter, 100 to 400 mm
	Sideway float64 // bending stiffness sideways, N mm²
	Upright float64 // bending stiffness in its own plane, N mm²
	Twist   float64 // torsional stiffness, N mm²
	Stretch float64 // stiffness along, N
}

// UsualRim is the stiffness of an aluminium rim of box section, as a radius is given for it. Rims
// lie between a half and the double of it; what a wheel does is fitted to the wheel after its
// first round. (From memory of published measurements on rims; no source is at hand.)
func UsualRim(radius float64) Rim {
	return Rim{Radius: radius, Sideway: 220e6, Upright: 110e6, Twist: 40e6, Stretch: 5.5e6}
}

// Wheel is a wheel laced with one kind of spoke.
type Wheel struct {
	Rim    Rim
	Flange [2]Flange // by side
	Spokes int       // 12 to 48, even
	Wire   float64   // diameter of the spokes' middle, 1.2 to 2.6 mm
	Thread float64   // pitch of the nipples' thread
	First  Side      // the side of spoke 1; they alternate
}

// UsualThread is the pitch of a nipple: 56 turns to the inch.
const UsualThread = 25.4 / 56

// Elastic constants of spoke steel, N/mm².
const (
	young = 210e3
	shear = 81e3
)

// Side is the side that a spoke, counted from 1, hangs on.
func (w Wheel) Side(spoke int) Side {
	if spoke%2 == 1 {
		return w.First
	}
	return 1 - w.First
}

// angle is where a place on the rim is, in radians clockwise from the valve; spoke 1 stands half
// a space from it.
func (w Wheel) angle(place float64) float64 {
	return 2 * math.Pi * (place - 0.5) / float64(w.Spokes)
}

// Length is how long a side's spokes are, from the middle of the hole in the flange to the seat
// of the nipple, mm: the distance of the two points in space. A spoke is ordered shorter by half
// its hole, and longer by what it is to stand in the nipple's head.
func (w Wheel) Length(s Side) float64 {
	f := w.Flange[s]
	turned := 4 * math.Pi * float64(f.Cross) / float64(w.Spokes)
	r := w.Rim.Radius
	return math.Sqrt(r*r + f.Circle*f.Circle + f.Off*f.Off - 2*r*f.Circle*math.Cos(turned))
}

// Swings is how much of a side's spoke swings when it is plucked, mm, where crossed spokes lean
// on each other at their outermost crossing, as they are laced: from the nipple to where the
// spoke meets the one whose nipple is the next of its side. Spokes that cross none swing whole.
// What one really swings is learnt from one whose tension was read.
func (w Wheel) Swings(s Side) float64 {
	f := w.Flange[s]
	if f.Cross == 0 {
		return w.Length(s)
	}
	turned, half := 4*math.Pi*float64(f.Cross)/float64(w.Spokes), 2*math.Pi/float64(w.Spokes)
	slope := math.Tan(half)
	x, y := f.Circle*math.Cos(turned)-w.Rim.Radius, f.Circle*math.Sin(turned)
	return w.Length(s) * min(1, slope*w.Rim.Radius/(y-slope*x))
}

// bracing is how much of a spoke's pull goes sideways, and how much to the axle.
func (w Wheel) bracing(s Side) (sideways, inward float64) {
	f, long := w.Flange[s], w.Length(s)
	turned := 4 * math.Pi * float64(f.Cross) / float64(w.Spokes)
	return f.Off / long, (w.Rim.Radius - f.Circle*math.Cos(turned)) / long
}

// Balance is how tight the left spokes are where the rim stands in the middle, as a share of the
// right ones: a rear wheel's flanges stand unevenly, and its rim is held by few tight spokes
// against many slack ones.
func (w Wheel) Balance() float64 {
	left, _ := w.bracing(Left)
	right, _ := w.bracing(Right)
	return right / left
}

// stiffness of a side's spokes, N/mm.
func (w Wheel) stiffness(s Side) float64 { return young * w.section() / w.Length(s) }

// section of a spoke, mm².
func (w Wheel) section() float64 { return math.Pi / 4 * w.Wire * w.Wire }

// WindUp is how far a spoke twists before its nipple turns on its thread, in degrees, when it is
// tightened at a tension: a turn goes so far past its mark and comes back as far. What the
// nipple's seat holds, the key holds against; the spoke bears the thread alone. Friction is taken
// as 0.15, as for oiled threads (common practice, no source).
func (w Wheel) WindUp(s Side, tension float64) float64 {
	const friction, flank = 0.15, 1.155
	moment := max(0, tension) * (w.Thread/(2*math.Pi) + friction*flank*w.Wire/2)
	polar := math.Pi / 32 * math.Pow(w.Wire, 4)
	return moment * w.Length(s) / (shear * polar) * 180 / math.Pi
}

// Check says what a wheel cannot be.
func (w Wheel) Check() error {
	within := func(what string, v, lo, hi float64) error {
		if !(v >= lo && v <= hi) {
			return fmt.Errorf("%s is %v: it lies between %v and %v", what, v, lo, hi)
		}
		return nil
	}
	if w.Spokes%2 != 0 {
		return fmt.Errorf("%d spokes: there are as many on one side as on the other", w.Spokes)
	}
	for _, err := range []error{
		within("the number of spokes", float64(w.Spokes), 12, 48),
		within("the rim's radius", w.Rim.Radius, 100, 400), within("the spoke", w.Wire, 1.2, 2.6),
		within("the thread's pitch", w.Thread, 0.3, 0.8),
		within("the rim's stiffness sideways", w.Rim.Sideway, 1e6, 1e10),
		within("the rim's stiffness upright", w.Rim.Upright, 1e6, 1e10),
		within("the rim's stiffness in twist", w.Rim.Twist, 1e6, 1e10),
		within("the rim's stiffness along", w.Rim.Stretch, 1e5, 1e9),
	} {
		if err != nil {
			return err
		}
	}
	for side, f := range w.Flange {
		where := Side(side).String()
		for _, err := range []error{
			within("the "+where+" flange's distance from the middle", f.Off, 5, 60),
			within("the "+where+" flange's radius", f.Circle, 8, 150),
			within("crossings on the "+where, float64(f.Cross), 0, 4),
		} {
			if err != nil {
				return err
			}
		}
		if f.Cross > 0 && 4*f.Cross >= w.Spokes {
			return fmt.Errorf("%d spokes cannot cross %d times", w.Spokes, f.Cross)
		}
	}
	return nil
}
