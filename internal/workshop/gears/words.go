package gears

import (
	"fmt"
	"math"

	"utensil/core/gear"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
	"utensil/knowledge/speech"
)

// GearCause is a cause in words.
type GearCause struct {
	Cause  gear.Cause `json:"cause"`
	Name   string     `json:"name"`
	Chance float64    `json:"chance"`
	Why    string     `json:"why,omitempty"`
}

// GearDo is the next thing to do, in words.
type GearDo struct {
	Work     gear.Work `json:"work" enum:"barrel,reclamp,low,high,gap,renew_cable,oil_pivots,hanger,match,renew_teeth"`
	Quarters int       `json:"quarters,omitempty"`
	Eighths  int       `json:"eighths,omitempty"`
	Title    string    `json:"title"`
	Says     string    `json:"says"`
	Caution  string    `json:"caution,omitempty"`
	Done     string    `json:"done" doc:"on the button that says it was done"`
	Right    float64   `json:"right" doc:"chance that it helps"`

	Offer []lifeline.Renewal `json:"offer" doc:"work to offer to the owner for it; none for what is only turned, and for what stands on the list"`
}

// GearAsk is what to look at next, in words.
type GearAsk struct {
	What     string `json:"what" enum:"shift,sight,push,gauge"`
	To       int    `json:"to"`
	Up       bool   `json:"up"`
	Sprocket int    `json:"sprocket"`
	Title    string `json:"title"`
	Says     string `json:"says"`
}

var marks = map[gear.Result]wear.Mark{gear.Crisp: wear.Sound, gear.Slow: wear.Watch,
	gear.Noisy: wear.Watch, gear.WillNot: wear.Due,
	gear.Two: wear.Unsafe, gear.Over: wear.Unsafe}

var resultNames = map[gear.Result]string{gear.Crisp: "crisp", gear.Slow: "slow",
	gear.WillNot: "will not", gear.Two: "two at once",
	gear.Noisy: "noisy", gear.Over: "over the edge"}

// causeNames are what causes are called, and what tells for them.
var causeNames = map[gear.Cause][2]string{
	gear.CableSet:   {"Cable", "Every shift one way lags alike."},
	gear.CableRubs:  {"Friction in the cable", "It lags both ways: no barrel cures that."},
	gear.PivotsDry:  {"Mech's pivots dry", "Drops lag, where the spring works alone."},
	gear.HangerBent: {"Hanger bent", "It grows from sprocket to sprocket: lay the gauge on it."},
	gear.HangerTurn: {"Hanger turned", "Noise on one side in every gear."},
	gear.Unmatched: {"Lever and mech do not belong together",
		"It grows from sprocket to sprocket, and the hanger is straight."},
	gear.LowIn:     {"Low limit stops it too soon", "The largest sprocket alone is not reached."},
	gear.LowOut:    {"Low limit stops it too late", "It could go over the largest, into the spokes."},
	gear.HighIn:    {"High limit stops it too soon", "The smallest sprocket alone is not reached."},
	gear.HighOut:   {"High limit stops it too late", "It could go over the smallest."},
	gear.GapWide:   {"Pulley too far from the sprockets", "Every shift is vague."},
	gear.GapNear:   {"Pulley too near the sprockets", "It growls on the largest."},
	gear.TeethWorn: {"Chain and sprockets worn", "Nothing is crisp any more, nowhere."},
}

// behind is a cause in words; off is where the pulley stands on the whole, mm towards the spokes.
func behind(e gear.Evidence, c gear.Chance, off float64) GearCause {
	b := GearCause{Cause: c.Cause, Name: causeNames[c.Cause][0], Chance: c.Chance, Why: causeNames[c.Cause][1]}
	if c.Cause == gear.CableSet {
		b.Name = "Cable too slack"
		if off > 0 {
			b.Name = "Cable too tight"
		}
	}
	switch {
	case c.Cause == gear.CableSet && e.History.CableDays > 0 && e.History.CableDays < 60:
		b.Why = fmt.Sprintf("New %s ago: a cable settles in its outers, about a turn.",
			words.Count(e.History.CableDays, "day"))
	case c.Cause == gear.HangerBent && e.History.Fell:
		b.Why = "It fell, or was hit there."
	case c.Cause == gear.Unmatched && e.History.Swapped:
		b.Why = "Parts were changed, and it did not shift since."
	}
	return b
}

// turned says quarters or eighths of a turn.
func turned(n int, part string) string {
	if n < 0 {
		n = -n
	}
	whole, rest := n/4, n%4
	quarters := []string{"", "a quarter-turn", "half a turn", "three quarter-turns"}
	switch {
	case part != quarter:
		return words.Count(n, part)
	case whole == 0:
		return quarters[rest]
	case rest == 0:
		return words.Count(whole, "turn")
	}
	return words.Count(whole, "turn") + " and " + quarters[rest]
}

