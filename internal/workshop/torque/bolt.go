package torque

import (
	"math"
	"slices"
	"strings"
	"time"

	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
	"utensil/knowledge"
)

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
	Unread    string            `json:"unread,omitempty" doc:"the fact that nobody has read, and that decides its limit or its hand"`
	Critical  bool              `json:"critical"`
	Feel      bool              `json:"feel,omitempty" doc:"a hand tells enough of it: nothing touched it, and this job torques no others"`
	Recheck   bool              `json:"recheck" doc:"once more after the first ride"`
	Again     bool              `json:"again" doc:"to be looked at again since an earlier job"`
	Wrench    *record.ID        `json:"wrench,omitempty" doc:"the closest wrench of the register"`
	Log       *Torque           `json:"log,omitempty"`
	LogID     *record.ID        `json:"log_id,omitempty"`
	Also      []OtherLog        `json:"also,omitempty" doc:"logs made at the same time by someone who had not seen this one"`
	Verdict   *fastener.Verdict `json:"verdict,omitempty"`
	Stale     bool              `json:"stale" doc:"work since has disturbed it"`
	Since     string            `json:"since,omitempty" doc:"that work, in words: what was done that this log's writer had not seen"`
	Settled   bool              `json:"settled" doc:"logged since the work, and in range or not fitted"`
	By        string            `json:"by,omitempty"`
	At        *time.Time        `json:"at,omitempty"`
	Before    *PastTorque       `json:"before,omitempty" doc:"in the job before"`
	LooseHere *Looseness        `json:"loose_here,omitempty" doc:"how often such joints were found loose here, once there are enough to tell"`

	kinds bool // it is one of several kinds, and this bike has it
}

// OtherLog is another log of the same bolt, made without seeing the one that counts.
type OtherLog struct {
	ID     record.ID `json:"id"`
	LeftNm *float64  `json:"left_nm,omitempty"`
	Found  string    `json:"found" enum:"figure,loose,over_tight,stuck,damaged,not_checked"`
	By     string    `json:"by"`
	At     time.Time `json:"at"`
}

// PastTorque is how a bolt was found and left in an earlier job.
type PastTorque struct {
	Found   string    `json:"found" enum:"figure,loose,over_tight,stuck,damaged,not_checked"`
	FoundNm *float64  `json:"found_nm,omitempty"`
	LeftNm  *float64  `json:"left_nm,omitempty"`
	By      string    `json:"by"`
	At      time.Time `json:"at"`
}

func pastTorque(e record.Entry) PastTorque {
	t := Torques.In(e.Content)
	return PastTorque{Found: t.Found, FoundNm: t.FoundNm, LeftNm: t.LeftNm, By: e.ByName, At: e.At}
}

// readBolts lists the torque run: the fasteners this bike has and this job touched, those
// that an earlier job wanted looked at again, and those added to the bike, bolt by bolt in
// the order in which a set is tightened.
func readBolts(s *record.Sheet) []BoltView {
	var views []BoltView
	again := record.Rechecks(s)
	run := s.Book.FastenersFor(parts.Facts.Of(s), s.Job.Depth, sold.Work(s),
		slices.Concat(record.Undone(s), agree.RemedyFasteners(s), again))
	past := map[string]record.Entry{}
	for e, in := range Torques.All(s.Past) {
		past[in.Key()] = e
	}
	logged := map[string][]record.Entry{}
	for e, in := range Torques.All(s.Ledger) {
		logged[in.Key()] = append(logged[in.Key()], e)
	}
	wrenches := tellAll(Wrenches.Of(s), s.Now)
	for _, f := range append(withOwed(s, run), Added.Of(s)...) {
		f = f.On(parts.Facts.Of(s))
		resolved := Resolve(s, f)
		positions := f.Bolts()
		treatment, _ := s.Book.Treatment(f.Treatment)
		for turn, i := range f.Pattern.Order(len(positions)) {
			v := BoltView{Fastener: f.ID, Position: positions[i], Name: f.Name, Component: f.Component,
				Rule: resolved.Rule, Origin: resolved.Origin,
				SetBy: resolved.SetBy, Limits: resolved.Limits, Doubt: resolved.Doubt, Set: f.Set,
				Thread: f.Thread, Tool: f.Tool,
				Treatment: treatment.Name,
				Apply:     f.Apply, Caution: f.Caution, Critical: f.Critical, Recheck: f.Recheck,
				Again: slices.Contains(again, f.ID), LooseHere: enough(Loosened.Of(s)[f.ID])}
			v.Unread, v.Feel = f.Unread(parts.Facts.Of(s)), wrenched(s, f) == ""
			v.kinds = len(f.As) > 0 && f.When.Holds(parts.Facts.Of(s))
			var asked string
			if v.LeftHand, asked = f.LeftHand(parts.Facts.Of(s)); asked != "" {
				v.Caution = strings.TrimSpace(asked + " " + v.Caution)
			}
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
			if e, was := past[v.Key()]; was {
				before := pastTorque(e)
				v.Before = &before
			}
			if logs := logged[v.Key()]; len(logs) > 0 {
				v.take(s, logs)
			}
			views = append(views, v)
		}
	}
	return views
}

