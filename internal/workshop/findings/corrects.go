package findings

import (
	"cmp"

	"utensil/core/words"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
)

// corrects refuses that what told of something due or unsafe is struck out: it was seen, and
// stands until it is put right or its owner refuses. A slip is corrected to what is true, by who
// made it or the shop owner, who say why.
func corrects(s *record.Sheet, c record.Correction) error {
	f, known := ByID(All.Of(s), c.Old.ID)
	if !known || !f.Mark.NeedsWork() || ofHand(c.Old.Content) {
		return nil // a move on the tray has rules of its own
	}
	if parts.Takings.In(c.Old.Content) != nil && c.TakenBack {
		return slip(c, f, record.Withdrawals.In(c.New.Content).Reason) // it did not come off
	}
	if (runlog.Steps.In(c.Old.Content) != nil || hunt.Clues.In(c.Old.Content) != nil) && c.TakenBack {
		return slip(c, f, record.Withdrawals.In(c.New.Content).Reason) // another answer was meant
	}
	if c.TakenBack {
		return record.Refuse("supersedes", "“%s” stays on the list until it is put right, or its owner "+
			"refuses. If it was a slip, correct it to "+
			"what you see now, and say why.", f.Title)
	}
	if in := inspect.Readings.In(c.New.Content); in != nil && in.PassedOver {
		return record.Refuse("passed_over", "“%s” was found. It is not passed over: correct it to what "+
			"you see, and say why.", f.Title)
	}
	if in := torque.Torques.In(c.New.Content); in != nil {
		return slip(c, f, cmp.Or(in.Note, "as the log of the bolt says")) // which refuses what is not said there
	}
	return slip(c, f, c.New.Why)
}

// slip refuses that somebody else takes away what was seen, or nobody says why.
func slip(c record.Correction, f FindingView, said string) error {
	if !c.Theirs() {
		return &record.Problem{Kind: record.Forbidden, Title: "Not yours to correct",
			Detail: c.Old.ByName + " saw “" + f.Title +
				"”. They correct it, or the shop owner does. If you see something else, write that down as well."}
	}
	why, err := record.TidyNote("why", said)
	if err == nil && why == "" {
		err = record.Refuse("why", "Say why “%s” is corrected: a slip of the finger, another part that "+
			"was meant. It stands on the sheet.",
			words.Lower(f.Title))
	}
	return err
}
