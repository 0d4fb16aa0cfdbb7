package air

import (
	"fmt"
	"time"

	"utensil/core/measure"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
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
		for _, ledger := range s.Ledgers() {
			for e, in := range Services.All(ledger) {
				if in.Leg != l.Place || in.Served == nil || e.At.Before(fitted(s, l.Place)) {
					continue
				}
				care := lifeline.Care{At: e.At, By: e.ByName, Says: servedWords[in.What]}
				if oil := in.oil(); oil != "" {
					care.Says += ": " + oil
				}
				t.Cares, t.Operation = append(t.Cares, care), opens[l.Place][in.What]
			}
		}
		if l.Due != nil {
			t.From, t.To = l.Due.From, l.Due.To
		}
		all = append(all, t)
	}
	for _, b := range Of(s).Tyres {
		t := lifeline.Tended{Place: b.End + "-tube", What: "sealant", Operation: "sealant-" + b.End}
		for _, ledger := range s.Ledgers() {
			for e, in := range Toppings.All(ledger) {
				if in.End == b.End && in.Filled != nil {
					t.Cares = append(t.Cares, lifeline.Care{At: e.At, By: e.ByName,
						Says: fmt.Sprintf("%s ml of sealant", measure.Format(*in.Filled))})
				}
			}
		}
		if b.Topped != nil && b.Read != nil && b.Read.Tubeless {
			t.From, t.To = &b.Topped.From, &b.Topped.To
		}
		all = append(all, t)
	}
	return all
}

// fitted is when the leg that is on the bike was fitted; zero for one that was there before the bike was first seen.
func fitted(s *record.Sheet, leg string) time.Time {
	lives := parts.Lives.Of(s)[leg]
	if len(lives) == 0 {
		return time.Time{}
	}
	return lives[len(lives)-1].From
}
