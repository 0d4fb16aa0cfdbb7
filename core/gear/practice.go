package gear

import (
	"math"
	"math/rand/v2"
	"slices"
	"strings"

	"utensil/core/measure"
)

// Act is something that a learner does to the practice gear.
type Act string

// The acts. A barrel goes by the quarter, a screw by the eighth.
const (
	ShiftUp     Act = "up"
	ShiftDown   Act = "down"
	BarrelOut   Act = "barrel_out"
	BarrelIn    Act = "barrel_in"
	TurnLowOut  Act = "low_out"
	TurnLowIn   Act = "low_in"
	TurnHighOut Act = "high_out"
	TurnHighIn  Act = "high_in"
	PushMech    Act = "push"
	LayGauge    Act = "gauge" // the mech comes off for it
	BendBack    Act = "bend"
	NewCable    Act = "cable"
	OilMech     Act = "oil"
	SignIt      Act = "sign" // says that every shift is crisp
)

// doing is what an act is, and the seconds it takes (common practice, no published source).
type doing struct {
	move    Move
	seconds float64
}

var acts = map[Act]doing{
	ShiftUp: {seconds: 4}, ShiftDown: {seconds: 4}, PushMech: {seconds: 20}, LayGauge: {seconds: 240}, SignIt: {},
	BarrelOut: {Move{Work: TurnBarrel, Quarters: 1}, 6}, BarrelIn: {Move{Work: TurnBarrel, Quarters: -1}, 6},
	TurnLowOut: {Move{Work: TurnLow, Eighths: 1}, 15}, TurnLowIn: {Move{Work: TurnLow, Eighths: -1}, 15},
	TurnHighOut: {Move{Work: TurnHigh, Eighths: 1}, 15}, TurnHighIn: {Move{Work: TurnHigh, Eighths: -1}, 15},
	BendBack: {Move{Work: Straighten}, 300}, NewCable: {Move{Work: RenewCable}, 900},
	OilMech: {Move{Work: OilPivots}, 180},
}

// Levels are what practising is called at each level, from the easiest; no name tells what is
// hidden: a slack cable, a tight one and a limit screw, a cable that rubs, a bent hanger, a bent
// hanger and a worn cable.
var Levels = []string{"The commonest of all", "Two things at once", "Not what it looks like",
	"Worse at one end", "One hides the other"}

// Happened is an act that was done, with what it did.
type Happened struct {
	Act    Act    `json:"act"`
	Shift  *Shift `json:"shift,omitempty"`
	Result Result `json:"result,omitempty"`
	Said   string `json:"said,omitempty"`
}

// Practice is a gear with a hidden fault, as far as a learner has come with it.
type Practice struct {
	Gear        Drivetrain
	At          int // sprocket that the chain lies on
	Adjustments int // moves, of which a barrel turned on and on is one
	Seconds     float64
	Done        []Happened
	Won         bool

	hidden   State // as it was
	state    State
	evidence Evidence
}

// NewPractice hides the fault of a level. The same seed hides the same. It fails, with a
// *measure.FieldError, for a level there is not.
func NewPractice(d Drivetrain, seed uint64, level int) (*Practice, error) {
	if level < 1 || level > len(Levels) {
		return nil, measure.Wrong("level", "There are levels 1 to %d.", len(Levels))
	}
	dice := rand.New(rand.NewPCG(seed, uint64(level)))
	for {
		if s := hide(dice, d, level); !d.Right(s) {
			return &Practice{Gear: d, At: len(d.Teeth) / 2, hidden: s, state: s, evidence: Evidence{Gear: d}}, nil
		}
	}
}

