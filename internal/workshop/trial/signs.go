package trial

import (
	"slices"

	"utensil/core/bike"
	"utensil/core/wear"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/record"
)

// What is signed before a bike leaves.
const (
	SignFrontBrake = record.FrontBrakeTest
	SignRearBrake  = record.RearBrakeTest
	SignThirdBrake = record.ThirdBrakeTest
	SignTestRide   = record.RideTest
)

// Sign is a mechanic's name under a test.
type Sign struct {
	What   string `json:"what" enum:"front_brake,rear_brake,third_brake,test_ride"`
	Passed bool   `json:"passed"`
	Note   string `json:"note,omitempty"`
}

func checkSign(s *record.Sheet, in Sign) (*Sign, error) {
	for _, what := range Owed(s) {
		if what == in.What {
			text, err := record.TidyNote("note", in.Note)
			in.Note = text
			if err == nil && in.What == SignTestRide {
				err = hunt.CheckRidden(s, "what")
			}
			if err == nil && in.What == SignTestRide && in.Passed {
				err = checkRidden(s, "what", "")
			}
			if err == nil && text == "" {
				err = unsaid(s, in)
			}
			return &in, err
		}
	}
	return nil, record.Refuse("what", "This bike has no such brake.")
}

// unsaid refuses a test without a word that fails, or that passes after it failed with nothing
// done in between.
func unsaid(s *record.Sheet, in Sign) error {
	if !in.Passed {
		return record.Refuse("note", "Say what is wrong, so that it can be put right.")
	}
	e, last := Standing(s, in.What)
	if last == nil || last.Passed {
		return nil
	}
	if _, worked := record.UntriedSince(s, in.What, e.ID); worked {
		return nil
	}
	return record.Refuse("note", "%s signed that it failed: %s. Nothing is written down as done since: "+
		"say what was put right.", e.ByName,
		last.Note)
}

// corrects refuses that a test that failed is struck out: what failed is tried again. That it did
// not fail, only who signed it or the shop owner can say. So with what the ride showed, and with a stop that
// was too long: the one is answered, the other measured again.
func corrects(s *record.Sheet, c record.Correction) error {
	was := Signs.In(c.Old.Content)
	tried, stop := Tried.In(c.Old.Content), Stops.In(c.Old.Content)
	if tried != nil && tried.Shows != "" || stop != nil && stop.Mark != wear.Sound {
		took := record.Withdrawals.In(c.New.Content)
		if c.Theirs() && (took != nil && took.Reason != "" || c.New.Why != "") {
			return nil
		}
		return record.Refuse("supersedes", "What the ride showed is answered, and a stop is measured again. If it "+
			"was not so, whoever wrote it down takes it back and says why.")
	}
	switch {
	case was == nil || was.Passed:
		return nil
	case c.TakenBack:
		return record.Refuse("supersedes", "That test failed. It is not struck out: put right what is "+
			"wrong, try it again and sign it.")
	case !c.Theirs():
		return &record.Problem{Kind: record.Forbidden, Title: "Not yours to correct", Detail: c.Old.ByName +
			" signed that it failed. They correct it, or the shop owner does. If you tried it again, sign it again."}
	}
	return nil
}

// For lists what has to be signed for a bike: its brakes and the test ride.
func For(f bike.Facts) []string {
	var signs []string
	if f.FrontBrake != "none" {
		signs = append(signs, SignFrontBrake)
	}
	if f.RearBrake != "none" {
		signs = append(signs, SignRearBrake)
	}
	if f.ThirdBrake != "none" {
		signs = append(signs, SignThirdBrake)
	}
	return append(signs, SignTestRide)
}

// waived is what the owner refused to have put right, knowing it is unsafe, so that a test is not
// made: the bike goes out as not to be ridden. A brake is tried unless it is that brake.
func waived(s *record.Sheet, what string) string {
	for _, f := range findings.All.Of(s) {
		if f.Mark == wear.Unsafe && f.Status == findings.FindingRefused &&
			(what == SignTestRide || f.OfBrake(s)+"_brake" == what) {
			return f.Title
		}
	}
	return ""
}

// brakeOf is the fact that says what brake a test is of.
var brakeOf = map[string]string{SignFrontBrake: "front_brake", SignRearBrake: "rear_brake",
	SignThirdBrake: "third_brake"}

// Owed lists what has to be signed in this job: what the bike has by its facts, and a brake that
// it is said not to have any more, where it was undone in this job or failed its test.
func Owed(s *record.Sheet) []string {
	now := For(s.Bike.Facts)
	for _, was := range record.FactsHeld.Of(s) {
		for _, what := range For(was) {
			if !slices.Contains(now, what) && (undone(s, what) || failed(s, what)) {
				now = slices.Insert(now, 0, what)
			}
		}
	}
	return now
}

func failed(s *record.Sheet, what string) bool {
	_, last := Standing(s, what)
	return last != nil && !last.Passed
}

