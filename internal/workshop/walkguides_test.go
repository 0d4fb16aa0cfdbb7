package workshop

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/knowledge"
)

// wayThrough is one way through a piece of guided work: on a bike, with these choices made.
type wayThrough struct {
	name      string
	facts     bike.Facts
	procedure knowledge.Procedure
	choices   map[string]string
}

// bikesForGuides are bikes that guided work branches for: the kinds of the book, and those with
// one fact otherwise.
func bikesForGuides() (all []bike.Facts) {
	for _, kind := range book.Kinds {
		all = append(all, kind.Facts)
	}
	base := kindNamed("commuter").Facts
	for _, fact := range bike.All {
		if fact.Name == "kind" || fact.Name == "carries" {
			continue
		}
		for word := range bike.Every(bike.Condition{fact.Name: []string{"*"}}) {
			is, _ := word.Fact(fact.Name)
			all = append(all, base.With(fact.Name, is))
		}
	}
	for i := range all { // read, where somebody has to have read it
		for _, read := range [][2]string{{"front_fluid", "mineral"}, {"rear_fluid", "mineral"},
			{"front_port", "nipple"},
			{"rear_port", "screw"}, {"steerer", "alloy"}, {"bracket_thread", "left"}, {"post_material", "aluminium"}} {
			if is, _ := all[i].Fact(read[0]); is == bike.Unknown {
				if f := all[i].With(read[0], read[1]); len(f.Validate()) == 0 {
					all[i] = f
				}
			}
		}
	}
	return slices.DeleteFunc(all, func(f bike.Facts) bool { return len(f.Validate()) > 0 })
}

// waysThrough are all pieces of guided work with each answer of each choice at least once, on a
// bike that may be asked so.
func waysThrough() (ways []wayThrough) {
	seen := map[string]bool{}
	for _, facts := range bikesForGuides() {
		for _, p := range book.ProceduresOn(facts) {
			asked := func(first map[string]string) {
				choices := runlog.ChosenOn(p, facts, nil)
				var key []string
				for _, c := range p.Choices {
					if c.Applies(choices) && choices[c.ID] == "" {
						choices[c.ID] = c.Options[0].ID
						if want := first[c.ID]; want != "" {
							choices[c.ID] = want
						}
					}
				}
				for _, c := range slices.Sorted(maps.Keys(choices)) {
					key = append(key, c+" "+choices[c])
				}
				name := p.ID + ": " + strings.Join(key, ", ")
				if !seen[name] && runlog.Unread(p, facts, choices) == "" {
					seen[name] = true
					ways = append(ways, wayThrough{name, facts, p, choices})
				}
			}
			asked(nil)
			for _, c := range p.Choices {
				for _, o := range c.Options[1:] {
					asked(map[string]string{c.ID: o.ID})
				}
			}
		}
	}
	return ways
}

// All guided work is gone through as if all went well: every step can be done, what it asks to be
// written down can be, and at the end nothing that it opened is open.
func TestAllGuidedWorkIsGoneThrough(t *testing.T) {
	ways := waysThrough()
	gone := map[string]bool{}
	for _, way := range ways {
		gone[way.procedure.ID] = true
		t.Run(way.name, func(t *testing.T) {
			t.Parallel()
			walk(t, way)
		})
	}
	for _, p := range book.Procedures {
		assert.True(t, gone[p.ID], "%s is on none of these bikes", p.ID)
	}
	t.Log(len(ways), "ways through", len(gone), "pieces of guided work")
}

