package workshop

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"utensil/core/bike"
	"utensil/core/brake"
	"utensil/core/procedure"
	"utensil/knowledge"
)

// Guided opens a run of a procedure. It keeps the procedure as it was then, so that a job
// goes on with the version it began with.
type Guided struct {
	Procedure string            `json:"procedure"`
	Choices   map[string]string `json:"choices,omitempty"`
	Bottle    *ID               `json:"bottle,omitempty" doc:"that is poured"`
	Reason    string            `json:"reason,omitempty" doc:"why a bottle past its days is used"`
	Pour      float64           `json:"pour_ml,omitempty" readOnly:"true" doc:"about what it takes"`
	Warning   string            `json:"warning,omitempty" readOnly:"true"`
	Work      *GuidedWork       `json:"work,omitempty" readOnly:"true"`
}

// GuidedWork is a procedure as a run keeps it.
type GuidedWork struct {
	Name        string              `json:"name"`
	About       string              `json:"about"`
	Caution     string              `json:"caution"`
	Source      string              `json:"source"`
	Tools       []string            `json:"tools"`
	Consumables []string            `json:"consumables"`
	Minutes     int                 `json:"minutes"`
	Operation   string              `json:"operation,omitempty"`
	School      brake.School        `json:"school,omitempty" doc:"of bleeding"`
	Procedure   procedure.Procedure `json:"procedure"`
	Comes       []ComesBack         `json:"comes,omitempty"`
}

// ComesBack is why the bike is to come back after a run.
type ComesBack struct {
	Days      int    `json:"days"`
	What      string `json:"what"`
	Operation string `json:"operation,omitempty" doc:"the work it is for"`
	Point     string `json:"point,omitempty" doc:"what is to be looked at again"`
}

// StepDone is one step of a run, with what was seen.
type StepDone struct {
	Run     ID     `json:"run"`
	Step    string `json:"step"`
	Outcome string `json:"outcome,omitempty"`
	Place   int    `json:"place" doc:"how many steps were done before it: two tablets cannot do the same one"`
}

// RunView is a run as the bench sees it: one step large, the next one visible.
type RunView struct {
	ID         ID              `json:"id"`
	Procedure  string          `json:"procedure"`
	Work       GuidedWork      `json:"work"`
	Chosen     []string        `json:"chosen" doc:"what was chosen at its start"`
	Done       []RunStep       `json:"done"`
	Place      int             `json:"place"`
	Now        *procedure.Step `json:"now,omitempty" doc:"the step to do; none when it is done"`
	Held       []string        `json:"held,omitempty" doc:"what the step's gate waits for"`
	Already    string          `json:"already,omitempty" doc:"the state this step makes was made by another run"`
	Try        int             `json:"try,omitempty" doc:"which try of a counted loop it is"`
	Of         int             `json:"of,omitempty" doc:"how many tries there are before it leads elsewhere"`
	Open       []string        `json:"open" doc:"what the run has opened and not closed yet, in words"`
	Missing    string          `json:"missing,omitempty" doc:"what must be recorded before the step is done"`
	Bolts      []BoltView      `json:"bolts,omitempty" doc:"to torque at this step"`
	Next       *procedure.Step `json:"next,omitempty"`
	Finished   bool            `json:"finished"`
	Item       *ID             `json:"item,omitempty" doc:"agreed work that this run does and that is not marked done yet"`
	Seconds    int             `json:"seconds" doc:"from its start to the last step"`
	SecondsNow *time.Time      `json:"since" doc:"when the step to do came up"`
	Bottle     string          `json:"bottle,omitempty"`
	Warning    string          `json:"warning,omitempty"`
	By         string          `json:"by"`
	At         time.Time       `json:"at"`
}

// RunStep is a step that was done.
type RunStep struct {
	ID      ID        `json:"id" doc:"the entry, to take it back"`
	Step    string    `json:"step"`
	Do      string    `json:"do"`
	Outcome string    `json:"outcome,omitempty"`
	By      string    `json:"by"`
	At      time.Time `json:"at"`
	Seconds int       `json:"seconds"`
}

// end is which brake a procedure, an operation or a point is about.
func end(id string) string {
	for _, e := range []string{"front", "rear"} {
		if strings.HasSuffix(id, "-"+e) || strings.HasPrefix(id, e+"-") {
			return e
		}
	}
	return ""
}

// circuit is the family of fluid in one of the brakes, and about what it holds.
func (s *sheet) circuit(end string) (brake.Family, brake.Circuit) {
	return circuitOf(s.Bike.Facts, end)
}

