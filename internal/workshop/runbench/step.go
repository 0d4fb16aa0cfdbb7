package runbench

import (
	"slices"
	"strings"

	"utensil/core/procedure"
	"utensil/core/words"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/trial"
)

// checkStep refuses a step that is not the next one, or that cannot be done yet.
func checkStep(s *record.Sheet, in runlog.StepDone) (*runlog.StepDone, error) {
	e, begun := runlog.Starts.Find(s.Ledger, in.Run)
	if begun == nil {
		return nil, record.Refuse("run", "That run is not open any more.")
	}
	r := run(s, e)
	switch {
	case in.Place != r.Place || r.Now == nil || r.Now.ID != in.Step:
		who := "Someone else"
		if n := len(r.Done); n > 0 {
			who = r.Done[n-1].By
		}
		return nil, &record.Problem{Kind: record.Stale, Title: "That step is done already", Detail: who +
			" went on with this on another tablet. Go on from the step that is shown now.", Current: r}
	case len(r.Held) > 0:
		return nil, record.Refuse("step", "Not yet: first %s.", strings.Join(r.Held, ", "))
	case r.Missing != "":
		return nil, record.Refuse("record", "%s", r.Missing)
	case len(r.Now.Outcomes) == 0 && in.Outcome != "",
		len(r.Now.Outcomes) > 0 && !slices.ContainsFunc(r.Now.Outcomes,
			func(o procedure.Outcome) bool { return o.Say == in.Outcome }):
		return nil, record.Refuse("outcome", "Say what you saw: choose one of the answers.")
	}
	for _, id := range r.Now.Does {
		if state, known := s.Book.State(id); known && state.Tried != "" {
			if err := hunt.CheckRidden(s, "step"); err != nil {
				return nil, err
			}
		}
	}
	if err := record.First(checkSigned(s, *r.Now, in.Outcome), checkBad(s, *r.Now, in.Outcome)); err != nil {
		return nil, err
	}
	in.Run = e.ID
	return checkNoted(in, r.Now.Record)
}

// checkNoted wants what a step asks to be written down: without it nobody can put back what was counted.
func checkNoted(in runlog.StepDone, asks *procedure.Yield) (*runlog.StepDone, error) {
	if asks == nil || asks.Note == "" {
		in.Note = ""
		return &in, nil
	}
	var err error
	if in.Note, err = record.TidyNote("note", in.Note); err == nil && in.Note == "" {
		err = record.Refuse("note", "Write it down first: %s. None is written as none.", words.Lower(asks.Note))
	}
	return &in, err
}

// checkSigned refuses an outcome that says another thing than the test that was signed.
func checkSigned(s *record.Sheet, now procedure.Step, outcome string) error {
	i := slices.IndexFunc(now.Outcomes, func(o procedure.Outcome) bool { return o.Say == outcome })
	if i < 0 || now.Record == nil || now.Record.Sign == "" {
		return nil
	}
	_, signed := trial.Standing(s, now.Record.Sign)
	switch {
	case signed == nil:
		return nil // nothing was to be signed on this bike
	case signed.Passed && now.Outcomes[i].Fails:
		return record.Refuse("outcome", "The test is signed as passed. If it does not hold, sign that "+
			"it fails, and say what is wrong.")
	case !signed.Passed && !now.Outcomes[i].Fails:
		return record.Refuse("outcome", "The test is signed as failed. Sign it again if it passes now.")
	}
	return nil
}

// checkBad refuses an answer that tells of damage while the point that the step reads says nothing of it.
func checkBad(s *record.Sheet, now procedure.Step, outcome string) error {
	i := slices.IndexFunc(now.Outcomes, func(o procedure.Outcome) bool { return o.Say == outcome })
	if i < 0 || !now.Outcomes[i].Bad {
		return nil
	}
	for _, e := range inspect.Standing(s, now.Record.Point) {
		if j := inspect.Judged(s, inspect.Readings.In(e.Content)); j != nil && j.Mark.NeedsWork() {
			return nil
		}
	}
	p, _ := s.Book.Point(now.Record.Point)
	return record.Refuse("outcome", "%s reads well here. Say there first what you see: then it stands "+
		"on the list until it is put right.",
		p.Name)
}

// checkGivenUp refuses to give a run up while something that it opened is open: taken out of the
// records, nobody would ask for it any more.
func checkGivenUp(s *record.Sheet, c record.Correction) error {
	if !c.Theirs() {
		return record.TheirsToTakeBack(c.Old)
	}
	r := run(s, c.Old)
	if err := untold(s, r); err != nil {
		return err
	}
	if len(r.Open) > 0 && !r.Finished {
		return record.Refuse("supersedes", "This run has left things open: %s. Go on to its end, or "+
			"take back the steps that were not done.",
			strings.Join(r.Open, ", "))
	}
	return nil
}

// untold refuses to take a run apart that work was told with: that work would seem to have been
// done later, by hand.
func untold(s *record.Sheet, r RunView) error {
	if !r.Finished || !runlog.Told(s, r.ID) {
		return nil
	}
	return record.Refuse("supersedes", "Work is marked done with this run. Say at that line first that "+
		"it was not done after all.")
}

// checkStepBack lets the last step alone be taken back: later ones rest on it.
func checkStepBack(s *record.Sheet, c record.Correction, of record.ID) error {
	if !c.TakenBack {
		return record.Refuse("supersedes", "A step is not written over: take it back, and do it again.")
	}
	if !c.Theirs() {
		return record.TheirsToTakeBack(c.Old)
	}
	e, begun := runlog.Starts.Find(s.Ledger, of)
	if begun == nil {
		return nil // the run is gone already
	}
	r := run(s, e)
	if err := untold(s, r); err != nil {
		return err
	}
	if done := r.Done; len(done) > 0 && done[len(done)-1].ID != c.Old.ID {
		return record.Refuse("supersedes", "Other steps were done after it. Take back the last one first.")
	}
	return nil
}
