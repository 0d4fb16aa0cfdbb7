package brake

import (
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
)

// Act is something that a learner does to the practice brake.
type Act string

// The acts, with the seconds each takes.
const (
	Tilt30   Act = "tilt_30" // the lever's end up
	Tilt70   Act = "tilt_70"
	Level    Act = "level"
	HangIt   Act = "hang" // the caliper off and hanging below the hose
	TapIt    Act = "tap"  // from the caliper up to the lever
	Flick    Act = "flick"
	PushIt   Act = "push"   // ten millilitres from the caliper
	Vacuum   Act = "vacuum" // at the caliper, and let go
	Second   Act = "second" // a syringe on the lever instead of the cup
	Draw     Act = "draw"   // from the caliper up, by a vacuum at the lever
	PressIt  Act = "press"  // back down, out at the caliper
	SeatIt   Act = "seat"   // the kit's joint at the caliper
	WaitHour Act = "wait"
)

// Acts lists the acts with what they take.
var Acts = []struct {
	Act     Act
	Seconds float64
}{{Level, 15}, {Tilt30, 15}, {Tilt70, 20}, {HangIt, 90}, {TapIt, 20}, {Flick, 20}, {PushIt, 30}, {Vacuum, 30},
	{Second, 40}, {Draw, 30}, {PressIt, 30}, {SeatIt, 25}, {WaitHour, 3600}}

// Bubble is a pocket of air on its way from the caliper, at 0, to the lever.
type Bubble struct {
	At     float64 `json:"at_mm"`
	Volume float64 `json:"ml"`
	inside bool    // in a corner of the caliper, where the hose does not reach
}

// Practice is a circuit with air in it, simulated.
type Practice struct {
	Line    []Segment `json:"line"`
	Bubbles []Bubble  `json:"bubbles"`
	Gone    float64   `json:"gone_ml" doc:"air that has left at the cup or into a syringe"`
	Entered float64   `json:"entered_ml" doc:"air that a loose joint has let in"`
	Fluid   float64   `json:"fluid_ml" doc:"poured"`
	Seconds float64   `json:"seconds"`
	Tilt    float64   `json:"tilt_deg"`
	Hung    bool      `json:"hung"`
	Second  bool      `json:"second" doc:"a second syringe is on the lever"`

	circuit Circuit
	tapped  float64 // seconds for which the wall has let go
	loose   bool    // the kit's joint at the caliper: it spills under pressure and lets air in under vacuum
	flow    float64 // mm/s towards the lever
	pulled  bool    // under vacuum bubbles swell and come loose
	dice    *rand.Rand
}

// The physics of small bubbles in a narrow hose (common practice, no source): how fast one
// rises straight up, the slope below which it sticks to the wall, and what a tap changes.
const (
	rising   = 14.0 // mm/s for a bubble of 0.02 ml
	sticks   = 0.25 // sine of the slope
	loosened = 0.04
	tapLasts = 20.0
	spilt    = 2.0 // ml at a loose joint, of ten that are pushed
	swells   = 3.2 // times, at 0.7 bar of vacuum: Boyle's law with 1.013 bar outside
	letIn    = 6.0 // seconds of vacuum in which a loose joint lets a bubble in
	bubble   = 0.015
	step     = 0.1 // seconds
)

// NewPractice makes a front or rear circuit with air in it; the same seed gives the same one.
func NewPractice(seed uint64, rear bool) *Practice {
	p := &Practice{dice: rand.New(rand.NewPCG(seed, 17)), circuit: Circuit{Bore: 2, Length: 900, Caliper: 3, Lever: 6}}
	p.Line = []Segment{{300, 72}, {400, 60}, {200, 12 + p.dice.Float64()*10}}
	if rear {
		p.circuit.Length = 1700
		p.Line = []Segment{{420, -12 + p.dice.Float64()*8}, {720, 44}, {560, 22 + p.dice.Float64()*10}}
	}
	for i := range 5 + p.dice.IntN(4) {
		p.Bubbles = append(p.Bubbles, Bubble{At: p.dice.Float64() * p.circuit.Length,
			Volume: 0.02 + p.dice.Float64()*0.05, inside: i < 2})
	}
	for i := range p.Bubbles {
		if p.Bubbles[i].inside {
			p.Bubbles[i].At = 0
		}
	}
	p.loose = p.dice.IntN(2) == 0
	return p
}

// Air is what is left in the circuit, in ml.
func (p *Practice) Air() (sum float64) {
	for _, b := range p.Bubbles {
		sum += b.Volume
	}
	return sum
}

// Lever is how far the lever comes on the first pull, in mm.
func (p *Practice) Lever() float64 {
	return Pull{First: FirmLever, Pumped: FirmLever, Ratio: 5, Master: 10, Bar: 40}.Travel(p.Air())
}

// Do lets the learner act, and calls see after each step with the time since the act began.
func (p *Practice) Do(a Act, see func(seconds float64)) error {
	i := slices.IndexFunc(Acts, func(x struct {
		Act     Act
		Seconds float64
	}) bool {
		return x.Act == a
	})
	if i < 0 {
		return fmt.Errorf("there is nothing called %q to do", a)
	}
	if len(p.Bubbles) > 1000 {
		return errors.New("that is all air")
	}
	if !p.Second && (a == Draw || a == PressIt) {
		return errors.New("put the second syringe on the lever first")
	}
	seconds := Acts[i].Seconds
	p.begin(a, seconds)
	run := min(seconds, 120) // after two minutes of rest nothing moves any more
	for t := 0.0; t < run; t += step {
		p.Step(step)
		if p.pulled && p.loose && math.Mod(t, letIn) < step/2 {
			p.Bubbles = append(p.Bubbles, Bubble{Volume: bubble})
			p.Entered += bubble
		}
		if see != nil {
			see(t)
		}
	}
	p.Seconds += seconds
	return nil
}