func circuitOf(f bike.Facts, end string) (brake.Family, brake.Circuit) {
	c := brake.Circuit{Bore: 2, Length: 900, Caliper: 3, Lever: 6} // common practice, no source
	family := f.FrontFluid
	if end == "rear" {
		family, c.Length = f.RearFluid, 1700
	}
	if f.Frame == "long_cargo" {
		c.Length += 900
	}
	return brake.Family(family), c
}

func (w *Workshop) checkGuided(s *sheet, in Guided) (*Guided, error) {
	p, known := w.Book().GuidedWork(in.Procedure)
	if !known || !p.When.Holds(s.Bike.Facts) {
		return nil, invalid("procedure", "This bike has nothing that the procedure is about.")
	}
	in.Choices = chosenOn(p, s.Bike.Facts, in.Choices)
	family, circuit := s.circuit(end(p.ID))
	if p.Pours(in.Choices) && family == brake.Unknown {
		return nil, unread(end(p.ID))
	}
	if err := p.Chosen(in.Choices); err != nil {
		return nil, invalid("choices", "%s", capital(err.Error()))
	}
	for _, r := range s.runs {
		if r.Procedure == in.Procedure && !r.Finished {
			return nil, &Problem{Kind: Stale, Title: "That was begun already", Current: r,
				Detail: fmt.Sprintf("%s began it at %s. Go on with that run, or give it up first.", r.By, r.At.In(s.Settings.Location()).Format("15:04"))}
		}
	}
	in.Pour, in.Warning = 0, ""
	if p.Pours(in.Choices) {
		if err := w.checkBottle(s, p, family, circuit, &in); err != nil {
			return nil, err
		}
	} else {
		in.Bottle, in.Reason = nil, ""
	}
	in.Work = &GuidedWork{Name: p.Name, About: p.About, Caution: p.Caution, Source: p.Source, Tools: some(p.Tools), Consumables: some(p.Consumables),
		Minutes: p.Minutes, Operation: p.Operation, School: p.School, Procedure: p.Procedure}
	for _, c := range p.ComeBacksAfter(in.Choices, family) {
		in.Work.Comes = append(in.Work.Comes, ComesBack{c.Days, c.What, c.Operation, c.Point})
	}
	return &in, nil
}

// chosenOn is what was chosen of what is asked, with the answers that the bike's facts give.
func chosenOn(p knowledge.Procedure, f bike.Facts, said map[string]string) map[string]string {
	chosen := map[string]string{}
	for _, c := range p.Choices {
		word := said[c.ID]
		if c.Fact != "" {
			word, _ = f.Fact(c.Fact)
		}
		if word != "" && c.Applies(chosen) {
			chosen[c.ID] = word
		}
	}
	return chosen
}

// unread refuses to pour into a circuit of which nobody has read what it holds.
func unread(end string) *Problem {
	p := invalid(end+"_fluid", "Nobody has read what the %s brake holds, and the wrong fluid destroys its seals. It stands %s: read it and say so, then go on.", end, whereRead(end+"_fluid"))
	p.Title = "Read the cap first"
	return p
}

// checkBottle guards the circuit: the wrong family never gets in.
func (w *Workshop) checkBottle(s *sheet, p knowledge.Procedure, family brake.Family, c brake.Circuit, in *Guided) error {
	school := p.School
	if school == "" {
		school = brake.LeverEnd
	}
	need, err := c.Need(school, freshWanted, in.Choices["start"] == "dry")
	if err != nil {
		return fmt.Errorf("working out the fluid: %w", err)
	}
	in.Pour = need.Likely
	in.Warning, in.Reason, err = w.pour(s, family, in.Bottle, need.Likely, in.Reason)
	return err
}

// pour guards what is poured into a circuit. A bottle past its days needs a reason, which is kept.
func (w *Workshop) pour(s *sheet, family brake.Family, bottle *ID, ml float64, reason string) (warning, why string, err error) {
	if bottle == nil {
		return "", "", invalid("bottle", "Choose the bottle first: scan its label or pick it. This brake runs on %s.", family.Name())
	}
	i := slices.IndexFunc(s.Bottles, func(b Bottle) bool { return b.ID == *bottle && !b.Gone })
	if i < 0 {
		return "", "", invalid("bottle", "That bottle is not on the shelf any more. Choose another.")
	}
	pour := w.guard(s.Bottles[i], family, ml)
	if pour.Refused != "" {
		return "", "", invalid("bottle", "%s", pour.Refused)
	}
	if why, err = note("reason", reason); err != nil || pour.Warning == "" {
		return "", "", err
	}
	if why == "" {
		return "", "", invalid("reason", "%s Open a fresh one, or say why this one is used.", pour.Warning)
	}
	return pour.Warning, why, nil
}

