package runbench

import (
	"slices"

	"utensil/core/procedure"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/knowledge"
)

// carries says whether a figure that was read before a run began is what its step would read: nobody
// measures twice what nothing has changed since. A word does not: the work lays bare what the walk-round
// could not see. Nor does one figure for two sides.
func carries(s *record.Sheet, p knowledge.Point, run record.ID, read record.Entry, in *inspect.Reading) bool {
	if p.Gauge == nil || in.Value == nil || len(in.Values) < len(p.Gauge.Sides) {
		return false
	}
	if stands, _ := inspect.ReadingOf(s, p.ID); stands.ID != read.ID {
		return false
	}
	unseen := func(change record.ID) bool { return !s.Knew(change, read.ID) } // by who read it
	changes := func(operation string) bool {
		o, known := s.Book.Operation(operation)
		return !known || slices.ContainsFunc(o.Cures, func(c knowledge.Cure) bool { return c.Point == p.ID })
	}
	for e, done := range agree.Works.Ever(s.Ledger) {
		_, item := agree.Items.Wrote(s.Ledger, done.Item)
		if unseen(e.ID) && (item == nil || changes(item.Operation)) {
			return false
		}
	}
	for e, step := range runlog.Steps.Ever(s.Ledger) {
		_, of := runlog.Starts.Wrote(s.Ledger, step.Run)
		if !unseen(e.ID) || of == nil {
			continue
		}
		if step.Run != run && changes(of.Work.Operation) || wears(s, of, step.Step) {
			return false
		}
	}
	for e, fitted := range parts.Puttings.Ever(s.Ledger) {
		if unseen(e.ID) && slices.ContainsFunc(s.Book.Operations, func(o knowledge.Operation) bool {
			return slices.Contains(o.Fits, fitted.Place) && changes(o.ID)
		}) {
			return false
		}
	}
	return true
}

// wears says whether a step works on the faces that a brake rubs with.
func wears(s *record.Sheet, of *runlog.Guided, step string) bool {
	return slices.ContainsFunc(of.Work.Procedure.Steps, func(x procedure.Step) bool {
		return x.ID == step && slices.ContainsFunc(x.Does, func(id string) bool {
			state, _ := s.Book.State(id)
			return state.Beds
		})
	})
}
