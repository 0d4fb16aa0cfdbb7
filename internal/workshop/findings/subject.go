package findings

import (
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// Subject is what is wrong with the bike, and the work that is offered and agreed for it.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{inspect.Findings.Checked(checkFinding), Asides.Checked(checkAside),
			Looks.Checked(checkLooked),
			agree.Items.CheckedAs(checkItem), agree.Answers.Checked(CheckAnswer)},
		Obstacles: func(s *record.Sheet) []record.Obstacle { return append(openFindings(s), openItems(s)...) },
		Corrects:  corrects,
	}
}

// openFindings are those that nothing is offered for, that are unsafe without an answer, or that
// are to be looked at again.
func openFindings(s *record.Sheet) (list []record.Obstacle) {
	for _, f := range All.Of(s) {
		at := record.Obstacle{Title: f.Title, Mark: f.Mark, Stage: record.StageAgree, Target: string(f.ID)}
		switch {
		case !f.Mark.NeedsWork():
		case f.Status == FindingOpen:
			at.Detail = "not offered to the owner yet"
			list = append(list, at)
		case f.Status == FindingOffered && f.Mark == wear.Unsafe:
			at.Detail, at.Waits = "unsafe, and the owner has not answered", true
			list = append(list, at)
		case f.Status == FindingWorked && f.bolt == "":
			list = append(list, f.again(at))
		}
	}
	return list
}

// openItems are those that are agreed and not done, each by itself, and those that wait for an
// answer, together.
func openItems(s *record.Sheet) (list []record.Obstacle) {
	waiting := 0
	for _, i := range agree.Proposals.Of(s) {
		switch {
		case i.Asks():
			waiting++
		case i.Agreed() && i.Work == nil:
			mark := wear.Open
			for _, f := range All.Of(s) {
				if f.Covers(i, s) && f.Mark.Worse(mark) {
					mark = f.Mark
				}
			}
			list = append(list, record.Obstacle{Title: i.Item.Title, Detail: "agreed, not done yet",
				Mark: mark, Stage: record.StageWork,
				Target: string(i.ID)})
		}
	}
	if waiting > 0 {
		detail := "not asked yet"
		if e, asked := agree.Asks.Newest(s.Ledger); asked != nil {
			detail = "asked " + s.Local(e.At).Format("Mon 15:04")
		}
		list = append(list, record.Obstacle{Title: "Owner has not answered " + words.Count(waiting,
			"item"), Detail: detail, Mark: wear.Watch,
			Stage: record.StageAgree, Count: waiting, Waits: true})
	}
	return list
}
