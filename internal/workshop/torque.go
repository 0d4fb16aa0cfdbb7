package workshop

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/knowledge"
)

// How a fastener was found, when no figure was taken.
const (
	FoundLoose      = "loose"
	FoundOverTight  = "over_tight"
	FoundStuck      = "stuck"
	FoundDamaged    = "damaged"
	FoundNotChecked = "not_checked"
	FoundFigure     = "figure"
)

// Torque records one bolt: as found and as left.
type Torque struct {
	Fastener   string            `json:"fastener"`
	Position   string            `json:"position,omitempty"`
	Found      string            `json:"found" enum:"figure,loose,over_tight,stuck,damaged,not_checked"`
	FoundTyped string            `json:"found_typed,omitempty"`
	LeftTyped  string            `json:"left_typed,omitempty" doc:"as left: what the wrench showed, in the shop's unit unless it names one"`
	Set        bool              `json:"set,omitempty" doc:"set by feel, for fasteners without a figure"`
	NotFitted  bool              `json:"not_fitted,omitempty" doc:"this bike has no such fastener"`
	Loosened   bool              `json:"loosened,omitempty" doc:"it was too tight; loosened fully and tightened again"`
	Treatment  string            `json:"treatment,omitempty" doc:"what went on its threads, when not what belongs there"`
	Wrench     *ID               `json:"wrench,omitempty" doc:"of the shop's register"`
	Reason     string            `json:"reason,omitempty" doc:"why a wrench past its calibration was used"`
	Adapter    *fastener.Adapter `json:"adapter,omitempty" doc:"between wrench and fastener"`
	ToolID     *ID               `json:"tool_reading,omitempty" doc:"the connected wrench's reading it was taken from"`
	Note       string            `json:"note,omitempty"`
	FoundNm    *float64          `json:"found_nm,omitempty" readOnly:"true"`
	ShownNm    *float64          `json:"shown_nm,omitempty" readOnly:"true" doc:"on the wrench, with an adapter"`
	LeftNm     *float64          `json:"left_nm,omitempty" readOnly:"true" doc:"at the fastener"`
	WrenchName string            `json:"wrench_name,omitempty" readOnly:"true"`
	WrenchDue  string            `json:"wrench_due,omitempty" readOnly:"true" doc:"why the wrench was past its calibration"`
	Deviation  float64           `json:"deviation,omitempty" readOnly:"true" doc:"of the wrench, as a share"`
	Was        string            `json:"was,omitempty" enum:"loose,over_tight,sound,unknown" readOnly:"true" doc:"what it counts as in the shop's record of loose joints"`
	Warning    string            `json:"warning,omitempty" readOnly:"true"`
	ClampLow   float64           `json:"clamp_low_n,omitempty" readOnly:"true" doc:"the least it clamps with, in newtons"`
	ClampHigh  float64           `json:"clamp_high_n,omitempty" readOnly:"true"`
	Verdict    *fastener.Verdict `json:"verdict,omitempty" readOnly:"true"`
}

// BoltView is one bolt of the torque run.
type BoltView struct {
	Fastener  string            `json:"fastener"`
	Position  string            `json:"position,omitempty"`
	Name      string            `json:"name"`
	Component string            `json:"component"`
	Rule      *fastener.Rule    `json:"rule,omitempty"`
	Origin    Origin            `json:"origin,omitempty" enum:"manual,model,catalogue,estimate" doc:"where the figure comes from"`
	SetBy     string            `json:"set_by,omitempty" doc:"the part that set it, when several meet"`
	Limits    []fastener.Limit  `json:"limits,omitempty" doc:"of the parts that meet"`
	Doubt     string            `json:"doubt,omitempty" doc:"the caution of an estimate"`
	Set       string            `json:"set,omitempty" doc:"how it is set by feel"`
	Ruling    *measure.Ruling   `json:"ruling,omitempty"`
	Thread    string            `json:"thread,omitempty"`
	Tool      string            `json:"tool"`
	Treatment string            `json:"treatment"`
	Apply     string            `json:"apply,omitempty" doc:"where the treatment goes"`
	LeftHand  bool              `json:"left_hand" doc:"left-hand thread"`
	Pattern   fastener.Pattern  `json:"pattern,omitempty" enum:"turns,star"`
	Turn      int               `json:"turn,omitempty" doc:"its place in the order of its set, from 1"`
	Of        int               `json:"of,omitempty" doc:"bolts in its set"`
	Half      measure.Torque    `json:"half_nm,omitempty" doc:"first stage of a set: half way"`
	Caution   string            `json:"caution,omitempty"`
	Critical  bool              `json:"critical"`
	Recheck   bool              `json:"recheck" doc:"once more after the first ride"`
	Again     bool              `json:"again" doc:"to be looked at again since an earlier job"`
	Wrench    *ID               `json:"wrench,omitempty" doc:"the closest wrench of the register"`
	Log       *Torque           `json:"log,omitempty"`
	LogID     *ID               `json:"log_id,omitempty"`
	Also      []OtherLog        `json:"also,omitempty" doc:"logs made at the same time by someone who had not seen this one"`
	Verdict   *fastener.Verdict `json:"verdict,omitempty"`
	Stale     bool              `json:"stale" doc:"work since has disturbed it"`
	Settled   bool              `json:"settled" doc:"logged since the work, and in range or not fitted"`
	By        string            `json:"by,omitempty"`
	At        *time.Time        `json:"at,omitempty"`
	Before    *PastTorque       `json:"before,omitempty" doc:"in the job before"`
	LooseHere *Looseness        `json:"loose_here,omitempty" doc:"how often such joints were found loose here"`
}

