package torque

import (
	"fmt"
	"slices"
	"strings"

	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// Subject is the torque log. told says whether a bolt stands before the door already, as
// something found on it.
func Subject(told func(*record.Sheet, BoltView) bool) record.Subject {
	return record.Subject{
		Corrects: corrects,
		Checks: []record.Check{Torques.CheckedAs(checkTorque), Additions.Checked(checkBolt),
			inspect.Figures.Checked(checkFigure)},
		Obstacles: func(s *record.Sheet) []record.Obstacle {
			return openBolts(slices.DeleteFunc(Unsettled(Bolts.Of(s)), func(b BoltView) bool { return told(s, b) }))
		},
	}
}

// corrects refuses to write over, or take back, a fastener that was added and torqued: its log
// would speak of nothing.
func corrects(s *record.Sheet, c record.Correction) error {
	if Additions.In(c.Old.Content) == nil {
		return nil
	}
	if _, logged := Torques.Last(s.Ledger, func(in *Torque) bool {
		return in.Fastener == string(c.Old.ID)
	}); logged != nil {
		return record.Refuse("supersedes", "That fastener was torqued since. Give it another figure of "+
			"its own, and log it again.")
	}
	return nil
}

// openBolts are the bolts that are wrong, each by itself, and those not logged, together.
func openBolts(unsettled []BoltView) (list []record.Obstacle) {
	unlogged, felt, critical, first := 0, 0, 0, ""
	for _, b := range unsettled {
		if b.Log != nil && !b.Stale && !b.Log.Felt {
			detail := "found " + b.Log.Found + ", not put right"
			switch {
			case b.unknown():
				detail = "nobody has read what kind it is, and its figure hangs on that"
			case b.another(b.Log):
				detail = "logged as another kind than it is read to be: log it again"
			case b.Verdict != nil:
				detail = b.Verdict.Reason
			}
			list = append(list, record.Obstacle{Title: strings.TrimSpace(b.Name + " " + b.Position),
				Detail: detail, Mark: wear.Unsafe,
				Stage: record.StageVerify, Target: b.Key()})
			continue
		}
		if b.Feel {
			felt++
			continue
		}
		if unlogged++; first == "" {
			first = b.Key()
		}
		if b.Critical {
			critical++
		}
	}
	if unlogged > 0 {
		detail := "none that the rider trusts"
		if critical > 0 {
			detail = fmt.Sprintf("%d safety-critical", critical)
		}
		list = append(list, record.Obstacle{Title: words.Count(unlogged, "fastener") + " to torque",
			Detail: detail, Mark: wear.Open,
			Stage: record.StageVerify, Target: first, Count: unlogged})
	}
	if felt > 0 {
		list = append(list, record.Obstacle{Title: words.Count(felt, "joint") + " to feel by hand",
			Detail: "nothing touched them", Mark: wear.Open, Stage: record.StageVerify, Target: FeelAll, Count: felt})
	}
	return list
}

// FeelAll is the target of what is felt by hand, together.
const FeelAll = "feel"
