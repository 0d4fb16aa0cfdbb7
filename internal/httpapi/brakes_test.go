package httpapi_test

import (
	"bytes"
	"image"
	_ "image/png"
	"net/http"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/brake"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
)

func TestTheShelfOfFluids(t *testing.T) {
	s := open(t)
	bench, counter := s.as(record.Mechanic), s.as(record.Counter)
	bottle := fluid.Bottle{ID: record.NewID(), Name: "Tub", Family: brake.Mineral, Volume: 1000, Clean: true,
		OpenedOn: time.Now().AddDate(0, 0, -3).Format(time.DateOnly)}
	path := "/api/bottles/" + string(bottle.ID)
	assert.Equal(t, http.StatusForbidden, counter.send("PUT", path, bottle, nil))
	var all []fluid.Bottle
	require.Equal(t, http.StatusOK, bench.send("PUT", path, bottle, &all))
	require.Len(t, all, 1)
	for _, bad := range []func(*fluid.Bottle){
		func(b *fluid.Bottle) { b.Family = "cider" },
		func(b *fluid.Bottle) { b.Family = brake.DOT },
		func(b *fluid.Bottle) { b.OpenedOn = time.Now().AddDate(0, 0, 2).Format(time.DateOnly) },
		func(b *fluid.Bottle) { b.Volume = -1 },
		func(b *fluid.Bottle) { b.Name = " " },
	} {
		b := bottle
		b.ID = record.NewID()
		bad(&b)
		assert.Equal(t, http.StatusUnprocessableEntity, bench.send("PUT", "/api/bottles/"+string(b.ID), b, nil))
	}
	stale := all[0]
	require.Equal(t, http.StatusOK, bench.send("PUT", path, all[0], &all))
	assert.Equal(t, http.StatusConflict, bench.send("PUT", path, stale, nil))

	job := counter.checkIn()
	job = bench.record(job.Job.ID, runlog.Starts.Says(runlog.Guided{Procedure: "bleed-lever-front",
		Choices: map[string]string{"lever": "tilted"}, Bottle: &bottle.ID}))
	require.Len(t, job.Runs, 1)
	assert.Equal(t, "Tub", job.Runs[0].Bottle)
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/bottles", nil, &all))
	assert.Less(t, all[0].Left, 1000.0, "what a run pours is gone from the bottle")

	// The run goes on on another tablet, in the middle of it.
	other := s.as(record.Keeper)
	run := job.Runs[0]
	job = other.record(job.Job.ID, runlog.Steps.Says(runlog.StepDone{Run: run.ID, Step: run.Now.ID}))
	assert.Equal(t, 1, job.Runs[0].Place)
	status, _, fault := bench.try(job.Job.ID, record.NewEntry{ID: record.NewID(),
		Content: runlog.Steps.Says(runlog.StepDone{Run: run.ID, Step: run.Now.ID})})
	assert.Equal(t, http.StatusConflict, status)
	assert.Contains(t, fault.Detail, "on another tablet")

	answer, err := bench.client.Get(s.url + path + "/label.png")
	require.NoError(t, err)
	defer answer.Body.Close()
	var label bytes.Buffer
	_, err = label.ReadFrom(answer.Body)
	require.NoError(t, err)
	picture, kind, err := image.Decode(&label)
	require.NoError(t, err)
	assert.Equal(t, "png", kind)
	assert.Equal(t, 300, picture.Bounds().Dx())

	var bleeds brakes.BleedsView
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/bleeds", nil, &bleeds))
	assert.Empty(t, bleeds.Waiting)
	assert.Equal(t, http.StatusUnprocessableEntity,
		bench.send("POST", "/api/brake/rise", brakes.RiseQuestion{Bore: 2, Line: []brake.Segment{}},
			nil))
}
