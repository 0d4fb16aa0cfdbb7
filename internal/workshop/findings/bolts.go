package findings

import (
	"fmt"
	"strings"

	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
)

// ToldAsFinding says whether a bolt stands on the list already, as something found that is not
// put right: a damaged bolt is one line.
func ToldAsFinding(s *record.Sheet, b torque.BoltView) bool {
	if b.LogID == nil || b.Stale {
		return false
	}
	f, known := ByID(All.Of(s), *b.LogID)
	return known && f.bolt != "" && (f.Status == FindingOpen || f.Status == FindingOffered || f.Status == FindingAgreed)
}

// overTightened lists the safety-critical fasteners that were tightened too far or came to
// light damaged. Tightening again does not undo it: the part is looked at, or replaced.
func overTightened(s *record.Sheet) []FindingView {
	var found []FindingView
	for e, in := range torque.Torques.All(s.Ledger) {
		f, known := torque.FastenerOn(s, in.Fastener)
		if !known || !f.Critical {
			continue
		}
		name := strings.TrimSpace(f.Name + " " + in.Position)
		v := FindingView{ID: e.ID, Mark: wear.Due, By: e.ByName, At: e.At, Reason: in.Note,
			touches: []string{in.Fastener}}
		switch {
		case in.Verdict != nil && in.Verdict.State == fastener.Over:
			v.Title = fmt.Sprintf("%s over-tightened: %s N·m", name, measure.Format(*in.LeftNm))
			v.Reason = in.Verdict.Reason + " Look for cracks, crushed fibre and pulled threads; replace " +
				"the part if in doubt."
			v.offerWords(Suggestion{Title: "Look at what the " + words.Lower(name) +
				" holds, replace it if in doubt", Minutes: remedyMinutes}, s)
		case in.Found == torque.FoundDamaged:
			v.Title, v.Mark, v.bolt = name+": damaged", wear.Unsafe, in.Key()
			v.offerWords(Suggestion{Title: "Replace the damaged " + words.Lower(name) +
				", repair its thread", How: knowledge.Replace,
				Minutes: remedyMinutes}, s)
		default:
			continue
		}
		found = append(found, v)
	}
	return found
}
