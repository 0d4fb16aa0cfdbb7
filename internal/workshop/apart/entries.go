package apart

import (
	"fmt"
	"slices"
	"strings"

	"utensil/core/strip"
	"utensil/core/words"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// StripBegun is an assembly that is taken apart: one of the book, or a sketch of one that it lacks.
type StripBegun struct {
	Assembly string   `json:"assembly,omitempty" doc:"of the book; left out for a sketch"`
	Name     string   `json:"name,omitempty" doc:"of a sketch: what is taken apart"`
	Parts    []string `json:"parts,omitempty" doc:"of a sketch: its parts in the order in which they come off"`
}

// PartOff is a part that came off, and how it lay and felt.
type PartOff struct {
	Strip ID     `json:"strip"`
	Part  string `json:"part"`
	Lay   Lying  `json:"lay" enum:"drawn,wrong,absent"`
	Side  string `json:"side,omitempty" doc:"which way it lay, for a part that lies one way on one bike and the other way on the next"`
	Felt  string `json:"felt,omitempty" doc:"one of the answers to what is asked of it in the hand"`
	Note  string `json:"note,omitempty"`
}

// PartLook is a part that stays where it is, and how it was found.
type PartLook struct {
	Strip ID     `json:"strip"`
	Part  string `json:"part"`
	Felt  string `json:"felt"`
	Note  string `json:"note,omitempty"`
}

// PartExtra is a part that was found and is not in the picture.
type PartExtra struct {
	Strip ID     `json:"strip"`
	Under string `json:"under,omitempty" doc:"the part it was found under; left out for the topmost"`
	Name  string `json:"name"`
	Note  string `json:"note,omitempty"`
}

// PartWashed is parts that were washed.
type PartWashed struct {
	Strip ID         `json:"strip"`
	Parts []string   `json:"parts"`
	How   strip.Wash `json:"how" enum:"washer,soap"`
}

// PartOn is a part that went back.
type PartOn struct {
	Strip   ID     `json:"strip"`
	Part    string `json:"part"`
	Laid    bool   `json:"laid,omitempty" doc:"what belongs on it is on it"`
	Renewed bool   `json:"renewed,omitempty" doc:"a new one went on in its place"`
	Out     bool   `json:"out,omitempty" doc:"it is left off for good: it does not belong there"`
	Note    string `json:"note,omitempty"`
}

// ID names an entry.
type ID = record.ID

// Lying is how a part lay when it came off.
type Lying string

// As in the picture, the wrong way round, not there at all.
const (
	AsDrawn Lying = "drawn"
	Wrong   Lying = "wrong"
	Absent  Lying = "absent"
)

// Kinds of entry about what is taken apart.
var (
	Begins = record.NewKind(record.Kind[StripBegun]{Name: "strip", By: record.ByMechanic})
	Offs   = record.NewKind(record.Kind[PartOff]{Name: "part_off", By: record.ByMechanic})
	Looks  = record.NewKind(record.Kind[PartLook]{Name: "part_looked", By: record.ByMechanic})
	Extras = record.NewKind(record.Kind[PartExtra]{Name: "part_extra", By: record.ByMechanic})
	Washes = record.NewKind(record.Kind[PartWashed]{Name: "part_washed", By: record.ByMechanic})
	Ons    = record.NewKind(record.Kind[PartOn]{Name: "part_on", By: record.ByMechanic})
)

func checkBegun(s *record.Sheet, in StripBegun) (*StripBegun, error) {
	if in.Assembly == "" {
		return checkSketch(in)
	}
	a, known := s.Book.Assembly(in.Assembly)
	if !known || !a.When.Holds(parts.Facts.Of(s)) {
		return nil, record.Refuse("assembly", "This bike has no such assembly. If it has, change its facts first.")
	}
	for _, open := range Strips.Of(s) {
		if open.Assembly == in.Assembly && !open.Done {
			return nil, &record.Problem{Kind: record.Stale, Title: "That is apart already", Current: open,
				Detail: fmt.Sprintf("%s began it at %s. Go on with that one.", open.By,
					s.Local(open.At).Format("15:04"))}
		}
	}
	return &StripBegun{Assembly: in.Assembly}, nil
}

// mostSketched is how many parts a sketch may have: more is two assemblies.
const mostSketched = 30

func checkSketch(in StripBegun) (*StripBegun, error) {
	var err error
	if in.Name, err = record.TidyName("name", "what is taken apart", in.Name); err != nil {
		return nil, err
	}
	var parts []string
	for _, p := range in.Parts {
		if strings.TrimSpace(p) == "" {
			continue
		}
		if p, err = record.TidyName("parts", "the part's name", p); err != nil {
			return nil, err
		}
		if slices.ContainsFunc(parts, func(o string) bool { return strings.EqualFold(o, p) }) {
			return nil, record.Refuse("parts", "“%s” stands twice: number them, such as %s 1 and %s 2.", p, p, p)
		}
		parts = append(parts, p)
	}
	if len(parts) == 0 || len(parts) > mostSketched {
		return nil, record.Refuse("parts", "Type its parts in the order in which they come off, one a line: 1 to %d.",
			mostSketched)
	}
	in.Parts = parts
	return &in, nil
}

func checkOff(s *record.Sheet, in PartOff) (*PartOff, error) {
	v, p, err := partOf(s, in.Strip, in.Part)
	if err != nil {
		return nil, err
	}
	switch {
	case p.Stays:
		return nil, record.Refuse("part", "%s stays where it is: say how it looks.", p.Name)
	case p.State == OnTray || p.State == NotThere:
		return nil, gone(v, p, "is off already")
	case p.Held != "":
		return nil, record.Refuse("part", "%s", p.Held)
	}
	if in.Felt, err = feltOf(p, in.Felt, in.Lay == Absent); err != nil {
		return nil, err
	}
	if in.Note, err = record.TidyNote("note", in.Note); err != nil {
		return nil, err
	}
	if in.Side, err = record.TidyOptional("side", "which way it lay", in.Side); err != nil {
		return nil, err
	}
	switch {
	case !slices.Contains([]Lying{AsDrawn, Wrong, Absent}, in.Lay):
		return nil, record.Refuse("lay", "Say how it lay: as drawn, the wrong way round, or not there.")
	case in.Lay == Wrong && len(p.Way) == 0:
		return nil, record.Refuse("lay", "%s cannot lie the wrong way round. Write down what differs.", p.Name)
	case in.Lay == AsDrawn && p.Asks() != "" && in.Side == "":
		return nil, record.Refuse("side", "Note which way its %s pointed: nothing else will tell when it goes back.",
			p.Asks())
	}
	return &in, nil
}

func checkLook(s *record.Sheet, in PartLook) (*PartLook, error) {
	_, p, err := partOf(s, in.Strip, in.Part)
	if err != nil {
		return nil, err
	}
	if !p.Stays {
		return nil, record.Refuse("part", "%s is looked at when it comes off.", p.Name)
	}
	if in.Felt, err = feltOf(p, in.Felt, false); err != nil {
		return nil, err
	}
	in.Note, err = record.TidyNote("note", in.Note)
	return &in, err
}

// feltOf is the answer to what is asked of a part in the hand; nothing where nothing is asked.
func feltOf(p PartView, word string, absent bool) (string, error) {
	if absent || p.Feel == "" {
		return "", nil
	}
	if _, known := p.Feel.Answer(word); !known {
		var names []string
		for _, a := range p.Feel.Answers() {
			names = append(names, a.Name)
		}
		return "", record.Refuse("felt", "How is it in the hand? %s.", strings.Join(names, ", "))
	}
	return word, nil
}

func checkExtra(s *record.Sheet, in PartExtra) (*PartExtra, error) {
	v, err := trayWork.Open(s, in.Strip)
	if err != nil {
		return nil, err
	}
	if in.Name, err = record.TidyName("name", "what was found", in.Name); err != nil {
		return nil, err
	}
	if p, known := v.part(in.Under); in.Under != "" && (!known || p.Stays) {
		return nil, record.Refuse("under", "Say under which part it was found.")
	}
	in.Note, err = record.TidyNote("note", in.Note)
	return &in, err
}

func checkWashed(s *record.Sheet, in PartWashed) (*PartWashed, error) {
	if _, err := trayWork.Open(s, in.Strip); err != nil {
		return nil, err
	}
	if len(in.Parts) == 0 {
		return nil, record.Refuse("parts", "Say which parts were washed.")
	}
	if in.How != strip.Washer && in.How != strip.Soap {
		return nil, record.Refuse("how", "Say how: the washer, or soap by hand.")
	}
	for _, id := range in.Parts {
		_, p, err := partOf(s, in.Strip, id)
		switch {
		case err != nil:
			return nil, err
		case p.State != OnTray:
			return nil, record.Refuse("parts", "%s is not on the tray.", p.Name)
		case p.Wash == strip.Never:
			return nil, record.Refuse("parts", "%s is never washed: it is wiped. Water and cleaner stay in it.", p.Name)
		case p.Wash == strip.Soap && in.How == strip.Washer:
			return nil, record.Refuse("parts", "%s is washed by hand with soap: the washer is too much for it.", p.Name)
		}
	}
	return &in, nil
}

func checkOn(s *record.Sheet, in PartOn) (*PartOn, error) {
	v, p, err := partOf(s, in.Strip, in.Part)
	if err != nil {
		return nil, err
	}
	if in.Note, err = record.TidyNote("note", in.Note); err != nil {
		return nil, err
	}
	switch {
	case p.State != OnTray:
		return nil, gone(v, p, "is not on the tray")
	case p.Held != "":
		return nil, record.Refuse("part", "%s", p.Held)
	case in.Out && !p.Extra && !p.Maybe:
		return nil, record.Refuse("out", "%s belongs there. Put it back, or a new one.", p.Name)
	case in.Out && in.Note == "":
		return nil, record.Refuse("note", "Write down why it stays off, and where it is now.")
	case in.Out:
		return &PartOn{Strip: in.Strip, Part: in.Part, Out: true, Note: in.Note}, nil
	case p.Renew != "" && !in.Renewed && (in.Note == "" || p.Unsafe):
		if p.Unsafe {
			return nil, record.Refuse("renewed", "%s It does not go back on a bike.", p.Renew)
		}
		return nil, record.Refuse("renewed", "%s Fit a new one, or write down why this one goes back.", p.Renew)
	case in.Renewed && p.Place != "" && !fitted(s, p):
		return nil, record.Refuse("renewed", "Say what was fitted first: its sizes, and where it came from.")
	case len(p.Lay) > 0 && !in.Laid && in.Note == "":
		return nil, record.Refuse("laid", "First %s, %s: %s. Or write down why it goes on without.",
			p.Lay[0].Name, p.Lay[0].Where, p.Lay[0].Why)
	}
	return &in, nil
}

// fitted says whether it was written down what was fitted since the part came off.
func fitted(s *record.Sheet, p PartView) bool {
	last, put := parts.Puttings.Last(s.Ledger, func(in *parts.Putting) bool { return in.Place == p.Place })
	return put != nil && s.Place(last.ID) > s.Place(p.seen.ID)
}

// gone tells a mechanic on another tablet that a part was moved meanwhile.
func gone(v Strip, p PartView, how string) error {
	return &record.Problem{Kind: record.Stale, Title: words.Capital(p.Name) + " " + how, Current: v,
		Detail: "Someone went on with this on another tablet. Go on from what is shown now."}
}

// partOf finds a part of what is apart.
func partOf(s *record.Sheet, id ID, part string) (Strip, PartView, error) {
	v, err := trayWork.Open(s, id)
	if err != nil {
		return v, PartView{}, err
	}
	p, known := v.part(part)
	if !known {
		return v, p, record.Refuse("part", "%s has no such part.", v.Name)
	}
	return v, p, nil
}
