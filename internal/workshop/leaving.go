package workshop

import (
	"fmt"
	"slices"
	"strings"

	"utensil/core/bike"
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
	Hunt   bool      `json:"hunt,omitempty" doc:"the target is a hunt"`
	Run    bool      `json:"run,omitempty" doc:"the target is a run of a procedure"`
	Count  int       `json:"count" doc:"how many things it stands for"`
}

// signsFor lists what has to be signed for a bike: its brakes and the test ride.
func signsFor(f bike.Facts) []string {
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

var signNames = map[string]string{SignFrontBrake: "Front brake test", SignRearBrake: "Rear brake test", SignThirdBrake: "Third brake test", SignTestRide: "Test ride"}

// SignView is one test to sign.
type SignView struct {
	What  string `json:"what"`
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
	SignFrontBrake: "Stand beside it: pull hard and hold for a slow count of ten; it must not sink. Push the bike against it: the rear wheel lifts before the front one turns. Let go: it spins free.",
	SignRearBrake:  "Stand beside it: pull hard and hold for a slow count of ten; it must not sink. Push the bike against it: the wheel stays. Let go: it spins free.",
	SignThirdBrake: "Stand beside it: pull hard and hold for a slow count of ten; it must not sink. Push the bike against it: the wheel drags or stays. Let go: it spins free.",
	SignTestRide:   "After the brakes: spin both wheels, shift every gear under load, brake from speed with each brake alone, rock the headset; with both hands light on the bar it runs straight and does not shake. Lights, bell.",
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

func (s *sheet) readSigns() []SignView {
	lastWork := -1
	for _, i := range s.items {
		if i.Work != nil {
			lastWork = max(lastWork, i.done)
		}
	}
	var views []SignView
	for _, what := range signsFor(s.Bike.Facts) {
		v := SignView{What: what, Name: signNames[what], How: trials[what], Hand: hand(s.Bike.Facts, what)}
		if e, signed := s.last(KindSign, func(c Content) bool { return c.Sign.What == what }); signed {
			v.Sign, v.By, v.At = e.Content.Sign, e.ByName, e.At.Format("2006-01-02T15:04:05Z07:00")
			v.Stale = s.order[e.ID] < lastWork
		}
		views = append(views, v)
	}
	return views
}

// readLeaving computes all that stands between this bike and its owner, worst first.
func (w *Workshop) readLeaving(s *sheet) []Obstacle {
	var list []Obstacle
	add := func(o Obstacle) { o.Count = max(o.Count, 1); list = append(list, o) }

	for _, f := range s.findings {
		at := Obstacle{Title: f.Title, Mark: f.Mark, Stage: StageAgree, Target: string(f.ID)}
		switch {
		case !f.Mark.NeedsWork():
		case f.Status == FindingOpen:
			at.Detail = "not offered to the owner yet"
			add(at)
		case f.Status == FindingOffered && f.Mark == wear.Unsafe:
			at.Detail = "unsafe, and the owner has not answered"
			add(at)
		case f.Status == FindingWorked && f.bolt == "":
			add(f.again(at))
		}
	}
	waiting := 0
	for _, i := range s.items {
		switch {
		case i.asks():
			waiting++
		case i.agreed() && i.Work == nil:
			mark := wear.Open
			for _, f := range s.findings {
				if f.covers(i, s) && f.Mark.Worse(mark) {
					mark = f.Mark
				}
			}
			add(Obstacle{Title: i.Item.Title, Detail: "agreed, not done yet", Mark: mark, Stage: StageWork, Target: string(i.ID)})
		}
	}
	if waiting > 0 {
		detail := "not asked yet"
		if e, asked := s.last(KindAsked, func(Content) bool { return true }); asked {
			detail = "asked " + e.At.In(s.Settings.Location()).Format("Mon 15:04")
		}
		add(Obstacle{Title: fmt.Sprintf("Owner has not answered %s", count(waiting, "item")), Detail: detail, Mark: wear.Watch, Stage: StageAgree, Count: waiting})
	}
	open, first := 0, ""
	for _, p := range s.points {
		if _, read := s.readingOf(p.ID); !read && w.looksAt(s, p) {
			if open++; first == "" {
				first = p.ID
			}
		}
	}
	if open > 0 {
		add(Obstacle{Title: count(open, "point") + " not looked at", Detail: "walk-round", Mark: wear.Open, Stage: StageInspect, Target: first, Count: open})
	}
	for _, h := range s.searches {
		if !h.cured && h.finding == nil {
			add(Obstacle{Title: h.name, Detail: "cause not found yet", Mark: wear.Open, Stage: StageInspect, Target: string(h.id), Hunt: true})
		}
	}
	for _, r := range s.runs {
		if !r.Finished {
			add(Obstacle{Title: r.Work.Name, Detail: "begun, not finished", Mark: wear.Open, Stage: StageWork, Target: string(r.ID), Run: true})
		}
	}
	unlogged, critical, firstBolt := 0, 0, ""
	for _, b := range unsettled(s.bolts) {
		if s.toldAsFinding(b) {
			continue
		}
		if b.Log != nil && !b.Stale {
			detail := "found " + b.Log.Found + ", not put right"
			if b.Verdict != nil {
				detail = b.Verdict.Reason
			}
			add(Obstacle{Title: strings.TrimSpace(b.Name + " " + b.Position), Detail: detail, Mark: wear.Unsafe, Stage: StageVerify, Target: b.key()})
			continue
		}
		if unlogged++; firstBolt == "" {
			firstBolt = b.key()
		}
		if b.Critical {
			critical++
		}
	}
	if unlogged > 0 {
		add(Obstacle{Title: count(unlogged, "fastener") + " to torque", Detail: fmt.Sprintf("%d safety-critical", critical), Mark: wear.Open, Stage: StageVerify, Target: firstBolt, Count: unlogged})
	}
	for _, test := range s.signs {
		switch {
		case test.Sign == nil:
			add(Obstacle{Title: test.Name, Detail: "not signed yet", Mark: wear.Open, Stage: StageVerify, Target: test.What})
		case !test.Sign.Passed:
			add(Obstacle{Title: test.Name + " failed", Detail: test.Sign.Note, Mark: wear.Unsafe, Stage: StageVerify, Target: test.What})
		case test.Stale:
			add(Obstacle{Title: test.Name, Detail: "signed before the last work was done", Mark: wear.Open, Stage: StageVerify, Target: test.What})
		}
	}
	for _, b := range s.belongings() {
		if b.Returned == nil {
			detail := "give back"
			if b.TakenOff {
				detail = "put back on"
			}
			add(Obstacle{Title: b.Name, Detail: detail, Mark: wear.Open, Stage: StageHandOver, Target: string(b.ID)})
		}
	}
	slices.SortStableFunc(list, func(a, b Obstacle) int { return worstFirst(a.Mark, b.Mark) })
	return list
}

// again is what is left of a finding whose work is done: it is read again at its point, or looked
// at again on a mechanic's word.
func (f FindingView) again(at Obstacle) Obstacle {
	at.Stage, at.Detail = StageWork, "work done: say that it was looked at again"
	if f.Point != "" {
		at.Detail = "work done: read it again, or look at it"
	}
	if f.ReadAgain {
		at.Stage, at.Target, at.Detail = StageInspect, f.Point, "work done: read it again, it was unsafe"
	}
	return at
}

// toldAsFinding says whether a bolt stands on the list already, as something found that is not
// put right: a damaged bolt is one line.
func (s *sheet) toldAsFinding(b BoltView) bool {
	if b.LogID == nil || b.Stale {
		return false
	}
	f, known := findingOf(s.findings, *b.LogID)
	return known && f.bolt != "" && (f.Status == FindingOpen || f.Status == FindingOffered || f.Status == FindingAgreed)
}

// key names one bolt within a job.
func (b BoltView) key() string { return strings.TrimSuffix(b.Fastener+"/"+b.Position, "/") }

func count(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}
