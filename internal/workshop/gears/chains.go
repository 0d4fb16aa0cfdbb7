package gears

import (
	"strconv"
	"strings"

	"utensil/core/gear"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

func figureChain(_ *record.Sheet, asked GearQuestion, out *GearAnswer) error {
	in, t := asked.Chain, typed{}
	rings, sprockets := t.teeth("chain.rings", in.Rings), t.teeth("chain.sprockets", in.Sprockets)
	stay, grows := t.figure("chain.stay", in.Stay, measure.Millimetre),
		t.or("chain.grows", in.Grows, measure.Millimetre, 0)
	mech := gear.Mech{TakesUp: int(t.or("chain.takes_up", in.TakesUp, measure.Piece, 0)),
		Largest: int(t.or("chain.largest", in.Largest, measure.Piece, 0)),
		Cage:    t.figure("chain.cage", in.Cage, measure.Millimetre)}
	if t.err != nil {
		return t.err
	}
	d, err := gear.WithMech(rings, sprockets, stay, grows, mech)
	if err != nil {
		return err
	}
	out.Chain = &d
	for _, p := range [][2]int{{rings[len(rings)-1], sprockets[len(sprockets)-1]}, {rings[0], sprockets[0]}} {
		links, err := gear.TwoSprockets(p[0], p[1], stay)
		if err != nil {
			return err
		}
		out.Pairs = append(out.Pairs, ChainPair{p[0], p[1], links})
	}
	out.Says = words.Count(d.Links, "link") + ", the joining link counted; by the usual rule " +
		strconv.Itoa(d.Thumb) + "."
	for _, r := range d.Reasons {
		out.Mark = wear.Due
		out.Do = append(out.Do, gear.Advised{What: "against", Says: r})
	}
	return nil
}

func figureSingle(s *record.Sheet, asked GearQuestion, out *GearAnswer) error {
	in, t := asked.Single, typed{}
	ring, sprocket := t.count("single.ring", in.Ring), t.count("single.sprocket", in.Sprocket)
	from, room := t.figure("single.from", in.From, measure.Millimetre),
		t.figure("single.room", in.Room, measure.Millimetre)
	lies := t.or("single.lies", in.Lies, measure.Millimetre, 0)
	if t.err != nil {
		return t.err
	}
	exact, err := gear.TwoSprockets(ring, sprocket, from+lies)
	if err != nil {
		return err
	}
	f := &SingleAnswer{Exact: exact, Takes: []int{}}
	if f.Links = even(exact); strings.TrimSpace(in.Links) != "" {
		f.Links = t.count("single.links", in.Links)
	}
	moves := t.or("single.moves", in.Moves, measure.Millimetre, -1)
	if t.err != nil {
		return t.err
	}
	slot, err := gear.Axle(ring, sprocket, f.Links, from, from+room, from+lies)
	if err != nil {
		return err
	}
	f.Slot, out.Single = &slot, f
	held := s.Bike.Facts.Gears == "fixed" || s.Bike.Facts.RearBrake == "back_pedal"
	f.Moves = gear.TensionScale(slot.Between, held)
	if in.Case { // in a case it slaps before it comes off
		f.Moves.Target.To = min(f.Moves.Target.To, slaps*slot.Between)
	}
	takes, err := gear.Takes(ring, f.Links, from, from+room)
	if err != nil {
		return err
	}
	f.Takes = record.Some(takes)
	out.Says = sayAxle(f, from)
	if !slot.Fits {
		out.Mark = wear.Due
		out.Do = append(out.Do, gear.Advised{What: "length",
			Says: "The slot has not that much room: cut or lengthen the chain " +
				"by a pair of links, " +
				"or take another sprocket."})
	}
	if moves >= 0 {
		return tensionOf(f, run{moves, slot.Between, held}, in.Case, out)
	}
	return nil
}

func even(links float64) int {
	n := int(links + 0.999)
	return n + n%2
}

func sayAxle(f *SingleAnswer, from float64) string {
	at := round(f.Slot.Between-from, 10)
	way := "back"
	if f.Slot.Moved < 0 {
		way = "forward"
	}
	return words.Count(f.Links, "link") + ": the axle lies " + measure.Format(at) + " mm from the front of its slot, " +
		measure.Format(round(abs(f.Slot.Moved), 10)) + " mm " + way + " of where it is."
}

// slaps is from which share of its run a chain is heard in its case (common practice, no published source).
const slaps = 0.02

// run is the run of a chain without a mech: how far its middle moves and how long it is, mm;
// whether the rider brakes through it.
type run struct {
	moves, between float64
	brakes         bool
}

// tensionOf judges a chain by how far its middle moves.
func tensionOf(f *SingleAnswer, r run, cased bool, out *GearAnswer) error {
	verdict, err := gear.Tension(r.moves, r.between, r.brakes)
	if err != nil {
		return err
	}
	f.Tension = verdict
	switch {
	case verdict == "tight":
		out.Mark = wear.Due
		out.Do = append(out.Do, gear.Advised{What: "tension",
			Says: "Too tight at its tightest: it wears the bearings. Axle " +
				"forward a little, wheel " +
				"centred by thumb between the stays."})
	case verdict == "slack":
		out.Mark, out.wait = wear.Due, true
		out.Do = append(out.Do, gear.Advised{What: "tension",
			Says: "Too slack: it comes off. Axle back a little, tugs even, " +
				"wheel centred by thumb " +
				"between the stays."})
	case cased && r.moves > slaps*r.between:
		out.Mark = wear.Watch
		out.Do = append(out.Do, gear.Advised{What: "tension",
			Says: "In a case it slaps long before it comes off: a little tighter."})
	}
	return nil
}