func hide(dice *rand.Rand, d Drivetrain, level int) State {
	s := New()
	between := func(lo, hi float64) float64 { return lo + (hi-lo)*dice.Float64() }
	side := func() float64 { return float64(2*dice.IntN(2) - 1) }
	click := d.Spacing / d.Ratio
	switch level {
	case 1:
		s.Cable = -between(0.16, 0.5) * click
	case 2:
		s.Cable = between(0.2, 0.5) * click
		if s.Low = -between(0.3, 0.7) * d.Spacing; dice.IntN(2) == 0 {
			s.Low, s.High = New().Low, s.Low
		}
	case 3:
		s.Friction, s.Cable = between(0.25, 0.5)*d.Spacing, -between(0, 0.3)*click
	case 4:
		s.Tilt, s.Cable = side()*between(1.8, 4), side()*between(0, 0.2)*click
	default:
		s.Tilt, s.Friction, s.Cable = side()*between(1.8, 4), between(0.25, 0.5)*d.Spacing, -between(0, 0.3)*click
	}
	return s
}

// Off is where the pulley stands off the sprocket that the chain lies on, mm towards the spokes,
// as it came there last.
func (p *Practice) Off() float64 {
	arrived := Shift{To: p.At, Up: p.At > 0}
	for _, h := range slices.Backward(p.Done) {
		if h.Shift != nil && h.Shift.To == p.At {
			arrived = *h.Shift
			break
		}
	}
	return p.Gear.Off(p.state, arrived)
}

// Stands is where the stops let the pulley go, mm beyond the smallest sprocket's middle and
// beyond the largest's.
func (p *Practice) Stops() (high, low float64) { return p.state.High, p.state.Low }

// Right says whether every shift is crisp now.
func (p *Practice) Right() bool { return p.Gear.Right(p.state) }

// Do does an act. It fails, with a *measure.FieldError, for what cannot be done now.
func (p *Practice) Do(a Act) error {
	d, known := acts[a]
	if !known || p.Won {
		return measure.Wrong("acts", "That cannot be done now.")
	}
	p.Seconds += d.seconds
	h := Happened{Act: a}
	switch {
	case a == ShiftUp || a == ShiftDown:
		if err := p.shift(a == ShiftUp, &h); err != nil {
			return err
		}
	case a == PushMech:
		p.evidence.Push = Springs
		if h.Said = "It springs back at once."; p.state.Pivots > 0 {
			h.Said, p.evidence.Push = "It comes back slowly.", Sticks
		}
	case a == LayGauge:
		p.evidence.Gauge = &Gauged{Tilt: p.state.Tilt, Toe: p.state.Toe}
		h.Said = say("The gauge reads %.1f°.", p.state.Tilt)
	case a == SignIt:
		p.Won = p.Right()
		if h.Said = "Every shift is crisp."; !p.Won {
			p.Seconds += 60
			h.Said = "Not yet: some shift is not crisp. A minute is lost."
		}
	default:
		if len(p.Done) == 0 || p.Done[len(p.Done)-1].Act != a { // turned on and on is one adjustment
			p.Adjustments++
		}
		p.state = p.state.After(p.Gear, d.move)
		p.evidence = p.evidence.After(d.move)
	}
	p.Done = append(p.Done, h)
	return nil
}

// shift shifts one click and says what it did. Two at once goes one on; over the edge the chain
// is put back by hand.
func (p *Practice) shift(up bool, h *Happened) error {
	to := p.At - 1
	if up {
		to = p.At + 1
	}
	if to < 0 || to >= len(p.Gear.Teeth) {
		return measure.Wrong("acts", "It lies on the last sprocket there is.")
	}
	sh := Shift{To: to, Up: up}
	h.Shift, h.Result = &sh, p.Gear.Does(p.state, sh)
	p.evidence.Seen = append(slices.Clone(p.evidence.Seen), Seen{Shift: sh, Result: h.Result, Moved: p.evidence.Now})
	switch h.Result {
	case WillNot:
	case Two:
		p.At = max(0, min(len(p.Gear.Teeth)-1, to+to-p.At))
	case Over:
		p.At = to
		p.Seconds += 90
		h.Said = "Over the edge: a minute and a half to put it back. On a bike that is the spokes, or the frame."
	default:
		p.At = to
	}
	return nil
}

