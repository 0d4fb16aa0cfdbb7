package record

import (
	"slices"

	"utensil/core/bike"
	"utensil/knowledge"
)

// Disturbance is something that was done to the bike: what was made sure of before it does not
// stand any more. It follows from an entry, and stays when that is taken back: striking out a
// line does not tighten a bolt.
type Disturbance struct {
	Since  ID       // the entry that tells of it; what its writer knew of it vouches for what it disturbed
	Says   string   // what was done, in words: "the stem came off"
	Joints []string // fasteners that are loose since, until each was torqued
	Tests  []string // that do not stand any more
	Named  bool     // its joints were undone one by one, by somebody who had them in the hand: they are there

	hanging []string // what hangs on its joints on this bike, where it has it
}

// Undoes says whether one of some joints is loose since, with what hangs on it.
func (d Disturbance) Undoes(joints ...string) bool {
	return slices.ContainsFunc(joints, func(id string) bool {
		return slices.Contains(d.Joints, id) || slices.Contains(d.hanging, id)
	})
}

// disturbing tell what was done to the bike, a subject of the trade each.
var disturbing []func(*Sheet) []Disturbance

// Disturbs declares how a subject tells what was done to the bike. It looks at entries alone, and
// at nothing that follows from the disturbances.
func Disturbs(tell func(*Sheet) []Disturbance) struct{} {
	disturbing = append(disturbing, tell)
	return struct{}{}
}

// Disturbances are what was done to the bike in this job, whoever told it: by work, guided or
// not, by taking apart, by what was fitted and what came off, at the benches; each with what
// hangs on its joints.
var Disturbances = Derive(func(s *Sheet) (all []Disturbance) {
	for _, tell := range disturbing {
		all = append(all, tell(s)...)
	}
	for i, d := range all {
		all[i].hanging = s.Book.Hanging(d.Joints, s.held)[len(d.Joints):]
	}
	return all
})

// held says whether the bike was such a one at any time in this stay.
func (s *Sheet) held(c bike.Condition) bool { return HeldOnce(s, c) }

// may says whether a fact of the bike was one of some words at any time in this stay, or is not known.
func (s *Sheet) may(fact string, words []string) bool {
	word, _ := s.Bike.Facts.Fact(fact)
	return word == "" || word == "other" || s.held(bike.Condition{fact: words})
}

// mayHold says the same of a whole condition.
func (s *Sheet) mayHold(c bike.Condition) bool {
	for fact, words := range c {
		if !s.may(fact, words) {
			return false
		}
	}
	return true
}

// Loosens lists the fasteners that work disturbs on this bike.
func Loosens(s *Sheet, o knowledge.Operation) []string { return s.Book.Loosens(o, s.held) }

// Reached lists the fasteners that are undone on this bike to get at an assembly.
func Reached(s *Sheet, a knowledge.Assembly) []string { return s.Book.Reached(a, s.held) }

// Untries lists the tests that do not stand after work, on this bike: the ride, and those of the brakes
// that the work comes near, that what it loosens can move, and that its guides disturb.
func Untries(s *Sheet, o knowledge.Operation, joints ...string) []string {
	tests := append(o.Brakes.Tests(), RideTest)
	if s.may("rear_brake", []string{"back_pedal"}) { // pedals, cranks and chain are its lever
		tests = append(tests, RearBrakeTest)
	}
	for _, id := range slices.Concat(joints, s.Book.Loosens(o, s.mayHold)) {
		f, _ := s.Book.Fastener(id)
		tests = append(tests, f.Near().Tests()...)
	}
	for _, guide := range s.Book.Procedures {
		if o.ID == "" || guide.Operation != o.ID || !s.mayHold(guide.When) {
			continue
		}
		for _, id := range guide.MayOpen(s.may) {
			state, _ := s.Book.State(id)
			tests = append(tests, state.Disturbs)
		}
	}
	return slices.DeleteFunc(slices.Clone(EveryTest), func(test string) bool { return !slices.Contains(tests, test) })
}

// byJoint are the disturbances of each fastener.
var byJoint = Derive(func(s *Sheet) map[string][]Disturbance {
	joints := map[string][]Disturbance{}
	for _, d := range Disturbances.Of(s) {
		for _, id := range slices.Concat(d.Joints, d.hanging) {
			joints[id] = append(joints[id], d)
		}
	}
	return joints
})

// Undone are the fasteners that were loosened in this job, whether or not they were torqued since, sorted.
func Undone(s *Sheet) []string {
	ids := make([]string, 0, len(byJoint.Of(s)))
	for id := range byJoint.Of(s) {
		ids = append(ids, id)
	}
	slices.Sort(ids)
	return ids
}

// UndoneSince is what was done to a fastener that whoever wrote an entry could not have seen.
func UndoneSince(s *Sheet, joint string, entry ID) (Disturbance, bool) {
	return unseen(s, byJoint.Of(s)[joint], entry)
}

// UndoneByName is what last undid a fastener with somebody's hand on just it.
func UndoneByName(s *Sheet, joint string) (Disturbance, bool) {
	for _, d := range slices.Backward(byJoint.Of(s)[joint]) {
		if d.Named && slices.Contains(d.Joints, joint) {
			return d, true
		}
	}
	return Disturbance{}, false
}

// UntriedSince is what was done to a bike since a test that whoever signed it could not have seen.
func UntriedSince(s *Sheet, test string, entry ID) (Disturbance, bool) {
	return unseen(s, untried(s, test), entry)
}

func untried(s *Sheet, test string) []Disturbance {
	return slices.DeleteFunc(slices.Clone(Disturbances.Of(s)),
		func(d Disturbance) bool { return !slices.Contains(d.Tests, test) })
}

func unseen(s *Sheet, list []Disturbance, entry ID) (Disturbance, bool) {
	for _, d := range slices.Backward(list) {
		if !s.Knew(d.Since, entry) {
			return d, true
		}
	}
	return Disturbance{}, false
}

// The tests that a bike is tried by before it leaves.
const (
	FrontBrakeTest = "front_brake"
	RearBrakeTest  = "rear_brake"
	ThirdBrakeTest = "third_brake"
	RideTest       = "test_ride"
)

// EveryTest are all of them: what was opened without saying how far it reaches is tried as a whole.
var EveryTest = []string{FrontBrakeTest, RearBrakeTest, ThirdBrakeTest, RideTest}
