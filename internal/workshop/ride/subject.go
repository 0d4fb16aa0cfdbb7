package ride

import (
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// Subject is what the ride shows.
func Subject() record.Subject {
	return record.Subject{Checks: []record.Check{Tried.Checked(checkTried), Stops.Checked(checkStopped)},
		Corrects: corrects, Obstacles: func(s *record.Sheet) []record.Obstacle { return append(again(s), short(s)...) }}
}

// corrects refuses that a symptom, or a stop that was too long, is struck out by somebody else or without a
// word: the one is answered, the other measured again.
func corrects(_ *record.Sheet, c record.Correction) error {
	tried, stop := Tried.In(c.Old.Content), Stops.In(c.Old.Content)
	if (tried == nil || tried.Shows == "") && (stop == nil || stop.Mark == wear.Sound) {
		return nil
	}
	took := record.Withdrawals.In(c.New.Content)
	if c.Theirs() && (took != nil && took.Reason != "" || c.New.Why != "") {
		return nil
	}
	return record.Refuse("supersedes", "What the ride showed is answered, and a stop is measured again. If it was "+
		"not so, whoever wrote it down takes it back and says why.")
}