// Advice is what the program would do with what the learner has seen so far.
func (p *Practice) Advice() (Advice, error) { return Advise(p.evidence) }

// Took is what indexing took.
type Took struct {
	Adjustments int     `json:"adjustments"`
	Looks       int     `json:"looks"`
	Seconds     float64 `json:"seconds"`
	Settled     bool    `json:"settled" doc:"every shift came out crisp"`
}

// Own is what the program itself takes on the very same gear, looking and turning as it advises.
func (p *Practice) Own() (t Took, err error) {
	e, s := Evidence{Gear: p.Gear}, p.hidden
	for range 200 {
		a, err := Advise(e)
		switch {
		case err != nil || a.Settled:
			t.Settled = a.Settled
			return t, err
		case a.Move != nil:
			t.Adjustments++
			t.Seconds += secondsOf(*a.Move)
			s, e = s.After(p.Gear, *a.Move), e.After(*a.Move)
		default:
			t.Looks++
			t.Seconds += looked[a.Ask.What]
			e = e.look(p.Gear, s, *a.Ask)
		}
	}
	return t, nil
}

// looked is what a look takes, in seconds.
var looked = map[string]float64{"shift": 4, "sight": 8, "push": 20, "gauge": 240}

// secondsOf is what a move takes: a turn once more for each quarter or eighth of it.
func secondsOf(m Move) float64 {
	for _, d := range acts {
		if d.move.Work != m.Work {
			continue
		}
		times := max(abs(m.Quarters), abs(m.Eighths), 1)
		if m.Work == Straighten {
			return d.seconds + acts[LayGauge].seconds
		}
		return d.seconds * float64(times)
	}
	return acts[NewCable].seconds
}

func abs(n int) int { return max(n, -n) }

// look answers what is asked, as it really is.
func (e Evidence) look(d Drivetrain, s State, ask Ask) Evidence {
	switch ask.What {
	case "sight":
		off := d.Off(s, Shift{To: ask.Sprocket, Up: ask.Sprocket > 0})
		e.Sighted = append(slices.Clone(e.Sighted), Sighted{Sprocket: ask.Sprocket, Off: off, Moved: e.Now})
	case "push":
		if e.Push = Springs; s.Pivots > 0 {
			e.Push = Sticks
		}
	case "gauge":
		e.Gauge = &Gauged{Tilt: s.Tilt, Toe: s.Toe}
	default:
		e.Seen = append(slices.Clone(e.Seen), Seen{Shift: *ask.Shift, Result: d.Does(s, *ask.Shift), Moved: e.Now})
	}
	return e
}

// MoveOf is an act that was done so many times on end as a move.
func MoveOf(a Act, times int) Move {
	m := acts[a].move
	m.Quarters, m.Eighths = m.Quarters*times, m.Eighths*times
	return m
}

// Truth says what was wrong.
func (p *Practice) Truth() string {
	s, d := p.hidden, p.Gear
	var all []string
	if mm := s.Cable; mm <= -0.15 {
		all = append(all, say("the cable %.1f mm slack", -mm))
	} else if mm >= 0.15 {
		all = append(all, say("the cable %.1f mm tight", mm))
	}
	if s.Friction > 0 {
		all = append(all, say("inner and outer rub: the pulley lags %.1f mm", s.Friction))
	}
	if s.Tilt != 0 {
		all = append(all, say("the hanger bent %.1f°, its foot %s", math.Abs(s.Tilt),
			map[bool]string{true: "towards the spokes", false: "away from them"}[s.Tilt > 0]))
	}
	if s.Low < 0 {
		all = append(all, say("the low limit screw %d eighths too far in", int(math.Round(-s.Low/d.Screw/eighth))))
	}
	if s.High < 0 {
		all = append(all, say("the high limit screw %d eighths too far in", int(math.Round(-s.High/d.Screw/eighth))))
	}
	return strings.Join(all, "; ")
}
