package httpapi_test

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/wear"
	"utensil/internal/httpapi"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// A gauge is held against another; what it shows on a job is put right from then on, and says so.
func TestAGaugeIsCheckedAndPutsPressuresRight(t *testing.T) {
	s := open(t)
	counter, bench := s.as(record.Counter), s.as(record.Mechanic)
	pump := gaugeshelf.PressureGauge{ID: record.NewID(), Name: "Stand pump", Most: 11, Months: 6}
	path := "/api/gauges/" + string(pump.ID)
	assert.Equal(t, http.StatusForbidden, counter.send("PUT", path, pump, nil))
	var all []gaugeshelf.PressureGauge
	require.Equal(t, http.StatusOK, bench.send("PUT", path, pump, &all))
	require.Len(t, all, 1)
	assert.Equal(t, wear.Open, all[0].Mark)
	assert.Contains(t, all[0].Says, "0.44 bar off")
	assert.Contains(t, all[0].Due, "never")

	check := gaugeshelf.GaugeCheck{ID: record.NewID(), Against: "Reference 2214",
		Pairs: []gaugeshelf.GaugePair{{True: "3", Shown: "3.2"},
			{}, {True: "5.2", Shown: "80 psi"}}}
	var fault httpapi.Fault
	assert.Equal(t, http.StatusForbidden, counter.send("POST", path+"/checks", check, nil))
	nameless := check
	nameless.Against = " "
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", path+"/checks", nameless, &fault))
	assert.Equal(t, "against", fault.Field)
	half := check
	half.Pairs = []gaugeshelf.GaugePair{{True: "3", Shown: "3.2"}, {True: "5"}}
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", path+"/checks", half, &fault))
	assert.Equal(t, "pairs.1.shown", fault.Field)
	inPsi := check
	inPsi.Pairs = []gaugeshelf.GaugePair{{True: "3", Shown: "43"}}
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", path+"/checks", inPsi, &fault))
	assert.Equal(t, "pairs", fault.Field)
	assert.Equal(t, http.StatusNotFound, bench.send("POST",
		"/api/gauges/"+string(record.NewID())+"/checks", check, nil))
	require.Equal(t, http.StatusOK, bench.send("POST", path+"/checks", check, &all))
	require.Equal(t, http.StatusOK, bench.send("POST", path+"/checks", check, &all), "sent twice, kept once")
	require.Len(t, all[0].Checks, 1)
	assert.Equal(t, wear.Sound, all[0].Mark, all[0].Says)
	assert.NotEmpty(t, all[0].Checks[0].ByName)

	var reads gaugeshelf.PressureReads
	ask := func(typed string, gauge *record.ID) int {
		reads = gaugeshelf.PressureReads{}
		return bench.send("POST", "/api/pressure", gaugeshelf.PressureQuestion{Typed: typed, Gauge: gauge}, &reads)
	}
	require.Equal(t, http.StatusOK, ask("3.2", &pump.ID))
	assert.Equal(t, "It shows 3.2: that is 3 bar.", reads.Says)
	require.Equal(t, http.StatusOK, ask("40 psi", nil))
	assert.Equal(t, reads.Bar, reads.To, "nobody said what read it")
	assert.InDelta(t, 2.758, reads.Bar, 1e-3, "NIST SP 811")
	require.Equal(t, http.StatusOK, ask("1.2", &pump.ID))
	assert.Equal(t, "It shows 1.2: that is 1 bar. It was not checked there: give or take 0.44 bar.", reads.Says)
	require.Equal(t, http.StatusUnprocessableEntity,
		bench.send("POST", "/api/pressure", gaugeshelf.PressureQuestion{Typed: "much"}, nil))

	job := counter.checkIn()
	front := func(in inspect.Air) inspect.PressureView {
		in.Place, in.Celsius, in.Gauge = "front_tyre", 20, &pump.ID
		for _, v := range bench.record(job.Job.ID, inspect.Airs.Says(in)).Parts.Air.Pressures {
			if v.Place == "front_tyre" {
				return v.Readings[len(v.Readings)-1]
			}
		}
		return inspect.PressureView{}
	}
	found := front(inspect.Air{Typed: "3.2"})
	assert.InDelta(t, 3, found.Bar, 1e-9)
	assert.InDelta(t, 3.2, *found.Shown, 1e-9)
	assert.Equal(t, "Stand pump", found.Gauge)
	assert.Equal(t, []gaugeshelf.GaugeShows{{Gauge: pump.ID, Bar: 3.2}}, found.Shows, "and so it goes back")
	say := func(c record.Content) record.NewEntry { return record.NewEntry{ID: record.NewID(), Content: c} }
	entries := "/api/jobs/" + string(job.Job.ID) + "/entries"
	beyond := inspect.Air{Place: "front_tyre", Typed: "11.5", Celsius: 20, Gauge: &pump.ID}
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", entries, say(inspect.Airs.Says(beyond)), &fault))
	assert.Contains(t, fault.Detail, "ends at 11 bar")
	other := record.NewID()
	beyond.Typed, beyond.Gauge = "3", &other
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", entries, say(inspect.Airs.Says(beyond)), &fault))
	assert.Equal(t, "gauge", fault.Field)
	liked := bench.record(job.Job.ID, air.Likings.Says(air.Liking{Place: "front_tyre", Condition: "dry",
		Typed: "3.2", Gauge: &pump.ID}))
	assert.InDelta(t, 3, liked.Parts.Air.Bench.Tyres[0].Liked[0].Bar, 1e-9)

	require.Equal(t, http.StatusOK, bench.send("GET", "/api/gauges", nil, &all))
	assert.Equal(t, 1, all[0].Used)
	pump.Version, pump.Retired = 1, true
	require.Equal(t, http.StatusOK, bench.send("PUT", path, pump, &all))
	assert.Len(t, all[0].Checks, 1, "what was checked stays")
	assert.Equal(t, http.StatusConflict, bench.send("PUT", path, pump, nil))
	job = s.look(bench, job.Job.ID)
	assert.Empty(t, job.Parts.Air.Gauges, "a retired one is not chosen")
	assert.Equal(t, "Stand pump", job.Parts.Air.Pressures[0].Readings[0].Gauge, "what it read stays")
}

