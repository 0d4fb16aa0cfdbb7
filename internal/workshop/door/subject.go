package door

import (
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// Subject is what goes back to the owner with the bike.
func Subject() record.Subject {
	return record.Subject{
		Corrects: corrects,
		Checks:   []record.Check{Belongings.Checked(checkBelonging), Returns.Checked(checkReturn)},
		Obstacles: func(s *record.Sheet) (list []record.Obstacle) {
			for _, b := range Things(s) {
				if b.Returned != nil {
					continue
				}
				detail := "give back"
				if b.TakenOff {
					detail = "put back on"
				}
				list = append(list, record.Obstacle{Title: b.Name, Detail: detail, Mark: wear.Open,
					Stage: record.StageHandOver, Target: string(b.ID)})
			}
			return list
		},
	}
}

func checkBelonging(_ *record.Sheet, in Belonging) (*Belonging, error) {
	var err error
	in.Name, err = record.TidyName("name", "what came with the bike", in.Name)
	return &in, err
}

func checkReturn(s *record.Sheet, in Return) (*Return, error) {
	if _, belonging := Belongings.Find(s.Ledger, in.Belonging); belonging == nil {
		return nil, record.Refuse("belonging", "That belonging is not on this job's list any more.")
	}
	return &in, nil
}

// corrects lets who wrote down what came with the bike take that back, and say why: what was
// taken off goes back on.
func corrects(_ *record.Sheet, c record.Correction) error {
	took := record.Withdrawals.In(c.New.Content)
	if Belongings.In(c.Old.Content) == nil || took == nil {
		return nil
	}
	if !c.Theirs() {
		return record.TheirsToTakeBack(c.Old)
	}
	if took.Reason == "" {
		return record.Refuse("reason", "Say why it is not on the list any more: what was taken off goes back on.")
	}
	return nil
}
