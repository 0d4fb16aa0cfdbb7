package fit

import (
	"fmt"
	"math"

	"utensil/core/measure"
	"utensil/core/tyre"
)

func tyreRim(q *question) {
	is, inside, known := q.both("width", q.has(q.at("rim"), "inside"))
	if !known {
		return
	}
	from, to, told := q.bike.Rims.Takes(inside)
	switch {
	case !told:
	case is >= from && is <= to:
		q.say(Fits, fmt.Sprintf("%g mm sits on a rim of %g mm inside.", is, inside))
	default:
		q.wants["width"] = fmt.Sprintf("%.0f to %.0f mm", from, to)
		q.say(DoesNot, fmt.Sprintf("A rim of %g mm inside takes tyres of about %.0f to %.0f mm, not %g: "+
			"it comes off, or rolls. The rim "+
			"maker's own list wins.", inside, from, to, is))
	}
}

// slimmer is how much narrower than the one before a tyre may be and still be the same kind of
// tyre, mm (common practice, no published source).
const slimmer = 6

func tyreRoom(q *question) {
	is, was, known := q.both("width", q.has("", "width"))
	_, inside := figure(q.has(q.at("rim"), "inside"))
	switch {
	case known && is > was:
		q.say(FitsIf, fmt.Sprintf("Fits if it clears frame, fork and guards by %g mm all round: it is %g mm wider.",
			tyre.Room, is-was))
	case known && was-is > slimmer:
		q.say(FitsIf, fmt.Sprintf("Fits if its rider is to have a tyre that is %g mm narrower: it bears "+
			"less, and asks for more air.", was-is))
	case !known && !inside && is > 0:
		q.reasons = append(q.reasons, Compared{FitsIf,
			fmt.Sprintf("Fits if rim and frame take a tyre of %g mm: nobody has read it yet.", is), true, false})
	}
}

func tubeWidth(q *question) {
	wide, known := figure(q.has(q.at("tyre"), "width"))
	from, a := figure(q.part["from"])
	to, b := figure(q.part["to"])
	switch {
	case !a || !b:
		q.reasons = append(q.reasons, Compared{FitsIf,
			"Fits if its range, which stands on its box, holds the tyre's width.", true, false})
	case !known:
		q.reasons = append(q.reasons, Compared{FitsIf,
			fmt.Sprintf("Fits if the tyre is %g to %g mm wide: nobody has read it yet.", from, to), true, false})
	case wide >= from && wide <= to:
		q.say(Fits, fmt.Sprintf("For tyres of %g to %g mm.", from, to))
	default:
		q.wants["from"], q.wants["to"] = "at most "+measure.Format(wide)+" mm", "at least "+measure.Format(wide)+" mm"
		q.say(DoesNot, fmt.Sprintf("It is for tyres of %g to %g mm; this one has %g: it folds, or is stretched thin.",
			from, to, wide))
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
	for _, d := range []struct{ id, name string }{{"bore", "bore"}, {"outside", "outside"},
		{"width", "width"}, {"inner", "bevel at the bore"},
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
			"Fits if bore, outside and width are those of the one that came off, and its bevels: measure it.", true,
			false})
	}
}