// poursInto is the end whose bottle has to be named for an item; "" where none has to be.
func (w *Workshop) poursInto(s *sheet, i ItemView) string {
	o, known := w.Book().Operation(i.Item.Operation)
	if ran, _ := s.ran(o.ID); !known || ran {
		return ""
	}
	return o.Pours
}

// checkPoured refuses to call work done that pours fluid while nothing says what was poured: a
// guided run does, or the bottle that is named.
func (w *Workshop) checkPoured(s *sheet, i ItemView, in *Work) error {
	in.Pour = 0
	end := w.poursInto(s, i)
	if end == "" {
		in.Bottle, in.Reason = nil, ""
		return nil
	}
	family, circuit := s.circuit(end)
	if family == brake.Unknown {
		return unread(end)
	}
	if in.Bottle == nil {
		return invalid("bottle", "Say what was poured: go through it step by step from the brake's page, or name the bottle here. This brake runs on %s.", family.Name())
	}
	need, err := circuit.Need(brake.LeverEnd, freshWanted, false)
	if err != nil {
		return fmt.Errorf("working out the fluid: %w", err)
	}
	in.Pour = need.Likely
	_, in.Reason, err = w.pour(s, family, in.Bottle, need.Likely, in.Reason)
	return err
}

// freshWanted is the share of fresh fluid that a bleed aims at (common practice, no source).
const freshWanted = 0.9

func (w *Workshop) checkStep(s *sheet, in StepDone) (*StepDone, error) {
	e, known := s.find(in.Run)
	if !known || e.Kind != KindGuided {
		return nil, invalid("run", "That run is not open any more.")
	}
	r := w.run(s, e)
	switch {
	case in.Place != r.Place || r.Now == nil || r.Now.ID != in.Step:
		who := "Someone else"
		if n := len(r.Done); n > 0 {
			who = r.Done[n-1].By
		}
		return nil, &Problem{Kind: Stale, Title: "That step is done already", Detail: who + " went on with this on another tablet. Go on from the step that is shown now.", Current: r}
	case len(r.Held) > 0:
		return nil, invalid("step", "Not yet: first %s.", strings.Join(r.Held, ", "))
	case r.Missing != "":
		return nil, invalid("record", "%s", r.Missing)
	case len(r.Now.Outcomes) == 0 && in.Outcome != "",
		len(r.Now.Outcomes) > 0 && !slices.ContainsFunc(r.Now.Outcomes, func(o procedure.Outcome) bool { return o.Say == in.Outcome }):
		return nil, invalid("outcome", "Say what you saw: choose one of the answers.")
	}
	if err := s.checkSigned(*r.Now, in.Outcome); err != nil {
		return nil, err
	}
	in.Run = e.ID
	return &in, nil
}

// checkSigned refuses an outcome that says another thing than the test that was signed.
func (s *sheet) checkSigned(now procedure.Step, outcome string) error {
	i := slices.IndexFunc(now.Outcomes, func(o procedure.Outcome) bool { return o.Say == outcome })
	if i < 0 || now.Record == nil || now.Record.Sign == "" {
		return nil
	}
	e, signed := s.last(KindSign, func(c Content) bool { return c.Sign.What == now.Record.Sign })
	switch {
	case !signed:
		return nil // nothing was to be signed on this bike
	case e.Content.Sign.Passed && now.Outcomes[i].Fails:
		return invalid("outcome", "The test is signed as passed. If it does not hold, sign that it fails, and say what is wrong.")
	case !e.Content.Sign.Passed && !now.Outcomes[i].Fails:
		return invalid("outcome", "The test is signed as failed. Sign it again if it passes now.")
	}
	return nil
}

// readRuns lists the runs of a job.
func (w *Workshop) readRuns(s *sheet) []RunView {
	views := []RunView{}
	for _, e := range s.all(KindGuided) {
		views = append(views, w.run(s, e))
	}
	return views
}

// stepsOf lists the steps of a run in their order.
func (l ledger) stepsOf(run ID) []Entry {
	var out []Entry
	for _, e := range l.standing {
		if e.Content.Step != nil && e.Content.Step.Run == run {
			out = append(out, e)
		}
	}
	return out
}

