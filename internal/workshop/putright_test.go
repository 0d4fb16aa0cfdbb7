package workshop

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/measure"
	"utensil/core/procedure"
	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
)

// bench does to a record what a test tells it, and fails the test where it is refused.
type bench struct {
	*testing.T
	w *Workshop
	r *record.Record
}

func (b bench) do(c record.Content) record.ID {
	require.NoError(b, write(b.w, b.r, c, nil))
	return b.r.Entries[len(b.r.Entries)-1].ID
}

func (b bench) reads(point, what string) {
	b.do(inspect.Readings.Says(inspect.Reading{Point: point, Typed: what, Word: what}))
}

// corrects says what stands at a point was a slip, and what it is.
func (b bench) corrects(point, what string) {
	e, _ := inspect.ReadingOf(lay(b.w, b.r), point)
	require.NoError(b, write(b.w, b.r, inspect.Readings.Says(inspect.Reading{Point: point, Typed: what,
		Word: what}), &e.ID))
}

// goes runs a procedure from start to end, with the first of each step's answers.
func (b bench) goes(in runlog.Guided) {
	b.do(runlog.Starts.Says(in))
	b.goesOn()
}

// goesOn goes on with the run begun last.
func (b bench) goesOn() {
	for n := 0; ; n++ {
		require.Less(b, n, 60, "the run never ends")
		runs := runbench.Runs.Of(lay(b.w, b.r))
		run := runs[len(runs)-1]
		if run.Finished {
			return
		}
		b.goesStep(run)
	}
}

// goesStep does the step that a run has come to, with what it asks for.
func (b bench) goesStep(run runbench.RunView) {
	if asks := run.Now.Record; asks != nil {
		if (asks.Left || asks.Sign != "") && b.holds(*asks) {
			assert.NotEmpty(b, run.Missing, "%s: what was told before it does not count", run.Now.Do)
		}
		switch {
		case asks.Point != "":
			p, _ := b.w.Book().Point(asks.Point)
			reading := inspect.Reading{Point: p.ID, Typed: "1.8"}
			if p.Gauge == nil {
				reading.Word = p.Scale[0].Word
			}
			b.do(inspect.Readings.Says(reading))
		case asks.Sign != "":
			b.do(trial.Signs.Says(trial.Sign{What: asks.Sign, Passed: true}))
		case run.Missing != "":
			b.yields(*asks)
		}
		for _, bolt := range run.Bolts {
			require.NoError(b, logged(b.w, b.r, bolt, func(t *torque.Torque) {
				if t.Set = bolt.Rule == nil; !t.Set {
					t.LeftTyped = measure.Format(float64(bolt.Rule.Min+bolt.Rule.Max) / 2)
				}
			}, nil))
		}
	}
	step := runlog.StepDone{Run: run.ID, Step: run.Now.ID, Place: run.Place}
	if len(run.Now.Outcomes) > 0 {
		step.Outcome = run.Now.Outcomes[0].Say
	}
	if run.Now.Record != nil && run.Now.Record.Note != "" {
		step.Note = "3 clicks"
	}
	b.do(runlog.Steps.Says(step))
}

// holds says whether the bike has what a step asks about.
func (b bench) holds(asks procedure.Yield) bool {
	s := lay(b.w, b.r)
	return asks.Sign == "" || slices.Contains(trial.For(parts.Facts.Of(s)), asks.Sign)
}

// yields writes down what else a step asks for: a part, a pressure, clicks.
func (b bench) yields(asks procedure.Yield) {
	switch clicks := 7; {
	case asks.Part != "":
		b.do(putting(asks.Part, nil))
	case asks.Air != "":
		b.do(inspect.Airs.Says(inspect.Air{Place: asks.Air, Typed: "2.5", Celsius: 20, Set: asks.Left}))
	case asks.Dials != "":
		b.do(air.Dials.Says(air.DialsCounted{Leg: asks.Dials, Rebound: &clicks, Left: asks.Left}))
	case asks.Sealant != "":
		tyre := gravel
		tyre.End = asks.Sealant
		b.do(air.Tyres.Says(tyre))
		b.do(air.Toppings.Says(air.SealantTopped{End: asks.Sealant, Ml: "60", Celsius: 15}))
	case asks.Oil != "":
		b.do(air.Services.Says(air.LegServed{Leg: asks.Oil, What: "air", Every: "50"}))
	}
}

// agrees proposes work and has the owner agree to it.
func (b bench) agrees(operation string) record.ID {
	item := b.do(agree.Items.Says(agree.Item{Operation: operation, Title: operation, Minutes: 20}))
	b.do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Ansel", How: "counter"}))
	return item
}

// found lists the findings as the sheet has them: title and what came of each.
func (b bench) found() map[string]findings.FindingStatus {
	out := map[string]findings.FindingStatus{}
	for _, f := range findings.All.Of(lay(b.w, b.r)) {
		out[f.Title] = f.Status
	}
	return out
}

