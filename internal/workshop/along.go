package workshop

import (
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/wheels"
)

// along are the entries that are written with another: what work takes out of a drawer, what is
// left of a bench that is given up.
func along(s *record.Sheet, n record.NewEntry) []record.NewEntry {
	more := parts.Along(s, n)
	if in := record.Withdrawals.In(n.Content); in != nil && n.Supersedes != nil {
		for _, given := range []*inspect.Finding{gears.GivenUp(s, *n.Supersedes, in.Reason),
			wheels.GivenUp(s, *n.Supersedes, in.Reason)} {
			if given != nil {
				more = append(more, record.NewEntry{ID: n.ID.Along(len(more) + 1), At: n.At,
					Content: inspect.Findings.Says(*given)})
			}
		}
	}
	for i := range more {
		more[i].Seen, more[i].Tablet, more[i].Clock = n.Seen, n.Tablet, n.Clock
	}
	return more
}
