package workshop

import (
	"context"
	"errors"
	"slices"
	"time"

	"utensil/core/estimate"
	"utensil/core/measure"
	"utensil/core/wear"
)

// NewEntry is an entry as it is sent.
type NewEntry struct {
	ID         ID         `json:"id" doc:"UUIDv7 made by the sender"`
	At         *time.Time `json:"at,omitempty" doc:"when it was done, if not now"`
	Supersedes *ID        `json:"supersedes,omitempty" doc:"the entry this one corrects"`
	Content    Content    `json:"content"`
}

// who may write which kind of entry; the shop owner may write all.
var writers = map[Kind][]Role{
	KindReading: {Mechanic}, KindFigure: {Mechanic}, KindFinding: {Mechanic}, KindAside: {Mechanic}, KindLooked: {Mechanic},
	KindHunt: {Mechanic}, KindClue: {Mechanic}, KindTried: {Mechanic},
	KindAir: {Mechanic}, KindOdometer: {Mechanic, Counter}, KindRide: {Mechanic, Counter},
	KindWork: {Mechanic}, KindTorque: {Mechanic}, KindBolt: {Mechanic}, KindSign: {Mechanic},
	KindGuided: {Mechanic}, KindStep: {Mechanic}, KindPull: {Mechanic},
	KindItem: {Mechanic, Counter}, KindAsked: {Mechanic, Counter}, KindAnswer: {Mechanic, Counter},
	KindBelonging: {Mechanic, Counter}, KindReturn: {Mechanic, Counter}, KindNote: {Mechanic, Counter},
	KindWithdrawn: {Mechanic, Counter},
}

// Record writes entries about a job in the order given, all or none, and returns the job as
// it now stands. Each is checked against what stands before it. The same entry sent again
// changes nothing.
func (w *Workshop) Record(ctx context.Context, by Actor, job ID, entries ...NewEntry) (JobView, error) {
	for _, n := range entries {
		roles, known := writers[n.Content.Kind()]
		if !known {
			return JobView{}, invalid("content", "An entry says exactly one thing.")
		}
		if err := by.must(roles...); err != nil {
			return JobView{}, err
		}
		if !n.ID.Valid() {
			return JobView{}, invalid("id", "The id is not a version 7 UUID.")
		}
	}
	record, err := w.store.Job(ctx, job)
	if err != nil {
		return JobView{}, err
	}
	written := make([]Entry, len(entries))
	for i, n := range entries {
		e := Entry{ID: n.ID, JobID: job, BikeID: record.Bike.ID, Kind: n.Content.Kind(), Supersedes: n.Supersedes, By: by.ID, ByName: by.Name, At: w.at(n.At), Content: n.Content}
		if e.Digest, err = e.digest(); err != nil {
			return JobView{}, err
		}
		sent := slices.ContainsFunc(record.Entries, func(e Entry) bool { return e.ID == n.ID })
		if !sent { // what was accepted once is not asked again whether it still could be
			if e.Content, err = w.check(w.layOut(record), by, n); err != nil {
				return JobView{}, err
			}
			record.Entries = append(record.Entries, e)
		}
		written[i] = e
	}
	if err := w.store.Append(ctx, job, written...); err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, job)
}

// at takes the sender's time, unless its clock runs ahead of ours.
func (w *Workshop) at(sent *time.Time) time.Time {
	if now := w.now(); sent == nil || sent.After(now) {
		return now
	}
	return *sent
}

