package apart

import (
	"time"

	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
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
			x := Seen{ID: p.seen.ID, Mark: p.found, Place: p.Place, Part: p.Name, By: p.seen.ByName, At: p.seen.At, Right: p.on != nil}
			title := words.Capital(p.Name) + ": "
			switch {
			case p.Felt != nil && p.Felt.Do == "replace":
				x.Title, x.Reason, x.Right = title+p.Felt.Name, p.Felt.Why, p.Renewed && p.on != nil
			case p.Lying == Wrong:
				x.Title, x.Reason = title+"found the wrong way round", p.Says()+" is right. "+p.Wrong
			case p.Lying == Absent && !p.Maybe:
				x.Title, x.Reason = title+"not there", "It was missing when "+words.Lower(v.Name)+" came apart."
			case p.Extra:
				x.Title, x.Reason, x.Mark = v.Name+": "+words.Lower(p.Name)+" found, which is not in the picture", p.Note, wear.Watch
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

// Touched is where in the ledger each fastener was last undone, or last had a part put under it.
func Touched(s *record.Sheet) map[string]int {
	places := map[string]int{}
	for _, v := range Strips.Of(s) {
		for _, p := range v.Parts {
			for _, e := range []*record.Entry{p.seen, p.on} {
				if e == nil || p.State == OnBike || p.State == NotThere {
					continue
				}
				for _, id := range p.Part.Bolts {
					places[id] = max(places[id], s.Place(e.ID))
				}
			}
		}
	}
	return places
}

// LastMove is where in the ledger a part was last taken off or put back; -1 where nothing was apart. What
// was tried on the bike before it was tried on another bike.
func LastMove(s *record.Sheet) int {
	last := -1
	for e := range Offs.All(s.Ledger) {
		last = max(last, s.Place(e.ID))
	}
	for e := range Ons.All(s.Ledger) {
		last = max(last, s.Place(e.ID))
	}
	return last
}

// Offered is an assembly that this bike has, to be taken apart.
type Offered struct {
	Assembly string   `json:"assembly"`
	Name     string   `json:"name"`
	About    string   `json:"about"`
	Parts    int      `json:"parts"`
	For      []string `json:"for" doc:"work in which it is taken apart"`
}

// Offer lists the assemblies that this bike has.
var Offer = record.Derive(func(s *record.Sheet) []Offered {
	list := []Offered{}
	for _, a := range s.Book.AssembliesOn(parts.Facts.Of(s)) {
		list = append(list, Offered{a.ID, a.Name, a.About, a.Parts.Loose(), record.Some(a.Operations)})
	}
	return list
})
