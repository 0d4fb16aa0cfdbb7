package gear

import (
	"math"
	"slices"

	"utensil/core/measure"
)

// Seen is what a shift did, and how far things had been turned by then since the first one was tried.
type Seen struct {
	Shift
	Result Result `json:"result" enum:"crisp,slow,will_not,two,noisy,over"`
	Moved
}

// Moved is what has been turned since the first shift was tried.
type Moved struct {
	Cable float64 `json:"cable_mm,omitempty" doc:"of cable, by the barrel; outward is more"`
	Low   float64 `json:"low_mm,omitempty" doc:"by the low limit screw; outward is more"`
	High  float64 `json:"high_mm,omitempty" doc:"by the high limit screw; outward is more"`
	Gap   float64 `json:"gap_mm,omitempty" doc:"by the gap's screw"`
}

// by is a state once things were turned.
func (s State) by(m Moved) State {
	s.Cable, s.Low, s.High = s.Cable+m.Cable, s.Low+m.Low, s.High+m.High
	if m.Gap != 0 {
		s.Gap = math.Max(0.5, s.Gap+m.Gap)
	}
	return s
}

// Sighted is where the pulley was seen to stand over a sprocket, by eye along its edge, after it
// was climbed to; over the smallest after it was dropped to.
type Sighted struct {
	Sprocket int     `json:"sprocket"`
	Off      float64 `json:"off_mm" doc:"beyond the sprocket's middle, towards the spokes"`
	Moved
}

// Gauged is what the hanger gauge says.
type Gauged struct {
	Tilt float64 `json:"tilt_deg"`
	Toe  float64 `json:"toe_deg"`
}

// Push is what a mech does that is pushed in by hand, with its cable slack, and let go.
type Push string

// A mech whose pivots are dry comes back slowly, or not all the way.
const (
	Springs Push = "springs"
	Sticks  Push = "sticks"
)

// stuck is how likely a push sticks with dry pivots, and with sound ones.
const (
	stuckDry   = 0.9
	stuckSound = 0.05
)

// Evidence is all that is known of a gear that does not shift.
type Evidence struct {
	Gear    Drivetrain `json:"gear"`
	History History    `json:"history"`
	Seen    []Seen     `json:"seen"`
	Sighted []Sighted  `json:"sighted,omitempty"`
	Gauge   *Gauged    `json:"gauge,omitempty"`
	Push    Push       `json:"push,omitempty" enum:"springs,sticks" doc:"the mech pushed in by hand and let go, its cable slack"`
	Now     Moved      `json:"now" doc:"what has been turned by now"`
	Cured   []Cause    `json:"cured,omitempty" doc:"what was put right since it came"`
}

// mistaken is the share of what is seen that is seen wrongly (the trade's own guess: one in twenty).
const mistaken = 0.05

// botched is how often what was put right is still wrong (a guess of our own).
const botched = 0.03

// fuzzy is how far a pulley stands off from where the model has it, as a share of the spacing: constants
// are off by some hundredths, and no two shifts are alike. eye is how well it is sighted, mm; laid is how
// well a hanger gauge is read, degrees.
const (
	fuzzy = 0.045
	eye   = 0.5
	laid  = 0.4
)

// Validate refuses evidence that cannot be.
func (e Evidence) Validate() error {
	if err := e.Gear.Validate(); err != nil {
		return err
	}
	for _, s := range e.Seen {
		if s.To < 0 || s.To > e.Gear.last() || s.From() < 0 || s.From() > e.Gear.last() {
			return measure.Wrong("seen", "There is no such shift on %d sprockets.", len(e.Gear.Teeth))
		}
		if !slices.Contains(Results, s.Result) {
			return measure.Wrong("seen", "Say what the shift did: crisp, slow, will not, two at once, "+
				"noisy, over the edge.")
		}
	}
	for _, s := range e.Sighted {
		if s.Sprocket < 0 || s.Sprocket > e.Gear.last() || math.IsNaN(s.Off) || math.Abs(s.Off) > 2*e.Gear.Spacing {
			return measure.Wrong("sighted", "A pulley is sighted over one of %d sprockets, at most two of them off.",
				len(e.Gear.Teeth))
		}
	}
	if e.Push != "" && e.Push != Springs && e.Push != Sticks {
		return measure.Wrong("push", "Pushed in and let go, the mech springs back or sticks.")
	}
	if g := e.Gauge; g != nil && (math.IsNaN(g.Tilt+g.Toe) || math.Abs(g.Tilt) > 20 || math.Abs(g.Toe) > 20) {
		return measure.Wrong("gauge", "A hanger that is bent by more than 20 degrees is replaced, not measured.")
	}
	return nil
}

// belief is what may be, with its chance.
type belief struct {
	gear Drivetrain
	may  []may
	p    []float64
}