// OtherLog is another log of the same bolt, made without seeing the one that counts.
type OtherLog struct {
	ID     ID        `json:"id"`
	LeftNm *float64  `json:"left_nm,omitempty"`
	Found  string    `json:"found"`
	By     string    `json:"by"`
	At     time.Time `json:"at"`
}

// PastTorque is how a bolt was found and left in an earlier job.
type PastTorque struct {
	Found   string    `json:"found"`
	FoundNm *float64  `json:"found_nm,omitempty"`
	LeftNm  *float64  `json:"left_nm,omitempty"`
	By      string    `json:"by"`
	At      time.Time `json:"at"`
}

func pastTorque(e Entry) PastTorque {
	t := e.Content.Torque
	return PastTorque{Found: t.Found, FoundNm: t.FoundNm, LeftNm: t.LeftNm, By: e.ByName, At: e.At}
}

// readBolts lists the torque run: the fasteners this bike has and this job touched, those
// that an earlier job wanted looked at again, and those added to the bike, bolt by bolt in
// the order in which a set is tightened.
func (w *Workshop) readBolts(s *sheet) []BoltView {
	var views []BoltView
	again := s.again()
	run := w.Book().FastenersFor(s.Bike.Facts, s.Job.Depth, s.agreedWork(), append(s.guidedFasteners(), again...))
	past := map[string]Entry{}
	for _, e := range s.past.all(KindTorque) {
		past[e.Content.Torque.bolt()] = e
	}
	logged := map[string][]Entry{}
	for _, e := range s.all(KindTorque) {
		logged[e.Content.Torque.bolt()] = append(logged[e.Content.Torque.bolt()], e)
	}
	wrenches := tellAll(s.Wrenches, w.now())
	for _, f := range append(run, s.added...) {
		resolved := w.resolve(s, f)
		positions := f.Bolts()
		treatment, _ := w.Book().Treatment(f.Treatment)
		for turn, i := range f.Pattern.Order(len(positions)) {
			v := BoltView{Fastener: f.ID, Position: positions[i], Name: f.Name, Component: f.Component, Rule: resolved.Rule, Origin: resolved.Origin,
				SetBy: resolved.SetBy, Limits: resolved.Limits, Doubt: resolved.Doubt, Set: f.Set, Thread: f.Thread, Tool: f.Tool, Treatment: treatment.Name,
				Apply: f.Apply, LeftHand: f.Hand == "left", Caution: f.Caution, Critical: f.Critical, Recheck: f.Recheck,
				Again: slices.Contains(again, f.ID), LooseHere: w.looseness[f.ID]}
			if len(positions) > 1 {
				v.Pattern, v.Turn, v.Of = f.Pattern, turn+1, len(positions)
			}
			if r := resolved.Rule; r != nil {
				ruling := measure.RulingTo(float64(r.Max) * 1.6)
				v.Ruling, v.Wrench = &ruling, closest(wrenches, *r)
				if v.Pattern != "" {
					v.Half = measure.Torque(math.Round(float64(r.Min+r.Max)/4*10) / 10)
				}
			}
			if e, was := past[v.bolt()]; was {
				before := pastTorque(e)
				v.Before = &before
			}
			if logs := logged[v.bolt()]; len(logs) > 0 {
				v.take(s, logs)
			}
			views = append(views, v)
		}
	}
	return views
}

