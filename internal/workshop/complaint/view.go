package complaint

import (
	"time"

	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/contact"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/trial"
)

// ComplaintView is a complaint with what came of it.
type ComplaintView struct {
	ID       record.ID  `json:"id"`
	Words    string     `json:"words"`
	Fault    string     `json:"fault,omitempty"`
	Name     string     `json:"name,omitempty" doc:"of the fault that it sounds like"`
	Reopened bool       `json:"reopened,omitempty" doc:"it is why the job was opened again"`
	Ridden   bool       `json:"ridden,omitempty" doc:"the ride showed it"`
	Open     bool       `json:"open" doc:"nothing answers it yet"`
	How      How        `json:"how,omitempty" enum:"hunt,finding,work,contact,tried"`
	Answer   string     `json:"answer,omitempty" doc:"what answers it, in words"`
	AnswerID *record.ID `json:"answer_id,omitempty" doc:"the entry, to take it back; none where it follows from a search"`
	By       string     `json:"by,omitempty"`
	At       *time.Time `json:"at,omitempty"`
}

// All are the owner's complaints, and why the job was opened again, in the order in which they were said.
var All = record.Derive(func(s *record.Sheet) []ComplaintView {
	views := []ComplaintView{}
	for e, in := range Said.All(s.Ledger) {
		v := ComplaintView{ID: e.ID, Words: in.Words, Fault: in.Fault, Open: true}
		fault, _ := s.Book.Fault(in.Fault)
		v.Name = fault.Name
		views = append(views, v)
	}
	for _, x := range trial.Shown(s) {
		v := ComplaintView{ID: x.Entry.ID, Words: x.Says, Fault: x.Fault, Ridden: true, Open: true}
		fault, _ := s.Book.Fault(x.Fault)
		v.Name = fault.Name
		views = append(views, v)
	}
	for e, in := range door.Reopenings.All(s.Ledger) {
		views = append(views, ComplaintView{ID: e.ID, Words: in.Reason, Reopened: true, Open: true})
	}
	for i := range views {
		views[i].answered(s)
	}
	return views
})

// answered fills in what answers a complaint: the newest answer that still holds, or a search for
// its own fault that came to its end.
func (v *ComplaintView) answered(s *record.Sheet) {
	for e, in := range Answers.All(s.Ledger) {
		if s.Current(in.Complaint) != v.ID || !holds(s, v.ID, *in) {
			continue
		}
		at := e.At
		v.Open, v.How, v.Answer, v.AnswerID, v.By, v.At = false, in.How, said(s, *in), &e.ID, e.ByName, &at
	}
	if !v.Open || v.Fault == "" {
		return
	}
	for e, in := range hunt.Hunts.All(s.Ledger) {
		if in.Fault == v.Fault && hunt.Ended(s, e.ID) && s.Knew(v.ID, e.ID) {
			at := e.At
			v.Open, v.How, v.Answer, v.By, v.At = false, ByHunt, hunt.Outcome(s, e.ID), e.ByName, &at
		}
	}
}

// said words an answer.
func said(s *record.Sheet, in ComplaintAnswered) string {
	if in.How == ByTrying {
		return in.Note
	}
	about, says := s.Current(*in.About), ""
	switch in.How {
	case ByHunt:
		says = hunt.Outcome(s, about)
	case ByFinding:
		f, _ := findings.ByID(findings.All.Of(s), about)
		says = f.Title
	case ByWork:
		_, item := agree.Items.Find(s.Ledger, about)
		if item != nil {
			says = item.Title
		}
	case ByContact:
		for _, c := range contact.Views.Of(s) {
			if c.Left != nil && c.Left.Entry == about {
				says = "Set as asked: " + words.Lower(c.Name) + ", " + c.Left.Says
			}
		}
	}
	if in.Note != "" {
		says += ". " + in.Note
	}
	return says
}

// Subject is what the owner said.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{Said.Checked(checkSaid), Answers.Checked(checkAnswered)},
		Obstacles: func(s *record.Sheet) (list []record.Obstacle) {
			for _, v := range All.Of(s) {
				if !v.Open {
					continue
				}
				o := record.Obstacle{Title: "“" + v.Words + "”",
					Detail: "the owner said so: nothing answers it yet", Mark: wear.Open,
					Stage: record.StageVerify, Place: record.PlaceSaid, Target: string(v.ID)}
				if v.Ridden {
					o.Title, o.Detail = v.Words, "nothing answers it yet"
				}
				if v.Reopened {
					o.Detail = "why the job was opened again: nothing answers it yet"
				}
				list = append(list, o)
			}
			return list
		},
		Corrects: corrects,
	}
}

// corrects refuses that what the owner said is struck out: it is answered. A slip of the counter
// is corrected.
func corrects(_ *record.Sheet, c record.Correction) error {
	if Said.In(c.Old.Content) == nil || !c.TakenBack {
		return nil
	}
	if record.Withdrawals.In(c.New.Content).Reason == "" || !c.Theirs() {
		return record.Refuse("supersedes", "What the owner said is answered, not struck out. If they "+
			"did not say it, whoever wrote it down "+
			"takes it back and says why.")
	}
	return nil
}
