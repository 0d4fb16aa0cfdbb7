package workshop

import (
	"slices"
	"time"

	"utensil/core/estimate"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/guides"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/pressure"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/internal/workshop/wheels"
	"utensil/internal/workshop/work"
	"utensil/knowledge"
)

// JobView is a job as its screen shows it: everything recorded, judged.
type JobView struct {
	Job         record.Job                `json:"job"`
	Bike        record.Bike               `json:"bike"`
	Owner       record.Owner              `json:"owner"`
	Title       string                    `json:"title"`
	Stage       record.Stage              `json:"stage" doc:"the first stage that is not done" enum:"check-in,inspect,agree,work,verify,hand-over"`
	Stages      []StageView               `json:"stages"`
	Leaving     []record.Obstacle         `json:"leaving" doc:"what stands between the bike and its owner, worst first"`
	Said        []complaint.ComplaintView `json:"said" doc:"what the owner said the bike does, and why the job was opened again"`
	NotRidden   []string                  `json:"not_ridden" doc:"unsafe things that the owner refused to have put right: it goes out as not to be ridden"`
	Corrected   []findings.CorrectedView  `json:"corrected" doc:"what turned out a slip, and what was changed that took something away"`
	Points      []inspect.PointView       `json:"points"`
	Findings    []findings.FindingView    `json:"findings"`
	Hunts       []hunt.HuntView           `json:"hunts"`
	Items       []agree.ItemView          `json:"items"`
	Proposed    estimate.Total            `json:"proposed" doc:"all items, less what they share"`
	Agreed      estimate.Total            `json:"agreed" doc:"items the owner said yes to, less what they share"`
	ToGo        int                       `json:"to_go" doc:"minutes that agreed work still takes, less what it shares"`
	Shared      []agree.SharedView        `json:"shared" doc:"what the agreed items need done only once"`
	SharedAll   []agree.SharedView        `json:"shared_all" doc:"what all items need done only once"`
	Distance    inspect.DistanceView      `json:"distance"`
	Air         []inspect.AirView         `json:"air"`
	AirBench    air.AirBench              `json:"air_bench" doc:"what is known of tyres and legs, and what is advised"`
	Bolts       []torque.BoltView         `json:"bolts"`
	Wrenches    []torque.Wrench           `json:"wrenches" doc:"of the shop, to choose from"`
	Gauges      []pressure.PressureGauge  `json:"pressure_gauges" doc:"of the shop, to choose from"`
	Tray        []torque.ToolReading      `json:"tray" doc:"from connected wrenches, taken by no bolt yet"`
	Called      []door.Called             `json:"called" doc:"what an earlier job called the bike back for"`
	CallBacks   []record.CallBack         `json:"call_backs" doc:"made by this job, or to be made when it is handed over"`
	Runs        []work.RunView            `json:"runs" doc:"of procedures"`
	Strips      []apart.Strip             `json:"strips" doc:"assemblies that were taken apart"`
	Assemblies  []apart.Offered           `json:"assemblies" doc:"that this bike has, to be taken apart"`
	Oiling      []apart.OilView           `json:"oiling" doc:"what a tune oils on this bike"`
	Brakes      []brakes.BrakeSide        `json:"brakes" doc:"front, then rear"`
	Hurts       []wheels.WheelHurt        `json:"wheel_hurts" doc:"what was found hurt in its wheels, front and rear"`
	Guides      []guides.Offer            `json:"guides" doc:"guided work that belongs to no end: chain, cables, bar"`
	Gears       []gears.GearBench         `json:"gears" doc:"that are indexed, oldest first"`
	GearsKnown  gears.GearsKnown          `json:"gears_known" doc:"what is known of its gears"`
	GearNotes   []gears.BenchNote         `json:"gear_notes" doc:"what was written down last at each of the smaller benches of the gears"`
	Families    []knowledge.GearFamily    `json:"gear_families" doc:"that this bike may have, likeliest first; none without a cable and a mech"`
	Wheels      []wheels.WheelBench       `json:"wheels" doc:"that are trued, oldest first"`
	Bottles     []fluid.Bottle            `json:"bottles" doc:"of brake fluid, to choose from"`
	Riding      []string                  `json:"riding" doc:"the owner's riding card: how to bed the new pads in"`
	Signs       []trial.SignView          `json:"signs"`
	Belongings  []door.BelongingView      `json:"belongings"`
	Notes       []NoteView                `json:"notes"`
	AskedAt     *time.Time                `json:"asked_at,omitempty"`
	Link        *owner.LinkView           `json:"link,omitempty" doc:"the owner's link made last"`
	Photos      []owner.PhotoView         `json:"photos"`
	Messages    []owner.MessageView       `json:"messages" doc:"sent to the owner, newest first"`
	ReleasedTo  string                    `json:"released_to,omitempty"`
	ReleasedBy  string                    `json:"released_by,omitempty"`
	Mistaken    *door.MistakenView        `json:"mistaken,omitempty" doc:"it was taken in by mistake, and is listed nowhere"`
	Reopened    []NoteView                `json:"reopened" doc:"why it was opened again"`
	EarlierJobs []record.EarlierJob       `json:"earlier_jobs"`

	Sequence int64 `json:"sequence" doc:"of the newest entry shown: what is written from this screen says that it was seen"`

	Edition string `json:"edition,omitempty" doc:"what this view is known by: it is another one as soon as anything in it changes"`

	text    *encoded // nil when it is made for one who looks alone
	changes []byte   // what is sent in its place, to a tablet that holds an earlier edition
}

