package runbench

import (
	"fmt"
	"slices"

	"utensil/core/brake"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
)

// checkWork refuses to call work done that nobody agreed to, or that left open what was poured.
func checkWork(s *record.Sheet, in agree.Work) (*agree.Work, error) {
	for _, item := range agree.Proposals.Of(s) {
		if item.ID != s.Current(in.Item) {
			continue
		}
		if !item.Agreed() {
			return nil, record.Refuse("item", "The owner has not agreed to this yet. Record their answer first.")
		}
		in.Item = item.ID
		ran, whole := runlog.Ran(s, item.Item.Operation)
		in.Part = ran && !whole
		if in.Run == nil {
			in.Run = runlog.DidFor(s, item.Item.Operation, item.ID)
		}
		if err := checkRun(s, item, in.Run); err != nil {
			return nil, err
		}
		if err := checkPoured(s, item, &in); err != nil {
			return nil, err
		}
		for i := range in.Parts {
			var err error
			if in.Parts[i].Name, err = record.TidyName("parts", "the part's name", in.Parts[i].Name); err != nil {
				return nil, err
			}
			if in.Parts[i].Quantity < 1 || in.Parts[i].Quantity > 999 {
				return nil, record.Refuse("parts", "Check the quantity of %s.", in.Parts[i].Name)
			}
		}
		var err error
		in.Note, err = record.TidyNote("note", in.Note)
		return &in, err
	}
	return nil, record.Refuse("item", "That item is not on the list any more.")
}

// checkRun refuses a run that did other work, or whose work was told already.
func checkRun(s *record.Sheet, item agree.ItemView, run *record.ID) error {
	if run == nil {
		return nil
	}
	switch _, begun := runlog.Starts.Find(s.Ledger, *run); {
	case begun == nil || begun.Work.Operation != item.Item.Operation:
		return record.Refuse("run", "That run did other work.")
	case item.Work == nil && runlog.Told(s, *run):
		return record.Refuse("run", "That run is told with another line already. Press Done at this one under Work.")
	}
	return nil
}

// poursInto is the end whose bottle has to be named for an item; "" where none has to be.
func poursInto(s *record.Sheet, i agree.ItemView) string {
	o, known := s.Book.Operation(i.Item.Operation)
	if ran, _ := runlog.Ran(s, o.ID); !known || ran {
		return ""
	}
	return o.Pours
}

// checkPoured refuses to call work done that pours fluid while nothing says what was poured: a
// guided run does, or the bottle that is named.
func checkPoured(s *record.Sheet, i agree.ItemView, in *agree.Work) error {
	in.Pour = 0
	end := poursInto(s, i)
	if end == "" {
		in.Bottle, in.Reason = nil, ""
		return nil
	}
	family, circuit := fluid.Circuit(s, end)
	if family == brake.Unknown {
		return fluid.Unread(end)
	}
	if in.Bottle == nil {
		return record.Refuse("bottle", "Say what was poured: go through it step by step from the "+
			"brake's page, or name the bottle here. This "+
			"brake runs on %s.", family.Name())
	}
	need, err := circuit.Need(brake.LeverEnd, fluid.FreshWanted, false)
	if err != nil {
		return fmt.Errorf("working out the fluid: %w", err)
	}
	in.Pour = need.Likely
	_, in.Reason, err = fluid.Pour(s, family, in.Bottle, need.Likely, in.Reason)
	return err
}

// Items are the proposals, with the bottle that is to be named with Done.
func Items(s *record.Sheet) []agree.ItemView {
	items := slices.Clone(findings.Weighed.Of(s))
	for i := range items {
		items[i].Pours, items[i].Short = poursInto(s, items[i]), parts.Short(s, items[i])
		if items[i].Work == nil {
			items[i].Ran = runlog.DidFor(s, items[i].Item.Operation, items[i].ID)
		}
	}
	return items
}