const quarter = "quarter-turn"

func way(n int) string {
	if n < 0 {
		return "in"
	}
	return "out"
}

// turnedBy are the adjusters that a bench of the gears turns.
var turnedBy = map[gear.Work]string{gear.TurnBarrel: speech.MechBarrel, gear.TurnLow: speech.LowScrew,
	gear.TurnHigh: speech.HighScrew, gear.TurnGap: speech.GapScrew}

// MoveSays says in a line what was turned or done.
func MoveSays(book *knowledge.Book, m gear.Move) string {
	a, _ := book.Adjuster(turnedBy[m.Work])
	switch m.Work {
	case gear.TurnBarrel:
		return fmt.Sprintf("%s %s %s", words.Capital(a.Name), way(m.Quarters), turned(m.Quarters, quarter))
	case gear.Reclamp:
		barrel, _ := book.Adjuster(speech.MechBarrel)
		return fmt.Sprintf("Cable clamped anew, %s tighter, barrel in",
			measure.Format(float64(m.Quarters)/4*barrel.Turn.Mm)+" mm")
	case gear.TurnLow, gear.TurnHigh, gear.TurnGap:
		return fmt.Sprintf("%s %s %s", words.Capital(a.Name), way(m.Eighths), turned(m.Eighths, "eighth"))
	}
	return map[gear.Work]string{gear.RenewCable: "Inner and outer renewed", gear.OilPivots: "Pivots cleaned and oiled",
		gear.Straighten: "Hanger straightened", gear.MatchParts: "Parts that belong together fitted",
		gear.RenewTeeth: "Chain and sprockets renewed"}[m.Work]
}

func lookSays(d gear.Drivetrain, in GearLook) string {
	switch in.What {
	case "sight":
		return fmt.Sprintf("Sighted over %d: %s mm", d.Teeth[in.Sprocket], measure.Format(in.Off))
	case "run":
		return "Run through all the rest, up and down: crisp"
	case "push":
		return "Pushed in, the mech " + map[gear.Push]string{gear.Springs: "springs back",
			gear.Sticks: "sticks"}[in.Push]
	case "gauge":
		return "Hanger gauge: " + hangerSays(*in.Hanger)
	}
	return fmt.Sprintf("%s: %s", shiftSays(d, gear.Shift{To: in.To, Up: in.Up}), resultNames[in.Result])
}

// hangerSays says how a hanger is bent.
func hangerSays(h gear.Hanger) string {
	if h.Within {
		return fmt.Sprintf("straight, %s mm all round", measure.Format(math.Round(h.Spread*10)/10))
	}
	hour := math.Round(h.Clock)
	if hour == 0 {
		hour = 12
	}
	return fmt.Sprintf("bent %s°, leaning in at %g o'clock", measure.Format(math.Round(h.Angle*10)/10), hour)
}

func shiftSays(d gear.Drivetrain, sh gear.Shift) string {
	verb := "Drop"
	if sh.Up {
		verb = "Climb"
	}
	return fmt.Sprintf("%s from %d to %d", verb, d.Teeth[sh.From()], d.Teeth[sh.To])
}

func asking(d gear.Drivetrain, a gear.Ask) *GearAsk {
	out := &GearAsk{What: a.What, Sprocket: a.Sprocket}
	switch a.What {
	case "shift":
		out.To, out.Up = a.Shift.To, a.Shift.Up
		out.Title, out.Says = shiftSays(d, *a.Shift), "one click, light foot"
		if a.Shift.Up && a.Shift.To == len(d.Teeth)-1 {
			out.Says = "by hand, slowly: stop before the cage meets the spokes"
		}
	case "sight":
		out.Title = fmt.Sprintf("Sight it over %d", d.Teeth[a.Sprocket])
		out.Says = "from behind, after a climb to it: how far does the pulley stand off the sprocket's middle?"
	case "gauge":
		out.Title, out.Says = "Lay the hanger gauge on it",
			"mech off: a bent hanger and parts that do not belong together look alike from here"
	case "push":
		out.Title, out.Says = "Push the mech in, and let go", "cable slack: does it spring back at once, all the way?"
	}
	return out
}

// within is no more of a screw than it has; what is wanted beyond that is something else, which is said.
func within(screw speech.Adjuster, m gear.Move) (turned gear.Move, beyond string) {
	has := min(int(screw.Turns*8), mostTurned)
	if m.Eighths >= -has && m.Eighths <= has {
		return m, ""
	}
	m.Eighths = min(max(m.Eighths, -has), has)
	return m, " The screw has no more: where that is not enough, look for " + screw.NotFor + "."
}

