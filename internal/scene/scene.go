// Package scene fills an empty workshop with the demo: Marrowick, its ferry, its bikes and
// two years of their history, told through the same use-cases a real shop goes through.
// Everything is reckoned from the day it is built, and the same for the same moment.
package scene

import (
	"context"
	"encoding/binary"
	"fmt"
	"math/rand/v2"
	"slices"
	"strconv"
	"time"

	"github.com/google/uuid"

	"utensil/core/bike"
	"utensil/core/measure"
	"utensil/internal/workshop"
	"utensil/knowledge"
)

// SignIns lists the demo's names and PINs, to be printed.
func SignIns() (lines []string) {
	for _, m := range staff {
		lines = append(lines, fmt.Sprintf("%-16s PIN %s (%s)", m.name, m.secret, m.role))
	}
	return lines
}

type teller struct {
	store workshop.Store
	shop  *workshop.Workshop
	book  *knowledge.Book
	clock time.Time
	dice  *rand.Rand
	who   []workshop.Actor
	known map[string]workshop.Owner  // owners by name
	shelf map[string]workshop.Bottle // bottles by name
}

// Build tells the scene as of now into an empty store.
func Build(ctx context.Context, store workshop.Store, book *knowledge.Book, now time.Time) error {
	t := &teller{store: store, book: book, dice: rand.New(rand.NewPCG(1, 622)), known: map[string]workshop.Owner{}, shelf: map[string]workshop.Bottle{}}
	t.shop = workshop.New(store, book, func() time.Time { return t.clock })
	settings, err := store.Settings(ctx)
	if err != nil {
		return err
	}
	t.clock = now.AddDate(-2, -1, 0)
	for _, m := range staff {
		secret, err := workshop.HashSecret(m.secret)
		if err != nil {
			return err
		}
		saved, err := store.SaveStaff(ctx, workshop.Staff{ID: t.id(), Name: m.name, Role: m.role, Active: true, Secret: secret})
		if err != nil {
			return err
		}
		t.who = append(t.who, workshop.Actor{ID: saved.ID, Name: saved.Name, Role: saved.Role})
	}
	for _, w := range wrenches {
		tool := w.Wrench
		tool.ID, tool.CheckedOn = t.id(), now.AddDate(0, -w.months, 0).Format(time.DateOnly)
		t.clock = now
		if _, err := t.shop.SaveWrench(ctx, t.who[0], tool); err != nil {
			return fmt.Errorf("%s: %w", tool.Name, err)
		}
	}
	for _, b := range bottles {
		bottle := b.Bottle
		bottle.ID, t.clock = t.id(), now
		if b.days > 0 {
			bottle.OpenedOn = now.AddDate(0, 0, -b.days).Format(time.DateOnly)
		}
		if _, err := t.shop.SaveBottle(ctx, t.who[0], bottle); err != nil {
			return fmt.Errorf("%s: %w", bottle.Name, err)
		}
		t.shelf[bottle.Name] = bottle
	}
	for _, c := range customers {
		if err := t.tell(ctx, c, now, settings.Location()); err != nil {
			return fmt.Errorf("%s %s: %w", c.make, c.model, err)
		}
	}
	if err := t.callBack(ctx, now); err != nil {
		return err
	}
	empty := t.shelf[lastYears]
	empty.Version, empty.Gone = 1, true
	if _, err := t.shop.SaveBottle(ctx, t.who[0], empty); err != nil {
		return fmt.Errorf("%s: %w", empty.Name, err)
	}
	// Last, so that a shop with this name is a scene told to its end.
	settings.Name, settings.Address = "The Net Loft", "Ferry Landing, Marrowick"
	_, err = store.SaveSettings(ctx, settings)
	return err
}

// id makes a version 7 id that is the same each time the scene is told at the same moment.
func (t *teller) id() workshop.ID {
	var u uuid.UUID
	binary.BigEndian.PutUint64(u[:8], uint64(t.clock.UnixMilli())<<16|0x7000|t.dice.Uint64()&0xfff)
	binary.BigEndian.PutUint64(u[8:], t.dice.Uint64()&^(3<<62)|2<<62)
	return workshop.ID(u.String())
}

