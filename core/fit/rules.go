package fit

import (
	"fmt"
	"math"

	"utensil/core/measure"
	"utensil/core/words"
)

// rules by what a part is. Each compares one thing and says what came of it, or nothing when it does
// not know both sides. Common practice, no published source, unless a rule names one.
var rules = map[string][]rule{
	"chain":   {chainSpeeds, chainLength},
	"shifter": {shifterClicks, pullMatches},
	"sprockets": {pullMatches, sprocketCount, same("spline", "freehub", "spline", "freehub body"),
		largestOfMech, takenUp, chainAfter},
	"rings":          {sameCount("bolts", "the crank's arms"), same("circle", "", "circle", "bolt circle"), takenUp},
	"rear-mech":      {pullMatches, mechSpeeds, mechLargest, mechTakesUp},
	"guide-pulleys":  {sameCount("teeth", "the cage")},
	"crank":          {crankLength},
	"bottom-bracket": {bracketFixed, bracketShell, bracketAxle},
	"pedals":         {same("thread", "", "thread", "crank's thread")},
	"pads":           {same("outline", "", "outline", "caliper"), same("pin", "", "pin", "caliper's pin"), padCompound},
	"rim-pads":       {same("post", "", "post", "arms")},
	"rotor":          {rotorMount, rotorDiameter},
	"lever":          {madeFor, pullSuits, same("thread", "", "thread", "hose")},
	"caliper": {madeFor, pullSuits, same("mount", "", "mount", "frame or fork"),
		same("thread", "", "thread", "hose")},
	"hose":          {longEnough, ends},
	"brake-cable":   {cableHead},
	"tyre":          {tyreSeat, tyreRim, tyreRoom},
	"tube":          {tubeSeat, tubeWidth, tubeValve},
	"rim":           {rimSeat, sameCount("spokes", "the hub")},
	"hub":           {hubWidth, bearingSize},
	"headset-upper": {bearingSize},
	"headset-lower": {bearingSize},
	"pivots":        {bearingSize},
	"stem":          {stemBar, stemSteerer},
	"bar":           {barClamp},
	"post":          {postDiameter},
	"fork":          {same("steerer", "", "steerer", "head tube")},
	"shock":         {same("eye", "", "eye", "frame"), same("stroke", "", "stroke", "frame")},
}

// same wants a particular to be what another place's is, or what the part before it had.
func same(particular, place, of, what string) rule {
	return func(q *question) {
		is, was := q.part[particular], q.has(q.other(place), of)
		if was == "" {
			q.unread(particular, "that of the "+what)
			return
		}
		q.wants[particular] = was
		switch {
		case is == "":
			q.say(FitsIf, fmt.Sprintf("Fits if it is for %s: that is what the %s asks for.", was, what))
		case is == was:
			q.say(Fits, fmt.Sprintf("%s, as the %s asks for.", words.Capital(is), what))
		default:
			q.say(DoesNot, fmt.Sprintf("It is for %s; the %s asks for %s.", is, what, was))
		}
	}
}

func (q *question) other(place string) string {
	if place == "" {
		return ""
	}
	return q.at(place)
}

// sameCount wants a count to be what the part before it had.
func sameCount(particular, what string) rule {
	return func(q *question) {
		is, was, known := q.both(particular, q.has("", particular))
		if !known {
			q.unread(particular, "that of "+what)
			return
		}
		q.wants[particular] = measure.Format(was)
		if is == was {
			q.say(Fits, fmt.Sprintf("%g %s, as %s has.", is, particular, what))
		} else {
			q.say(DoesNot, fmt.Sprintf("It has %g %s; %s has %g.", is, particular, what, was))
		}
	}
}

// speeds of a bike: counted on its sprockets, else as its facts have it.
func (q *question) speeds() float64 {
	if n, known := figure(q.has("sprockets", "count")); known {
		return n
	}
	return float64(q.bike.Facts.Speeds)
}

// mechs says whether the chain is moved by a mech.
func (q *question) mechs() bool {
	return q.bike.Facts.Gears == "cable" || q.bike.Facts.Gears == "electronic"
}

// widthClass is what chains and sprockets share: up to eight speeds one chain serves all.
func widthClass(speeds float64) float64 { return math.Max(speeds, 8) }

