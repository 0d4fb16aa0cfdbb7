package contact

import (
	"math"
	"slices"

	"utensil/core/contact"
	"utensil/core/measure"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge/riding"
)

// ContactRead is one figure of how the bike is set, as it was found or as it is left.
type ContactRead struct {
	Contact string        `json:"contact"`
	Typed   string        `json:"typed,omitempty" doc:"the figure as typed; it may name its unit"`
	Lies    []contact.Lie `json:"lies,omitempty" maxItems:"2" doc:"in its place, of a phone that lay there twice, turned end for end"`
	Left    bool          `json:"left,omitempty" doc:"as it is left; else as it was found"`
	Asked   string        `json:"asked,omitempty" doc:"who asked for another than it was found at, and why"`
	Line    bool          `json:"line,omitempty" doc:"the line of least insertion was looked for, and is inside"`
	Note    string        `json:"note,omitempty"`
	Value   *float64      `json:"value,omitempty" readOnly:"true" doc:"in the contact's unit"`
}

// Reads are figures, found and left.
var Reads = record.NewKind(record.Kind[ContactRead]{Name: "contact_read", By: record.ByMechanic, Past: record.AnyDay})

// Contacts are those of the bike. What has a line that is looked for stays, whatever is said of the bike later.
var Contacts = record.Derive(func(s *record.Sheet) []riding.Contact {
	facts := parts.Facts.Of(s)
	return slices.DeleteFunc(slices.Clone(s.Book.Contacts),
		func(c riding.Contact) bool {
			return !c.When.Holds(facts) && !(c.Line != "" && record.HeldOnce(s, c.When))
		})
})

// On finds a contact of the bike.
func On(s *record.Sheet, id string) (riding.Contact, bool) {
	all := Contacts.Of(s)
	if i := slices.IndexFunc(all, func(c riding.Contact) bool { return c.ID == id }); i >= 0 {
		return all[i], true
	}
	return riding.Contact{}, false
}

func checkRead(s *record.Sheet, d record.Draft, in ContactRead) (*ContactRead, error) {
	c, known := On(s, in.Contact)
	if !known {
		return nil, record.Refuse("contact", "This bike has nothing of that kind. Its facts may have been "+
			"changed: reload the job.")
	}
	var err error
	if in.Asked, err = record.TidyNote("asked", in.Asked); err != nil {
		return nil, err
	}
	if in.Note, err = record.TidyNote("note", in.Note); err != nil {
		return nil, err
	}
	value, err := valueOf(c, in)
	if err != nil {
		return nil, err
	}
	in.Value = &value
	if !in.Left {
		in.Asked, in.Line = "", false
		if by, undone := undoneBefore(s, c); undone && d.Supersedes == nil {
			return nil, record.Refuse("left", "%s: as it was found it cannot be read any more. Set it, and write "+
				"down how it is left.", by)
		}
		return &in, nil
	}
	return &in, leaves(s, c, in)
}

// valueOf is the figure that was typed, or that a phone tells.
func valueOf(c riding.Contact, in ContactRead) (float64, error) {
	if len(in.Lies) > 0 {
		if c.Lay == "" || len(in.Lies) != 2 || in.Typed != "" {
			return 0, record.Refuse("lies", "A phone tells an angle: laid there twice, turned in between. "+
				"Else type the figure.")
		}
		tilt, _, err := contact.Tilt(in.Lies[0], in.Lies[1])
		if err == nil {
			tilt = contact.Rounded(tilt)
			figure := measure.Figure{Unit: c.Measured(), Base: tilt}
			err = figure.CheckPlausible(c.Plausible())
		}
		return tilt, record.InField("lies", err)
	}
	if c.Signed {
		return record.ReadSigned("typed", in.Typed, c.Measured(), c.To)
	}
	return record.ReadFigure("typed", in.Typed, c.Measured(), c.Plausible())
}

// leaves refuses that a contact is left otherwise than it was found without a word, and a post or a
// quill of which nobody looked how far in it is.
func leaves(s *record.Sheet, c riding.Contact, in ContactRead) error {
	if c.Line != "" && !in.Line {
		return record.Refuse("line", "Look first: %s. Beyond it, it can break: set it lower, or leave the bike "+
			"here.", c.Line)
	}
	stood := stoodAt(s, c)
	if stood == nil || c.Result || in.Asked != "" || anew(s, c) ||
		contact.Back(stood.Value, *in.Value, c.Within) {
		return nil
	}
	return record.Refuse("asked", "%s stood at %s, and is %s now: put it back, or say who asked for another.",
		c.Name, says(c, stood.Value), says(c, *in.Value))
}

// says is a figure in words.
func says(c riding.Contact, value float64) string {
	text := measure.Format(math.Abs(value))
	if value < 0 {
		text = "−" + text
	}
	if c.Unit == "°" {
		return text + "°"
	}
	return text + " " + c.Unit
}
