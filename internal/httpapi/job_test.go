package httpapi_test

import (
	"net/http"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/estimate"
	"utensil/core/wear"
	"utensil/internal/httpapi"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
)

// sound reads every point the job asks for as sound, but those listed.
func (tab *tablet) inspect(job workshop.JobView, found map[string]inspect.Reading) workshop.JobView {
	tab.t.Helper()
	for _, p := range job.Parts.Walk.Points {
		r, odd := found[p.ID]
		switch {
		case odd:
		case !p.Required:
			continue
		case p.Gauge != nil && p.ID == "chain":
			r.Typed = "0.1"
		case p.Gauge != nil && strings.HasSuffix(p.ID, "rotor"):
			r.Typed = "1.8"
		case p.Gauge != nil:
			r.Typed = "3.0"
		default:
			r.Word = p.Words[0].Word
		}
		r.Point = p.ID
		job = tab.record(job.Job.ID, inspect.Readings.Says(r))
	}
	return job
}

func (tab *tablet) verify(job workshop.JobView) workshop.JobView {
	tab.t.Helper()
	for _, b := range job.Parts.Bolts.Bolts {
		log := torque.Torque{Fastener: b.Fastener, Position: b.Position, Found: torque.FoundNotChecked,
			Set: b.Rule == nil}
		if b.Rule != nil {
			log.LeftTyped = formatted(float64(b.Rule.Min+b.Rule.Max) / 2)
		}
		job = tab.record(job.Job.ID, torque.Torques.Says(log))
	}
	for _, tyre := range job.Parts.Air.Bench.Tyres {
		air := inspect.Air{Place: tyre.Place, Typed: "3.2", Celsius: 18, Set: true}
		job = tab.record(job.Job.ID, inspect.Airs.Says(air))
	}
	for _, s := range job.Signs {
		if s.Waived == "" {
			job = tab.record(job.Job.ID, trial.Signs.Says(trial.Sign{What: s.What, Passed: true}))
		}
	}
	for _, c := range job.Said {
		if c.Open {
			job = tab.record(job.Job.ID, complaint.Answers.Says(complaint.ComplaintAnswered{Complaint: c.ID,
				How:  complaint.ByTrying,
				Note: "ridden, not there; told so"}))
		}
	}
	return job
}

