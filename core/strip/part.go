// Package strip knows how an assembly comes apart and goes back together: which parts lie over which,
// which way each goes, what is laid between them, how each is washed and how it feels in the hand.
package strip

import (
	"errors"
	"fmt"
	"slices"
	"strings"
)

// Part is one part of an assembly, as it is drawn and as it goes back.
type Part struct {
	ID      string   `yaml:"id" json:"id"`
	Name    string   `yaml:"name" json:"name"`
	Size    string   `yaml:"size" json:"size,omitempty"`   // what is read on it, or the tool it takes
	Under   []string `yaml:"under" json:"under,omitempty"` // what has to be off before it comes off
	Stays   bool     `yaml:"stays" json:"stays,omitempty"` // it is looked at in its place and not taken off
	Way     []Way    `yaml:"way" json:"way,omitempty"`
	Plain   bool     `yaml:"plain" json:"plain,omitempty"` // it goes either way round, or one way only
	Wrong   string   `yaml:"wrong" json:"wrong,omitempty"` // what the wrong way round does
	Maybe   bool     `yaml:"maybe" json:"maybe,omitempty"` // not every one has it
	Lay     []Lay    `yaml:"lay" json:"-"`
	Once    bool     `yaml:"once" json:"once,omitempty"` // never used twice
	Feel    Feel     `yaml:"feel" json:"feel,omitempty" enum:"sealed,open,seat,crack,pad,wear"`
	Place   string   `yaml:"place" json:"place,omitempty"` // where it sits on the bike, when it is renewed by itself
	Bolts   []string `yaml:"bolts" json:"-"`               // fasteners that are undone to get it off
	Unheld  string   `yaml:"unheld" json:"-"`              // why what its text loosens holds nothing that is torqued
	Wash    Wash     `yaml:"wash" json:"wash" enum:"washer,soap,never"`
	Caution string   `yaml:"caution" json:"caution,omitempty"`
	Section []Ring   `yaml:"section" json:"section,omitempty"`
}

// Way is which way a part goes: a side of it that can be seen or felt, and where that side points.
type Way struct {
	Side string `yaml:"side" json:"side"` // lip, cone, bevel, dish, arrow, marked side, sprung side …
	Goes string `yaml:"goes" json:"goes"` // one of Directions
}

// Directions are where a side may point. An axle that stands on end for the drawing has its drive side up.
var Directions = []string{"up", "down", "inwards", "outwards", "to the drive side", "to the left side",
	"forwards", "backwards", AsItLay}

// AsItLay is for a side that points one way on one bike and the other way on the next: it is noted
// when the part comes off.
const AsItLay = "as it lay"

func (w Way) String() string { return w.Side + " " + w.Goes }

// Asks is the side whose direction is noted when the part comes off; empty when it is known.
func (p Part) Asks() string {
	i := slices.IndexFunc(p.Way, func(w Way) bool { return w.Goes == AsItLay })
	if i < 0 {
		return ""
	}
	return p.Way[i].Side
}

// Says is which way a part goes, in words; empty when it goes either way.
func (p Part) Says() string {
	ways := make([]string, len(p.Way))
	for i, w := range p.Way {
		ways[i] = w.String()
	}
	return strings.Join(ways, ", ")
}

// Lay is what is laid on a part when it goes back: a treatment, where it goes, and why.
type Lay struct {
	With  string `yaml:"with" json:"with"`
	Where string `yaml:"where" json:"where"`
	Why   string `yaml:"why" json:"why"`
}

// Feel is how a part is judged in the hand.
type Feel string

// What is asked of a part in the hand.
const (
	Sealed Feel = "sealed" // a bearing that is not opened
	Open   Feel = "open"   // balls, cones and cups
	Seat   Feel = "seat"   // a surface that a bearing sits on
	Crack  Feel = "crack"  // it holds the rider: is it cracked
	Pad    Feel = "pad"    // friction material
	Wear   Feel = "wear"   // teeth, bushes, seals
)

// Wash is how a part may be washed.
type Wash string

// From the parts washer to not at all.
const (
	Washer Wash = "washer"
	Soap   Wash = "soap"  // by hand
	Never  Wash = "never" // wiped only: sensors, sealed units, rubber, brake parts
)

// Validate refuses a part that says too little of itself to be put back, or two things at once.
func (p Part) Validate() error {
	switch {
	case p.ID == "" || p.Name == "":
		return errors.New("a part needs an id and a name")
	case p.Plain && len(p.Way) > 0:
		return fmt.Errorf("%s goes two ways: any way round, and %s", p.Name, p.Says())
	case !p.Plain && !p.Stays && len(p.Way) == 0:
		return fmt.Errorf("which way %s goes is not said: name a side and where it points, or “plain” "+
			"when it cannot be wrong", p.Name)
	case p.Stays && (len(p.Under) > 0 || len(p.Bolts) > 0):
		return fmt.Errorf("%s stays where it is: nothing is taken off to get at it", p.Name)
	case len(p.Way) > 0 && p.Wrong == "" && p.Asks() == "":
		return fmt.Errorf("what happens when %s goes the wrong way round is not said", p.Name)
	case !slices.Contains([]Feel{"", Sealed, Open, Seat, Crack, Pad, Wear}, p.Feel):
		return fmt.Errorf("%q is nothing that is felt of a part", p.Feel)
	case !slices.Contains([]Wash{Washer, Soap, Never}, p.Wash):
		return fmt.Errorf("how %s is washed is not said: washer, soap or never", p.Name)
	case p.Feel == Sealed && p.Wash == Washer:
		return fmt.Errorf("%s is a sealed unit: a washer drives its grease out and water in", p.Name)
	}
	for i, w := range p.Way {
		if !slices.Contains(Directions, w.Goes) || strings.TrimSpace(w.Side) == "" {
			return fmt.Errorf("%s goes %q: a side, and one of %s", p.Name, w, strings.Join(Directions, ", "))
		}
		if slices.ContainsFunc(p.Way[:i], func(o Way) bool { return o.Side == w.Side }) {
			return fmt.Errorf("%s goes two ways: %s", p.Name, p.Says())
		}
	}
	for _, l := range p.Lay {
		if l.With == "" || l.Where == "" || l.Why == "" {
			return fmt.Errorf("what is laid on %s needs a treatment, a place and a reason", p.Name)
		}
	}
	return nil
}
