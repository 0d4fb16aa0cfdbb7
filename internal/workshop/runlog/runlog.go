package runlog

import (
	"context"
	"iter"
	"math"
	"slices"

	"utensil/core/bike"
	"utensil/core/brake"
	"utensil/core/procedure"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// Guided opens a run of a procedure. It keeps the procedure as it was then, so that a job
// goes on with the version it began with.
type Guided struct {
	Procedure string            `json:"procedure"`
	Choices   map[string]string `json:"choices,omitempty"`
	Bottle    *record.ID        `json:"bottle,omitempty" doc:"that is poured"`
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
	Run     record.ID `json:"run"`
	Step    string    `json:"step"`
	Outcome string    `json:"outcome,omitempty"`
	Note    string    `json:"note,omitempty" doc:"what the step asks to be written down: clicks, what the oil looked like"`
	Place   int       `json:"place" doc:"how many steps were done before it: two tablets cannot do the same one"`
}

// ChosenOn is what was chosen of what is asked, with the answers that the bike's facts give.
func ChosenOn(p knowledge.Procedure, f bike.Facts, said map[string]string) map[string]string {
	chosen := map[string]string{}
	for _, c := range p.Choices {
		word := said[c.ID]
		if c.Fact != "" {
			is, _ := f.Fact(c.Fact)
			word = c.Answer(is)
		}
		if word != "" && c.Applies(chosen) {
			chosen[c.ID] = word
		}
	}
	return chosen
}

// Unread is a fact of the bike that answers a choice and that nobody has read; empty where there is none.
func Unread(p knowledge.Procedure, f bike.Facts, chosen map[string]string) string {
	for _, c := range p.Choices {
		if word, _ := f.Fact(c.Fact); c.Fact != "" && word == bike.Unknown && c.Applies(chosen) {
			return c.Fact
		}
	}
	return ""
}

// StepsOf goes through the steps of a run in their order.
func StepsOf(s *record.Sheet, run record.ID) iter.Seq2[record.Entry, *StepDone] {
	return func(yield func(record.Entry, *StepDone) bool) {
		for e, step := range Steps.All(s.Ledger) {
			if step.Run == run && !yield(e, step) {
				return
			}
		}
	}
}

// Progress is what a run has opened and not closed, and where it last loosened each fastener.
type Progress struct {
	Open   []string
	Loosed map[string]int
}

func ProgressOf(s *record.Sheet, run record.Entry) Progress {
	out := Progress{Loosed: map[string]int{}}
	steps, before := Starts.In(run.Content).Work.Procedure.Steps, s.Place(run.ID)
	for e, step := range StepsOf(s, run.ID) {
		i := slices.IndexFunc(steps, func(x procedure.Step) bool { return x.ID == step.Step })
		if i < 0 {
			continue
		}
		undone := slices.Clone(steps[i].Undoes)
		for _, id := range steps[i].Opens {
			state, known := s.Book.State(id)
			undone = append(undone, state.Undoes...)
			if !slices.Contains(out.Open, id) && !(known && state.Lasting) {
				out.Open = append(out.Open, id)
			}
		}
		out.Open = slices.DeleteFunc(out.Open, func(id string) bool { return slices.Contains(steps[i].Closes, id) })
		for _, joint := range undone {
			out.Loosed[joint] = s.Place(e.ID)
			if slices.Contains(steps[i].Record.Joints(), joint) {
				out.Loosed[joint] = before // loosened and torqued in one step: it was logged before the step was done
			}
		}
		before = s.Place(e.ID)
	}
	return out
}

// fastenersOf lists the fasteners that a run has come to.
func fastenersOf(s *record.Sheet, run record.Entry) (ids []string) {
	in := Starts.In(run.Content)
	state, err := in.Work.Procedure.At(in.Choices, marksOf(s, run.ID))
	for i, x := range in.Work.Procedure.Steps {
		came := state.Done[x.ID] || err == nil && i == state.Now
		if came {
			ids = append(ids, x.Record.Joints()...)
		}
	}
	return ids
}

// NoteOf is what was written down with a step of a run, the last time it was done.
func NoteOf(s *record.Sheet, run record.ID, step string) (note string) {
	for _, done := range StepsOf(s, run) {
		if done.Step == step {
			note = done.Note
		}
	}
	return note
}

// Done are the steps of a run that stand, in their order.
func Done(s *record.Sheet, run record.ID) (steps []record.Entry) {
	for e := range StepsOf(s, run) {
		steps = append(steps, e)
	}
	return steps
}

// Marks is what was done in some steps, for their procedure.
func Marks(steps []record.Entry) []procedure.Mark {
	marks := make([]procedure.Mark, 0, len(steps))
	for _, e := range steps {
		in := Steps.In(e.Content)
		marks = append(marks, procedure.Mark{Step: in.Step, Outcome: in.Outcome})
	}
	return marks
}

// marksOf lists what was done in a run, for its procedure.
func marksOf(s *record.Sheet, run record.ID) []procedure.Mark { return Marks(Done(s, run)) }

// Finished are the runs of a job that came to their end, and were not left because something else
// comes first.
var Finished = record.Derive(func(s *record.Sheet) (ended []*Guided) {
	for e, in := range Starts.All(s.Ledger) {
		if finished(s, e.ID, in) {
			ended = append(ended, in)
		}
	}
	return ended
})

func finished(s *record.Sheet, run record.ID, in *Guided) bool {
	p := in.Work.Procedure
	marks := marksOf(s, run)
	state, err := p.At(in.Choices, marks)
	return err == nil && state.Now >= len(p.Steps) && !p.Left(marks)
}

// DidFor is the last run of an operation that came to its end after something was proposed, and
// that no work was told with yet; nil where there is none.
func DidFor(s *record.Sheet, operation string, proposed record.ID) (did *record.ID) {
	for e, in := range Starts.All(s.Ledger) {
		if operation == "" || in.Work.Operation != operation || !finished(s, e.ID, in) || Told(s, e.ID) {
			continue
		}
		for step := range StepsOf(s, e.ID) {
			if s.Place(step.ID) > s.Place(s.First(proposed)) {
				did = &e.ID
			}
		}
	}
	return did
}

// Told says whether work was marked done with a run: what a run did was done once.
func Told(s *record.Sheet, run record.ID) bool {
	_, work := agree.Works.Last(s.Ledger, func(in *agree.Work) bool { return in.Run != nil && *in.Run == run })
	return work != nil
}

// Left says whether a run was left because something else comes first: it has put nothing right.
func Left(s *record.Sheet, run record.ID) bool {
	_, in := Starts.Find(s.Ledger, run)
	return in != nil && in.Work.Procedure.Left(marksOf(s, run))
}

// DidAll says whether an operation was done, and not only in part: a bleed from the lever
// leaves the old fluid in hose and caliper.
func DidAll(s *record.Sheet, operation string) bool {
	_, whole := Ran(s, operation)
	return whole || slices.ContainsFunc(agree.Proposals.Of(s), func(i agree.ItemView) bool {
		return i.Item.Operation == operation && i.Work != nil && !i.Work.Part
	})
}

// Ran says whether runs of an operation came to their end, and whether one of them did all of it.
func Ran(s *record.Sheet, operation string) (ran, whole bool) {
	for _, r := range Finished.Of(s) {
		if operation != "" && r.Work.Operation == operation {
			ran, whole = true, whole || r.Work.School.RenewsAll()
		}
	}
	return ran, whole
}

// enoughRuns of guided work settle how long it takes here, in place of the catalogue.
const enoughRuns = 5

// Takes is how long work takes: as the shop's own runs of it took, once there are enough,
// else as the catalogue has it. times is how many runs it rests on, 0 for the catalogue.
func Takes(s *record.Sheet, o knowledge.Operation) (minutes, times int) {
	sum := 0.0
	for _, p := range s.Book.Procedures {
		if t := Times.Of(s)[p.ID]; p.Operation == o.ID && o.ID != "" {
			sum, times = sum+t.Minutes*float64(t.Times), times+t.Times
		}
	}
	if times < enoughRuns {
		return o.Minutes, 0
	}
	return max(1, int(math.Round(sum/float64(times)))), times
}

// Since is the entry from which on the work of a done item counts for a point. What a run read as
// the work left it came after the work; anything else was known before its run began, or read in
// it as it was found, or before Done was pressed where no run did it: what is seen while the run
// goes on, or between it and Done, was not put right by it.
func Since(s *record.Sheet, i agree.ItemView, point string) record.ID {
	since := *i.WorkID
	if i.Work.Run != nil {
		if run, in := Starts.Find(s.Ledger, *i.Work.Run); in != nil && finished(s, run.ID, in) {
			since = run.ID
			for e, step := range StepsOf(s, run.ID) {
				if in.Work.finds(step.Step, point) {
					since = e.ID
				}
			}
		}
	}
	for e, in := range Starts.All(s.Ledger) {
		work := in.Work
		if s.Knew(e.ID, *i.WorkID) && i.Item.Operation != "" && work.Operation == i.Item.Operation &&
			work.Leaves(point) && !Left(s, e.ID) {
			since = e.ID
		}
	}
	return since
}

// finds says whether a step reads a point as it is found.
func (g GuidedWork) finds(step, point string) bool {
	return slices.ContainsFunc(g.Procedure.Steps, func(x procedure.Step) bool {
		return x.ID == step && x.Record != nil && x.Record.Point == point && point != "" && !x.Record.Left
	})
}

// Leaves says whether the procedure reads a point as its work has left it.
func (g GuidedWork) Leaves(point string) bool {
	for _, step := range g.Procedure.Steps {
		if step.Record != nil && step.Record.Left && step.Record.Point == point && point != "" {
			return true
		}
	}
	return false
}

// Taken is one run of a procedure in this shop.
type Taken struct {
	Procedure string  `db:"procedure"`
	Steps     int     `db:"steps"`
	Minutes   float64 `db:"minutes"` // from its start to its last step
}

// Took is how long runs of a procedure took in this shop.
type Took struct {
	Minutes float64 // on average
	Times   int
}

// Which runs tell how long a procedure takes: one of a few steps was only looked at, one of a minute
// was clicked through, and one of half a day was left lying (our own judgement).
const (
	fewestSteps = 3
	leastTaken  = 1.0
	mostTaken   = 240.0
)

// TookOf works out how long each procedure took, by the runs that count.
func TookOf(runs []Taken) map[string]Took {
	out := map[string]Took{}
	for _, r := range runs {
		if r.Steps < fewestSteps || r.Minutes < leastTaken || r.Minutes > mostTaken {
			continue
		}
		t := out[r.Procedure]
		t.Minutes = (t.Minutes*float64(t.Times) + r.Minutes) / float64(t.Times+1)
		t.Times++
		out[r.Procedure] = t
	}
	return out
}

// Runs of procedures: begun, and stepped through.
var (
	Starts = record.NewKind(record.Kind[Guided]{Name: "guided", By: record.ByMechanic})
	Steps  = record.NewKind(record.Kind[StepDone]{Name: "step", By: record.ByMechanic})
)

// Times is how long runs of procedures took here.
var Times = record.Learns[map[string]Took]("how long procedures took")

// Store reads what the shop's past tells of guided work.
type Store interface {
	// RunsTaken reads how long the latest runs of procedures took, at most so many.
	RunsTaken(ctx context.Context, most int) ([]Taken, error)
}

// mostTakenRuns are looked at, the latest.
const mostTakenRuns = 5_000

// Lessons is what guided work learns from the shop's past.
func Lessons(store Store) []record.Lesson {
	return []record.Lesson{Times.From(func(ctx context.Context, _ *knowledge.Book) (map[string]Took, error) {
		runs, err := store.RunsTaken(ctx, mostTakenRuns)
		return TookOf(runs), err
	})}
}
