package workshop

import (
	"slices"

	"utensil/core/estimate"
)

// offerWords adds work in words of its own.
func (f *FindingView) offerWords(offer Suggestion, s *sheet) {
	f.Suggested = append(f.Suggested, offer.priced(s))
}

// priced is work in words of its own with the shop's price for its minutes.
func (offer Suggestion) priced(s *sheet) Suggestion {
	offer.Labour = estimate.Labour(offer.Minutes, s.Settings.Hourly)
	offer.Parts, offer.Total = []estimate.Part{}, offer.Labour
	return offer
}

// wayOf is what was put right while looking for a cause, ready to stand on the sheet as done: the
// remedy of a hunt's cause that was tried and cured.
func (w *Workshop) wayOf(s *sheet, f FindingView) *Suggestion {
	if f.hunt == nil || !s.triedAndCured(*f.hunt, f.ID) {
		return nil
	}
	e, _ := s.find(f.ID)
	c, found := w.causeOf(s, *e.Content.Finding)
	if !found {
		return nil
	}
	offer := Suggestion{Title: c.Remedy, Minutes: max(1, int(c.Minutes+0.5)), Why: "It was tried, and gone."}.priced(s)
	return &offer
}

// triedAndCured says whether the cause that a finding names was put right and gone.
func (s *sheet) triedAndCured(hunt, finding ID) bool {
	e, known := s.find(finding)
	if !known || e.Content.Finding == nil {
		return false
	}
	return slices.ContainsFunc(s.clues(s.current(hunt)), func(c Entry) bool {
		t := c.Content.Tried
		return t != nil && t.Cured && t.Cause == e.Content.Finding.Cause
	})
}

// onTheWay checks an item that was put right while looking, and fills in the joints that a remedy
// disturbs. Nobody was asked, so only a mechanic says so, and it is charged only where it is the
// cure of what the owner came with.
func (w *Workshop) onTheWay(s *sheet, by Actor, in *Item) error {
	f, known := FindingView{}, false
	if in.Finding != nil {
		f, known = findingOf(s.findings, *in.Finding)
	}
	if known && in.Operation == "" {
		in.Touches = f.touches
	}
	if !in.OnTheWay {
		return nil
	}
	if err := by.must(Mechanic); err != nil {
		return err
	}
	switch {
	case !known:
		return invalid("finding", "Say what was put right: it belongs to something that was found.")
	case f.Status != FindingOpen:
		return invalid("finding", "Work for that was proposed already. Settle that instead.")
	case f.Way == nil && in.Labour != nil && *in.Labour > 0, f.Way == nil && len(in.Parts) > 0:
		return invalid("labour_minor", "What nobody was asked about is not charged. Propose it to the owner, or put it down without a price.")
	}
	if e, found := s.find(f.ID); found && e.Content.Finding != nil {
		if c, named := w.causeOf(s, *e.Content.Finding); named {
			in.Touches = c.Touches
			if o, sold := w.Book().Operation(c.Operation); sold && o.When.Holds(s.Bike.Facts) {
				in.Touches = o.Touches
			}
		}
	}
	return nil
}
