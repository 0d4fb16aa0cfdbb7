package contact

import (
	"slices"
	"time"

	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
	"utensil/knowledge/riding"
)

// ContactView is one figure of how the bike is set.
type ContactView struct {
	ID     string  `json:"id"`
	Name   string  `json:"name"`
	Draws  string  `json:"draws" doc:"how it is drawn" enum:"height,setback,tilt,stem,roll,angle,place,reach,bite,dial,wing"`
	End    string  `json:"end,omitempty" enum:"front,rear" doc:"of the brake whose lever it is"`
	Unit   string  `json:"unit"`
	How    string  `json:"how" doc:"how it is measured"`
	Lay    string  `json:"lay,omitempty" doc:"where a phone is laid that tells it"`
	Line   string  `json:"line,omitempty" doc:"what is looked for before it is called left"`
	Within float64 `json:"within" doc:"what nobody feels"`
	Signed bool    `json:"signed,omitempty" doc:"it lies on either side of nought"`
	Result bool    `json:"result,omitempty" doc:"it comes of other work: compared, not put back"`

	Found  *Stood `json:"found,omitempty" doc:"as it came, in this job"`
	Left   *Stood `json:"left,omitempty" doc:"as it is left, in this job; gone once it was undone again"`
	Before *Stood `json:"before,omitempty" doc:"as it was last, in an earlier job"`
	To     *Stood `json:"to,omitempty" doc:"what it is put back to"`

	Wanted bool   `json:"wanted" doc:"what is to be done here undoes it: it is noted first"`
	Undone string `json:"undone,omitempty" doc:"what was done that moved it"`
	Owed   bool   `json:"owed" doc:"it is to be put back, and that written down"`
	Hint   string `json:"hint,omitempty" doc:"what other readings say of it"`
}

// Stood is a contact at some time.
type Stood struct {
	Entry record.ID `json:"entry"`
	Value float64   `json:"value"`
	Says  string    `json:"says"`
	By    string    `json:"by"`
	At    time.Time `json:"at"`
	Phone bool      `json:"phone,omitempty" doc:"told by a phone that lay there"`
	Asked string    `json:"asked,omitempty"`
	Note  string    `json:"note,omitempty"`
}

// Views are how the bike is set, all of it.
var Views = record.Derive(func(s *record.Sheet) (list []ContactView) {
	of, _ := s.Book.Service(s.Job.Service)
	for _, c := range Contacts.Of(s) {
		v := ContactView{ID: c.ID, Name: c.Name, Draws: c.Draws, End: c.End, Unit: c.Unit, How: c.How, Lay: c.Lay,
			Line: c.Line, Within: c.Within, Signed: c.Signed, Result: c.Result, Found: found(s, c),
			Before: before(s, c),
			To:     stoodAt(s, c)}
		v.Undone, v.Owed = owed(s, c)
		if v.Left = left(s, c); v.Undone != "" {
			v.Left = nil
		}
		v.Wanted = !of.Unset && v.Found == nil && v.Undone == "" && v.Left == nil && slices.ContainsFunc(toUndo.Of(s),
			func(joint string) bool { return slices.Contains(c.Joints, joint) })
		v.Hint = hint(s, c, v)
		list = append(list, v)
	}
	return list
})

// stood is what an entry says, for a screen.
func stood(c riding.Contact, e record.Entry, in *ContactRead) *Stood {
	if in == nil || in.Value == nil {
		return nil
	}
	return &Stood{Entry: e.ID, Value: *in.Value, Says: says(c, *in.Value), By: e.ByName, At: e.At,
		Phone: len(in.Lies) > 0, Asked: in.Asked, Note: in.Note}
}

func last(l *record.Ledger, c riding.Contact, pick func(*ContactRead) bool) *Stood {
	e, in := Reads.Last(l, func(r *ContactRead) bool { return r.Contact == c.ID && pick(r) })
	return stood(c, e, in)
}

func found(s *record.Sheet, c riding.Contact) *Stood {
	return last(s.Ledger, c, func(r *ContactRead) bool { return !r.Left })
}

