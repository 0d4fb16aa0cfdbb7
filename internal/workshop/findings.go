package workshop

import (
	"math"
	"slices"
	"time"

	"utensil/core/estimate"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/knowledge"
)

// FindingStatus is how far a finding has come.
type FindingStatus string

// From seen to settled.
const (
	FindingOpen     FindingStatus = "open"     // nothing offered
	FindingOffered  FindingStatus = "offered"  // the owner has not answered
	FindingAgreed   FindingStatus = "agreed"   // to be done
	FindingWorked   FindingStatus = "worked"   // work done since it was seen, not looked at again
	FindingDone     FindingStatus = "done"     // work done, and looked at again
	FindingDeclined FindingStatus = "declined" // the owner said no
	FindingRefused  FindingStatus = "refused"  // the owner said no, told that it is unsafe
	FindingAside    FindingStatus = "aside"    // left, with a reason
	FindingWatched  FindingStatus = "watched"  // no work yet, to be looked at again
)

// FindingView is something wrong with the bike, and what came of it.
type FindingView struct {
	ID        ID            `json:"id" doc:"the reading or finding it rests on"`
	Point     string        `json:"point,omitempty"`
	Title     string        `json:"title"`
	Mark      wear.Mark     `json:"mark"`
	Reason    string        `json:"reason"`
	Status    FindingStatus `json:"status"`
	Why       string        `json:"why,omitempty" doc:"why it was set aside"`
	Suggested []Suggestion  `json:"suggested" doc:"catalogue work that settles it"`
	Waiting   *WaitingView  `json:"waiting,omitempty" doc:"what leaving it costs"`
	Rescue    *RescueView   `json:"rescue,omitempty" doc:"trying to save the part against replacing it"`
	ReadAgain bool          `json:"read_again" doc:"it was unsafe at a point: a word is not enough, the point is read again"`
	Way       *Suggestion   `json:"way,omitempty" doc:"what was put right while looking for it, to be put on the sheet as done"`
	Comes     string        `json:"comes" doc:"what will happen with it"`
	By        string        `json:"by"`
	At        time.Time     `json:"at"`
	operation []string      // of the catalogue that can settle it
	touches   []string      // fasteners that its remedy disturbs
	bolt      string        // the bolt it is about
	hunt      *ID           // the hunt that found it
	rescuable bool
}

// Suggestion is catalogue work with the shop's prices.
type Suggestion struct {
	Operation string          `json:"operation,omitempty" doc:"of the catalogue; none for a remedy that it does not sell"`
	How       knowledge.How   `json:"how,omitempty" enum:"adjust,clean,repair,replace,send" doc:"how it settles it: what is adjusted is not replaced first"`
	Why       string          `json:"why,omitempty" doc:"why it settles what was seen"`
	Title     string          `json:"title"`
	Minutes   int             `json:"minutes"`
	Times     int             `json:"times,omitempty" doc:"how many runs of guided work here the minutes rest on; none for the catalogue's"`
	Labour    estimate.Minor  `json:"labour_minor"`
	Parts     []estimate.Part `json:"parts"`
	Total     estimate.Minor  `json:"total_minor"`
}

// ItemView is one proposed piece of work with what came of it.
type ItemView struct {
	ID       ID             `json:"id"`
	Item     Item           `json:"item"`
	Total    estimate.Minor `json:"total_minor"`
	Needed   bool           `json:"needed" doc:"it settles something due or unsafe; else it is the owner's wish"`
	Unsafe   bool           `json:"unsafe" doc:"it settles something unsafe: a no must be a refusal"`
	Answer   *Answer        `json:"answer,omitempty"`
	AnswerAt *time.Time     `json:"answer_at,omitempty"`
	AnswerBy string         `json:"answer_by,omitempty" doc:"who took the answer"`
	Pours    string         `json:"pours,omitempty" doc:"the end whose bottle is to be named with Done, as no guided run says what was poured"`
	Work     *Work          `json:"work,omitempty"`
	WorkID   *ID            `json:"work_id,omitempty"`
	WorkAt   *time.Time     `json:"work_at,omitempty"`
	WorkBy   string         `json:"work_by,omitempty"`
	done     int            // place of the work entry
}