func walk(t *testing.T, way wayThrough) {
	w, r := desk(knowledge.Kind{Facts: way.facts}, "strip")
	oil, dot := shelf(r)
	start := runlog.Guided{Procedure: way.procedure.ID, Choices: way.choices}
	if way.procedure.Pours(way.choices) {
		start.Bottle = &oil
		if family, _ := way.facts.Fact(way.procedure.End + "_fluid"); family == "dot" {
			start.Bottle, start.Reason = &dot, "the fresh one comes tomorrow"
		}
	}
	if strings.HasPrefix(way.procedure.ID, "sealant-") { // it goes into a tyre that was read as tubeless
		tyre := air.TyreRead{End: way.procedure.End,
			Marking: fmt.Sprintf("57-%d", way.facts.WheelFront), Most: "3.5", NoLeast: true, Tubeless: true}
		require.NoError(t, write(w, r, air.Tyres.Says(tyre), nil))
	}
	require.NoError(t, write(w, r, runlog.Starts.Says(start), nil))
	for n := 0; ; n++ {
		require.Less(t, n, 90, "it comes to no end")
		v := runbench.Runs.Of(lay(w, r))[0]
		if v.Now == nil {
			require.True(t, v.Finished)
			assert.Empty(t, v.Open, "left open at the end")
			break
		}
		for i := 0; v.Missing != ""; i++ {
			require.Less(t, i, 6, "%s: %s", v.Now.ID, v.Missing)
			writesDown(t, w, r, v)
			v = runbench.Runs.Of(lay(w, r))[0]
		}
		step := runlog.StepDone{Run: v.ID, Step: v.Now.ID, Place: v.Place}
		if asks := v.Now.Record; asks != nil && asks.Note != "" {
			step.Note = "reach 4, contact 2"
		}
		if len(v.Now.Outcomes) > 0 {
			step.Outcome = v.Now.Outcomes[0].Say
		}
		require.NoError(t, write(w, r, runlog.Steps.Says(step), nil), "step %s of %s", v.Now.ID, way.procedure.ID)
	}
	var unsafe []string
	for _, f := range findings.All.Of(lay(w, r)) {
		if f.Mark == wear.Unsafe {
			unsafe = append(unsafe, f.Title)
		}
	}
	if way.choices["school"] == "replace" {
		assert.Len(t, unsafe, 1, "it ends with what is to be replaced")
		return
	}
	assert.Empty(t, unsafe, "all went well, and yet it is unsafe")
}

// writesDown gives a step what it asks for: torques within their rules, a sound word or figure, a
// pressure, a part.
func writesDown(t *testing.T, w *Workshop, r *record.Record, v runbench.RunView) {
	asks := v.Now.Record
	must := func(c record.Content) { require.NoError(t, write(w, r, c, nil), "%s at %s", v.Missing, v.Now.ID) }
	four, no := 4, 0
	switch {
	case len(v.Bolts) > 0:
		for _, b := range v.Bolts {
			if b.Settled && b.LogID != nil {
				continue
			}
			must(torque.Torques.Says(rightly(b)))
		}
	case asks.Sign != "":
		must(trial.Signs.Says(trial.Sign{What: asks.Sign, Passed: true, Note: "pumped once more"}))
	case asks.Part != "":
		must(putting(asks.Part, nil))
	case asks.Point != "":
		must(inspect.Readings.Says(soundly(t, w, r, asks.Point)))
	case asks.Dials != "":
		must(air.Dials.Says(air.DialsCounted{Leg: asks.Dials, Rebound: &four, Compression: &no, Left: asks.Left}))
	case asks.Sealant != "":
		must(air.Toppings.Says(air.SealantTopped{End: asks.Sealant, Ml: "60", Celsius: 20}))
	case asks.Oil != "":
		must(air.Services.Says(air.LegServed{Leg: asks.Oil, What: "all", Every: "50"}))
	case asks.Air != "":
		must(inspect.Airs.Says(inspect.Air{Place: asks.Air, Typed: "2.4", Celsius: 20, Set: asks.Left}))
	}
}

// rightly is a bolt tightened to the middle of its rule, or set as it is set by feel.
func rightly(b torque.BoltView) torque.Torque {
	in := torque.Torque{Fastener: b.Fastener, Position: b.Position, Found: torque.FoundNotChecked, Loosened: true}
	if b.Set != "" || b.Rule == nil {
		in.Set = true
		return in
	}
	in.LeftTyped = measure.Format(float64(b.Rule.Min+b.Rule.Max) / 2)
	return in
}

// soundly is a reading of a point that is well.
func soundly(t *testing.T, w *Workshop, r *record.Record, id string) inspect.Reading {
	p, known := book.Point(id)
	require.True(t, known, id)
	if p.Gauge == nil {
		return inspect.Reading{Point: id, Word: p.Scale[0].Word}
	}
	sheet := lay(w, r)
	for _, typed := range []string{"0.1", "1.9", "4", "0.02", "12", "40"} {
		in := inspect.Reading{Point: id, Typed: typed}
		c, err := w.rules.Check(sheet, keeper, record.NewEntry{ID: record.NewID(), Content: inspect.Readings.Says(in)})
		if err == nil && inspect.Readings.In(c).Judgement != nil &&
			inspect.Readings.In(c).Judgement.Mark == wear.Sound {
			return in
		}
	}
	require.Fail(t, "no figure of these is sound", id)
	return inspect.Reading{}
}