func TestWhatWasPutRightStaysOnTheSheet(t *testing.T) {
	start := func(t *testing.T) bench {
		w, r := desk(commuter(), "repair")
		r.Bike.Facts.FrontFluid = "mineral"
		shelf(r)
		return bench{t, w, r}
	}
	run := func(b bench, feels string) *record.ID {
		oil := fluid.Bottles.In(*b.r)[0].ID
		id := b.do(runlog.Starts.Says(runlog.Guided{Procedure: "bleed-lever-front",
			Choices: map[string]string{"lever": "tilted"}, Bottle: &oil}))
		b.reads("front-lever", feels)
		return &id
	}

	t.Run("measured again with the new part in", func(t *testing.T) {
		b := start(t)
		b.reads("front-pads", "0.8")
		b.do(agree.Works.Says(agree.Work{Item: b.agrees("pads-disc-front")}))
		b.reads("front-pads", "1.9")
		assert.Equal(t, map[string]findings.FindingStatus{"Front pads: 0.8 mm": findings.FindingDone}, b.found())
		b.reads("front-pads", "0.7") // measured once more: the last figure after the work counts
		assert.Equal(t, map[string]findings.FindingStatus{"Front pads: 0.7 mm": findings.FindingOpen}, b.found(),
			"nothing was put right after all")
	})
	t.Run("measured twice before the work", func(t *testing.T) {
		b := start(t)
		b.reads("front-pads", "0.8")
		item := b.agrees("pads-disc-front")
		b.reads("front-pads", "0.9") // the old ones once more, with the wheel out
		b.do(agree.Works.Says(agree.Work{Item: item}))
		assert.Equal(t, map[string]findings.FindingStatus{"Front pads: 0.9 mm": findings.FindingWorked}, b.found(),
			"nobody has looked at it since")
		b.do(findings.Looks.Says(findings.Looked{Finding: findings.All.Of(lay(b.w, b.r))[0].ID}))
		assert.Equal(t, map[string]findings.FindingStatus{"Front pads: 0.9 mm": findings.FindingDone}, b.found())
	})
	t.Run("measured again without work", func(t *testing.T) {
		b := start(t)
		b.reads("front-pads", "0.8")
		b.reads("front-pads", "1.9")
		assert.Equal(t, map[string]findings.FindingStatus{"Front pads: 0.8 mm": findings.FindingOpen},
			b.found(), "it is not read away")
		b.corrects("front-pads", "1.9")
		assert.Empty(t, b.found(), "the first figure was a slip")
	})
	t.Run("a run that leaves the lever firm", func(t *testing.T) {
		b := start(t)
		b.reads("front-lever", "Soft")
		item := b.agrees("bleed-front")
		b.do(agree.Works.Says(agree.Work{Item: item, Run: run(b, "Firm"), Bottle: &fluid.Bottles.In(*b.r)[0].ID}))
		assert.Equal(t, map[string]findings.FindingStatus{"Front lever feel: Soft": findings.FindingDone}, b.found())
	})
	t.Run("a run that leaves it soft is no cure, whoever presses done", func(t *testing.T) {
		for _, byHand := range []bool{false, true} {
			b := start(t)
			b.reads("front-lever", "Soft")
			item := b.agrees("bleed-front")
			work := &agree.Work{Item: item, Run: run(b, "Comes to the bar"), Bottle: &fluid.Bottles.In(*b.r)[0].ID}
			if byHand {
				work.Run = nil
			}
			b.do(agree.Works.Says(*work))
			open := map[string]findings.FindingStatus{"Front lever feel: Comes to the bar": findings.FindingOpen}
			assert.Equal(t, open, b.found(), "nothing was put right")
		}
	})
	t.Run("what is only to be watched is kept, and stands in nobody's way", func(t *testing.T) {
		b := start(t)
		before := len(b.w.leaving(lay(b.w, b.r)))
		b.do(inspect.Findings.Says(inspect.Finding{Title: "Bar tape is thin", Mark: wear.Watch}))
		assert.Equal(t, map[string]findings.FindingStatus{"Bar tape is thin": findings.FindingWatched}, b.found())
		assert.Len(t, b.w.leaving(lay(b.w, b.r)), before)
	})
}

func TestWorkThatIsDoneIsNotTalkedAway(t *testing.T) {
	w, r := desk(commuter(), "repair")
	b := bench{t, w, r}
	item := b.agrees("pads-disc-front")
	done := b.do(agree.Works.Says(agree.Work{Item: item}))
	touched := len(torque.Unsettled(torque.Bolts.Of(lay(w, r))))
	refused := func(c record.Content, over *record.ID) {
		t.Helper()
		assert.ErrorContains(t, write(w, r, c, over), "done already")
		assert.Len(t, torque.Unsettled(torque.Bolts.Of(lay(w, r))), touched,
			"what it took apart is still to be torqued")
	}
	refused(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.No, From: "Ansel", How: "phone"}), nil)
	refused(record.Withdrawals.Says(record.Withdrawn{Reason: "struck"}), &item)
	refused(agree.Items.Says(agree.Item{Title: "Something else", Minutes: 5}), &item)
	require.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{Reason: "not done after all"}), &done))
	assert.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{Reason: "struck"}), &item))
}
