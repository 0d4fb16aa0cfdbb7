package apart

import (
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

// Seen is something wrong that was found with a part in the hand.
type Seen struct {
	ID     record.ID // of the entry that tells it
	Title  string
	Mark   wear.Mark
	Reason string
	Place  string // where the part sits, when it is renewed by itself
	Part   string // its name
	Right  bool   // it was put right on the bench since
	By     string
	At     time.Time
}

// Found is what was found wrong with parts in the hand: worn or broken ones, some the wrong way round,
// some that were not there, some too many.
var Found = record.Derive(func(s *record.Sheet) (found []Seen) {
	for _, v := range Strips.Of(s) {
		for _, p := range v.Parts {
			if p.seen == nil {
				continue
			}
			x := Seen{ID: p.seen.ID, Mark: p.found, Place: p.Place, Part: p.Name, By: p.seen.ByName,
				At: p.seen.At, Right: p.on != nil}
			assembly, _, _ := strings.Cut(v.Name, ",")
			title := assembly + ": " + words.Lower(p.Name) + ", "
			switch {
			case p.Felt != nil && p.Felt.Do == "replace":
				x.Title, x.Reason, x.Right = title+p.Felt.Name, p.Felt.Why, p.Renewed && p.on != nil
			case p.Lying == Wrong:
				x.Title, x.Reason = title+"found the wrong way round", p.Says()+" is right. "+p.Wrong
			case p.Lying == Absent && !p.Maybe:
				x.Title, x.Reason = title+"not there", "It was missing when "+words.Lower(v.Name)+" came apart."
			case p.Extra:
				x.Title, x.Reason, x.Mark = v.Name+": "+words.Lower(p.Name)+" found, which is not in the picture",
					p.Note, wear.Watch
			case p.Felt != nil && p.Felt.Do != "keep":
				x.Title, x.Reason = title+p.Felt.Name, p.Felt.Why
			default:
				continue
			}
			found = append(found, x)
		}
	}
	return found
})

// What came off, or went back, was undone, and what was out of the way for it; what was tried on
// the bike before it was tried on another bike. What is only looked at in its place was reached
// as well.
var _ = record.Disturbs(func(s *record.Sheet) (list []record.Disturbance) {
	moved := func(e record.Entry, id ID, part, did string, undone bool) {
		d := record.Disturbance{Since: e.ID, Says: did, Tests: record.EveryTest, Named: true}
		tests := record.EveryTest // of what was sketched nobody knows how far it reaches
		_, begun := Begins.Wrote(s.Ledger, s.Ledger.Current(id))
		if begun == nil {
			_, begun = Begins.Wrote(s.Ledger, id)
		}
		var reached []string
		if begun != nil {
			a, _ := s.Book.Assembly(begun.Assembly)
			if i := slices.IndexFunc(a.Parts, func(p strip.Part) bool { return p.ID == part }); i >= 0 {
				d.Says, reached = words.Lower(a.Parts[i].Name)+" "+did, record.Reached(s, a)
				tests = record.Untries(s, knowledge.Operation{Needs: a.Needs, Brakes: a.Brakes}, a.Parts[i].Bolts...)
				d.Tests = tests
				if undone {
					d.Joints = a.Parts[i].Bolts
				}
			}
		}
		if did == lookedAt && len(reached) == 0 {
			return
		}
		if list = append(list, d); len(reached) > 0 {
			list = append(list, record.Disturbance{Since: e.ID, Says: d.Says, Joints: reached, Tests: tests})
		}
	}
	for e, in := range Offs.Ever(s.Ledger) {
		moved(e, in.Strip, in.Part, "came off", in.Lay != Absent)
	}
	for e, in := range Looks.Ever(s.Ledger) {
		moved(e, in.Strip, in.Part, lookedAt, false)
	}
	for e, in := range Ons.Ever(s.Ledger) {
		moved(e, in.Strip, in.Part, "went back", !in.Out)
	}
	return list
})

const lookedAt = "was looked at in its place"

// Offered is an assembly that this bike has, to be taken apart.
type Offered struct {
	Assembly string   `json:"assembly"`
	Name     string   `json:"name"`
	About    string   `json:"about"`
	Is       string   `json:"is,omitempty" doc:"the thing that it is one form of"`
	Told     string   `json:"told,omitempty" doc:"what shows that it is this form"`
	Parts    int      `json:"parts"`
	For      []string `json:"for" doc:"work in which it is taken apart"`
}

// Offer lists the assemblies that this bike has.
var Offer = record.Derive(func(s *record.Sheet) []Offered {
	list := []Offered{}
	for _, a := range s.Book.AssembliesOn(parts.Facts.Of(s)) {
		list = append(list, Offered{a.ID, a.Name, a.About, a.Form.Is, a.Form.Told, a.Parts.Loose(),
			record.Some(a.Operations)})
	}
	return list
})
