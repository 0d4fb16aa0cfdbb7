package hunt

import (
	"slices"

	"utensil/core/words"
	"utensil/internal/workshop/record"
	"utensil/knowledge/complaint"
)

// A cause that was put right to see whether it was it undid what its remedy undoes, whether or not it was.
var _ = record.Disturbs(func(s *record.Sheet) (list []record.Disturbance) {
	for e, in := range Tries.Ever(s.Ledger) {
		d := record.Disturbance{Since: e.ID, Says: "a remedy was tried", Tests: record.EveryTest}
		if _, hunt := Hunts.Wrote(s.Ledger, in.Hunt); hunt != nil {
			fault, _ := s.Book.Fault(hunt.Fault)
			if i := slices.IndexFunc(fault.Causes, func(c complaint.Cause) bool { return c.ID == in.Cause }); i >= 0 {
				c := fault.Causes[i]
				operation, _ := s.Book.Operation(c.Operation)
				d.Says, d.Joints = "“"+words.Lower(c.Remedy)+"” was tried",
					slices.Concat(c.Touches, record.Loosens(s, operation))
			}
		}
		list = append(list, d)
	}
	return list
})

// What was loosened to look, and what was found loose by it, is torqued and tried again, whatever
// was answered and also where that was taken back: hands had it undone.
var _ = record.Disturbs(func(s *record.Sheet) (list []record.Disturbance) {
	for e, in := range Clues.Ever(s.Ledger) {
		_, hunt := Hunts.Wrote(s.Ledger, in.Hunt)
		if hunt == nil {
			continue
		}
		fault, _ := s.Book.Fault(hunt.Fault)
		for _, c := range fault.Checks {
			if c.ID != in.Check {
				continue
			}
			done := "“" + words.Lower(c.Do) + "” was done"
			d := record.Disturbance{Since: e.ID, Says: done, Joints: slices.Clone(c.Undoes), Tests: record.EveryTest}
			if i := slices.IndexFunc(c.Answers, func(a complaint.Answer) bool { return a.Say == in.Answer }); i >= 0 {
				d.Joints = append(d.Joints, c.Answers[i].Loose...)
			}
			if len(d.Joints) > 0 {
				list = append(list, d)
			}
		}
	}
	return list
})
