package workshop

import (
	"slices"
	"time"

	"utensil/core/estimate"
)

// JobView is a job as its screen shows it: everything recorded, judged.
type JobView struct {
	Job         Job             `json:"job"`
	Bike        Bike            `json:"bike"`
	Owner       Owner           `json:"owner"`
	Title       string          `json:"title"`
	Stage       Stage           `json:"stage" doc:"the first stage that is not done" enum:"check-in,inspect,agree,work,verify,hand-over"`
	Stages      []StageView     `json:"stages"`
	Leaving     []Obstacle      `json:"leaving" doc:"what stands between the bike and its owner, worst first"`
	Points      []PointView     `json:"points"`
	Findings    []FindingView   `json:"findings"`
	Hunts       []HuntView      `json:"hunts"`
	Items       []ItemView      `json:"items"`
	Proposed    estimate.Total  `json:"proposed" doc:"all items, less what they share"`
	Agreed      estimate.Total  `json:"agreed" doc:"items the owner said yes to, less what they share"`
	Shared      []SharedView    `json:"shared" doc:"what the agreed items need done only once"`
	SharedAll   []SharedView    `json:"shared_all" doc:"what all items need done only once"`
	Distance    DistanceView    `json:"distance"`
	Air         []AirView       `json:"air"`
	Bolts       []BoltView      `json:"bolts"`
	Wrenches    []Wrench        `json:"wrenches" doc:"of the shop, to choose from"`
	Tray        []ToolReading   `json:"tray" doc:"from connected wrenches, taken by no bolt yet"`
	Called      []Called        `json:"called" doc:"what an earlier job called the bike back for"`
	CallBacks   []CallBack      `json:"call_backs" doc:"made by this job, or to be made when it is handed over"`
	Runs        []RunView       `json:"runs" doc:"of procedures"`
	Brakes      []BrakeSide     `json:"brakes" doc:"front, then rear"`
	Bottles     []Bottle        `json:"bottles" doc:"of brake fluid, to choose from"`
	Riding      []string        `json:"riding" doc:"the owner's riding card: how to bed the new pads in"`
	Signs       []SignView      `json:"signs"`
	Belongings  []BelongingView `json:"belongings"`
	Notes       []NoteView      `json:"notes"`
	AskedAt     *time.Time      `json:"asked_at,omitempty"`
	Link        *LinkView       `json:"link,omitempty" doc:"the owner's link made last"`
	Photos      []PhotoView     `json:"photos"`
	Messages    []MessageView   `json:"messages" doc:"sent to the owner, newest first"`
	ReleasedTo  string          `json:"released_to,omitempty"`
	ReleasedBy  string          `json:"released_by,omitempty"`
	Reopened    []NoteView      `json:"reopened" doc:"why it was opened again"`
	EarlierJobs []EarlierJob    `json:"earlier_jobs"`
}

// StageView is one stage and what is open in it.
type StageView struct {
	Stage Stage `json:"stage" enum:"check-in,inspect,agree,work,verify,hand-over"`
	Open  int   `json:"open" doc:"things still to do in it"`
	Done  bool  `json:"done"`
}

// BelongingView is a belonging and whether it went back.
type BelongingView struct {
	ID       ID         `json:"id"`
	Name     string     `json:"name"`
	TakenOff bool       `json:"taken_off"`
	Returned *time.Time `json:"returned,omitempty"`
	By       string     `json:"by"`
}

// NoteView is a note with who wrote it.
type NoteView struct {
	ID   ID        `json:"id"`
	Text string    `json:"text"`
	By   string    `json:"by"`
	At   time.Time `json:"at"`
}

func (s *sheet) belongings() []BelongingView {
	var views []BelongingView
	for _, e := range s.all(KindBelonging) {
		v := BelongingView{ID: e.ID, Name: e.Content.Belonging.Name, TakenOff: e.Content.Belonging.TakenOff, By: e.ByName}
		if back, returned := s.last(KindReturn, func(c Content) bool { return s.current(c.Return.Belonging) == e.ID }); returned {
			v.Returned = &back.At
		}
		views = append(views, v)
	}
	return views
}