func TestAJobFromDoorToDoor(t *testing.T) {
	s := open(t)
	bench, counter := s.as(record.Mechanic), s.as(record.Counter)
	job := counter.checkIn()
	assert.Equal(t, record.StageInspect, job.Stage)
	id := job.Job.ID

	job = bench.inspect(job, map[string]inspect.Reading{"front-pads": {Typed: "0,8"}, "stem": {Word: "Crack"}})
	require.Len(t, job.Findings, 2)
	assert.Equal(t, record.StageAgree, job.Stage)
	pads := job.Findings[slices.IndexFunc(job.Findings,
		func(f findings.FindingView) bool { return f.Point == "front-pads" })]
	stem := job.Findings[slices.IndexFunc(job.Findings, func(f findings.FindingView) bool { return f.Point == "stem" })]
	assert.Equal(t, wear.Due, pads.Mark)
	assert.Equal(t, wear.Unsafe, stem.Mark)

	var refused httpapi.Fault
	release := map[string]any{"id": record.NewID(), "to": "Ansel"}
	assert.Equal(t, http.StatusConflict, counter.send("POST", "/api/jobs/"+string(id)+"/release",
		release, &refused), "called directly")
	assert.Equal(t, "/problems/standing", refused.Type)
	assert.Contains(t, refused.Detail, "Stem and bar: Crack")
	assert.NotEmpty(t, refused.Leaving)

	for _, f := range []findings.FindingView{pads, stem} {
		sugg := f.Suggested[0]
		job = counter.record(id, agree.Items.Says(agree.Item{Finding: &f.ID, Operation: sugg.Operation,
			Title: sugg.Title, Minutes: sugg.Minutes,
			Parts: sugg.Parts}))
	}
	assert.EqualValues(t, 1600+1450+2800+3400, job.Proposed.Gross, "20 and 35 minutes at 48.00 an hour, pads and stem")
	itemFor := func(word string) agree.ItemView {
		return job.Items[slices.IndexFunc(job.Items,
			func(i agree.ItemView) bool { return strings.Contains(i.Item.Title, word) })]
	}
	no := agree.Answer{Item: itemFor("stem").ID, Answer: agree.No, From: "Ansel", How: "phone"}
	status, _, fault := counter.try(id, record.NewEntry{ID: record.NewID(), Content: agree.Answers.Says(no)})
	assert.Equal(t, http.StatusUnprocessableEntity, status, "a plain no does not do for something unsafe")
	assert.Contains(t, fault.Detail, "record a refusal")
	no.Answer = agree.Refused
	status, _, fault = counter.try(id, record.NewEntry{ID: record.NewID(), Content: agree.Answers.Says(no)})
	assert.Equal(t, http.StatusUnprocessableEntity, status)
	assert.Equal(t, "words", fault.Field)
	no.Words = "I know, I shall push it home."
	job = counter.record(id, agree.Answers.Says(no))
	job = counter.record(id, agree.Answers.Says(agree.Answer{Item: itemFor("disc pads").ID,
		Answer: agree.Yes, From: "Ansel", How: "phone"}))
	assert.Equal(t, record.StageWork, job.Stage)
	assert.EqualValues(t, 3050, job.Agreed.Gross)
	assert.EqualValues(t, 508, job.Agreed.Tax, "20 % within 30.50")

	job = bench.record(id, agree.Works.Says(agree.Work{Item: itemFor("disc pads").ID,
		Parts: []agree.Fitted{{Name: "Disc pads, pair", Quantity: 1}}}))
	assert.Equal(t, record.StageWork, job.Stage, "nobody has looked at them since")
	job = bench.record(id, inspect.Readings.Says(inspect.Reading{Point: "front-pads", Typed: "3.4"}))
	assert.Equal(t, record.StageVerify, job.Stage)
	assert.True(t, slices.ContainsFunc(job.Parts.Bolts.Bolts,
		func(b torque.BoltView) bool { return b.Fastener == "front-pad-pin" }),
		"pads disturb their pin")
	assert.False(t, slices.ContainsFunc(job.Parts.Bolts.Bolts,
		func(b torque.BoltView) bool { return b.Fastener == "rear-pad-pin" }))

	// A finding added now goes back to Agree for itself alone.
	job = bench.record(id, inspect.Findings.Says(inspect.Finding{Title: "Mudguard stay broken", Mark: wear.Due}))
	assert.Equal(t, record.StageAgree, job.Stage)
	assert.NotNil(t, itemFor("disc pads").Work, "what was done stays done")
	extra := job.Findings[slices.IndexFunc(job.Findings, func(f findings.FindingView) bool { return f.Point == "" })]
	job = bench.record(id, findings.Asides.Says(findings.Aside{Finding: extra.ID,
		Reason: "Owner will wire it himself."}))
	assert.Equal(t, record.StageVerify, job.Stage)

	job = bench.verify(job)
	assert.Equal(t, record.StageHandOver, job.Stage)
	assert.Equal(t, []string{"Pannier"}, titles(job.Leaving))
	job = counter.record(id, door.Returns.Says(door.Return{Belonging: job.Belongings[0].ID}))
	assert.Empty(t, job.Leaving)

	// What is unsafe and refused goes out as not to be ridden, and whoever hands it over says so.
	assert.Equal(t, []string{"Stem and bar: Crack"}, job.NotRidden)
	assert.Equal(t, http.StatusUnprocessableEntity,
		counter.send("POST", "/api/jobs/"+string(id)+"/release", release, &refused))
	assert.Equal(t, "not_ridden", refused.Field)
	release["not_ridden"] = true
	require.Equal(t, http.StatusOK, counter.send("POST", "/api/jobs/"+string(id)+"/release", release, &job))
	assert.NotNil(t, job.Job.ReleasedAt)
	assert.Equal(t, http.StatusOK, counter.send("POST", "/api/jobs/"+string(id)+"/release", release,
		nil), "twice, harmless")
	status, _, fault = bench.try(id, record.NewEntry{ID: record.NewID(),
		Content: record.Notes.Says(record.Note{Text: "late"})})
	assert.Equal(t, http.StatusConflict, status)
	assert.Equal(t, "/problems/closed", fault.Type)

	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", "/api/jobs/"+string(id)+"/reopen",
		map[string]any{"id": record.NewID(), "reason": " "}, nil))
	var again workshop.JobView
	require.Equal(t, http.StatusOK, bench.send("POST", "/api/jobs/"+string(id)+"/reopen",
		map[string]any{"id": record.NewID(), "reason": "Bell forgotten"}, &again))
	assert.Equal(t, "Bell forgotten", again.Reopened[0].Text)
	assert.Subset(t, titles(again.Leaving), []string{"“Bell forgotten”", "Front brake test", "Rear brake test"},
		"it never goes out at once on old signatures")
}

