// Package pressure is a pressure gauge that was held against a second one: how far off it is,
// what is true when it shows a figure, and when it is to be held against one again.
package pressure

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"
	"time"
)

// Pair is one pressure as both gauges show it, bar over the air around: this gauge, and the one
// that is believed.
type Pair struct{ Shown, True float64 }

// Off is how much too much the gauge shows, bar; below zero for too little.
func (p Pair) Off() float64 { return p.Shown - p.True }

// Gauge is a pressure gauge with what its last check told.
type Gauge struct {
	Most    float64 // the end of its scale, bar
	Class   float64 // how far off a sound one may be anywhere, as a share of Most; 0 where its face does not say
	Pairs   []Pair  // of its last check; none before
	Checked time.Time
	Months  int // a check lasts; 0 for no limit
}

const (
	// unnamed is the class of a gauge whose face names none: the coarsest there is (EN 837-1,
	// value from memory).
	unnamed = 0.04
	// Needle is how finely a needle is read, as a share of what it shows (our own judgement).
	Needle = 0.02
	// strange is how far two gauges may differ before one of them is misread, as a share of the
	// scale (our own judgement).
	strange = 0.25
	// MostPairs are as many as a check takes.
	MostPairs = 8
)

// Validate reports a gauge that cannot be so.
func (g Gauge) Validate() error {
	switch {
	case !(g.Most >= 0.5 && g.Most <= 60):
		return errors.New("the scale of a gauge for tyres and legs ends between 0.5 and 60 bar")
	case !(g.Class >= 0 && g.Class <= 0.1):
		return errors.New("the class on its face is a share of the scale: 0.1 to 4 %, at most 10")
	case g.Months < 0 || g.Months > 60:
		return errors.New("a check lasts at most 60 months")
	}
	return nil
}

// Held is the gauge after a check: its pairs in order. It refuses pairs that no gauge shows that
// is still of use.
func (g Gauge) Held(pairs []Pair, at time.Time) (Gauge, error) {
	if len(pairs) == 0 || len(pairs) > MostPairs {
		return g, fmt.Errorf("hold it at one to %d pressures", MostPairs)
	}
	pairs = slices.SortedFunc(slices.Values(pairs), func(a, b Pair) int { return cmp.Compare(a.True, b.True) })
	for i, p := range pairs {
		switch {
		case !(p.Shown >= 0 && p.True >= 0):
			return g, errors.New("a gauge shows nothing or more")
		case p.Shown > g.Most*(1+Needle):
			return g, fmt.Errorf("its scale ends at %.4g bar: it cannot have shown %.4g", g.Most, p.Shown)
		case math.Abs(p.Off()) > strange*g.Most:
			return g, fmt.Errorf("%.4g and %.4g bar are further apart than gauges are: another unit, or one is broken",
				p.Shown, p.True)
		case i > 0 && p.True == pairs[i-1].True:
			return g, fmt.Errorf("%.4g bar stands there twice: keep one of them", p.True)
		case i > 0 && p.Shown <= pairs[i-1].Shown:
			return g, fmt.Errorf("it shows %.4g bar at %.4g and no more at %.4g: its needle sticks, or "+
				"a figure is wrong. "+
				"One that sticks is retired", pairs[i-1].Shown, pairs[i-1].True, p.True)
		}
	}
	g.Pairs, g.Checked = pairs, at
	return g, nil
}

// True is the pressure when the gauge shows a figure, bar: between two pairs along the line
// through them, beyond them off by as much as at the nearest. As shown where it was never
// checked.
func (g Gauge) True(shown float64) float64 {
	return g.read(shown, func(p Pair) (from, to float64) { return p.Shown, p.True })
}

// Shows is what the gauge shows at a pressure, bar: True the other way round.
func (g Gauge) Shows(bar float64) float64 {
	return g.read(bar, func(p Pair) (from, to float64) { return p.True, p.Shown })
}

func (g Gauge) read(at float64, sides func(Pair) (from, to float64)) float64 {
	if len(g.Pairs) == 0 {
		return at
	}
	i := slices.IndexFunc(g.Pairs, func(p Pair) bool { from, _ := sides(p); return at <= from })
	if i <= 0 {
		end := g.Pairs[0]
		if i < 0 {
			end = g.Pairs[len(g.Pairs)-1]
		}
		from, to := sides(end)
		return max(0, at+to-from)
	}
	from, to := sides(g.Pairs[i-1])
	nextFrom, nextTo := sides(g.Pairs[i])
	return to + (at-from)*(nextTo-to)/(nextFrom-from)
}

// Tried says whether the gauge was checked around a figure that it shows: between its outermost
// pairs, give or take a reading of the needle.
func (g Gauge) Tried(shown float64) bool {
	n := len(g.Pairs)
	return n > 0 && shown >= g.Pairs[0].Shown*(1-Needle) && shown <= g.Pairs[n-1].Shown*(1+Needle)
}

// Doubt is how far the pressure may lie from True when the gauge shows a figure, bar: where it
// was checked, by how finely a needle is read; elsewhere by its class, the same at the bottom of
// the scale as at its top.
func (g Gauge) Doubt(shown float64) float64 {
	if g.Tried(shown) {
		return Needle * shown
	}
	return g.allowed()
}

// allowed is how far off a sound gauge of this class may be anywhere on its scale, bar.
func (g Gauge) allowed() float64 { return cmp.Or(g.Class, unnamed) * g.Most }

// Worst is the pair that is furthest off; false before a check.
func (g Gauge) Worst() (worst Pair, checked bool) {
	for _, p := range g.Pairs {
		if math.Abs(p.Off()) > math.Abs(worst.Off()) {
			worst = p
		}
	}
	return worst, len(g.Pairs) > 0
}

// Sound says whether the last check found it within its class everywhere; true before one.
func (g Gauge) Sound() bool {
	worst, _ := g.Worst()
	return math.Abs(worst.Off()) <= g.allowed()+1e-9
}

// Due says why the gauge is to be checked, or "" while it need not be.
func (g Gauge) Due(now time.Time) string {
	switch {
	case g.Checked.IsZero():
		return "It has never been held against another."
	case g.Months > 0 && !now.Before(g.Checked.AddDate(0, g.Months, 0)):
		return fmt.Sprintf("Its check of %s is older than %d months.", g.Checked.Format("2 January 2006"), g.Months)
	}
	return ""
}

// Steps are the pressures to hold a gauge at, bar: nothing, and each quarter of its scale but the
// last, rounded to a mark that is easily met.
func (g Gauge) Steps() []float64 {
	marks := 1.0 // a bar
	switch {
	case g.Most < 2:
		marks = 10
	case g.Most < 8:
		marks = 2
	}
	steps := []float64{0}
	for quarter := 1; quarter <= 3; quarter++ {
		steps = append(steps, math.Round(g.Most*float64(quarter)/4*marks)/marks)
	}
	return steps
}
