package door

import (
	"time"

	"utensil/internal/workshop/record"
)

// Belonging is something that came with the bike or was taken off it.
type Belonging struct {
	Name     string `json:"name"`
	TakenOff bool   `json:"taken_off" doc:"taken off the bike, to be put back"`
}

// Return ticks a belonging back to the bike or its owner.
type Return struct {
	Belonging record.ID `json:"belonging"`
}

// BelongingView is a belonging and whether it went back.
type BelongingView struct {
	ID       record.ID  `json:"id"`
	Name     string     `json:"name"`
	TakenOff bool       `json:"taken_off"`
	Returned *time.Time `json:"returned,omitempty"`
	By       string     `json:"by"`
}

func Things(s *record.Sheet) []BelongingView {
	var views []BelongingView
	for e, said := range Belongings.All(s.Ledger) {
		v := BelongingView{ID: e.ID, Name: said.Name, TakenOff: said.TakenOff, By: e.ByName}
		if back, returned := Returns.Last(s.Ledger,
			func(in *Return) bool { return s.Current(in.Belonging) == e.ID }); returned != nil {
			v.Returned = &back.At
		}
		views = append(views, v)
	}
	return views
}

// What came with the bike, and what went back.
var (
	Belongings = record.NewKind(record.Kind[Belonging]{Name: "belonging", By: record.ByAnyone, AtCounter: true})
	Returns    = record.NewKind(record.Kind[Return]{Name: "return", By: record.ByAnyone, AtCounter: true})
)
