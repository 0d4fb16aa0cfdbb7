package gear

import (
	"cmp"
	"math"
	"slices"
)

// Work is what is done about gears that do not shift.
type Work string

// What there is to do. Turning costs nothing; what is renewed is claimed only with much behind it.
const (
	TurnBarrel Work = "barrel"
	Reclamp    Work = "reclamp" // the barrel has not the turns: in, and the cable clamped anew
	TurnLow    Work = "low"
	TurnHigh   Work = "high"
	TurnGap    Work = "gap"
	RenewCable Work = "renew_cable"
	OilPivots  Work = "oil_pivots"
	Straighten Work = "hanger"
	MatchParts Work = "match"
	RenewTeeth Work = "renew_teeth"
)

// Move is the next thing to do.
type Move struct {
	Work     Work    `json:"work"`
	Cause    Cause   `json:"cause" doc:"that it is for"`
	Quarters int     `json:"quarters,omitempty" doc:"of the barrel, outward; negative inward"`
	Eighths  int     `json:"eighths,omitempty" doc:"of a screw, outward; negative inward"`
	Cable    float64 `json:"cable_mm,omitempty"`
	Pulley   float64 `json:"pulley_mm,omitempty" doc:"towards the spokes"`
	Tilt     float64 `json:"tilt_deg,omitempty" doc:"of the hanger, as far as it is known"`
	Right    float64 `json:"right" doc:"chance that every shift is crisp then; for what is no turn, that it is the cause"`
}

// renews says whether something is replaced, or taken for not belonging there: nothing to be tried.
func (m Move) renews() bool {
	return m.Work == RenewCable || m.Work == MatchParts || m.Work == RenewTeeth
}

// Chance is a cause with how likely it is.
type Chance struct {
	Cause  Cause   `json:"cause"`
	Chance float64 `json:"chance"`
}

// Ask is what to look at next: a shift to try, the pulley to be sighted over a sprocket, or the
// mech pushed in.
type Ask struct {
	What     string  `json:"what" enum:"shift,sight,push,gauge"`
	Shift    *Shift  `json:"shift,omitempty"`
	Sprocket int     `json:"sprocket" doc:"to sight over, from 0 for the smallest"`
	Tells    float64 `json:"tells" doc:"bits, against how long it takes"`
}

// Advice is what the evidence comes to: something to do, or a shift to try while it is not enough.
type Advice struct {
	Causes  []Chance  `json:"causes" doc:"likeliest first"`
	Move    *Move     `json:"move,omitempty"`
	Ask     *Ask      `json:"ask,omitempty"`
	More    int       `json:"more,omitempty" doc:"about how many more looks would tell"`
	Stands  []float64 `json:"stands_mm" doc:"where the pulley stands over each sprocket, as far as it is known"`
	Settled bool      `json:"settled" doc:"every shift was tried as it stands now, and is crisp"`
}

// How sure is sure enough. A turn that is wrong is turned back; a part that is replaced is paid for.
const (
	sureTurn    = 0.80
	sureWork    = 0.93
	leastForAny = 2    // shifts seen before anything is said
	leastToPart = 4    // before a part is named
	enough      = 10   // after so many the likeliest is tried all the same
	likelier    = 0.8  // from what a part is named when everything else was looked at
	faintly     = 0.15 // bits of a look, below which the gauge is laid on instead
	quarter     = 0.25
	eighth      = 0.125
)

