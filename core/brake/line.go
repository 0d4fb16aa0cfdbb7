package brake

import (
	"errors"
	"fmt"
	"math"

	"utensil/core/words"
)

// Circuit is the fluid of one brake.
type Circuit struct {
	Bore    float64 `json:"bore_mm" doc:"of the hose, such as 2.0"`
	Length  float64 `json:"length_mm" doc:"of the hose, such as 900 in front and 1700 behind"`
	Caliper float64 `json:"caliper_ml" doc:"such as 3"`
	Lever   float64 `json:"lever_ml" doc:"with its reservoir, such as 6"`
}

// Validate reports a circuit that no bicycle has.
func (c Circuit) Validate() error {
	switch {
	case !(c.Bore >= 1 && c.Bore <= 5):
		return errors.New("a hose is 1 to 5 mm wide inside")
	case !(c.Length >= 200 && c.Length <= 3500):
		return errors.New("a hose is 200 to 3500 mm long")
	case !(c.Caliper >= 0 && c.Caliper <= 30 && c.Lever >= 0 && c.Lever <= 60):
		return errors.New("a caliper holds at most 30 ml and a lever 60 ml")
	}
	return nil
}

// Hose is the volume of the hose.
func (c Circuit) Hose() float64 { return math.Pi / 4 * c.Bore * c.Bore * c.Length / 1000 }

// Volume is all the fluid in the circuit.
func (c Circuit) Volume() float64 { return c.Hose() + c.Caliper + c.Lever }

// School is a way to bleed.
type School string

// RenewsAll says whether a bleed of this school changes the fluid of the whole circuit. One from
// the lever alone leaves the old in hose and caliper (common practice, no source).
func (s School) RenewsAll() bool { return s != LeverEnd }

// The schools.
const (
	LeverEnd     School = "lever_end"   // from the lever alone, pads and wheel in
	Push         School = "push"        // from the caliper up to a cup at the lever
	TwoSyringe   School = "two_syringe" // vacuum and pressure by turns, closed systems
	ColourChange School = "colour"      // dyed fluid until it shows at the exit
)

// Schools lists the ways to bleed.
var Schools = []School{LeverEnd, Push, TwoSyringe, ColourChange}

// dead is what stays in cups, syringes and their hoses (common practice, no source), ml.
var dead = map[School]float64{LeverEnd: 6, Push: 12, TwoSyringe: 18, ColourChange: 14}

// Need is how much fluid a bleed takes, between its bounds: as a plug that pushes the old
// fluid out before it, and as a stirred flow that thins it.
type Need struct {
	Least  float64 `json:"least_ml" doc:"plug flow"`
	Most   float64 `json:"most_ml" doc:"stirred flow"`
	Likely float64 `json:"likely_ml"`
	Waste  float64 `json:"waste_ml" doc:"what comes out and what stays in the tools"`
}

// Need works out the fluid for a share of fresh fluid in the end, from 0 to under 1. A bleed
// from the lever alone renews the lever only. From dry the circuit is filled as well.
func (c Circuit) Need(school School, fresh float64, dry bool) (Need, error) {
	tools, known := dead[school]
	if !known {
		return Need{}, fmt.Errorf("there is no method of bleeding called %q", school)
	}
	if !(fresh >= 0 && fresh < 1) {
		return Need{}, errors.New("the share of fresh fluid lies between 0 and 1, and never reaches it")
	}
	volume := c.Volume()
	if school == LeverEnd {
		volume = c.Lever
	}
	// Stirred: what is left of the old is exp(-poured/volume); plug: each drop displaces one.
	least, most := volume*fresh, -volume*math.Log(1-fresh)
	filled := 0.0
	if dry {
		filled = c.Volume()
	}
	n := Need{Least: least + tools + filled, Most: most + tools + filled}
	n.Likely = (n.Least + n.Most) / 2
	if school == TwoSyringe || school == ColourChange {
		n.Likely = n.Least + (n.Most-n.Least)/3 // a narrow hose is nearer a plug
	}
	n.Waste = n.Likely - filled
	return n, nil
}