// run replays a run.
func (w *Workshop) run(s *sheet, e Entry) RunView {
	in := e.Content.Guided
	p := in.Work.Procedure
	v := RunView{ID: e.ID, Procedure: in.Procedure, Work: *in.Work, Chosen: []string{}, Done: []RunStep{}, Open: []string{}, By: e.ByName, At: e.At, Warning: in.Warning, SecondsNow: &e.At}
	for _, id := range w.progressOf(s, e).open {
		v.Open = append(v.Open, w.Book().StateName(id))
	}
	for _, c := range p.Choices {
		for _, o := range c.Options {
			if o.ID == in.Choices[c.ID] {
				v.Chosen = append(v.Chosen, o.Name)
			}
		}
	}
	if in.Bottle != nil {
		for _, b := range s.Bottles {
			if b.ID == *in.Bottle {
				v.Bottle = b.Name
			}
		}
	}
	var marks []procedure.Mark
	for _, done := range s.stepsOf(e.ID) {
		step := done.Content.Step
		marks = append(marks, procedure.Mark{Step: step.Step, Outcome: step.Outcome})
		d := RunStep{ID: done.ID, Step: step.Step, Outcome: step.Outcome, By: done.ByName, At: done.At, Seconds: max(0, int(done.At.Sub(*v.SecondsNow).Seconds()))}
		if i := slices.IndexFunc(p.Steps, func(x procedure.Step) bool { return x.ID == step.Step }); i >= 0 {
			d.Do = p.Steps[i].Do
		}
		v.Done, v.SecondsNow = append(v.Done, d), &done.At
	}
	state, err := p.At(in.Choices, marks)
	v.Place, v.Seconds = len(marks), max(0, int(v.SecondsNow.Sub(e.At).Seconds()))
	if err != nil || state.Now >= len(p.Steps) {
		v.Finished = err == nil
		v.Item = s.itemOf(in.Work.Operation)
		return v
	}
	now := p.Steps[state.Now]
	v.Now = &now
	v.Try, v.Of = p.Try(state)
	for _, id := range state.Held {
		for _, x := range p.Steps {
			if x.ID == id {
				v.Held = append(v.Held, lower(strings.TrimSuffix(x.Do, ".")))
			}
		}
	}
	if next, more := p.Next(state, in.Choices); more {
		v.Next = &next
	}
	for _, opens := range now.Opens {
		if v.Already == "" {
			v.Already = w.already(s, e.ID, opens)
		}
	}
	w.wanted(s, e, now, &v)
	return v
}

// progress is what a run has opened and not closed, and where it last loosened each fastener.
type progress struct {
	open   []string
	loosed map[string]int
}

func (w *Workshop) progressOf(s *sheet, run Entry) progress {
	out := progress{loosed: map[string]int{}}
	steps, before := run.Content.Guided.Work.Procedure.Steps, s.order[run.ID]
	for _, e := range s.stepsOf(run.ID) {
		i := slices.IndexFunc(steps, func(x procedure.Step) bool { return x.ID == e.Content.Step.Step })
		if i < 0 {
			continue
		}
		undone := slices.Clone(steps[i].Undoes)
		for _, id := range steps[i].Opens {
			state, known := w.Book().State(id)
			undone = append(undone, state.Undoes...)
			if !slices.Contains(out.open, id) && !(known && state.Lasting) {
				out.open = append(out.open, id)
			}
		}
		out.open = slices.DeleteFunc(out.open, func(id string) bool { return slices.Contains(steps[i].Closes, id) })
		for _, joint := range undone {
			out.loosed[joint] = s.order[e.ID]
			if slices.Contains(steps[i].Record.Joints(), joint) {
				out.loosed[joint] = before // loosened and torqued in one step: it was logged before the step was done
			}
		}
		before = s.order[e.ID]
	}
	return out
}

// loosenedBy is where in the ledger a run last disturbed each fastener: where it loosened it, and
// for one that it torques its beginning, so that an older log does not count.
func (w *Workshop) loosenedBy(s *sheet, run Entry) map[string]int {
	places := map[string]int{}
	for _, id := range s.fastenersOf(run) {
		places[id] = s.order[run.ID]
	}
	for id, place := range w.progressOf(s, run).loosed {
		places[id] = max(places[id], place)
	}
	return places
}

// checkGivenUp refuses to give a run up while something that it opened is open: taken out of the
// records, nobody would ask for it any more.
func (w *Workshop) checkGivenUp(s *sheet, id ID) error {
	e, known := s.find(id)
	if !known || e.Kind != KindGuided {
		return nil
	}
	if r := w.run(s, e); len(r.Open) > 0 && !r.Finished {
		return invalid("supersedes", "This run has left things open: %s. Go on to its end, or take back the steps that were not done.", strings.Join(r.Open, ", "))
	}
	return nil
}

// itemOf is the agreed item of an operation that is not done yet.
func (s *sheet) itemOf(operation string) *ID {
	for _, i := range s.items {
		if operation != "" && i.Item.Operation == operation && i.agreed() && i.Work == nil {
			return &i.ID
		}
	}
	return nil
}

