package apart

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"utensil/core/strip"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// Strip is an assembly that is taken apart or was, part by part.
type Strip struct {
	ID       ID         `json:"id"`
	Assembly string     `json:"assembly,omitempty"`
	Name     string     `json:"name"`
	About    string     `json:"about"`
	Source   string     `json:"source"`
	Top      string     `json:"top" doc:"what lies beyond the topmost part of the drawing"`
	Bottom   string     `json:"bottom"`
	By       string     `json:"by"`
	At       time.Time  `json:"at"`
	Parts    []PartView `json:"parts" doc:"as they are drawn from the top"`
	Tray     []string   `json:"tray" doc:"parts as they came off, those that are back among them"`
	Next     string     `json:"next,omitempty" doc:"the part that comes off next"`
	Back     string     `json:"back,omitempty" doc:"the part that goes back next"`
	Together bool       `json:"together" doc:"it is being put back"`
	Loose    int        `json:"loose" doc:"parts that come off"`
	OffBike  int        `json:"off" doc:"parts that are on the tray"`
	Sums     []string   `json:"sums" enum:"stack,play,clearance,shell,press" doc:"arithmetic that belongs to it: stack, play, clearance, shell, press"`
	Open     []string   `json:"open" doc:"what is still to be done before it is whole"`
	Done     bool       `json:"done" doc:"everything is back"`
	Last     *ID        `json:"last,omitempty" doc:"the move that can be taken back"`
}

// PartView is a part, where it is, and what is known of it.
type PartView struct {
	strip.Part
	Lay     []LayView     `json:"lay,omitempty"`
	Bolts   []string      `json:"bolts,omitempty" doc:"names of the fasteners that are undone to get it off"`
	State   State         `json:"state" enum:"on,tray,back,absent"`
	Extra   bool          `json:"extra" doc:"it is not in the picture"`
	Number  int           `json:"number,omitempty" doc:"on the tray"`
	Lying   Lying         `json:"lying,omitempty" enum:"drawn,wrong,absent"`
	Asked   string        `json:"asked,omitempty" doc:"the side whose direction is noted when it comes off"`
	Goes    string        `json:"goes" doc:"which way it goes, in words"`
	Side    string        `json:"side,omitempty" doc:"which way it lay"`
	Answers []FeltOffered `json:"answers,omitempty" doc:"to what is asked of it in the hand"`
	Felt    *strip.Felt   `json:"felt,omitempty"`
	Note    string        `json:"note,omitempty"`
	Washed  strip.Wash    `json:"washed,omitempty" enum:"washer,soap,never"`
	Held    string        `json:"held,omitempty" doc:"why it cannot come off, or go back, now"`
	Renew   string        `json:"renew,omitempty" doc:"why a new one goes on in its place"`
	Renewed bool          `json:"renewed,omitempty"`
	Laid    bool          `json:"laid,omitempty"`
	Unsafe  bool          `json:"unsafe,omitempty"`
	Mark    wear.Mark     `json:"mark" enum:"open,sound,watch,due,unsafe"`
	Bearing bool          `json:"bearing,omitempty" doc:"it is known by its dimensions"`
	found   wear.Mark
	seen    *record.Entry
	on      *record.Entry
}

// LayView is what is laid on a part.
type LayView struct {
	Name  string `json:"name"`
	Where string `json:"where"`
	Why   string `json:"why"`
}

// State is where a part is.
type State string

// On the bike and untouched, on the tray, back on the bike, never there.
const (
	OnBike   State = "on"
	OnTray   State = "tray"
	BackOn   State = "back"
	NotThere State = "absent"
)

// Strips are the assemblies that were taken apart in this job, in the order in which they were begun.
var Strips = record.Derive(func(s *record.Sheet) []Strip {
	views := []Strip{}
	for e, in := range Begins.All(s.Ledger) {
		views = append(views, view(s, e, *in))
	}
	return views
})

func (v Strip) part(id string) (PartView, bool) {
	i := slices.IndexFunc(v.Parts, func(p PartView) bool { return p.ID == id })
	if i < 0 {
		return PartView{}, false
	}
	return v.Parts[i], true
}

