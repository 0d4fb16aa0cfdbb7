// Package brake computes what a brake needs: which fluid may go in and how much, where air
// stays and how much of it there is, how hot a rotor gets, what the figures of a rotor, a
// piston or a pair of arms ask for. Lengths in millimetres, volumes in millilitres,
// temperatures in degrees Celsius, energies in joules, unless a name says otherwise.
package brake

import (
	"fmt"
	"math"
	"time"
)

// Family is a family of brake fluids. They are never mixed: each ruins the other's seals.
type Family string

// The two families, and the word for a circuit of which nobody has read what it holds.
const (
	Mineral Family = "mineral"
	DOT     Family = "dot"
	Unknown Family = "unknown"
)

// Families lists what a circuit can be said to hold.
var Families = []Family{Mineral, DOT, Unknown}

// Grade is a regulated glycol fluid with its least boiling points: dry, and wet with 3.7 %
// of water (FMVSS 116, 49 CFR 571.116).
type Grade struct {
	Name     string
	Dry, Wet float64
}

// Grades are the glycol fluids of bicycle brakes.
var Grades = []Grade{{"DOT 3", 205, 140}, {"DOT 4", 230, 155}, {"DOT 5.1", 260, 180}}

// WaterBoils is when free water does, at the caliper, where it sinks to in mineral oil.
const WaterBoils = 100.0

// GradeOf finds a grade by its name.
func GradeOf(name string) (Grade, bool) {
	for _, g := range Grades {
		if g.Name == name {
			return g, true
		}
	}
	return Grade{}, false
}

// Months until a glycol fluid has taken up its wet share of water: in a damp place, usually,
// in a dry one (common practice, no source).
const (
	wetSoonest, wetUsually, wetLatest = 12.0, 24.0, 36.0
)

// Boiling is when a fluid boils, with the band that the estimate lies in.
type Boiling struct {
	Low    float64 `json:"low_c"`
	Likely float64 `json:"likely_c"`
	High   float64 `json:"high_c"`
}

// Aged is when a fluid of a grade boils after so many months in the brake. It falls in step
// with the water taken up and not below the wet figure. An estimate: a test strip knows.
func (g Grade) Aged(months float64) Boiling {
	at := func(wet float64) float64 {
		return g.Dry - (g.Dry-g.Wet)*min(max(months, 0)/wet, 1)
	}
	return Boiling{Low: at(wetSoonest), Likely: at(wetUsually), High: at(wetLatest)}
}

// Bottle is an opened or sealed container of the shop.
type Bottle struct {
	Family Family
	Grade  string
	Opened time.Time // zero while sealed
	Left   float64   // ml
	Clean  bool      // of a tub of mineral oil: nothing has been poured back
}

// Pour is whether a bottle may be used for a circuit.
type Pour struct {
	Refused string `json:"refused,omitempty" doc:"why it may not be used at all"`
	Warning string `json:"warning,omitempty" doc:"why it may be used only with a reason"`
}

// Guard says whether a bottle may be poured into a circuit of a family. days is how long an
// opened bottle of DOT fluid is used in this shop.
func (b Bottle) Guard(circuit Family, now time.Time, days int, need float64) Pour {
	open := now.Sub(b.Opened).Hours() / 24
	switch {
	case circuit == Unknown:
		return Pour{Refused: "Nobody has read what this brake holds. It stands on the reservoir's cap: read it first."}
	case circuit != Mineral && circuit != DOT:
		return Pour{Refused: "This brake has no fluid."}
	case b.Family != circuit:
		return Pour{Refused: fmt.Sprintf("The bottle holds %s, the brake runs on %s. The wrong one "+
			"swells the seals until the brake fails.",
			b.Family.Name(), circuit.Name())}
	case !b.Opened.IsZero() && open < 0:
		return Pour{Refused: "The bottle was opened in the future. Put its date right first."}
	case b.Family == Mineral && !b.Clean:
		return Pour{Refused: "The tub is marked as not clean. Dirt and water stay in a circuit: take a clean one."}
	case b.Left < need:
		return Pour{Refused: fmt.Sprintf("%.0f ml are left, about %.0f ml are needed. Take a fuller one.", b.Left,
			need)}
	case b.Family == DOT && !b.Opened.IsZero() && open > float64(days):
		return Pour{Warning: fmt.Sprintf("It has been open for %.0f days, and DOT fluid takes up water: "+
			"here it is used for %d.", open, days)}
	}
	return Pour{}
}

// Fluid says whether a brake of the family holds any, known or not.
func (f Family) Fluid() bool { return f == DOT || f == Mineral || f == Unknown }

// Name is what people call the family.
func (f Family) Name() string {
	switch f {
	case Mineral:
		return "mineral oil"
	case DOT:
		return "DOT fluid"
	case Unknown:
		return "what nobody has read yet"
	}
	return "nothing"
}

// atmosphere is the pressure of the air, in bar (ISO 2533).
const atmosphere = 1.01325

// Pull is the lever's travel at the bar end in two pulls: the first, and after pumping.
type Pull struct {
	First  float64 `json:"first_mm" doc:"lever travel of the first pull"`
	Pumped float64 `json:"pumped_mm" doc:"lever travel once pumped firm"`
	Ratio  float64 `json:"ratio" doc:"lever travel to piston travel, such as 5"`
	Master float64 `json:"master_mm" doc:"diameter of the lever piston, such as 10"`
	Bar    float64 `json:"bar" doc:"pressure in a firm pull, such as 40"`
}

// Validate reports travels and sizes that cannot be so.
func (p Pull) Validate() error {
	switch {
	case !(p.First > 0 && p.First <= 120 && p.Pumped > 0 && p.Pumped <= p.First):
		return fmt.Errorf("the first pull goes further than the pumped one, at most 120 mm")
	case !(p.Ratio >= 1 && p.Ratio <= 12):
		return fmt.Errorf("the lever ratio lies between 1 and 12")
	case !(p.Master >= 5 && p.Master <= 20):
		return fmt.Errorf("a lever piston is 5 to 20 mm across")
	case !(p.Bar >= 1 && p.Bar <= 200):
		return fmt.Errorf("a firm pull makes 1 to 200 bar")
	}
	return nil
}

// Air is the volume of air in the line, at rest, in ml: what the first pull moved beyond the
// pumped one went into squeezing it (Boyle).
func (p Pull) Air() float64 {
	lost := (p.First - p.Pumped) / p.Ratio * math.Pi / 4 * p.Master * p.Master / 1000
	return lost / squeezed(p.Bar)
}

// squeezed is the share of its volume that air loses under a pressure above the atmosphere's.
func squeezed(bar float64) float64 { return 1 - atmosphere/(atmosphere+bar) }

// Travel is how far the lever comes on the first pull with so much air in the line.
func (p Pull) Travel(air float64) float64 {
	return p.Pumped + air*squeezed(p.Bar)*1000/(math.Pi/4*p.Master*p.Master)*p.Ratio
}
