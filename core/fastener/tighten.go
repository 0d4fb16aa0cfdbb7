package fastener

import (
	"fmt"
	"math"

	"utensil/core/measure"
)

// Friction is the span in which a coefficient of friction lies, without unit. Thread and
// head are taken as equal, as the trade does.
type Friction struct {
	Min float64 `yaml:"min" json:"min"`
	Max float64 `yaml:"max" json:"max"`
}

// Validate reports a span that is upside down or that no surface has.
func (f Friction) Validate() error {
	if !(f.Min > 0.02 && f.Max < 0.6 && f.Min <= f.Max) {
		return fmt.Errorf("friction %g to %g: give the lower first, both between 0.02 and 0.6", f.Min, f.Max)
	}
	return nil
}

// Joint is a bolt as it bears: its thread and the mean diameter under its head, in mm.
type Joint struct {
	Thread
	Bearing float64
}

// bearings are (least bearing face of the head, clearance hole) in mm by thread diameter.
// Values from memory of ISO 4014 and ISO 4762, holes of ISO 273 medium.
var bearings = map[float64][3]float64{ // hexagon head, socket head, hole
	3: {4.57, 5.07, 3.4}, 4: {5.88, 6.53, 4.5}, 5: {6.88, 8.03, 5.5}, 6: {8.88, 9.38, 6.6},
	8: {11.63, 12.33, 9}, 10: {14.63, 15.33, 11}, 12: {16.63, 17.23, 13.5},
}

// HexagonHead is a joint tightened by an outside hexagon.
func (t Thread) HexagonHead() Joint { return t.headed(0, 1.29) }

// SocketHead is a joint tightened by a hex or hexalobular key: most bolts of a bicycle.
func (t Thread) SocketHead() Joint { return t.headed(1, 1.34) }

// headed looks the head up, or takes the usual share of the diameter where no table has it.
func (t Thread) headed(which int, share float64) Joint {
	if b, known := bearings[t.Diameter]; known {
		return Joint{t, (b[which] + b[2]) / 2}
	}
	return Joint{t, share * t.Diameter}
}

// arm is the torque a newton of preload needs, in mm (VDI 2230-1).
func (j Joint) arm(friction float64) float64 {
	return 0.159*j.Pitch + 0.577*j.pitchDiameter()*friction + friction*j.Bearing/2
}

// Torque is what brings a preload in newtons.
func (j Joint) Torque(preload, friction float64) measure.Torque {
	return measure.Torque(preload * j.arm(friction) / 1000)
}

// Preload is the clamping force in newtons that a torque brings.
func (j Joint) Preload(t measure.Torque, friction float64) float64 {
	return float64(t) * 1000 / j.arm(friction)
}

// Clamp is the span of preload in newtons that a torque brings when friction is not known
// closer: slippery threads clamp harder.
func (j Joint) Clamp(t measure.Torque, f Friction) (low, high float64) {
	return j.Preload(t, f.Max), j.Preload(t, f.Min)
}

// use is the share of the yield strength that tightening may take (VDI 2230-1, ν).
const use = 0.9

// Most is the preload in newtons, and its torque, at which stretching and twisting together
// take nine tenths of the bolt's yield strength (VDI 2230-1, Table A1).
func (j Joint) Most(c Class, friction float64) (preload float64, torque measure.Torque) {
	d2 := j.pitchDiameter()
	d0 := (d2 + j.minorDiameter()) / 2
	twist := 1.5 * d2 / d0 * (j.Pitch/(math.Pi*d2) + 1.155*friction)
	preload = j.StressArea() * use * c.Yield / math.Sqrt(1+3*twist*twist)
	return preload, j.Torque(preload, friction)
}

// Mating is what the bolt's thread turns in, or what it squeezes.
type Mating string

// What a bolt may meet.
const (
	InSteel     Mating = "steel"
	InAluminium Mating = "aluminium"
	OnCarbon    Mating = "carbon"
)

// Cautions that go with an estimate. Only steel in steel goes without one.
const (
	aluminiumCaution = "The thread in aluminium strips before the bolt yields. This is half of what the " +
		"bolt itself would bear, and no " +
		"maker's figure: find the manual's if you can."
	carbonCaution = "Carbon is crushed before the bolt yields, and nothing shows outside. This is a " +
		"third of what the bolt itself would " +
		"bear, and no maker's figure: do not rely on it, find the manual's."
)

// Estimate is a torque worked out where no figure can be found.
type Estimate struct {
	Rule    Rule   `json:"rule"`
	Caution string `json:"caution,omitempty"`
}

// Estimate proposes a torque from thread, strength class and friction: at most what the
// bolt bears at the least friction, at least three quarters of that. In aluminium half of
// it and on carbon a third, with the caution; those two shares are our choice, no source.
func (j Joint) Estimate(c Class, f Friction, into Mating) Estimate {
	_, most := j.Most(c, f.Min)
	e := Estimate{}
	switch into {
	case InAluminium:
		most, e.Caution = most/2, aluminiumCaution
	case OnCarbon:
		most, e.Caution = most/3, carbonCaution
	}
	e.Rule = Rule{Min: tenth(most * 3 / 4), Max: tenth(most),
		Source: fmt.Sprintf("estimated after VDI 2230 from M%s, class %s", measure.Format(j.Diameter), c.Name)}
	return e
}

// tenth rounds down to a tenth of a newton metre, but never to nothing.
func tenth(t measure.Torque) measure.Torque {
	return max(measure.Torque(math.Floor(float64(t)*10+1e-9)/10), 0.1)
}