// take lays the logs of the bolt over it: the last one counts.
func (b *BoltView) take(s *sheet, logs []Entry) {
	e := logs[len(logs)-1]
	in := e.Content.Torque
	b.Log, b.LogID, b.By, b.At, b.Verdict = in, &e.ID, e.ByName, &e.At, in.Verdict
	if b.Rule != nil && in.LeftNm != nil && s.Job.ReleasedAt == nil {
		verdict := in.judged(*b.Rule)
		b.Verdict = &verdict
	}
	place, touched := s.disturbed[b.Fastener]
	b.Stale = touched && s.order[e.ID] < place
	b.Settled = in.settles(b.Verdict) && !b.Stale
	for _, o := range logs[:len(logs)-1] {
		t := o.Content.Torque
		if in.Loosened || touched && s.order[o.ID] < place || b.Stale {
			continue // the one that counts came after it, knowingly
		}
		good := t.settles(t.Verdict)
		b.Also = append(b.Also, OtherLog{ID: o.ID, LeftNm: t.LeftNm, Found: t.Found, By: o.ByName, At: o.At})
		b.Settled = b.Settled && good
	}
}

// settles says whether a bolt may be left so.
func (t Torque) settles(v *fastener.Verdict) bool {
	return t.NotFitted || t.Set || v != nil && v.Settles()
}

// judged compares what was left with a rule, by the wrench's error when it is known.
func (t Torque) judged(r fastener.Rule) fastener.Verdict {
	if t.Deviation > 0 {
		return r.JudgeWith(measure.Torque(*t.LeftNm), fastener.Wrench{Max: measure.Torque(*t.LeftNm), Deviation: t.Deviation})
	}
	return r.Judge(measure.Torque(*t.LeftNm))
}

// bolt names one bolt of a bike.
func (t Torque) bolt() string   { return t.Fastener + "/" + t.Position }
func (b BoltView) bolt() string { return b.Fastener + "/" + b.Position }

// agreedWork lists the operations that the owner agreed to.
func (s *sheet) agreedWork() (operations []string) {
	for _, i := range s.items {
		if i.agreed() && i.Item.Operation != "" {
			operations = append(operations, i.Item.Operation)
		}
	}
	return operations
}

// disturb notes where in the ledger work last touched each fastener.
func (w *Workshop) disturb(s *sheet) map[string]int {
	places := map[string]int{}
	for _, e := range s.all(KindGuided) {
		for _, id := range s.fastenersOf(e) {
			places[id] = s.order[e.ID]
		}
	}
	for _, i := range s.items {
		if operation, known := w.Book().Operation(i.Item.Operation); known && i.agreed() && i.Work != nil {
			for _, id := range operation.Touches {
				places[id] = max(places[id], i.done)
			}
		}
	}
	return places
}

// unsettled lists the bolts that still stand in the way.
func unsettled(bolts []BoltView) []BoltView {
	return slices.DeleteFunc(slices.Clone(bolts), func(b BoltView) bool { return b.Settled })
}

func (w *Workshop) checkTorque(s *sheet, in Torque, supersedes *ID) (*Torque, error) {
	f, known := w.fastenerOn(s, in.Fastener)
	if !known {
		return nil, invalid("fastener", "This bike has no such fastener.")
	}
	if !slices.Contains(f.Bolts(), in.Position) {
		return nil, invalid("position", "The %s has no such bolt.", f.Name)
	}
	in.FoundNm, in.LeftNm, in.ShownNm, in.Verdict = nil, nil, nil, nil
	in.WrenchName, in.WrenchDue, in.Deviation, in.Was, in.Warning, in.ClampLow, in.ClampHigh = "", "", 0, "", "", 0, 0
	var err error
	if in.Note, err = note("note", in.Note); err != nil {
		return nil, err
	}
	if in.NotFitted {
		if f.Critical && in.Note == "" {
			return nil, invalid("note", "The %s holds something the rider trusts. Say why it is not there.", f.Name)
		}
		return &Torque{Fastener: in.Fastener, Position: in.Position, Found: FoundNotChecked, NotFitted: true, Note: in.Note, Was: "unknown"}, nil
	}
	rule := w.resolve(s, f).Rule
	if err := w.checkFound(s, f, rule, &in); err != nil {
		return nil, err
	}
	if rule == nil {
		if !in.Set {
			return nil, invalid("set", "%s Press Enter when it does.", f.Set)
		}
		in.LeftTyped, in.Wrench, in.Adapter = "", nil, nil
		return &in, nil
	}
	in.Set = false
	if in.LeftTyped == "" && (in.Found == FoundStuck || in.Found == FoundDamaged) {
		if in.Note == "" {
			return nil, invalid("note", "Say what is wrong with it, and what is to be done.")
		}
		return &in, nil
	}
	if err := s.fromTool(&in); err != nil {
		return nil, err
	}
	if err := w.checkWrench(s, *rule, &in); err != nil {
		return nil, err
	}
	if err := w.readLeft(s, *rule, &in); err != nil {
		return nil, err
	}
	if err := s.checkLoosened(f, in, supersedes); err != nil {
		return nil, err
	}
	verdict := in.judged(*rule)
	in.Verdict = &verdict
	return &in, w.checkTreatment(f, &in)
}