// Advise weighs the evidence. It fails, with a *measure.FieldError, for evidence that cannot be.
func Advise(e Evidence) (Advice, error) {
	if err := e.Validate(); err != nil {
		return Advice{}, err
	}
	b := e.believe()
	out := Advice{Stands: b.standing(e.Now)}
	for cause, p := range b.chances() {
		out.Causes = append(out.Causes, Chance{cause, p})
	}
	slices.SortFunc(out.Causes, func(x, y Chance) int {
		return cmp.Or(cmp.Compare(y.Chance, x.Chance),
			cmp.Compare(slices.Index(order, x.Cause), slices.Index(order, y.Cause)))
	})
	tried := e.Standing()
	out.Settled = len(tried) == len(e.Gear.Shifts()) &&
		!slices.ContainsFunc(tried, func(s Seen) bool { return s.Result != Crisp })
	if out.Settled {
		return out, nil
	}
	move := b.move(e, out.Causes)
	ask := b.next(e, tried, !move.none()) // only shifts say that it is right
	if move.Cause == CableRubs && move.Right > 0.5 && e.Push == "" {
		ask = &Ask{What: "push", Tells: 1} // dry pivots look much the same, and cost a drop of oil
	}
	if move.Cause == Unmatched && e.Gauge == nil && (ask == nil || ask.Tells < faintly) {
		ask = &Ask{What: "gauge", Tells: 1} // a bent hanger looks much the same, and costs no parts
	}
	looked := len(e.Seen)
	if e.Gauge != nil {
		looked += leastToPart - 1 // what is measured speaks for some shifts
	}
	sure, desperate := move.Right >= sureTurn && looked >= leastForAny, len(tried) >= enough && move.Right > 0.3
	switch {
	case move.renews():
		sure, desperate = move.Right >= sureWork && len(e.Seen) >= leastToPart &&
			(e.Push != "" || move.Cause != CableRubs) &&
			(e.Gauge != nil || move.Cause != Unmatched), false
	case move.Work == OilPivots || move.Work == Straighten:
		sure = sure && looked >= leastToPart
	}
	moved := e.Now != Moved{} && len(tried) == 0 // nothing was looked at since the last turn
	switch {
	case move.none(): // it stands right, as far as is known: the rest is tried
		out.Ask, out.More = ask, len(e.Gear.Shifts())-len(tried)
	case ask != nil && (moved || !sure && !desperate):
		out.Ask, out.More = ask, max(1, int(math.Ceil((sureTurn-move.Right)*2/math.Max(ask.Tells, 0.15))))
	case !move.renews() || sure || move.Right > likelier:
		out.Move = &move // nothing more can be looked at
	default: // what was seen contradicts itself: the first of it is looked at again
		out.Ask = &Ask{What: "shift", Shift: &tried[len(tried)-1].Shift}
	}
	return out, nil
}

// none says that nothing is to be turned.
func (m Move) none() bool {
	switch m.Work {
	case TurnBarrel, Reclamp:
		return m.Quarters == 0
	case TurnLow, TurnHigh, TurnGap:
		return m.Eighths == 0
	}
	return false
}

var order = []Cause{CableSet, CableRubs, HangerBent, LowIn, LowOut, HighIn, HighOut, PivotsDry, GapWide,
	GapNear, Unmatched, TeethWorn,
	HangerTurn}

// Causes are all that may be found behind gears that do not shift.
var Causes = append(slices.Clone(order), CableSettled)

// Standing are the shifts that were tried as it is set now, each as it was seen last.
func (e Evidence) Standing() (tried []Seen) {
	for _, s := range slices.Backward(e.Seen) {
		if s.Moved == e.Now && !slices.ContainsFunc(tried, func(t Seen) bool { return t.Shift == s.Shift }) {
			tried = append(tried, s)
		}
	}
	return tried
}

// standing is where the pulley stands over each sprocket, by what is believed, mm off its middle.
func (b belief) standing(now Moved) []float64 {
	at := make([]float64, len(b.gear.Teeth))
	for i, m := range b.may {
		for k := range at {
			at[k] += b.p[i] * b.gear.stands(m.state.by(now), k)
		}
	}
	return at
}

// sightCosts is how much longer it takes to sight a pulley than to try a shift.
const sightCosts = 1.6

// next is what tells most for the time it takes: a shift not tried as it is set now, or a sprocket to sight
// over. The largest sprocket is never the first to be tried. nil when all was tried.
func (b belief) next(e Evidence, tried []Seen, sights bool) *Ask {
	var best *Ask
	for _, sh := range b.gear.Shifts() {
		if slices.ContainsFunc(tried, func(t Seen) bool { return t.Shift == sh }) || len(e.Seen) == 0 &&
			max(sh.To, sh.From()) == b.gear.last() {
			continue
		}
		if tells := b.tells(e.Now, sh); best == nil || tells > best.Tells {
			best = &Ask{What: "shift", Shift: &sh, Tells: tells}
		}
	}
	for k := range b.gear.Teeth {
		if !sights || slices.ContainsFunc(e.Sighted,
			func(s Sighted) bool { return s.Sprocket == k && s.Moved == e.Now }) {
			continue
		}
		if tells := b.sightTells(e.Now, k) / sightCosts; best != nil && len(tried) > 0 && tells > best.Tells {
			best = &Ask{What: "sight", Sprocket: k, Tells: tells}
		}
	}
	return best
}

// move is the best thing to do by what is believed: the barrel, unless something else is likelier than the
// barrel is to help.
func (b belief) move(e Evidence, causes []Chance) Move {
	barrel := b.barrel(e)
	top := causes[0]
	if top.Cause == CableSet && len(causes) > 1 {
		top = causes[1]
	}
	if barrel.Right >= top.Chance {
		return barrel
	}
	cure := b.cure(e, top)
	if cure.screws() && (barrel.Right >= sureTurn || abs(cure.Eighths) <= 2 && barrel.Right > 0.5) {
		return barrel // its screw is right by now, and the cable is not
	}
	return cure
}

