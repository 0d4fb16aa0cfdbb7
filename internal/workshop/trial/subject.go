package trial

import (
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// Subject is what is tried and signed before the bike leaves.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{Signs.Checked(checkSign), Tried.Checked(checkTried),
			Stops.Checked(checkStopped)},
		Corrects: corrects,
		Obstacles: func(s *record.Sheet) (list []record.Obstacle) {
			for _, test := range Tests.Of(s) {
				at := record.Obstacle{Title: test.Name, Mark: wear.Open, Stage: record.StageVerify, Target: test.What}
				switch {
				case test.Waived != "":
					continue
				case test.Held != "":
					at.Detail = "not before this is put right: " + test.Held
				case test.Sign == nil:
					at.Detail = "not signed yet"
				case !test.Sign.Passed:
					at.Title, at.Detail, at.Mark = test.Name+" failed", test.Sign.Note, wear.Unsafe
				case test.Stale:
					at.Detail = "signed before " + test.Since + ": try it again"
				default:
					continue
				}
				list = append(list, at)
			}
			return append(append(list, again(s)...), short(s)...)
		},
	}
}
