package findings

import (
	"slices"
	"time"

	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
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
	ID        record.ID     `json:"id" doc:"the reading or finding it rests on"`
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
	hunt      *record.ID    // the hunt that found it
	rescuable bool
	right     bool   // put right on the bench, where it was found
	place     string // that is empty, of a part that came off
}

// readFindings lists what is wrong: readings that need work, or did before it was done, and
// findings noted by hand.
func readFindings(s *record.Sheet) []FindingView {
	var found []FindingView
	for _, p := range s.Book.Points { // of a point that the bike is said not to have, what was found stays found
		for _, e := range inspect.Telling(s, p.ID) {
			j := inspect.Judged(s, inspect.Readings.In(e.Content))
			if j == nil || !j.Mark.NeedsWork() {
				continue
			}
			f := FindingView{ID: e.ID, Point: p.ID,
				Title: p.Name + ": " + inspect.Readings.In(e.Content).Says(inspect.UnitOf(p.Gauge)),
				Mark:  j.Mark, Reason: j.Reason, By: e.ByName, At: e.At}
			for _, o := range s.Book.CuresFor(p.ID, j.Seen, parts.Facts.Of(s)) {
				suggest(s, &f, o)
			}
			if len(f.Suggested) == 0 && p.Offer != "" {
				f.offerWords(Suggestion{Title: p.Offer, Minutes: remedyMinutes}, s)
			}
			f.ReadAgain, f.right = f.Mark == wear.Unsafe, inspect.PutRight(s, p.ID, e.ID)
			found = append(found, f)
		}
	}
	for e, in := range inspect.Findings.All(s.Ledger) {
		f := FindingView{ID: e.ID, Title: in.Title, Mark: in.Mark, Reason: in.Note, By: e.ByName,
			At: e.At, rescuable: in.Rescuable,
			hunt: in.Hunt}
		if o, known := s.Book.Operation(in.Operation); known && o.When.Holds(parts.Facts.Of(s)) {
			suggest(s, &f, knowledge.Offer{Operation: o})
		} else if in.Mark.NeedsWork() {
			remedy(s, &f, *in)
		}
		found = append(found, f)
	}
	found = slices.Concat(found, inHand(s), emptied(s), onBenches(s), onGuides(s), onHunts(s))
	found = append(found, overTightened(s)...)
	for i := range found {
		found[i].Suggested = record.Some(found[i].Suggested)
		weigh(s, &found[i])
		found[i].Status = status(s, found[i])
		switch {
		case found[i].right:
			found[i].Status = FindingDone
		case found[i].place != "" && (found[i].Status == FindingWorked || found[i].Status == FindingDone):
			found[i].Status = FindingOpen // what was done, nothing sits there
		}
		if found[i].Status == FindingOpen && !found[i].Mark.NeedsWork() {
			found[i].Status = FindingWatched
		}
		if a, aside := Asides.Last(s.Ledger,
			func(in *Aside) bool { return s.Current(in.Finding) == found[i].ID }); aside != nil &&
			found[i].Mark != wear.Unsafe && found[i].Status == FindingOpen {
			found[i].Status, found[i].Why = FindingAside, Asides.In(a.Content).Reason
		}
		found[i].Comes = found[i].comes()
		if found[i].Status == FindingOpen {
			found[i].Way = wayOf(s, found[i])
		}
	}
	slices.SortStableFunc(found, func(a, b FindingView) int { return record.WorstFirst(a.Mark, b.Mark) })
	return found
}

// OnBolt says whether it is about a bolt, whose log says when it is right.
func (f FindingView) OnBolt() bool { return f.bolt != "" }

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

// Covers says whether an item settles the finding once done: catalogue work that can cure what
// was seen, or words of the mechanic's own that were proposed for it; and not work that was done
// when the finding was seen.
func (f FindingView) Covers(i agree.ItemView, s *record.Sheet) bool {
	named := i.Item.Finding != nil && s.Current(*i.Item.Finding) == f.ID || f.Point != "" && i.Item.Point == f.Point
	cures := slices.Contains(f.operation, i.Item.Operation)
	if i.Item.Operation == "" || len(f.operation) == 0 {
		cures = named
	}
	// Who did it knew of what was seen: what was done before, or elsewhere, has put nothing of it right.
	knowing := i.Work == nil || s.Knew(f.ID, runlog.Since(s, i, f.Point))
	return cures && knowing
}

func status(s *record.Sheet, f FindingView) FindingStatus {
	best := FindingOpen
	rank := []FindingStatus{FindingOpen, FindingDeclined, FindingRefused, FindingOffered, FindingAgreed,
		FindingWorked, FindingDone}
	for _, i := range agree.Proposals.Of(s) {
		if !f.Covers(i, s) {
			continue
		}
		status := FindingOffered
		switch {
		case i.Work != nil && (s.Job.ReleasedAt != nil || lookedAgain(s, f, i)):
			status = FindingDone // nothing stood before the door when the bike left; opened again it is looked at
		case i.Work != nil:
			status = FindingWorked
		case i.Agreed():
			status = FindingAgreed
		case i.Answer == nil:
		case i.Answer.Answer == agree.Refused:
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

func ByID(found []FindingView, id record.ID) (FindingView, bool) {
	if i := slices.IndexFunc(found, func(f FindingView) bool { return f.ID == id }); i >= 0 {
		return found[i], true
	}
	return FindingView{}, false
}

// All is what is wrong with the bike, worst first.
var All = record.Derive(readFindings)

// OfBrake is the end whose brake a finding is about; empty where it is about none.
func (f FindingView) OfBrake(s *record.Sheet) string {
	point, _ := s.Book.Point(f.Point)
	for _, end := range []string{"front", "rear"} {
		if _, its := point.When[end+"_brake"]; its {
			return end
		}
	}
	place, _ := s.Book.Place(f.place)
	if _, its := place.When[place.End+"_brake"]; its {
		return place.End
	}
	return ""
}

// NotRidden lists what is unsafe and was left so, as its owner refused knowing it: the bike goes
// out as not to be ridden.
func NotRidden(s *record.Sheet) (titles []string) {
	for _, f := range All.Of(s) {
		if f.Mark == wear.Unsafe && f.Status == FindingRefused {
			titles = append(titles, f.Title)
		}
	}
	return titles
}

// Points are the points of the walk-round, with what work has put right since it was read.
func Points(s *record.Sheet) []inspect.PointView {
	views := inspect.Views(s)
	for _, v := range views {
		if v.Reading != nil {
			f, found := ByID(All.Of(s), v.Reading.ID)
			v.Reading.PutRight = found && f.Status == FindingDone
		}
	}
	return views
}