// Segment is a straight piece of the hose, from the caliper towards the lever.
type Segment struct {
	Length float64 `json:"length_mm"`
	Angle  float64 `json:"angle_deg" doc:"above the horizontal, with the bike level; 90 straight up, -30 falling"`
}

// Rise is whether air can climb a line, and what helps.
type Rise struct {
	Falls []int   `json:"falls" doc:"segments that do not rise, from 0 at the caliper"`
	Traps float64 `json:"traps_ml" doc:"what the falling segments can hold"`
	Tilt  float64 `json:"tilt_deg" doc:"turn the bike by this much so that the line rises most"`
	Least float64 `json:"least_deg" doc:"the flattest segment, tilted so"`
	Hang  int     `json:"hang" doc:"take the caliper off and let this many segments hang straight down; 0 for none"`
	Says  string  `json:"says"`
}

// climbs is the least angle at which a bubble leaves a segment by itself (common practice).
const climbs = 5.0

// steepest is how far a bike is tilted on a stand.
const steepest = 75

// CheckRise says where air stays in a line, and how to tilt the bike or hang the caliper so
// that it rises all the way. Positive tilt lifts the lever's end.
func CheckRise(line []Segment, bore float64) (Rise, error) {
	if len(line) == 0 || len(line) > 30 {
		return Rise{}, errors.New("give the line in 1 to 30 straight pieces")
	}
	for _, s := range line {
		if !(s.Length > 0 && s.Length <= 3000 && s.Angle >= -180 && s.Angle <= 180) {
			return Rise{}, errors.New("a piece is up to 3000 mm long and lies between -180 and 180 degrees")
		}
	}
	r := Rise{Falls: []int{}}
	for i, s := range line {
		if rises(s.Angle) < climbs {
			r.Falls = append(r.Falls, i)
			r.Traps += math.Pi / 4 * bore * bore * s.Length / 1000
		}
	}
	if len(r.Falls) == 0 {
		r.Least, r.Says = flattest(line, 0),
			"The line rises all the way. Air climbs by itself; tap the hose to help it."
		return r, nil
	}
	for r.Hang = 0; r.Hang < len(line); r.Hang++ {
		r.Tilt, r.Least = bestTilt(line[r.Hang:])
		if r.Least >= climbs {
			break
		}
	}
	where := fmt.Sprintf("Air stays in %s of the line.", pieces(r.Falls))
	turn := fmt.Sprintf("tilt the bike %.0f° so that the lever is higher", r.Tilt)
	if r.Tilt < 0 {
		turn = fmt.Sprintf("tilt the bike %.0f° so that the lever's end is lower", -r.Tilt)
	}
	switch {
	case r.Tilt == 0:
		turn = "leave the bike level"
	}
	switch {
	case r.Hang == len(line):
		r.Says = where + " Take caliper and lever off and hold the hose straight up between them."
	case r.Hang > 0:
		r.Says = fmt.Sprintf("%s Take the caliper off, let it hang below the first %d of the line, and %s.", where,
			r.Hang, turn)
	default:
		r.Says = where + " " + words.Capital(turn) + ": then it rises all the way."
	}
	return r, nil
}

// rises is how steeply a direction climbs, in degrees: 120 climbs as 60 does, backwards.
func rises(angle float64) float64 {
	return math.Asin(math.Sin(angle*math.Pi/180)) * 180 / math.Pi
}

func flattest(line []Segment, tilt float64) float64 {
	least := 90.0
	for _, s := range line {
		least = min(least, rises(s.Angle+tilt))
	}
	return least
}

// bestTilt finds the tilt at which the flattest segment rises most, the smallest one first.
func bestTilt(line []Segment) (tilt, least float64) {
	least = math.Inf(-1)
	for size := 0; size <= steepest; size++ {
		for _, t := range []float64{float64(size), -float64(size)} {
			if f := flattest(line, t); f > least+1e-9 {
				tilt, least = t, f
			}
		}
		if least >= 2*climbs { // steep enough; no need to stand the bike on end
			break
		}
	}
	return tilt, least
}

func pieces(n []int) string {
	if len(n) == 1 {
		return fmt.Sprintf("piece %d", n[0]+1)
	}
	return fmt.Sprintf("%d pieces", len(n))
}
