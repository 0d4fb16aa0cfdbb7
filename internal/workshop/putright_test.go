package workshop

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/measure"
	"utensil/core/wear"
)

// bench does to a record what a test tells it, and fails the test where it is refused.
type bench struct {
	*testing.T
	w *Workshop
	r *Record
}

func (b bench) do(c Content) ID {
	require.NoError(b, write(b.w, b.r, c, nil))
	return b.r.Entries[len(b.r.Entries)-1].ID
}

func (b bench) reads(point, what string) {
	b.do(Content{Reading: &Reading{Point: point, Typed: what, Word: what}})
}

// goes runs a procedure from start to end, with the first of each step's answers.
func (b bench) goes(in Guided) {
	b.do(Content{Guided: &in})
	b.goesOn()
}

// goesOn goes on with the run begun last.
func (b bench) goesOn() {
	for n := 0; ; n++ {
		require.Less(b, n, 60, "the run never ends")
		runs := b.w.layOut(*b.r).runs
		run := runs[len(runs)-1]
		if run.Finished {
			return
		}
		if asks := run.Now.Record; asks != nil {
			if asks.Left || asks.Sign != "" {
				assert.NotEmpty(b, run.Missing, "%s: what was told before it does not count", run.Now.Do)
			}
			switch {
			case asks.Point != "":
				p, _ := b.w.Book().Point(asks.Point)
				reading := Reading{Point: p.ID, Typed: "1.8"}
				if p.Gauge == nil {
					reading.Word = p.Scale[0].Word
				}
				b.do(Content{Reading: &reading})
			case asks.Sign != "":
				b.do(Content{Sign: &Sign{What: asks.Sign, Passed: true}})
			}
			for _, bolt := range run.Bolts {
				require.NoError(b, logged(b.w, b.r, bolt, func(t *Torque) {
					if t.Set = bolt.Rule == nil; !t.Set {
						t.LeftTyped = measure.Format(float64(bolt.Rule.Min+bolt.Rule.Max) / 2)
					}
				}, nil))
			}
		}
		step := StepDone{Run: run.ID, Step: run.Now.ID, Place: run.Place}
		if len(run.Now.Outcomes) > 0 {
			step.Outcome = run.Now.Outcomes[0].Say
		}
		b.do(Content{Step: &step})
	}
}

// agrees proposes work and has the owner agree to it.
func (b bench) agrees(operation string) ID {
	item := b.do(Content{Item: &Item{Operation: operation, Title: operation, Minutes: 20}})
	b.do(Content{Answer: &Answer{Item: item, Answer: Yes, From: "Ansel", How: "counter"}})
	return item
}

// found lists the findings as the sheet has them: title and what came of each.
func (b bench) found() map[string]FindingStatus {
	out := map[string]FindingStatus{}
	for _, f := range b.w.layOut(*b.r).findings {
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
	run := func(b bench, feels string) *ID {
		oil := b.r.Bottles[0].ID
		id := b.do(Content{Guided: &Guided{Procedure: "bleed-lever-front", Bottle: &oil}})
		b.reads("front-lever", feels)
		return &id
	}

	t.Run("measured again with the new part in", func(t *testing.T) {
		b := start(t)
		b.reads("front-pads", "0.8")
		b.do(Content{Work: &Work{Item: b.agrees("pads-disc-front")}})
		b.reads("front-pads", "1.9")
		assert.Equal(t, map[string]FindingStatus{"Front pads: 0.8 mm": FindingDone}, b.found())
		b.reads("front-pads", "0.7") // measured once more: the last figure after the work counts
		assert.Equal(t, map[string]FindingStatus{"Front pads: 0.7 mm": FindingOpen}, b.found(), "nothing was put right after all")
	})
	t.Run("measured twice before the work", func(t *testing.T) {
		b := start(t)
		b.reads("front-pads", "0.8")
		item := b.agrees("pads-disc-front")
		b.reads("front-pads", "0.9") // the old ones once more, with the wheel out
		b.do(Content{Work: &Work{Item: item}})
		assert.Equal(t, map[string]FindingStatus{"Front pads: 0.9 mm": FindingWorked}, b.found(), "nobody has looked at it since")
		b.do(Content{Looked: &Looked{Finding: b.w.layOut(*b.r).findings[0].ID}})
		assert.Equal(t, map[string]FindingStatus{"Front pads: 0.9 mm": FindingDone}, b.found())
	})
	t.Run("measured again without work", func(t *testing.T) {
		b := start(t)
		b.reads("front-pads", "0.8")
		b.reads("front-pads", "1.9")
		assert.Empty(t, b.found(), "the first figure was a slip")
	})
	t.Run("a run that leaves the lever firm", func(t *testing.T) {
		b := start(t)
		b.reads("front-lever", "Soft")
		item := b.agrees("bleed-front")
		b.do(Content{Work: &Work{Item: item, Run: run(b, "Firm"), Bottle: &b.r.Bottles[0].ID}})
		assert.Equal(t, map[string]FindingStatus{"Front lever feel: Soft": FindingDone}, b.found())
	})
	t.Run("a run that leaves it soft is no cure, whoever presses done", func(t *testing.T) {
		for _, byHand := range []bool{false, true} {
			b := start(t)
			b.reads("front-lever", "Soft")
			item := b.agrees("bleed-front")
			work := &Work{Item: item, Run: run(b, "Comes to the bar"), Bottle: &b.r.Bottles[0].ID}
			if byHand {
				work.Run = nil
			}
			b.do(Content{Work: work})
			assert.Equal(t, map[string]FindingStatus{"Front lever feel: Comes to the bar": FindingOpen}, b.found(), "nothing was put right")
		}
	})
	t.Run("what is only to be watched is kept, and stands in nobody's way", func(t *testing.T) {
		b := start(t)
		before := len(b.w.layOut(*b.r).leaving)
		b.do(Content{Finding: &Finding{Title: "Bar tape is thin", Mark: wear.Watch}})
		assert.Equal(t, map[string]FindingStatus{"Bar tape is thin": FindingWatched}, b.found())
		assert.Len(t, b.w.layOut(*b.r).leaving, before)
	})
}

func TestWorkThatIsDoneIsNotTalkedAway(t *testing.T) {
	w, r := desk(commuter(), "repair")
	b := bench{t, w, r}
	item := b.agrees("pads-disc-front")
	done := b.do(Content{Work: &Work{Item: item}})
	touched := len(unsettled(w.layOut(*r).bolts))
	refused := func(c Content, over *ID) {
		t.Helper()
		assert.ErrorContains(t, write(w, r, c, over), "done already")
		assert.Len(t, unsettled(w.layOut(*r).bolts), touched, "what it took apart is still to be torqued")
	}
	refused(Content{Answer: &Answer{Item: item, Answer: No, From: "Ansel", How: "phone"}}, nil)
	refused(Content{Withdrawn: &Withdrawn{Reason: "struck"}}, &item)
	refused(Content{Item: &Item{Title: "Something else", Minutes: 5}}, &item)
	require.NoError(t, write(w, r, Content{Withdrawn: &Withdrawn{Reason: "not done after all"}}, &done))
	assert.NoError(t, write(w, r, Content{Withdrawn: &Withdrawn{Reason: "struck"}}, &item))
}
