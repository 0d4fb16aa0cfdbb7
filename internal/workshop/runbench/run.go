package runbench

import (
	"slices"
	"strings"
	"time"

	"utensil/core/procedure"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/knowledge"
)

// RunView is a run as the bench sees it: one step large, the next one visible.
type RunView struct {
	ID         record.ID         `json:"id"`
	Procedure  string            `json:"procedure"`
	Work       runlog.GuidedWork `json:"work"`
	Chosen     []string          `json:"chosen" doc:"what was chosen at its start"`
	Done       []RunStep         `json:"done"`
	Place      int               `json:"place"`
	Now        *procedure.Step   `json:"now,omitempty" doc:"the step to do; none when it is done"`
	Held       []string          `json:"held,omitempty" doc:"what the step's gate waits for"`
	Already    string            `json:"already,omitempty" doc:"the state this step makes was made by another run"`
	Try        int               `json:"try,omitempty" doc:"which try of a counted loop it is"`
	Of         int               `json:"of,omitempty" doc:"how many tries there are before it leads elsewhere"`
	Open       []string          `json:"open" doc:"what the run has opened and not closed yet, in words"`
	Recalled   string            `json:"recalled,omitempty" doc:"what was written down before, to be put back now"`
	Missing    string            `json:"missing,omitempty" doc:"what must be recorded before the step is done"`
	Carried    string            `json:"carried,omitempty" doc:"who read before the run began what the step reads: it stands, and may be read again"`
	Bolts      []torque.BoltView `json:"bolts,omitempty" doc:"to torque at this step"`
	Next       *procedure.Step   `json:"next,omitempty"`
	Finished   bool              `json:"finished"`
	Item       *record.ID        `json:"item,omitempty" doc:"agreed work that this run does and that is not marked done yet"`
	Seconds    int               `json:"seconds" doc:"from its start to the last step"`
	SecondsNow *time.Time        `json:"since" doc:"when the step to do came up"`
	Bottle     string            `json:"bottle,omitempty"`
	Warning    string            `json:"warning,omitempty"`
	By         string            `json:"by"`
	At         time.Time         `json:"at"`
}

// RunStep is a step that was done.
type RunStep struct {
	ID      record.ID `json:"id" doc:"the entry, to take it back"`
	Step    string    `json:"step"`
	Do      string    `json:"do"`
	Outcome string    `json:"outcome,omitempty"`
	Note    string    `json:"note,omitempty"`
	By      string    `json:"by"`
	At      time.Time `json:"at"`
	Seconds int       `json:"seconds"`
	Finds   string    `json:"finds,omitempty" doc:"what it found to be wrong: to take it back says why it was a slip"`
}

// readRuns lists the runs of a job.
func readRuns(s *record.Sheet) []RunView {
	views := []RunView{}
	for e := range runlog.Starts.All(s.Ledger) {
		views = append(views, run(s, e))
	}
	return views
}

// run replays a run.
func run(s *record.Sheet, e record.Entry) RunView {
	in := runlog.Starts.In(e.Content)
	p := in.Work.Procedure
	v := RunView{ID: e.ID, Procedure: in.Procedure, Work: *in.Work, Chosen: []string{},
		Done: []RunStep{}, Open: []string{}, By: e.ByName,
		At: e.At, Warning: in.Warning, SecondsNow: &e.At, Item: itemOf(s, in.Work.Operation)}
	for _, id := range runlog.ProgressOf(s, e).Open {
		v.Open = append(v.Open, s.Book.StateName(id))
	}
	for _, c := range p.Choices {
		for _, o := range c.Options {
			if o.ID == in.Choices[c.ID] {
				v.Chosen = append(v.Chosen, o.Name)
			}
		}
	}
	if in.Bottle != nil {
		for _, b := range fluid.Bottles.Of(s) {
			if b.ID == *in.Bottle {
				v.Bottle = b.Name
			}
		}
	}
	marks := v.replay(s, p)
	state, err := p.At(in.Choices, marks)
	v.Place, v.Seconds = len(marks), max(0, int(v.SecondsNow.Sub(e.At).Seconds()))
	if err != nil || state.Now >= len(p.Steps) {
		v.Finished = err == nil
		return v
	}
	now := p.Steps[state.Now]
	v.Now = &now
	v.Try, v.Of = p.Try(state)
	for _, id := range state.Held {
		for _, x := range p.Steps {
			if x.ID == id {
				v.Held = append(v.Held, words.Lower(strings.TrimSuffix(x.Do, ".")))
			}
		}
	}
	if next, more := p.Next(state, in.Choices); more {
		v.Next = &next
	}
	for _, opens := range now.Opens {
		if v.Already == "" {
			v.Already = already(s, e.ID, opens)
		}
	}
	if now.Recalls != "" {
		v.Recalled = runlog.NoteOf(s, e.ID, now.Recalls)
	}
	wanted(s, e, now, &v)
	return v
}

// replay lists what was done in a run, with the time that each step took.
func (v *RunView) replay(s *record.Sheet, p procedure.Procedure) (marks []procedure.Mark) {
	for done, step := range runlog.StepsOf(s, v.ID) {
		marks = append(marks, procedure.Mark{Step: step.Step, Outcome: step.Outcome})
		d := RunStep{ID: done.ID, Step: step.Step, Outcome: step.Outcome, Note: step.Note, By: done.ByName, At: done.At,
			Seconds: max(0, int(done.At.Sub(*v.SecondsNow).Seconds()))}
		if i := slices.IndexFunc(p.Steps, func(x procedure.Step) bool { return x.ID == step.Step }); i >= 0 {
			d.Do = p.Steps[i].Do
		}
		v.Done, v.SecondsNow = append(v.Done, d), &done.At
	}
	for _, x := range p.Found(marks) {
		v.Done[x.Mark].Finds = x.Find.Title
	}
	return marks
}

