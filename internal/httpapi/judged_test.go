package httpapi_test

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/fastener"
	"utensil/core/wear"
	"utensil/internal/httpapi"
	"utensil/internal/workshop"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

// What is typed is judged as it will be when it is logged, and leaves nothing behind.
func TestWhatIsTypedIsJudgedAndNotKept(t *testing.T) {
	bench := open(t).as(record.Mechanic)
	job := bench.inspect(bench.checkIn(), nil)
	path := "/api/jobs/" + string(job.Job.ID)
	judge := func(c record.Content) (status int, judged record.Content, fault httpapi.Fault) {
		var out any = &judged
		if status = bench.send("POST", path+"/judge", c, &out); status != http.StatusOK {
			bench.send("POST", path+"/judge", c, &fault)
		}
		return status, judged, fault
	}
	for typed, mark := range map[string]wear.Mark{"3.4": wear.Sound, "0,8": wear.Due, "0.3": wear.Unsafe} {
		t.Run("pads of "+typed, func(t *testing.T) {
			status, judged, _ := judge(inspect.Readings.Says(inspect.Reading{Point: "front-pads", Typed: typed}))
			require.Equal(t, http.StatusOK, status)
			assert.Equal(t, mark, inspect.Readings.In(judged).Judgement.Mark)
		})
	}
	for typed, state := range map[string]fastener.State{"1": fastener.Under, "5": fastener.InRange,
		"9": fastener.Over} {
		t.Run("stem at "+typed, func(t *testing.T) {
			status, judged, _ := judge(torque.Torques.Says(torque.Torque{Fastener: "steerer-clamp",
				Position: "upper", LeftTyped: typed,
				Found: torque.FoundNotChecked}))
			require.Equal(t, http.StatusOK, status)
			assert.Equal(t, state, torque.Torques.In(judged).Verdict.State)
		})
	}
	t.Run("a slip is asked about", func(t *testing.T) {
		status, _, fault := judge(inspect.Readings.Says(inspect.Reading{Point: "front-pads", Typed: "34"}))
		assert.Equal(t, http.StatusUnprocessableEntity, status)
		assert.Equal(t, "typed", fault.Field)
	})
	t.Run("nothing is kept", func(t *testing.T) {
		var after workshop.JobView
		require.Equal(t, http.StatusOK, bench.send("GET", path, nil, &after))
		assert.Equal(t, job.Parts.Walk.Points, after.Parts.Walk.Points)
		assert.Equal(t, job.Parts.Bolts.Bolts, after.Parts.Bolts.Bolts)
	})
	t.Run("the log says what was judged", func(t *testing.T) {
		pads := inspect.Readings.Says(inspect.Reading{Point: "front-pads", Typed: "0.8"})
		_, judged, _ := judge(pads)
		after := bench.record(job.Job.ID, pads)
		for _, p := range after.Parts.Walk.Points {
			if p.ID == "front-pads" {
				assert.Equal(t, inspect.Readings.In(judged).Judgement, p.Reading.Judgement)
			}
		}
	})
}

// An odometer makes days into kilometres; the owner's miles are miles.
func TestAnOdometer(t *testing.T) {
	counter := open(t).as(record.Counter)
	job := counter.checkIn()
	says := func(typed string) record.NewEntry {
		return record.NewEntry{ID: record.NewID(),
			Content: inspect.Odometers.Says(inspect.OdometerReading{Typed: typed})}
	}
	for typed, km := range map[string]float64{"1204": 1204, "1204,5 km": 1204.5, "800 mi": 1287.4752} {
		t.Run(typed, func(t *testing.T) {
			status, view, fault := counter.try(job.Job.ID, says(typed))
			require.Equal(t, http.StatusOK, status, fault.Detail)
			assert.InDelta(t, km, *view.Parts.Walk.Distance.Odometer, 1e-6) // the international mile: 1.609344 km
		})
	}
	for _, typed := range []string{"far", "-3", "400000", "30 kg"} {
		t.Run(typed, func(t *testing.T) {
			status, _, fault := counter.try(job.Job.ID, says(typed))
			assert.Equal(t, http.StatusUnprocessableEntity, status)
			assert.Equal(t, "typed", fault.Field)
		})
	}
}
