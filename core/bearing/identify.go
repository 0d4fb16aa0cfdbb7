package bearing

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"
)

// Guess is a bearing with the chance that it is the one that was measured.
type Guess struct {
	Kind
	Chance float64 `json:"chance"`
}

// Guesses are what a measurement may be, the likeliest first.
type Guesses struct {
	List  []Guess `json:"list"`
	None  float64 `json:"none" doc:"the chance that it is none of ours"`
	Apart string  `json:"apart" doc:"what tells the first two apart, and how to measure it"`
}

// What is believed before anything is measured. All are choices, tried against simulated worn
// bearings (make bench): none of ours is rare; a bearing that is usual at the place is likelier than
// one that is not, and the one that sat there before than any other.
const (
	noneOfOurs = 0.02
	unusual    = 0.08 // against one that is usual there
	before     = 6.0
)

// What is measured of a worn bearing: edges wear away or are burred by some hundredths.
const (
	wornBy  = 0.04 // mm, mean, where nobody said that it is worn
	burred  = 0.12 // mm, mean, where somebody did
	rarely  = 0.15 // share of sound-looking bearings that are worn
	degrees = 3.0  // an angle is laid on, not measured: ±, as a standard deviation
)

// normal95 is how many standard deviations a tool's ± at 95 % is.
var normal95 = distuv.UnitNormal.Quantile(0.975)

// Identify ranks the bearings that a measurement may be of. seat is where it sits, was the id of what
// sat there before; both may be empty. By Bayes' rule over the normal error of the tool and an
// exponential wear, against a bearing of any dimensions that is none of ours.
func Identify(known []Kind, m Measured, seat, was string) (Guesses, error) {
	if err := m.Validate(); err != nil {
		return Guesses{}, err
	}
	var g Guesses
	all := 0.0
	weights := make([]float64, len(known))
	for i, k := range known {
		weights[i] = 1
		if seat != "" && !slices.Contains(k.Seats, seat) {
			weights[i] = unusual
		}
		if k.ID == was {
			weights[i] *= before
		}
		all += weights[i]
	}
	none := noneOfOurs * m.anything()
	sum := none
	for i, k := range known {
		p := (1 - noneOfOurs) * weights[i] / all * m.likely(k)
		sum += p
		g.List = append(g.List, Guess{k, p})
	}
	for i := range g.List {
		g.List[i].Chance /= sum
	}
	g.None = none / sum
	slices.SortStableFunc(g.List, func(a, b Guess) int { return cmp.Compare(b.Chance, a.Chance) })
	g.List = slices.DeleteFunc(g.List, func(x Guess) bool { return x.Chance < 0.001 })
	if len(g.List) > 6 {
		g.List = g.List[:6]
	}
	g.Apart = m.apart(g.List)
	return g, nil
}

// anything is how likely the figures are of some bearing that is none of ours: even over what
// bearings measure.
func (m Measured) anything() float64 {
	p := 1.0
	for _, d := range []struct{ v, span float64 }{{m.Bore, 50}, {m.Outside, 60}, {m.Width, 14},
		{m.Inner, 40}, {m.Outer, 40}} {
		if d.v > 0 {
			p /= d.span
		}
	}
	return p
}

// likely is how likely the figures are of a bearing of this kind.
func (m Measured) likely(k Kind) float64 {
	sd := m.Error / normal95
	p := 1.0
	if m.Bore > 0 {
		p *= m.worn(m.Bore-k.Bore, sd) // a bore wears open
	}
	if m.Outside > 0 {
		p *= m.worn(k.Outside-m.Outside, sd) // a seat wears down
	}
	if m.Width > 0 {
		p *= m.worn(k.Width-m.Width, sd) // faces wear down
	}
	for _, a := range [][2]float64{{m.Inner, k.Inner}, {m.Outer, k.Outer}} {
		if a[0] > 0 {
			p *= distuv.Normal{Mu: a[1], Sigma: degrees}.Prob(a[0])
		}
	}
	return p
}

// worn is the density of a figure that is off by so much in the way of wear: the tool's error, and
// for some share of the bearings an exponential wear with it (Grushka 1972).
func (m Measured) worn(off, sd float64) float64 {
	sharp := distuv.Normal{Sigma: sd}.Prob(off)
	mean, share := wornBy, rarely
	if m.Worn {
		mean, share = burred, 0.7
	}
	// A burr points the other way as often: it is measured as much as wear is where it is felt.
	tail := 0.75*modified(off, sd, mean) + 0.25*modified(-off, sd, mean)
	return (1-share)*sharp + share*tail
}

// modified is the density of a normal error with an exponential of that mean added.
func modified(x, sd, mean float64) float64 {
	z := (sd/mean - x/sd) / math.Sqrt2
	if z > 6 { // erfc's tail by its first term, as its factors would over- and underflow
		return distuv.Normal{Sigma: sd}.Prob(x) * sd / (mean * math.Sqrt2 * z)
	}
	return 1 / (2 * mean) * math.Exp(sd*sd/(2*mean*mean)-x/mean) * math.Erfc(z)
}

// apart says what would tell the first two apart best, and how to measure it.
func (m Measured) apart(list []Guess) string {
	if len(list) < 2 || list[1].Chance < 0.02 {
		return ""
	}
	a, b := list[0], list[1]
	best, says := 0.0, "They measure the same: what is written on the old one tells, or the place it sits in."
	for _, d := range []struct {
		name    string
		a, b    float64
		scale   float64
		unit    string
		measure string
	}{
		{"width", a.Width, b.Width, m.Error, "mm", "the vernier across both faces, on a clean place"},
		{"outside", a.Outside, b.Outside, m.Error, "mm",
			"the vernier across the widest place, turned by a quarter and once more"},
		{"bore", a.Bore, b.Bore, m.Error, "mm", "the vernier's inner jaws, turned by a quarter and once more"},
		{"bevel at the bore", a.Inner, b.Inner, degrees, "°", "lay it on a known angle, or on the new one"},
		{"bevel outside", a.Outer, b.Outer, degrees, "°", "lay it on a known angle, or on the new one"},
	} {
		if gap := math.Abs(d.a-d.b) / d.scale; gap > best {
			best = gap
			says = fmt.Sprintf("The %s tells them apart, %g or %g %s: %s.", d.name, d.a, d.b, d.unit, d.measure)
			if gap < 1 {
				says += fmt.Sprintf(" A tool that may be off by %g mm cannot tell: take a finer one.", m.Error)
			}
		}
	}
	return says
}