// Standing is the name that counts under a test: the last one, or one that says it failed which
// whoever signed last had not seen. A test that passed at nine and is told of at noon says
// nothing of one that failed at ten. It says nil when nobody signed.
func Standing(s *record.Sheet, what string) (record.Entry, *Sign) {
	e, last := Signs.Last(s.Ledger, func(in *Sign) bool { return in.What == what })
	if last == nil || !last.Passed {
		return e, last
	}
	for failed, in := range Signs.All(s.Ledger) {
		if in.What == what && !in.Passed && !s.Knew(failed.ID, e.ID) {
			return failed, in
		}
	}
	return e, last
}

// undone says whether a fastener that is one of a brake's own was undone in this job.
func undone(s *record.Sheet, what string) bool {
	return slices.ContainsFunc(record.Undone(s), func(id string) bool {
		f, known := s.Book.Fastener(id)
		_, its := f.When[brakeOf[what]]
		return known && its && record.HeldOnce(s, f.When)
	})
}

var signNames = map[string]string{SignFrontBrake: "Front brake test", SignRearBrake: "Rear brake test",
	SignThirdBrake: "Third brake test",
	SignTestRide:   "Test ride"}

// SignView is one test to sign.
type SignView struct {
	What  string `json:"what" enum:"front_brake,rear_brake,third_brake,test_ride"`
	Name  string `json:"name"`
	Sign  *Sign  `json:"sign,omitempty"`
	By    string `json:"by,omitempty"`
	At    string `json:"at,omitempty" doc:"RFC 3339"`
	Stale bool   `json:"stale" doc:"work was done since"`
	Since string `json:"since,omitempty" doc:"that work, in words: what was done that whoever signed had not seen"`
	How   string `json:"how" doc:"what is tried"`
	Hand  string `json:"hand,omitempty" doc:"the hand that works it on this bike, as it was read"`

	Held   string `json:"held,omitempty" doc:"what is unsafe, so that nobody rides it"`
	Waived string `json:"waived,omitempty" doc:"what its owner refused to have put right: it goes out as not to be ridden, and is not tried"`
}

// trials say how each test is done. A brake is tried standing before anybody rides on it.
var trials = map[string]string{
	SignFrontBrake: "Stand beside it: pull hard and hold for a slow count of ten; it must not sink. " +
		"Push the bike against it: the rear " +
		"wheel lifts before the front one turns. Let go: it spins free.",
	SignRearBrake: "Stand beside it: pull hard and hold for a slow count of ten; it must not sink. Push " +
		"the bike against it: the wheel " +
		"stays. Let go: it spins free.",
	SignThirdBrake: "Stand beside it: pull hard and hold for a slow count of ten; it must not sink. " +
		"Push the bike against it: the wheel " +
		"drags or stays. Let go: it spins free.",
	SignTestRide: "After the brakes: spin both wheels, shift every gear under load, brake from speed " +
		"with each brake alone, rock the " +
		"headset; with both hands light on the bar it runs straight and does not shake. Lights, bell.",
}

// byPedal is how a brake is tried that has no lever.
const byPedal = "Stand beside it: press a pedal back hard and hold it for a slow count of ten, from " +
	"three places of the crank; " +
	"it must not slip. Push the bike against it: the wheel stays. Pedal forward: it spins free."

// how is how a test is done on a bike.
func how(f bike.Facts, what string) string {
	if what == SignRearBrake && f.RearBrake == "back_pedal" {
		return byPedal
	}
	return trials[what]
}

// hand is which hand works a brake, in words; it is put back as it was.
func hand(f bike.Facts, what string) string {
	if what != SignFrontBrake && what != SignRearBrake || f.RearBrake == "back_pedal" && what == SignRearBrake {
		return ""
	}
	left := (f.BrakeHands == "front_left") == (what == SignFrontBrake)
	switch {
	case f.BrakeHands == bike.Unknown:
		return "Nobody has noted which hand works it: see that it is as the rider had it."
	case left:
		return "On this bike the left hand works it."
	}
	return "On this bike the right hand works it."
}

func readSigns(s *record.Sheet) []SignView {
	var views []SignView
	for _, what := range Owed(s) {
		v := SignView{What: what, Name: signNames[what], How: how(s.Bike.Facts, what),
			Hand: hand(s.Bike.Facts, what), Waived: waived(s, what)}
		if what == SignTestRide {
			v.Held = Held(s, "")
		}
		if e, signed := Standing(s, what); signed != nil {
			v.Sign, v.By, v.At = Signs.In(e.Content), e.ByName, e.At.Format("2006-01-02T15:04:05Z07:00")
			undone, stale := record.UntriedSince(s, what, e.ID)
			v.Stale, v.Since = stale, undone.Says
		}
		views = append(views, v)
	}
	return views
}

// Signs are the names under the tests.
var Signs = record.NewKind(record.Kind[Sign]{Name: "sign", By: record.ByMechanic})

// Tests are what has to be signed, with what was.
var Tests = record.Derive(readSigns)
