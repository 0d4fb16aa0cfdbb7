package workshop

import (
	"slices"
	"strings"

	"utensil/core/wear"
	"utensil/knowledge"
)

// lookedAgain says whether what an item's work was for was looked at after it. What was unsafe at
// a point is read again there and is not unsafe any more; a bolt is torqued. What was put right
// while a cause was looked for was tried before it was written down. For the rest, a hunt's cause
// among them, and for what was only due, a mechanic's word under their name is enough.
func (w *Workshop) lookedAgain(s *sheet, f FindingView, i ItemView) bool {
	place := s.placeOf(i, f.Point)
	if f.Point != "" {
		if e, read := s.readingOf(f.Point); read && s.order[e.ID] > place && !e.Content.Reading.PassedOver {
			if j := w.judged(s, e.Content.Reading); j != nil && j.Mark != wear.Unsafe {
				return true
			}
		}
		if f.ReadAgain {
			return false
		}
	}
	if f.bolt != "" {
		last, logged := s.last(KindTorque, func(c Content) bool { return c.Torque.bolt() == f.bolt })
		return logged && last.ID != f.ID && s.order[last.ID] > s.order[f.ID] && last.Content.Torque.settles(last.Content.Torque.Verdict)
	}
	if f.hunt != nil && i.Item.OnTheWay {
		return true
	}
	_, looked := s.last(KindLooked, func(c Content) bool { return s.current(c.Looked.Finding) == f.ID })
	return looked
}

func (w *Workshop) checkLooked(s *sheet, in Looked) (*Looked, error) {
	f, known := findingOf(s.findings, s.current(in.Finding))
	if !known || f.Status != FindingWorked {
		return nil, invalid("finding", "There is nothing to look at again: its work is not done, or it was looked at already.")
	}
	switch {
	case f.ReadAgain:
		return nil, invalid("finding", "%s was unsafe. Read the point again: what it says now counts, not a word for it.", f.Title)
	case f.bolt != "":
		return nil, invalid("finding", "Torque the bolt again: its log says whether it is right.")
	}
	var err error
	in.Finding = f.ID
	in.Note, err = note("note", in.Note)
	return &in, err
}

// checkCures refuses catalogue work for something that it cannot settle.
func (s *sheet) checkCures(in Item, o knowledge.Operation) error {
	if in.Finding == nil {
		return nil
	}
	f, known := findingOf(s.findings, *in.Finding)
	if !known || len(f.operation) == 0 || slices.Contains(f.operation, o.ID) {
		return nil
	}
	var able []string
	for _, offer := range f.Suggested {
		able = append(able, lower(offer.Title))
	}
	return invalid("operation", "“%s” cannot put that right: %s. What can: %s.", o.Title, f.Title, strings.Join(able, "; "))
}

// remedyMinutes are offered for work that nobody has put a figure to (our own judgement; the
// mechanic changes it).
const remedyMinutes = 15

// remedy offers what puts a finding right that the catalogue has no work for: the remedy of the
// cause a hunt has found with its minutes, or the finding's own words.
func (w *Workshop) remedy(s *sheet, f *FindingView, in Finding) {
	offer := Suggestion{Title: "Put right: " + lower(f.Title), Minutes: remedyMinutes}
	if c, found := w.causeOf(s, in); found {
		offer.Title, offer.Minutes, offer.Why = c.Remedy, max(1, int(c.Minutes+0.5)), c.Why
		f.touches = c.Touches
	}
	f.offerWords(offer, s)
}

// causeOf is the cause that a finding of a hunt has named.
func (w *Workshop) causeOf(s *sheet, in Finding) (knowledge.Cause, bool) {
	if in.Hunt == nil {
		return knowledge.Cause{}, false
	}
	e, known := s.find(*in.Hunt)
	if !known || e.Content.Hunt == nil {
		return knowledge.Cause{}, false
	}
	fault, known := w.Book().Fault(e.Content.Hunt.Fault)
	if !known {
		return knowledge.Cause{}, false
	}
	if i := slices.IndexFunc(fault.Causes, func(c knowledge.Cause) bool { return c.ID == in.Cause }); i >= 0 {
		return fault.Causes[i], true
	}
	return knowledge.Cause{}, false
}
