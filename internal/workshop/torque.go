package workshop

import (
	"slices"
	"time"

	"utensil/core/fastener"
	"utensil/core/measure"
)

// BoltView is one bolt of the torque run.
type BoltView struct {
	Fastener  string            `json:"fastener"`
	Position  string            `json:"position,omitempty"`
	Name      string            `json:"name"`
	Component string            `json:"component"`
	Rule      *fastener.Rule    `json:"rule,omitempty"`
	Set       string            `json:"set,omitempty" doc:"how it is set by feel"`
	Ruling    *measure.Ruling   `json:"ruling,omitempty"`
	Tool      string            `json:"tool"`
	Treatment string            `json:"treatment"`
	LeftHand  bool              `json:"left_hand" doc:"left-hand thread"`
	Caution   string            `json:"caution,omitempty"`
	Critical  bool              `json:"critical"`
	Log       *Torque           `json:"log,omitempty"`
	LogID     *ID               `json:"log_id,omitempty"`
	Verdict   *fastener.Verdict `json:"verdict,omitempty"`
	Stale     bool              `json:"stale" doc:"work since has disturbed it"`
	Settled   bool              `json:"settled" doc:"logged since the work, and in range or not fitted"`
	By        string            `json:"by,omitempty"`
	At        *time.Time        `json:"at,omitempty"`
}

// readBolts lists the torque run: the fasteners this bike has and this job touched, bolt by bolt.
func (w *Workshop) readBolts(s *sheet) []BoltView {
	var agreed []string
	disturbed := map[string]int{} // fastener → place of the last work that touched it
	for _, i := range s.items {
		if i.agreed() && i.Item.Operation != "" {
			agreed = append(agreed, i.Item.Operation)
			if operation, known := w.Book().Operation(i.Item.Operation); known && i.Work != nil {
				for _, id := range operation.Touches {
					disturbed[id] = max(disturbed[id], i.done)
				}
			}
		}
	}
	var views []BoltView
	for _, f := range w.Book().FastenersFor(s.Bike.Facts, s.Job.Depth, agreed) {
		rule := w.rule(s, f.ID)
		for _, position := range f.Bolts() {
			v := BoltView{Fastener: f.ID, Position: position, Name: f.Name, Component: f.Component, Rule: rule, Set: f.Set,
				Tool: f.Tool, Treatment: f.Treatment, LeftHand: f.Hand == "left", Caution: f.Caution, Critical: f.Critical}
			if rule != nil {
				ruling := measure.RulingTo(float64(rule.Max) * 1.6)
				v.Ruling = &ruling
			}
			if e, logged := s.last(KindTorque, func(c Content) bool { return c.Torque.Fastener == f.ID && c.Torque.Position == position }); logged {
				in := e.Content.Torque
				v.Log, v.LogID, v.By, v.At, v.Verdict = in, &e.ID, e.ByName, &e.At, in.Verdict
				if rule != nil && in.LeftNm != nil && s.Job.ReleasedAt == nil {
					verdict := rule.Judge(measure.Torque(*in.LeftNm))
					v.Verdict = &verdict
				}
				place, touched := disturbed[f.ID]
				v.Stale = touched && s.order[e.ID] < place
				good := in.NotFitted || in.Set || v.Verdict != nil && v.Verdict.State == fastener.InRange
				v.Settled = good && !v.Stale
			}
			views = append(views, v)
		}
	}
	return views
}

// unsettled lists the bolts that still stand in the way.
func unsettled(bolts []BoltView) []BoltView {
	return slices.DeleteFunc(slices.Clone(bolts), func(b BoltView) bool { return b.Settled })
}