func chainSpeeds(q *question) {
	is, known := figure(q.part["speeds"])
	switch n := q.speeds(); {
	case !known:
	case !q.mechs() && is > 8:
		q.say(FitsIf, "Fits if the sprocket is narrow: hub gears and single speeds mostly run a wide chain.")
	case !q.mechs():
		q.say(FitsIf, "Fits if its inner width is the sprocket's: 3/32 or 1/8 in.")
	case widthClass(is) == widthClass(n):
		q.say(Fits, fmt.Sprintf("For %s, as the sprockets are.", words.Count(int(is), "speed")))
	case widthClass(is) == widthClass(n)+1:
		q.wants["speeds"] = measure.Format(n)
		q.reasons = append(q.reasons, Compared{FitsIf,
			fmt.Sprintf("It runs, one step narrower than the %g sprockets are "+
				"spaced for: it shifts a little later, and wears sooner.", n), false, true})
	default:
		q.wants["speeds"] = measure.Format(n)
		q.say(DoesNot, fmt.Sprintf("It is for %s; the sprockets are spaced for %g.", words.Count(int(is), "speed"), n))
	}
}

func chainLength(q *question) {
	is, was, known := q.both("links", q.has("", "links"))
	if !known {
		return
	}
	q.wants["links"] = measure.Format(was)
	switch {
	case is < was:
		q.say(DoesNot, fmt.Sprintf("It has %g links; the one that came off had %g. Too short, it tears "+
			"the mech off on the largest pair.",
			is, was))
	case is > was:
		q.reasons = append(q.reasons, Compared{FitsIf,
			fmt.Sprintf("Fits if it is cut to %g links, as the one that came off.", was), false, true})
	default:
		q.say(Fits, "As long as the one that came off.")
	}
}

func sprocketCount(q *question) {
	is, known := figure(q.part["count"])
	n := float64(q.bike.Facts.Speeds)
	switch {
	case !known || !q.mechs():
	case is == n:
		q.say(Fits, fmt.Sprintf("%g sprockets, as the lever has clicks.", is))
	default:
		q.wants["count"] = measure.Format(n)
		q.say(DoesNot, fmt.Sprintf("It has %g sprockets; the lever has %g clicks.", is, n))
	}
}

func largestOfMech(q *question) {
	is, most, known := q.both("largest", q.has("rear-mech", "largest"))
	switch {
	case !known:
	case is <= most:
		q.say(Fits, fmt.Sprintf("The mech takes a largest sprocket of %g.", most))
	default:
		q.wants["largest"] = "at most " + measure.Format(most)
		q.say(DoesNot, fmt.Sprintf("Its largest has %g teeth; the mech takes %g: the pulley runs on the sprocket.",
			is, most))
	}
}

// takenUp: the mech takes up the difference of the sprockets and that of the rings together.
func takenUp(q *question) {
	most, known := figure(q.has("rear-mech", "takes-up"))
	if !known {
		return
	}
	spread := func(what string) (float64, bool) {
		of := q.bike.On[what]
		if what == q.what {
			of = q.part
		}
		largest, a := figure(of["largest"])
		smallest, b := figure(of["smallest"])
		return largest - smallest, a && b
	}
	behind, a := spread("sprockets")
	before, b := spread("rings")
	if !a || !b && q.bike.Facts.Rings > 1 {
		return
	}
	if need := behind + before; need <= most {
		q.say(Fits, fmt.Sprintf("%g teeth to take up; the mech takes up %g.", need, most))
	} else {
		q.say(DoesNot, fmt.Sprintf("%g teeth to take up; the mech takes up %g: the chain hangs on the "+
			"smallest pair, or tears on the largest.",
			need, most))
	}
}

func chainAfter(q *question) {
	is, was, known := q.both("largest", q.has("", "largest"))
	if known && is > was && q.mechs() {
		q.say(FitsIf, fmt.Sprintf("Fits if the chain is long enough: the largest grows from %g to %g teeth.", was, is))
	}
}

func mechSpeeds(q *question) {
	is, known := figure(q.part["speeds"])
	if !known {
		return
	}
	if n := q.speeds(); is != n {
		q.wants["speeds"] = measure.Format(n)
		q.say(DoesNot, fmt.Sprintf("It is made for %g speeds; the bike has %g: its pull and the spacing "+
			"do not belong together.", is, n))
	} else {
		q.say(Fits, fmt.Sprintf("Made for %g speeds.", is))
	}
}

