package findings

import (
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
)

// lookedAgain says whether what an item's work was for was looked at after it. What was unsafe at
// a point is read again there and is not unsafe any more; a bolt is torqued. What was put right
// while a cause was looked for was tried before it was written down. For the rest, a hunt's cause
// among them, and for what was only due, a mechanic's word under their name is enough.
func lookedAgain(s *record.Sheet, f FindingView, i agree.ItemView) bool {
	if f.Point != "" {
		if e, read := inspect.ReadingOf(s, f.Point); read != nil &&
			s.Knew(runlog.Since(s, i, f.Point), e.ID) && !read.PassedOver {
			if j := inspect.Judged(s, read); j != nil && j.Mark != wear.Unsafe {
				return true
			}
		}
		if f.ReadAgain {
			return false
		}
	}
	if f.bolt != "" {
		last, logged := torque.Torques.Last(s.Ledger, func(in *torque.Torque) bool { return in.Key() == f.bolt })
		return logged != nil && last.ID != f.ID && s.Knew(f.ID, last.ID) && logged.Settles(logged.Verdict)
	}
	if f.hunt != nil && i.Item.OnTheWay {
		return true
	}
	since := runlog.Since(s, i, f.Point)
	for e, in := range Looks.All(s.Ledger) {
		if s.Current(in.Finding) == f.ID && s.Knew(since, e.ID) {
			return true
		}
	}
	return false
}

// remedyMinutes are offered for work that nobody has put a figure to (our own judgement; the
// mechanic changes it).
const remedyMinutes = 15

// remedy offers what puts a finding right that the catalogue has no work for: the remedy of the
// cause a hunt has found with its minutes, or the finding's own words.
func remedy(s *record.Sheet, f *FindingView, in inspect.Finding) {
	offer := Suggestion{Title: "Put right: " + words.Lower(f.Title), Minutes: remedyMinutes}
	if c, found := hunt.CauseOf(s, in); found {
		offer.Title, offer.Minutes, offer.Why = c.Remedy, max(1, int(c.Minutes+0.5)), c.Why
		f.touches = c.Touches
	}
	f.offerWords(offer, s)
}

// again is what is left of a finding whose work is done: it is read again at its point, or looked
// at again on a mechanic's word.
func (f FindingView) again(at record.Obstacle) record.Obstacle {
	at.Stage, at.Detail = record.StageWork, "work done: say that it was looked at again"
	if f.Point != "" {
		at.Detail = "work done: read it again, or look at it"
	}
	if f.ReadAgain {
		at.Stage, at.Target, at.Detail = record.StageInspect, f.Point, "work done: read it again, it was unsafe"
	}
	return at
}
