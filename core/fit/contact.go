package fit

import (
	"fmt"
	"math"

	"utensil/core/measure"
)

// padCompound: a rotor bedded with one compound keeps it, until it is new or resurfaced.
func padCompound(q *question) {
	is, was := q.part["compound"], q.has("", "compound")
	switch {
	case is == "":
	case is == "sintered" && q.has(q.at("rotor"), "takes") == "resin only":
		q.wants["compound"] = "resin"
		q.say(DoesNot, "Its compound is sintered; the rotor takes resin only: it is cut through.")
	case is == "sintered" && was != is && q.has(q.at("rotor"), "takes") == "":
		q.reasons = append(q.reasons, Compared{FitsIf,
			"Fits if the rotor is not marked for resin only, and is new or resurfaced: read it.", true, false})
	case was == "":
	case is == was:
		q.say(Fits, fmt.Sprintf("The rotor is bedded with %s.", was))
	default:
		q.wants["compound"] = was
		q.say(FitsIf, fmt.Sprintf("Fits if the rotor is new or resurfaced: it is bedded with %s.", was))
	}
}

func rotorMount(q *question) {
	want := map[string]string{"six_bolt": "six bolts", "centre": "centre ring"}[q.bike.Facts.RotorMount]
	if was := q.has("", "mount"); was != "" {
		want = was
	}
	is := q.part["mount"]
	switch {
	case is == "" || want == "":
	case is == want:
		q.say(Fits, fmt.Sprintf("Held by %s, as the hub has it.", is))
	case is == "six bolts":
		q.say(FitsIf, "Fits if an adapter for six bolts goes on the hub's centre splines.")
	default:
		q.wants["mount"] = want
		q.say(DoesNot, fmt.Sprintf("It is held by a %s; the hub has %s.", is, want))
	}
}

func rotorDiameter(q *question) {
	is, was, known := q.both("diameter", q.has("", "diameter"))
	switch {
	case !known:
		q.unread("diameter", "that of the rotor the caliper stands for")
	case is == was:
		q.say(Fits, fmt.Sprintf("%g mm, as the caliper stands.", is))
	case is > was:
		q.wants["diameter"] = measure.Format(was) + " mm"
		q.say(FitsIf, fmt.Sprintf("Fits if the caliper's adapter is changed for %g mm and the maker of "+
			"fork or frame allows it.", is))
	default:
		q.wants["diameter"] = measure.Format(was) + " mm"
		q.say(DoesNot, fmt.Sprintf("It is %g mm; the caliper stands for %g: the pads would reach past its edge.", is,
			was))
	}
}

func longEnough(q *question) {
	is, was, known := q.both("length", q.has("", "length"))
	switch {
	case !known:
	case is < was:
		q.wants["length"] = "at least " + measure.Format(was) + " mm"
		q.say(DoesNot, fmt.Sprintf("It is %g mm long; the one that came off was %g.", is, was))
	default:
		q.say(Fits, "It is long enough.")
	}
}

func ends(q *question) {
	q.say(FitsIf, "Fits if its ends are those of this lever and this caliper: joints differ by maker.")
}

// cableHead: levers for drop bars take a pear, those for flat bars a barrel.
func cableHead(q *question) {
	want := "barrel"
	if q.bike.Facts.Bar == "drop" {
		want = "pear"
	}
	if was := q.has("", "head"); was != "" {
		want = was
	}
	switch is := q.part["head"]; is {
	case "":
	case want:
		q.say(Fits, fmt.Sprintf("Its head is a %s, as the lever takes.", is))
	default:
		q.wants["head"] = want
		q.say(DoesNot, fmt.Sprintf("Its head is a %s; this lever takes a %s: it slips out under load.", is, want))
	}
}

// A sleeve makes up for a clamp that is too wide: not for less than thinnest, since none is so thin, and
// not for more than thickest; within exact a clamp and what it holds are one size. All mm, common
// practice, no published source.
const (
	exact    = 0.1
	thinnest = 0.4
	thickest = 6.5
)

// sleeved compares what clamps with what is clamped, by how much wider it is, mm.
func sleeved(wider float64) Verdict {
	switch {
	case math.Abs(wider) < exact:
		return Fits
	case wider >= thinnest && wider <= thickest:
		return FitsIf
	}
	return DoesNot
}

// clamped compares a clamp with what it holds; round carbon no sleeve is clamped.
func (q *question) clamped(clamp, held float64, what, material string) {
	v := sleeved(clamp - held)
	switch {
	case v == Fits:
		q.say(Fits, fmt.Sprintf("For a %s of %g mm.", what, held))
	case v == FitsIf && material == "unknown":
		q.say(FitsIf, fmt.Sprintf("Fits if a sleeve from %g to %g mm goes between, and the %s is not of "+
			"carbon: read it first.",
			clamp, held, what))
	case v == FitsIf && material != "carbon":
		q.say(FitsIf, fmt.Sprintf("Fits if a sleeve from %g to %g mm goes between, as long as the clamp.", clamp, held))
	default:
		q.say(DoesNot, fmt.Sprintf("The clamp is for %g mm; the %s measures %g.", clamp, what, held))
	}
}

func stemBar(q *question) {
	if clamp, held, known := q.both("bar", q.has("bar", "clamp")); known {
		q.wants["bar"] = measure.Format(held) + " mm"
		q.clamped(clamp, held, "bar", q.bike.Facts.BarMaterial)
	} else {
		q.unread("bar", "the bar's clamp in mm")
	}
}

func stemSteerer(q *question) {
	if clamp, held, known := q.both("steerer", q.has("fork", "steerer")); known {
		q.wants["steerer"] = measure.Format(held) + " mm"
		q.clamped(clamp, held, "steerer", q.bike.Facts.Steerer)
	} else {
		q.unread("steerer", "the steerer in mm")
	}
}

func barClamp(q *question) {
	if held, clamp, known := q.both("clamp", q.has("stem", "bar")); known {
		q.wants["clamp"] = measure.Format(clamp) + " mm"
		q.clamped(clamp, held, "bar", q.bike.Facts.BarMaterial)
	} else {
		q.unread("clamp", "the stem's bar clamp in mm")
	}
}

func postDiameter(q *question) {
	if held, tube, known := q.both("diameter", q.has("", "diameter")); known {
		q.wants["diameter"] = measure.Format(tube) + " mm"
		switch sleeved(tube - held) {
		case Fits:
			q.say(Fits, fmt.Sprintf("%g mm, as the one that came out.", held))
		case FitsIf:
			q.say(FitsIf, fmt.Sprintf("Fits if a sleeve from %g to %g mm goes in, at least as deep as "+
				"the line of least insertion.",
				tube, held))
		default:
			q.say(DoesNot, fmt.Sprintf("It measures %g mm; the frame takes %g. Too thick it splits the "+
				"tube, too thin it slips and breaks.",
				held, tube))
		}
	} else {
		q.unread("diameter", "the seat tube's inside in mm")
	}
}
