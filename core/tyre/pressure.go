package tyre

import (
	"errors"
	"fmt"
)

// Wheel is a tyre on its rim, with what it carries.
type Wheel struct {
	Load     float64 // kg on this wheel, 5 to 250
	Width    float64 // of the tyre as it stands on its rim, mm, 16 to 130
	Seat     int     // diameter of its bead seat, mm, 203 to 642
	Surface  Surface
	Tubeless bool
	Least    float64 // what the sidewall says at least, bar; 0 where it does not
	Carries  float64 // what the sidewall says it carries at its most, kg; 0 where it does not
	Most     float64 // what the sidewall says at most, bar, 1 to 16: nothing is advised where that was not read
	RimMost  float64 // what the rim bears at most, bar; 0 where its maker does not say
	Hookless bool    // the rim has no hook to hold the bead
}

// HooklessMost is what a rim without hooks bears, whatever stands on the tyre, bar (ISO 5775-2
// practice, value from memory).
const HooklessMost = 5.0

// Advice is a pressure to begin with, and the range it lies in, bar.
type Advice struct {
	Bar       float64
	From, To  float64
	Least     float64 // that it is not ridden below
	LeastBy   string  // what asks for it: "tyre", "load" as its sidewall has it, or "pinch"
	Most      float64 // that tyre and rim bear together
	MostBy    string  // which of them decides: "tyre", "rim" or "hookless rim"
	HeldBelow bool    // the load asks for more than that
	HeldAbove bool    // the load asks for less than the least
}

// ErrTooMuch says that a load asks for more than tyre and rim bear: a wider tyre carries it.
var ErrTooMuch = errors.New("this tyre does not carry that on this rim")

// How far about the advice a rider's own liking usually lies, as a share; and the least that
// keeps a tube from being pinched, as a share of the advice for smooth ground (common practice,
// no source).
const (
	liking  = 0.1
	pinches = 0.8
)

// Limit is what tyre and rim bear together, bar, and which of them decides: "tyre", "rim" or
// "hookless rim". It is 0 where none was read.
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

// Advise is the pressure for a wheel, within what its tyre and its rim bear: the lower of the two
// wins. It is a place to begin: what this rider liked before counts for more.
func (l Law) Advise(w Wheel) (Advice, error) {
	if err := w.check(); err != nil {
		return Advice{}, err
	}
	if _, known := l.ground(w.Surface, w.Width); !known {
		return Advice{}, fmt.Errorf("%q is no ground that is known", w.Surface)
	}
	a := Advice{}
	a.Most, a.MostBy = w.Limit()
	if w.Least > a.Most {
		return a, fmt.Errorf("%w: its tyre needs %.1f bar and its %s bears %.1f", ErrTooMuch, w.Least, a.MostBy, a.Most)
	}
	if w.Carries > 0 && w.Load > w.Carries {
		return a, fmt.Errorf("%w: %.0f kg rest on it, and its sidewall says %.0f at the most",
			ErrTooMuch, w.Load, w.Carries)
	}
	smooth := l.smooth(w.Load, w.Width, float64(w.Seat))
	bar := l.Ridden(w.Load, w.Width, float64(w.Seat), w.Surface, w.Tubeless)
	a.Least, a.LeastBy = l.least(w, smooth, a.Most)
	if smooth*pinches > a.Most || a.Least > a.Most {
		return a, fmt.Errorf("%w: %.0f kg on %.0f mm ask for %.1f bar, and the %s bears %.1f",
			ErrTooMuch, w.Load, w.Width,
			max(bar, a.Least), a.MostBy, a.Most)
	}
	a.HeldBelow, a.HeldAbove = bar > a.Most, bar < a.Least
	within := func(v float64) float64 { return min(max(v, a.Least), a.Most) }
	a.Bar, a.From, a.To = within(bar), within(bar*(1-liking)), within(bar*(1+liking))
	return a, nil
}

// least is what a wheel is not ridden below, bar, and what asks for it. A load on the sidewall is
// carried at the sidewall's most, and less of it in proportion. Where the sidewall prints a
// least, that stands in place of the table's.
func (l Law) least(w Wheel, smooth, most float64) (bar float64, by string) {
	floor := l.Floor(w.Width, w.Surface, w.Tubeless)
	if w.Least > 0 {
		floor = 0
	}
	if g, _ := l.ground(w.Surface, w.Width); !w.Tubeless && g.Floats == 0 {
		floor = max(floor, smooth*pinches)
	}
	bar, by = min(floor, most), "pinch"
	if w.Carries > 0 && w.Most*w.Load/w.Carries > bar {
		bar, by = w.Most*w.Load/w.Carries, "load"
	}
	if w.Least >= bar && w.Least > 0 {
		bar, by = w.Least, "tyre"
	}
	return bar, by
}

func (w Wheel) check() error {
	within := func(what string, v, lo, hi float64, unit string) error {
		if !(v >= lo && v <= hi) {
			return fmt.Errorf("%s is %g %s: it lies between %g and %g", what, v, unit, lo, hi)
		}
		return nil
	}
	if w.Most == 0 {
		return errors.New("what the tyre bears was not read: it stands on its sidewall, in bar or psi")
	}
	return errors.Join(within("the load on a wheel", w.Load, 5, 250, "kg"),
		within("a tyre's width", w.Width, narrowest, widest, "mm"),
		within("a tyre's least", w.Least, 0, 12, "bar"), within("a tyre's most", w.Most, 1, 16, "bar"),
		within("a rim's most", w.RimMost, 0, 16, "bar"), within("a bead seat", float64(w.Seat), 203, 642, "mm"),
		within("the load on a sidewall", w.Carries, 0, 400, "kg"))
}

// Shares are what part of rider, bike and load rests on the front wheel, by how one sits (common
// practice, no source; two scales tell it for this rider).
var Shares = map[string]float64{"upright": 0.40, "leaning": 0.43, "low": 0.45, "standing": 0.42}

// Loads are what front and rear wheel carry, kg: rider and bike by a share of them, what is on
// the racks by where it is.
func Loads(riderAndBike, share, onFront, onRear float64) (front, rear float64, err error) {
	if !(riderAndBike >= 10 && riderAndBike <= 400 && share >= 0.2 && share <= 0.8 && onFront >= 0 &&
		onFront <= 200 && onRear >= 0 &&
		onRear <= 200) {
		return 0, 0, errors.New("rider and bike weigh 10 to 400 kg together, of which a fifth to four " +
			"fifths rest in front; " +
			"racks carry up to 200 kg")
	}
	return riderAndBike*share + onFront, riderAndBike*(1-share) + onRear, nil
}
