package httpapi_test

import (
	"net/http"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/wear"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// promised takes a bike in that is promised for some time from now; 0 for no time.
func (tab *tablet) promised(in time.Duration) workshop.JobView {
	tab.t.Helper()
	arrives := arriving()
	if in != 0 {
		at := time.Now().Add(in)
		arrives.PromisedAt = &at
	}
	var job workshop.JobView
	require.Equal(tab.t, http.StatusOK, tab.send("POST", "/api/jobs", arrives, &job))
	return job
}

// The first screen says of each bike whose turn it is, and what stands first.
func TestToday(t *testing.T) {
	bench := open(t).as(record.Mechanic)
	door1 := bench.promised(0)
	late := bench.promised(-time.Hour)
	waiting := bench.promised(48 * time.Hour)
	ready := bench.promised(2 * time.Hour)

	bench.record(late.Job.ID, inspect.Readings.Says(inspect.Reading{Point: "stem", Word: "Crack"}))
	waiting = bench.inspect(waiting, map[string]inspect.Reading{"chain": {Typed: "1.1"}})
	for _, f := range waiting.Findings {
		s := f.Suggested[0]
		bench.record(waiting.Job.ID, agree.Items.Says(agree.Item{Finding: &f.ID, Operation: s.Operation,
			Title: s.Title, Minutes: s.Minutes}))
	}
	ready = bench.verify(bench.inspect(ready, nil))

	var today workshop.Today
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/today", nil, &today))
	require.Len(t, today.Jobs, 4)
	order := []record.ID{late.Job.ID, ready.Job.ID, waiting.Job.ID, door1.Job.ID}
	for i, want := range []struct {
		name  string
		group workshop.Group
		late  bool
		mark  wear.Mark
		next  string
	}{
		{"promised an hour ago", workshop.OnStand, true, wear.Unsafe, "Stem and bar: Crack"},
		{"nothing but its pannier", workshop.Ready, false, wear.Sound, "Pannier"},
		{"waits for the owner", workshop.Waiting, false, wear.Open, "Owner has not answered 1 item"},
		{"nobody has looked, no time promised", workshop.AtTheDoor, false, wear.Open, ""},
	} {
		t.Run(want.name, func(t *testing.T) {
			j := today.Jobs[i]
			assert.Equal(t, order[i], j.ID)
			assert.Equal(t, want.group, j.Group)
			assert.Equal(t, want.late, j.Late)
			assert.Equal(t, want.mark, j.Mark)
			assert.Contains(t, j.Next, want.next)
			assert.Positive(t, j.Open)
		})
	}
	assert.Equal(t, 4, today.InShop)
	assert.Equal(t, 1, today.Late)

	bench.record(ready.Job.ID, door.Returns.Says(door.Return{Belonging: ready.Belongings[0].ID}))
	require.Equal(t, http.StatusOK, bench.send("POST", "/api/jobs/"+string(ready.Job.ID)+"/release",
		map[string]any{"id": record.NewID(), "to": "Ansel"}, nil))
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/today", nil, &today))
	assert.Equal(t, 3, today.InShop)
	assert.Equal(t, workshop.Gone, today.Jobs[1].Group, "what left today is still shown")
}
