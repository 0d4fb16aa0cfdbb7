package fastener

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"utensil/core/measure"
)

// Thread is a screw thread: nominal diameter and pitch, both in millimetres.
type Thread struct {
	Diameter float64
	Pitch    float64
}

// coarse are the coarse pitches of ISO 261 by nominal diameter, in millimetres.
var coarse = map[float64]float64{
	2: 0.4, 2.5: 0.45, 3: 0.5, 3.5: 0.6, 4: 0.7, 5: 0.8, 6: 1, 7: 1, 8: 1.25, 10: 1.5, 12: 1.75, 14: 2, 16: 2, 20: 2.5,
}

const inch = 25.4 // mm, exactly (NIST SP 811)

// ParseThread reads a thread as it is written on a drawing: "M5" (coarse), "M10×1", or an
// inch thread by diameter and threads to the inch, "9/16×20".
func ParseThread(text string) (Thread, error) {
	fail := fmt.Errorf("%q is no thread: write M5, M10×1 or, in inches, 9/16×20", text)
	plain := strings.NewReplacer("×", "x", "X", "x", ",", ".", " ", "").Replace(text)
	if len(plain) > 20 {
		return Thread{}, fail
	}
	size, pitch, pitched := strings.Cut(plain, "x")
	if metric, is := strings.CutPrefix(strings.ToUpper(size), "M"); is {
		d, err := strconv.ParseFloat(metric, 64)
		if err != nil {
			return Thread{}, fail
		}
		p, known := coarse[d]
		if pitched {
			p, err = strconv.ParseFloat(pitch, 64)
			known = err == nil
		}
		if !known {
			return Thread{}, fmt.Errorf("there is no coarse pitch for M%g here: write it with its "+
				"pitch, such as M%g×1", d, d)
		}
		return Thread{d, p}.checked(fail)
	}
	if !pitched {
		return Thread{}, fail
	}
	d, err := measure.ParseFigure(size, measure.Inch) // 9/16, or 1.37
	if err != nil {
		return Thread{}, fail
	}
	perInch, err := strconv.ParseFloat(pitch, 64)
	if err != nil || perInch <= 0 {
		return Thread{}, fail
	}
	return Thread{d.Base, inch / perInch}.checked(fail)
}

// checked refuses threads that no bicycle has: under 1 mm, over 60 mm, or coarser than a
// third of the diameter.
func (t Thread) checked(fail error) (Thread, error) {
	if !(t.Diameter >= 1 && t.Diameter <= 60 && t.Pitch >= 0.2 && t.Pitch <= t.Diameter/3) {
		return Thread{}, fail
	}
	return t, nil
}

// pitchDiameter and minorDiameter are d2 and d3 of the basic profile (ISO 68-1, ISO 724), mm.
func (t Thread) pitchDiameter() float64 { return t.Diameter - 0.649519*t.Pitch }
func (t Thread) minorDiameter() float64 { return t.Diameter - 1.226869*t.Pitch }

// StressArea is the section that carries the load, in mm² (ISO 898-1).
func (t Thread) StressArea() float64 {
	d0 := (t.pitchDiameter() + t.minorDiameter()) / 2
	return math.Pi / 4 * d0 * d0
}

// Class is the strength of a bolt. Figures in MPa; Proof is 0 where the standard has none.
type Class struct {
	Name   string
	Yield  float64 // 0.2 % proof strength
	Proof  float64 // stress of the proof load
	Source string
}

// Classes are the strength classes of bicycle bolts, up to 16 mm.
var Classes = []Class{
	{"8.8", 640, 580, "ISO 898-1"},
	{"10.9", 940, 830, "ISO 898-1"},
	{"12.9", 1100, 970, "ISO 898-1"},
	{"A2-70", 450, 0, "ISO 3506-1"},
}

// ClassOf finds a strength class by the mark on the bolt's head.
func ClassOf(name string) (Class, bool) {
	for _, c := range Classes {
		if strings.EqualFold(c.Name, strings.TrimSpace(name)) {
			return c, true
		}
	}
	return Class{}, false
}

// ProofLoad is the load in newtons that a bolt must bear without lasting stretch, or 0 when
// the standard gives none.
func (c Class) ProofLoad(t Thread) float64 { return c.Proof * t.StressArea() }
