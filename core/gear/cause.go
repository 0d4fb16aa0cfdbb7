package gear

import "math"

// Cause is what is behind gears that do not shift.
type Cause string

// Causes. Each but the first wants something else than the barrel.
const (
	CableSet   Cause = "cable"    // it pulls too little or too much: the barrel
	CableRubs  Cause = "friction" // inner or outer: no barrel cures it
	PivotsDry  Cause = "pivots"
	HangerBent Cause = "hanger"
	HangerTurn Cause = "toe"
	Unmatched  Cause = "mismatch" // lever, mech and sprockets do not belong together
	LowIn      Cause = "low_in"
	LowOut     Cause = "low_out"
	HighIn     Cause = "high_in"
	HighOut    Cause = "high_out"
	GapWide    Cause = "gap_wide"
	GapNear    Cause = "gap_near"
	TeethWorn  Cause = "worn"

	// CableSettled is a cable that is set wrong because it was new: it is found by its age, not
	// by what a shift does.
	CableSettled Cause = "settled"
)

// History is what is known of a bike that moves what is likely before anything was tried.
type History struct {
	CableDays int  `json:"cable_days,omitempty" doc:"since the cable was fitted; 0 when nobody knows"`
	Fell      bool `json:"fell,omitempty" doc:"it fell on its right side, or was hit there"`
	Swapped   bool `json:"swapped,omitempty" doc:"lever, mech or sprockets were changed, and it did not shift since"`
	Stood     bool `json:"stood,omitempty" doc:"it stood for months, or in the wet"`
}

// settles is for how long a new cable gives, days (common practice: the first rides; about a turn).
const settles = 60

// priors are how common each cause is at a workshop's stand, out of one. Judgement of our own: most gears
// want the barrel; what a shop finds replaces them in time.
func (h History) priors() map[Cause]float64 {
	p := map[Cause]float64{CableSet: 0.50, CableRubs: 0.14, HangerBent: 0.10, LowIn: 0.04, LowOut: 0.02,
		HighIn: 0.03, HighOut: 0.02,
		PivotsDry: 0.04, GapWide: 0.04, GapNear: 0.02, Unmatched: 0.02, TeethWorn: 0.02, HangerTurn: 0.01}
	if h.CableDays > 0 && h.CableDays <= settles {
		p[CableSet] *= 3
		p[CableRubs] /= 4
	}
	if h.CableDays > 2*365 {
		p[CableRubs] *= 2
	}
	if h.Fell {
		p[HangerBent] *= 6
		p[HangerTurn] *= 3
	}
	if h.Swapped {
		p[Unmatched] *= 15
		p[LowIn] *= 2
		p[HighIn] *= 2
	}
	if h.Stood {
		p[CableRubs] *= 2
		p[PivotsDry] *= 3
	}
	return p
}

// may is one way in which a gear may be: a cause with its size, and where the cable stands besides.
type may struct {
	cause  Cause
	state  State
	weight float64
}

// grid lists the ways in which a gear may be, with what is believed of each before anything was tried. The
// sizes of a cause are spread over what is met, in shares of the spacing.
func grid(d Drivetrain, h History) []may {
	priors := h.priors()
	all := []may{}
	slack := 0.0
	if h.CableDays > 0 && h.CableDays <= settles {
		slack = -0.25 // a new cable gives: the pulley stands back
	}
	add := func(cause Cause, sizes []float64, set func(*State, float64), offsets spread) {
		from := len(all)
		for _, size := range sizes {
			for _, c := range offsets.values {
				s := New()
				s.Cable = c * d.Spacing / d.Ratio
				set(&s, size)
				all = append(all, may{cause, s, offsets.weight(c)})
			}
		}
		sum := 0.0
		for _, m := range all[from:] {
			sum += m.weight
		}
		for i := range all[from:] {
			all[from+i].weight *= priors[cause] * offsets.share() / sum
		}
	}
	near := spread{steps(-0.4, 0.4, 0.1), 0.15, 0, 0}
	add(CableSet, []float64{0}, func(*State, float64) {}, spread{steps(-1.3, 1.3, 0.04), 0.42, slack, 0})
	add(CableRubs, []float64{0.15, 0.2, 0.26, 0.34, 0.45, 0.6},
		func(s *State, v float64) { s.Friction = v * d.Spacing }, near)
	add(PivotsDry, []float64{0.2, 0.3, 0.42, 0.6}, func(s *State, v float64) { s.Pivots = v * d.Spacing }, near)
	add(HangerBent, []float64{-4, -3, -2.2, -1.6, -1.1, -0.7, 0.7, 1.1, 1.6, 2.2, 3, 4},
		func(s *State, v float64) { s.Tilt = v },
		spread{steps(-1, 1, 0.1), 0.35, 0, 0})
	rubs := spread{steps(-0.5, 0.5, 0.125), 0.25, 0, both}
	for _, friction := range []float64{0.28, 0.42} { // a bike that fell is seldom one with a new cable
		add(HangerBent, []float64{-3.6, -2.7, -2, -1.4, 1.4, 2, 2.7, 3.6}, func(s *State, v float64) {
			s.Tilt, s.Friction = v, friction*d.Spacing
		}, rubs)
	}
	add(HangerTurn, []float64{-4, -2.8, 2.8, 4}, func(s *State, v float64) { s.Toe = v },
		spread{steps(-0.1, 0.1, 0.1), 0.15, 0, 0})
	add(Unmatched, []float64{-0.12, -0.08, -0.05, -0.03, 0.03, 0.05, 0.08, 0.12},
		func(s *State, v float64) { s.Mismatch = v },
		spread{steps(-0.6, 0.6, 0.1), 0.25, 0, 0})
	around := spread{steps(-0.6, 0.6, 0.1), 0.22, 0, 0}
	add(LowIn, []float64{-0.2, -0.32, -0.5, -0.8}, func(s *State, v float64) { s.Low = v * d.Spacing }, around)
	add(LowOut, []float64{0.6, 1}, func(s *State, v float64) { s.Low = v * d.Spacing },
		spread{steps(0.3, 1, 0.1), 0.3, 0.5, 0})
	add(HighIn, []float64{-0.2, -0.32, -0.5, -0.8}, func(s *State, v float64) { s.High = v * d.Spacing }, around)
	add(HighOut, []float64{0.6, 1}, func(s *State, v float64) { s.High = v * d.Spacing },
		spread{steps(-1, -0.3, 0.1), 0.3, -0.5, 0})
	add(GapWide, []float64{10, 14, 19}, func(s *State, v float64) { s.Gap = v }, near)
	add(GapNear, []float64{1, 2}, func(s *State, v float64) { s.Gap = v }, spread{steps(-0.1, 0.1, 0.1), 0.15, 0, 0})
	add(TeethWorn, []float64{0.6, 1}, func(s *State, v float64) { s.Wear = v }, near)
	return all
}

// spread is where the cable may stand besides, in shares of the spacing: a bell over its values.
type spread struct {
	values    []float64
	sd, about float64
	part      float64 // of what the cause is believed; 0 for all of it
}

// both is how often a cause comes with a second one beside it (a guess of our own).
const both = 0.07

func (s spread) share() float64 {
	if s.part == 0 {
		return 1
	}
	return s.part
}

func (s spread) weight(v float64) float64 {
	z := (v - s.about) / s.sd
	return math.Exp(-z * z / 2)
}

func steps(from, to, by float64) (out []float64) {
	for i := 0; from+float64(i)*by <= to+by/2; i++ {
		out = append(out, from+float64(i)*by)
	}
	return out
}
