package bearing

import (
	"fmt"
	"math"

	"utensil/core/measure"
)

// Press is how a bearing or cup sits in what it is pressed into.
type Press struct {
	Interference float64 `json:"interference_mm" doc:"outside less bore: what is to be pressed away"`
	State        string  `json:"state" enum:"loose,right,tight,doubt"`
	Says         string  `json:"says"`
}

// Interference of a light press in a shell, mm (common practice, no published source; ISO 286 gives
// N7 to P7 about the same for 40 mm, from memory). The maker's figure wins.
const (
	rightFrom = 0.0
	rightTo   = 0.08
)

// PressFit judges a press fit from the bore of the seat and the outside of what goes into it, both mm,
// each measured to ± error. It fails for figures that belong to no seat.
func PressFit(bore, outside, precision float64) (Press, error) {
	for _, v := range []struct {
		name string
		v    float64
	}{{"bore", bore}, {"outside", outside}} {
		if math.IsNaN(v.v) || v.v < 5 || v.v > 80 {
			return Press{}, measure.Wrong(v.name, "%g mm cannot be: it is 5 to 80 mm.", v.v)
		}
	}
	if math.IsNaN(precision) || precision <= 0 || precision > 1 {
		return Press{}, measure.Wrong("error", "Say how far the tool may be off: 0.02 mm for a good vernier.")
	}
	i := outside - bore
	if math.Abs(i) > 2 {
		return Press{}, measure.Wrong("outside",
			"%g mm does not belong into %g mm: is one of them misread?", outside, bore)
	}
	off := precision * math.Sqrt2 // two readings
	p := Press{Interference: i}
	switch {
	case i+off < rightFrom:
		p.State = "loose"
		p.Says = fmt.Sprintf("Loose by %.2f mm: it creeps and creaks. Another bearing, or what the "+
			"maker gives for it; no punch marks.",
			-i)
	case i-off > rightTo:
		p.State = "tight"
		p.Says = fmt.Sprintf("Tight by %.2f mm: pressed in it binds, and the shell may crack. Ask the "+
			"maker before you press.", i)
	case i-off >= rightFrom && i+off <= rightTo:
		p.State, p.Says = "right", fmt.Sprintf("A light press of %.2f mm. The maker's figure wins.", i)
	default:
		p.State = "doubt"
		p.Says = fmt.Sprintf("%+.2f ± %.2f mm: your tool cannot tell loose from right here. Measure at "+
			"four places, with a finer one.",
			i, off)
	}
	return p, nil
}