func mechLargest(q *question) {
	is, need, known := q.both("largest", q.has("sprockets", "largest"))
	switch {
	case !known:
	case is >= need:
		q.say(Fits, fmt.Sprintf("It takes the largest sprocket of %g.", need))
	default:
		q.wants["largest"] = "at least " + measure.Format(need)
		q.say(DoesNot, fmt.Sprintf("It takes a largest sprocket of %g; the bike's has %g teeth.", is, need))
	}
}

func mechTakesUp(q *question) {
	of := Bike{Facts: q.bike.Facts, On: Parts{"rear-mech": q.part, "sprockets": q.bike.On["sprockets"],
		"rings": q.bike.On["rings"]}}
	inner := &question{what: "sprockets", part: q.bike.On["sprockets"], bike: of, wants: map[string]string{}}
	takenUp(inner)
	q.reasons = append(q.reasons, inner.reasons...)
}

func crankLength(q *question) {
	is, was, known := q.both("length", q.has("", "length"))
	switch {
	case !known:
	case is == was:
		q.say(Fits, fmt.Sprintf("%g mm, as before.", is))
	default:
		q.wants["length"] = measure.Format(was) + " mm"
		q.say(FitsIf, fmt.Sprintf("Fits if the rider wants it: %g mm in place of %g. Look at the ground in a bend.",
			is, was))
	}
}

func bracketFixed(q *question) {
	want := map[string]string{"threaded": "threaded", "press_fit": "pressed in"}[q.bike.Facts.BottomBracket]
	is := q.part["fixed"]
	switch {
	case is == "" || want == "":
	case is == want:
		q.say(Fits, words.Capital(is)+", as the shell is.")
	default:
		q.wants["fixed"] = want
		q.say(DoesNot, fmt.Sprintf("It is %s; the shell is for one that is %s.", is, want))
	}
}

// bracketShell: ISO 6696 has shells of 68 and 73 mm (from memory); a bracket of cups that serves both
// takes a spacer at 68.
func bracketShell(q *question) {
	is, was, known := q.both("shell", q.has("", "shell"))
	switch {
	case !known:
		q.unread("shell", "the shell's width in mm")
	case math.Abs(is-was) <= 0.6:
		q.say(Fits, fmt.Sprintf("For a shell of %g mm.", was))
	case is == 73 && was == 68 && q.part["fixed"] != "pressed in":
		q.say(FitsIf, "Fits if its maker allows 68 mm with spacers: mostly 2.5 mm each on the drive side.")
	default:
		q.wants["shell"] = measure.Format(was) + " mm"
		q.say(DoesNot, fmt.Sprintf("It is for a shell of %g mm; this one measures %g.", is, was))
	}
}

func bracketAxle(q *question) {
	is, was, known := q.both("axle", q.has("", "axle"))
	switch {
	case !known:
		q.unread("axle", "the crank's axle in mm")
	case math.Abs(is-was) <= 0.15:
		q.say(Fits, fmt.Sprintf("For an axle of %g mm, as the crank has.", was))
	default:
		q.wants["axle"] = measure.Format(was) + " mm"
		q.say(DoesNot, fmt.Sprintf("It is for an axle of %g mm; the crank's is %g.", is, was))
	}
}

func rimSeat(q *question) { q.seat(q.part["seat"], "rim", "the tyre's") }

func tyreSeat(q *question) { q.seat(q.part["seat"], "tyre", "the rim's") }

func tubeSeat(q *question) { q.seat(q.part["seat"], "tube", "the tyre's") }

// seat compares bead seats: ISO 5775, a tyre sits on no other.
func (q *question) seat(typed, what, whose string) {
	is, known := figure(typed)
	wheel := float64(q.bike.Facts.WheelFront)
	if q.end == "rear" {
		wheel = float64(q.bike.Facts.WheelRear)
	}
	for _, place := range []string{"rim", "tyre"} {
		if on, read := figure(q.has(q.at(place), "seat")); read && q.what != place {
			wheel = on
			break
		}
	}
	switch {
	case !known || wheel == 0:
	case is == wheel:
		q.say(Fits, fmt.Sprintf("Bead seat %g mm, as %s.", is, whose))
	case what == "tube" && math.Abs(is-wheel) <= 25:
		q.say(FitsIf, fmt.Sprintf("Fits if it lies without a fold: it is for %g mm, %s is %g.", is, whose, wheel))
	default:
		q.wants["seat"] = measure.Format(wheel) + " mm"
		q.say(DoesNot, fmt.Sprintf("Its bead seat is %g mm; %s is %g.", is, whose, wheel))
	}
}