// view judges a record.
func (w *Workshop) view(r Record) (JobView, error) {
	s := w.layOut(r)
	v := JobView{Job: r.Job, Bike: r.Bike, Owner: r.Owner, Title: r.Bike.Title(), EarlierJobs: some(r.EarlierJobs),
		Points: w.pointViews(s), Findings: some(s.findings), Hunts: w.hunts(s), Items: some(s.items), Bolts: some(s.bolts), Signs: s.signs, Runs: s.runs, Bottles: w.bottlesFor(s), Brakes: w.brakeSides(s), Riding: w.ridingCard(s),
		Belongings: some(s.belongings()), Leaving: some(s.leaving), Notes: []NoteView{}, Reopened: []NoteView{}}
	var err error
	if v.Proposed, v.SharedAll, err = w.total(s, func(ItemView) bool { return true }); err != nil {
		return v, err
	}
	if v.Agreed, v.Shared, err = w.total(s, ItemView.agreed); err != nil {
		return v, err
	}
	v.Link, v.Messages, v.Photos = r.Link, some(r.Messages), some(r.Photos)
	v.Distance, v.Air = s.distanceView(), s.air()
	v.Wrenches, v.Tray, v.CallBacks, v.Called = s.inUse(w.now()), some(r.Tray), w.callBacks(s), w.called(s)
	for _, e := range s.all(KindNote) {
		v.Notes = append(v.Notes, NoteView{e.ID, e.Content.Note.Text, e.ByName, e.At})
	}
	for _, e := range s.all(KindReopened) {
		v.Reopened = append(v.Reopened, NoteView{e.ID, e.Content.Reopened.Reason, e.ByName, e.At})
	}
	if e, asked := s.last(KindAsked, func(Content) bool { return true }); asked {
		v.AskedAt = &e.At
	}
	if e, released := s.last(KindReleased, func(Content) bool { return true }); released && r.Job.ReleasedAt != nil {
		v.ReleasedTo, v.ReleasedBy = e.Content.Released.To, e.ByName
	}
	v.Stage, v.Stages = s.stages()
	return v, nil
}

// SharedView is something that several items need, done and paid for once.
type SharedView struct {
	Name    string         `json:"name"`
	Times   int            `json:"times" doc:"how many items need it"`
	Minutes int            `json:"minutes" doc:"saved"`
	Saved   estimate.Minor `json:"saved_minor"`
}

// total adds up the items that a test picks, less what they share.
func (w *Workshop) total(s *sheet, pick func(ItemView) bool) (estimate.Total, []SharedView, error) {
	var lines []estimate.Line
	times := map[string]int{}
	for _, item := range s.items {
		if !pick(item) {
			continue
		}
		lines = append(lines, item.Item.line())
		if o, known := w.Book().Operation(item.Item.Operation); known {
			for _, id := range o.Needs {
				times[id]++
			}
		}
	}
	shared, saved := []SharedView{}, estimate.Minor(0)
	for _, p := range w.Book().Prerequisites {
		if n := times[p.ID]; n > 1 {
			v := SharedView{Name: p.Name, Times: n, Minutes: (n - 1) * p.Minutes, Saved: estimate.Labour((n-1)*p.Minutes, s.Settings.Hourly)}
			shared, saved = append(shared, v), saved+v.Saved
		}
	}
	total, err := estimate.AddLess(s.Settings.Tax(), saved, lines...)
	return total, shared, err
}

// some makes an empty list of none, so that JSON has [] and never null.
func some[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}

// stages derives how far a job has come from what is still open: nothing is stored, so
// nothing can disagree. A finding made late puts Agree back for that item alone.
func (s *sheet) stages() (Stage, []StageView) {
	open := map[Stage]int{}
	for _, o := range s.leaving {
		open[o.Stage] += o.Count
	}
	released := s.Job.ReleasedAt != nil
	current := StageHandOver
	var views []StageView
	for i := len(Stages) - 1; i >= 0; i-- {
		stage := Stages[i]
		done := released || stage != StageHandOver && open[stage] == 0
		if !done {
			current = stage
		}
		views = append([]StageView{{Stage: stage, Open: open[stage], Done: done}}, views...)
	}
	// Work that nobody has agreed to yet is not done, even though none of it is open.
	worked := slices.ContainsFunc(s.items, func(i ItemView) bool { return i.Work != nil })
	if w := slices.Index(Stages, StageWork); !released && !worked && slices.Index(Stages, current) < w {
		views[w].Done = false
	}
	return current, views
}
