// Package speech is how what is known speaks: which way something is turned is said once, by what
// is turned, and a thing of the trade is called one name.
package speech

import (
	"errors"
	"fmt"
)

// Adjuster is something that is turned to set something else. In and Out are what becomes of what
// it moves, each in a word that texts ask for it by.
type Adjuster struct {
	ID      string   `yaml:"id" json:"id"`
	Name    string   `yaml:"name" json:"name" doc:"in the middle of a sentence"`
	On      string   `yaml:"on" json:"on" doc:"what it sits on"`
	Moves   string   `yaml:"moves" json:"moves"`
	In      string   `yaml:"in" json:"in"`
	Out     string   `yaml:"out" json:"out"`
	Seen    string   `yaml:"seen" json:"seen" doc:"from where in is clockwise"`
	Hand    string   `yaml:"hand" json:"hand,omitempty" doc:"left where in is against the clock"`
	Turn    TurnMove `yaml:"turn" json:"turn"`
	Turns   float64  `yaml:"turns" json:"turns" doc:"it has about so many"`
	Step    string   `yaml:"step" json:"step" doc:"that it is turned by at a time"`
	Start   string   `yaml:"start" json:"start,omitempty" doc:"where it is put before it is set"`
	Differs string   `yaml:"differs" json:"differs,omitempty" doc:"where makers differ"`
	NotFor  string   `yaml:"not_for" json:"not_for" doc:"what it must not be used for"`
	Source  string   `yaml:"source" json:"source"`
}

// TurnMove is how far a turn moves the working end: millimetres, or clicks of a dial; from and to
// what is met.
type TurnMove struct {
	Mm     float64 `yaml:"mm" json:"mm,omitempty"`
	Clicks float64 `yaml:"clicks" json:"clicks,omitempty"`
	From   float64 `yaml:"from" json:"from"`
	To     float64 `yaml:"to" json:"to"`
}

// Those that benches turn.
const (
	MechBarrel = "mech-barrel"
	LowScrew   = "low-screw"
	HighScrew  = "high-screw"
	GapScrew   = "gap-screw"
)

func (a Adjuster) Key() string { return a.ID }

// way is in or out, by the effect that is wanted; false where it has no such effect.
func (a Adjuster) way(effect string) (string, bool) {
	switch effect {
	case a.In:
		return "in", true
	case a.Out:
		return "out", true
	}
	return "", false
}

// Outward is how far a turn outward moves what it moves in the sense of an effect, millimetres:
// below 0 where a turn inward does. 0 where it has no such effect.
func (a Adjuster) Outward(effect string) float64 {
	switch effect {
	case a.Out:
		return a.Turn.Mm
	case a.In:
		return -a.Turn.Mm
	}
	return 0
}

// Validate refuses one that does not say what it does.
func (a Adjuster) Validate() error {
	for _, f := range []struct{ name, is string }{{"name", a.Name}, {"on", a.On}, {"moves", a.Moves},
		{"in", a.In}, {"out", a.Out},
		{"seen", a.Seen}, {"step", a.Step}, {"not_for", a.NotFor}, {"source", a.Source}} {
		if f.is == "" {
			return fmt.Errorf("what is turned says %q of itself", f.name)
		}
	}
	moved := max(a.Turn.Mm, a.Turn.Clicks)
	switch {
	case a.In == a.Out || a.In == "start" || a.Out == "start":
		return errors.New("in and out do something else each, in a word of their own")
	case (a.Turn.Mm > 0) == (a.Turn.Clicks > 0):
		return errors.New("a turn moves millimetres, or clicks")
	case a.Turn.From > moved || a.Turn.To < moved || a.Turn.From <= 0:
		return fmt.Errorf("a turn moves %g, which is not from %g to %g", moved, a.Turn.From, a.Turn.To)
	case a.Turns <= 0:
		return errors.New("it has some turns")
	case a.Hand != "" && a.Hand != "left":
		return fmt.Errorf("a hand is left, or is not said: not %q", a.Hand)
	}
	return nil
}
