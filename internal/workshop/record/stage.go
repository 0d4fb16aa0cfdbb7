package record

import (
	"utensil/core/wear"
)

// Stage is a part of a job's way from door to door.
type Stage string

// The stages in their order.
const (
	StageCheckIn  Stage = "check-in"
	StageInspect  Stage = "inspect"
	StageAgree    Stage = "agree"
	StageWork     Stage = "work"
	StageVerify   Stage = "verify"
	StageHandOver Stage = "hand-over"
)

// Stages lists the stages in their order.
var Stages = []Stage{StageCheckIn, StageInspect, StageAgree, StageWork, StageVerify, StageHandOver}

// Obstacle is one thing that stands between a bike and its owner.
type Obstacle struct {
	Title  string    `json:"title"`
	Detail string    `json:"detail"`
	Mark   wear.Mark `json:"mark"`
	Stage  Stage     `json:"stage" doc:"where it is settled"`
	Target string    `json:"target,omitempty" doc:"the point, bolt, item or sign it is about"`
	Place  string    `json:"place,omitempty" doc:"the screen of the job where it is settled, when its stage has another"`
	Hunt   bool      `json:"hunt,omitempty" doc:"the target is a hunt"`
	Run    bool      `json:"run,omitempty" doc:"the target is a run of a procedure"`
	Count  int       `json:"count" doc:"how many things it stands for"`
}

// WorstFirst sorts marks: unsafe, due, to be watched, then what is only open.
func WorstFirst(a, b wear.Mark) int {
	switch {
	case a.Worse(b):
		return -1
	case b.Worse(a):
		return 1
	}
	return 0
}
