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

// Unread are the points that this job looks at and nobody has.
func Unread(s *record.Sheet) (points []string) {
	for _, p := range Points.Of(s) {
		if _, read := ReadingOf(s, p.ID); read == nil && looksAt(s, p) {
			points = append(points, p.ID)
		}
	}
	return points
}

// unreadPoints are those that nobody has looked at, together.
func unreadPoints(s *record.Sheet) []record.Obstacle {
	open := Unread(s)
	if len(open) == 0 {
		return nil
	}
	return []record.Obstacle{{Title: words.Count(len(open), "point") + " not looked at",
		Detail: "walk-round", Mark: wear.Open,
		Stage: record.StageInspect, Target: open[0], Count: len(open)}}
}