// checkFound reads how the fastener was found.
func (w *Workshop) checkFound(s *sheet, f knowledge.Fastener, rule *fastener.Rule, in *Torque) error {
	switch in.Found {
	case FoundFigure:
		in.Was = "unknown"
		if rule == nil {
			return nil
		}
		nm, err := w.readTorque(s, "found_typed", in.FoundTyped, rule.Plausible())
		if err != nil {
			return err
		}
		in.FoundNm = &nm
		in.Was = map[fastener.State]string{fastener.Under: FoundLoose, fastener.Over: FoundOverTight, fastener.InRange: "sound"}[rule.Judge(measure.Torque(nm)).State]
		return nil
	case FoundLoose, FoundOverTight:
		in.Was = in.Found
	case FoundStuck, FoundDamaged:
		in.Was = "unknown"
	case FoundNotChecked:
		in.Was = "sound" // a wrench on a joint that nobody has touched, and nothing noted
	default:
		return invalid("found", "Say how it was found: a figure, loose, over-tight, stuck, damaged or not checked.")
	}
	in.FoundTyped = ""
	// Of a joint that the work took apart nobody says how it was unless it was loose: counting
	// those would make all such joints look loose.
	for _, id := range s.agreedWork() {
		if o, known := w.Book().Operation(id); known && slices.Contains(o.Touches, f.ID) {
			in.Was = "unknown"
		}
	}
	return nil
}

func (w *Workshop) readTorque(s *sheet, field, typed string, plausible measure.Range) (float64, error) {
	figure, err := measure.ParseFigure(typed, s.Settings.Unit())
	if err == nil {
		err = figure.CheckPlausible(plausible)
	}
	return figure.Base, inField(field, err)
}

// checkWrench finds the wrench that was used. One past its calibration needs a reason.
func (w *Workshop) checkWrench(s *sheet, rule fastener.Rule, in *Torque) error {
	if in.Wrench == nil {
		in.Reason = ""
		return nil
	}
	t, known := s.wrench(*in.Wrench)
	if !known || t.Retired {
		return invalid("wrench", "That wrench is not in the register any more. Choose another.")
	}
	t = t.told(w.now())
	in.WrenchName, in.WrenchDue, in.Deviation = t.Name, t.Due, t.Error/100
	var err error
	if in.Reason, err = note("reason", in.Reason); err != nil {
		return err
	}
	if t.Due == "" {
		in.Reason = ""
	} else if in.Reason == "" {
		return invalid("reason", "%s: %s Take another wrench, or say why this one is used. It will stand on the sheet.", t.Name, t.Due)
	}
	if !t.core().Reaches(rule) {
		in.Warning = fmt.Sprintf("%s is vouched for from %s to %s N·m only. Take one that reaches.", t.Name, measure.Format(float64(t.Least)), measure.Format(float64(t.Max)))
	}
	return nil
}

// readLeft reads what the wrench showed and works out what came to the fastener.
func (w *Workshop) readLeft(s *sheet, rule fastener.Rule, in *Torque) error {
	plausible := rule.Plausible()
	if in.Adapter != nil {
		if err := in.Adapter.Validate(); err != nil {
			return invalid("adapter", "%s.", capital(err.Error()))
		}
		plausible.Min, plausible.Max = float64(in.Adapter.Setting(measure.Torque(plausible.Min))), float64(in.Adapter.Setting(measure.Torque(plausible.Max)))
	}
	nm, err := w.readTorque(s, "left_typed", in.LeftTyped, plausible)
	if err != nil {
		return err
	}
	if in.Adapter != nil {
		shown := nm
		in.ShownNm, nm = &shown, float64(in.Adapter.At(measure.Torque(nm)))
	}
	in.LeftNm = &nm
	return nil
}