func left(s *record.Sheet, c riding.Contact) *Stood {
	return last(s.Ledger, c, func(r *ContactRead) bool { return r.Left })
}

func before(s *record.Sheet, c riding.Contact) *Stood {
	return last(s.Past, c, func(*ContactRead) bool { return true })
}

// stoodAt is what a contact is put back to: as the rider has it by their own wish, else as it was found
// now, else as it was last.
func stoodAt(s *record.Sheet, c riding.Contact) *Stood {
	if wished := last(s.Ledger, c, func(r *ContactRead) bool { return r.Left && r.Asked != "" }); wished != nil {
		return wished
	}
	if now := found(s, c); now != nil {
		return now
	}
	return before(s, c)
}

// undoneBefore is what undid a contact in this job, in words.
func undoneBefore(s *record.Sheet, c riding.Contact) (string, bool) {
	for _, d := range record.Disturbances.Of(s) {
		if d.Undoes(c.Joints...) {
			return d.Says, true
		}
	}
	return "", false
}

// owed is what moved a contact since it was last written down as left, and whether that is to be
// written down again: somebody noted how it stood, or it has a line that is looked for. What comes of
// other work was noted to be compared, and what is moved by reading it is put back wherever it was read.
func owed(s *record.Sheet, c riding.Contact) (undone string, owed bool) {
	is := left(s, c)
	if now := found(s, c); c.Result || c.Moves {
		return "", now != nil && (is == nil || c.Moves && s.Place(is.Entry) < s.Place(now.Entry))
	}
	for _, joint := range c.Joints {
		if is == nil {
			if by, was := undoneBefore(s, riding.Contact{Joints: []string{joint}}); was {
				undone = by
			}
		} else if d, since := record.UndoneSince(s, joint, is.Entry); since {
			undone = d.Says
		}
	}
	return undone, undone != "" && (c.Line != "" || stoodAt(s, c) != nil)
}

// toUndo are the joints that what is to be done here undoes.
var toUndo = record.Derive(func(s *record.Sheet) (joints []string) {
	joints = append(joints, agree.RemedyFasteners(s)...)
	for _, id := range sold.Work(s) {
		if o, known := s.Book.Operation(id); known {
			joints = append(joints, record.Loosens(s, o)...)
		}
	}
	for _, p := range sold.Parts.Of(s) {
		joints = append(joints, p.Step.Touches...)
		for _, id := range p.Step.Apart {
			a, _ := s.Book.Assembly(id)
			for _, part := range a.Parts {
				joints = append(joints, part.Bolts...)
			}
			joints = append(joints, record.Reached(s, a)...)
		}
	}
	return joints
})

// anew says whether a dial is set afresh: new pads stand where the old ones' wear was wound away.
func anew(s *record.Sheet, c riding.Contact) bool {
	if c.Draws != "dial" {
		return false
	}
	now := found(s, c)
	for e, in := range parts.Puttings.All(s.Ledger) {
		padded := in.Place == c.End+"-pads" || in.Place == c.End+"-rim-pads"
		if padded && (now == nil || s.Place(now.Entry) < s.Place(e.ID)) {
			return true
		}
	}
	return false
}

// hint is what a dial and the pads say together: one wound in step by step makes worn pads feel right.
func hint(s *record.Sheet, c riding.Contact, v ContactView) string {
	if c.Draws != "dial" {
		return ""
	}
	if anew(s, c) {
		return "New pads: fully out first, then in again until the rider has their lever. Left where it was, " +
			"it may drag."
	}
	if v.Found == nil || v.Found.Value < 1 {
		return ""
	}
	for _, point := range []string{c.End + "-pads", c.End + "-rim-pads"} {
		_, pads := inspect.ReadingOf(s, point)
		if pads == nil {
			continue
		}
		if j := inspect.Judged(s, pads); j != nil && j.Mark != wear.Sound {
			return "Wound in, and the pads are worn: the dial hides it. With new pads it goes fully out."
		}
	}
	return ""
}
