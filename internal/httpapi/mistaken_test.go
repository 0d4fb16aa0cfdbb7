package httpapi_test

import (
	"net/http"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// A job that was taken in by mistake is closed with a reason and listed nowhere; once hands were
// on the bike it is none.
func TestAJobTakenInByMistakeIsListedNowhere(t *testing.T) {
	s := open(t)
	counter, bench := s.as(record.Counter), s.as(record.Mechanic)
	job := counter.checkIn()
	id := string(job.Job.ID)
	close := func(tab *tablet, reason string, out any) int {
		return tab.send("POST", "/api/jobs/"+id+"/mistaken",
			map[string]any{"id": record.NewID(), "reason": reason}, out)
	}
	var fault struct{ Field, Detail string }
	assert.Equal(t, http.StatusUnprocessableEntity, close(counter, " ", &fault))
	assert.Contains(t, fault.Detail, "why it was a mistake")
	assert.Equal(t, http.StatusUnprocessableEntity, close(counter, "the other green one", &fault))
	assert.Contains(t, fault.Detail, "Give back first what came with it: Pannier")
	counter.record(job.Job.ID, door.Returns.Says(door.Return{Belonging: job.Belongings[0].ID}))
	require.Equal(t, http.StatusOK, close(counter, "the other green one", &job))
	require.NotNil(t, job.Mistaken)
	assert.Equal(t, "the other green one", job.Mistaken.Reason)

	status, _, _ := bench.try(job.Job.ID, record.NewEntry{ID: record.NewID(),
		Content: record.Notes.Says(record.Note{Text: "late"})})
	assert.Equal(t, http.StatusConflict, status, "it is closed")
	var today workshop.Today
	require.Equal(t, http.StatusOK, counter.send("GET", "/api/today", nil, &today))
	assert.Zero(t, today.InShop)
	assert.Empty(t, today.Jobs)
	var past workshop.BikeHistory
	require.Equal(t, http.StatusOK, counter.send("GET", "/api/bikes/"+string(job.Bike.ID), nil, &past))
	assert.Empty(t, past.Jobs)

	// The bike comes in again, and now somebody looks at it, and takes that back.
	again := arriving()
	again.Owner, again.Bike = job.Owner, job.Bike
	require.Equal(t, http.StatusOK, counter.send("POST", "/api/jobs", again, &job))
	var stale struct{ Title string }
	assert.Equal(t, http.StatusConflict, bench.send("POST", "/api/jobs/"+id+"/reopen",
		map[string]any{"id": record.NewID(), "reason": "it was none"}, &stale),
		"it would leave by one job with what is open in the other")
	assert.Equal(t, "Already in the shop", stale.Title)
	id = string(job.Job.ID)
	counter.record(job.Job.ID, door.Returns.Says(door.Return{Belonging: job.Belongings[0].ID}))
	job = bench.record(job.Job.ID, inspect.Readings.Says(inspect.Reading{Point: "stem", Word: "Sound"}))
	i := slices.IndexFunc(job.Parts.Walk.Points, func(p inspect.PointView) bool { return p.ID == "stem" })
	bench.correct(job.Job.ID, job.Parts.Walk.Points[i].Reading.ID,
		record.Withdrawals.Says(record.Withdrawn{Reason: "none of mine"}))
	assert.Equal(t, http.StatusUnprocessableEntity, close(bench, "no job", &fault))
	assert.Contains(t, fault.Detail, "it is no mistake any more")
}