// checkLoosened refuses to make an over-tightened joint good by writing a smaller figure:
// it was loosened and tightened again, or the first figure was a slip that is explained.
func (s *sheet) checkLoosened(f knowledge.Fastener, in Torque, supersedes *ID) error {
	last, logged := s.last(KindTorque, func(c Content) bool { return c.Torque.bolt() == in.bolt() })
	if !logged || last.Content.Torque.Verdict == nil || last.Content.Torque.Verdict.State != fastener.Over {
		return nil
	}
	corrects := supersedes != nil && s.current(*supersedes) == last.ID
	if place, touched := s.disturbed[in.Fastener]; touched && s.order[last.ID] < place {
		return nil // taken apart since
	}
	if corrects && in.Note == "" {
		return invalid("note", "It was logged as over-tight. If that was a slip of typing, say so in a note; if it is true, log that it was loosened and tightened again.")
	}
	if !corrects && !in.Loosened {
		return invalid("loosened", "The %s was left at %s N·m, too tight. Loosen it fully, look at the part and the threads, tighten it again, and log it as loosened.", f.Name, measure.Format(*last.Content.Torque.LeftNm))
	}
	return nil
}

// checkTreatment works out the clamping force, and warns when what went on the threads is
// not what belongs there.
func (w *Workshop) checkTreatment(f knowledge.Fastener, in *Torque) error {
	proper, _ := w.Book().Treatment(f.Treatment)
	used := proper
	if in.Treatment != "" {
		var known bool
		if used, known = w.Book().Treatment(in.Treatment); !known {
			return invalid("treatment", "Choose what went on the threads.")
		}
	}
	joint, threaded := f.Joint()
	if threaded {
		in.ClampLow, in.ClampHigh = joint.Clamp(measure.Torque(*in.LeftNm), used.Friction)
	}
	if used.ID == proper.ID {
		in.Treatment = ""
		return nil
	}
	warning := fmt.Sprintf("%s instead of %s.", capital(used.Name), proper.Name)
	if threaded {
		low, high := joint.Clamp(measure.Torque(*in.LeftNm), proper.Friction)
		warning += fmt.Sprintf(" The same torque clamps with %s to %s kN, meant were %s to %s.", kilo(in.ClampLow), kilo(in.ClampHigh), kilo(low), kilo(high))
	}
	if in.Warning != "" {
		warning = in.Warning + " " + warning
	}
	in.Warning = warning
	return nil
}

// kilo words a force in kilonewtons.
func kilo(newtons float64) string { return measure.Format(math.Round(newtons/100) / 10) }

// overTightened lists the safety-critical fasteners that were tightened too far or came to
// light damaged. Tightening again does not undo it: the part is looked at, or replaced.
func (w *Workshop) overTightened(s *sheet) []FindingView {
	var found []FindingView
	for _, e := range s.all(KindTorque) {
		in := e.Content.Torque
		f, known := w.fastenerOn(s, in.Fastener)
		if !known || !f.Critical {
			continue
		}
		name := strings.TrimSpace(f.Name + " " + in.Position)
		v := FindingView{ID: e.ID, Mark: wear.Due, By: e.ByName, At: e.At, Reason: in.Note}
		switch {
		case in.Verdict != nil && in.Verdict.State == fastener.Over:
			v.Title = fmt.Sprintf("%s over-tightened: %s N·m", name, measure.Format(*in.LeftNm))
			v.Reason = in.Verdict.Reason + " Look for cracks, crushed fibre and pulled threads; replace the part if in doubt."
		case in.Found == FoundDamaged:
			v.Title = name + ": damaged"
		default:
			continue
		}
		found = append(found, v)
	}
	return found
}

// BoltHistory is one bolt of a bike over all its jobs.
type BoltHistory struct {
	Fastener string         `json:"fastener"`
	Position string         `json:"position,omitempty"`
	Name     string         `json:"name"`
	Rule     *fastener.Rule `json:"rule,omitempty"`
	Past     []PastTorque   `json:"past" doc:"oldest first"`
}

// boltHistory gathers every bolt of a bike over its jobs, in the order of the run.
func (w *Workshop) boltHistory(s *sheet) []BoltHistory {
	past := map[string][]PastTorque{}
	for _, e := range s.past.all(KindTorque) {
		past[e.Content.Torque.bolt()] = append(past[e.Content.Torque.bolt()], pastTorque(e))
	}
	out := []BoltHistory{}
	for _, f := range append(slices.Clone(w.Book().Fasteners), s.added...) {
		for _, position := range f.Bolts() {
			if seen := past[f.ID+"/"+position]; len(seen) > 0 {
				out = append(out, BoltHistory{Fastener: f.ID, Position: position, Name: f.Name, Rule: w.resolve(s, f).Rule, Past: seen})
			}
		}
	}
	return out
}