// agreed says whether it is to be done, or was done without asking.
func (i ItemView) agreed() bool {
	return i.Item.OnTheWay || i.Answer != nil && i.Answer.Answer == Yes
}

// asks says whether the owner's answer is still wanted.
func (i ItemView) asks() bool { return i.Answer == nil && !i.Item.OnTheWay }

// readItems lists the proposed work that stands, with answers and work, without Unsafe.
func (s *sheet) readItems() []ItemView {
	var views []ItemView
	for _, e := range s.all(KindItem) {
		v := ItemView{ID: e.ID, Item: *e.Content.Item, Total: e.Content.Item.line().Sum()}
		if a, answered := s.last(KindAnswer, func(c Content) bool { return c.Answer.Item == e.ID }); answered {
			v.Answer, v.AnswerAt, v.AnswerBy = a.Content.Answer, &a.At, a.ByName
		}
		if d, done := s.last(KindWork, func(c Content) bool { return c.Work.Item == e.ID }); done {
			v.Work, v.WorkID, v.WorkAt, v.WorkBy, v.done = d.Content.Work, &d.ID, &d.At, d.ByName, s.order[d.ID]
			if run := d.Content.Work.Run; run != nil {
				v.done = s.order[*run] // what the run torqued and signed came after it began
			}
		}
		views = append(views, v)
	}
	return views
}

// readFindings lists what is wrong: readings that need work, or did before it was done, and
// findings noted by hand.
func (w *Workshop) readFindings(s *sheet) []FindingView {
	var found []FindingView
	told := w.telling(s)
	for _, p := range s.points {
		for _, e := range told[p.ID] {
			j := w.judged(s, e.Content.Reading)
			if j == nil || !j.Mark.NeedsWork() {
				continue
			}
			f := FindingView{ID: e.ID, Point: p.ID, Title: p.Name + ": " + e.Content.Reading.says(unitOf(p.Gauge)), Mark: j.Mark, Reason: j.Reason, By: e.ByName, At: e.At}
			for _, o := range w.Book().CuresFor(p.ID, j.Seen, s.Bike.Facts) {
				w.suggest(&f, o, s.Settings.Hourly)
			}
			if len(f.Suggested) == 0 && p.Offer != "" {
				f.offerWords(Suggestion{Title: p.Offer, Minutes: remedyMinutes}, s)
			}
			f.ReadAgain = f.Mark == wear.Unsafe
			found = append(found, f)
		}
	}
	for _, e := range s.all(KindFinding) {
		in := e.Content.Finding
		f := FindingView{ID: e.ID, Title: in.Title, Mark: in.Mark, Reason: in.Note, By: e.ByName, At: e.At, rescuable: in.Rescuable, hunt: in.Hunt}
		if o, known := w.Book().Operation(in.Operation); known && o.When.Holds(s.Bike.Facts) {
			w.suggest(&f, knowledge.Offer{Operation: o}, s.Settings.Hourly)
		} else if in.Mark.NeedsWork() {
			w.remedy(s, &f, *in)
		}
		found = append(found, f)
	}
	found = append(found, w.overTightened(s)...)
	for i := range found {
		found[i].Suggested = some(found[i].Suggested)
		w.weigh(s, &found[i])
		found[i].Status = w.status(s, found[i])
		if found[i].Status == FindingOpen && !found[i].Mark.NeedsWork() {
			found[i].Status = FindingWatched
		}
		if a, aside := s.last(KindAside, func(c Content) bool { return s.current(c.Aside.Finding) == found[i].ID }); aside && found[i].Mark != wear.Unsafe && found[i].Status == FindingOpen {
			found[i].Status, found[i].Why = FindingAside, a.Content.Aside.Reason
		}
		found[i].Comes = found[i].comes()
		if found[i].Status == FindingOpen {
			found[i].Way = w.wayOf(s, found[i])
		}
	}
	slices.SortStableFunc(found, func(a, b FindingView) int { return worstFirst(a.Mark, b.Mark) })
	return found
}

