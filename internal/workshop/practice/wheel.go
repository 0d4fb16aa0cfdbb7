package practice

import (
	"fmt"
	"strings"

	"utensil/core/wheel"
	"utensil/core/words"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/wheels"
	"utensil/knowledge"
	"utensil/knowledge/rolling"
)

// WheelTry is a practice wheel and everything that was done to it so far.
type WheelTry struct {
	Seed   uint64      `json:"seed" maximum:"9007199254740991"`
	Level  int         `json:"level" minimum:"1" maximum:"5"`
	Acts   []wheel.Act `json:"acts" maxItems:"400"`
	GaveUp bool        `json:"gave_up,omitempty" doc:"wants to be shown"`
}

// WheelAttempt is how the practice wheel stands.
type WheelAttempt struct {
	Level    int               `json:"level"`
	Name     string            `json:"name" doc:"of the level"`
	Bench    wheels.WheelBench `json:"bench" doc:"as it was looked at last"`
	Since    bool              `json:"since" doc:"turned since it was looked at"`
	Turned   map[int]int       `json:"turned" doc:"quarters by spoke, tighter where positive, since it was looked at"`
	Said     string            `json:"said,omitempty" doc:"what the last act showed"`
	Quarters int               `json:"quarters"`
	Nipples  int               `json:"nipples"`
	Seconds  float64           `json:"seconds"`
	Won      bool              `json:"won"`
	Own      *wheel.Owns       `json:"own,omitempty" doc:"what the program takes on the same wheel, once it is over"`
	Would    []wheels.WheelDo  `json:"would" doc:"once it is over: what the program would have turned first, or would turn now"`
	Score    int               `json:"score" doc:"of 100, once it is won"`
}

// practiceBuild is the wheel that is practised on, for blocks on a rim of the usual size.
const practiceBuild, practiceSeat, practiceBrake = "rear-cassette", 622, "rim_caliper"

// practiceWheel hides what is wrong.
func practiceWheel(book *knowledge.Book, in WheelTry) (*wheel.Practice, wheels.Lacing, rolling.Trueness, error) {
	build, _ := book.Wheel(practiceBuild)
	aim := book.TruenessFor(practiceBrake)
	l := wheels.Lacing{Spokes: build.Spokes, First: "right", Wire: build.Wire,
		Radius: rolling.RimRadius(practiceSeat), Left: build.Left,
		Right: build.Right, Most: aim.Most}
	p, err := wheel.NewPractice(l.Wheel(), aim.Aim(), in.Seed, in.Level)
	if err != nil {
		err = record.Refuse("level", "%s", words.Sentence(err))
	}
	return p, l, aim, err
}

// PracticeWheel replays a practice wheel. Nothing is kept of one that is not won.
func PracticeWheel(book *knowledge.Book, in WheelTry) (WheelAttempt, error) {
	p, l, aim, err := practiceWheel(book, in)
	if err != nil {
		return WheelAttempt{}, err
	}
	first, err := p.Own()
	if err != nil {
		return WheelAttempt{}, err
	}
	begun, err := p.Advice()
	if err != nil {
		return WheelAttempt{}, err
	}
	turned := map[int]int{}
	for _, a := range in.Acts {
		if err := p.Do(a); err != nil {
			return WheelAttempt{}, record.Refuse("acts", "%s", words.Sentence(err))
		}
		switch {
		case a.Do == "spin":
			clear(turned)
		case a.Do == "turn" && p.Said == "":
			turned[a.Spoke] += a.Quarters
		}
	}
	var seized []int
	if p.Won || in.GaveUp {
		seized = p.Seized
	}
	out := WheelAttempt{Level: in.Level, Name: wheel.Levels[in.Level-1], Since: p.Since, Turned: turned,
		Said: p.Said, Quarters: p.Quarters,
		Nipples: p.Nipples, Seconds: p.Seconds, Won: p.Won, Would: []wheels.WheelDo{}}
	if out.Bench, err = wheels.Drawn(l, aim, p.Seen, seized); err != nil {
		return out, err
	}
	if !p.Won && !in.GaveUp {
		return out, nil
	}
	out.Own = &first
	// Whoever gives up is told how to go on from here, by what was seen last.
	if !p.Won {
		if begun, err = p.Advice(); err != nil {
			return out, err
		}
	}
	out.Would = out.Bench.Told(begun)
	if p.Won {
		out.Score = score(float64(first.Nipples), float64(p.Nipples), first.Seconds, p.Seconds)
	}
	return out, nil
}

// wheelLevels are what can be practised of wheels.
func wheelLevels() (list []Exercise) {
	for i, name := range wheel.Levels {
		list = append(list, Exercise{Kind: "wheel", ID: fmt.Sprint(i + 1),
			Name:  fmt.Sprintf("Practice wheel, level %d", i+1),
			About: strings.ToLower(name[:1]) + name[1:]})
	}
	return list
}
