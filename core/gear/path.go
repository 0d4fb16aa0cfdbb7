package gear

import (
	"math"

	"utensil/core/measure"
)

// Bend is one bend of an outer: by how much it turns, and how well its inner slides in it.
type Bend struct {
	Name    string  `json:"name"`
	Degrees float64 `json:"degrees" doc:"that it turns in all"`
	Slides  float64 `json:"slides" doc:"friction of inner on liner: 0.05 new, 0.3 rusty"`
}

// Dragged is what a bend costs.
type Dragged struct {
	Bend
	Share float64 `json:"share" doc:"of the tension that is lost over this bend alone"`
}

// Path is what a cable's way costs: by the capstan equation (Euler, Eytelwein) the tension behind a bend is
// that before it × e^(-µ·angle).
type Path struct {
	Kept   float64   `json:"kept" doc:"share of the pull at the lever that arrives"`
	Bends  []Dragged `json:"bends" doc:"as they were given"`
	Worst  int       `json:"worst" doc:"which costs most; -1 for none"`
	Lag    float64   `json:"lag_mm" doc:"by which the mech lags either way"`
	Slack  float64   `json:"slack_mm" doc:"of free play that a soft outer gives under tension"`
	Better float64   `json:"better_mm" doc:"lag that is saved when the worst bend gets a new, more flexible outer"`
}

// What a mech's spring and an outer give (common practice, no published source).
const (
	springPull = 45.0 // N of a mech's spring on its cable
	// mm of pull for each N that is held back at its end: inner and outer stretch and squeeze, by
	// half of it on the whole
	cableGives = 0.01
	newSlides  = 0.06
	flexible   = 0.8 // share of its turn that a shorter, more flexible loop keeps
)

// PathOf works out what the bends of a cable cost. It fails, with a *measure.FieldError, for
// bends that no outer makes.
func PathOf(bends []Bend, ratio float64) (Path, error) {
	p := Path{Kept: 1, Worst: -1, Bends: []Dragged{}}
	if math.IsNaN(ratio) || ratio < 0.8 || ratio > 3 {
		return p, measure.Wrong("ratio", "A mech moves 0.8 to 3 mm for each mm of cable.")
	}
	sum := 0.0
	for i, b := range bends {
		if math.IsNaN(b.Degrees) || b.Degrees < 0 || b.Degrees > 540 {
			return p, measure.Wrong("degrees", "An outer turns by 0 to 540 degrees: %g cannot be.", b.Degrees)
		}
		if math.IsNaN(b.Slides) || b.Slides < 0.01 || b.Slides > 0.6 {
			return p, measure.Wrong("slides", "Friction of an inner is 0.01 to 0.6: %g cannot be.", b.Slides)
		}
		at := b.Slides * radians(b.Degrees)
		sum += at
		d := Dragged{b, 1 - math.Exp(-at)}
		p.Bends = append(p.Bends, d)
		if p.Worst < 0 || d.Share > p.Bends[p.Worst].Share {
			p.Worst = i
		}
	}
	p.Kept = math.Exp(-sum)
	p.Lag = lag(sum, ratio)
	p.Slack = springPull * (math.Exp(sum) - 1) * cableGives
	if p.Worst >= 0 {
		b := bends[p.Worst]
		p.Better = p.Lag - lag(sum-b.Slides*radians(b.Degrees)+newSlides*radians(b.Degrees)*flexible, ratio)
	}
	return p, nil
}

// lag is how far a pulley lags: half of what the cable's give between pulling and letting go comes to.
func lag(sum, ratio float64) float64 {
	return ratio * springPull * (math.Exp(sum) - math.Exp(-sum)) / 2 * cableGives
}