// check refuses an entry that cannot be so and fills in what the server works out.
func (w *Workshop) check(s *sheet, by Actor, n NewEntry) (Content, error) {
	c := n.Content
	if n.Supersedes != nil {
		old, known := s.find(*n.Supersedes)
		if !known || old.ID != *n.Supersedes {
			return c, &Problem{Kind: Stale, Title: "Already corrected", Detail: "Someone else corrected that entry first. Look at what it says now, and correct that if it is still wrong.", Current: old}
		}
		if c.Withdrawn == nil && old.Kind != c.Kind() {
			return c, invalid("supersedes", "A %s cannot correct a %s.", c.Kind(), old.Kind)
		}
		if err := by.must(writers[old.Kind]...); err != nil {
			return c, err
		}
		if old.Kind == KindItem && s.isDone(old.ID) {
			return c, workDone()
		}
	}
	var err error
	switch {
	case c.Reading != nil:
		c.Reading, err = w.checkReading(s, *c.Reading)
	case c.Figure != nil:
		c.Figure, err = w.checkFigure(s, *c.Figure)
	case c.Torque != nil:
		c.Torque, err = w.checkTorque(s, *c.Torque, n.Supersedes)
	case c.Bolt != nil:
		c.Bolt, err = w.checkBolt(s, *c.Bolt)
	case c.Finding != nil:
		c.Finding, err = w.checkFinding(s, *c.Finding)
	case c.Hunt != nil:
		c.Hunt, err = w.checkHunt(s, *c.Hunt)
	case c.Clue != nil:
		c.Clue, err = w.checkClue(s, *c.Clue, n.Supersedes)
	case c.Air != nil:
		c.Air, err = s.checkAir(*c.Air)
	case c.Odometer != nil:
		c.Odometer, err = checkOdometer(*c.Odometer)
	case c.Ride != nil:
		c.Ride, err = w.checkRide(*c.Ride)
	case c.Tried != nil:
		c.Tried, err = w.checkTried(s, *c.Tried)
	case c.Aside != nil:
		c.Aside, err = w.checkAside(s, *c.Aside)
	case c.Looked != nil:
		c.Looked, err = w.checkLooked(s, *c.Looked)
	case c.Item != nil:
		c.Item, err = w.checkItem(s, by, *c.Item)
	case c.Answer != nil:
		c.Answer, err = w.checkAnswer(s, *c.Answer)
	case c.Work != nil:
		c.Work, err = w.checkWork(s, *c.Work)
	case c.Guided != nil:
		c.Guided, err = w.checkGuided(s, *c.Guided)
	case c.Step != nil:
		c.Step, err = w.checkStep(s, *c.Step)
	case c.Pull != nil:
		c.Pull, err = s.checkPull(*c.Pull)
	case c.Sign != nil:
		c.Sign, err = checkSign(s, *c.Sign)
	case c.Belonging != nil:
		b := *c.Belonging
		b.Name, err = name("name", "what came with the bike", b.Name)
		c.Belonging = &b
	case c.Return != nil:
		if e, known := s.find(c.Return.Belonging); !known || e.Kind != KindBelonging {
			err = invalid("belonging", "That belonging is not on this job's list any more.")
		}
	case c.Note != nil:
		text := ""
		if text, err = note("text", c.Note.Text); err == nil && text == "" {
			err = invalid("text", "Type the note first.")
		}
		c.Note = &Note{Text: text}
	case c.Asked != nil:
		err = checkHow(c.Asked.How)
	case c.Withdrawn != nil:
		if n.Supersedes == nil {
			err = invalid("supersedes", "Say which entry is taken back.")
		} else {
			c.Withdrawn = &Withdrawn{}
			if c.Withdrawn.Reason, err = note("reason", n.Content.Withdrawn.Reason); err == nil {
				err = w.checkGivenUp(s, *n.Supersedes)
			}
		}
	}
	return c, err
}

// inField turns a figure that cannot be read or meant into a problem of a field.
func inField(field string, err error) error {
	var figure *measure.FigureError
	if errors.As(err, &figure) {
		p := invalid(field, "%s", figure.Problem)
		p.Suggestions = figure.Suggestions
		return p
	}
	return err
}

