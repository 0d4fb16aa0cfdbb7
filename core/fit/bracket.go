package fit

import (
	"fmt"
	"math"

	"utensil/core/measure"
)

// Shell is a family of bottom bracket shells, by what is measured of it.
type Shell struct {
	ID        string  `yaml:"id" json:"id"`
	Name      string  `yaml:"name" json:"name"`
	Width     float64 `yaml:"width" json:"width_mm"`
	Bore      float64 `yaml:"bore" json:"bore_mm" doc:"of a threaded one, across the crests"`
	Threads   float64 `yaml:"threads" json:"threads,omitempty" doc:"an inch; none where it is pressed in"`
	DriveLeft bool    `yaml:"drive_left" json:"drive_left,omitempty" doc:"the drive side's cup has a left-hand thread"`
	Cups      string  `yaml:"cups" json:"cups" doc:"what goes into it, and the spacers"`
	Line      float64 `yaml:"line" json:"line_mm" doc:"the chain's line it is mostly built for"`
	Source    string  `yaml:"source" json:"source"`
}

// Validate refuses a shell that no frame has.
func (s Shell) Validate() error {
	switch {
	case s.ID == "" || s.Name == "" || s.Cups == "" || s.Source == "":
		return fmt.Errorf("a shell needs a name, its cups and a source")
	case s.Width < 60 || s.Width > 132 || s.Bore < 30 || s.Bore > 60:
		return fmt.Errorf("%g mm wide with a bore of %g mm is no shell", s.Width, s.Bore)
	case s.Threads != 0 && (s.Threads < 20 || s.Threads > 30) || s.Threads == 0 && s.DriveLeft:
		return fmt.Errorf("%g threads an inch: 24 or 26, or none and no hand", s.Threads)
	case s.Line < 35 || s.Line > 80:
		return fmt.Errorf("a chain's line of %g mm is none", s.Line)
	}
	return nil
}

// ShellMeasured is a shell as it was measured: mm.
type ShellMeasured struct {
	Width    float64 `json:"width_mm"`
	Bore     float64 `json:"bore_mm"`
	Threaded bool    `json:"threaded"`
}

// A shell is measured to half a millimetre in width, since paint and facing count, and to two tenths in bore.
const (
	widthOff = 0.7
	boreOff  = 0.35
)

// Shells lists the families that were measured may be, the nearest first; none when none is near.
func (m ShellMeasured) Shells(all []Shell) (near []Shell) {
	off := func(s Shell) float64 { return math.Abs(s.Width-m.Width)/widthOff + math.Abs(s.Bore-m.Bore)/boreOff }
	for _, s := range all {
		if (s.Threads > 0) == m.Threaded && math.Abs(s.Width-m.Width) <= 2*widthOff &&
			math.Abs(s.Bore-m.Bore) <= 2*boreOff {
			near = append(near, s)
		}
	}
	for i := range near {
		for j := i; j > 0 && off(near[j]) < off(near[j-1]); j-- {
			near[j], near[j-1] = near[j-1], near[j]
		}
	}
	return near
}

// Clearance is how a crank arm clears its stay.
type Clearance struct {
	Enough bool    `json:"enough"`
	Spacer float64 `json:"spacer_mm" doc:"behind the arm's cup, if nothing else helps"`
	Says   string  `json:"says"`
}

const sealFirst = "Look first at the seal: one the wrong way round holds the arm off its seat."

// leastClearance of an arm from its stay on a stiff frame, mm: 0.5 is too little, 1 is accepted
// (common practice, no published source).
const leastClearance = 1.0

// Clear judges a crank arm's clearance from its stay: at rest, and what is left when a hand flexes the
// arm towards it; both mm. It fails for gaps that cannot be.
func Clear(rest, flexed float64) (Clearance, error) {
	if math.IsNaN(rest) || rest < 0 || rest > 60 {
		return Clearance{}, measure.Wrong("rest", "The gap at rest is 0 to 60 mm: by feeler or by a strip of card.")
	}
	if math.IsNaN(flexed) || flexed < 0 || flexed > rest {
		return Clearance{}, measure.Wrong("flexed",
			"Flexed towards the stay the gap is smaller than at rest, down to 0 when it touches.")
	}
	c := Clearance{Enough: rest >= leastClearance && flexed > 0}
	switch {
	case c.Enough:
		c.Says = fmt.Sprintf("%g mm at rest, %g mm under the hand: accepted on a stiff frame.", rest, flexed)
	case rest >= leastClearance:
		c.Spacer = 1
		c.Says = "It touches when a hand flexes it. " + sealFirst + " Else a spacer of 1 mm."
	default:
		c.Spacer = math.Ceil((leastClearance-rest)*2) / 2
		c.Says = fmt.Sprintf("%g mm is too little. %s Else a spacer of %g mm.", rest, sealFirst, c.Spacer)
	}
	return c, nil
}
