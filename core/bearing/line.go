package bearing

import (
	"math"

	"utensil/core/measure"
)

// Line is how far rings and sprockets lie from the middle of a bike, all mm.
type Line struct {
	Tube    float64 // outside diameter of the tube that the ring is measured from
	Ring    float64 // from that tube's side out to the middle of the rings
	Over    float64 // over the locknuts of the rear hub, or between the dropouts
	Locknut float64 // from the drive side's locknut in to the middle of the sprockets
	Mech    bool    // a mech moves the chain: it bends a little to either side
}

// Lined is the chain's line in front and behind.
type Lined struct {
	Front, Rear float64 // from the middle of the bike, mm
	Off         float64 // front less rear: positive where the rings stand too far out, mm
	Spacers     int     // of SpacerMm to take from under the right cup to the left; negative the other way
	Axle        float64 // how much longer a symmetrical axle would put it right, mm; negative for shorter
	Right       bool
}

// SpacerMm is the thickness of a spacer under an outer cup (common practice, no published source).
const SpacerMm = 2.5

// How far off a line may be, mm (common practice, no published source): a mech's chain bends sideways over
// its sprockets all day, a chain on one sprocket runs straight or comes off.
const (
	mechOff   = 3.0
	singleOff = 1.5
)

// Lies works out the chain's line: behind it is half of what the hub measures over its locknuts, less the
// way in to the sprockets; in front half of the tube, and the way out to the rings. It fails, with a
// *measure.FieldError, for figures that no bike has.
func (l Line) Lies() (Lined, error) {
	for _, v := range []struct {
		name       string
		v, lo, top float64
	}{{"tube", l.Tube, 20, 120}, {"ring", l.Ring, 5, 90}, {"over", l.Over, 90, 200}, {"locknut", l.Locknut, 0, 60}} {
		if math.IsNaN(v.v) || v.v < v.lo || v.v > v.top {
			return Lined{}, measure.Wrong(v.name, "%g mm cannot be: it is %g to %g mm.", v.v, v.lo, v.top)
		}
	}
	out := Lined{Front: l.Tube/2 + l.Ring, Rear: l.Over/2 - l.Locknut}
	out.Off = out.Front - out.Rear
	most := singleOff
	if l.Mech {
		most = mechOff
	}
	out.Right = math.Abs(out.Off) <= most
	if !out.Right {
		out.Spacers, out.Axle = int(math.Round(out.Off/SpacerMm)), -2*out.Off
	}
	return out, nil
}