func (t *teller) passes(most time.Duration) {
	t.clock = t.clock.Add(time.Minute + time.Duration(t.dice.Int64N(int64(most))))
}

// worn remembers how worn each measured part of a bike is.
type worn map[string]float64

// fresh is a new part's figure, and how it wears in a month for an ordinary rider.
var fresh = []struct {
	point         string
	figure, month float64
}{
	{"chain", 0.02, 0.055}, {"front-pads", 3.6, -0.2}, {"rear-pads", 3.6, -0.25}, {"front-rotor", 1.85, -0.011}, {"rear-rotor", 1.85, -0.014},
}

// ages wears every part by so many months, some faster than others.
func (t *teller) ages(parts worn, months, ridden float64) {
	for _, p := range fresh {
		parts[p.point] += p.month * months * ridden * (0.85 + 0.3*t.dice.Float64())
	}
}

// renew makes a part new again.
func (parts worn) renew(point string) {
	for _, p := range fresh {
		if p.point == point {
			parts[point] = p.figure
		}
	}
}

func (t *teller) tell(ctx context.Context, c customer, now time.Time, where *time.Location) error {
	var facts bike.Facts
	for _, k := range t.book.Kinds {
		if k.ID == c.kind {
			facts = k.Facts
		}
	}
	if c.change != nil {
		c.change(&facts)
	}
	for fact, word := range c.reads {
		facts, _ = facts.Set(fact, word)
	}
	t.clock = now.AddDate(0, -25, 0)
	owner, seen := t.known[c.name]
	if !seen {
		owner = workshop.Owner{ID: t.id(), Name: c.name, Phone: c.phone, Email: c.email(), Note: c.note}
	}
	machine := workshop.Bike{ID: t.id(), Make: c.make, Model: c.model, Colour: c.colour, FrameNo: c.frame, Facts: facts, WeeklyKm: c.weekly(), Riding: c.rides}
	parts := worn{}
	for _, p := range fresh {
		parts.renew(p.point)
	}
	today := now.In(where)
	midnight := time.Date(today.Year(), today.Month(), today.Day(), 0, 0, 0, 0, where)
	last := c.visits[0] + 3
	for _, months := range c.visits {
		t.ages(parts, float64(last-months), c.ridden)
		last = months
		t.clock = midnight.AddDate(0, -months, -t.dice.IntN(9)).Add(time.Duration(9+t.dice.IntN(5)) * time.Hour)
		depth := "tune"
		if t.dice.IntN(3) == 0 {
			depth = "repair"
		}
		past := stay{words: saidBefore[t.dice.IntN(len(saidBefore))], depth: depth, upTo: workshop.StageHandOver}
		if told, ok := c.past[months]; ok {
			past = told
		}
		if err := t.stays(ctx, owner, machine, past, parts); err != nil {
			return err
		}
		owner.Version, machine.Version = 1, 1
		t.known[c.name] = owner
	}
	if c.now == nil {
		return nil
	}
	t.ages(parts, float64(last), c.ridden)
	t.clock = now.Add(-time.Duration(c.now.hoursIn * float64(time.Hour)))
	stay := *c.now
	if stay.promised != 0 {
		stay.due = whileOpen(now.Add(time.Duration(stay.promised*float64(time.Hour))).Truncate(30*time.Minute).In(where), stay.promised < 0)
	}
	return t.stays(ctx, owner, machine, stay, parts)
}

// The shop promises no bike for the night.
const opens, closes = 9, 18

// whileOpen moves a time of the night to when the shop opens next, or closed last.
func whileOpen(at time.Time, back bool) time.Time {
	y, m, d := at.Date()
	switch hour := at.Hour(); {
	case back && hour < opens:
		return time.Date(y, m, d-1, closes, 0, 0, 0, at.Location())
	case back && hour >= closes:
		return time.Date(y, m, d, closes, 0, 0, 0, at.Location())
	case !back && hour < opens:
		return time.Date(y, m, d, opens, 0, 0, 0, at.Location())
	case !back && hour >= closes:
		return time.Date(y, m, d+1, opens, 0, 0, 0, at.Location())
	}
	return at
}