// view lays out one assembly: its parts, and on them what the entries say in the order they arrived.
func view(s *record.Sheet, begun record.Entry, in StripBegun) Strip {
	v := Strip{ID: begun.ID, Assembly: in.Assembly, Name: in.Name, By: begun.ByName, At: begun.At, Tray: []string{},
		Open: []string{}, Sums: []string{},
		About: "Sketched at the bench: note how each part lies as it comes off.", Source: "sketched by " + begun.ByName,
		Top: "first off", Bottom: "last off"}
	stack := sketched(in.Parts)
	if a, known := s.Book.Assembly(in.Assembly); known {
		v.Sums = record.Some(a.Sums)
		v.Name, v.About, v.Source, v.Top, v.Bottom, stack = a.Name, a.About, a.Source, a.Top, a.Bottom, a.Parts
	}
	extras := map[string]record.Entry{}
	for e, in := range Extras.All(s.Ledger) {
		if s.Current(in.Strip) == v.ID {
			stack = stack.With(strip.Part{ID: string(e.ID), Name: in.Name, Plain: true, Wash: strip.Soap}, in.Under)
			extras[string(e.ID)] = e
		}
	}
	for _, p := range stack {
		x := PartView{Part: p, State: OnBike, Goes: p.Says(), Asked: p.Asks(), Mark: wear.Open,
			Answers: offered(p.Feel)}
		if e, extra := extras[p.ID]; extra {
			x.Extra, x.seen, x.Note = true, &e, Extras.In(e.Content).Note
		}
		for _, l := range p.Lay {
			t, _ := s.Book.Treatment(l.With)
			x.Lay = append(x.Lay, LayView{t.Name, l.Where, l.Why})
		}
		for _, id := range p.Bolts {
			if f, known := s.Book.Fastener(id); known && f.When.Holds(parts.Facts.Of(s)) {
				x.Bolts = append(x.Bolts, f.On(parts.Facts.Of(s)).Name)
			}
		}
		place, _ := s.Book.Place(p.Place)
		x.Bearing = place.Bearing != ""
		v.Parts = append(v.Parts, x)
	}
	v.moved(s)
	v.sum(stack)
	return v
}

// sketched are parts that a mechanic typed: each lies under the one before.
func sketched(names []string) (parts strip.Assembly) {
	for i, name := range names {
		p := strip.Part{ID: fmt.Sprint("p", i+1), Name: name,
			Way: []strip.Way{{Side: "side", Goes: strip.AsItLay}}, Wash: strip.Soap}
		if i > 0 {
			p.Under = []string{parts[i-1].ID}
		}
		parts = append(parts, p)
	}
	return parts
}

// moved lays the entries over the parts, in the order in which they arrived.
func (v *Strip) moved(s *record.Sheet) {
	mine := func(id ID) bool { return s.Current(id) == v.ID }
	on := func(id string, e record.Entry, lay func(p *PartView)) {
		if i := slices.IndexFunc(v.Parts, func(p PartView) bool { return p.ID == id }); i >= 0 {
			lay(&v.Parts[i])
			v.Last = &e.ID
		}
	}
	for _, e := range s.Standing {
		if in := Offs.In(e.Content); in != nil && mine(in.Strip) {
			on(in.Part, e, func(p *PartView) { v.off(p, e, *in) })
			v.Together = false
		} else if in := Looks.In(e.Content); in != nil && mine(in.Strip) {
			on(in.Part, e, func(p *PartView) { p.feel(e, in.Felt, in.Note) })
		} else if in := Extras.In(e.Content); in != nil && mine(in.Strip) {
			v.Last = &e.ID
		} else if in := Washes.In(e.Content); in != nil && mine(in.Strip) {
			for _, id := range in.Parts {
				on(id, e, func(p *PartView) { p.Washed = in.How })
			}
		} else if in := Ons.In(e.Content); in != nil && mine(in.Strip) {
			on(in.Part, e, func(p *PartView) {
				p.State, p.Laid, p.Renewed, p.on, p.Mark, p.Unsafe = BackOn, in.Laid, in.Renewed, &e, wear.Sound, false
				if p.Felt != nil && p.Felt.Do == "replace" && !in.Renewed {
					p.Mark = p.found // it went back as it was
				}
				if in.Out {
					p.State = NotThere
				}
				if in.Note != "" {
					p.Note = strings.TrimSpace(p.Note + " " + in.Note)
				}
			})
			v.Together = true
		}
	}
}

func (v *Strip) off(p *PartView, e record.Entry, in PartOff) {
	p.State, p.Lying, p.Side, p.on = OnTray, in.Lay, in.Side, nil
	if in.Lay == Absent {
		p.State = NotThere
	} else {
		if !slices.Contains(v.Tray, p.ID) {
			v.Tray = append(v.Tray, p.ID)
		}
		p.Number = 1 + slices.Index(v.Tray, p.ID)
	}
	p.feel(e, in.Felt, in.Note)
}

