// Package scene fills an empty workshop with the demo: Marrowick, its ferry, its bikes and
// two years of their history, told through the same use-cases a real shop goes through.
// Everything is reckoned from the day it is built, and the same for the same moment.
package scene

import (
	"context"
	"encoding/binary"
	"errors"
	"fmt"
	"hash/fnv"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/google/uuid"

	"utensil/core/bike"
	"utensil/core/measure"
	"utensil/internal/document"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/plan"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/signin"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/knowledge"
)

// SignIns lists the demo's names and PINs, to be printed.
func SignIns() (lines []string) {
	for _, m := range team {
		lines = append(lines, fmt.Sprintf("%-16s PIN %s (%s)", m.name, m.secret, m.role))
	}
	return lines
}

type teller struct {
	store  workshop.Store
	shop   *workshop.Workshop
	book   *knowledge.Book
	gauged []*knowledge.Point // the points that are measured
	clock  time.Time
	dice   *rand.Rand // of one stay: what is added to another moves nothing in it
	fate   *rand.Rand // of one bike, by its frame: how fast it wears and when it comes, whatever else is told
	who    []record.Actor
	known  map[string]record.Owner // owners by name
	shelf  map[string]fluid.Bottle // bottles by name
	sold   map[int]bool            // of saidOf, those told so far
	before bool                    // the stay that is told was over long ago
	takes  map[int]time.Duration   // how long hands are at it before the entry of that index is written
}

// What the workshop is called.
const name, address = "The Net Loft", "Ferry Landing, Marrowick"

