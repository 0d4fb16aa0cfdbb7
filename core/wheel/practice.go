package wheel

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
)

// Act is something that a learner does to the practice wheel.
type Act struct {
	Do       string `json:"do" enum:"spin,pluck,turn,sign" doc:"look at it all round; pluck every spoke; turn a nipple; say that it is true enough"`
	Spoke    int    `json:"spoke,omitempty" doc:"that is turned"`
	Quarters int    `json:"quarters,omitempty" doc:"tighter where positive, -4 to 4"`
}

// Levels are what practising is called at each level, from the easiest; no name tells what is hidden.
var Levels = []string{"One place", "Here and there", "Not only sideways", "Uneven underneath", "One that will not"}

// What acts take, seconds (common practice, no source).
const (
	spinSeconds    = 60
	pluckSeconds   = 120
	reachSeconds   = 10
	quarterSeconds = 3
)

// Practice is a wheel that is off in a hidden way, as far as a learner has come with it. It
// answers as the model does, but each spoke by up to a tenth otherwise: nobody at a stand knows
// better either.
type Practice struct {
	Wheel    Wheel
	Aim      Aim
	Seen     Readings // as it was looked at last
	Since    bool     // a nipple was turned since
	Quarters int      // turned, either way
	Nipples  int      // visits to a nipple: turned on and on is one
	Seconds  float64
	Said     string
	Won      bool
	Seized   []int

	influence *Influence
	off       []float64 // how far each nipple is from where it should be, quarter-turns
	answers   []float64 // of each spoke, of what the model says
	dice      *rand.Rand
	last      int
}

// NewPractice hides what is wrong at a level, 1 to 5, with a wheel that the program itself makes
// true. The same seed hides the same.
func NewPractice(w Wheel, aim Aim, seed uint64, level int) (*Practice, error) {
	if level < 1 || level > len(Levels) {
		return nil, fmt.Errorf("there are levels 1 to %d", len(Levels))
	}
	f, err := w.Influence()
	if err != nil {
		return nil, err
	}
	dice := rand.New(rand.NewPCG(seed, uint64(level)))
	for range mostTries {
		p := &Practice{Wheel: w, Aim: aim, influence: f, dice: dice, off: make([]float64, w.Spokes),
			answers: make([]float64, w.Spokes)}
		p.hide(level)
		p.look(true, true)
		if p.right() {
			continue
		}
		if own, err := p.Own(); err == nil && own.True {
			return p, nil
		}
	}
	return nil, fmt.Errorf("by this aim no wheel can be practised on: nothing that is hidden is off, or " +
		"the program does not cure it itself")
}

// mostTries at a wheel that is off, and that the program makes true itself.
const mostTries = 80

func (p *Practice) hide(level int) {
	n := p.Wheel.Spokes
	for k := range p.answers {
		p.answers[k] = 1 + 0.1*(2*p.dice.Float64()-1)
	}
	some := func(least, most float64) float64 {
		v := least + (most-least)*p.dice.Float64()
		if p.dice.IntN(2) == 0 {
			return -v
		}
		return v
	}
	at := p.dice.IntN(n)
	places := []int{at}
	if level > 1 {
		places = append(places, (at+n/3+p.dice.IntN(3))%n, (at+2*n/3+p.dice.IntN(3))%n)
	}
	for _, place := range places {
		v := some(3, 6)
		p.off[place], p.off[(place+2)%n] = v, v*0.7 // of one side
	}
	if level >= 3 {
		v, from := some(2, 4), p.dice.IntN(n)
		for k := range 6 {
			p.off[(from+k)%n] += v
		}
	}
	if level >= 4 {
		for k := range p.off {
			p.off[k] += some(0, 1.5)
		}
	}
	if level == 5 {
		p.Seized = []int{places[1] + 1}
	}
}

// state is the wheel as it is, by spoke from 1.
func (p *Practice) state() Readings {
	r := Readings{Tensions: map[int]float64{}}
	for n := 1; n <= p.Wheel.Spokes; n++ {
		side, out := p.influence.At(float64(n))
		var mm, up float64
		t := tightSide * p.Aim.Most * p.Wheel.Share(p.Wheel.Side(n))
		for k, q := range p.off {
			q *= p.answers[k]
			mm, up, t = mm+q*side[k], up+q*out[k], t+q*p.influence.Tension(n, k+1)
		}
		r.Runouts = append(r.Runouts, Runout{At: float64(n), Mm: &mm, Out: &up})
		r.Tensions[n] = math.Max(0, t)
	}
	return r
}

// tightSide is what the tighter side bears of what the rim does.
const tightSide = 0.65

// What a learner's readings are off by: mm, and a share of a tension.
const (
	readMm      = 0.03
	readTension = 0.02
)

// look reads the wheel, as one reads.
func (p *Practice) look(rim, spokes bool) {
	r := p.state()
	if rim {
		for i := range r.Runouts {
			mm, up := *r.Runouts[i].Mm+readMm*p.dice.NormFloat64(), *r.Runouts[i].Out+readMm*p.dice.NormFloat64()
			r.Runouts[i].Mm, r.Runouts[i].Out = &mm, &up
		}
		p.Seen.Runouts, p.Since = r.Runouts, false
	}
	if spokes {
		for n := 1; n <= p.Wheel.Spokes; n++ { // in their order, so that the same seed reads the same
			r.Tensions[n] *= 1 + readTension*p.dice.NormFloat64()
		}
		p.Seen.Tensions = r.Tensions
	}
}

