package trial

import (
	"utensil/core/bike"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/record"
)

// What is signed before a bike leaves.
const (
	SignFrontBrake = "front_brake"
	SignRearBrake  = "rear_brake"
	SignThirdBrake = "third_brake"
	SignTestRide   = "test_ride"
)

// Sign is a mechanic's name under a test.
type Sign struct {
	What   string `json:"what" enum:"front_brake,rear_brake,third_brake,test_ride"`
	Passed bool   `json:"passed"`
	Note   string `json:"note,omitempty"`
}

func checkSign(s *record.Sheet, in Sign) (*Sign, error) {
	for _, what := range For(s.Bike.Facts) {
		if what == in.What {
			text, err := record.TidyNote("note", in.Note)
			in.Note = text
			if err == nil && !in.Passed && text == "" {
				err = record.Refuse("note", "Say what is wrong, so that it can be put right.")
			}
			return &in, err
		}
	}
	return nil, record.Refuse("what", "This bike has no such brake.")
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

var signNames = map[string]string{SignFrontBrake: "Front brake test", SignRearBrake: "Rear brake test", SignThirdBrake: "Third brake test",
	SignTestRide: "Test ride"}

// SignView is one test to sign.
type SignView struct {
	What  string `json:"what" enum:"front_brake,rear_brake,third_brake,test_ride"`
	Name  string `json:"name"`
	Sign  *Sign  `json:"sign,omitempty"`
	By    string `json:"by,omitempty"`
	At    string `json:"at,omitempty" doc:"RFC 3339"`
	Stale bool   `json:"stale" doc:"work was done since"`
	How   string `json:"how" doc:"what is tried"`
	Hand  string `json:"hand,omitempty" doc:"the hand that works it on this bike, as it was read"`
}

// trials say how each test is done. A brake is tried standing before anybody rides on it.
var trials = map[string]string{
	SignFrontBrake: "Stand beside it: pull hard and hold for a slow count of ten; it must not sink. Push the bike against it: the rear " +
		"wheel lifts before the front one turns. Let go: it spins free.",
	SignRearBrake: "Stand beside it: pull hard and hold for a slow count of ten; it must not sink. Push the bike against it: the wheel " +
		"stays. Let go: it spins free.",
	SignThirdBrake: "Stand beside it: pull hard and hold for a slow count of ten; it must not sink. Push the bike against it: the wheel " +
		"drags or stays. Let go: it spins free.",
	SignTestRide: "After the brakes: spin both wheels, shift every gear under load, brake from speed with each brake alone, rock the " +
		"headset; with both hands light on the bar it runs straight and does not shake. Lights, bell.",
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
	lastWork := apart.LastMove(s)
	for _, i := range agree.Proposals.Of(s) {
		if i.Work != nil {
			lastWork = max(lastWork, i.Place())
		}
	}
	var views []SignView
	for _, what := range For(s.Bike.Facts) {
		v := SignView{What: what, Name: signNames[what], How: trials[what], Hand: hand(s.Bike.Facts, what)}
		if e, signed := Signs.Last(s.Ledger, func(in *Sign) bool { return in.What == what }); signed != nil {
			v.Sign, v.By, v.At = Signs.In(e.Content), e.ByName, e.At.Format("2006-01-02T15:04:05Z07:00")
			v.Stale = s.Place(e.ID) < lastWork
		}
		views = append(views, v)
	}
	return views
}

// Signs are the names under the tests.
var Signs = record.NewKind(record.Kind[Sign]{Name: "sign", By: record.ByMechanic})

// Tests are what has to be signed, with what was.
var Tests = record.Derive(readSigns)