// withOwed adds to a run what was undone in this job, or logged, and is not in it any more: the
// depth is lighter now, or the bike is said to be another.
func withOwed(s *record.Sheet, run []knowledge.Fastener) []knowledge.Fastener {
	owed := owed(s)
	return slices.DeleteFunc(slices.Clone(s.Book.Fasteners), func(f knowledge.Fastener) bool {
		in := slices.ContainsFunc(run, func(x knowledge.Fastener) bool { return x.ID == f.ID })
		return !in && !(slices.Contains(owed, f.ID) && record.HeldOnce(s, f.When))
	})
}

// owed are the fasteners that were undone in this job, and those that were logged.
func owed(s *record.Sheet) []string {
	ids := record.Undone(s)
	for _, in := range Torques.All(s.Ledger) {
		ids = append(ids, in.Fastener)
	}
	return ids
}

// take lays the logs of the bolt over it: the last one counts.
func (b *BoltView) take(s *record.Sheet, logs []record.Entry) {
	e := logs[len(logs)-1]
	in := Torques.In(e.Content)
	b.Log, b.LogID, b.By, b.At, b.Verdict = in, &e.ID, e.ByName, &e.At, in.Verdict
	if b.Rule != nil && in.LeftNm != nil && s.Job.ReleasedAt == nil {
		// What was told to be wrong stays so under a rule that was noted later: it is logged again by it.
		if verdict := in.judged(*b.Rule); in.Verdict == nil || in.Verdict.Settles() || !verdict.Settles() {
			b.Verdict = &verdict
		}
	}
	undone, stale := record.UndoneSince(s, b.Fastener, e.ID)
	b.Stale, b.Since = stale, undone.Says
	taken := b.another(in) && s.Job.ReleasedAt == nil
	b.Settled = in.Settles(b.Verdict) && !b.Stale && !taken && !(in.Felt && figures(s))
	for _, o := range logs[:len(logs)-1] {
		t := Torques.In(o.Content)
		if _, undone := record.UndoneSince(s, b.Fastener, o.ID); undone || b.Stale || in.Loosened &&
			s.Knew(o.ID, e.ID) {
			continue // the one that counts came after it, knowingly
		}
		good := t.Settles(t.Verdict)
		b.Also = append(b.Also, OtherLog{ID: o.ID, LeftNm: t.LeftNm, Found: t.Found, By: o.ByName, At: o.At})
		b.Settled = b.Settled && good
	}
}

// unknown says whether nobody has read what the bolt is, without which it has no figure.
func (b BoltView) unknown() bool { return b.Rule == nil && b.Set == "" }

// another says whether a bolt was logged as something that it is not known to be: set by feel
// where it has a figure, torqued where it is set by feel, or before anybody had read what it is.
func (b BoltView) another(in *Torque) bool {
	if in.Felt {
		return false // a hand asks for no figure
	}
	if in.NotFitted {
		return b.kinds // which it is can be read: there is one
	}
	return b.unknown() || in.Set && b.Rule != nil || in.LeftNm != nil && b.Set != ""
}

// Settles says whether a bolt may be left so.
func (t Torque) Settles(v *fastener.Verdict) bool {
	return t.NotFitted || t.Felt || t.Set || v != nil && v.Settles()
}

// Key names the bolt.
func (t Torque) Key() string { return keyOf(t.Fastener, t.Position) }

// keyOf names one bolt of a bike, the same everywhere: its fastener, and its position in a set.
func keyOf(fastener, position string) string {
	return strings.TrimSuffix(fastener+"/"+position, "/")
}

// BoltHistory is one bolt of a bike over all its jobs.
type BoltHistory struct {
	Fastener string         `json:"fastener"`
	Position string         `json:"position,omitempty"`
	Name     string         `json:"name"`
	Rule     *fastener.Rule `json:"rule,omitempty"`
	Past     []PastTorque   `json:"past" doc:"oldest first"`
}

// Histories gathers every bolt of a bike over its jobs, in the order of the run.
func Histories(s *record.Sheet) []BoltHistory {
	past := map[string][]PastTorque{}
	for e, in := range Torques.All(s.Past) {
		past[in.Key()] = append(past[in.Key()], pastTorque(e))
	}
	out := []BoltHistory{}
	for _, f := range append(slices.Clone(s.Book.Fasteners), Added.Of(s)...) {
		f = f.On(parts.Facts.Of(s))
		for _, position := range f.Bolts() {
			if seen := past[keyOf(f.ID, position)]; len(seen) > 0 {
				out = append(out, BoltHistory{Fastener: f.ID, Position: position, Name: f.Name,
					Rule: Resolve(s, f).Rule, Past: seen})
			}
		}
	}
	return out
}

// Key names one bolt within a job.
func (b BoltView) Key() string { return keyOf(b.Fastener, b.Position) }

// Bolts are the torque run of a job, bolt by bolt.
var Bolts = record.Derive(readBolts)

// Unsettled lists the bolts that still stand in the way.
func Unsettled(bolts []BoltView) []BoltView {
	return slices.DeleteFunc(slices.Clone(bolts), func(b BoltView) bool { return b.Settled })
}
