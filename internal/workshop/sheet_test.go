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
	"utensil/knowledge"
)

var (
	book, bookErr = knowledge.Shipped()
	keeper        = Actor{ID: NewID(), Name: "Ida", Role: Keeper}
)

// desk is a workshop over no store, with one job of a kind of bike laid out.
func desk(kind knowledge.Kind, depth string) (*Workshop, *Record) {
	w := New(nil, book, time.Now)
	r := &Record{Job: Job{ID: NewID(), Depth: depth}, Bike: Bike{ID: NewID(), Facts: kind.Facts},
		Settings: Settings{Hourly: 4800, TaxRate: 2000, TorqueUnit: "N·m", TimeZone: "UTC"}}
	return w, r
}

// write checks an entry as Record would and adds it.
func write(w *Workshop, r *Record, c Content, supersedes *ID) error {
	n := NewEntry{ID: NewID(), Supersedes: supersedes, Content: c}
	checked, err := w.check(w.layOut(*r), keeper, n)
	if err == nil {
		r.Entries = append(r.Entries, Entry{ID: n.ID, JobID: r.Job.ID, Kind: c.Kind(), Supersedes: supersedes, At: time.Now(), ByName: "Ida", Content: checked})
	}
	return err
}

// anything draws one entry a mechanic might write next, good or bad.
func anything(t *rapid.T, w *Workshop, r *Record) (Content, *ID) {
	s := w.layOut(*r)
	if len(s.standing) > 0 && rapid.IntRange(0, 9).Draw(t, "takes back") == 0 {
		old := rapid.SampledFrom(s.standing).Draw(t, "old")
		return Content{Withdrawn: &Withdrawn{}}, &old.ID
	}
	switch rapid.IntRange(0, 7).Draw(t, "what") {
	case 0, 1:
		p := rapid.SampledFrom(s.points).Draw(t, "point")
		reading := &Reading{Point: p.ID}
		if p.Gauge != nil {
			reading.Typed = fmt.Sprintf("%.2f", rapid.Float64Range(0, 3).Draw(t, "figure"))
		} else {
			reading.Word = rapid.SampledFrom(p.Scale).Draw(t, "word").Word
		}
		return Content{Reading: reading}, nil
	case 2:
		if len(s.findings) > 0 {
			f := rapid.SampledFrom(s.findings).Draw(t, "finding")
			return Content{Item: &Item{Finding: &f.ID, Title: "Put it right", Minutes: 10}}, nil
		}
	case 3:
		if len(s.items) > 0 {
			return Content{Answer: &Answer{Item: rapid.SampledFrom(s.items).Draw(t, "item").ID, Answer: rapid.SampledFrom([]string{Yes, No, Refused}).Draw(t, "answer"), From: "Ansel", How: "phone", Words: "as I said"}}, nil
		}
	case 4:
		if len(s.items) > 0 {
			return Content{Work: &Work{Item: rapid.SampledFrom(s.items).Draw(t, "item").ID}}, nil
		}
	case 5:
		b := rapid.SampledFrom(s.bolts).Draw(t, "bolt")
		log := &Torque{Fastener: b.Fastener, Position: b.Position, Found: FoundLoose, Set: b.Rule == nil}
		if b.Rule != nil {
			log.LeftTyped = fmt.Sprintf("%.1f", float64(b.Rule.Max)*rapid.Float64Range(0.5, 1.2).Draw(t, "share"))
		}
		return Content{Torque: log}, nil
	case 6:
		what := rapid.SampledFrom(signsFor(s.Bike.Facts)).Draw(t, "sign")
		return Content{Sign: &Sign{What: what, Passed: rapid.Bool().Draw(t, "passed"), Note: "n"}}, nil
	case 7:
		if len(s.findings) > 0 {
			return Content{Looked: &Looked{Finding: rapid.SampledFrom(s.findings).Draw(t, "looked").ID}}, nil
		}
	}
	return Content{Finding: &Finding{Title: "Odd", Mark: rapid.SampledFrom([]wear.Mark{wear.Watch, wear.Due, wear.Unsafe}).Draw(t, "mark")}}, nil
}

