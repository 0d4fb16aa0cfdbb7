package httpapi_test

import (
	"bytes"
	"encoding/csv"
	"io"
	"net/http"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/estimate"
	"utensil/core/fastener"
	"utensil/internal/httpapi"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

func TestWrenchesAndWhatTheySend(t *testing.T) {
	s := open(t)
	keeper, bench := s.as(record.Keeper), s.as(record.Mechanic)
	wrench := torque.Wrench{ID: record.NewID(), Name: "Small", Min: 1, Max: 10,
		CheckedOn: time.Now().AddDate(0, -1, 0).Format(time.DateOnly),
		Months:    12, Cycles: 5000, Device: "TW-1"}
	path := "/api/wrenches/" + string(wrench.ID)
	assert.Equal(t, http.StatusForbidden, bench.send("PUT", path, wrench, nil))
	var all []torque.Wrench
	assert.Equal(t, http.StatusOK, keeper.send("PUT", path, wrench, &all))
	require.Len(t, all, 1)
	assert.Empty(t, all[0].Due)
	upside := wrench
	upside.ID, upside.Name, upside.Min = record.NewID(), "Upside down", 20
	assert.Equal(t, http.StatusUnprocessableEntity, keeper.send("PUT", "/api/wrenches/"+string(upside.ID), upside, nil))
	twin := wrench
	twin.ID = record.NewID()
	assert.Equal(t, http.StatusUnprocessableEntity, keeper.send("PUT", "/api/wrenches/"+string(twin.ID), twin, nil))
	assert.Equal(t, http.StatusOK, keeper.send("PUT", path, all[0], &all))
	assert.Equal(t, http.StatusOK, keeper.send("PUT", path, wrench, nil)) // version 0 again: it stands already
	stale := all[0]
	stale.Version = 1
	assert.Equal(t, http.StatusConflict, keeper.send("PUT", path, stale, nil))

	job := s.as(record.Counter).checkIn()
	nm := 5.0
	shop := workshop.New(s.store, nil, time.Now)
	at := time.Now()
	batch := []torque.ToolReading{
		{Stream: "1-1", Device: "TW-1", Seq: 1, At: at, Nm: &nm, Said: "5 N·m"},
		{Stream: "1-2", Device: "TW-1", Seq: 2, At: at.Add(time.Second), Nm: &nm, Said: "5 N·m"},
		{Stream: "1-3", At: at, Said: "noise", Fault: "It is no reading."},
		{Stream: "1-4", Device: "TW-1", Seq: 5, At: at.Add(time.Minute), Nm: &nm, Said: "5 N·m"},
		{Stream: "1-5", Device: "TW-1", Seq: 4, At: at.Add(30 * time.Second), Nm: &nm, Said: "5 N·m"},
	}
	require.NoError(t, shop.TakeReadings(t.Context(), batch))
	require.NoError(t, shop.TakeReadings(t.Context(), batch), "sent again, kept once")
	job = s.look(bench, job.Job.ID)
	require.Len(t, job.Parts.Bolts.Tray, 5)
	assert.True(t, job.Parts.Bolts.Tray[1].Repeats)
	assert.Equal(t, 2, job.Parts.Bolts.Tray[3].Missed)
	assert.True(t, job.Parts.Bolts.Tray[4].Late)
	heard, err := shop.LastHeard(t.Context())
	require.NoError(t, err)
	assert.Equal(t, "1-5", heard)

	bolt := job.Parts.Bolts.Bolts[0]
	for _, b := range job.Parts.Bolts.Bolts {
		if b.Rule != nil && b.Rule.Min <= 5 && b.Rule.Max >= 5 {
			bolt = b
			break
		}
	}
	log := torque.Torque{Fastener: bolt.Fastener, Position: bolt.Position,
		Found: torque.FoundNotChecked, ToolID: &job.Parts.Bolts.Tray[0].ID}
	job = bench.record(job.Job.ID, torque.Torques.Says(log))
	require.Len(t, job.Parts.Bolts.Tray, 4)
	again := record.NewEntry{ID: record.NewID(), Content: torque.Torques.Says(log)}
	assert.Equal(t, http.StatusConflict, bench.send("POST", "/api/jobs/"+string(job.Job.ID)+"/entries", again, nil))
	var why torque.PutAside
	why.Readings = []record.ID{job.Parts.Bolts.Tray[0].ID, job.Parts.Bolts.Tray[1].ID}
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", "/api/tool-readings/aside", why, nil))
	why.Why = "a trial pull"
	assert.Equal(t, http.StatusOK, bench.send("POST", "/api/tool-readings/aside", why, nil))
	assert.Len(t, s.look(bench, job.Job.ID).Parts.Bolts.Tray, 2)
}

// look reads a job again.
func (s *shop) look(tab *tablet, id record.ID) (job workshop.JobView) {
	s.t.Helper()
	require.Equal(s.t, http.StatusOK, tab.send("GET", "/api/jobs/"+string(id), nil, &job))
	return job
}

func TestWhatTheTorqueLogGivesBack(t *testing.T) {
	s := open(t)
	keeper, bench, counter := s.as(record.Keeper), s.as(record.Mechanic), s.as(record.Counter)
	whole := func() workshop.JobView {
		job := counter.checkIn()
		job = bench.inspect(job, nil)
		return bench.verify(job)
	}
	job := whole()
	answer, err := bench.client.Get(s.url + "/api/jobs/" + string(job.Job.ID) + "/torques.csv")
	require.NoError(t, err)
	defer answer.Body.Close()
	text, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	rows, err := csv.NewReader(bytes.NewReader(text)).ReadAll()
	require.NoError(t, err)
	assert.Len(t, rows, len(job.Parts.Bolts.Bolts)+1)
	assert.Contains(t, string(text), "\r\n", "RFC 4180 ends lines with CRLF")

	var loose torque.LooseView
	assert.Equal(t, http.StatusOK, bench.send("GET", "/api/loose", nil, &loose))
	assert.NotEmpty(t, loose.Fasteners)
	assert.Nil(t, loose.People, "who tightened it is for the shop owner alone")
	assert.Equal(t, http.StatusOK, keeper.send("GET", "/api/loose", nil, &loose))
	for _, l := range loose.Fasteners {
		assert.LessOrEqual(t, l.Low, float64(l.Loose)/float64(l.Times))
		assert.GreaterOrEqual(t, l.High, float64(l.Loose)/float64(l.Times))
	}
}

func TestTheFirstRideBringsABikeBack(t *testing.T) {
	s := open(t)
	bench, counter := s.as(record.Mechanic), s.as(record.Counter)
	job := counter.checkIn()
	bike := job.Bike
	job = bench.inspect(job, nil)
	free := estimate.Minor(0)
	job = bench.record(job.Job.ID, agree.Items.Says(agree.Item{Operation: "bottom-bracket",
		Title: "Bottom bracket", Labour: &free}))
	job = bench.record(job.Job.ID, agree.Answers.Says(agree.Answer{Item: job.Items[0].ID,
		Answer: agree.Yes, From: "Ansel", How: "counter"}))
	job = bench.record(job.Job.ID, agree.Works.Says(agree.Work{Item: job.Items[0].ID}))
	job = bench.verify(job)
	job = bench.record(job.Job.ID, door.Returns.Says(door.Return{Belonging: job.Belongings[0].ID}))
	require.Len(t, job.CallBacks, 1, "the crank is looked at again after the first ride")
	release := func(id record.ID) {
		require.Equal(t, http.StatusOK, counter.send("POST", "/api/jobs/"+string(id)+"/release",
			map[string]any{"id": record.NewID(), "to": "Ansel"}, nil))
	}
	release(job.Job.ID)
	calls := func() (list []record.CallBack) {
		require.Equal(t, http.StatusOK, counter.send("GET", "/api/call-backs", nil, &list))
		return list
	}
	require.Len(t, calls(), 1)
	assert.Equal(t, bike.ID, calls()[0].BikeID)

	// Opened again, the job takes its call-back back; handed over once more, it makes a new one.
	require.Equal(t, http.StatusOK, bench.send("POST", "/api/jobs/"+string(job.Job.ID)+"/reopen",
		map[string]any{"id": record.NewID(), "reason": "bell"}, &job))
	assert.Empty(t, calls())
	assert.Equal(t, http.StatusConflict, counter.send("POST", "/api/jobs/"+string(job.Job.ID)+"/release",
		map[string]any{"id": record.NewID(), "to": "Ansel"}, nil), "not on the signatures of before")
	bench.verify(job)
	release(job.Job.ID)
	require.Len(t, calls(), 1)
	var once workshop.JobView
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/jobs/"+string(job.Job.ID), nil, &once))
	assert.Len(t, once.CallBacks, 1, "the sheet says it once")

	// It can be put off and dropped, but not without a word.
	c := calls()[0]
	path := "/api/call-backs/" + string(c.ID)
	change := door.CallBackChange{State: "dropped", Due: c.Due, Version: c.Version}
	assert.Equal(t, http.StatusUnprocessableEntity, counter.send("PUT", path, change, nil))
	change.State, change.Due = "open", "the day after"
	assert.Equal(t, http.StatusUnprocessableEntity, counter.send("PUT", path, change, nil))
	change.Due = time.Now().AddDate(0, 0, 30).Format(time.DateOnly)
	require.Equal(t, http.StatusOK, counter.send("PUT", path, change, nil))
	assert.Equal(t, http.StatusConflict, counter.send("PUT", path, change, nil), "over an older version")
	assert.Equal(t, change.Due, calls()[0].Due)

	// The next job has those fasteners in its run, and settles the call-back.
	next := arriving()
	next.Owner, next.Bike = job.Owner, bike
	next.Belongings = nil
	var second workshop.JobView
	require.Equal(t, http.StatusOK, counter.send("POST", "/api/jobs", next, &second))
	again := 0
	for _, b := range second.Parts.Bolts.Bolts {
		if b.Again {
			again++
			require.NotNil(t, b.Before, "how it was left the last time stands beside it")
		}
	}
	assert.Positive(t, again)
	second = bench.inspect(second, nil)
	second = bench.verify(second)
	release(second.Job.ID)
	assert.Empty(t, calls())

	var past workshop.BikeHistory
	require.Equal(t, http.StatusOK, counter.send("GET", "/api/bikes/"+string(bike.ID), nil, &past))
	require.NotEmpty(t, past.Bolts)
	twice := 0
	for _, b := range past.Bolts {
		if len(b.Past) == 2 {
			twice++
		}
	}
	assert.Positive(t, twice, "a bolt's history runs over its jobs")
}

func TestWhatAWrenchWithAnAdapterShows(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	asked := torque.SettingQuestion{Adapter: fastener.Adapter{Length: 50, Wrench: 250}, Min: 5, Max: 6}
	var setting torque.Setting
	// Lever arithmetic: setting = target · L/(L + E), straight on; at 90° none is needed.
	require.Equal(t, http.StatusOK, bench.send("POST", "/api/torque/setting", asked, &setting))
	assert.Equal(t, torque.Setting{Min: 4.17, Max: 5}, setting)
	asked.Adapter.Angle = 90
	require.Equal(t, http.StatusOK, bench.send("POST", "/api/torque/setting", asked, &setting))
	assert.Equal(t, torque.Setting{Min: 5, Max: 6}, setting)
	var fault httpapi.Fault
	asked.Adapter.Length = 900
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", "/api/torque/setting", asked, &fault))
	assert.Contains(t, fault.Detail, "from the square to the middle of the fastener")
}
