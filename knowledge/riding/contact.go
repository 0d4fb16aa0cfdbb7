package riding

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/core/measure"
)

// Contact is one figure of how a bike is set for whoever rides it, where they meet it.
type Contact struct {
	ID     string         `yaml:"id"`
	Name   string         `yaml:"name"`
	Draws  string         `yaml:"draws"` // how it is drawn, one of Drawn
	End    string         `yaml:"end"`   // of the brake whose lever it is; "" elsewhere
	When   bike.Condition `yaml:"when"`
	Unit   string         `yaml:"unit"` // mm, ° or turns
	Signed bool           `yaml:"signed"`
	From   float64        `yaml:"from"` // what is plausible
	To     float64        `yaml:"to"`
	Within float64        `yaml:"within"` // what nobody feels: put back to so much
	How    string         `yaml:"how"`
	Lay    string         `yaml:"lay"`    // where a phone is laid that tells it; "" where none does
	Line   string         `yaml:"line"`   // where the line of least insertion is looked for, where it has one
	Joints []string       `yaml:"joints"` // what holds it: undone, it is to be put back
	Result bool           `yaml:"result"` // it comes of other work: compared, and not put back
	Moves  bool           `yaml:"moves"`  // to read it is to move it
	Source string         `yaml:"source"`
}

func (c Contact) Key() string { return c.ID }

// Measured is the unit that its figure is typed in.
func (c Contact) Measured() measure.Unit {
	unit, _ := measure.UnitOf(c.Unit)
	return unit
}

// Plausible is what such a figure may be.
func (c Contact) Plausible() measure.Range { return measure.Range{Min: c.From, Max: c.To} }

// Drawn are the ways in which a contact is drawn.
var Drawn = []string{"height", "setback", "tilt", "stem", "roll", "angle", "place", "reach", "bite", "dial", "wing"}

// Validate refuses a contact that cannot be measured, drawn or put back.
func (c Contact) Validate() error {
	unit, known := measure.UnitOf(c.Unit)
	switch {
	case c.Source == "" || c.How == "" || c.Name == "":
		return errors.New("a contact says what it is, how it is measured, and has a source")
	case !known || !slices.Contains([]measure.Quantity{measure.Length, measure.Angle, measure.Turning}, unit.Quantity):
		return fmt.Errorf("%q: it is measured in mm, ° or turns", c.Unit)
	case !slices.Contains(Drawn, c.Draws):
		return fmt.Errorf("nothing is drawn as %q", c.Draws)
	case !(c.From < c.To) || !c.Signed && c.From < 0 || c.Signed && c.From != -c.To:
		return fmt.Errorf("%g to %g: from less to more, and the same either side of zero where it has two",
			c.From, c.To)
	case !(c.Within > 0 && c.Within < (c.To-c.From)/4):
		return fmt.Errorf("put back within %g: more than nothing, and less than a quarter of what it may be", c.Within)
	case c.Lay != "" && unit.Quantity != measure.Angle:
		return errors.New("a phone that is laid on it tells an angle")
	case c.Result && c.Moves || (c.Result || c.Moves) == (len(c.Joints) > 0):
		return errors.New("joints hold it, or it comes of other work, or to read it is to move it: one of these")
	}
	return nil
}

// Held proves that what holds the contacts are fasteners that there are.
func Held(contacts []Contact, fastener func(id string) bool) error {
	for _, c := range contacts {
		for _, id := range c.Joints {
			if !fastener(id) {
				return fmt.Errorf("%s: nothing is called the fastener %q", c.ID, id)
			}
		}
	}
	return nil
}
