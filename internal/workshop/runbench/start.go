package runbench

import (
	"fmt"

	"utensil/core/bike"
	"utensil/core/brake"
	"utensil/core/words"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/knowledge"
)

func checkGuided(s *record.Sheet, in runlog.Guided) (*runlog.Guided, error) {
	p, known := s.Book.GuidedWork(in.Procedure)
	if !known || !p.When.Holds(parts.Facts.Of(s)) {
		return nil, record.Refuse("procedure", "This bike has nothing that the procedure is about.")
	}
	in.Choices = runlog.ChosenOn(p, parts.Facts.Of(s), in.Choices)
	family, circuit := fluid.Circuit(s, p.End)
	if p.Pours(in.Choices) && family == brake.Unknown {
		return nil, fluid.Unread(p.End)
	}
	if fact := runlog.Unread(p, parts.Facts.Of(s), in.Choices); fact != "" {
		refused := record.Refuse(fact, "Nobody has read it, and what is done next hangs on it. It shows "+
			"%s: read it and say so, then begin.",
			record.WhereRead(fact))
		refused.Title = "Read first: " + words.Lower(bike.Label(fact))
		return nil, refused
	}
	if err := p.Chosen(in.Choices); err != nil {
		return nil, record.Refuse("choices", "%s", words.Capital(err.Error()))
	}
	for _, r := range Runs.Of(s) {
		if r.Procedure == in.Procedure && !r.Finished {
			return nil, &record.Problem{Kind: record.Stale, Title: "That was begun already", Current: r,
				Detail: fmt.Sprintf("%s began it at %s. Go on with that run, or give it up first.", r.By,
					r.At.In(s.Settings.Location()).Format("15:04"))}
		}
	}
	in.Pour, in.Warning = 0, ""
	if p.Pours(in.Choices) {
		if err := checkBottle(s, p, family, circuit, &in); err != nil {
			return nil, err
		}
	} else {
		in.Bottle, in.Reason = nil, ""
	}
	in.Work = &runlog.GuidedWork{Name: p.Name, About: p.About, Caution: p.Caution, Source: p.Source,
		Tools:       record.Some(p.Tools),
		Consumables: record.Some(p.Consumables),
		Minutes:     p.Minutes, Operation: p.Operation, School: p.School, Procedure: p.Procedure}
	for _, c := range p.ComeBacksAfter(in.Choices, family) {
		in.Work.Comes = append(in.Work.Comes,
			runlog.ComesBack{Days: c.Days, What: c.What, Operation: c.Operation, Point: c.Point})
	}
	return &in, nil
}

// checkBottle guards the circuit: the wrong family never gets in.
func checkBottle(s *record.Sheet, p knowledge.Procedure, family brake.Family, c brake.Circuit,
	in *runlog.Guided) error {
	school := p.School
	if school == "" {
		school = brake.LeverEnd
	}
	need, err := c.Need(school, fluid.FreshWanted, in.Choices["start"] == "dry")
	if err != nil {
		return fmt.Errorf("working out the fluid: %w", err)
	}
	in.Pour = need.Likely
	in.Warning, in.Reason, err = fluid.Pour(s, family, in.Bottle, need.Likely, in.Reason)
	return err
}
