package guides

import (
	"slices"

	"utensil/internal/workshop/record"
)

// GuidesPart is the guided work that a bike may have, told in full to the screens that begin it.
type GuidesPart struct {
	Offers []Offer `json:"offers" doc:"guided work that belongs to no end: chain, cables, bar"`
}

// PartOf is the guided work of a job's bike that belongs to no end.
func PartOf(s *record.Sheet) GuidesPart { return GuidesPart{For(s, "")} }

// ShortPart is all guided work, as much of it as leads there.
type ShortPart struct {
	Guided []Short `json:"guided" doc:"work that can be done step by step"`
}

// Short is guided work, by what it does.
type Short struct {
	ID    string `json:"id"`
	Name  string `json:"name"`
	End   string `json:"end,omitempty" enum:"front,rear" doc:"of the bike; left out for what has none"`
	Bench string `json:"bench,omitempty" enum:"wheels,air" doc:"that it belongs to; left out for a brake's, and the rest"`
	Does  string `json:"operation,omitempty" doc:"the work item it does"`
}

// ShortOf is all guided work of a job's bike: of each brake and then the rest, what is asked for first.
func ShortOf(s *record.Sheet) ShortPart {
	p := ShortPart{[]Short{}}
	for _, o := range slices.Concat(For(s, "front"), For(s, "rear"), For(s, "")) {
		p.Guided = append(p.Guided, Short{o.ID, o.Name, o.End, o.Bench, o.Does})
	}
	return p
}

// Subject is the guided work that belongs to no end of the bike.
func Subject() record.Subject {
	return record.Subject{Places: func(s *record.Sheet) []record.Place {
		return record.At(record.PlaceGuides, len(offered.Of(s)[""]) > 0)
	}}
}