var saidBefore = []string{
	"Just the usual, please.", "It makes a noise going up the hill.", "Gears jump.", "The brakes feel long.",
	"Going away on it next week, please look it over.", "Something ticks.", "It has stood all winter.",
}

// stays runs one job from the door as far as the stay goes.
func (t *teller) stays(ctx context.Context, o workshop.Owner, b workshop.Bike, s stay, parts worn) error {
	in := workshop.CheckIn{ID: t.id(), Owner: o, Bike: b, Depth: s.depth, Words: s.words, Reading: s.reading, Condition: s.condition, Stand: s.stand}
	if !s.due.IsZero() {
		in.PromisedAt = &s.due
	}
	for _, brought := range s.brings {
		brought.ID = t.id()
		in.Belongings = append(in.Belongings, brought)
	}
	door := t.who[2]
	job, err := t.shop.CheckIn(ctx, door, in)
	if err != nil || s.upTo == workshop.StageCheckIn {
		return err
	}
	hands := t.who[t.dice.IntN(2)]
	record := func(by workshop.Actor, contents ...workshop.Content) error {
		entries := make([]workshop.NewEntry, len(contents))
		for i, c := range contents {
			t.passes(90 * time.Second)
			at := t.clock
			entries[i] = workshop.NewEntry{ID: t.id(), At: &at, Content: c}
		}
		job, err = t.shop.Record(ctx, by, job.Job.ID, entries...)
		return err
	}
	far := func(stage workshop.Stage) bool { return s.upTo == stage && s.half }
	for _, step := range []struct {
		stage workshop.Stage
		do    func(half bool) error
	}{
		{workshop.StageInspect, func(half bool) error { return t.inspect(&job, record, hands, s, parts, half) }},
		{workshop.StageAgree, func(half bool) error { return t.agree(&job, record, door, o, s, half) }},
		{workshop.StageWork, func(half bool) error {
			if s.guided != nil {
				if err := t.guide(&job, record, hands, *s.guided); err != nil {
					return err
				}
			}
			return t.work(&job, record, hands, parts, half)
		}},
		{workshop.StageVerify, func(half bool) error { return t.verify(&job, record, hands, half) }},
	} {
		if err := step.do(far(step.stage)); err != nil || s.upTo == step.stage {
			return err
		}
	}
	var back []workshop.Content
	for _, thing := range job.Belongings {
		back = append(back, workshop.Content{Return: &workshop.Return{Belonging: thing.ID}})
	}
	if err := record(door, back...); err != nil {
		return err
	}
	if far(workshop.StageHandOver) {
		return nil
	}
	t.passes(time.Hour)
	_, err = t.shop.Release(ctx, door, job.Job.ID, t.id(), o.Name)
	return err
}

// callBack settles the joints that were to be looked at again long ago, as a shop that keeps up has done.
func (t *teller) callBack(ctx context.Context, now time.Time) error {
	t.clock = now
	open, err := t.shop.CallBacks(ctx)
	if err != nil {
		return err
	}
	open = slices.DeleteFunc(open, func(c workshop.CallBack) bool {
		return len(c.Fasteners) == 0 || c.Due >= now.Format(time.DateOnly)
	})
	for _, c := range open[:max(0, len(open)-1)] { // the latest is still to ring
		if _, err := t.shop.SaveCallBack(ctx, t.who[2], c.ID, workshop.CallBackChange{State: "done", Due: c.Due, Note: "Came by after the first ride; all had held.", Version: c.Version}); err != nil {
			return fmt.Errorf("settling a call-back: %w", err)
		}
	}
	return nil
}

// recorder writes what somebody did, one thing after the other.
type recorder func(workshop.Actor, ...workshop.Content) error

