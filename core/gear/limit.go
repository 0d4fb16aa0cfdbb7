package gear

import (
	"math"

	"utensil/core/measure"
	"utensil/core/wear"
)

// Rub is where a front mech's cage touches.
type Rub string

// Where a cage touches the chain.
const (
	RubsNone  Rub = "none"
	RubsInner Rub = "inner" // the plate towards the frame
	RubsOuter Rub = "outer"
)

// Cage is a front mech as it was looked at.
type Cage struct {
	Height float64     `json:"height_mm" doc:"of its outer plate over the largest ring's teeth"`
	Angle  float64     `json:"angle_deg" doc:"of its tail away from the frame; 0 for parallel to the rings"`
	Rubs   map[int]Rub `json:"rubs" doc:"by ring, from 0 for the smallest, on the sprockets that ring is ridden with"`
	Over   string      `json:"over,omitempty" enum:"large,small,none" doc:"the chain goes over the largest ring, or falls inside the smallest"`
	Climbs bool        `json:"climbs" doc:"it goes up to the largest ring"`
	Rings  int         `json:"rings"`
}

// Advised is what to do with a front mech, in its order; later work waits for the first.
type Advised struct {
	What string `json:"what" enum:"clamp,cable,low,high,trim,nothing"`
	Says string `json:"says"`
}

// How a cage is to stand (common practice, no published source).
const (
	leastHeight = 1.0
	mostHeight  = 3.0
	parallel    = 0.5
)

// HeightScale is how the height of a cage over the teeth is shown, mm.
func HeightScale() wear.Scale {
	return wear.Between("mm", measure.Ruling{Max: 10, Step: 0.5, Major: 1}, leastHeight, mostHeight, wear.Due)
}

// AngleScale is how far a cage is turned, degrees.
func AngleScale() wear.Scale {
	return wear.Between("°", measure.Ruling{Min: -10, Max: 10, Step: 0.5, Major: 5}, -parallel, parallel, wear.Due)
}

// Front says what a front mech wants: height and angle come before the cable, and the cable
// before the screws, since each spoils what comes after it. It fails, with a *measure.FieldError,
// for what cannot be.
func (c Cage) Front() ([]Advised, error) {
	switch {
	case c.Rings < 2 || c.Rings > 3:
		return nil, measure.Wrong("rings", "A front mech serves two or three rings.")
	case math.IsNaN(c.Height) || c.Height < -5 || c.Height > 30:
		return nil, measure.Wrong("height_mm",
			"Measure from the outer plate's edge to the largest ring's teeth: −5 to 30 mm.")
	case math.IsNaN(c.Angle) || math.Abs(c.Angle) > 30:
		return nil, measure.Wrong("angle_deg", "A cage is turned by at most 30 degrees.")
	}
	for ring := range c.Rubs {
		if ring < 0 || ring >= c.Rings {
			return nil, measure.Wrong("rubs", "There are %d rings.", c.Rings)
		}
	}
	if c.Height < leastHeight || c.Height > mostHeight || math.Abs(c.Angle) > parallel {
		return []Advised{{"clamp", say("First the clamp: the outer plate %g to %g mm over the largest "+
			"ring, parallel to it within half a "+
			"degree. It stands %.1f mm over it, turned by %.1f degrees. Torque the clamp before the "+
			"cable is touched: it turns as it is tightened.",
			leastHeight, mostHeight, c.Height, c.Angle)}}, nil
	}
	large, small := c.Rubs[c.Rings-1], c.Rubs[0]
	var out []Advised
	add := func(what, format string, args ...any) { out = append(out, Advised{what, say(format, args...)}) }
	switch {
	case c.Over == "large":
		add("high", "High limit in an eighth at a time: the chain goes over the largest ring.")
	case c.Over == "small":
		add("low", "Low limit in an eighth at a time: the chain falls inside.")
	}
	switch {
	case small == RubsInner:
		add("low", "On the smallest ring the inner plate rubs: low limit out an eighth, with the cable slack.")
	case small == RubsOuter && c.Over != "small":
		add("low", "On the smallest ring the outer plate rubs: low limit in an eighth, or the cable is "+
			"too tight: let it out first.")
	}
	switch {
	case !c.Climbs:
		add("cable", "It does not climb: barrel out a quarter at a time; only then the high limit out an eighth.")
	case large == RubsOuter && c.Over != "large":
		add("cable", "On the largest ring the outer plate rubs: a little more cable, then the high "+
			"limit out an eighth.")
	case large == RubsInner:
		add("high", "On the largest ring the inner plate rubs: high limit in an eighth, or a little less cable.")
	}
	if c.Rings == 3 {
		switch c.Rubs[1] {
		case RubsInner:
			add("cable", "On the middle ring the inner plate rubs: the cable pulls too much. Barrel in a quarter.")
		case RubsOuter:
			add("cable", "On the middle ring the outer plate rubs: barrel out a quarter.")
		}
	}
	if len(out) == 0 {
		add("nothing", "It stands right. What rubs at the far ends alone is what trim is for.")
	}
	return out, nil
}
