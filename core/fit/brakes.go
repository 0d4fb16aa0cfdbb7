package fit

import (
	"fmt"

	"utensil/core/bike"
	"utensil/core/words"
)

// byCable is what a lever or a brake that is pulled by an inner is made for.
const byCable = "a cable"

// brake is the kind of brake at the end, and what its circuit holds as it was read.
func (q *question) brake() (kind, fluid string) {
	if q.end == "rear" {
		return q.bike.Facts.RearBrake, q.bike.Facts.RearFluid
	}
	return q.bike.Facts.FrontBrake, q.bike.Facts.FrontFluid
}

// madeFor: a lever and its caliper are of one family, and of the one that is in the line: the
// other's fluid swells the seals, and a cable pulls no piston. Of one family they may still not
// be made for each other.
func madeFor(q *question) {
	kind, holds := q.brake()
	want := byCable
	if bike.Hydraulic(kind) {
		want = map[string]string{"mineral": "mineral oil", "dot": "DOT fluid"}[holds]
	}
	is := q.part["fluid"]
	switch {
	case want == "":
		q.reasons = append(q.reasons, Compared{FitsIf,
			"Fits if it is made for the fluid in the line: nobody has read which.", true, false})
	case is == "":
		q.wants["fluid"] = want
		q.reasons = append(q.reasons, Compared{FitsIf,
			fmt.Sprintf("Fits if it is made for %s: read it on the part.", want), true, false})
	case is == want && want == byCable:
		q.say(Fits, "Made for a cable, as the brake is.")
	case is == want: // of one family is not yet of one stroke
		q.say(FitsIf, fmt.Sprintf("Fits if its maker allows it with the other half: both are for %s, "+
			"and strokes and blends differ by maker.",
			want))
	default:
		q.wants["fluid"] = want
		q.say(DoesNot, fmt.Sprintf("It is made for %s; this brake works by %s: it fails, at once or "+
			"once its seals swell.", is, want))
	}
}

// pulls is how much cable a kind of brake takes, where the kind says it. Common practice, no
// published source.
var pulls = map[string]string{"rim_linear": "long", "rim_caliper": "short"}

// pullSuits: a lever of short pull on linear-pull arms comes to the bar, one of long pull on a
// caliper is hard and locks late.
func pullSuits(q *question) {
	kind, _ := q.brake()
	if bike.Hydraulic(kind) {
		return
	}
	other := map[string]string{"lever": "caliper", "caliper": "lever"}[q.what]
	want := q.has(q.at(other), "pull")
	if want == "" || want == "either" {
		want = pulls[kind]
	}
	is := q.part["pull"]
	switch {
	case want == "":
		q.unread("pull", "the pull that the "+map[string]string{"lever": "brake",
			"caliper": "lever"}[q.what]+" is made for")
	case is == "":
		q.wants["pull"] = want
		q.reasons = append(q.reasons, Compared{FitsIf,
			fmt.Sprintf("Fits if its pull is %s: read it on the part.", want), true, false})
	case is == want || is == "either":
		q.say(Fits, words.Capital(want)+" pull, as the other half has.")
	default:
		q.wants["pull"] = want
		q.say(DoesNot, fmt.Sprintf("Its pull is %s; the other half asks for %s: the lever comes to the "+
			"bar, or does not bite.", is, want))
	}
}