func (t *teller) inspect(job *workshop.JobView, record recorder, by workshop.Actor, s stay, parts worn, half bool) error {
	points := job.Points
	var read []workshop.Content
	for i, p := range points {
		if half && i > len(points)*6/10 && s.ailing[p.ID] == "" || !p.Required {
			continue
		}
		reading := workshop.Reading{Point: p.ID}
		ailing, set := s.ailing[p.ID]
		switch {
		case p.Gauge != nil && set:
			reading.Typed = ailing
			if figure, err := measure.ParseFigure(ailing, measure.Millimetre); err == nil {
				parts[p.ID] = figure.Base
			}
		case p.Gauge != nil:
			parts[p.ID] = max(parts[p.ID], 0.4)
			decimals := 1
			if p.Gauge.Ruling.Step < 0.1 {
				decimals = 2
			}
			reading.Typed = strconv.FormatFloat(parts[p.ID], 'f', decimals, 64)
		case set:
			reading.Word = ailing
		default:
			reading.Word = p.Words[0].Word
		}
		read = append(read, workshop.Content{Reading: &reading})
	}
	if err := record(by, read...); err != nil {
		return fmt.Errorf("walking round: %w", err)
	}
	if s.hunt == nil {
		return nil
	}
	return t.search(job, record, by, *s.hunt)
}

// search looks for a cause, and makes a finding of it when it was found.
func (t *teller) search(job *workshop.JobView, record recorder, by workshop.Actor, s search) error {
	if err := record(by, workshop.Content{Hunt: &workshop.Hunt{Fault: s.fault}}); err != nil {
		return err
	}
	hunt := job.Hunts[len(job.Hunts)-1].ID
	for _, c := range s.clues {
		if err := record(by, workshop.Content{Clue: &workshop.Clue{Hunt: hunt, Check: c[0], Answer: c[1]}}); err != nil {
			return fmt.Errorf("hunting %s: %w", s.fault, err)
		}
	}
	if s.cause == "" {
		return nil
	}
	return record(by, workshop.Content{Finding: &workshop.Finding{Hunt: &hunt, Cause: s.cause}})
}

func (t *teller) agree(job *workshop.JobView, record recorder, by workshop.Actor, o workshop.Owner, told stay, half bool) error {
	var proposed []workshop.Content
	for _, f := range job.Findings {
		if len(f.Suggested) == 0 {
			continue
		}
		s := f.Suggested[0]
		for _, other := range f.Suggested {
			if other.Operation == told.with[f.Point] && other.Operation != "" {
				s = other
			}
		}
		proposed = append(proposed, workshop.Content{Item: &workshop.Item{Finding: &f.ID, Operation: s.Operation, Title: s.Title, Minutes: s.Minutes, Parts: s.Parts}})
	}
	if err := record(by, proposed...); err != nil {
		return err
	}
	if len(job.Items) == 0 {
		return record(by, workshop.Content{Note: &workshop.Note{Text: "Nothing to agree: all as it should be."}})
	}
	if err := record(by, workshop.Content{Asked: &workshop.Asked{How: "phone"}}); err != nil || half {
		return err
	}
	t.passes(40 * time.Minute)
	var said []workshop.Content
	for _, i := range job.Items {
		said = append(said, workshop.Content{Answer: &workshop.Answer{Item: i.ID, Answer: workshop.Yes, From: o.Name, How: "phone"}})
	}
	return record(by, said...)
}

func (t *teller) work(job *workshop.JobView, record recorder, by workshop.Actor, parts worn, half bool) error {
	for n, i := range job.Items {
		if half && n > 0 {
			return nil
		}
		fitted := make([]workshop.Fitted, 0, len(i.Item.Parts))
		for _, p := range i.Item.Parts {
			fitted = append(fitted, workshop.Fitted{Name: p.Name, Quantity: p.Quantity})
		}
		t.passes(25 * time.Minute)
		if err := record(by, workshop.Content{Work: &workshop.Work{Item: i.ID, Parts: fitted}}); err != nil {
			return err
		}
		parts.renew(i.Item.Point)
	}
	return t.again(job, record, by, parts)
}

// again looks once more at what the work was for: a new part is measured, the rest is felt.
func (t *teller) again(job *workshop.JobView, record recorder, by workshop.Actor, parts worn) error {
	var looked []workshop.Content
	for _, f := range job.Findings {
		if f.Status != workshop.FindingWorked {
			continue
		}
		i := slices.IndexFunc(job.Points, func(p workshop.PointView) bool { return p.ID == f.Point })
		switch {
		case i >= 0 && job.Points[i].Gauge != nil:
			looked = append(looked, workshop.Content{Reading: &workshop.Reading{Point: f.Point, Typed: strconv.FormatFloat(parts[f.Point], 'f', 2, 64)}})
		case i >= 0 && f.ReadAgain:
			looked = append(looked, workshop.Content{Reading: &workshop.Reading{Point: f.Point, Word: job.Points[i].Words[0].Word}})
		default:
			looked = append(looked, workshop.Content{Looked: &workshop.Looked{Finding: f.ID}})
		}
	}
	if len(looked) == 0 {
		return nil
	}
	return record(by, looked...)
}

