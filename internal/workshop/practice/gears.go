package practice

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"utensil/core/gear"
	"utensil/core/words"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// GearTry is a practice gear and everything that was done to it so far.
type GearTry struct {
	Seed   uint64     `json:"seed" maximum:"9007199254740991"`
	Level  int        `json:"level" minimum:"1" maximum:"5"`
	Acts   []gear.Act `json:"acts" maxItems:"300"`
	GaveUp bool       `json:"gave_up,omitempty" doc:"wants to be told"`
}

// GearAttempt is how the practice gear stands.
type GearAttempt struct {
	Level       int             `json:"level"`
	Name        string          `json:"name" doc:"of the level"`
	Gear        gear.Drivetrain `json:"gear"`
	At          int             `json:"at" doc:"sprocket that the chain lies on"`
	Off         float64         `json:"off_mm" doc:"how far the pulley stands off it, towards the spokes"`
	Band        float64         `json:"band_mm"`
	Barrel      int             `json:"barrel" doc:"quarters turned so far, outward"`
	Low         int             `json:"low" doc:"eighths, outward"`
	High        int             `json:"high" doc:"eighths, outward"`
	Shifts      []TriedShift    `json:"shifts" doc:"every shift, with what it did last as it stands now"`
	Last        gear.Result     `json:"last,omitempty" doc:"what the last act's shift did" enum:"crisp,slow,will_not,two,noisy,over"`
	Said        string          `json:"said,omitempty" doc:"what the last act showed"`
	Adjustments int             `json:"adjustments"`
	Seconds     float64         `json:"seconds"`
	Won         bool            `json:"won"`
	Truth       string          `json:"truth,omitempty" doc:"what was wrong, once it is over"`
	Own         *gear.Took      `json:"own,omitempty" doc:"what the program takes on the same gear, once it is over"`
	Score       int             `json:"score" doc:"of 100, once it is won"`
	Replay      []GearReplay    `json:"replay" doc:"once it is over: what was done, and what the program would have done then"`
}

// TriedShift is a shift of the practice gear.
type TriedShift struct {
	To     int         `json:"to"`
	Up     bool        `json:"up"`
	Result gear.Result `json:"result,omitempty" enum:"crisp,slow,will_not,two,noisy,over"`
}

// GearReplay is a stretch of what was done: looks, then one adjustment.
type GearReplay struct {
	Looks  int    `json:"looks"`
	Did    string `json:"did"`
	Better string `json:"better" doc:"what the program would have done with what had been seen"`
	Same   bool   `json:"same"`
}

// practised is the gear that is practised on.
const practised = "cable-9"

// PracticeGears replays a practice gear. Nothing is kept of one that is not won.
func PracticeGears(book *knowledge.Book, in GearTry) (GearAttempt, error) {
	family, _ := book.GearFamily(practised)
	p, err := gear.NewPractice(book.Drivetrain(family, family.Teeth), in.Seed, in.Level)
	if err != nil {
		return GearAttempt{}, record.Refuse("level", "%s", words.Sentence(err))
	}
	over := in.GaveUp
	var replay replayed
	for _, a := range in.Acts {
		replay.before(p, a)
		if err := p.Do(a); err != nil {
			return GearAttempt{}, record.Refuse("acts", "%s", words.Sentence(err))
		}
	}
	over = over || p.Won
	out := GearAttempt{Level: in.Level, Name: gear.Levels[in.Level-1], Gear: p.Gear, At: p.At, Off: p.Off(),
		Band:        gear.Forgives * p.Gear.Spacing,
		Adjustments: p.Adjustments, Seconds: p.Seconds, Won: p.Won, Shifts: shiftsOf(p), Replay: []GearReplay{}}
	for _, h := range p.Done {
		out.Last, out.Said = h.Result, h.Said
		switch h.Act {
		case gear.BarrelOut:
			out.Barrel++
		case gear.BarrelIn:
			out.Barrel--
		case gear.TurnLowOut:
			out.Low++
		case gear.TurnLowIn:
			out.Low--
		case gear.TurnHighOut:
			out.High++
		case gear.TurnHighIn:
			out.High--
		}
	}
	if !over {
		return out, nil
	}
	own, err := p.Own()
	if err != nil {
		return out, err
	}
	out.Own, out.Truth, out.Replay = &own, p.Truth(), replay.told(book, p.Gear)
	if p.Won {
		out.Score = score(float64(own.Adjustments), float64(p.Adjustments), own.Seconds, p.Seconds)
	}
	return out, nil
}

// score is half for adjustments and half for time, each against the program's own.
func score(ownAdjustments, adjustments, ownSeconds, seconds float64) int {
	share := func(own, took float64) float64 { return math.Min(1, (own+1)/(took+1)) }
	return int(math.Round(50*share(ownAdjustments, adjustments) + 50*share(ownSeconds, seconds)))
}

// shiftsOf are all shifts with what they did since the last adjustment.
func shiftsOf(p *gear.Practice) []TriedShift {
	since := 0
	for i, h := range p.Done {
		if h.Shift == nil && h.Act != gear.PushMech && h.Act != gear.LayGauge && h.Act != gear.SignIt {
			since = i + 1
		}
	}
	out := []TriedShift{}
	for _, sh := range p.Gear.Shifts() {
		tried := TriedShift{To: sh.To, Up: sh.Up}
		for _, h := range p.Done[since:] {
			if h.Shift != nil && *h.Shift == sh {
				tried.Result = h.Result
			}
		}
		out = append(out, tried)
	}
	return out
}

// replayed gathers the adjustments of a try, with what the program would have done before each.
type replayed struct {
	stretches []stretch
	looks     int
}

type stretch struct {
	act     gear.Act
	looks   int
	times   int
	advised gear.Advice
}

// before notes what is about to be done. A barrel that is turned on and on is one adjustment.
func (r *replayed) before(p *gear.Practice, a gear.Act) {
	switch last := len(r.stretches) - 1; {
	case a == gear.ShiftUp || a == gear.ShiftDown || a == gear.PushMech || a == gear.LayGauge || a == gear.SignIt:
		r.looks++
	case last >= 0 && r.stretches[last].act == a && r.looks == 0:
		r.stretches[last].times++
	default:
		advised, _ := p.Advice() // what was done was checked before
		r.stretches = append(r.stretches, stretch{a, r.looks, 1, advised})
		r.looks = 0
	}
}

// told says what was done, and what the program would have done in its place.
func (r *replayed) told(book *knowledge.Book, d gear.Drivetrain) []GearReplay {
	out := []GearReplay{}
	for _, s := range r.stretches {
		did := gear.MoveOf(s.act, s.times)
		g := GearReplay{Looks: s.looks, Did: gears.MoveSays(book, did)}
		switch a := s.advised; {
		case a.Move != nil:
			g.Better = gears.MoveSays(book, *a.Move)
			g.Same = a.Move.Work == did.Work && (a.Move.Quarters > 0) == (did.Quarters > 0) &&
				(a.Move.Eighths > 0) == (did.Eighths > 0)
		case a.Ask != nil:
			g.Better = gears.AskSays(d, *a.Ask)
		default:
			g.Better = "Sign it: every shift is crisp."
		}
		out = append(out, g)
	}
	return out
}

// levels are what is hidden in the practice gears, as exercises.
func levels() (list []Exercise) {
	for i, name := range gear.Levels {
		list = append(list, Exercise{Kind: "gears", ID: fmt.Sprint(i + 1),
			Name:  fmt.Sprintf("Practice gears, level %d", i+1),
			About: strings.ToLower(name[:1]) + name[1:]})
	}
	return slices.Clip(list)
}
