package brakes

import "utensil/internal/workshop/record"

// Subject is the brakes and what is in their lines.
func Subject() record.Subject {
	return record.Subject{Checks: []record.Check{Pulls.Checked(checkPull)},
		Places: func(s *record.Sheet) []record.Place {
			return record.At(record.PlaceBrakes, len(Sides(s)) > 0)
		}}
}