func (w *Workshop) checkReading(s *sheet, in Reading) (*Reading, error) {
	p, known := w.Book().Point(in.Point)
	if !known || !p.When.Holds(s.Bike.Facts) {
		return nil, invalid("point", "This bike has no such point. Its facts may have been changed: reload the job.")
	}
	in.Value, in.Values, in.Judgement = nil, nil, nil
	var err error
	if in.Note, err = note("note", in.Note); err != nil {
		return nil, err
	}
	switch {
	case in.PassedOver:
		if in.Note == "" {
			return nil, invalid("note", "Say why it is not looked at. It will stand on the owner's sheet.")
		}
		in.Typed, in.Word = "", ""
		return &in, nil
	case p.Gauge != nil:
		figures, err := p.Gauge.Read(in.Typed)
		for _, f := range figures {
			if err == nil {
				err = f.CheckPlausible(p.Gauge.Plausible)
			}
			in.Values = append(in.Values, f.Base)
		}
		if err != nil {
			return nil, inField("typed", err)
		}
		limit, _ := w.limit(s, p.ID)
		worst := limit.Worst(in.Values)
		in.Word, in.Value = "", &worst
		if err := w.another(s, p, limit.Limit, worst, in.Note); err != nil {
			return nil, err
		}
		if len(in.Values) == 1 {
			in.Values = nil
		}
	case in.Word == "":
		return nil, invalid("word", "Choose what you found.")
	default:
		in.Typed = ""
	}
	if in.Judgement = w.judge(s, in); in.Judgement == nil {
		return nil, invalid("word", "“%s” is not on the scale of this point. Choose one of its words.", in.Word)
	}
	return &in, nil
}

// judge says what a reading means on this bike; nil when its word is not on the scale.
func (w *Workshop) judge(s *sheet, in Reading) *wear.Judgement {
	p, known := w.Book().Point(in.Point)
	if !known {
		return nil
	}
	if p.Gauge != nil && in.Value != nil {
		limit, _ := w.limit(s, in.Point)
		j := p.Gauge.Uneven(limit.Judge(*in.Value, p.Gauge.Unit, p.Worn), in.Values)
		return &j
	}
	if j, found := wear.JudgeWord(p.Scale, in.Word, p.Worn); found {
		return &j
	}
	return nil
}

// limit is the limit of a measured point on this bike: its own figure if there is one, else
// the catalogue's for its facts.
func (w *Workshop) limit(s *sheet, point string) (wear.Variant, *OwnFigure) {
	p, _ := w.Book().Point(point)
	limit := p.Gauge.LimitFor(s.Bike.Facts)
	if own := s.own(func(f *OwnFigure) bool { return f.Point == point && f.Limit != nil }); own != nil {
		limit.Limit = limit.Marked(*own.Limit, own.Source)
		limit.Why = own.Source
		return limit, own
	}
	return limit, nil
}

func (w *Workshop) checkFigure(s *sheet, in OwnFigure) (*OwnFigure, error) {
	var err error
	if in.Source, err = name("source", "where the figure stands: etched on the part, or the manual's page", in.Source); err != nil {
		return nil, err
	}
	in.Limit, in.Min, in.Max = nil, nil, nil
	if p, known := w.Book().Point(in.Point); known && p.Gauge != nil && p.Gauge.Markable {
		unit, _ := measure.UnitOf(p.Gauge.Unit)
		figure, err := measure.ParseFigure(in.Typed, unit)
		if err == nil {
			err = figure.CheckPlausible(p.Gauge.Plausible)
		}
		if err != nil {
			return nil, inField("typed", err)
		}
		in.Limit = &figure.Base
		return &in, nil
	}
	f, known := w.fastenerOn(s, in.Fastener)
	rule := w.resolve(s, f).Rule
	if !known || rule == nil {
		return nil, invalid("fastener", "Only a fastener with a torque, or a part that is marked with its limit, takes a figure of its own.")
	}
	if in.Part, err = optional("part", "the part", in.Part); err != nil {
		return nil, err
	}
	if in.ForModel && s.Bike.Model == "" {
		return nil, invalid("for_model", "This bike has no model noted. Note it at its facts first, or keep the figure for this bike alone.")
	}
	in.Min, in.Max, err = readRange(s, in.TypedMin, in.TypedMax, rule.Plausible())
	return &in, err
}

