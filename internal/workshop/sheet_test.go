package workshop

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/estimate"
	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/knowledge"
)

var (
	book, bookErr = knowledge.Shipped()
	keeper        = stand.Keeper
)

// desk is a workshop over no store, with one job of a kind of bike laid out.
func desk(kind knowledge.Kind, depth string) (*Workshop, *record.Record) {
	taught = record.Learnt{}
	w := New(nil, book, time.Now)
	return w, stand.On(kind, depth)
}

// taught is what the shop has learnt in these tests.
var taught = record.Learnt{}

// lay lays a record out as it stands.
func lay(w *Workshop, r *record.Record) *record.Sheet {
	return record.Lay(*r, w.Book(), w.now(), taught)
}

// write checks an entry as Record would and adds it.
func write(w *Workshop, r *record.Record, c record.Content, supersedes *record.ID) error {
	return stand.Write(w.rules, r, lay(w, r), c, supersedes)
}

// anything draws one entry a mechanic might write next, good or bad.
func anything(t *rapid.T, w *Workshop, r *record.Record) (record.Content, *record.ID) {
	s := lay(w, r)
	if len(s.Standing) > 0 && rapid.IntRange(0, 9).Draw(t, "takes back") == 0 {
		old := rapid.SampledFrom(s.Standing).Draw(t, "old")
		return record.Withdrawals.Says(record.Withdrawn{}), &old.ID
	}
	switch rapid.IntRange(0, 7).Draw(t, "what") {
	case 0, 1:
		p := rapid.SampledFrom(inspect.Points.Of(s)).Draw(t, "point")
		reading := &inspect.Reading{Point: p.ID}
		if p.Gauge != nil {
			reading.Typed = fmt.Sprintf("%.2f", rapid.Float64Range(0, 3).Draw(t, "figure"))
		} else {
			reading.Word = rapid.SampledFrom(p.Scale).Draw(t, "word").Word
		}
		return inspect.Readings.Says(*reading), nil
	case 2:
		if len(findings.All.Of(s)) > 0 {
			f := rapid.SampledFrom(findings.All.Of(s)).Draw(t, "finding")
			return agree.Items.Says(agree.Item{Finding: &f.ID, Title: "Put it right", Minutes: 10}), nil
		}
	case 3:
		if len(agree.Proposals.Of(s)) > 0 {
			return agree.Answers.Says(agree.Answer{Item: rapid.SampledFrom(agree.Proposals.Of(s)).Draw(t, "item").ID,
				Answer: rapid.SampledFrom([]string{agree.Yes, agree.No, agree.Refused}).Draw(t,
					"answer"), From: "Ansel", How: "phone",
				Words: "as I said"}), nil
		}
	case 4:
		if len(agree.Proposals.Of(s)) > 0 {
			return agree.Works.Says(agree.Work{Item: rapid.SampledFrom(agree.Proposals.Of(s)).Draw(t, "item").ID}), nil
		}
	case 5:
		b := rapid.SampledFrom(torque.Bolts.Of(s)).Draw(t, "bolt")
		log := &torque.Torque{Fastener: b.Fastener, Position: b.Position, Found: torque.FoundLoose, Set: b.Rule == nil}
		if b.Rule != nil {
			log.LeftTyped = fmt.Sprintf("%.1f", float64(b.Rule.Max)*rapid.Float64Range(0.5, 1.2).Draw(t, "share"))
		}
		return torque.Torques.Says(*log), nil
	case 6:
		what := rapid.SampledFrom(trial.For(s.Bike.Facts)).Draw(t, "sign")
		return trial.Signs.Says(trial.Sign{What: what, Passed: rapid.Bool().Draw(t, "passed"), Note: "n"}), nil
	case 7:
		if len(findings.All.Of(s)) > 0 {
			return findings.Looks.Says(findings.Looked{Finding: rapid.SampledFrom(findings.All.Of(s)).Draw(t,
				"looked").ID}), nil
		}
	}
	return inspect.Findings.Says(inspect.Finding{Title: "Odd",
		Mark: rapid.SampledFrom([]wear.Mark{wear.Watch, wear.Due, wear.Unsafe}).Draw(t,
			"mark")}), nil
}

