// Package bearing tells which bearing was measured, and works out the play of adjustable ones.
package bearing

import (
	"errors"
	"fmt"
	"math"

	"utensil/core/measure"
)

// Kind is a bearing by its boundary dimensions in mm. A headset's has a contact angle at its bore and
// one at its outside, in degrees; others have none.
type Kind struct {
	ID      string   `yaml:"id" json:"id"`
	Bore    float64  `yaml:"bore" json:"bore"`
	Outside float64  `yaml:"outside" json:"outside"`
	Width   float64  `yaml:"width" json:"width"`
	Inner   float64  `yaml:"inner" json:"inner_deg,omitempty"`
	Outer   float64  `yaml:"outer" json:"outer_deg,omitempty"`
	Seats   []string `yaml:"seats" json:"seats"` // where it is usual: hub, bracket, pivot, headset, pulley, motor
	Source  string   `yaml:"source" json:"source"`
}

// Validate refuses dimensions that no bearing has.
func (k Kind) Validate() error {
	switch {
	case k.ID == "" || k.Source == "":
		return errors.New("a bearing needs an id and a source")
	case !(k.Bore > 0) || !(k.Outside > k.Bore) || !(k.Width > 0) || k.Outside > 200 || k.Width > 50:
		return fmt.Errorf("%g × %g × %g is no bearing: bore, outside and width in mm", k.Bore, k.Outside, k.Width)
	case (k.Inner == 0) != (k.Outer == 0) || k.Inner < 0 || k.Outer < 0 || k.Inner > 60 || k.Outer > 60:
		return fmt.Errorf("angles of %g and %g: both, in degrees, or neither", k.Inner, k.Outer)
	case len(k.Seats) == 0:
		return errors.New("seats: where it is usual")
	}
	return nil
}

// Size says the dimensions as they stand on a shelf: "41.8 × 30.5 × 8" for a headset's, bore first
// for others.
func (k Kind) Size() string {
	if k.Inner > 0 {
		return fmt.Sprintf("%g × %g × %g, %g° × %g°", k.Bore, k.Outside, k.Width, k.Inner, k.Outer)
	}
	return fmt.Sprintf("%g × %g × %g", k.Bore, k.Outside, k.Width)
}

// Measured is what was measured of a bearing: mm and degrees, 0 for what was not.
type Measured struct {
	Bore, Outside, Width float64
	Inner, Outer         float64
	Error                float64 // of the tool, ± mm at 95 %
	Worn                 bool    // bore and seats are worn, or edges burred
}

// Validate refuses figures that no bearing has. The error is a *measure.FieldError.
func (m Measured) Validate() error {
	refuse := measure.Wrong
	for _, f := range []struct {
		name string
		v    float64
		most float64
	}{{"bore", m.Bore, 150}, {"outside", m.Outside, 200}, {"width", m.Width, 50},
		{"inner", m.Inner, 60}, {"outer", m.Outer, 60}} {
		if math.IsNaN(f.v) || f.v < 0 || f.v > f.most {
			return refuse(f.name, "%g cannot be measured of a bearing here: more than 0, at most %g.", f.v, f.most)
		}
	}
	switch {
	case m.Bore == 0 && m.Outside == 0 && m.Width == 0:
		return refuse("bore", "Measure the bore, the outside or the width: two of them nearly always tell.")
	case m.Bore > 0 && m.Outside > 0 && m.Bore >= m.Outside:
		return refuse("bore", "The bore of %g mm is not within an outside of %g mm: are they exchanged?", m.Bore,
			m.Outside)
	case !(m.Error > 0) || m.Error > 2:
		return refuse("error", "Say how far the tool may be off: 0.05 mm for a vernier, 0.5 mm for a rule.")
	}
	return nil
}