func (w *Workshop) checkFinding(s *sheet, in Finding) (*Finding, error) {
	var err error
	in.Operation, in.Rescuable = "", false
	if in.Hunt != nil {
		if err := w.fromHunt(s, &in); err != nil {
			return nil, err
		}
	}
	if in.Title, err = name("title", "what is wrong", in.Title); err != nil {
		return nil, err
	}
	if in.Mark != wear.Watch && !in.Mark.NeedsWork() {
		return nil, invalid("mark", "Say how bad it is: watch, due or unsafe.")
	}
	in.Note, err = note("note", in.Note)
	return &in, err
}

func (w *Workshop) checkAside(s *sheet, in Aside) (*Aside, error) {
	f, known := findingOf(s.findings, in.Finding)
	if !known {
		return nil, invalid("finding", "That finding is not open any more.")
	}
	if f.Mark == wear.Unsafe {
		return nil, invalid("finding", "Something unsafe cannot be set aside. Propose the work; if the owner refuses it, record the refusal.")
	}
	var err error
	if in.Reason, err = note("reason", in.Reason); err == nil && in.Reason == "" {
		err = invalid("reason", "Say why it is left. It will stand on the owner's sheet.")
	}
	return &in, err
}

func (w *Workshop) checkItem(s *sheet, by Actor, in Item) (*Item, error) {
	in.Point, in.Touches = "", nil
	if in.Finding != nil {
		e, known := s.find(*in.Finding)
		if !known || e.Kind != KindReading && e.Kind != KindFinding && e.Kind != KindTorque {
			return nil, invalid("finding", "That finding is not open any more.")
		}
		if e.Kind == KindReading {
			in.Point = e.Content.Reading.Point
		}
		in.Finding = &e.ID
	}
	if in.Operation != "" {
		operation, known := w.Book().Operation(in.Operation)
		if !known || !operation.When.Holds(s.Bike.Facts) {
			return nil, invalid("operation", "That work is not for this bike.")
		}
		if err := s.checkCures(in, operation); err != nil {
			return nil, err
		}
	}
	err := w.onTheWay(s, by, &in)
	if err != nil {
		return nil, err
	}
	if in.Title, err = name("title", "what is to be done", in.Title); err != nil {
		return nil, err
	}
	if in.Minutes < 0 || in.Minutes > 6000 {
		return nil, invalid("minutes", "Give the minutes of work: 0 to 6000.")
	}
	if in.Labour == nil {
		labour := estimate.Labour(in.Minutes, s.Settings.Hourly)
		in.Labour = &labour
	}
	if len(in.Parts) > 50 {
		return nil, invalid("parts", "That is more than 50 parts for one item. Make two items of it.")
	}
	for i := range in.Parts {
		p := &in.Parts[i]
		if p.Name, err = name("parts", "the part's name", p.Name); err != nil {
			return nil, err
		}
		if p.Quantity < 1 || p.Quantity > 999 || p.Price < 0 || p.Price > estimate.Largest {
			return nil, invalid("parts", "Check quantity and price of %s.", p.Name)
		}
	}
	if _, err := estimate.Add(s.Settings.Tax(), in.line()); err != nil || *in.Labour < 0 {
		return nil, invalid("labour_minor", "That is no price. Check the figures and type them again.")
	}
	return &in, nil
}

func (i Item) line() estimate.Line {
	line := estimate.Line{Parts: i.Parts}
	if i.Labour != nil {
		line.Labour = *i.Labour
	}
	return line
}

func checkHow(how string) error {
	switch how {
	case "counter", "phone", "message":
		return nil
	}
	return invalid("how", "Say how: at the counter, by phone or by message.")
}

