package sold

import (
	"slices"

	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// PartServed is a part of a service that was done, or left out of it.
type PartServed struct {
	Part    string `json:"part" doc:"of the service"`
	LeftOut bool   `json:"left_out,omitempty"`
	Why     string `json:"why,omitempty" doc:"why it was left out: it stands on the owner's sheet"`
	Note    string `json:"note,omitempty" doc:"what is written down with it, where the service says what: charge, codes, a number"`

	Service  string   `json:"service,omitempty" readOnly:"true" doc:"that it is a part of"`
	Says     string   `json:"says,omitempty" readOnly:"true" doc:"what is done, in the words of the service"`
	Touches  []string `json:"touches,omitempty" readOnly:"true" doc:"fasteners that it undid"`
	Disturbs []string `json:"disturbs,omitempty" readOnly:"true" doc:"tests that do not stand after it"`
}

// Serves are the parts of services that were done, or left out.
var Serves = record.NewKind(record.Kind[PartServed]{Name: "served", By: record.ByMechanic})

// Said is what was said last of a part; nil where nothing was.
func Said(s *record.Sheet, part string) (record.Entry, *PartServed) {
	return Serves.Last(s.Ledger, func(in *PartServed) bool { return in.Part == part && in.Service == s.Job.Service })
}

// What was undone for a part is made sure of again: what it says stays said when the line is struck out.
var _ = record.Disturbs(func(s *record.Sheet) (list []record.Disturbance) {
	for e, in := range Serves.Ever(s.Ledger) {
		if !in.LeftOut {
			list = append(list, record.Disturbance{Since: e.ID, Says: "“" + words.Lower(in.Says) + "” was done",
				Joints: in.Touches, Tests: in.Disturbs})
		}
	}
	return list
})

// Filled is what is written down of a part: it keeps what it undid, whatever the book says later.
func Filled(s *record.Sheet, in PartServed) (*PartServed, error) {
	p, known := Part(s, in.Part)
	if !known {
		return nil, record.Refuse("part", "That is no part of what was sold here, or not on this bike any more. "+
			"The list is shown as it is now.")
	}
	in.Service, in.Touches, in.Disturbs = s.Job.Service, nil, nil
	work := Operation(s, p)
	in.Says = work.Title
	var err error
	if in.Why, err = record.TidyOptional("why", "why it is left out", in.Why); err != nil || in.LeftOut {
		if err == nil && in.Why == "" {
			err = record.Refuse("why", "Say why it is left out: it was sold, and stands on the owner's sheet.")
		}
		return &in, err
	}
	if in.Note, err = record.TidyOptional("note", "what was read", in.Note); err == nil && in.Note == "" &&
		p.Step.Writes != "" {
		err = record.Refuse("note", "Write down %s. Where it cannot be read, write that, and why.", p.Step.Writes)
	}
	if err != nil {
		return nil, err
	}
	in.Why, in.Touches, in.Disturbs = "", record.Loosens(s, work), p.Step.Disturbs
	if p.Work != "" || len(in.Touches) > 0 {
		in.Disturbs = append(record.Untries(s, work), in.Disturbs...)
		slices.Sort(in.Disturbs)
		in.Disturbs = slices.Compact(in.Disturbs)
	}
	return &in, nil
}
