package hunt

import (
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// Subject is the search for causes.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{Hunts.Checked(checkHunt), Clues.CheckedAs(checkClue), Tries.Checked(checkTried)},
		Obstacles: func(s *record.Sheet) (list []record.Obstacle) {
			for _, h := range Searches.Of(s) {
				if !h.cured && h.finding == nil {
					list = append(list, record.Obstacle{Title: h.name, Detail: "cause not found yet",
						Mark: wear.Open, Stage: record.StageInspect,
						Target: string(h.id), Place: record.PlaceHunt})
				}
			}
			return list
		},
	}
}