func (w *Workshop) checkAnswer(s *sheet, in Answer) (*Answer, error) {
	e, known := s.find(in.Item)
	if !known || e.Kind != KindItem {
		return nil, invalid("item", "That item is not on the list any more.")
	}
	if e.Content.Item.OnTheWay {
		return nil, invalid("item", "That was put right on the way: there is nothing to answer.")
	}
	if e.ID != in.Item {
		return nil, &Problem{Kind: Stale, Title: "The item was changed", Detail: "Someone changed this item while the owner was answering. Read them the new one.", Current: e}
	}
	if in.Answer != Yes && s.isDone(e.ID) {
		return nil, workDone()
	}
	var err error
	if in.From, err = name("from", "who answered", in.From); err != nil {
		return nil, err
	}
	if err = checkHow(in.How); err != nil {
		return nil, err
	}
	in.Address = ""
	if in.Words, err = note("words", in.Words); err != nil {
		return nil, err
	}
	unsafe := s.settlesUnsafe(*e.Content.Item)
	switch in.Answer {
	case Yes:
	case No:
		if unsafe {
			return nil, invalid("answer", "This is unsafe to ride. Tell the owner so; if they still say no, record a refusal in their words.")
		}
	case Refused:
		if in.Words == "" {
			return nil, invalid("words", "Write down what the owner said when told that it is unsafe.")
		}
	default:
		return nil, invalid("answer", "The answer is yes, no or refused.")
	}
	return &in, nil
}

// isDone says whether an item's work is done: parts are in, joints were taken apart.
func (s *sheet) isDone(item ID) bool {
	return slices.ContainsFunc(s.items, func(i ItemView) bool { return i.ID == item && i.Work != nil })
}

func workDone() *Problem {
	return &Problem{Kind: Stale, Title: "That work is done already", Detail: "Somebody has marked it done. If it was not done after all, take that back under Work first."}
}

func (w *Workshop) checkWork(s *sheet, in Work) (*Work, error) {
	for _, item := range s.items {
		if item.ID != s.current(in.Item) {
			continue
		}
		if !item.agreed() {
			return nil, invalid("item", "The owner has not agreed to this yet. Record their answer first.")
		}
		in.Item = item.ID
		ran, whole := s.ran(item.Item.Operation)
		in.Part = ran && !whole
		if in.Run != nil {
			if e, known := s.find(*in.Run); !known || e.Content.Guided == nil || e.Content.Guided.Work.Operation != item.Item.Operation {
				return nil, invalid("run", "That run did other work.")
			}
		}
		if err := w.checkPoured(s, item, &in); err != nil {
			return nil, err
		}
		for i := range in.Parts {
			var err error
			if in.Parts[i].Name, err = name("parts", "the part's name", in.Parts[i].Name); err != nil {
				return nil, err
			}
			if in.Parts[i].Quantity < 1 || in.Parts[i].Quantity > 999 {
				return nil, invalid("parts", "Check the quantity of %s.", in.Parts[i].Name)
			}
		}
		var err error
		in.Note, err = note("note", in.Note)
		return &in, err
	}
	return nil, invalid("item", "That item is not on the list any more.")
}

func checkSign(s *sheet, in Sign) (*Sign, error) {
	for _, what := range signsFor(s.Bike.Facts) {
		if what == in.What {
			text, err := note("note", in.Note)
			in.Note = text
			if err == nil && !in.Passed && text == "" {
				err = invalid("note", "Say what is wrong, so that it can be put right.")
			}
			return &in, err
		}
	}
	return nil, invalid("what", "This bike has no such brake.")
}

// Preview judges a reading or a torque without recording it.
func (w *Workshop) Preview(ctx context.Context, job ID, c Content) (Content, error) {
	record, err := w.store.Job(ctx, job)
	if err != nil {
		return c, err
	}
	switch {
	case c.Reading != nil:
		c.Reading, err = w.checkReading(w.layOut(record), *c.Reading)
	case c.Torque != nil:
		in := *c.Torque
		in.Loosened = true // how it came about is asked when it is logged
		c.Torque, err = w.checkTorque(w.layOut(record), in, nil)
	default:
		err = invalid("content", "Only a reading or a torque is judged.")
	}
	return c, err
}