func TestNothingUnsafeLeavesUnsettled(t *testing.T) {
	require.NoError(t, bookErr)
	rapid.Check(t, func(t *rapid.T) {
		w, r := desk(rapid.SampledFrom(book.Kinds).Draw(t, "kind"), rapid.SampledFrom(book.Depths).Draw(t, "depth").ID)
		for range rapid.IntRange(1, 40).Draw(t, "entries") {
			c, old := anything(t, w, r)
			_ = write(w, r, c, old) // what is refused is not written; that is all it must be
		}
		s := lay(w, r)
		leaving := w.leaving(s)
		stands := func(stage record.Stage) bool {
			return slices.ContainsFunc(leaving, func(o record.Obstacle) bool { return o.Stage == stage })
		}
		for _, f := range findings.All.Of(s) {
			settled := slices.Contains([]findings.FindingStatus{findings.FindingDone,
				findings.FindingRefused}, f.Status)
			held := stands(record.StageAgree) || stands(record.StageWork)
			if f.Status == findings.FindingWorked { // it is looked at once more, and that stands under its own name
				held = slices.ContainsFunc(leaving,
					func(o record.Obstacle) bool { return o.Title == f.Title }) || f.OnBolt() &&
					stands(record.StageVerify)
			}
			if f.Mark == wear.Unsafe && !settled && !held {
				t.Fatalf("%s is %s, and nothing stands in the way: %+v", f.Title, f.Status, leaving)
			}
			if f.Status == findings.FindingAside && f.Mark == wear.Unsafe {
				t.Fatal("something unsafe was set aside")
			}
		}
		for _, b := range torque.Bolts.Of(s) {
			if !b.Settled && !stands(record.StageVerify) {
				t.Fatalf("%s %s is unsettled, and nothing stands in the way", b.Name, b.Position)
			}
		}
		for _, i := range agree.Proposals.Of(s) {
			if i.Unsafe && i.Answer != nil && i.Answer.Answer == agree.No && i.Work == nil &&
				!stands(record.StageAgree) {
				t.Fatal("a plain no settled something unsafe")
			}
		}
		stage, views := stages(s, leaving)
		for _, v := range views {
			if v.Stage == stage {
				break
			}
			if !v.Done {
				t.Fatalf("the job stands at %s, but %s before it is open", stage, v.Stage)
			}
		}
	})
}

func TestCorrectionsLeadToWhatStands(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w, r := desk(book.Kinds[0], "tune")
		for range rapid.IntRange(1, 12).Draw(t, "readings") {
			var old *record.ID
			if s := lay(w, r); len(s.Standing) > 0 && rapid.Bool().Draw(t, "corrects") {
				old = &s.Standing[0].ID
			}
			figure := fmt.Sprintf("0.%d", rapid.IntRange(1, 9).Draw(t, "figure"))
			if err := write(w, r, inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: figure}),
				old); err != nil {
				t.Fatal(err)
			}
		}
		l := record.NewLedger(r.Entries)
		if len(l.Standing)+l.Corrected() != len(r.Entries) {
			t.Fatalf("%d entries, %d stand and %d are corrected", len(r.Entries), len(l.Standing), l.Corrected())
		}
		for _, e := range r.Entries {
			if standing, found := l.Find(e.ID); !found || l.Current(standing.ID) != standing.ID {
				t.Fatalf("%s leads nowhere", e.ID)
			}
		}
	})
}

func TestRemedyThatDidNotCureLeavesTheFindingOpen(t *testing.T) {
	w, r := desk(book.Kinds[1], "tune")
	pads := func(figure string) {
		require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: "rear-pads", Typed: figure}), nil))
	}
	status := func() findings.FindingStatus {
		found := findings.All.Of(lay(w, r))
		return found[len(found)-1].Status
	}
	pads("0.8")
	assert.Equal(t, findings.FindingOpen, status())
	free := estimate.Minor(0)
	f := findings.All.Of(lay(w, r))[0].ID
	require.NoError(t, write(w, r, agree.Items.Says(agree.Item{Finding: &f, Operation: "pads-disc-rear",
		Title: "Pads", Labour: &free}), nil))
	assert.Equal(t, findings.FindingOffered, status())
	item := agree.Proposals.Of(lay(w, r))[0].ID
	assert.ErrorContains(t, write(w, r, agree.Works.Says(agree.Work{Item: item}), nil), "has not agreed")
	require.NoError(t, write(w, r, agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes,
		From: "Ansel", How: "counter"}), nil))
	assert.Equal(t, findings.FindingAgreed, status())
	require.NoError(t, write(w, r, agree.Works.Says(agree.Work{Item: item}), nil))
	assert.Equal(t, findings.FindingWorked, status(), "nobody has looked at it since")
	pads("0.7")
	assert.Equal(t, findings.FindingOpen, status(), "still thin after the work: the old item does not settle it")
	pads("3.2")
	require.Len(t, findings.All.Of(lay(w, r)), 1)
	assert.Equal(t, findings.FindingOpen, status(), "what is due is not read away")
	e, _ := inspect.ReadingOf(lay(w, r), "rear-pads")
	require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: "rear-pads", Typed: "3.2"}), &e.ID))
	found := findings.All.Of(lay(w, r))
	require.Len(t, found, 1, "what the work put right stays on the sheet; the slip after it does not")
	assert.Equal(t, findings.FindingDone, found[0].Status)
}
