package agree

import "utensil/internal/workshop/record"

// Subject is what the owner is asked and says.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{Asks.Checked(func(_ *record.Sheet, in Asked) (*Asked, error) {
			return &in, CheckHow(in.How)
		})},
		Corrects: func(s *record.Sheet, c record.Correction) error {
			if Items.In(c.Old.Content) != nil && IsDone(s, c.Old.ID) {
				return WorkDone()
			}
			return nil
		},
	}
}