// believe weighs every way in which the gear may be by what was seen: Bayes' rule, exactly over the grid.
func (e Evidence) believe() belief {
	b := belief{gear: e.Gear, may: grid(e.Gear, e.History)}
	b.p = make([]float64, len(b.may))
	sum := 0.0
	for i, m := range b.may {
		p := m.weight
		if slices.Contains(e.Cured, m.cause) {
			p *= botched
		}
		for _, s := range e.Seen {
			p *= e.Gear.likely(m.state.by(s.Moved), s.Shift)[place(s.Result)]
		}
		for _, s := range e.Sighted {
			p *= bell(s.Off-e.Gear.Off(m.state.by(s.Moved), arriving(s.Sprocket)), eye)
		}
		if e.Push != "" {
			p *= pushed(m.cause, e.Push)
		}
		if e.Gauge != nil {
			p *= bell(e.Gauge.Tilt-m.state.Tilt, laid) * bell(e.Gauge.Toe-m.state.Toe, laid)
		}
		b.p[i] = p
		sum += p
	}
	for i := range b.p {
		b.p[i] /= sum
	}
	return b
}

// arriving is the shift by which a sprocket that is sighted was come to.
func arriving(sprocket int) Shift { return Shift{To: sprocket, Up: sprocket > 0} }

func pushed(c Cause, saw Push) float64 {
	p := stuckSound
	if c == PivotsDry {
		p = stuckDry
	}
	if saw == Springs {
		return 1 - p
	}
	return p
}

// results are what a shift may be seen to do; two at once and over the edge are the same, at the ends.
const results = 5

// place is where a result stands among them.
func place(r Result) int {
	switch r {
	case Slow:
		return 1
	case WillNot:
		return 2
	case Two, Over:
		return 3
	case Noisy:
		return 4
	}
	return 0
}

// likely is how likely each result of a shift is: the model's, blurred by what it does not know, and now
// and then anything, since people see wrongly.
func (d Drivetrain) likely(s State, sh Shift) (p [results]float64) {
	short, noise := d.reach(s, sh)
	willNot := below((-slowWithin - short) / fuzzy)
	slow := below((-crispWithin-short)/fuzzy) - willNot
	two := 1 - below((nextBeyond-short)/fuzzy)
	taken := math.Max(0, 1-willNot-slow-two)
	quiet := below((quietWithin-noise)/fuzzy) - below((-quietWithin-noise)/fuzzy)
	for i, v := range [results]float64{taken * quiet, slow, willNot, two, taken * (1 - quiet)} {
		p[i] = (1-mistaken)*v + mistaken/results
	}
	return p
}

// below is the normal distribution function, from a table: it is asked some hundred thousand times an answer,
// and three figures would do.
func below(z float64) float64 {
	at := (z + tableEnd) * tableFine
	switch {
	case at <= 0:
		return 0
	case at >= float64(len(table)-1):
		return 1
	}
	i := int(at)
	return table[i] + (at-float64(i))*(table[i+1]-table[i])
}

const (
	tableEnd  = 6.0
	tableFine = 256.0
)

var table = func() (t [2*int(tableEnd*tableFine) + 1]float64) {
	for i := range t {
		t[i] = 0.5 * math.Erfc(-(float64(i)/tableFine-tableEnd)/math.Sqrt2)
	}
	return t
}()

func bell(off, sd float64) float64 { return math.Exp(-off * off / (2 * sd * sd)) }

// chances sums the belief by cause.
func (b belief) chances() map[Cause]float64 {
	sum := map[Cause]float64{}
	for i, m := range b.may {
		sum[m.cause] += b.p[i]
	}
	return sum
}

// faint is the chance below which a way is left out where all of them are gone through.
const faint = 2e-5

// tells is how much a shift would tell of what is so, bits: what is unsure of its result, less what would
// stay unsure if everything were known.
func (b belief) tells(moved Moved, sh Shift) float64 {
	var all [results]float64
	known := 0.0
	for i, m := range b.may {
		if b.p[i] < faint {
			continue
		}
		p := b.gear.likely(m.state.by(moved), sh)
		for r, v := range p {
			all[r] += b.p[i] * v
		}
		known += b.p[i] * entropy(p)
	}
	return entropy(all) - known
}

// sightTells is how much sighting the pulley over a sprocket would tell, bits: what is unsure of
// where it stands against what the eye can part.
func (b belief) sightTells(moved Moved, sprocket int) float64 {
	mean, square := 0.0, 0.0
	for i, m := range b.may {
		x := b.gear.Off(m.state.by(moved), arriving(sprocket))
		mean, square = mean+b.p[i]*x, square+b.p[i]*x*x
	}
	return 0.5 * math.Log2(1+math.Max(0, square-mean*mean)/(eye*eye))
}

func entropy(p [results]float64) (bits float64) {
	for _, v := range p {
		if v > 0 {
			bits -= v * math.Log(v)
		}
	}
	return bits / math.Ln2
}
