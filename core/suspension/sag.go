package suspension

import (
	"errors"
	"fmt"
	"math"
)

// Sagged is how far a leg sinks under its rider in riding kit, at a pressure.
type Sagged struct {
	Bar    float64 // over the atmosphere
	Sag    float64 // mm, from the ring
	Travel float64 // mm, all of it
}

// Share is the sag as a share of the travel.
func (s Sagged) Share() float64 { return s.Sag / s.Travel }

// Target is a range of sag to set, as shares of the travel, and what the leg bears.
type Target struct {
	From, To float64
	Most     float64 // bar, by its sticker or manual, 0.3 to 25: no air is put in where that was not read
}

// Middle of a target.
func (t Target) Middle() float64 { return (t.From + t.To) / 2 }

// ErrNoSag is returned for a sag that cannot be.
var ErrNoSag = errors.New("that cannot be a sag")

// Pressures of legs, bar. What is typed above is most likely psi.
const (
	leastBar = 0.3
	mostBar  = 25.0
	bar      = 14.5037738 // psi
)

func (s Sagged) check() error {
	switch {
	case !(s.Travel >= 20 && s.Travel <= 260):
		return fmt.Errorf("%w: a travel of %g mm. Legs have 20 to 260", ErrNoSag, s.Travel)
	case !(s.Sag > 0 && s.Sag < s.Travel):
		return fmt.Errorf("%w: %g mm of %g mm of travel. Push the ring down, sit on it gently, and read again",
			ErrNoSag, s.Sag, s.Travel)
	case s.Bar > mostBar:
		return fmt.Errorf("%w: %g bar. If that was psi, it is %.1f bar", ErrNoSag, s.Bar, s.Bar/bar)
	case !(s.Bar >= leastBar):
		return fmt.Errorf("%w: %g bar does not carry a rider", ErrNoSag, s.Bar)
	}
	return nil
}

// Next is what to try next.
type Next struct {
	Bar    float64 // 0 where the sag is within the target
	Within bool
	Held   bool    // the sag asks for more than the leg bears: a firmer spring, or a leg for this weight
	Power  float64 // how steeply this leg answers: sag goes with pressure to the power of −Power
	Own    bool    // the power is this leg's own, from two readings
}

// How steeply legs answer: twice the pressure halves the sag, about; their own answer is believed
// within a range. A step is no larger than a third of the pressure, and what two readings less
// than so much apart tell is friction (our own).
const (
	usualPower = 1.0
	leastPower = 0.5
	mostPower  = 2.0
	mostStep   = 1.0 / 3
	tellsApart = 0.04
)

// Set advises the next pressure from sags that were read, the latest last, all in riding kit: an
// air spring near its sag sinks by pressure to a power, which the first reading takes as usual
// and two readings tell. A reading from another leg, or before it was opened, has no place here.
func Set(target Target, read ...Sagged) (Next, error) {
	if !(target.From > 0 && target.From < target.To && target.To < 0.6) {
		return Next{}, fmt.Errorf("%w: a target from %g to %g of the travel", ErrNoSag, target.From, target.To)
	}
	if !(target.Most >= leastBar && target.Most <= mostBar) {
		return Next{}, fmt.Errorf("%w: a leg that bears %g bar. What it bears stands on its sticker or "+
			"in its manual, in bar or psi",
			ErrNoSag, target.Most)
	}
	if len(read) == 0 {
		return Next{}, fmt.Errorf("%w: nothing was read yet", ErrNoSag)
	}
	for _, s := range read {
		if err := s.check(); err != nil {
			return Next{}, err
		}
	}
	n := Next{Power: usualPower}
	last := read[len(read)-1]
	for i := len(read) - 2; i >= 0 && !n.Own; i-- {
		apart := math.Log(last.Bar / read[i].Bar)
		if math.Abs(apart) > tellsApart {
			power := math.Log(read[i].Share()/last.Share()) / apart
			n.Power, n.Own = min(max(power, leastPower), mostPower), true
		}
	}
	if n.Within = last.Share() >= target.From && last.Share() <= target.To; n.Within {
		return n, nil
	}
	factor := math.Pow(last.Share()/target.Middle(), 1/n.Power)
	n.Bar = max(last.Bar*min(max(factor, 1-mostStep), 1+mostStep), leastBar)
	if n.Held = n.Bar > target.Most; n.Held {
		n.Bar = target.Most
	}
	return n, nil
}

// Balance says how front and rear stand to each other: by how much more of its travel the front
// sinks, as a share. About nothing, or a little less in front, keeps the steering where it was
// built to be; a front that sinks much more is nervous and throws its rider forward, a rear that
// does slackens the steering and lowers the pedals (common practice, no source).
func Balance(front, rear Sagged) (float64, error) {
	if err := errors.Join(front.check(), rear.check()); err != nil {
		return 0, err
	}
	return front.Share() - rear.Share(), nil
}
