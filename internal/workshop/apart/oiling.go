package apart

import (
	"slices"

	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// Oiled is a place that was oiled without taking anything apart.
type Oiled struct {
	What string `json:"what"`
}

// Oilings are places that were oiled.
var Oilings = record.NewKind(record.Kind[Oiled]{Name: "oiled", By: record.ByMechanic})

// OilView is a place on the map of what a tune oils.
type OilView struct {
	ID    string     `json:"id"`
	Name  string     `json:"name"`
	Short string     `json:"short" doc:"its name beside the drawing"`
	At    string     `json:"at" doc:"the point of the walk-round beside which it is drawn"`
	With  string     `json:"with"`
	Where string     `json:"where"`
	Why   string     `json:"why"`
	Entry *record.ID `json:"entry,omitempty" doc:"that it was oiled"`
	By    string     `json:"by,omitempty"`
}

// OilMap is what a tune oils on this bike, and what of it was.
func OilMap(s *record.Sheet) []OilView {
	views := []OilView{}
	for _, o := range s.Book.Oilings {
		if !o.When.Holds(parts.Facts.Of(s)) {
			continue
		}
		treatment, _ := s.Book.Treatment(o.With)
		v := OilView{ID: o.ID, Name: o.Name, Short: o.Short, At: o.At, With: treatment.Name, Where: o.Where, Why: o.Why}
		if e, oiled := Oilings.Last(s.Ledger, func(in *Oiled) bool { return in.What == o.ID }); oiled != nil {
			v.Entry, v.By = &e.ID, e.ByName
		}
		views = append(views, v)
	}
	return views
}

func checkOiled(s *record.Sheet, in Oiled) (*Oiled, error) {
	if !slices.ContainsFunc(OilMap(s), func(v OilView) bool { return v.ID == in.What }) {
		return nil, record.Refuse("what", "This bike has nothing there to oil.")
	}
	return &in, nil
}