// already says that another run of the job has made a state and not ended it: a wheel that
// is out for the pads is out for the bleed too.
func (w *Workshop) already(s *sheet, run ID, state string) string {
	by := ""
	for _, e := range s.standing {
		if e.Content.Step == nil || e.Content.Step.Run == run {
			continue
		}
		other, known := s.find(e.Content.Step.Run)
		if !known || other.Content.Guided == nil {
			continue
		}
		for _, x := range other.Content.Guided.Work.Procedure.Steps {
			switch {
			case x.ID != e.Content.Step.Step:
			case slices.Contains(x.Opens, state):
				by = fmt.Sprintf("%s already: %s", capital(w.Book().StateName(state)), other.Content.Guided.Work.Name)
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
func (w *Workshop) wanted(s *sheet, run Entry, now procedure.Step, v *RunView) {
	if now.Record == nil {
		return
	}
	began := s.order[run.ID]
	after := began
	if n := len(v.Done); n > 0 {
		after = s.order[v.Done[n-1].ID]
	}
	switch r := now.Record; {
	case r.Point != "":
		p, known := w.Book().Point(r.Point)
		e, read := s.readingOf(r.Point)
		since := began
		if r.Left {
			since = after
		}
		if known && p.When.Holds(s.Bike.Facts) && (!read || s.order[e.ID] < since) {
			v.Missing = "Record it first: " + lower(p.Name) + "."
		}
	case len(r.Joints()) > 0:
		loosed := w.progressOf(s, run).loosed
		for _, b := range s.bolts {
			if !slices.Contains(r.Joints(), b.Fastener) {
				continue
			}
			since := max(began, loosed[b.Fastener])
			if slices.Contains(now.Undoes, b.Fastener) {
				since = after // loosened in this very step
			}
			if b.LogID != nil && s.order[*b.LogID] < since {
				b.Stale, b.Settled = true, false // the figure of before stands beside it, and counts no more
			}
			if b.LogID == nil || !b.Settled {
				v.Missing = "Torque it first: " + lower(b.Name) + "."
			}
			v.Bolts = append(v.Bolts, b)
		}
	case r.Sign != "":
		e, signed := s.last(KindSign, func(c Content) bool { return c.Sign.What == r.Sign })
		fails := slices.ContainsFunc(now.Outcomes, func(o procedure.Outcome) bool { return o.Fails })
		switch {
		case !slices.Contains(signsFor(s.Bike.Facts), r.Sign):
		case !signed || s.order[e.ID] < after:
			v.Missing = "Sign the brake test first: that it passes, or what is wrong."
		case !e.Content.Sign.Passed && !fails:
			v.Missing = "Sign the brake test first. It must pass."
		}
	}
}

// guidedFasteners lists the fasteners that the job's runs torque: they belong to its torque run.
func (w *Workshop) guidedFasteners(s *sheet) (ids []string) {
	for _, e := range s.all(KindGuided) {
		for id := range w.loosenedBy(s, e) {
			ids = append(ids, id)
		}
	}
	return ids
}

// fastenersOf lists the fasteners that a run has come to.
func (s *sheet) fastenersOf(run Entry) (ids []string) {
	in := run.Content.Guided
	marks := marksOf(s.stepsOf(run.ID))
	state, err := in.Work.Procedure.At(in.Choices, marks)
	for i, x := range in.Work.Procedure.Steps {
		came := state.Done[x.ID] || err == nil && i == state.Now
		if came {
			ids = append(ids, x.Record.Joints()...)
		}
	}
	return ids
}

func marksOf(steps []Entry) (marks []procedure.Mark) {
	for _, e := range steps {
		marks = append(marks, procedure.Mark{Step: e.Content.Step.Step, Outcome: e.Content.Step.Outcome})
	}
	return marks
}

// comesBack lists the call-backs that the job's finished runs ask for.
func (w *Workshop) comesBack(s *sheet, now time.Time) (out []CallBack) {
	for _, r := range s.runs {
		if !r.Finished {
			continue
		}
		for _, c := range r.Work.Comes {
			back := CallBack{JobID: s.Job.ID, BikeID: s.Bike.ID, Fasteners: []string{}, State: "open", What: c.What, Operation: c.Operation, Point: c.Point,
				Due: now.In(s.Settings.Location()).AddDate(0, 0, c.Days).Format(time.DateOnly)}
			if !slices.ContainsFunc(out, func(o CallBack) bool { return o.What == back.What }) {
				out = append(out, back)
			}
		}
	}
	return out
}

func lower(text string) string { return strings.ToLower(text[:1]) + text[1:] }
