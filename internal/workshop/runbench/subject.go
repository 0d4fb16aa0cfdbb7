package runbench

import (
	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
)

// Subject is work done: procedures gone through step by step, and items marked done.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{runlog.Starts.Checked(checkGuided), runlog.Steps.Checked(checkStep),
			agree.Works.Checked(checkWork)},
		Obstacles: func(s *record.Sheet) (list []record.Obstacle) {
			for _, r := range Runs.Of(s) {
				if !r.Finished {
					list = append(list, record.Obstacle{Title: r.Work.Name,
						Detail: "begun, not finished", Mark: wear.Open, Stage: record.StageWork,
						Target: string(r.ID), Place: record.PlaceRun})
				}
			}
			return list
		},
		Begun: begun,
		Corrects: func(s *record.Sheet, c record.Correction) error {
			if step := runlog.Steps.In(c.Old.Content); step != nil {
				return checkStepBack(s, c, step.Run)
			}
			if c.TakenBack && runlog.Starts.In(c.Old.Content) != nil {
				return checkGivenUp(s, c)
			}
			return nil
		},
	}
}