// worstFirst sorts marks: unsafe, due, to be watched, then what is only open.
func worstFirst(a, b wear.Mark) int {
	switch {
	case a.Worse(b):
		return -1
	case b.Worse(a):
		return 1
	}
	return 0
}

// comes is what will happen with a finding, in words for its owner.
func (f FindingView) comes() string {
	switch f.Status {
	case FindingOffered:
		return "Your answer is awaited."
	case FindingAgreed:
		return "It will be put right."
	case FindingWorked:
		return "The work is done; it is looked at once more before the bike leaves."
	case FindingDone:
		return "Put right."
	case FindingDeclined, FindingRefused:
		return "Left as it is, as you wished."
	case FindingAside:
		return "Left as it is: " + f.Why
	case FindingWatched:
		return "Nothing has to be done now; it is looked at again next time."
	}
	if f.Mark == wear.Unsafe {
		return "The bike does not leave with it: the shop will propose what to do."
	}
	return "The shop will propose what to do."
}

// WaitingView compares work now with work later.
type WaitingView struct {
	estimate.Waiting
	Ruined []string `json:"ruined" doc:"what it will have taken with it"`
}

// RescueView compares saving a part with replacing it, by the shop's own record.
type RescueView struct {
	estimate.Rescue
	Offer   Suggestion     `json:"offer"`
	Verdict estimate.Worth `json:"verdict" enum:"rescue,replace,undecided"`
	School  string         `json:"school" enum:"replace,rescue,lapping" doc:"the shop's own way"`
	Says    string         `json:"says"`
}

// weigh adds what leaving a finding costs, and whether its part is worth saving.
func (w *Workshop) weigh(s *sheet, f *FindingView) {
	if len(f.operation) == 0 {
		return
	}
	now, known := w.Book().Operation(f.operation[0])
	if !known {
		return
	}
	price := func(o knowledge.Operation) estimate.Line { return w.offer(o, s.Settings.Hourly).line() }
	var ruined []estimate.Line
	var names []string
	for _, id := range now.Ruins {
		if o, known := w.Book().Operation(id); known && o.When.Holds(s.Bike.Facts) {
			ruined, names = append(ruined, price(o)), append(names, o.Title)
		}
	}
	if len(ruined) > 0 {
		f.Waiting = &WaitingView{estimate.Wait(price(now), ruined...), names}
	}
	rescue, possible := w.Book().Rescue(now.ID, s.Bike.Facts)
	if !possible || !f.rescuable {
		return
	}
	replacement := estimate.Minor(0)
	for _, id := range rescue.Saves {
		if o, known := w.Book().Operation(id); known {
			replacement += price(o).Sum()
		}
	}
	o := w.offer(rescue, s.Settings.Hourly)
	v := RescueView{Rescue: estimate.Weigh(o.Labour, replacement, w.rescues, z95), Offer: o, School: s.Settings.School}
	v.Verdict = v.Rescue.Verdict()
	v.Says = rescueSays[v.Verdict]
	if v.Record.Tried == 0 {
		v.Says = "This shop has no record of rescues yet."
	}
	f.Rescue = &v
	f.operation = append(f.operation, rescue.ID)
}

var rescueSays = map[estimate.Worth]string{
	estimate.WorthIt:   "By this shop's record a rescue costs less on average.",
	estimate.NotWorth:  "By this shop's record replacing at once costs less on average.",
	estimate.Undecided: "This shop's record is too short to decide.",
}

// z95 bounds the shop's record at 95 %: the normal quantile of 0.975 (value from memory of the table).
const z95 = 1.96

// offer is catalogue work with the shop's prices.
func (w *Workshop) offer(o knowledge.Operation, hourly estimate.Minor) Suggestion {
	minutes, times := w.takes(o)
	s := Suggestion{Operation: o.ID, Title: o.Title, Minutes: minutes, Times: times, Labour: estimate.Labour(minutes, hourly), Parts: []estimate.Part{}}
	for _, part := range o.Parts {
		s.Parts = append(s.Parts, estimate.Part{Name: part.Name, Quantity: 1, Price: part.Price})
	}
	s.Total = s.line().Sum()
	return s
}

