package workshop

import (
	"slices"

	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/edition"
	"utensil/internal/workshop/record"
)

// JobView is a job as its screen shows it: everything recorded, judged. Its core is always told;
// what a subject tells of its benches is a part of its own, told to the screens that show it.
type JobView struct {
	Core
	Parts Parts `json:"parts" doc:"those that were asked for"`

	Edition string `json:"edition,omitempty" doc:"what this view is known by: it is another one as soon as anything in it changes"`

	text    *edition.View // nil when it is made for one who looks alone
	asked   []string      // parts that are told; nil for all
	changes []byte        // what is sent in its place, to a tablet that holds an earlier edition
}

// StageView is one stage and what is open in it.
type StageView struct {
	Stage record.Stage `json:"stage" enum:"check-in,inspect,agree,work,verify,hand-over"`
	Open  int          `json:"open" doc:"things still to do in it"`
	Done  bool         `json:"done"`
}

// view composes what the subjects say of a job.
func (w *Workshop) view(s *record.Sheet) (JobView, error) {
	core, err := w.core(s, w.leaving(s))
	if err != nil {
		return JobView{}, err
	}
	return JobView{Core: core, Parts: benches(s)}, nil
}

// leaving is what stands between a bike and its owner; nothing once it has left.
func (w *Workshop) leaving(s *record.Sheet) []record.Obstacle {
	if s.Job.ReleasedAt != nil {
		return []record.Obstacle{}
	}
	return w.rules.Leaving(s)
}

// stages derives how far a job has come from what is still open: nothing is stored, so
// nothing can disagree. A finding made late puts Agree back for that item alone.
func stages(s *record.Sheet, leaving []record.Obstacle) (record.Stage, []StageView) {
	open := map[record.Stage]int{}
	for _, o := range leaving {
		open[o.Stage] += o.Count
	}
	released := s.Job.ReleasedAt != nil
	current := record.StageHandOver
	var views []StageView
	for i := len(record.Stages) - 1; i >= 0; i-- {
		stage := record.Stages[i]
		done := released || stage != record.StageHandOver && open[stage] == 0
		if !done {
			current = stage
		}
		views = append([]StageView{{Stage: stage, Open: open[stage], Done: done}}, views...)
	}
	// Work that nobody has agreed to yet is not done, even though none of it is open.
	worked := slices.ContainsFunc(agree.Proposals.Of(s), func(i agree.ItemView) bool { return i.Work != nil })
	if w := slices.Index(record.Stages, record.StageWork); !released && !worked &&
		slices.Index(record.Stages, current) < w {
		views[w].Done = false
	}
	return current, views
}
