package record

import (
	"encoding/json"

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

// Place is a screen of a job that is no stage of its own: where something is settled, or goes on.
type Place string

// The places within a job.
const (
	PlaceAir      Place = "air"
	PlaceBrakes   Place = "brakes"
	PlaceContacts Place = "contacts"
	PlaceGears    Place = "gears"
	PlaceGuides   Place = "guides"
	PlaceHunt     Place = "hunt"
	PlaceParts    Place = "parts"
	PlaceRide     Place = "ride"
	PlaceRun      Place = "run"
	PlaceSaid     Place = "said"
	PlaceStrip    Place = "strip"
	PlaceWheels   Place = "wheels"
)

// Places lists the places within a job.
var Places = []Place{PlaceAir, PlaceBrakes, PlaceContacts, PlaceGears, PlaceGuides, PlaceHunt, PlaceParts, PlaceRide,
	PlaceRun,
	PlaceSaid, PlaceStrip, PlaceWheels}

// Obstacle is one thing that stands between a bike and its owner.
type Obstacle struct {
	Title  string    `json:"title"`
	Detail string    `json:"detail"`
	Mark   wear.Mark `json:"mark"`
	Stage  Stage     `json:"stage" doc:"where it is settled"`
	Target string    `json:"target,omitempty" doc:"the point, bolt, item or sign it is about"`
	Place  Place     `json:"place,omitempty" doc:"where it is settled, when that is not on the screen of its stage"`
	Count  int       `json:"count" doc:"how many things it stands for"`
	Waits  bool      `json:"waits,omitempty" doc:"for the owner: nobody here can do more than ask"`
}

// UnmarshalJSON reads an obstacle; those that were kept before places were named said of hunts
// and runs that they are one.
func (o *Obstacle) UnmarshalJSON(text []byte) error {
	type plain Obstacle
	was := struct {
		*plain
		Hunt, Run bool
	}{plain: (*plain)(o)}
	if err := json.Unmarshal(text, &was); err != nil {
		return err
	}
	switch {
	case was.Hunt:
		o.Place = PlaceHunt
	case was.Run:
		o.Place = PlaceRun
	}
	return nil
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