func (p *Practice) right() bool { return p.Wheel.Judge(p.state(), p.Aim).True }

// Do does an act.
func (p *Practice) Do(a Act) error {
	p.Said = ""
	switch {
	case p.Won:
		return fmt.Errorf("it is signed: take another one")
	case a.Do == "spin":
		p.look(true, false)
		p.Seconds, p.last = p.Seconds+spinSeconds, 0
	case a.Do == "pluck":
		p.look(false, true)
		p.Seconds, p.last = p.Seconds+pluckSeconds, 0
	case a.Do == "sign":
		p.sign()
	case a.Do != "turn":
		return fmt.Errorf("%q is nothing that is done to a wheel here: spin, pluck, turn or sign", a.Do)
	case a.Spoke < 1 || a.Spoke > p.Wheel.Spokes:
		return fmt.Errorf("spoke %d: this wheel has %d, counted from the valve", a.Spoke, p.Wheel.Spokes)
	case a.Quarters == 0 || a.Quarters > mostAtOnce || a.Quarters < -mostAtOnce:
		return fmt.Errorf("a nipple is turned by up to %d quarters at once", mostAtOnce)
	default:
		p.turn(a)
	}
	return nil
}

func (p *Practice) turn(a Act) {
	if a.Spoke != p.last {
		p.Nipples, p.Seconds = p.Nipples+1, p.Seconds+reachSeconds
	}
	p.last = a.Spoke
	if slices.Contains(p.Seized, a.Spoke) {
		p.Said = fmt.Sprintf("Spoke %d: it does not turn, and would round off. Turn those beside it.", a.Spoke)
		return
	}
	turned := max(a.Quarters, -a.Quarters)
	p.off[a.Spoke-1] += float64(a.Quarters)
	p.Quarters, p.Seconds, p.Since = p.Quarters+turned, p.Seconds+quarterSeconds*float64(turned), true
}

// sign says whether it is true enough for its brake, by how it is and not by what was read.
func (p *Practice) sign() {
	r := p.state()
	v := p.Wheel.Judge(r, p.Aim)
	if p.Won = v.True; p.Won {
		p.Said = "True enough for its brake."
		return
	}
	side, out := r.Relative()
	worst, where, way := 0.0, 0, ""
	for i := range r.Runouts {
		for _, x := range []struct {
			off, most float64
			way       string
		}{{side[i], p.Aim.Wobble, "side to side"}, {out[i], p.Aim.Hop, "up and down"}} {
			if share := math.Abs(x.off) / x.most; share > worst {
				worst, where, way = share, i+1, x.way
			}
		}
	}
	switch {
	case worst > 1:
		p.Said = fmt.Sprintf("Not yet: %s, worst near spoke %d.", way, where)
	case len(v.Tight) > 0:
		p.Said = fmt.Sprintf("Not yet: spoke %d bears more than its rim does.", v.Tight[0])
	default:
		p.Said = "Not yet: it runs true, and its tensions are uneven. Pluck it round."
	}
	p.Seconds += spinSeconds // somebody else looked
}

// Owns is what the program takes to make the same wheel true.
type Owns struct {
	Quarters int     `json:"quarters"`
	Nipples  int     `json:"nipples"`
	Seconds  float64 `json:"seconds"`
	Rounds   int     `json:"rounds"`
	True     bool    `json:"true"`
}

// mostRounds of the program's own.
const mostRounds = 6

// Own makes the wheel true as the program does, by its plans, from how it stands now.
func (p *Practice) Own() (Owns, error) {
	b, err := NewBench(p.Wheel, p.Aim)
	if err != nil {
		return Owns{}, err
	}
	b.Seized = p.Seized
	q := *p
	q.off, q.Won = slices.Clone(p.off), false
	q.dice = rand.New(rand.NewPCG(1, uint64(len(p.off))))
	var o Owns
	for o.Rounds < mostRounds && !q.right() {
		q.look(true, true)
		o.Seconds += spinSeconds + pluckSeconds
		plan, err := b.Plan(q.Seen)
		if err != nil || len(plan.Turns) == 0 {
			return o, err
		}
		for _, t := range plan.Turns {
			quarters := max(t.Quarters, -t.Quarters)
			q.off[t.Spoke-1] += float64(t.Quarters)
			o.Quarters, o.Nipples, o.Seconds = o.Quarters+quarters, o.Nipples+1,
				o.Seconds+reachSeconds+quarterSeconds*float64(quarters)
		}
		o.Rounds++
	}
	o.True = q.right()
	return o, nil
}

// Advice is what the program would turn now, by what was seen last.
func (p *Practice) Advice() ([]Turn, error) {
	b, err := NewBench(p.Wheel, p.Aim)
	if err != nil {
		return nil, err
	}
	b.Seized = p.Seized
	plan, err := b.Plan(p.Seen)
	return plan.Turns, err
}