// doing says what to do, and why.
func doing(book *knowledge.Book, e gear.Evidence, m gear.Move, left int) *GearDo {
	screw, _ := book.Adjuster(turnedBy[m.Work])
	m, beyond := within(screw, m)
	d := &GearDo{Work: m.Work, Quarters: m.Quarters, Eighths: m.Eighths, Title: MoveSays(book, m),
		Done: "Turned; try again", Right: m.Right}
	mm := func(v float64) string { return measure.Format(math.Round(math.Abs(v)*100)/100) + " mm" }
	towards := "the spokes"
	if m.Pulley < 0 {
		towards = "the frame"
	}
	switch m.Work {
	case gear.TurnBarrel:
		d.Says = fmt.Sprintf("About %s of cable: the pulley moves %s towards %s. The barrel has %s left outward.",
			mm(m.Cable), mm(m.Pulley),
			towards, words.Count(left, "quarter-turn"))
	case gear.Reclamp:
		d.Title = "Wind the barrel in, clamp the cable anew"
		d.Says = fmt.Sprintf("It wants %s more of cable, and the barrel has %s left. Barrel in, pull "+
			"the inner snug, torque the clamp.",
			mm(m.Cable), words.Count(left, "quarter-turn"))
		d.Done = "Clamped; try again"
	case gear.TurnLow:
		d.Says = "The largest sprocket alone wants it; the cable has no part in it."
		d.Caution = "Then slowly, by hand, over the largest: never into the spokes."
	case gear.TurnHigh:
		d.Says = "The smallest sprocket alone wants it; the cable has no part in it."
	case gear.TurnGap:
		d.Says = fmt.Sprintf("The guide pulley about %g mm from the largest sprocket; a millimetre "+
			"either way changes little. A turn moves it "+
			"by about %g mm.", gear.UsualGap, screw.Turn.Mm)
		d.Caution = words.Capital(screw.Differs)
	case gear.RenewCable:
		d.Title, d.Done = "Friction: renew inner and outer", "Renewed; try again"
		d.Says = "It lags up and down alike: the barrel cannot cure that. Look at the short loop at the " +
			"rear first. Tell the owner."
	case gear.OilPivots:
		d.Title, d.Done = "Clean and oil the mech's pivots", "Oiled; try again"
		d.Says = "Drops lag, climbs do not: its spring pulls against dry pivots."
	case gear.Straighten:
		lean := "away from the spokes at its foot"
		if m.Tilt > 0 {
			lean = "towards the spokes at its foot"
		}
		d.Title = "Lay the hanger gauge on it"
		d.Says = fmt.Sprintf("Bent about %s° %s: what is off grows from sprocket to sprocket, and no barrel cures it.",
			measure.Format(math.Round(math.Abs(m.Tilt)*2)/2), lean)
		d.Caution, d.Done = "Bent far, it is replaced: one that came back is weak.", "Straight; try again"
	case gear.MatchParts:
		d.Title = "Lever, mech and sprockets do not belong together"
		d.Says = fmt.Sprintf("Off by about %s by the middle of the sprockets: read what stands on lever "+
			"and mech. Tell the owner.", mm(m.Pulley))
		d.Done = "They match now; try again"
	case gear.RenewTeeth:
		d.Title, d.Says, d.Done = "Chain and sprockets are worn",
			"Gauge the chain, look at the teeth; nothing that is turned makes them crisp.",
			"Renewed; try again"
	}
	d.Says += beyond
	if m.Quarters > 0 {
		d.Caution = "Slowly to the largest sprocket afterwards."
	}
	return d
}

// sold is the work that the shop sells for what is to be done.
var sold = map[gear.Work]string{gear.RenewCable: "gear-cable", gear.OilPivots: "mech-clean",
	gear.Straighten: "straighten-hanger",
	gear.RenewTeeth: "replace-sprockets"}

// offer is work to offer to the owner, unless it stands on the list already.
func offer(s *record.Sheet, w gear.Work) []lifeline.Renewal {
	o, known := s.Book.Operation(sold[w])
	if !known || !o.When.Holds(parts.Facts.Of(s)) {
		return []lifeline.Renewal{}
	}
	for _, i := range agree.Proposals.Of(s) {
		if i.Item.Operation == o.ID && i.Work == nil {
			return []lifeline.Renewal{}
		}
	}
	return record.Some(lifeline.Price(s, o))
}

// AskSays says in a line what to look at.
func AskSays(d gear.Drivetrain, a gear.Ask) string { return asking(d, a).Title }
