package air

import (
	"fmt"
	"maps"
	"slices"
	"time"

	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
)

// opens is the work that opens a leg once more, by the leg and by what was done to it last.
var opens = map[string]map[string]string{
	"fork":  {"lowers": "fork-lowers", "air": "fork-air", "all": "fork-service"},
	"shock": {"air": "shock-service", "all": "shock-service"},
}

// Tended is what was done to legs and sealant, for the lines of what is on the bike.
func Tended(s *record.Sheet) (all []lifeline.Tended) {
	for _, l := range Of(s).Legs {
		// A fork's seals and oil are a place of their own; a shock is one with its seals.
		t := lifeline.Tended{Place: l.Place, What: "service"}
		if l.Place == "fork" {
			t.Place = "fork-seals"
		}
		for e, in := range Services.Both(s) {
			if in.Leg != l.Place || in.Served == nil || e.At.Before(fitted(s, l.Place)) {
				continue
			}
			care := lifeline.Care{At: e.At, By: e.ByName, Says: words.Capital(servedWords[in.What])}
			if oil := in.oil(); oil != "" {
				care.Says += ": " + oil
			}
			t.Cares, t.Operation = append(t.Cares, care), opens[l.Place][in.What]
		}
		if l.Due != nil {
			t.From, t.To = l.Due.From, l.Due.To
		}
		all = append(all, t)
	}
	for _, b := range Of(s).Tyres {
		t := lifeline.Tended{Place: b.End + "-tube", What: "sealant", Operation: "sealant-" + b.End}
		for e, in := range Toppings.Both(s) {
			if in.End == b.End && in.Filled != nil {
				t.Cares = append(t.Cares, lifeline.Care{At: e.At, By: e.ByName,
					Says: fmt.Sprintf("%s ml of sealant", measure.Format(*in.Filled))})
			}
		}
		if b.Topped != nil && b.Read != nil && b.Read.Tubeless {
			t.From, t.To = &b.Topped.From, &b.Topped.To
		}
		all = append(all, t)
	}
	return all
}

// unwritten are legs that were served, and tyres that got sealant, in this job, of which nobody
// wrote down with what: from it follows when they are due again.
func unwritten(s *record.Sheet) (list []record.Obstacle) {
	owes := func(title, did, place string) {
		list = append(list, record.Obstacle{Title: title,
			Detail: did + "; not written down, and nobody knows when it is due again",
			Mark:   wear.Due, Stage: record.StageWork, Place: record.PlaceAir, Target: place})
	}
	for _, l := range Of(s).Legs {
		if l.Unwritten {
			owes(words.Capital(l.Place)+": its hours and its oil", "served", l.Place)
		}
	}
	for _, t := range Of(s).Tyres {
		if t.Unwritten {
			owes(inspect.AirName(t.Place)+": how much sealant", "topped up", t.Place)
		}
	}
	return list
}

// servedOnly says whether a leg was served in this job, and nothing of it written down.
func servedOnly(s *record.Sheet, leg string) bool {
	_, in := Services.Last(s.Ledger, func(in *LegServed) bool { return in.Leg == leg })
	return in == nil && slices.ContainsFunc(slices.Collect(maps.Values(opens[leg])),
		func(o string) bool { return runlog.DidAll(s, o) })
}

// toppedOnly says the same of a tyre's sealant.
func toppedOnly(s *record.Sheet, end string) bool {
	_, in := Toppings.Last(s.Ledger, func(in *SealantTopped) bool { return in.End == end })
	return in == nil && runlog.DidAll(s, "sealant-"+end)
}

// fitted is when the leg that is on the bike was fitted; zero for one that was there before the
// bike was first seen.
func fitted(s *record.Sheet, leg string) time.Time {
	lives := parts.Lives.Of(s)[leg]
	if len(lives) == 0 {
		return time.Time{}
	}
	return lives[len(lives)-1].From
}
