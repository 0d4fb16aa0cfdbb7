package air

import (
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/knowledge/complaint"
)

// ofShape is what made a hole of a shape, as hunts call it.
var ofShape = map[string]string{"one": complaint.FindsObject, "pair": complaint.FindsPinch, "rim": complaint.FindsRim,
	"valve": complaint.FindsValve, "wall": complaint.FindsWall}

// FoundOn is what the bench of air has found in a job: what made a hole, sealant that had dried,
// why a leg sinks.
func FoundOn(s *record.Sheet) (names []string) {
	for _, t := range Of(s).Tyres {
		if t.Flat != nil && ofShape[t.Flat.Shape] != "" {
			names = append(names, ofShape[t.Flat.Shape])
		}
		if _, in := Toppings.Last(s.Ledger, func(in *SealantTopped) bool {
			return in.End == t.End && in.Dried
		}); in != nil {
			names = append(names, complaint.FindsDry)
		}
	}
	for _, l := range Of(s).Legs {
		if why := lostBy(s, l.Place); why != "" {
			names = append(names, why)
		}
		if n := len(l.Reads); n > 0 && opened(s, l.Reads[n-1].ID) && l.Reads[n-1].Share > l.To {
			names = append(names, complaint.FindsLow)
		}
	}
	return names
}

// lostBy is why a leg has lost air that was found in this job: by the cold alone, or by a leak;
// empty where it lost none.
func lostBy(s *record.Sheet, place string) string {
	for _, v := range inspect.Pressures(s) {
		n := len(v.Readings)
		if v.Place != place || n < 2 || v.Readings[n-1].Set || v.Readings[n-1].At.Before(s.Job.OpenedAt) {
			continue
		}
		loss, known := v.Lost()
		switch {
		case !known || loss.Lost <= 0.01:
			return ""
		case !loss.Tells():
			return complaint.FindsCold
		case loss.Doubtful():
			return "" // its hose may have taken it: nobody knows yet
		}
		return complaint.FindsLeak
	}
	return ""
}
