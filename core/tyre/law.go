package tyre

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"gonum.org/v1/gonum/mat"
)

// Surface is what is ridden on, by its id.
type Surface string

// Ground is how much of the pressure for smooth ground is ridden on a surface.
type Ground struct {
	Surface Surface
	Share   float64 // 0.2 to 1
	Floats  float64 // mm of width from which a tyre floats on it; narrower it is ridden as on the ground before. 0: any
}

// Ridden is a pressure as riders settle on it: a row of the table that the law is fitted to.
type Ridden struct {
	Load     float64 // kg on the wheel
	Width    float64 // mm
	Seat     float64 // diameter of the bead seat, mm
	Tubeless bool
	Surface  Surface
	From, To float64 // bar
}

// Floor is the least pressure with a tube at a width, bar.
type Floor struct{ Width, Bar float64 }

// Custom is all that is known of how pressures are ridden.
type Custom struct {
	Ridden  []Ridden
	Grounds []Ground // from smooth to soft
	Floors  []Floor  // by width, rising
}

// Law gives the pressure that is ridden, as p = c · load^a · width^(−b − e·ln width) · seat^−d,
// times what the ground and a missing tube leave of it. The width's power grows with the width:
// narrow tyres are ridden hard for what pinches them, wide ones soft for what they float on.
type Law struct {
	custom   Custom
	by       [terms]float64
	lightest float64 // load of the table, kg: below it pressure goes in proportion
}

// The terms of the law, in logarithms about a usual wheel.
const (
	terms                        = 5
	usualLoad, usualWidth, usual = 45.0, 40.0, 622.0
)

// Without a tube nothing is pinched, and the bead leaves its seat before the rim is struck: what
// is ridden and what is the least, as shares of those with one (common practice, no source).
const (
	withoutOne      = 0.9
	floorWithoutOne = 0.8
	onSnow          = 0.6 // of the floor, where nothing is hard enough to pinch
)

func row(load, width, seat float64) [terms]float64 {
	w := math.Log(width / usualWidth)
	return [terms]float64{1, math.Log(load / usualLoad), w, w * w, math.Log(seat / usual)}
}

// Fit is the law nearest to what is ridden, by least squares of the logarithms.
func (c Custom) Fit() (Law, error) {
	if err := c.check(); err != nil {
		return Law{}, err
	}
	l := Law{custom: c, lightest: math.Inf(1)}
	a, y := mat.NewDense(len(c.Ridden), terms, nil), mat.NewVecDense(len(c.Ridden), nil)
	for i, r := range c.Ridden {
		x := row(r.Load, r.Width, r.Seat)
		a.SetRow(i, x[:])
		y.SetVec(i, math.Log((r.From+r.To)/2/l.share(r.Surface, r.Width, r.Tubeless)))
		l.lightest = min(l.lightest, r.Load)
	}
	var by mat.VecDense
	if err := by.SolveVec(a, y); err != nil {
		return Law{}, fmt.Errorf("what is ridden does not tell load, width and seat apart: %w", err)
	}
	copy(l.by[:], by.RawVector().Data)
	if !(l.by[1] > 0 && l.by[1] <= 1) {
		return Law{}, fmt.Errorf("what is ridden has pressure go with load to the power of %.2f: above 0 and up to 1",
			l.by[1])
	}
	for _, width := range []float64{narrowest, widest} {
		if slope := l.by[2] + 2*l.by[3]*math.Log(width/usualWidth); slope >= 0 {
			return Law{}, fmt.Errorf("what is ridden has a wider tyre ask for more, at %.0f mm", width)
		}
	}
	return l, nil
}

// smooth is what is ridden on smooth ground with a tube, bar.
func (l Law) smooth(load, width, seat float64) float64 {
	measured := max(load, l.lightest)
	p := 0.0
	for i, x := range row(measured, width, seat) {
		p += l.by[i] * x
	}
	return math.Exp(p) * load / measured
}

// ground is what a tyre of a width is ridden on: where it does not float, the ground before.
func (l Law) ground(s Surface, width float64) (Ground, bool) {
	i := slices.IndexFunc(l.custom.Grounds, func(g Ground) bool { return g.Surface == s })
	if i < 0 {
		return Ground{}, false
	}
	for i > 0 && width < l.custom.Grounds[i].Floats {
		i--
	}
	return l.custom.Grounds[i], true
}

func (l Law) share(s Surface, width float64, tubeless bool) float64 {
	g, _ := l.ground(s, width)
	if tubeless {
		return g.Share * withoutOne
	}
	return g.Share
}

// Ridden is what riders settle on, bar: before anything that holds it.
func (l Law) Ridden(load, width, seat float64, on Surface, tubeless bool) float64 {
	return l.smooth(load, width, seat) * l.share(on, width, tubeless)
}

// Floor is the least at a width where no sidewall says it, bar.
func (l Law) Floor(width float64, on Surface, tubeless bool) float64 {
	f := l.custom.Floors
	i := slices.IndexFunc(f, func(f Floor) bool { return width <= f.Width })
	i = min(max(i, 1), len(f)-1)
	if width > f[len(f)-1].Width {
		i = len(f) - 1
	}
	a, b := f[i-1], f[i]
	bar := a.Bar * math.Pow(b.Bar/a.Bar, math.Log(width/a.Width)/math.Log(b.Width/a.Width))
	if tubeless {
		bar *= floorWithoutOne
	}
	if g, _ := l.ground(on, width); g.Floats > 0 {
		bar *= onSnow
	}
	return bar
}

// Off is how far the law lies from the middle of a row, as a share of it.
func (l Law) Off(r Ridden) float64 {
	return l.Ridden(r.Load, r.Width, r.Seat, r.Surface, r.Tubeless)/((r.From+r.To)/2) - 1
}

func (c Custom) check() error {
	if len(c.Ridden) < 2*terms {
		return fmt.Errorf("%d pressures as they are ridden: a law needs %d", len(c.Ridden), 2*terms)
	}
	if len(c.Grounds) == 0 || c.Grounds[0].Share != 1 || c.Grounds[0].Floats != 0 {
		return errors.New("the first ground is the smooth one, with a share of 1")
	}
	for i, g := range c.Grounds {
		if !(g.Share >= 0.2 && g.Share <= 1) || i > 0 && g.Share > c.Grounds[i-1].Share {
			return fmt.Errorf("%s: a share of %g: between 0.2 and that of the ground before", g.Surface, g.Share)
		}
	}
	for _, r := range c.Ridden {
		known := slices.ContainsFunc(c.Grounds, func(g Ground) bool { return g.Surface == r.Surface })
		if !known || !(r.Load > 0 && r.Width > 0 && r.Seat > 0 && r.From > 0 && r.To >= r.From) {
			return fmt.Errorf("%.0f kg on %.0f mm: a load, a width, a seat, a ground that is known and two pressures",
				r.Load, r.Width)
		}
	}
	if len(c.Floors) < 2 {
		return errors.New("the least pressures need two widths")
	}
	for i, f := range c.Floors {
		if !(f.Width > 0 && f.Bar > 0) || i > 0 && (f.Width <= c.Floors[i-1].Width || f.Bar > c.Floors[i-1].Bar) {
			return fmt.Errorf("the least at %g mm is %g bar: wider tyres follow, with less", f.Width, f.Bar)
		}
	}
	return nil
}
