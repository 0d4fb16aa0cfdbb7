package tyre

import (
	"errors"
	"fmt"
	"math"
)

// Surface is what is ridden on.
type Surface string

// The surfaces, from smooth to soft.
const (
	Smooth Surface = "smooth" // good tarmac
	Mixed  Surface = "mixed"  // worn tarmac, hard gravel
	Rough  Surface = "rough"  // loose gravel, roots, setts
	Soft   Surface = "soft"   // mud, sand, snow
)

// Surfaces are all of them.
var Surfaces = []Surface{Smooth, Mixed, Rough, Soft}

// lessOn is how much of the pressure for smooth ground is ridden on others (common practice, no source).
var lessOn = map[Surface]float64{Smooth: 1, Mixed: 0.93, Rough: 0.86, Soft: 0.78}

// Wheel is a tyre on its rim, with what it carries.
type Wheel struct {
	Load     float64 // kg on this wheel, 5 to 250
	Width    float64 // of the tyre as it stands on its rim, mm, 16 to 130
	Surface  Surface
	Tubeless bool
	Least    float64 // what the sidewall says at least, bar; 0 where it does not
	Most     float64 // what the sidewall says at most, bar, 1 to 16: nothing is advised where that was not read
	RimMost  float64 // what the rim bears at most, bar; 0 where its maker does not say
	Hookless bool    // the rim has no hook to hold the bead
}

// HooklessMost is what a rim without hooks bears, whatever stands on the tyre, bar (ISO 5775-2 practice, value from
// memory).
const HooklessMost = 5.0

// Advice is a pressure to begin with, and the range it lies in, bar.
type Advice struct {
	Bar       float64
	From, To  float64
	Most      float64 // that tyre and rim bear together
	MostBy    string  // which of them decides: "tyre", "rim" or "hookless rim"
	HeldBelow bool    // the load asks for more than that
	HeldAbove bool    // the load asks for less than the tyre's least
}

// ErrTooMuch says that a load asks for more than tyre and rim bear: a wider tyre carries it.
var ErrTooMuch = errors.New("this tyre does not carry that on this rim")

// How far about the advice a rider's own liking usually lies, and what is ridden less without a tube, as shares; and the
// least that keeps a tube from being pinched, as a share of the advice for smooth ground (common practice, no source).
const (
	liking     = 0.1
	withoutOne = 0.93
	pinches    = 0.8
)

// drop is the pressure at which a tyre's casing gives by some 15 % under a load, bar: a published regression on
// measurements, 153.6·lb/mm^1.5785 − 7.17 psi (values from memory; no source at hand). It was measured on narrow tyres;
// above 40 mm it asks for less than riders settle on, who strike their rims there. From that width on pressure goes with
// the width to the power of −1.1, which meets what is ridden on trails (common practice, no source).
func drop(load, width float64) float64 {
	const pound, psi, measured, wider = 0.45359237, 0.06894757293168, 40.0, 1.1
	narrow := min(width, measured)
	bar := (153.6*load/pound/math.Pow(narrow, 1.5785) - 7.17) * psi
	return max(0.5, bar*math.Pow(narrow/width, wider))
}

// Limit is what tyre and rim bear together, bar, and which of them decides: "tyre", "rim" or "hookless rim". It is 0
// where none was read.
func (w Wheel) Limit() (most float64, by string) {
	limit := func(bar float64, whose string) {
		if bar > 0 && (most == 0 || bar < most) {
			most, by = bar, whose
		}
	}
	limit(w.Most, "tyre")
	limit(w.RimMost, "rim")
	if w.Hookless {
		limit(HooklessMost, "hookless rim")
	}
	return most, by
}

// Advise is the pressure for a wheel, within what its tyre and its rim bear: the lower of the two wins. It is a place to
// begin: what this rider liked before counts for more.
func Advise(w Wheel) (Advice, error) {
	if err := w.check(); err != nil {
		return Advice{}, err
	}
	a := Advice{}
	a.Most, a.MostBy = w.Limit()
	if w.Least > a.Most {
		return a, fmt.Errorf("%w: its tyre needs %.1f bar and its %s bears %.1f", ErrTooMuch, w.Least, a.MostBy, a.Most)
	}
	smooth := drop(w.Load, w.Width)
	bar, least := smooth*lessOn[w.Surface], w.Least
	if w.Tubeless {
		bar *= withoutOne
	} else {
		least = max(least, min(smooth*pinches, a.Most))
	}
	if smooth*pinches > a.Most {
		return a, fmt.Errorf("%w: %.0f kg on %.0f mm ask for %.1f bar, and the %s bears %.1f", ErrTooMuch, w.Load, w.Width, bar, a.MostBy, a.Most)
	}
	a.HeldBelow, a.HeldAbove = bar > a.Most, bar < least
	within := func(v float64) float64 { return min(max(v, least), a.Most) }
	a.Bar, a.From, a.To = within(bar), within(bar*(1-liking)), within(bar*(1+liking))
	return a, nil
}

func (w Wheel) check() error {
	within := func(what string, v, lo, hi float64, unit string) error {
		if !(v >= lo && v <= hi) {
			return fmt.Errorf("%s is %g %s: it lies between %g and %g", what, v, unit, lo, hi)
		}
		return nil
	}
	if _, known := lessOn[w.Surface]; !known {
		return fmt.Errorf("%q is no surface: smooth, mixed, rough or soft", w.Surface)
	}
	if w.Most == 0 {
		return errors.New("what the tyre bears was not read: it stands on its sidewall, in bar or psi")
	}
	return errors.Join(within("the load on a wheel", w.Load, 5, 250, "kg"), within("a tyre's width", w.Width, narrowest, widest, "mm"),
		within("a tyre's least", w.Least, 0, 12, "bar"), within("a tyre's most", w.Most, 1, 16, "bar"),
		within("a rim's most", w.RimMost, 0, 16, "bar"))
}

// Shares are what part of rider, bike and load rests on the front wheel, by how one sits (common practice, no source;
// two scales tell it for this rider).
var Shares = map[string]float64{"upright": 0.40, "leaning": 0.43, "low": 0.45, "standing": 0.42}

// Loads are what front and rear wheel carry, kg: rider and bike by a share of them, what is on the racks by where it is.
func Loads(riderAndBike, share, onFront, onRear float64) (front, rear float64, err error) {
	if !(riderAndBike >= 10 && riderAndBike <= 400 && share >= 0.2 && share <= 0.8 && onFront >= 0 && onFront <= 200 && onRear >= 0 &&
		onRear <= 200) {
		return 0, 0, errors.New("rider and bike weigh 10 to 400 kg together, of which a fifth to four fifths rest in front; " +
			"racks carry up to 200 kg")
	}
	return riderAndBike*share + onFront, riderAndBike*(1-share) + onRear, nil
}