func titles(list []record.Obstacle) (out []string) {
	for _, o := range list {
		out = append(out, o.Title)
	}
	return out
}

func TestWorkUnsettlesWhatWasVerified(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	job := bench.inspect(bench.checkIn(), nil)
	id := job.Job.ID
	job = bench.verify(job)
	assert.Equal(t, []string{"Pannier"}, titles(job.Leaving))

	minutes := estimate.Minor(0)
	job = bench.record(id, agree.Items.Says(agree.Item{Operation: "replace-stem",
		Title: "Replace the stem", Labour: &minutes}))
	job = bench.record(id, agree.Answers.Says(agree.Answer{Item: job.Items[0].ID, Answer: agree.Yes,
		From: "Ansel", How: "counter"}))
	job = bench.record(id, agree.Works.Says(agree.Work{Item: job.Items[0].ID}))
	assert.Contains(t, titles(job.Leaving), "12 fasteners to torque",
		"steerer clamp, top cap, faceplate, levers and shifter were undone; an expander and a small "+
			"bolt, where it has them")
	assert.Contains(t, titles(job.Leaving), "Front brake test", "signed before the last work")
}

func TestAnOwnFigureWins(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	job := bench.checkIn()
	id := job.Job.ID
	job = bench.record(id, inspect.Readings.Says(inspect.Reading{Point: "front-rotor", Typed: "1.7"}))
	mark := func() wear.Mark {
		points := job.Parts.Walk.Points
		return points[slices.IndexFunc(points,
			func(p inspect.PointView) bool { return p.ID == "front-rotor" })].Reading.Judgement.Mark
	}
	assert.Equal(t, wear.Sound, mark())
	job = bench.record(id, inspect.Figures.Says(inspect.OwnFigure{Point: "front-rotor", Typed: "1.8",
		Source: "etched on the rotor"}))
	assert.Equal(t, wear.Due, mark(), "the figure etched on the rotor is higher")

	bolt := func() torque.BoltView {
		bolts := job.Parts.Bolts.Bolts
		return bolts[slices.IndexFunc(bolts, func(b torque.BoltView) bool { return b.Fastener == "saddle-clamp" })]
	}
	job = bench.record(id, torque.Torques.Says(torque.Torque{Fastener: "saddle-clamp",
		Position: "front", Found: "loose",
		LeftTyped: "124 lbf in"}))
	assert.InDelta(t, 14.01, *bolt().Log.LeftNm, 0.005)
	assert.EqualValues(t, "over", bolt().Verdict.State)
	assert.Contains(t, titles(job.Leaving), "Saddle clamp, two bolts front")
	job = bench.record(id, inspect.Figures.Says(inspect.OwnFigure{Fastener: "saddle-clamp",
		TypedMin: "13", TypedMax: "15",
		Source: "manual, page 9"}))
	assert.EqualValues(t, "over", bolt().Verdict.State,
		"it was told to be wrong, and is until it is logged by the manual's figure")
	job = bench.correct(id, *bolt().LogID, torque.Torques.Says(torque.Torque{Fastener: "saddle-clamp",
		Position: "front", Found: "loose",
		LeftTyped: "124 lbf in", Note: "the manual allows 15"}))
	assert.EqualValues(t, "in_range", bolt().Verdict.State)
	assert.Equal(t, "manual, page 9", bolt().Rule.Source)
}

