package gear

import (
	"math"

	"utensil/core/measure"
	"utensil/core/wear"
)

// ChainPitch is the length of one link of a chain, mm (ISO 9633; from memory).
const ChainPitch = 12.7

// TwoSprockets is the length of a chain round two sprockets, in links of one pitch: tangents and arcs,
// exactly. between is from axle to axle, mm. It fails, with a *measure.FieldError, for sprockets that touch.
func TwoSprockets(front, rear int, between float64) (links float64, err error) {
	if err := drivable(front, rear, between); err != nil {
		return 0, err
	}
	return round(front, rear, between), nil
}

// round is the way round two sprockets, in links.
func round(front, rear int, between float64) float64 {
	big, small := pitchRadius(max(front, rear)), pitchRadius(min(front, rear))
	lean := math.Asin((big - small) / between)
	straight := 2 * math.Sqrt(between*between-(big-small)*(big-small))
	return (straight + big*(math.Pi+2*lean) + small*(math.Pi-2*lean)) / ChainPitch
}

// RuleOfThumb is the usual closed formula for the same: 2C + (N1+N2)/2 + ((N1-N2)/2π)²/C, C in links.
func RuleOfThumb(front, rear int, between float64) float64 {
	c := between / ChainPitch
	n := float64(front-rear) / (2 * math.Pi)
	return 2*c + float64(front+rear)/2 + n*n/c
}

func drivable(front, rear int, between float64) error {
	for _, v := range []struct {
		field string
		teeth int
	}{{"front", front}, {"rear", rear}} {
		if v.teeth < 8 || v.teeth > 70 {
			return measure.Wrong(v.field, "A sprocket or ring has 8 to 70 teeth, not %d.", v.teeth)
		}
	}
	switch {
	case math.IsNaN(between) || between < 150 || between > 1200:
		return measure.Wrong("between_mm",
			"From axle to axle it is 150 to 1200 mm: measure from the middle of the crank to the middle of the hub.")
	case between <= pitchRadius(front)+pitchRadius(rear):
		return measure.Wrong("between_mm", "At %g mm ring and sprocket touch.", between)
	}
	return nil
}

// pitchRadius is where a chain lies on a sprocket, mm.
func pitchRadius(teeth int) float64 { return float64(teeth) * ChainPitch / (2 * math.Pi) }

// Mech is a rear mech that takes up chain.
type Mech struct {
	TakesUp int     `json:"takes_up" doc:"teeth between the longest and the shortest way"`
	Largest int     `json:"largest" doc:"sprocket that its pulley clears"`
	Cage    float64 `json:"cage_mm" doc:"from the guide pulley's axle to the tension pulley's"`
}

// Derailed is a chain for gears with a mech.
type Derailed struct {
	Links   int      `json:"links" doc:"an even number: inner meets outer"`
	Least   float64  `json:"least" doc:"links that the largest pair needs, with the cage stretched"`
	Most    float64  `json:"most" doc:"links with which the smallest pair still has tension"`
	Thumb   int      `json:"thumb" doc:"by the usual rule: largest pair past the mech, and a pair more"`
	Asked   int      `json:"asked" doc:"teeth that the gear asks the mech to take up"`
	Reasons []string `json:"reasons" doc:"what does not go together; none when all does"`
}

// What a cage adds to the way of the chain, as shares of its length: when it is drawn forward as
// far as it may be before it and the hanger are in danger, and how much more when it is folded
// back. A tooth taken up is half a link. Common practice, no published source.
const (
	cageStretched = 0.3
	cageTakes     = 3.1
)

// WithMech works out the chain for rings and sprockets with a mech: the largest pair has to go with the cage
// not stretched out, the smallest must not hang slack. grows is by how much a rear suspension lengthens the
// stay, mm. It fails, with a *measure.FieldError, for gears that cannot be.
func WithMech(rings, sprockets []int, stay, grows float64, m Mech) (Derailed, error) {
	if len(rings) == 0 || len(sprockets) == 0 {
		return Derailed{}, measure.Wrong("rings", "Name rings and sprockets by their teeth.")
	}
	if math.IsNaN(grows) || grows < 0 || grows > 60 {
		return Derailed{}, measure.Wrong("grows_mm", "A rear suspension lengthens the stay by 0 to 60 mm.")
	}
	if math.IsNaN(m.Cage) || m.Cage < 30 || m.Cage > 150 {
		return Derailed{}, measure.Wrong("cage_mm", "A cage is 30 to 150 mm long, from pulley to pulley.")
	}
	ring, sprocket := span(rings), span(sprockets)
	longest, err := TwoSprockets(ring.most, sprocket.most, stay+grows)
	if err != nil {
		return Derailed{}, err
	}
	shortest, err := TwoSprockets(ring.least, sprocket.least, stay)
	if err != nil {
		return Derailed{}, err
	}
	stretched, takes := m.Cage*cageStretched/ChainPitch, float64(m.TakesUp)/2
	if m.TakesUp == 0 {
		takes = m.Cage * cageTakes / ChainPitch
	}
	d := Derailed{Least: longest + stretched + 1, Most: shortest + stretched + takes + 2, Thumb: even(longest) + 2,
		Asked: ring.most - ring.least + sprocket.most - sprocket.least}
	d.Links = even(d.Least)
	if m.madeFor(d.Asked, sprocket.most, len(rings)) { // its maker's length, whatever a general cage would do with it
		d.Links = d.Thumb
		d.Least, d.Most = math.Min(d.Least, float64(d.Links)), math.Max(d.Most, float64(d.Links))
	}
	if d.Asked > m.TakesUp && m.TakesUp > 0 {
		d.Reasons = append(d.Reasons, say("%d teeth are to be taken up, and the mech takes up %d.", d.Asked, m.TakesUp))
	}
	if sprocket.most > m.Largest && m.Largest > 0 {
		d.Reasons = append(d.Reasons, say("The largest sprocket has %d teeth; the mech clears %d.",
			sprocket.most, m.Largest))
	}
	if float64(d.Links) > d.Most {
		d.Reasons = append(d.Reasons, say("Long enough for the largest pair, it hangs slack on the "+
			"smallest by %.0f links: leave that pair "+
			"alone, or take a longer cage.", float64(d.Links)-d.Most))
	}
	return d, nil
}

