package gears

import (
	"utensil/core/gear"
	"utensil/internal/workshop/record"
)

// undoing is the work of the catalogue whose fasteners a move undoes: a cable that is clamped anew is as loose
// as one that was renewed, and no gauge goes into a hanger while the mech is on it.
var undoing = map[gear.Work][]string{gear.Reclamp: {"gear-cable"}, gear.RenewCable: {"gear-cable"}, gear.Straighten: {"straighten-hanger"},
	gear.MatchParts: {"gear-cable", "straighten-hanger"}, gear.RenewTeeth: {"replace-sprockets"}}

// Touched is where in the ledger each fastener was last undone at the bench.
func Touched(s *record.Sheet) map[string]int {
	places := map[string]int{}
	for e, in := range Moves.All(s.Ledger) {
		for _, id := range undoing[in.Work] {
			o, _ := s.Book.Operation(id)
			for _, joint := range o.Touches {
				places[joint] = s.Place(e.ID)
			}
		}
	}
	return places
}
