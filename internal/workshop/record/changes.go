package record

import (
	"slices"
	"strconv"
	"strings"
	"time"

	"utensil/core/bike"
)

// BikeChanged records that facts of the bike were changed while it was in the shop.
type BikeChanged struct {
	Changes []Change   `json:"changes"`
	Was     bike.Facts `json:"was" doc:"all its facts before"`
	Why     string     `json:"why,omitempty"`
	Took    []string   `json:"took,omitempty" doc:"what is not looked at, torqued or tried any more because of it"`
}

// JobChanged records that what was noted at the door was changed.
type JobChanged struct {
	Changes []Change `json:"changes"`
	Why     string   `json:"why,omitempty"`
	Took    []string `json:"took,omitempty" doc:"what is not looked at, torqued or tried any more because of it"`
}

// Change is one thing that was changed.
type Change struct {
	What string `json:"what"`
	Was  string `json:"was"`
	Is   string `json:"is"`
}

// What is written when a bike or a job is changed: by no entry of their own.
var (
	BikeChanges = NewKind(Kind[BikeChanged]{Name: "bike_changed", AtCounter: true})
	JobChanges  = NewKind(Kind[JobChanged]{Name: "job_changed", AtCounter: true})
)

// A brake that is said to be another one is tried as that.
var _ = Disturbs(func(s *Sheet) (list []Disturbance) {
	for e, in := range BikeChanges.All(s.Ledger) {
		d := Disturbance{Since: e.ID, Says: "the bike was said to have another brake"}
		for _, brake := range []string{FrontBrakeTest, RearBrakeTest, ThirdBrakeTest} {
			was, _ := in.Was.Fact(brake)
			if is, _ := s.Bike.Facts.Fact(brake); was != is {
				d.Tests = append(d.Tests, brake)
			}
		}
		list = append(list, d)
	}
	return list
})

// ChangesOf lists what differs between two bikes, by the names of what is written of them.
func ChangesOf(was, is Bike) (list []Change) {
	differ := func(what, a, b string) {
		if a != b {
			list = append(list, Change{what, a, b})
		}
	}
	differ("make", was.Make, is.Make)
	differ("model", was.Model, is.Model)
	differ("colour", was.Colour, is.Colour)
	differ("frame_number", was.FrameNo, is.FrameNo)
	for _, fact := range bike.All {
		a, _ := was.Facts.Fact(fact.Name)
		b, _ := is.Facts.Fact(fact.Name)
		differ(fact.Label, fact.Called(a), fact.Called(b))
	}
	differ("kind", was.Facts.Kind, is.Facts.Kind)
	differ("front wheel, mm", strconv.Itoa(was.Facts.WheelFront), strconv.Itoa(is.Facts.WheelFront))
	differ("rear wheel, mm", strconv.Itoa(was.Facts.WheelRear), strconv.Itoa(is.Facts.WheelRear))
	differ("rear gears", strconv.Itoa(was.Facts.Speeds), strconv.Itoa(is.Facts.Speeds))
	differ("chainrings", strconv.Itoa(was.Facts.Rings), strconv.Itoa(is.Facts.Rings))
	differ("carries", strings.Join(was.Facts.Carries, ", "), strings.Join(is.Facts.Carries, ", "))
	differ("in words", was.Facts.Other, is.Facts.Other)
	return list
}

// FactsHeld are the facts that the bike is said to have, and those it was said to have earlier in
// this job: what was undone or found under those does not go away with them.
var FactsHeld = Derive(func(s *Sheet) []bike.Facts {
	held := []bike.Facts{s.Bike.Facts}
	for _, in := range BikeChanges.All(s.Ledger) {
		held = append(held, in.Was)
	}
	return held
})

// HeldOnce says whether a condition holds of the bike, or did earlier in this job.
func HeldOnce(s *Sheet, c bike.Condition) bool {
	return slices.ContainsFunc(FactsHeld.Of(s), c.Holds)
}

// JobChangesOf lists what differs between two jobs in what was noted at the door.
func JobChangesOf(was, is Job) (list []Change) {
	differ := func(what, a, b string) {
		if a != b {
			list = append(list, Change{what, a, b})
		}
	}
	day := func(t *time.Time) string {
		if t == nil {
			return ""
		}
		return t.UTC().Format(time.RFC3339)
	}
	differ("service", was.Service, is.Service)
	differ("depth", was.Depth, is.Depth)
	differ("words", was.Words, is.Words)
	differ("reading", was.Reading, is.Reading)
	differ("condition", was.Condition, is.Condition)
	differ("stand", was.Stand, is.Stand)
	differ("promised", day(was.PromisedAt), day(is.PromisedAt))
	return list
}