// itemOf is the agreed item of an operation that is not done yet.
func itemOf(s *record.Sheet, operation string) *record.ID {
	for _, i := range agree.Proposals.Of(s) {
		if operation != "" && i.Item.Operation == operation && i.Agreed() && i.Work == nil {
			return &i.ID
		}
	}
	return nil
}

// already says that another run of the job has made a state and not ended it: a wheel that
// is out for the pads is out for the bleed too.
func already(s *record.Sheet, run record.ID, state string) string {
	by := ""
	for _, done := range runlog.Steps.All(s.Ledger) {
		_, other := runlog.Starts.Find(s.Ledger, done.Run)
		if done.Run == run || other == nil {
			continue
		}
		for _, x := range other.Work.Procedure.Steps {
			switch {
			case x.ID != done.Step:
			case slices.Contains(x.Opens, state):
				by = words.Capital(s.Book.StateName(state)) + " already: " + other.Work.Name
			case slices.Contains(x.Closes, state):
				by = ""
			}
		}
	}
	return by
}

// wanted says what must be recorded before a step is done: since the run began, in the log
// where it belongs. What tells how the work left the brake is told after the step before, each
// time the run comes to it.
func wanted(s *record.Sheet, run record.Entry, now procedure.Step, v *RunView) {
	if now.Record == nil {
		return
	}
	began := s.Place(run.ID)
	after := began
	if n := len(v.Done); n > 0 {
		after = s.Place(v.Done[n-1].ID)
	}
	switch r := now.Record; {
	case r.Point != "":
		p, known := s.Book.Point(r.Point)
		e, read := inspect.LastLook(s, r.Point)
		since := began
		if r.Left {
			since = after
		}
		switch {
		case !known || !p.When.Holds(parts.Facts.Of(s)) || read != nil && s.Place(e.ID) >= since:
		case read != nil && !r.Left && carries(s, p, run.ID, e, read):
			v.Carried = e.ByName
		default:
			v.Missing = "Record it first: " + words.Lower(p.Name) + "."
		}
	case len(r.Joints()) > 0:
		loosed := runlog.ProgressOf(s, run).Loosed
		for _, b := range torque.Bolts.Of(s) {
			if !slices.Contains(r.Joints(), b.Fastener) {
				continue
			}
			since := max(began, loosed[b.Fastener])
			if slices.Contains(now.Undoes, b.Fastener) {
				since = after // loosened in this very step
			}
			if b.LogID != nil && s.Place(*b.LogID) < since {
				b.Stale, b.Settled = true, false // the figure of before stands beside it, and counts no more
			}
			if b.LogID == nil || !b.Settled {
				v.Missing = "Torque it first: " + words.Lower(b.Name) + "."
			}
			v.Bolts = append(v.Bolts, b)
		}
	case r.Air != "" || r.Dials != "" || r.Sealant != "" || r.Oil != "":
		v.Missing = airless(s, *r, began)
	case r.Part != "":
		if place, there := placeOf(s, r.Part); there && !fittedHere(s, r.Part) {
			v.Missing = "Write down what was fitted first: " + words.Lower(place.Name) + "."
		}
	case r.Sign != "":
		v.Missing = unsigned(s, now, after)
	}
}

// airless says what is missing of a pressure, clicks, sealant or oil that a step writes down
// since the run began.
func airless(s *record.Sheet, r procedure.Yield, began int) string {
	switch {
	case r.Air != "" && !air.Read(s, r.Air, r.Left, began):
		return "Read its pressure first: " + words.Lower(inspect.AirName(r.Air)) + "."
	case r.Dials != "" && !air.Counted(s, r.Dials, r.Left, began):
		return "Count its clicks first: " + r.Dials + "."
	case r.Sealant != "" && !air.Filled(s, r.Sealant, began):
		return "Write down first how much sealant went in."
	case r.Oil != "" && !air.Opened(s, r.Oil, began):
		return "Write down first what went into the " + r.Oil + ", and after how many hours it is opened again."
	}
	return ""
}

// unsigned says what is missing of a brake test that is signed after a place of the ledger.
func unsigned(s *record.Sheet, now procedure.Step, after int) string {
	test := now.Record.Sign
	e, signed := trial.Standing(s, test)
	fails := slices.ContainsFunc(now.Outcomes, func(o procedure.Outcome) bool { return o.Fails })
	switch {
	case !slices.Contains(trial.For(parts.Facts.Of(s)), test):
	case signed == nil || s.Place(e.ID) < after:
		return "Sign the brake test first: that it passes, or what is wrong."
	case !signed.Passed && !fails:
		return "Sign the brake test first. It must pass."
	}
	return ""
}

// placeOf is a place of this bike, and whether it has it.
func placeOf(s *record.Sheet, id string) (knowledge.Place, bool) {
	for _, p := range parts.Places.Of(s) {
		if p.ID == id {
			return p, true
		}
	}
	return knowledge.Place{}, false
}

// fittedHere says whether somebody wrote down in this job what was fitted at a place. A run that comes by
// again stands on it: what went on instead is written where the part that came off is taken off.
func fittedHere(s *record.Sheet, place string) bool {
	_, put := parts.Puttings.Last(s.Ledger, func(in *parts.Putting) bool { return in.Place == place })
	return put != nil
}

// Runs are the runs of a job as the bench sees them.
var Runs = record.Derive(readRuns)