func TestEntriesAreKeptOnceAndCorrected(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	id := bench.checkIn().Job.ID
	reading := record.NewEntry{ID: record.NewID(),
		Content: inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "0.4"})}
	for range 3 {
		status, _, _ := bench.try(id, reading)
		require.Equal(t, http.StatusOK, status)
	}
	var count int
	require.NoError(t, s.store.DB().Get(&count, `select count(*) from entry where kind = 'reading'`))
	assert.Equal(t, 1, count, "the same entry sent three times stands once")

	other := reading
	other.Content = inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "0.6"})
	status, _, fault := bench.try(id, other)
	assert.Equal(t, http.StatusConflict, status)
	assert.Contains(t, fault.Title, "Two entries under one id")

	correct := record.NewEntry{ID: record.NewID(), Supersedes: &reading.ID, Content: other.Content}
	status, job, _ := bench.try(id, correct)
	require.Equal(t, http.StatusOK, status)
	chain := job.Parts.Walk.Points[slices.IndexFunc(job.Parts.Walk.Points,
		func(p inspect.PointView) bool { return p.ID == "chain" })]
	assert.InDelta(t, 0.6, *chain.Reading.Value, 1e-12)
	second := correct
	second.ID = record.NewID()
	status, _, fault = bench.try(id, second)
	assert.Equal(t, http.StatusConflict, status, "two people corrected the same reading")
	assert.Equal(t, "Already corrected", fault.Title)
	require.NoError(t, s.store.DB().Get(&count, `select count(*) from entry where kind = 'reading'`))
	assert.Equal(t, 2, count, "what was corrected is kept")
	_, err := s.store.DB().Exec(`update entry set at = now()`)
	assert.ErrorContains(t, err, "never changed")
}

// What two pieces of work need done first is done once, and counted once.
func TestWhatIsToGoIsCountedOnce(t *testing.T) {
	bench := open(t).as(record.Mechanic)
	job := bench.checkIn()
	id := job.Job.ID
	var minutes []int
	for _, operation := range []string{"replace-sprockets", "freehub-clean"} {
		o, known := bench.work.Book().Operation(operation)
		require.True(t, known)
		was := job.ToGo
		job = bench.record(id, agree.Items.Says(agree.Item{Operation: o.ID, Title: o.Title, Minutes: o.Minutes}))
		assert.Equal(t, was, job.ToGo, "nobody has agreed to it")
		minutes = append(minutes, o.Minutes)
		item := job.Items[slices.IndexFunc(job.Items, func(i agree.ItemView) bool { return i.State == "asks" })].ID
		job = bench.record(id, agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes,
			From: "Ansel", How: "phone"}))
	}
	assert.Equal(t, minutes[0]+minutes[1]-6, job.ToGo, "the rear wheel comes out once: 6 minutes")
	job = bench.record(id, agree.Works.Says(agree.Work{Item: job.Items[0].ID}))
	assert.Equal(t, minutes[1], job.ToGo)
	assert.Equal(t, []string{"done", "agreed"}, []string{job.Items[0].State, job.Items[1].State})
}