func TestNoTwoGaugesHaveOneName(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	pump := gaugeshelf.PressureGauge{ID: record.NewID(), Name: "Stand pump", Most: 11, Months: 6}
	require.Equal(t, http.StatusOK, bench.send("PUT", "/api/gauges/"+string(pump.ID), pump, nil))
	require.Equal(t, http.StatusOK, bench.send("PUT", "/api/gauges/"+string(pump.ID), pump, nil),
		"sent twice, it hangs once")
	var fault httpapi.Fault
	twin := pump
	twin.ID = record.NewID()
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("PUT", "/api/gauges/"+string(twin.ID), twin, &fault))
	assert.Equal(t, "name", fault.Field)
	twin.Name, twin.Most = "In psi", 160
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("PUT", "/api/gauges/"+string(twin.ID), twin, &fault))
	assert.Contains(t, fault.Detail, "0.5 and 60 bar")
}

// What a pump's hose takes is measured once, and stands whatever else is changed of the gauge.
func TestAHoseIsMeasured(t *testing.T) {
	s := open(t)
	counter, bench := s.as(record.Counter), s.as(record.Mechanic)
	pump := gaugeshelf.PressureGauge{ID: record.NewID(), Name: "Leg pump", Most: 11, Months: 6}
	path := "/api/gauges/" + string(pump.ID)
	var all []gaugeshelf.PressureGauge
	var fault httpapi.Fault
	require.Equal(t, http.StatusOK, bench.send("PUT", path, pump, &all))
	hose := gaugeshelf.GaugeHose{On: "fork", Before: "8.2", After: "8"}
	assert.Equal(t, http.StatusForbidden, counter.send("POST", path+"/hose", hose, nil))
	for field, bad := range map[string]gaugeshelf.GaugeHose{
		"on":     {On: "boat", Before: "8", After: "7"},
		"after":  {On: "fork", Before: "7", After: "8"},
		"before": {On: "fork", Before: "14", After: "8"},
		"width":  {On: "tyre", Before: "7", After: "6.9"},
	} {
		assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", path+"/hose", bad, &fault), field)
		assert.Equal(t, field, fault.Field)
	}
	assert.Equal(t, http.StatusNotFound, bench.send("POST", "/api/gauges/"+string(record.NewID())+"/hose", hose, nil))
	require.Equal(t, http.StatusOK, bench.send("POST", path+"/hose", hose, &all))
	assert.Contains(t, all[0].Hose.Says, "Its hose takes 5 cm³", "200 · (8.2 / 8 - 1), by hand")
	pump = all[0]
	pump.Name = "Pump for legs"
	require.Equal(t, http.StatusOK, bench.send("PUT", path, pump, &all))
	assert.NotNil(t, all[0].Hose)
}
