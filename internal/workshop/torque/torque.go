package torque

import (
	"fmt"
	"math"
	"slices"

	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/core/words"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
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
	Felt       bool              `json:"felt,omitempty" doc:"felt by hand: it does not turn. For a joint that nothing touched, in a job that torques no others"`
	NotFitted  bool              `json:"not_fitted,omitempty" doc:"this bike has no such fastener"`
	Loosened   bool              `json:"loosened,omitempty" doc:"it was too tight; loosened fully and tightened again"`
	Treatment  string            `json:"treatment,omitempty" doc:"what went on its threads, when not what belongs there"`
	Wrench     *record.ID        `json:"wrench,omitempty" doc:"of the shop's register"`
	Reason     string            `json:"reason,omitempty" doc:"why a wrench past its calibration, or outside its range, was used"`
	Adapter    *fastener.Adapter `json:"adapter,omitempty" doc:"between wrench and fastener"`
	ToolID     *record.ID        `json:"tool_reading,omitempty" doc:"the connected wrench's reading it was taken from"`
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

// judged compares what was left with a rule, by the wrench's error when it is known.
func (t Torque) judged(r fastener.Rule) fastener.Verdict {
	if t.Deviation > 0 {
		return r.JudgeWith(measure.Torque(*t.LeftNm),
			fastener.Wrench{Max: measure.Torque(*t.LeftNm), Deviation: t.Deviation})
	}
	return r.Judge(measure.Torque(*t.LeftNm))
}

func checkTorque(s *record.Sheet, d record.Draft, in Torque) (*Torque, error) {
	f, known := FastenerOn(s, in.Fastener)
	if !known {
		return nil, record.Refuse("fastener", "This bike has no such fastener.")
	}
	if !slices.Contains(f.Bolts(), in.Position) {
		return nil, record.Refuse("position", "The %s has no such bolt.", f.Name)
	}
	in.FoundNm, in.LeftNm, in.ShownNm, in.Verdict = nil, nil, nil, nil
	in.WrenchName, in.WrenchDue, in.Deviation, in.Was, in.Warning, in.ClampLow, in.ClampHigh = "", "", 0, "", "", 0, 0
	var err error
	if in.Note, err = record.TidyNote("note", in.Note); err != nil {
		return nil, err
	}
	if in.NotFitted || in.Felt {
		return unwrenched(s, f, in)
	}
	rule := Resolve(s, f).Rule
	if err := checkRead(s, f, rule); err != nil {
		return nil, err
	}
	if err := checkFound(s, f, rule, &in); err != nil {
		return nil, err
	}
	if rule == nil {
		if !in.Set {
			return nil, record.Refuse("set", "%s Press Enter when it does.", f.Set)
		}
		in.LeftTyped, in.Wrench, in.Adapter = "", nil, nil
		return &in, nil
	}
	in.Set = false
	if in.LeftTyped == "" && (in.Found == FoundStuck || in.Found == FoundDamaged) {
		if in.Note == "" {
			return nil, record.Refuse("note", "Say what is wrong with it, and what is to be done.")
		}
		return &in, nil
	}
	if err := fromTool(s, &in); err != nil {
		return nil, err
	}
	if err := checkWrench(s, f, *rule, &in); err != nil {
		return nil, err
	}
	if err := readLeft(s, *rule, &in); err != nil {
		return nil, err
	}
	if err := checkLoosened(s, f, in, d.Supersedes); err != nil {
		return nil, err
	}
	verdict := in.judged(*rule)
	in.Verdict = &verdict
	return &in, checkTreatment(s, f, &in)
}

// checkRead refuses a figure of a fastener of which nobody has read what kind it is here.
func checkRead(s *record.Sheet, f knowledge.Fastener, rule *fastener.Rule) error {
	fact := f.AskedFirst(parts.Facts.Of(s))
	switch {
	case rule != nil || f.Set != "":
		return nil
	case fact == "":
		return record.Refuse("fastener", "This bike is said to have no %s. If it has one, say so at its "+
			"facts, then log it.", words.Lower(f.Name))
	}
	return record.Refuse(fact, "Nobody has read what the %s is, and one kind bears a quarter of what "+
		"another wants. It shows %s: read it "+
		"and say so, then log it.", words.Lower(f.Name), record.WhereRead(fact))
}

// checkFound reads how the fastener was found.
func checkFound(s *record.Sheet, f knowledge.Fastener, rule *fastener.Rule, in *Torque) error {
	switch in.Found {
	case FoundFigure:
		in.Was = "unknown"
		if rule == nil {
			return nil
		}
		nm, err := readTorque(s, "found_typed", in.FoundTyped, rule.Plausible())
		if err != nil {
			return err
		}
		in.FoundNm = &nm
		in.Was = map[fastener.State]string{fastener.Under: FoundLoose, fastener.Over: FoundOverTight,
			fastener.InRange: "sound"}[rule.Judge(measure.Torque(nm)).State]
		return nil
	case FoundLoose, FoundOverTight:
		in.Was = in.Found
	case FoundStuck, FoundDamaged:
		in.Was = "unknown"
	case FoundNotChecked:
		in.Was = "sound" // a wrench on a joint that nobody has touched, and nothing noted
	default:
		return record.Refuse("found", "Say how it was found: a figure, loose, over-tight, stuck, "+
			"damaged or not checked.")
	}
	in.FoundTyped = ""
	// Of a joint that the work took apart nobody says how it was unless it was loose: counting
	// those would make all such joints look loose.
	for _, id := range sold.Work(s) {
		if o, known := s.Book.Operation(id); known && slices.Contains(record.Loosens(s, o), f.ID) {
			in.Was = "unknown"
		}
	}
	return nil
}

func readTorque(s *record.Sheet, field, typed string, plausible measure.Range) (float64, error) {
	return record.ReadFigure(field, typed, s.Settings.Unit(), plausible)
}

// checkWrench finds the wrench that was used. One past its calibration needs a reason, and so does
// one that is not vouched for at the figure of a safety-critical joint.
func checkWrench(s *record.Sheet, f knowledge.Fastener, rule fastener.Rule, in *Torque) error {
	if in.Wrench == nil {
		in.Reason = ""
		return nil
	}
	t, known := wrench(s, *in.Wrench)
	if !known || t.Retired {
		return record.Refuse("wrench", "That wrench is not in the register any more. Choose another.")
	}
	t = t.told(s.Now)
	in.WrenchName, in.WrenchDue, in.Deviation = t.Name, t.Due, t.Error/100
	var err error
	if in.Reason, err = record.TidyNote("reason", in.Reason); err != nil {
		return err
	}
	reaches := t.core().Reaches(rule)
	if !reaches {
		in.Warning = fmt.Sprintf("%s is vouched for from %s to %s N·m only. Take one that reaches.",
			t.Name, measure.Format(float64(t.Least)),
			measure.Format(float64(t.Max)))
	}
	switch {
	case t.Due != "" && in.Reason == "":
		return record.Refuse("reason", "%s: %s Take another wrench, or say why this one is used. It "+
			"will stand on the sheet.", t.Name, t.Due)
	case !reaches && f.Critical && in.Reason == "":
		return record.Refuse("reason", "%s The %s holds what the rider trusts: take another wrench, or "+
			"say why this one is used. It will stand "+
			"on the sheet.", in.Warning, words.Lower(f.Name))
	case t.Due == "" && (reaches || !f.Critical):
		in.Reason = ""
	}
	return nil
}

// readLeft reads what the wrench showed and works out what came to the fastener.
func readLeft(s *record.Sheet, rule fastener.Rule, in *Torque) error {
	plausible := rule.Plausible()
	if in.Adapter != nil {
		if err := in.Adapter.Validate(); err != nil {
			return record.Refuse("adapter", "%s", words.Sentence(err))
		}
		plausible.Min, plausible.Max = float64(in.Adapter.Setting(measure.Torque(plausible.Min))),
			float64(in.Adapter.Setting(measure.Torque(plausible.Max)))
	}
	nm, err := readTorque(s, "left_typed", in.LeftTyped, plausible)
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
func checkLoosened(s *record.Sheet, f knowledge.Fastener, in Torque, supersedes *record.ID) error {
	last, logged := Torques.Last(s.Ledger, func(was *Torque) bool { return was.Key() == in.Key() })
	if logged == nil || logged.Verdict == nil || logged.Verdict.State != fastener.Over {
		return nil
	}
	corrects := supersedes != nil && s.Current(*supersedes) == last.ID
	if _, undone := record.UndoneSince(s, in.Fastener, last.ID); undone {
		return nil // taken apart since
	}
	if corrects && in.Note == "" {
		return record.Refuse("note", "It was logged as over-tight. If that was a slip of typing, say so "+
			"in a note; if it is true, log that it "+
			"was loosened and tightened again.")
	}
	if !corrects && !in.Loosened {
		return record.Refuse("loosened", "The %s was left at %s N·m, too tight. Loosen it fully, look "+
			"at the part and the threads, tighten it "+
			"again, and log it as loosened.", f.Name, measure.Format(*logged.LeftNm))
	}
	return nil
}

// checkTreatment works out the clamping force, and warns when what went on the threads is
// not what belongs there.
func checkTreatment(s *record.Sheet, f knowledge.Fastener, in *Torque) error {
	proper, _ := s.Book.Treatment(f.Treatment)
	used := proper
	if in.Treatment != "" {
		var known bool
		if used, known = s.Book.Treatment(in.Treatment); !known {
			return record.Refuse("treatment", "Choose what went on the threads.")
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
	warning := fmt.Sprintf("%s instead of %s.", words.Capital(used.Name), proper.Name)
	if threaded {
		low, high := joint.Clamp(measure.Torque(*in.LeftNm), proper.Friction)
		warning += fmt.Sprintf(" The same torque clamps with %s to %s kN, meant were %s to %s.",
			kilo(in.ClampLow), kilo(in.ClampHigh), kilo(low),
			kilo(high))
	}
	if in.Warning != "" {
		warning = in.Warning + " " + warning
	}
	in.Warning = warning
	return nil
}

// checkThere refuses to call a fastener not fitted that was seen to be there: somebody undid just
// it in this job, or torqued it, now or in the job before. What was exchanged since may have come
// without it; a bike that has none any more has other facts.
func checkThere(s *record.Sheet, f knowledge.Fastener, in Torque) error {
	if !f.When.Holds(parts.Facts.Of(s)) {
		return nil
	}
	for _, l := range s.Ledgers() {
		e, last := Torques.Last(l, func(was *Torque) bool { return was.Key() == in.Key() && !was.NotFitted })
		_, exchanged := record.UndoneSince(s, in.Fastener, e.ID)
		if last != nil && !exchanged {
			return record.Refuse("not_fitted",
				"%s logged the %s: it was there. If it is gone, say so at the bike's facts or at what was fitted; "+
					"else torque it.", e.ByName, words.Lower(f.Name))
		}
	}
	if f.Certain && lastLeft(s, f, in) {
		return record.Refuse("not_fitted", "By its facts this bike has one. If it has not, change its "+
			"facts and say why; else torque it.")
	}
	if by, undone := record.UndoneByName(s, in.Fastener); undone {
		return record.Refuse("not_fitted", "It was undone: %s. Torque it.", by.Says)
	}
	return nil
}

// lastLeft says whether every other bolt of a fastener was called not fitted: one of them is there.
func lastLeft(s *record.Sheet, f knowledge.Fastener, in Torque) bool {
	return !slices.ContainsFunc(f.Bolts(), func(position string) bool {
		if position == in.Position {
			return false
		}
		_, log := Torques.Last(s.Ledger, func(was *Torque) bool { return was.Key() == keyOf(f.ID, position) })
		return log == nil || !log.NotFitted
	})
}

// kilo words a force in kilonewtons.
func kilo(newtons float64) string { return measure.Format(math.Round(newtons/100) / 10) }

// Torques are the logs of bolts, as found and as left.
var Torques = record.NewKind(record.Kind[Torque]{Name: "torque", By: record.ByMechanic,
	Renamed: func(in Torque, to record.Renaming) (Torque, bool) {
		r, other := to("fasteners", in.Fastener)
		if other {
			in.Fastener = r.Is
		}
		return in, other
	}})
