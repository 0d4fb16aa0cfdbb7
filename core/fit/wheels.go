package fit

import (
	"fmt"
	"math"

	"utensil/core/measure"
)

// tyreOn lists which tyres sit on which rims: from an inner width on, the narrowest and the widest tyre,
// mm. Values from memory of the tyre makers' standard (ISO 5775-1, annex), rounded to the safe side.
var tyreOn = []struct{ inside, narrowest, widest float64 }{
	{12, 18, 25}, {15, 23, 32}, {17, 25, 50}, {19, 28, 62}, {21, 35, 64}, {23, 38, 66}, {25, 44, 68}, {27, 48, 75}, {29, 50, 80},
	{35, 57, 96}, {45, 70, 110}, {60, 90, 130},
}

func tyreRim(q *question) {
	is, inside, known := q.both("width", q.has(q.at("rim"), "inside"))
	if !known || inside < tyreOn[0].inside {
		return
	}
	row := tyreOn[0]
	for _, r := range tyreOn {
		if r.inside <= inside {
			row = r
		}
	}
	if is >= row.narrowest && is <= row.widest {
		q.say(Fits, fmt.Sprintf("%g mm sits on a rim of %g mm inside.", is, inside))
		return
	}
	q.wants["width"] = fmt.Sprintf("%g to %g mm", row.narrowest, row.widest)
	q.say(DoesNot, fmt.Sprintf("A rim of %g mm inside takes tyres of %g to %g mm, not %g: it comes off, or rolls.", inside, row.narrowest,
		row.widest, is))
}

// slimmer is how much narrower than the one before a tyre may be and still be the same kind of tyre, mm (common
// practice, no published source).
const slimmer = 6

// room is what a tyre needs on each side of it, mm (common practice, no published source).
const room = 4

func tyreRoom(q *question) {
	is, was, known := q.both("width", q.has("", "width"))
	_, inside := figure(q.has(q.at("rim"), "inside"))
	switch {
	case known && is > was:
		q.say(FitsIf, fmt.Sprintf("Fits if it clears frame, fork and guards by %d mm all round: it is %g mm wider.", room, is-was))
	case known && was-is > slimmer:
		q.say(FitsIf, fmt.Sprintf("Fits if its rider is to have a tyre that is %g mm narrower: it bears less, and asks for more air.", was-is))
	case !known && !inside && is > 0:
		q.reasons = append(q.reasons, Compared{FitsIf,
			fmt.Sprintf("Fits if rim and frame take a tyre of %g mm: nobody has read it yet.", is), true, false})
	}
}

func tubeWidth(q *question) {
	tyre, known := figure(q.has(q.at("tyre"), "width"))
	from, a := figure(q.part["from"])
	to, b := figure(q.part["to"])
	switch {
	case !a || !b:
		q.reasons = append(q.reasons, Compared{FitsIf, "Fits if its range, which stands on its box, holds the tyre's width.", true, false})
	case !known:
		q.reasons = append(q.reasons, Compared{FitsIf,
			fmt.Sprintf("Fits if the tyre is %g to %g mm wide: nobody has read it yet.", from, to), true, false})
	case tyre >= from && tyre <= to:
		q.say(Fits, fmt.Sprintf("For tyres of %g to %g mm.", from, to))
	default:
		q.wants["from"], q.wants["to"] = "at most "+measure.Format(tyre)+" mm", "at least "+measure.Format(tyre)+" mm"
		q.say(DoesNot, fmt.Sprintf("It is for tyres of %g to %g mm; this one has %g: it folds, or is stretched thin.", from, to, tyre))
	}
}

func tubeValve(q *question) {
	is, was := q.part["valve"], q.has("", "valve")
	switch {
	case is == "" || was == "":
	case is == was:
		q.say(Fits, "The valve is the one that the rim is drilled for.")
	case is == "narrow":
		q.say(FitsIf, "Fits if a bush fills the wider hole of the rim.")
	default:
		q.wants["valve"] = was
		q.say(DoesNot, fmt.Sprintf("Its valve is %s; the rim is drilled for a %s one.", is, was))
	}
}

// give is how far a frame of steel may be opened for a wider hub, mm (common practice, no published source).
const give = 2

func hubWidth(q *question) {
	is, was, known := q.both("over-nuts", q.has("", "over-nuts"))
	switch {
	case !known:
		q.unread("over-nuts", "the frame's width in mm")
	case math.Abs(is-was) <= 0.5:
		q.say(Fits, fmt.Sprintf("%g mm over the nuts, as the frame.", is))
	case math.Abs(is-was) <= give && q.bike.Facts.Material == "steel":
		q.say(FitsIf, fmt.Sprintf("Fits if the steel gives the %g mm without force.", math.Abs(is-was)))
	default:
		q.wants["over-nuts"] = measure.Format(was) + " mm"
		q.say(DoesNot, fmt.Sprintf("It measures %g mm over the nuts; the frame is %g.", is, was))
	}
}

// Boundary dimensions are held to a hundredth or two (ISO 492, from memory); what is written on a
// bearing is exact, so that a tenth is another bearing.
const another = 0.05

func bearingSize(q *question) {
	if q.part["kind"] == "cup and cone" {
		return
	}
	compared, differs := 0, false
	for _, d := range []struct{ id, name string }{{"bore", "bore"}, {"outside", "outside"}, {"width", "width"}, {"inner", "bevel at the bore"},
		{"outer", "bevel outside"}} {
		is, was, known := q.both(d.id, q.has("", d.id))
		if !known {
			continue
		}
		compared++
		q.wants[d.id] = measure.Format(was)
		if math.Abs(is-was) > another {
			differs = true
			q.say(DoesNot, fmt.Sprintf("Its %s is %g; the one that sat there had %g.", d.name, is, was))
		}
	}
	_, bevels := figure(q.part["inner"])
	_, had := figure(q.has("", "inner"))
	switch {
	case differs:
	case compared == 5 || compared >= 3 && !bevels && !had:
		q.say(Fits, "It has the dimensions of the one that sat there.")
	default:
		q.reasons = append(q.reasons, Compared{FitsIf,
			"Fits if bore, outside and width are those of the one that came off, and its bevels: measure it.", true, false})
	}
}
