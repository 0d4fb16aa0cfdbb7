package findings

import (
	"slices"
	"strings"

	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// Aside sets a due finding aside: the owner is told, no work is offered.
type Aside struct {
	Finding record.ID `json:"finding"`
	Reason  string    `json:"reason"`
}

// Looked is a mechanic's word that what was due was looked at again after the work, and is right.
type Looked struct {
	Finding record.ID `json:"finding"`
	Note    string    `json:"note,omitempty"`
}

func checkFinding(s *record.Sheet, in inspect.Finding) (*inspect.Finding, error) {
	var err error
	in.Operation, in.Rescuable = "", false
	if in.Hunt != nil {
		if err := fromHunt(s, &in); err != nil {
			return nil, err
		}
	}
	if in.Title, err = record.TidyName("title", "what is wrong", in.Title); err != nil {
		return nil, err
	}
	if in.Mark != wear.Watch && !in.Mark.NeedsWork() {
		return nil, record.Refuse("mark", "Say how bad it is: watch, due or unsafe.")
	}
	in.Note, err = record.TidyNote("note", in.Note)
	return &in, err
}

func checkAside(s *record.Sheet, in Aside) (*Aside, error) {
	f, known := ByID(All.Of(s), in.Finding)
	if !known {
		return nil, record.Refuse("finding", "That finding is not open any more.")
	}
	if f.Mark == wear.Unsafe {
		return nil, record.Refuse("finding",
			"Something unsafe cannot be set aside. Propose the work; if the owner refuses it, record the "+
				"refusal.")
	}
	var err error
	if in.Reason, err = record.TidyNote("reason", in.Reason); err == nil && in.Reason == "" {
		err = record.Refuse("reason", "Say why it is left. It will stand on the owner's sheet.")
	}
	return &in, err
}

// fromHunt fills in a finding that rests on a hunt: what is wrong, how bad, and the work.
func fromHunt(s *record.Sheet, in *inspect.Finding) error {
	h, err := hunt.OpenHunt(s, *in.Hunt)
	if err != nil {
		return err
	}
	i := h.Cause(in.Cause)
	if i < 0 {
		return record.Refuse("cause", "This search has no such cause.")
	}
	c := h.Causes[i]
	in.Rescuable = c.Rescuable
	in.Title, in.Mark, in.Operation = h.Fault.Name+": "+words.Lower(c.Name), wear.Due, c.Operation
	if c.Unsafe {
		in.Mark = wear.Unsafe
	}
	if in.Note == "" {
		in.Note = c.Why + " " + c.Remedy + "."
	}
	return nil
}

func checkLooked(s *record.Sheet, in Looked) (*Looked, error) {
	f, known := ByID(All.Of(s), s.Current(in.Finding))
	if !known || f.Status != FindingWorked {
		return nil, record.Refuse("finding",
			"There is nothing to look at again: its work is not done, or it was looked at already.")
	}
	switch {
	case f.ReadAgain:
		return nil, record.Refuse("finding",
			"%s was unsafe. Read the point again: what it says now counts, not a word for it.", f.Title)
	case f.bolt != "":
		return nil, record.Refuse("finding", "Torque the bolt again: its log says whether it is right.")
	}
	var err error
	in.Finding = f.ID
	in.Note, err = record.TidyNote("note", in.Note)
	return &in, err
}

// checkCures refuses catalogue work for something that it cannot settle.
func checkCures(s *record.Sheet, in agree.Item, o knowledge.Operation) error {
	if in.Finding == nil {
		return nil
	}
	f, known := ByID(All.Of(s), *in.Finding)
	if !known || len(f.operation) == 0 || slices.Contains(f.operation, o.ID) {
		return nil
	}
	var able []string
	for _, offer := range f.Suggested {
		able = append(able, words.Lower(offer.Title))
	}
	return record.Refuse("operation", "“%s” cannot put that right: %s. What can: %s.", o.Title, f.Title,
		strings.Join(able, "; "))
}

// What becomes of a finding besides work.
var (
	Asides = record.NewKind(record.Kind[Aside]{Name: "aside", By: record.ByMechanic})
	Looks  = record.NewKind(record.Kind[Looked]{Name: "looked", By: record.ByMechanic})
)
