package workshop

import (
	"slices"

	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/edition"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/guides"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/internal/workshop/wheels"
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

// Core is what every screen of a job may show: the job, its stages, what is before the door, and
// what each subject tells of it wherever one looks.
type Core struct {
	Job         record.Job          `json:"job"`
	Bike        record.Bike         `json:"bike"`
	Owner       record.Owner        `json:"owner"`
	Title       string              `json:"title"`
	Stage       record.Stage        `json:"stage" doc:"the first stage that is not done" enum:"check-in,inspect,agree,work,verify,hand-over"`
	Stages      []StageView         `json:"stages"`
	Leaving     []record.Obstacle   `json:"leaving" doc:"what stands between the bike and its owner, worst first"`
	Begun       []record.Begun      `json:"begun" doc:"at its benches, and not finished"`
	Places      []record.Place      `json:"places" doc:"within the job, where this bike has something that not every bike has"`
	EarlierJobs []record.EarlierJob `json:"earlier_jobs"`
	Sequence    int64               `json:"sequence" doc:"of the newest entry shown: what is written from this screen says that it was seen"`

	record.NotesPart
	complaint.SaidPart
	findings.FindingsPart
	hunt.HuntsPart
	runbench.AgreedPart
	guides.ShortPart
	fluid.BottlesPart
	brakes.RidingPart
	trial.SignsPart
	door.DoorPart
	owner.WordsPart
}

// Parts are what subjects tell of their benches.
type Parts struct {
	Air    air.AirPart       `json:"air,omitzero"`
	Bolts  torque.BoltsPart  `json:"bolts,omitzero"`
	Brakes brakes.BrakesPart `json:"brakes,omitzero"`
	Gears  gears.GearsPart   `json:"gears,omitzero"`
	Guides guides.GuidesPart `json:"guides,omitzero"`
	Strips apart.StripsPart  `json:"strips,omitzero"`
	Walk   findings.WalkPart `json:"walk,omitzero"`
	Wheels wheels.WheelsPart `json:"wheels,omitzero"`
}

// StageView is one stage and what is open in it.
type StageView struct {
	Stage record.Stage `json:"stage" enum:"check-in,inspect,agree,work,verify,hand-over"`
	Open  int          `json:"open" doc:"things still to do in it"`
	Done  bool         `json:"done"`
}

// view composes what the subjects say of a job.
func (w *Workshop) view(s *record.Sheet) (JobView, error) {
	leaving := w.leaving(s)
	agreed, err := runbench.PartOf(s)
	if err != nil {
		return JobView{}, err
	}
	stage, all := stages(s, leaving)
	return JobView{
		Core: Core{Job: s.Job, Bike: s.Bike, Owner: s.Owner, Title: s.Bike.Title(), Stage: stage,
			Stages: all, Leaving: leaving,
			Begun: w.rules.Begun(s), Places: w.rules.Places(s), EarlierJobs: record.Some(s.EarlierJobs),
			Sequence:  s.Sequence(),
			NotesPart: record.NotesOf(s), SaidPart: complaint.PartOf(s), FindingsPart: findings.PartOf(s),
			HuntsPart: hunt.PartOf(s), AgreedPart: agreed, ShortPart: guides.ShortOf(s), BottlesPart: fluid.PartOf(s),
			RidingPart: brakes.RidingOf(s), SignsPart: trial.PartOf(s), DoorPart: door.PartOf(s),
			WordsPart: owner.PartOf(s)},
		Parts: Parts{air.PartOf(s), torque.PartOf(s), brakes.PartOf(s), gears.PartOf(s),
			guides.PartOf(s), apart.PartOf(s),
			findings.WalkOf(s), wheels.PartOf(s)},
	}, nil
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
