package agree

import "utensil/internal/workshop/record"

// Subject is what the owner is asked and says.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{Asks.Checked(func(_ *record.Sheet, in Asked) (*Asked, error) { return &in, CheckHow(in.How) })},
		Corrects: func(s *record.Sheet, old record.Entry, _ bool) error {
			if Items.In(old.Content) != nil && IsDone(s, old.ID) {
				return WorkDone()
			}
			return nil
		},
	}
}
