package wheels

import (
	"utensil/core/wheel"
	"utensil/knowledge/rolling"
)

// Drawn is a wheel that is no job's, as the bench would show it by what was read of it.
func Drawn(l Lacing, aim rolling.Trueness, r wheel.Readings, seized []int) (WheelBench, error) {
	b := WheelBench{Where: "stand", Lacing: l, Aim: aim, Spokes: []SpokeView{}, Rim: []RimView{},
		Turns: []WheelDo{}, Turned: []WheelDone{},
		Bent: []float64{}, Read: []string{}, Rounds: []RoundDone{}, Done: []WheelStep{},
		Fits: spokesOf(l), wheel: l.Wheel(), readings: r,
		seized: seized}
	b.Aim.Most = l.Most
	var err error
	if b.stand, err = wheel.NewBench(b.wheel, b.Aim.Aim()); err != nil {
		return b, err
	}
	verdict := b.wheel.Judge(r, b.stand.Aim)
	b.Now, b.True = b.standing(verdict), verdict.True
	b.readAs(r)
	b.spokes(r, wheel.Plan{})
	b.rim(r, wheel.Plan{})
	return b, nil
}

// Told are turns as the bench tells them.
func (b WheelBench) Told(turns []wheel.Turn) []WheelDo {
	list := []WheelDo{}
	for _, t := range turns {
		list = append(list, b.doing(t))
	}
	return list
}