func (s Suggestion) line() estimate.Line { return estimate.Line{Labour: s.Labour, Parts: s.Parts} }

// suggest adds catalogue work with the shop's prices.
func (w *Workshop) suggest(f *FindingView, o knowledge.Offer, hourly estimate.Minor) {
	f.operation = append(f.operation, o.ID)
	offer := w.offer(o.Operation, hourly)
	offer.How, offer.Why = o.How, o.Why
	f.Suggested = append(f.Suggested, offer)
}

// enoughRuns of guided work settle how long it takes here, in place of the catalogue.
const enoughRuns = 5

// takes is how long work takes: as the shop's own runs of it took, once there are enough,
// else as the catalogue has it. times is how many runs it rests on, 0 for the catalogue.
func (w *Workshop) takes(o knowledge.Operation) (minutes, times int) {
	sum := 0.0
	for _, p := range w.Book().Procedures {
		if t := w.times[p.ID]; p.Operation == o.ID && o.ID != "" {
			sum, times = sum+t.Minutes*float64(t.Times), times+t.Times
		}
	}
	if times < enoughRuns {
		return o.Minutes, 0
	}
	return max(1, int(math.Round(sum/float64(times)))), times
}

// covers says whether an item settles the finding once done: catalogue work that can cure what
// was seen, or words of the mechanic's own that were proposed for it; and not work that was done
// when the finding was seen.
func (f FindingView) covers(i ItemView, s *sheet) bool {
	named := i.Item.Finding != nil && s.current(*i.Item.Finding) == f.ID || f.Point != "" && i.Item.Point == f.Point
	cures := slices.Contains(f.operation, i.Item.Operation)
	if i.Item.Operation == "" || len(f.operation) == 0 {
		cures = named
	}
	before := i.Work != nil && s.placeOf(i, f.Point) < s.order[f.ID]
	return cures && !before
}

func (w *Workshop) status(s *sheet, f FindingView) FindingStatus {
	best := FindingOpen
	rank := []FindingStatus{FindingOpen, FindingDeclined, FindingRefused, FindingOffered, FindingAgreed, FindingWorked, FindingDone}
	for _, i := range s.items {
		if !f.covers(i, s) {
			continue
		}
		status := FindingOffered
		switch {
		case i.Work != nil && w.lookedAgain(s, f, i):
			status = FindingDone
		case i.Work != nil:
			status = FindingWorked
		case i.agreed():
			status = FindingAgreed
		case i.Answer == nil:
		case i.Answer.Answer == Refused:
			status = FindingRefused
		case f.Mark == wear.Unsafe:
			status = FindingOpen // a plain no does not settle something unsafe
		default:
			status = FindingDeclined
		}
		if slices.Index(rank, status) > slices.Index(rank, best) {
			best = status
		}
	}
	return best
}

// needed says whether an item settles something that is due or unsafe.
func (s *sheet) needed(item Item) bool {
	v := ItemView{Item: item}
	return slices.ContainsFunc(s.findings, func(f FindingView) bool { return f.Mark.NeedsWork() && f.covers(v, s) })
}

// settlesUnsafe says whether an item settles something unsafe that is not put right yet.
func (s *sheet) settlesUnsafe(item Item) bool {
	v := ItemView{Item: item}
	return slices.ContainsFunc(s.findings, func(f FindingView) bool { return f.Mark == wear.Unsafe && f.Status != FindingDone && f.covers(v, s) })
}

func findingOf(found []FindingView, id ID) (FindingView, bool) {
	if i := slices.IndexFunc(found, func(f FindingView) bool { return f.ID == id }); i >= 0 {
		return found[i], true
	}
	return FindingView{}, false
}

// says is what a reading reads, for people.
func (in Reading) says(unit string) string {
	switch {
	case in.PassedOver:
		return "not looked at"
	case in.Value != nil:
		return measure.Format(*in.Value) + " " + unit
	}
	return in.Word
}

func unitOf(g *wear.Gauge) string {
	if g == nil {
		return ""
	}
	return g.Unit
}