// FeltOffered is an answer to what is asked of a part in the hand, with what it means for the part.
type FeltOffered struct {
	strip.Felt
	Mark wear.Mark `json:"mark" enum:"sound,watch,due,unsafe"`
}

func offered(f strip.Feel) (list []FeltOffered) {
	for _, answer := range f.Answers() {
		list = append(list, FeltOffered{answer, markOf(answer)})
	}
	return list
}

// markOf is what an answer means for the part that it is given of.
func markOf(f strip.Felt) wear.Mark {
	switch {
	case f.Bad:
		return wear.Unsafe
	case f.Do == "replace":
		return wear.Due
	case f.Do != "keep":
		return wear.Watch
	}
	return wear.Sound
}

func (p *PartView) feel(e record.Entry, word, note string) {
	p.seen, p.Mark = &e, wear.Sound
	if note != "" {
		p.Note = note
	}
	answer, known := p.Feel.Answer(word)
	if known {
		p.Felt = &answer
	}
	if p.Lying == Wrong {
		p.Mark = wear.Watch
	}
	switch {
	case known && answer.Do != "keep" || known && answer.Bad:
		p.Mark, p.Unsafe = markOf(answer), answer.Bad
	case p.Lying == Absent && !p.Maybe:
		p.Mark = wear.Due
	}
	p.found, p.Renew = p.Mark, p.renew()
}

// renew is why a new one goes on in a part's place; empty when it may go back.
func (p *PartView) renew() string {
	switch {
	case p.Stays:
		return ""
	case p.Felt != nil && p.Felt.Do == "replace":
		return fmt.Sprintf("%s was found %s: %s", p.Name, p.Felt.Name, words.Lower(p.Felt.Why))
	case p.Once:
		return p.Name + ": never used twice."
	}
	return ""
}

// sum works out what comes off next, what goes back next, and what is still to be done.
func (v *Strip) sum(parts strip.Assembly) {
	var off, away []string // not there to hold others; on the tray
	for _, p := range v.Parts {
		if p.State == OnTray || p.State == NotThere {
			off = append(off, p.ID)
		}
	}
	for _, id := range v.Tray {
		if p, _ := v.part(id); p.State == OnTray {
			away = append(away, id)
		}
	}
	v.Loose, v.OffBike = parts.Loose(), len(away)
	for i := range v.Parts {
		p := &v.Parts[i]
		switch p.State {
		case OnBike, BackOn:
			if over := parts.Over(p.Part, off); len(over) > 0 {
				p.Held = "Not yet. First take off: " + words.Lower(over[0].Name) + "."
			}
		case OnTray:
			if first := parts.First(p.ID, away); len(first) > 0 {
				p.Held = "Not yet. First put back: " + words.Lower(first[0].Name) + "."
			}
		}
	}
	if !v.Together {
		v.Next = parts.Next(off)
	}
	v.Back = parts.Back(away)
	v.open(len(away))
}

// open lists what is still to be done before an assembly is whole.
func (v *Strip) open(away int) {
	lay, renew, look := 0, 0, 0
	for _, p := range v.Parts {
		if p.State == OnTray {
			if len(p.Lay) > 0 {
				lay++
			}
			if p.Renew != "" {
				renew++
			}
		}
		if p.Stays && p.Feel != "" && p.Felt == nil && len(v.Tray) > 0 {
			look++
		}
	}
	for _, x := range []struct {
		n    int
		what string
	}{{away, "on the tray"}, {lay, "to be laid with what belongs on it"}, {renew, "to be renewed"},
		{look, "to be looked at in place"}} {
		if x.n > 0 {
			v.Open = append(v.Open, fmt.Sprintf("%d %s", x.n, x.what))
		}
	}
	v.Done = len(v.Tray) > 0 && len(v.Open) == 0
}

// Shows says whether a photo may be of a part that is apart, named as strip/part, or of what sits at a place.
func Shows(s *record.Sheet, about string) bool {
	if id, part, named := strings.Cut(about, "/"); named {
		v, err := trayWork.Open(s, ID(id))
		if err != nil {
			return false
		}
		_, known := v.part(part)
		return known
	}
	return slices.ContainsFunc(parts.Places.Of(s), func(p knowledge.Place) bool { return p.ID == about })
}
