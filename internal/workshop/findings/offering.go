package findings

import (
	"slices"

	"utensil/core/estimate"
	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
)

// checkItem checks work that is proposed, or was done on the way.
func checkItem(s *record.Sheet, d record.Draft, in agree.Item) (*agree.Item, error) {
	in.Point, in.Touches = "", nil
	if in.Finding != nil {
		e, known := s.Find(*in.Finding)
		reading := inspect.Readings.In(e.Content)
		_, open := ByID(All.Of(s), e.ID) // whatever told of it: a bench, a guide, a search, a part in the hand
		if !known || !open && reading == nil && inspect.Findings.In(e.Content) == nil {
			return nil, record.Refuse("finding", "That finding is not open any more.")
		}
		if reading != nil {
			in.Point = reading.Point
		}
		in.Finding = &e.ID
	}
	if in.Operation != "" {
		operation, known := s.Book.Operation(in.Operation)
		if !known || !operation.When.Holds(parts.Facts.Of(s)) {
			return nil, record.Refuse("operation", "That work is not for this bike.")
		}
		if err := checkCures(s, in, operation); err != nil {
			return nil, err
		}
	}
	err := onTheWay(s, d.By, &in)
	if err != nil {
		return nil, err
	}
	if in.Title, err = record.TidyName("title", "what is to be done", in.Title); err != nil {
		return nil, err
	}
	if in.Minutes < 0 || in.Minutes > 6000 {
		return nil, record.Refuse("minutes", "Give the minutes of work: 0 to 6000.")
	}
	if in.Labour == nil {
		labour := sold.Labour(s, in.Operation, in.Minutes)
		in.Labour = &labour
	}
	if len(in.Parts) > 50 {
		return nil, record.Refuse("parts", "That is more than 50 parts for one item. Make two items of it.")
	}
	for i := range in.Parts {
		p := &in.Parts[i]
		if p.Name, err = record.TidyName("parts", "the part's name", p.Name); err != nil {
			return nil, err
		}
		if p.Quantity < 1 || p.Quantity > 999 || p.Price < 0 || p.Price > estimate.Largest {
			return nil, record.Refuse("parts", "Check quantity and price of %s.", p.Name)
		}
	}
	if _, err := estimate.Add(s.Settings.Tax(), in.Line()); err != nil || *in.Labour < 0 {
		return nil, record.Refuse("labour_minor", "That is no price. Check the figures and type them again.")
	}
	return &in, nil
}

// CheckAnswer checks what the owner said.
func CheckAnswer(s *record.Sheet, in agree.Answer) (*agree.Answer, error) {
	e, item := agree.Items.Find(s.Ledger, in.Item)
	if item == nil {
		return nil, record.Refuse("item", "That item is not on the list any more.")
	}
	if item.OnTheWay {
		return nil, record.Refuse("item", "That was put right on the way: there is nothing to answer.")
	}
	if e.ID != in.Item {
		return nil, &record.Problem{Kind: record.Stale, Title: "The item was changed",
			Detail: "Someone changed this item while the owner was answering. Read them the new one.", Current: e}
	}
	if in.Answer != agree.Yes && agree.IsDone(s, e.ID) {
		return nil, agree.WorkDone()
	}
	var err error
	if in.From, err = record.TidyName("from", "who answered", in.From); err != nil {
		return nil, err
	}
	if err = agree.CheckHow(in.How); err != nil {
		return nil, err
	}
	in.Address = ""
	if in.Words, err = record.TidyNote("words", in.Words); err != nil {
		return nil, err
	}
	unsafe := settlesUnsafe(s, *item)
	switch in.Answer {
	case agree.Yes:
	case agree.No:
		if unsafe {
			return nil, record.Refuse("answer",
				"This is unsafe to ride. Tell the owner so; if they still say no, record a refusal in their words.")
		}
	case agree.Refused:
		if !unsafe {
			return nil, record.Refuse("answer", "Nothing unsafe hangs on this: their answer is yes or no.")
		}
		if in.Words == "" {
			return nil, record.Refuse("words", "Write down what the owner said when told that it is unsafe.")
		}
	default:
		return nil, record.Refuse("answer", "The answer is yes, no or refused.")
	}
	return &in, nil
}

// needed says whether an item settles something that is due or unsafe.
func needed(s *record.Sheet, item agree.Item) bool {
	v := agree.ItemView{Item: item}
	return slices.ContainsFunc(All.Of(s), func(f FindingView) bool { return f.Mark.NeedsWork() && f.Covers(v, s) }) ||
		wasNeeded(s, item)
}

// wasNeeded says whether an item was proposed for something due or unsafe: it is no wish of the
// owner's once that closed.
func wasNeeded(s *record.Sheet, item agree.Item) bool {
	if item.Finding == nil {
		return false
	}
	e, written := s.Written(*item.Finding)
	if in := inspect.Findings.In(e.Content); written && in != nil {
		return in.Mark.NeedsWork()
	}
	if in := hunt.Clues.In(e.Content); written && in != nil {
		return in.Told != nil
	}
	if in := inspect.Readings.In(e.Content); written && in != nil {
		j := inspect.Judged(s, in)
		return j != nil && j.Mark.NeedsWork()
	}
	return false
}

// settlesUnsafe says whether an item settles something unsafe that is not put right yet.
func settlesUnsafe(s *record.Sheet, item agree.Item) bool {
	v := agree.ItemView{Item: item}
	return slices.ContainsFunc(All.Of(s), func(f FindingView) bool {
		return f.Mark == wear.Unsafe && f.Status != FindingDone &&
			f.Covers(v, s)
	})
}

// onTheWay checks an item that was put right while looking, and fills in the joints that a remedy
// disturbs. Nobody was asked, so only a mechanic says so, and it is charged only where it is the
// cure of what the owner came with.
func onTheWay(s *record.Sheet, by record.Actor, in *agree.Item) error {
	f, known := FindingView{}, false
	if in.Finding != nil {
		f, known = ByID(All.Of(s), *in.Finding)
	}
	if known && in.Operation == "" {
		in.Touches = f.touches
	}
	if !in.OnTheWay {
		return nil
	}
	if err := by.Must(record.Mechanic); err != nil {
		return err
	}
	switch {
	case !known:
		return record.Refuse("finding", "Say what was put right: it belongs to something that was found.")
	case f.Status != FindingOpen:
		return record.Refuse("finding", "Work for that was proposed already. Settle that instead.")
	case f.Way == nil && in.Labour != nil && *in.Labour > 0, f.Way == nil && len(in.Parts) > 0:
		return record.Refuse("labour_minor",
			"What nobody was asked about is not charged. Propose it to the owner, or put it down without a "+
				"price.")
	}
	if e, found := s.Find(f.ID); found && inspect.Findings.In(e.Content) != nil {
		if c, named := hunt.CauseOf(s, *inspect.Findings.In(e.Content)); named {
			in.Touches = c.Touches
			if o, sold := s.Book.Operation(c.Operation); sold && o.When.Holds(parts.Facts.Of(s)) {
				in.Touches = record.Loosens(s, o)
			}
		}
	}
	return nil
}

// Weighed are the proposals, with what each of them settles.
var Weighed = record.Derive(func(s *record.Sheet) []agree.ItemView {
	items := slices.Clone(agree.Proposals.Of(s))
	for i := range items {
		items[i].Needed, items[i].Unsafe = needed(s, items[i].Item), settlesUnsafe(s, items[i].Item)
	}
	return items
})