// Build tells the scene as of now into an empty store.
func Build(ctx context.Context, store workshop.Store, book *knowledge.Book, now time.Time) error {
	t := &teller{store: store, book: book, dice: rand.New(rand.NewPCG(1, 622)),
		gauged: gauged(book), known: map[string]record.Owner{},
		shelf: map[string]fluid.Bottle{}, sold: map[int]bool{}}
	t.opens()
	settings, err := store.Settings(ctx)
	if err != nil {
		return err
	}
	t.clock = now.AddDate(-2, -1, 0)
	for _, m := range team {
		secret, err := signin.HashSecret(m.secret)
		if err != nil {
			return err
		}
		saved, err := store.SaveStaff(ctx, signin.Staff{ID: t.id(), Name: m.name, Role: m.role,
			Active: true, Secret: secret})
		if err != nil {
			return err
		}
		t.who = append(t.who, record.Actor{ID: saved.ID, Name: saved.Name, Role: saved.Role})
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
	for _, c := range slices.Concat(customers, stripped) {
		if err := t.tell(ctx, c, now, settings.Location()); err != nil {
			return fmt.Errorf("%s %s: %w", c.make, c.model, err)
		}
	}
	t.dice = dice("the shop")
	if err := errors.Join(t.callBack(ctx, now), t.fillDrawers(ctx, now), t.tellBenched(ctx, now, settings.Location()),
		t.hangGauges(ctx, now)); err != nil {
		return err
	}
	empty := t.shelf[lastYears]
	empty.Version, empty.Gone = 1, true
	if _, err := t.shop.SaveBottle(ctx, t.who[0], empty); err != nil {
		return fmt.Errorf("%s: %w", empty.Name, err)
	}
	// Last, so that a shop with this name is a scene told to its end.
	settings.Name, settings.Address = name, address
	_, err = store.SaveSettings(ctx, settings)
	return err
}

// opens makes the workshop, which prints under its name from the first day.
func (t *teller) opens() {
	t.shop = workshop.New(t.store, t.book, func() time.Time { return t.clock })
	t.shop.PrintBy(func(s workshop.Sheet) (workshop.Printed, error) {
		s.Shop.Name, s.Shop.Address = name, address
		return document.Sheet(s)
	})
}

// id makes a version 7 id that is the same each time the scene is told at the same moment.
func (t *teller) id() record.ID {
	var u uuid.UUID
	binary.BigEndian.PutUint64(u[:8], uint64(t.clock.UnixMilli())<<16|0x7000|t.dice.Uint64()&0xfff)
	binary.BigEndian.PutUint64(u[8:], t.dice.Uint64()&^(3<<62)|2<<62)
	return record.ID(u.String())
}

// passes lets some time pass, at most so much over a minute, and what is known besides.
func (t *teller) passes(most time.Duration, besides ...time.Duration) {
	t.clock = t.clock.Add(time.Minute + time.Duration(t.dice.Int64N(int64(most))))
	for _, d := range besides {
		t.clock = t.clock.Add(d)
	}
}

// worn remembers how worn each measured part of a bike is.
type worn map[string]float64

// gauged is the points that are measured.
func gauged(book *knowledge.Book) (points []*knowledge.Point) {
	for i := range book.Points {
		if p := &book.Points[i]; p.Gauge != nil && p.Gauge.New != nil {
			points = append(points, p)
		}
	}
	return points
}

// ages wears every measured part of a bike by the months until a visit, each at its own pace, so
// that one more that is measured moves no other.
func (t *teller) ages(parts worn, c customer, from, to int) {
	for _, p := range t.gauged {
		pace := 0.85 + 0.3*dice(c.name+c.frame, p.ID, strconv.Itoa(to)).Float64()
		figure := parts[p.ID] + p.Gauge.Month*float64(from-to)*c.ridden*pace
		parts[p.ID] = min(max(figure, p.Gauge.Plausible.Min), p.Gauge.Plausible.Max)
	}
}

// renew makes a part new again, where it is one that is measured.
func (t *teller) renew(parts worn, point string) {
	for _, p := range t.gauged {
		if p.ID == point {
			parts[point] = *p.Gauge.New
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
	t.fate, t.dice = dice(c.name+c.frame), dice(c.name+c.frame, "comes")
	t.clock = now.AddDate(0, -25, 0)
	owner, seen := t.known[c.name]
	if !seen {
		owner = record.Owner{ID: t.id(), Name: c.name, Phone: c.phone, Email: c.email(), Note: c.note}
	}
	machine := record.Bike{ID: t.id(), Make: c.make, Model: c.model, Colour: c.colour, FrameNo: c.frame,
		Facts: facts, WeeklyKm: c.weekly(),
		Riding: c.rides}
	parts := worn{}
	for _, p := range t.gauged {
		t.renew(parts, p.ID)
	}
	today := now.In(where)
	midnight := time.Date(today.Year(), today.Month(), today.Day(), 0, 0, 0, 0, where)
	last := c.visits[0] + 3
	for _, months := range c.visits {
		t.ages(parts, c, last, months)
		last = months
		t.clock = midnight.AddDate(0, -months, -t.fate.IntN(9)).Add(time.Duration(9+t.fate.IntN(5)) * time.Hour)
		past := t.usual(facts)
		if told, ok := c.past[months]; ok {
			past = told
		}
		t.dice, t.before = dice(c.name+c.frame, strconv.Itoa(months)), true
		if err := t.stays(ctx, owner, machine, past, parts); err != nil {
			return err
		}
		owner.Version, machine.Version = 1, 1
		t.known[c.name] = owner
	}
	if c.now == nil {
		return nil
	}
	t.ages(parts, c, last, 0)
	t.clock = now.Add(-time.Duration(c.now.hoursIn * float64(time.Hour)))
	t.dice, t.before = dice(c.name+c.frame, "now"), false
	stay := *c.now
	if stay.promised != 0 {
		due := now.Add(time.Duration(stay.promised * float64(time.Hour))).Truncate(30 * time.Minute)
		stay.due = whileOpen(due.In(where), stay.promised < 0)
	}
	return t.stays(ctx, owner, machine, stay, parts)
}

// dice are thrown alike for the same names.
func dice(names ...string) *rand.Rand {
	sum := fnv.New64a()
	_, _ = sum.Write([]byte(strings.Join(names, "/"))) // a hash takes everything
	return rand.New(rand.NewPCG(sum.Sum64(), 622))
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

// arrives is a bike at the door.
func (t *teller) arrives(o record.Owner, b record.Bike, s stay) workshop.CheckIn {
	in := workshop.CheckIn{ID: t.id(), Owner: o, Bike: b, Service: s.service, Depth: s.depth, Words: s.words,
		Reading: s.reading, Condition: s.condition,
		Stand: s.stand}
	if !s.due.IsZero() {
		in.PromisedAt = &s.due
	}
	for _, brought := range s.brings {
		brought.ID = t.id()
		in.Belongings = append(in.Belongings, brought)
	}
	return in
}

// stays runs one job from the door as far as the stay goes.
func (t *teller) stays(ctx context.Context, o record.Owner, b record.Bike, s stay, parts worn) error {
	counter := t.who[2]
	job, err := t.shop.CheckIn(ctx, counter, t.arrives(o, b, s))
	if err != nil || s.upTo == record.StageCheckIn {
		return err
	}
	hands := t.who[t.dice.IntN(2)]
	write := func(by record.Actor, contents ...record.Content) error {
		entries := make([]record.NewEntry, len(contents))
		for i, c := range contents {
			t.passes(90*time.Second, t.takes[i])
			at := t.clock
			entries[i] = record.NewEntry{ID: t.id(), At: &at, Content: c}
		}
		t.takes = nil
		job, err = t.shop.Record(ctx, by, job.Job.ID, entries...)
		return err
	}
	far := func(stage record.Stage) bool { return s.upTo == stage && s.half }
	for _, step := range []struct {
		stage record.Stage
		do    func(half bool) error
	}{
		{record.StageInspect, func(half bool) error { return t.inspect(&job, write, hands, s, parts, half) }},
		{record.StageAgree, func(half bool) error { return t.agree(&job, write, counter, o, s, half) }},
		{record.StageWork, func(half bool) error {
			if err := t.sets(&job, write, hands, false); err != nil {
				return err
			}
			if s.guided != nil {
				if err := t.guide(&job, write, hands, *s.guided); err != nil {
					return err
				}
			}
			if err := t.work(&job, write, hands, parts, half); err != nil || half {
				return err
			}
			return t.serve(&job, write, hands, func() ([]plan.PieceView, error) {
				thread, err := t.shop.Plan(ctx, job.Job.ID, "", nil)
				return thread.Pieces, err
			})
		}},
		{record.StageVerify, func(half bool) error {
			if s.upTo == record.StageHandOver { // what was opened beside is done before it is tried
				if err := t.beside(&job, write, hands, s); err != nil {
					return err
				}
			}
			return t.verify(&job, write, hands, half)
		}},
	} {
		err := step.do(far(step.stage))
		if err == nil && s.upTo == step.stage {
			return t.beside(&job, write, hands, s)
		}
		if err != nil {
			return err
		}
	}
	if err := t.answer(&job, write, hands); err != nil {
		return err
	}
	return t.handOver(ctx, &job, write, o.Name, far(record.StageHandOver))
}

// handOver gives back what came with a bike, and lets it go to its owner, unless the stay ends half way.
func (t *teller) handOver(ctx context.Context, job *workshop.JobView, write recorder, to string, half bool) error {
	var back []record.Content
	for _, thing := range job.Belongings {
		back = append(back, door.Returns.Says(door.Return{Belonging: thing.ID}))
	}
	if err := write(t.who[2], back...); err != nil || half {
		return err
	}
	t.passes(time.Hour)
	_, err := t.shop.Release(ctx, t.who[2], job.Job.ID, t.id(), to, len(job.NotRidden) > 0)
	return err
}

// answer says what came of each thing the owner said.
func (t *teller) answer(job *workshop.JobView, write recorder, by record.Actor) error {
	var said []record.Content
	for _, c := range job.Said {
		if !c.Open {
			continue
		}
		in := complaint.ComplaintAnswered{Complaint: c.ID, How: complaint.ByTrying,
			Note: "Tried on the road after the work: not there any more. Told so."}
		for _, i := range job.Items {
			if i.Work != nil {
				in = complaint.ComplaintAnswered{Complaint: c.ID, How: complaint.ByWork, About: &i.ID}
			}
		}
		said = append(said, complaint.Answers.Says(in))
	}
	return write(by, said...)
}

// beside is what lies open beside the stage that a stay has come to.
func (t *teller) beside(job *workshop.JobView, write recorder, by record.Actor, s stay) error {
	if s.apart != nil {
		if err := t.takeApart(job, write, by, *s.apart); err != nil {
			return err
		}
	}
	if s.found == nil {
		return nil
	}
	return t.find(job, write, by, s.found)
}

// callBack settles the joints that were to be looked at again long ago, as a shop that keeps up has done.
func (t *teller) callBack(ctx context.Context, now time.Time) error {
	t.clock = now
	open, err := t.shop.CallBacks(ctx)
	if err != nil {
		return err
	}
	open = slices.DeleteFunc(open, func(c record.CallBack) bool {
		return c.Due >= now.Format(time.DateOnly)
	})
	torqued := slices.DeleteFunc(slices.Clone(open), func(c record.CallBack) bool { return len(c.Fasteners) == 0 })
	looked := slices.DeleteFunc(open, func(c record.CallBack) bool { return c.Point != "chain" && c.Point != "cables" })
	for _, c := range append(looked, torqued[:max(0, len(torqued)-1)]...) { // the latest is still to ring
		if _, err := t.shop.SaveCallBack(ctx, t.who[2], c.ID, door.CallBackChange{State: "done", Due: c.Due,
			Note: "Came by after the first ride; all had held.", Version: c.Version}); err != nil {
			return fmt.Errorf("settling a call-back: %w", err)
		}
	}
	return nil
}

// recorder writes what somebody did, one thing after the other.
type recorder func(record.Actor, ...record.Content) error

func (t *teller) inspect(job *workshop.JobView, write recorder, by record.Actor, s stay, parts worn, half bool) error {
	points := job.Parts.Walk.Points
	var read []record.Content
	for i, p := range points {
		if half && i > len(points)*6/10 && s.ailing[p.ID] == "" || !p.Required {
			continue
		}
		reading := inspect.Reading{Point: p.ID}
		ailing, set := s.ailing[p.ID]
		switch {
		case p.Gauge != nil && set:
			reading.Typed = ailing
			if figure, err := measure.ParseFigure(ailing, measure.Millimetre); err == nil {
				parts[p.ID] = figure.Base
			}
		case p.Gauge != nil:
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
		read = append(read, inspect.Readings.Says(reading))
	}
	if err := write(by, read...); err != nil {
		return fmt.Errorf("walking round: %w", err)
	}
	if s.hunt == nil {
		return nil
	}
	return t.search(job, write, by, *s.hunt)
}

// search looks for a cause, and makes a finding of it when it was found.
func (t *teller) search(job *workshop.JobView, write recorder, by record.Actor, s search) error {
	if err := write(by, hunt.Hunts.Says(hunt.Hunt{Fault: s.fault})); err != nil {
		return err
	}
	search := job.Hunts[len(job.Hunts)-1].ID
	for _, c := range s.clues {
		if err := write(by, hunt.Clues.Says(hunt.Clue{Hunt: search, Check: c[0], Answer: c[1]})); err != nil {
			return fmt.Errorf("hunting %s: %w", s.fault, err)
		}
	}
	if s.cause == "" {
		return nil
	}
	return write(by, inspect.Findings.Says(inspect.Finding{Hunt: &search, Cause: s.cause}))
}

func (t *teller) agree(job *workshop.JobView, write recorder, by record.Actor, o record.Owner,
	told stay, half bool) error {
	var proposed []record.Content
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
		proposed = append(proposed, agree.Items.Says(agree.Item{Finding: &f.ID, Operation: s.Operation,
			Title: s.Title, Minutes: s.Minutes,
			Parts: s.Parts}))
	}
	if err := write(by, proposed...); err != nil {
		return err
	}
	if len(job.Items) == 0 {
		return write(by, record.Notes.Says(record.Note{Text: "Nothing to agree: all as it should be."}))
	}
	if err := write(by, agree.Asks.Says(agree.Asked{How: "phone"})); err != nil || half {
		return err
	}
	t.passes(40 * time.Minute)
	var said []record.Content
	for _, i := range job.Items {
		said = append(said, agree.Answers.Says(agree.Answer{Item: i.ID, Answer: agree.Yes, From: o.Name, How: "phone"}))
	}
	return write(by, said...)
}

func (t *teller) work(job *workshop.JobView, write recorder, by record.Actor, parts worn, half bool) error {
	for n, i := range job.Items {
		if half && n > 0 {
			return nil
		}
		fitted := make([]agree.Fitted, 0, len(i.Item.Parts))
		for _, p := range i.Item.Parts {
			fitted = append(fitted, agree.Fitted{Name: p.Name, Quantity: p.Quantity})
		}
		t.passes(25 * time.Minute)
		up := t.takesUp(job.Job, by, "item:"+string(i.ID), float64(i.Item.Minutes), 0)
		if err := write(by, append(up, agree.Works.Says(agree.Work{Item: i.ID, Parts: fitted}))...); err != nil {
			return err
		}
		if err := t.sayFitted(job, write, by, i); err != nil {
			return err
		}
		t.renew(parts, i.Item.Point)
	}
	return t.again(job, write, by, parts)
}

// again looks once more at what the work was for: a new part is measured, the rest is felt.
func (t *teller) again(job *workshop.JobView, write recorder, by record.Actor, parts worn) error {
	var looked []record.Content
	for _, f := range job.Findings {
		if f.Status != findings.FindingWorked {
			continue
		}
		i := slices.IndexFunc(job.Parts.Walk.Points, func(p inspect.PointView) bool { return p.ID == f.Point })
		switch {
		case i >= 0 && job.Parts.Walk.Points[i].Gauge != nil:
			looked = append(looked, inspect.Readings.Says(inspect.Reading{Point: f.Point,
				Typed: strconv.FormatFloat(parts[f.Point], 'f', 2, 64)}))
		case i >= 0 && f.ReadAgain:
			looked = append(looked, inspect.Readings.Says(inspect.Reading{Point: f.Point,
				Word: job.Parts.Walk.Points[i].Words[0].Word}))
		default:
			looked = append(looked, findings.Looks.Says(findings.Looked{Finding: f.ID}))
		}
	}
	if len(looked) == 0 {
		return nil
	}
	return write(by, looked...)
}

// guide begins a run of a procedure and does its first steps, or all of it.
func (t *teller) guide(job *workshop.JobView, write recorder, by record.Actor, g guidance) error {
	start := runlog.Guided{Procedure: g.procedure, Choices: g.choices}
	if bottle, ok := t.shelf[g.bottle]; ok {
		start.Bottle, start.Reason = &bottle.ID, "the same week, and it was shut tight"
	}
	if err := write(by, runlog.Starts.Says(start)); err != nil {
		return fmt.Errorf("beginning %s: %w", g.procedure, err)
	}
	run := job.Runs[len(job.Runs)-1]
	for n, step := range g.steps {
		t.passes(3 * time.Minute)
		done := runlog.StepDone{Run: run.ID, Step: step[0], Outcome: step[1], Place: n, Note: counted(run)}
		if err := write(by, runlog.Steps.Says(done)); err != nil {
			return fmt.Errorf("doing %s: %w", step[0], err)
		}
		run = job.Runs[len(job.Runs)-1]
	}
	for g.whole && !run.Finished {
		if err := write(by, t.step(*job, run)...); err != nil {
			return fmt.Errorf("doing %s of %s: %w", run.Now.ID, g.procedure, err)
		}
		run = job.Runs[len(job.Runs)-1]
	}
	return nil
}

// counted is what is written down with the step that a run has come to.
func counted(run runbench.RunView) string {
	if run.Now == nil || run.Now.Record == nil || run.Now.Record.Note == "" {
		return ""
	}
	return "reach 4, contact 2"
}

// step does the step that a run has come to, with what it asks to be recorded and the answer
// that leads on.
func (t *teller) step(job workshop.JobView, run runbench.RunView) (done []record.Content) {
	if asks := run.Now.Record; asks != nil {
		for _, b := range run.Bolts {
			done = append(done, torque.Torques.Says(*t.torque(job, b)))
		}
		for _, p := range job.Parts.Walk.Points {
			if p.ID == asks.Point {
				done = append(done, inspect.Readings.Says(inspect.Reading{Point: p.ID, Word: p.Words[0].Word}))
			}
		}
		if asks.Sign != "" {
			done = append(done, trial.Signs.Says(trial.Sign{What: asks.Sign, Passed: true}))
		}
	}
	step := runlog.StepDone{Run: run.ID, Step: run.Now.ID, Place: run.Place, Note: counted(run)}
	if len(run.Now.Outcomes) > 0 {
		step.Outcome = run.Now.Outcomes[0].Say
	}
	return append(done, runlog.Steps.Says(step))
}

func (t *teller) verify(job *workshop.JobView, write recorder, by record.Actor, half bool) error {
	bolts := job.Parts.Bolts.Bolts
	var done []record.Content
	for n, b := range bolts {
		if half && n > len(bolts)/2 {
			return write(by, done...)
		}
		done = append(done, torque.Torques.Says(*t.torque(*job, b)))
	}
	for _, tyre := range job.Parts.Air.Bench.Tyres {
		if tyre.Stands.Goes {
			continue
		}
		done = append(done, inspect.Airs.Says(pumped(job.Bike.Facts, tyre.Place)))
	}
	for _, s := range job.Signs {
		done = append(done, trial.Signs.Says(trial.Sign{What: s.What, Passed: true}))
	}
	if err := write(by, append(done, stops(*job)...)...); err != nil {
		return err
	}
	if err := t.sets(job, write, by, true); err != nil {
		return err
	}
	return t.lookAtMark(job, write, by)
}

// pumped is a tyre as a bike of its kind leaves with it.
func pumped(f bike.Facts, place string) inspect.Air {
	front, rear := "3.2", "3.5"
	switch {
	case f.Suspension != "rigid":
		front, rear = "1.9", "2.1"
	case f.Bar == "drop":
		front, rear = "4.2", "4.5"
	}
	air := inspect.Air{Place: place, Typed: front, Celsius: 18, Set: true}
	if place == inspect.AirRearTyre {
		air.Typed = rear
	}
	return air
}

// torque is a bolt done up to well within its rule, now and then found loose before.
func (t *teller) torque(job workshop.JobView, b torque.BoltView) *torque.Torque {
	log := torque.Torque{Fastener: b.Fastener, Position: b.Position, Found: torque.FoundNotChecked}
	if t.dice.IntN(9) == 0 || b.Fastener == "saddle-clamp" && t.dice.IntN(3) == 0 {
		log.Found = torque.FoundLoose
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
	dated := func(w torque.Wrench) bool { return b.Wrench != nil && w.ID == *b.Wrench && w.Due == "" }
	if slices.ContainsFunc(job.Parts.Bolts.Wrenches, dated) {
		log.Wrench = b.Wrench
	}
	return &log
}
