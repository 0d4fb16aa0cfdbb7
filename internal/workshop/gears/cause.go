package gears

import (
	"utensil/core/gear"
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// GearFound is what the indexing bench found to be behind it.
type GearFound struct {
	Cause gear.Cause `json:"cause"`
	Name  string     `json:"name"`
	Mark  wear.Mark  `json:"mark" enum:"watch,due"`
	Cured bool       `json:"cured" doc:"it was put right at the bench: every shift is crisp since"`
}

// behindOf is the cause that a piece of work is for.
var behindOf = map[gear.Work]gear.Cause{gear.TurnBarrel: gear.CableSet, gear.Reclamp: gear.CableSet,
	gear.TurnLow:  gear.LowIn,
	gear.TurnHigh: gear.HighIn, gear.TurnGap: gear.GapWide, gear.RenewCable: gear.CableRubs,
	gear.OilPivots:  gear.PivotsDry,
	gear.Straighten: gear.HangerBent, gear.MatchParts: gear.Unmatched, gear.RenewTeeth: gear.TeethWorn}

// settlesIn is for how long a new cable gives, days.
const settlesIn = 60

// find says what is behind it: what was put right once every shift is crisp, the last work that
// was more than a turn of the barrel before that turn; else what is advised now.
func (b *GearBench) find(done []gear.Work) {
	var cause gear.Cause
	for _, w := range done {
		if c := behindOf[w]; cause == "" || c != gear.CableSet {
			cause = c
		}
	}
	switch {
	case b.Settled && cause != "":
		b.Found = &GearFound{Cured: true}
	case b.Do != nil:
		cause, b.Found = behindOf[b.Do.Work], &GearFound{}
	default:
		return
	}
	days := b.evidence.History.CableDays
	f := b.Found
	f.Cause, f.Mark, f.Name = cause, wear.Due, causeNames[cause][0]
	if cause == gear.CableSet {
		f.Name = "Cable wants setting"
		if days > 0 && days <= settlesIn {
			f.Cause, f.Name = gear.CableSettled, "A new cable has settled"
		}
	}
}

// FoundOn is what the newest bench of a job found; nil where none did.
func FoundOn(s *record.Sheet) *GearFound {
	list := Benches.Of(s)
	if len(list) == 0 {
		return nil
	}
	return list[len(list)-1].Found
}
