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
	run := w.Book().FastenersFor(s.Bike.Facts, s.Job.Depth, s.agreedWork(), slices.Concat(w.guidedFasteners(s), s.remedyFasteners(), again))
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
				Apply: f.Apply, Caution: f.Caution, Critical: f.Critical, Recheck: f.Recheck,
				Again: slices.Contains(again, f.ID), LooseHere: w.looseness[f.ID]}
			v.Unread = f.Unread(s.Bike.Facts)
			var asked string
			if v.LeftHand, asked = f.LeftHand(s.Bike.Facts); asked != "" {
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

// remedyFasteners lists what agreed work outside the catalogue disturbs.
func (s *sheet) remedyFasteners() (ids []string) {
	for _, i := range s.items {
		if i.agreed() {
			ids = append(ids, i.Item.Touches...)
		}
	}
	return ids
}

// disturb notes where in the ledger work last touched each fastener.
func (w *Workshop) disturb(s *sheet) map[string]int {
	places := map[string]int{}
	for _, e := range s.all(KindGuided) {
		for id, place := range w.loosenedBy(s, e) {
			places[id] = max(places[id], place)
		}
	}
	for _, i := range s.items {
		if i.agreed() && i.Work != nil {
			for _, id := range i.Item.Touches {
				places[id] = max(places[id], i.done)
			}
		}
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
		v := FindingView{ID: e.ID, Mark: wear.Due, By: e.ByName, At: e.At, Reason: in.Note, touches: []string{in.Fastener}}
		switch {
		case in.Verdict != nil && in.Verdict.State == fastener.Over:
			v.Title = fmt.Sprintf("%s over-tightened: %s N·m", name, measure.Format(*in.LeftNm))
			v.Reason = in.Verdict.Reason + " Look for cracks, crushed fibre and pulled threads; replace the part if in doubt."
			v.offerWords(Suggestion{Title: "Look at what the " + lower(name) + " holds, replace it if in doubt", Minutes: remedyMinutes}, s)
		case in.Found == FoundDamaged:
			v.Title, v.Mark, v.bolt = name+": damaged", wear.Unsafe, in.bolt()
			v.offerWords(Suggestion{Title: "Replace the damaged " + lower(name) + ", repair its thread", Minutes: remedyMinutes}, s)
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
