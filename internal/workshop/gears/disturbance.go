package gears

import (
	"utensil/core/gear"
	"utensil/internal/workshop/record"
)

// undoing is the work of the catalogue whose fasteners a move undoes: a cable that is clamped
// anew is as loose as one that was renewed, and no gauge goes into a hanger while the mech is on
// it.
var undoing = map[gear.Work][]string{gear.Reclamp: {"gear-cable"}, gear.RenewCable: {"gear-cable"},
	gear.Straighten: {"straighten-hanger"},
	gear.MatchParts: {"gear-cable", "straighten-hanger"}, gear.RenewTeeth: {"replace-sprockets"}}

// What was turned or done at the bench undid what holds it, and is tried on the ride.
var _ = record.Disturbs(func(s *record.Sheet) (list []record.Disturbance) {
	for e, in := range Moves.Ever(s.Ledger) {
		d := record.Disturbance{Since: e.ID, Says: "the gears were set", Tests: []string{record.RideTest}, Named: true}
		for _, id := range undoing[in.Work] {
			o, _ := s.Book.Operation(id)
			d.Joints = append(d.Joints, record.Loosens(s, o)...)
		}
		if in.Work == gear.RenewTeeth { // the wheel was out
			d.Tests = record.EveryTest
		}
		list = append(list, d)
	}
	return list
})