// StageView is one stage and what is open in it.
type StageView struct {
	Stage record.Stage `json:"stage" enum:"check-in,inspect,agree,work,verify,hand-over"`
	Open  int          `json:"open" doc:"things still to do in it"`
	Done  bool         `json:"done"`
}

// NoteView is a note with who wrote it.
type NoteView struct {
	ID   record.ID `json:"id"`
	Text string    `json:"text"`
	By   string    `json:"by"`
	At   time.Time `json:"at"`
}

// view composes what the subjects say of a job.
func (w *Workshop) view(s *record.Sheet) (JobView, error) {
	leaving := w.leaving(s)
	v := JobView{Job: s.Job, Bike: s.Bike, Owner: s.Owner, Title: s.Bike.Title(), Leaving: leaving, EarlierJobs: record.Some(s.EarlierJobs),
		Said: complaint.All.Of(s), NotRidden: record.Some(findings.NotRidden(s)), Corrected: findings.Corrected(s), ToGo: agree.ToGo(s),
		Points: findings.Points(s), Distance: inspect.HowFar(s), Air: inspect.Pressures(s), AirBench: air.Of(s),
		Findings: record.Some(findings.All.Of(s)), Hunts: hunt.Views(s), Items: record.Some(work.Items(s)),
		Bolts: record.Some(torque.Bolts.Of(s)), Wrenches: torque.InUse(s), Gauges: pressure.InUse(s), Tray: record.Some(torque.Tray.Of(s)),
		Runs:   work.Runs.Of(s),
		Strips: apart.Strips.Of(s), Assemblies: apart.Offer.Of(s), Oiling: apart.OilMap(s),
		Brakes: brakes.Sides(s), Guides: guides.For(s, ""), Hurts: wheels.HurtsOf(s),
		Gears: record.Some(gears.Benches.Of(s)), Families: gears.Families(s),
		GearsKnown: gears.KnownOf(s), GearNotes: gears.NotesOf(s), Wheels: record.Some(wheels.Benches.Of(s)),
		Bottles: fluid.BottlesFor(s), Riding: brakes.RidingCard(s),
		Signs: trial.Tests.Of(s), Belongings: record.Some(door.Things(s)), Called: door.Calling(s), CallBacks: door.CallBacks(s),
		Link: owner.Links.Of(s), Messages: record.Some(owner.Messages.Of(s)), Photos: record.Some(owner.Photos.Of(s)),
		Notes: []NoteView{}, Reopened: []NoteView{}}
	var err error
	if v.Proposed, v.SharedAll, err = agree.Total(s, func(agree.ItemView) bool { return true }); err != nil {
		return v, err
	}
	if v.Agreed, v.Shared, err = agree.Total(s, agree.ItemView.Agreed); err != nil {
		return v, err
	}
	for e, in := range record.Notes.All(s.Ledger) {
		v.Notes = append(v.Notes, NoteView{e.ID, in.Text, e.ByName, e.At})
	}
	for e, in := range door.Reopenings.All(s.Ledger) {
		v.Reopened = append(v.Reopened, NoteView{e.ID, in.Reason, e.ByName, e.At})
	}
	if e, asked := agree.Asks.Newest(s.Ledger); asked != nil {
		v.AskedAt = &e.At
	}
	if e, released := door.Releases.Newest(s.Ledger); released != nil && s.Job.ReleasedAt != nil {
		v.ReleasedTo, v.ReleasedBy = released.To, e.ByName
	}
	v.Mistaken = door.MistakenOf(s)
	v.Sequence = s.Sequence()
	v.Stage, v.Stages = stages(s, leaving)
	return v, nil
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
	if w := slices.Index(record.Stages, record.StageWork); !released && !worked && slices.Index(record.Stages, current) < w {
		views[w].Done = false
	}
	return current, views
}
