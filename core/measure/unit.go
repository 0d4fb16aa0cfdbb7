// Package measure holds the quantities of the bench and the units they are typed in.
//
// Every quantity is kept in one base unit (torque in newton metres, length in millimetres,
// pressure in bar, mass in kilograms, force in newtons, wear as per cent, time in hours) and
// converted only where a person reads or types it. Factors are the exact definitions of NIST SP
// 811, Appendix B.
package measure

import (
	"fmt"
	"math"
)

// Quantity is the kind of thing a figure measures.
type Quantity string

// The quantities the bench measures.
const (
	TorqueQuantity Quantity = "torque"   // base unit N·m
	Length         Quantity = "length"   // base unit mm
	Pressure       Quantity = "pressure" // base unit bar
	Elongation     Quantity = "share"    // base unit %
	Way            Quantity = "distance" // base unit km
	Mass           Quantity = "mass"     // base unit kg
	Volume         Quantity = "volume"   // base unit ml
	Ridden         Quantity = "ridden"   // base unit h
	Force          Quantity = "force"    // base unit N
	Angle          Quantity = "angle"    // base unit °
	Pitch          Quantity = "pitch"    // base unit Hz
	Power          Quantity = "power"    // base unit W
	Turning        Quantity = "turning"  // base unit a turn
	Count          Quantity = "count"    // of pieces; its unit has no name
)

// Torque is a turning moment in newton metres.
type Torque float64

// Unit is a unit of one quantity. Its zero value is no unit at all.
type Unit struct {
	Symbol   string   // as printed: "N·m", "lbf·in"
	Quantity Quantity // what it measures
	factor   float64  // base units in one of this unit
}

// Exact factors: 1 in = 25.4 mm and 1 lbf = 4.4482216152605 N (NIST SP 811, B.8),
// so that everything below follows by multiplication.
const (
	inch       = 0.0254          // m
	poundForce = 4.4482216152605 // N
	gravity    = 9.80665         // m/s², for the kilogram-force
)

// The units that may be typed or chosen.
var (
	NewtonMetre             = Unit{"N·m", TorqueQuantity, 1}
	PoundForceInch          = Unit{"lbf·in", TorqueQuantity, poundForce * inch}
	PoundForceFoot          = Unit{"lbf·ft", TorqueQuantity, poundForce * inch * 12}
	KilogramForceCentimetre = Unit{"kgf·cm", TorqueQuantity, gravity / 100}
	Millimetre              = Unit{"mm", Length, 1}
	Inch                    = Unit{"in", Length, inch * 1000}
	Bar                     = Unit{"bar", Pressure, 1}
	PoundPerSquareInch      = Unit{"psi", Pressure, poundForce / (inch * inch) / 1e5}
	Kilopascal              = Unit{"kPa", Pressure, 0.01}
	Percent                 = Unit{"%", Elongation, 1}
	Kilometre               = Unit{"km", Way, 1}
	Mile                    = Unit{"mi", Way, inch * 63360 / 1000}
	Kilogram                = Unit{"kg", Mass, 1}
	Pound                   = Unit{"lb", Mass, 0.45359237}
	Millilitre              = Unit{"ml", Volume, 1}
	Hour                    = Unit{"h", Ridden, 1}
	Newton                  = Unit{"N", Force, 1}
	KilogramForce           = Unit{"kgf", Force, gravity}
	PoundForce              = Unit{"lbf", Force, poundForce}
	Degree                  = Unit{"°", Angle, 1}
	Hertz                   = Unit{"Hz", Pitch, 1}
	Turn                    = Unit{"turns", Turning, 1}
	Watt                    = Unit{"W", Power, 1}
	Piece                   = Unit{"", Count, 1}
)

// Units lists every unit, base units first within their quantity.
func Units() []Unit {
	return []Unit{
		NewtonMetre, PoundForceInch, PoundForceFoot, KilogramForceCentimetre,
		Millimetre, Inch, Bar, PoundPerSquareInch, Kilopascal, Percent, Kilometre, Mile,
		Kilogram, Pound, Millilitre, Hour, Newton, KilogramForce, PoundForce, Watt, Degree, Hertz, Turn,
	}
}

// UnitOf finds the unit with that symbol or one of its everyday spellings,
// such as "Nm", "in-lb" or "ft lb".
func UnitOf(text string) (Unit, bool) {
	symbol, known := spellings[plain(text)]
	if !known {
		return Unit{}, false
	}
	for _, u := range Units() {
		if u.Symbol == symbol {
			return u, true
		}
	}
	return Unit{}, false
}

// ToBase converts v of this unit to the base unit of its quantity.
func (u Unit) ToBase(v float64) float64 { return v * u.factor }

// FromBase converts v in the base unit of the quantity to this unit.
func (u Unit) FromBase(v float64) float64 { return v / u.factor }

// Range is a closed span of figures in a base unit.
type Range struct {
	Min float64 `yaml:"min" json:"min"`
	Max float64 `yaml:"max" json:"max"`
}

// Validate reports a range that is upside down, infinite or not a number.
func (r Range) Validate() error {
	if math.IsNaN(r.Min) || math.IsNaN(r.Max) || math.IsInf(r.Min, 0) || math.IsInf(r.Max, 0) {
		return fmt.Errorf("range %g to %g is not finite", r.Min, r.Max)
	}
	if r.Min > r.Max {
		return fmt.Errorf("range is upside down: %g is above %g", r.Min, r.Max)
	}
	return nil
}

// Contains says whether v lies in the range, ends included.
func (r Range) Contains(v float64) bool { return v >= r.Min && v <= r.Max }