// screws says that a screw is turned.
func (m Move) screws() bool { return m.Work == TurnLow || m.Work == TurnHigh || m.Work == TurnGap }

// mostQuarters is how far the barrel is turned at once.
const mostQuarters = 20

// barrel is the turn after which most of what may be is right. One that the barrel has not the turns for is
// a cable clamped anew.
func (b belief) barrel(e Evidence) Move {
	d := b.gear
	blur := fuzzy * d.Spacing / d.Ratio
	var right [2*mostQuarters + 1]float64
	for i, m := range b.may {
		if b.p[i] < faint {
			continue
		}
		lo, hi := d.window(m.state.by(e.Now))
		if lo > hi {
			continue
		}
		for q := range right {
			cable := d.Cable(q - mostQuarters)
			right[q] += b.p[i] * below((hi-cable)/blur) * below((cable-lo)/blur)
		}
	}
	best := mostQuarters // none at all, where nothing is better
	for q := range right {
		if right[q] > right[best]+1e-9 {
			best = q
		}
	}
	quarters := best - mostQuarters
	cable := d.Cable(quarters)
	out := Move{Work: TurnBarrel, Cause: CableSet, Quarters: quarters, Cable: cable,
		Pulley: cable * d.Ratio, Right: right[best]}
	if float64(quarters)*quarter > d.Left(d.Turns, e.Now.Cable) {
		out.Work = Reclamp
	}
	return out
}

// window is how much cable, from and to, would make every shift crisp; from over to where none does.
func (d Drivetrain) window(s State) (lo, hi float64) {
	lo, hi = math.Inf(-1), math.Inf(1)
	t := d.Spacing * s.tolerance()
	toe := radians(s.Toe) * cageLever
	ratio := d.Ratio * (1 + s.Mismatch)
	for _, sh := range d.Shifts() {
		from, to := math.Max(-crispWithin*t, -quietWithin*t-toe), quietWithin*t-toe
		if !sh.Up {
			from, to = -quietWithin*t-toe, math.Min(crispWithin*t, quietWithin*t-toe)
		}
		if s.Gap < nearGap && sh.To == d.last() {
			return 1, 0
		}
		free := s
		free.Low, free.High = math.Inf(1), math.Inf(1)
		base := d.Off(free, sh) - ratio*(float64(sh.To)*d.Pull+s.Cable) // of the pulley, but for the cable
		from, to = from-base, to-base
		if -s.High < from {
			if d.at(d.last())+s.Low < from {
				return 1, 0
			}
			lo = math.Max(lo, from/ratio-float64(sh.To)*d.Pull-s.Cable)
		}
		if d.at(d.last())+s.Low > to {
			if -s.High > to {
				return 1, 0
			}
			hi = math.Min(hi, to/ratio-float64(sh.To)*d.Pull-s.Cable)
		}
	}
	return lo, hi
}

// cure is what is done about a cause, by its size as it is believed.
func (b belief) cure(e Evidence, c Chance) Move {
	mean := func(of func(State) float64) float64 {
		sum, all := 0.0, 0.0
		for i, m := range b.may {
			if m.cause == c.Cause {
				sum, all = sum+b.p[i]*of(m.state.by(e.Now)), all+b.p[i]
			}
		}
		return sum / all
	}
	right := New()
	out := Move{Cause: c.Cause, Right: c.Chance}
	turns := func(mm float64) int {
		return int(math.Round(mm / b.gear.Screw / eighth))
	}
	switch c.Cause {
	case CableRubs:
		out.Work = RenewCable
	case PivotsDry:
		out.Work = OilPivots
	case HangerBent:
		out.Work, out.Tilt = Straighten, mean(func(s State) float64 { return s.Tilt })
	case HangerTurn:
		out.Work, out.Tilt = Straighten, mean(func(s State) float64 { return s.Toe })
	case Unmatched:
		out.Work = MatchParts
		out.Pulley = mean(func(s State) float64 { return s.Mismatch }) * b.gear.Spacing * float64(b.gear.last()/2)
	case LowIn, LowOut:
		out.Work, out.Eighths = TurnLow, turns(right.Low-mean(func(s State) float64 { return s.Low }))
	case HighIn, HighOut:
		out.Work, out.Eighths = TurnHigh, turns(right.High-mean(func(s State) float64 { return s.High }))
	case GapWide, GapNear:
		out.Work = TurnGap
		out.Eighths = int(math.Round((right.Gap - mean(func(s State) float64 {
			return s.Gap
		})) / b.gear.GapTurn / eighth))
	case TeethWorn:
		out.Work = RenewTeeth
	}
	return out
}
