package gear

import (
	"math"

	"utensil/core/measure"
)

// Train is all that carries pedalling to the ground: rings, sprockets, a geared hub's own ratios, the wheel.
type Train struct {
	Rings     []int     `json:"rings" doc:"teeth, smallest first"`
	Sprockets []int     `json:"sprockets" doc:"teeth, smallest first"`
	Hub       []float64 `json:"hub,omitempty" doc:"own ratios of a geared hub, lowest first; none for a hub without"`
	Wheel     Wheel     `json:"wheel"`
	Stay      float64   `json:"stay_mm,omitempty" doc:"from the middle of the crank to that of the hub; 0 when nobody measured it"`
	Spacing   float64   `json:"spacing_mm,omitempty" doc:"between two sprockets"`
}

// How rings lie beside each other, and how far a chain may lean (common practice, no published source).
const (
	ringsApart = 7.5 // mm between the middles of two rings
	usualStay  = 430.0
	usualApart = 4.0  // mm between sprockets, where nobody knows
	askew      = 2.6  // degrees from which a chain is heard, and wears
	same       = 0.03 // two gears that differ by less are felt as one
)

// Geared is a train worked out: every gear from the lowest, and what they come to.
type Geared struct {
	Gears  []Gear  `json:"gears"`
	Range  float64 `json:"range" doc:"highest over lowest"`
	Felt   int     `json:"felt" doc:"gears that differ by 3 % or more, without those in which the chain leans too far"`
	Widest float64 `json:"widest" doc:"the largest step between two of those, 0.15 for 15 %"`
}

// Work works a train out. It fails, with a *measure.FieldError, for what cannot be. Chain angles
// take the middle of the rings to lie on the line of the middle of the sprockets.
func (t Train) Work() (Geared, error) {
	gears, err := Gears(t.Rings, t.Sprockets, t.Hub, t.Wheel)
	if err != nil {
		return Geared{}, err
	}
	for _, teeth := range [][]int{t.Rings, t.Sprockets} {
		for i := range teeth[1:] {
			if teeth[i+1] <= teeth[i] {
				return Geared{}, measure.Wrong("teeth",
					"Name teeth from the smallest up: %d comes before %d.", teeth[i+1], teeth[i])
			}
		}
	}
	if math.IsNaN(t.Stay) || t.Stay != 0 && (t.Stay < 150 || t.Stay > 1200) {
		return Geared{}, measure.Wrong("stay_mm",
			"From the middle of the crank to that of the hub it is 150 to 1200 mm.")
	}
	for i := range gears {
		gears[i].Angle = t.angle(gears[i].Ring, gears[i].Sprocket)
	}
	out := Geared{Gears: gears, Range: gears[len(gears)-1].Development / gears[0].Development}
	last := 0.0
	for i := range gears {
		g := &gears[i]
		// both ends of a single ring's cassette are made to be ridden
		g.Askew = len(t.Rings) > 1 && math.Abs(g.Angle) > askew
		if g.Askew || last > 0 && g.Development/last-1 < same {
			g.Double = !g.Askew
			continue
		}
		if last > 0 {
			out.Widest = math.Max(out.Widest, g.Development/last-1)
		}
		out.Felt, last = out.Felt+1, g.Development
	}
	return out, nil
}

// angle is by how much the chain leans on a ring and a sprocket, degrees; positive when it leans towards the
// spokes at the rear.
func (t Train) angle(ring, sprocket int) float64 {
	if len(t.Rings) == 1 && len(t.Sprockets) == 1 {
		return 0
	}
	apart, stay := t.Spacing, t.Stay
	if apart == 0 {
		apart = usualApart
	}
	if stay == 0 {
		stay = usualStay
	}
	// the largest ring lies farthest out
	in := offMiddle(t.Sprockets, sprocket)*apart + offMiddle(t.Rings, ring)*ringsApart
	return math.Atan(in/stay) * 180 / math.Pi
}

// offMiddle is how many places a sprocket lies beyond the middle of its row.
func offMiddle(teeth []int, of int) float64 {
	for i, t := range teeth {
		if t == of {
			return float64(i) - float64(len(teeth)-1)/2
		}
	}
	return 0
}

// Change is what a change of rings, sprockets, hub or tyre does to the ends of a train.
type Change struct {
	Lowest  float64 `json:"lowest" doc:"the new lowest gear over the old one: 0.9 for a tenth easier"`
	Highest float64 `json:"highest"`
	Says    string  `json:"says"`
}

// Against compares a train with what was there before it.
func (g Geared) Against(before Geared) Change {
	a, b := g.Gears, before.Gears
	c := Change{Lowest: a[0].Development / b[0].Development, Highest: a[len(a)-1].Development / b[len(b)-1].Development}
	c.Says = say("The lowest gear is %s, the highest %s; the widest step is %.0f %%, and was %.0f %%.",
		easier(c.Lowest), easier(c.Highest),
		100*g.Widest, 100*before.Widest)
	return c
}

func easier(by float64) string {
	switch percent := math.Round(100 * math.Abs(by-1)); {
	case percent == 0:
		return "as it was"
	case by < 1:
		return say("%.0f %% easier", percent)
	default:
		return say("%.0f %% harder", percent)
	}
}