// madeFor says whether a mech is made for so many teeth to take up and such a largest sprocket.
// Where nobody knows what it takes up, one ring asks it for no more than its cassette does.
func (m Mech) madeFor(asked, largest, rings int) bool {
	return m.Largest >= largest && (m.TakesUp >= asked || m.TakesUp == 0 && rings == 1)
}

type between struct{ least, most int }

func span(teeth []int) between {
	out := between{teeth[0], teeth[0]}
	for _, t := range teeth {
		out.least, out.most = min(out.least, t), max(out.most, t)
	}
	return out
}

// even is the next even number of links.
func even(links float64) int { return 2 * int(math.Ceil(links/2-1e-9)) }

// Slot is where an axle lies with a chain of so many links on two sprockets.
type Slot struct {
	Between float64 `json:"between_mm" doc:"from axle to axle"`
	Moved   float64 `json:"moved_mm" doc:"back from where it lay; negative for forward"`
	Fits    bool    `json:"fits" doc:"the slot has that much room"`
}

// Axle works out where the axle lies with a chain of so many links, and whether it is within a
// slot: between from and to, mm from axle to axle. lay is where it lies now. It fails, with a
// *measure.FieldError, for what cannot be.
func Axle(front, rear, links int, from, to, lay float64) (Slot, error) {
	if err := drivable(front, rear, from); err != nil {
		return Slot{}, err
	}
	if math.IsNaN(to) || to < from || to > from+80 {
		return Slot{}, measure.Wrong("to_mm", "A slot lets an axle move by 0 to 80 mm.")
	}
	if links < 40 || links > 300 {
		return Slot{}, measure.Wrong("links", "A chain has 40 to 300 links, not %d.", links)
	}
	// The length grows with the distance: halving finds it to a hundredth of a millimetre.
	lo, hi := pitchRadius(front)+pitchRadius(rear)+1, 2000.0
	for range 60 {
		mid := (lo + hi) / 2
		if round(front, rear, mid) < float64(links) {
			lo = mid
		} else {
			hi = mid
		}
	}
	at := (lo + hi) / 2
	return Slot{Between: at, Moved: at - lay, Fits: at >= from-0.01 && at <= to+0.01}, nil
}

// Takes lists the sprockets that a chain of so many links goes on with this ring, its axle within the slot:
// between from and to, mm from axle to axle. It fails, with a *measure.FieldError, for what cannot be.
func Takes(front, links int, from, to float64) (sprockets []int, err error) {
	if _, err := Axle(front, 20, links, from, to, from); err != nil {
		return nil, err
	}
	for rear := 9; rear <= 40; rear++ {
		if slot, err := Axle(front, rear, links, from, to, from); err == nil && slot.Fits {
			sprockets = append(sprockets, rear)
		}
	}
	return sprockets, nil
}

// Slackest is how far the middle of a chain without a mech may move up and down together, as a
// share of the way from axle to axle. Where the rider brakes through the chain, fixed or by
// pedalling back, what is slack is travel before it bites, and a chain that comes off takes the
// brake with it. Common practice, no published source.
const (
	tightest     = 0.008
	slackest     = 0.025
	slackestHeld = 0.018
)

// Tension tells a chain's tension by how far its middle moves up and down together, and how far
// it is from axle to axle, mm. brakes says that the rider brakes through it. It fails, with a
// *measure.FieldError, for what cannot be.
func Tension(moves, between float64, brakes bool) (verdict string, err error) {
	if math.IsNaN(moves) || moves < 0 || moves > 120 {
		return "", measure.Wrong("moves_mm", "The middle of a chain moves 0 to 120 mm, up and down together.")
	}
	if math.IsNaN(between) || between < 150 || between > 1200 {
		return "", measure.Wrong("between_mm", "From axle to axle it is 150 to 1200 mm.")
	}
	switch share := moves / between; {
	case share < tightest:
		return "tight", nil
	case share > mostSlack(brakes):
		return "slack", nil
	}
	return "right", nil
}

func mostSlack(brakes bool) float64 {
	if brakes {
		return slackestHeld
	}
	return slackest
}

// TensionScale is how that is shown for axles so far apart, mm.
func TensionScale(between float64, brakes bool) wear.Scale {
	return wear.Between("mm", measure.Ruling{Max: 30, Step: 1, Major: 5}, tightest*between,
		mostSlack(brakes)*between, wear.Due)
}

// Elongation is how much longer a chain is than new, in per cent: a length over so many links, pin to pin.
func Elongation(length float64, links int) (float64, error) {
	nominal := float64(links) * ChainPitch
	if links < 1 || links > 120 || math.IsNaN(length) || length < 0.98*nominal || length > 1.04*nominal {
		return 0, measure.Wrong("length_mm",
			"%d links of a chain measure about %.1f mm, pin to pin: %g mm cannot be.", links, nominal, length)
	}
	return 100 * (length/nominal - 1), nil
}