// begin makes what an act changes at once, and sets the fluid going for as many seconds.
func (p *Practice) begin(a Act, seconds float64) {
	p.flow, p.pulled = 0, false
	area := math.Pi / 4 * p.circuit.Bore * p.circuit.Bore
	through := 10 * 1000 / area / seconds / 4 // mm/s for 10 ml: the bubbles lag behind the fluid in the middle
	switch a {
	case Level:
		p.Tilt = 0
	case Tilt30:
		p.Tilt = 30
	case Tilt70:
		p.Tilt = 70
	case HangIt:
		p.Hung = true
	case TapIt:
		p.tapped = tapLasts
	case PushIt:
		p.Fluid += 10
		p.flow = through
		if p.loose {
			p.Fluid += spilt
		}
	case Vacuum:
		p.pulled = true
		p.Fluid += 2
	case Second:
		p.Second = true
		p.Fluid += 5
	case Draw:
		p.pulled, p.flow = true, through
	case PressIt:
		p.flow = -through
	case SeatIt:
		p.loose = false
	case Flick:
		p.flick()
	}
}

// flick shakes what sits near the lever out of its corners.
func (p *Practice) flick() {
	p.tapped = max(p.tapped, 5)
	for i := range p.Bubbles {
		if p.Bubbles[i].At > p.circuit.Length-150 {
			p.Bubbles[i].At = p.circuit.Length
		}
	}
}

// Step moves every bubble on by dt seconds.
func (p *Practice) Step(dt float64) {
	kept := p.Bubbles[:0]
	for _, b := range p.Bubbles {
		p.move(&b, dt)
		if !b.inside && (b.At >= p.circuit.Length || p.flow < 0 && b.At <= 0) {
			p.Gone += b.Volume
			continue
		}
		kept = append(kept, b)
	}
	p.Bubbles = kept
	p.tapped = max(0, p.tapped-dt)
}

func (p *Practice) move(b *Bubble, dt float64) {
	grip := sticks
	if p.tapped > 0 {
		grip = loosened
	}
	if p.pulled {
		grip /= 3
	}
	if b.inside { // a corner of the caliper lets go when it is tapped while hanging, or pulled
		if p.tapped > 0 && p.Hung && p.dice.Float64() < 0.02 || p.pulled && p.dice.Float64() < 0.004 {
			b.inside = false
		}
		return
	}
	slope := math.Sin(p.angleAt(b.At) * math.Pi / 180)
	v, volume := p.flow, b.Volume
	if p.pulled {
		volume *= swells
	}
	if math.Abs(slope) > grip || p.flow != 0 {
		v += rising * math.Cbrt(volume/0.02) * slope
	}
	b.At = max(0, b.At+v*dt)
}

// angleAt is how steeply the line climbs at a place, as the bike stands now.
func (p *Practice) angleAt(at float64) float64 {
	for i, s := range p.Line {
		if at <= s.Length || i == len(p.Line)-1 {
			if p.Hung && i == 0 {
				return 90
			}
			return s.Angle + p.Tilt
		}
		at -= s.Length
	}
	return 90
}

// Firm is the air below which the practice brake counts as bled, in ml.
const Firm = 0.03

// FirmLever is how far its lever comes without air, SoftLever from where it would not be ridden,
// mm (our own).
const (
	FirmLever = 30.0
	SoftLever = 36.0
)

// Score is how well a practice was bled: 100 for all air gone in ten minutes with 30 ml.
func (p *Practice) Score() int {
	score := 100 - 400*max(0, p.Air()-Firm) - 2*max(0, p.Seconds/60-10) - max(0, p.Fluid-30)
	return int(max(0, math.Round(score)))
}

// Tip says what a good mechanic would do next.
func (p *Practice) Tip() (Act, string) {
	flat, inside, near := false, false, 0
	for _, b := range p.Bubbles {
		inside = inside || b.inside
		if !b.inside && math.Sin(p.angleAt(b.At)*math.Pi/180) <= sticks {
			flat = true
		}
		if b.At > p.circuit.Length-150 {
			near++
		}
	}
	switch {
	case p.Air() <= Firm:
		return "", "It is bled. Stop here: more fluid makes it no firmer."
	case p.loose && p.Entered > 0:
		return SeatIt, "New bubbles come in at the caliper each time you pull: the kit's own joint lets " +
			"air in. Seat it."
	case flat && p.Tilt == 0:
		return Tilt30, "Tilt the bike: where the line falls or lies flat, air stays."
	case !p.Hung && (flat || inside):
		return HangIt, "Let the caliper hang: its corners empty upward, and its end of the hose rises."
	case near > 0:
		return Flick, "Flick the lever: what has come up sits in its corners."
	case inside:
		return TapIt, "Tap the caliper: the corners let go only when they are shaken."
	case p.tapped == 0:
		return TapIt, "Tap along the hose: small bubbles stick to the wall."
	}
	if p.Second {
		return Draw, "Draw at the lever: under vacuum the bubbles swell and climb, and no fresh fluid is used."
	}
	return PushIt, "Push: the flow carries what climbs too slowly."
}
