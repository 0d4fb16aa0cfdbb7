package workshop

import (
	"slices"

	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/contact"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/guides"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/photos"
	"utensil/internal/workshop/plan"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/sold"
	"utensil/internal/workshop/stint"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/internal/workshop/wheels"
)

// Rules are what all subjects say of entries, and put before the door.
func Rules() record.Rules { return record.NewRules(subjects()...) }

// subjects of the trade, in the order in which they put things before the door.
func subjects() []record.Subject {
	return []record.Subject{findings.Subject(), agree.Subject(), parts.Subject(), apart.Subject(),
		inspect.Subject(), hunt.Subject(),
		runbench.Subject(), gears.Subject(), wheels.Subject(), air.Subject(), contact.Subject(),
		torque.Subject(findings.ToldAsFinding), air.AsLeft(), guides.Subject(), brakes.Subject(),
		trial.Subject(), door.Subject(),
		complaint.Subject(), plan.Subject(leaving),
		record.Plain()}
}

// leaving is what stands before the door, and what was begun: of what a plan is made.
func leaving(s *record.Sheet) ([]record.Obstacle, []record.Begun) {
	rules := Rules()
	return rules.Leaving(s), rules.Begun(s)
}

// lessons are what the subjects learn from the shop's past.
func lessons(store Store) []record.Lesson {
	return slices.Concat(inspect.Lessons(store), runlog.Lessons(store), torque.Lessons(store),
		findings.Lessons(store), brakes.Lessons(store), stint.Lessons(store))
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
	sold.ServicePart
	guides.ShortPart
	fluid.BottlesPart
	brakes.RidingPart
	trial.SignsPart
	door.DoorPart
	photos.PhotosPart
	owner.WordsPart
	stint.HandsPart
}

// Parts are what subjects tell of their benches.
type Parts struct {
	Air      air.AirPart          `json:"air,omitzero"`
	Bolts    torque.BoltsPart     `json:"bolts,omitzero"`
	Brakes   brakes.BrakesPart    `json:"brakes,omitzero"`
	Contacts contact.ContactsPart `json:"contacts,omitzero"`
	Gears    gears.GearsPart      `json:"gears,omitzero"`
	Guides   guides.GuidesPart    `json:"guides,omitzero"`
	Ride     trial.RidePart       `json:"ride,omitzero"`
	Strips   apart.StripsPart     `json:"strips,omitzero"`
	Walk     findings.WalkPart    `json:"walk,omitzero"`
	Wheels   wheels.WheelsPart    `json:"wheels,omitzero"`
}

// core composes what is told of a job wherever one looks.
func (w *Workshop) core(s *record.Sheet, leaving []record.Obstacle) (Core, error) {
	agreed, err := runbench.PartOf(s)
	stage, all := stages(s, leaving)
	return Core{Job: s.Job, Bike: s.Bike, Owner: s.Owner, Title: s.Bike.Title(), Stage: stage,
		Stages: all, Leaving: leaving,
		Begun: w.rules.Begun(s), Places: w.rules.Places(s), EarlierJobs: record.Some(s.EarlierJobs),
		Sequence:  s.Sequence(),
		NotesPart: record.NotesOf(s), SaidPart: complaint.PartOf(s), FindingsPart: findings.PartOf(s),
		HuntsPart: hunt.PartOf(s), AgreedPart: agreed, ServicePart: sold.PartOf(s), ShortPart: guides.ShortOf(s),
		BottlesPart: fluid.PartOf(s), RidingPart: brakes.RidingOf(s), SignsPart: trial.PartOf(s),
		DoorPart: door.PartOf(s), PhotosPart: photos.PartOf(s), WordsPart: owner.PartOf(s),
		HandsPart: stint.PartOf(s)}, err
}

// benches composes what the subjects tell of their benches.
func benches(s *record.Sheet) Parts {
	return Parts{Air: air.PartOf(s), Bolts: torque.PartOf(s), Brakes: brakes.PartOf(s), Contacts: contact.PartOf(s),
		Gears: gears.PartOf(s), Guides: guides.PartOf(s), Ride: trial.RideOf(s), Strips: apart.PartOf(s),
		Walk: findings.WalkOf(s), Wheels: wheels.PartOf(s)}
}
