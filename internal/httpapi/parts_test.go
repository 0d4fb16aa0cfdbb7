package httpapi_test

import (
	"net/http"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	"utensil/internal/workshop"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// What was read of a part that came off is not what the bike has now, in this job or years later.
func TestAPartThatCameOffIsNotReadLast(t *testing.T) {
	bench := open(t).as(record.Mechanic)
	job := bench.checkIn()
	pads := func() lifeline.Line {
		var history workshop.BikeHistory
		require.Equal(t, http.StatusOK, bench.send("GET", "/api/bikes/"+string(job.Bike.ID), nil, &history))
		return history.Lines[slices.IndexFunc(history.Lines,
			func(l lifeline.Line) bool { return l.Place == "front-pads" })]
	}
	bench.record(job.Job.ID, inspect.Readings.Says(inspect.Reading{Point: "front-pads", Typed: "0.4"}))
	assert.Equal(t, []any{"0.4 mm", "now"}, []any{pads().Last, pads().Left})
	bench.record(job.Job.ID, parts.Puttings.Says(parts.Putting{Place: "front-pads",
		Particulars: map[string]string{"compound": "Resin"},
		Grade:       "new", From: "owner", Why: "worn", Became: "scrap"}))
	now := pads()
	assert.Equal(t, []any{"resin", "", "not read since it was fitted", false},
		[]any{now.Says, now.Last, now.Left, now.Soon})
	assert.Equal(t, "Tomas", now.Lives[1].By)
}

func TestWhichBearingWasMeasured(t *testing.T) {
	bench := open(t).as(record.Mechanic)
	var told parts.BearingAnswer
	ask := func(in parts.BearingQuestion, out any) int { return bench.send("POST", "/api/bearings", in, out) }
	require.Equal(t, http.StatusOK, ask(parts.BearingQuestion{Place: "headset-lower", Bore: "30,1",
		Outside: "41.7 mm", Width: "6.6",
		Tool: "calliper"}, &told))
	assert.Equal(t, "30.15 × 41.8 × 6.5, 45° × 45°", told.List[0].Size)
	assert.Empty(t, told.Apart, "nothing is in doubt")
	require.Equal(t, http.StatusOK, ask(parts.BearingQuestion{Place: "headset-lower", Bore: "30.1",
		Outside: "41", Tool: "calliper"}, &told))
	assert.Contains(t, told.Apart, "bevel at the bore")
	require.Equal(t, http.StatusOK, ask(parts.BearingQuestion{Place: "headset-lower", Bore: "1.186 in",
		Tool: "calliper"}, &told))
	assert.InDelta(t, 30.15, told.List[0].Bore, 0.01, "an inch is an inch")

	for field, in := range map[string]parts.BearingQuestion{
		"place":               {Place: "chain", Bore: "30", Tool: "calliper"},
		"particulars.bore":    {Place: "headset-lower", Bore: "50", Outside: "41", Tool: "calliper"},
		"particulars.outside": {Place: "headset-lower", Outside: "far", Tool: "calliper"},
		"particulars.width":   {Place: "headset-lower", Bore: "30", Width: "0", Tool: "calliper"},
	} {
		t.Run(field, func(t *testing.T) {
			var fault httpapi.Fault
			assert.Equal(t, http.StatusUnprocessableEntity, ask(in, &fault))
			assert.Equal(t, field, fault.Field)
			assert.NotEmpty(t, fault.Detail)
		})
	}
	assert.Equal(t, http.StatusUnprocessableEntity,
		ask(parts.BearingQuestion{Place: "headset-lower", Tool: "calliper"}, nil), "nothing measured")
}
