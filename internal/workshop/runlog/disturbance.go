package runlog

import (
	"slices"

	"utensil/core/estimate"
	"utensil/core/procedure"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// What guided work loosened, and what work was done, guided or not, disturbs what was made sure of before.
var _ = record.Disturbs(func(s *record.Sheet) (list []record.Disturbance) {
	for run, in := range Starts.Ever(s.Ledger) {
		list = append(list, stepped(s, run, in)...)
	}
	for e, in := range agree.Works.Ever(s.Ledger) {
		list = append(list, worked(s, e, in))
	}
	return list
})

// stepped is what a run disturbed, step by step: those that were taken back as well. What it
// torques counts from its beginning, so that an older log does not.
func stepped(s *record.Sheet, run record.Entry, in *Guided) (list []record.Disturbance) {
	if joints := fastenersOf(s, run); len(joints) > 0 {
		list = append(list, record.Disturbance{Since: run.ID, Says: "“" + in.Work.Name + "” was begun", Joints: joints})
	}
	before, open := run.ID, []string{}
	for e, done := range Steps.Ever(s.Ledger) {
		if done.Run != run.ID {
			continue
		}
		i := slices.IndexFunc(in.Work.Procedure.Steps, func(x procedure.Step) bool { return x.ID == done.Step })
		if i < 0 {
			continue
		}
		step := in.Work.Procedure.Steps[i]
		d := record.Disturbance{Since: e.ID, Says: "“" + in.Work.Name + "” went on",
			Joints: slices.Clone(step.Undoes), Named: true}
		for _, id := range step.Opens {
			state, _ := s.Book.State(id)
			d.Joints = append(d.Joints, state.Undoes...)
			if state.Disturbs != "" {
				d.Tests = append(d.Tests, state.Disturbs)
			}
		}
		if len(step.Opens)+len(step.Undoes) > 0 {
			d.Tests = append(d.Tests, record.RideTest)
		}
		// Loosened and torqued in one step: it was logged before the step was done.
		again := record.Disturbance{Since: before, Says: d.Says, Named: true}
		for _, joint := range step.Record.Joints() {
			if at := slices.Index(d.Joints, joint); at >= 0 {
				again.Joints, d.Joints = append(again.Joints, joint), slices.Delete(d.Joints, at, at+1)
			}
		}
		list = append(list, again, d, goesOn(s, e, step, open, d.Says))
		open = slices.DeleteFunc(append(open, step.Opens...),
			func(id string) bool { return slices.Contains(step.Closes, id) })
		before = e.ID
	}
	return list
}

// goesOn is a step that was done while something was open: nobody rode it, or tried its brake, before that.
func goesOn(s *record.Sheet, e record.Entry, step procedure.Step, open []string, says string) record.Disturbance {
	d := record.Disturbance{Since: e.ID, Says: says}
	for _, id := range open {
		state, _ := s.Book.State(id)
		if !state.Lasting {
			d.Tests = append(d.Tests, record.RideTest)
		}
		if state.Disturbs != "" && (step.Record == nil || step.Record.Sign != state.Disturbs) {
			d.Tests = append(d.Tests, state.Disturbs)
		}
	}
	return d
}

// worked is what work disturbed that was marked done. What its run torqued and signed came after
// that began, where it was gone through to its end; anything else was done when Done was pressed.
func worked(s *record.Sheet, e record.Entry, in *agree.Work) record.Disturbance {
	d := record.Disturbance{Since: e.ID, Says: "work was done", Tests: record.EveryTest}
	_, item := agree.Items.Wrote(s.Ledger, in.Item)
	if item == nil {
		return d
	}
	operation, _ := s.Book.Operation(item.Operation)
	d.Says, d.Joints = "“"+words.Lower(item.Title)+"” was done",
		slices.Concat(item.Touches, record.Loosens(s, operation))
	if !beyond(operation, item, in) {
		d.Tests = record.Untries(s, operation, item.Touches...)
	}
	if in.Run == nil {
		return d
	}
	if run, begun := Starts.Find(s.Ledger, *in.Run); begun != nil && finished(s, run.ID, begun) {
		d.Since = run.ID
	}
	return d
}

// beyond says whether work was more than the book knows of it: called otherwise, or with other parts. Then
// nobody can say which brakes it came near.
func beyond(o knowledge.Operation, item *agree.Item, done *agree.Work) bool {
	other := func(name string) bool {
		return !slices.ContainsFunc(o.Parts, func(p knowledge.PricedPart) bool { return p.Name == name })
	}
	return item.Title != o.Title ||
		slices.ContainsFunc(item.Parts, func(p estimate.Part) bool { return other(p.Name) }) ||
		slices.ContainsFunc(done.Parts, func(p agree.Fitted) bool { return other(p.Name) })
}