func TestNothingUnsafeLeavesUnsettled(t *testing.T) {
	require.NoError(t, bookErr)
	rapid.Check(t, func(t *rapid.T) {
		w, r := desk(rapid.SampledFrom(book.Kinds).Draw(t, "kind"), rapid.SampledFrom(book.Depths).Draw(t, "depth").ID)
		for range rapid.IntRange(1, 40).Draw(t, "entries") {
			c, old := anything(t, w, r)
			_ = write(w, r, c, old) // what is refused is not written; that is all it must be
		}
		s := w.layOut(*r)
		stands := func(stage Stage) bool {
			return slices.ContainsFunc(s.leaving, func(o Obstacle) bool { return o.Stage == stage })
		}
		for _, f := range s.findings {
			settled := slices.Contains([]FindingStatus{FindingDone, FindingRefused}, f.Status)
			held := stands(StageAgree) || stands(StageWork)
			if f.Status == FindingWorked { // it is looked at once more, and that stands under its own name
				held = slices.ContainsFunc(s.leaving, func(o Obstacle) bool { return o.Title == f.Title }) || f.bolt != "" && stands(StageVerify)
			}
			if f.Mark == wear.Unsafe && !settled && !held {
				t.Fatalf("%s is %s, and nothing stands in the way: %+v", f.Title, f.Status, s.leaving)
			}
			if f.Status == FindingAside && f.Mark == wear.Unsafe {
				t.Fatal("something unsafe was set aside")
			}
		}
		for _, b := range s.bolts {
			if !b.Settled && !stands(StageVerify) {
				t.Fatalf("%s %s is unsettled, and nothing stands in the way", b.Name, b.Position)
			}
		}
		for _, i := range s.items {
			if i.Unsafe && i.Answer != nil && i.Answer.Answer == No && i.Work == nil && !stands(StageAgree) {
				t.Fatal("a plain no settled something unsafe")
			}
		}
		stage, views := s.stages()
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
			var old *ID
			if s := w.layOut(*r); len(s.standing) > 0 && rapid.Bool().Draw(t, "corrects") {
				old = &s.standing[0].ID
			}
			figure := fmt.Sprintf("0.%d", rapid.IntRange(1, 9).Draw(t, "figure"))
			if err := write(w, r, Content{Reading: &Reading{Point: "chain", Typed: figure}}, old); err != nil {
				t.Fatal(err)
			}
		}
		l := newLedger(r.Entries)
		if len(l.standing)+len(l.next) != len(r.Entries) {
			t.Fatalf("%d entries, %d stand and %d are corrected", len(r.Entries), len(l.standing), len(l.next))
		}
		for _, e := range r.Entries {
			if standing, found := l.find(e.ID); !found || l.current(standing.ID) != standing.ID {
				t.Fatalf("%s leads nowhere", e.ID)
			}
		}
	})
}

func TestRemedyThatDidNotCureLeavesTheFindingOpen(t *testing.T) {
	w, r := desk(book.Kinds[1], "tune")
	pads := func(figure string) {
		require.NoError(t, write(w, r, Content{Reading: &Reading{Point: "rear-pads", Typed: figure}}, nil))
	}
	status := func() FindingStatus {
		found := w.layOut(*r).findings
		return found[len(found)-1].Status
	}
	pads("0.8")
	assert.Equal(t, FindingOpen, status())
	free := estimate.Minor(0)
	f := w.layOut(*r).findings[0].ID
	require.NoError(t, write(w, r, Content{Item: &Item{Finding: &f, Operation: "pads-disc-rear", Title: "Pads", Labour: &free}}, nil))
	assert.Equal(t, FindingOffered, status())
	item := w.layOut(*r).items[0].ID
	assert.ErrorContains(t, write(w, r, Content{Work: &Work{Item: item}}, nil), "has not agreed")
	require.NoError(t, write(w, r, Content{Answer: &Answer{Item: item, Answer: Yes, From: "Ansel", How: "counter"}}, nil))
	assert.Equal(t, FindingAgreed, status())
	require.NoError(t, write(w, r, Content{Work: &Work{Item: item}}, nil))
	assert.Equal(t, FindingWorked, status(), "nobody has looked at it since")
	pads("0.7")
	assert.Equal(t, FindingOpen, status(), "still thin after the work: the old item does not settle it")
	pads("3.2")
	found := w.layOut(*r).findings
	require.Len(t, found, 1, "what the work put right stays on the sheet; the slip after it does not")
	assert.Equal(t, FindingDone, found[0].Status)
}