// guide begins a run of a procedure and does its first steps, or all of it.
func (t *teller) guide(job *workshop.JobView, record recorder, by workshop.Actor, g guided) error {
	start := workshop.Guided{Procedure: g.procedure, Choices: g.choices}
	if bottle, ok := t.shelf[g.bottle]; ok {
		start.Bottle = &bottle.ID
	}
	if err := record(by, workshop.Content{Guided: &start}); err != nil {
		return fmt.Errorf("beginning %s: %w", g.procedure, err)
	}
	run := job.Runs[len(job.Runs)-1]
	for n, step := range g.steps {
		t.passes(3 * time.Minute)
		if err := record(by, workshop.Content{Step: &workshop.StepDone{Run: run.ID, Step: step[0], Outcome: step[1], Place: n}}); err != nil {
			return fmt.Errorf("doing %s: %w", step[0], err)
		}
	}
	for g.whole && !run.Finished {
		if err := record(by, t.step(*job, run)...); err != nil {
			return fmt.Errorf("doing %s of %s: %w", run.Now.ID, g.procedure, err)
		}
		run = job.Runs[len(job.Runs)-1]
	}
	return nil
}

// step does the step that a run has come to, with what it asks to be recorded and the answer
// that leads on.
func (t *teller) step(job workshop.JobView, run workshop.RunView) (done []workshop.Content) {
	if asks := run.Now.Record; asks != nil {
		for _, b := range run.Bolts {
			done = append(done, workshop.Content{Torque: t.torque(job, b)})
		}
		for _, p := range job.Points {
			if p.ID == asks.Point {
				done = append(done, workshop.Content{Reading: &workshop.Reading{Point: p.ID, Word: p.Words[0].Word}})
			}
		}
		if asks.Sign != "" {
			done = append(done, workshop.Content{Sign: &workshop.Sign{What: asks.Sign, Passed: true}})
		}
	}
	step := workshop.StepDone{Run: run.ID, Step: run.Now.ID, Place: run.Place}
	if len(run.Now.Outcomes) > 0 {
		step.Outcome = run.Now.Outcomes[0].Say
	}
	return append(done, workshop.Content{Step: &step})
}

func (t *teller) verify(job *workshop.JobView, record recorder, by workshop.Actor, half bool) error {
	bolts := job.Bolts
	var done []workshop.Content
	for n, b := range bolts {
		if half && n > len(bolts)/2 {
			return record(by, done...)
		}
		done = append(done, workshop.Content{Torque: t.torque(*job, b)})
	}
	for _, s := range job.Signs {
		done = append(done, workshop.Content{Sign: &workshop.Sign{What: s.What, Passed: true}})
	}
	return record(by, done...)
}

// torque is a bolt done up to well within its rule, now and then found loose before.
func (t *teller) torque(job workshop.JobView, b workshop.BoltView) *workshop.Torque {
	log := workshop.Torque{Fastener: b.Fastener, Position: b.Position, Found: workshop.FoundNotChecked}
	if t.dice.IntN(9) == 0 || b.Fastener == "saddle-clamp" && t.dice.IntN(3) == 0 {
		log.Found = workshop.FoundLoose
	}
	if b.Rule == nil {
		log.Set = true
		return &log
	}
	low, high := float64(b.Rule.Min), float64(b.Rule.Max)
	decimals := 1
	if high < 2 {
		decimals = 2
	}
	log.LeftTyped = strconv.FormatFloat(low+(high-low)*(0.25+0.5*t.dice.Float64()), 'f', decimals, 64)
	dated := func(w workshop.Wrench) bool { return b.Wrench != nil && w.ID == *b.Wrench && w.Due == "" }
	if slices.ContainsFunc(job.Wrenches, dated) {
		log.Wrench = b.Wrench
	}
	return &log
}
