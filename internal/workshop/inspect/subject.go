package inspect

import (
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// Subject is the walk-round, the bike's air and how far it went.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{Readings.Checked(checkReading), Airs.Checked(checkAir), Odometers.Checked(checkOdometer),
			Rides.Checked(checkRide)},
		Obstacles: unreadPoints,
	}
}

// unreadPoints are the points that this job looks at and nobody has, together.
func unreadPoints(s *record.Sheet) []record.Obstacle {
	open, first := 0, ""
	for _, p := range Points.Of(s) {
		if _, read := ReadingOf(s, p.ID); read == nil && looksAt(s, p) {
			if open++; first == "" {
				first = p.ID
			}
		}
	}
	if open == 0 {
		return nil
	}
	return []record.Obstacle{{Title: words.Count(open, "point") + " not looked at",
		Detail: "walk-round", Mark: wear.Open,
		Stage: record.StageInspect, Target: first, Count: open}}
}
