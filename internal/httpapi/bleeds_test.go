package httpapi_test

import (
	"net/http"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/brake"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/record"
)

// takeIn checks a bike with DOT brakes in, promised in so many days.
func (tab *tablet) takeIn(model string, promised int) workshop.JobView {
	tab.t.Helper()
	in := arriving()
	at := time.Now().AddDate(0, 0, promised)
	in.PromisedAt, in.Bike.Model = &at, model
	in.Bike.Facts.FrontFluid, in.Bike.Facts.RearFluid = "dot", "dot"
	var job workshop.JobView
	require.Equal(tab.t, http.StatusOK, tab.send("POST", "/api/jobs", in, &job))
	return job
}

func TestABleedWaitsForTheNextOneWhereThatIsCheaper(t *testing.T) {
	s := open(t)
	bench, keeper := s.as(record.Mechanic), s.as(record.Keeper)
	plan := func() brakes.BleedsView {
		var view brakes.BleedsView
		require.Equal(t, http.StatusOK, bench.send("GET", "/api/bleeds", nil, &view))
		return view
	}
	job := bench.takeIn("Drover", 10)
	bench.record(job.Job.ID, agree.Items.Says(agree.Item{Operation: "bleed-front",
		Title: "Bleed the front brake", Minutes: 40}))
	assert.Contains(t, plan().Says, "no DOT fluid on the shelf")
	bottle := fluid.Bottle{ID: record.NewID(), Name: "Sealed", Family: brake.DOT, Grade: "DOT 4",
		Volume: 250, Price: 1800, Clean: true}
	require.Equal(t, http.StatusOK, bench.send("PUT", "/api/bottles/"+string(bottle.ID), bottle, nil))
	cheap := fluid.Bottle{ID: record.NewID(), Name: "Used up", Family: brake.DOT, Grade: "DOT 4",
		Volume: 1000, Price: 100, Clean: true,
		Gone: true}
	require.Equal(t, http.StatusOK, bench.send("PUT", "/api/bottles/"+string(cheap.ID), cheap, nil))
	view := plan()
	require.NotNil(t, view.Plan)
	assert.EqualValues(t, 1800, view.Plan.Total, "of a bottle like the one on the shelf, not like one that is gone")
	assert.Equal(t, 1, view.Plan.Fresh)
	settings, err := s.store.Settings(t.Context())
	require.NoError(t, err)
	today := time.Now().In(settings.Location())
	assert.Equal(t, []string{today.Format(time.DateOnly)}, view.Days)

	// Another bike was bled a year ago, and is called back for it in 9 days: an opened bottle is for three.
	gone := bench.takeIn("Packet", 1)
	due := today.AddDate(0, 0, 9).Format(time.DateOnly)
	for _, text := range []string{
		`update job set released_at = now() where id = $1`,
		`insert into call_back (id, job_id, bike_id, what, due, operation) select gen_random_uuid(), id, bike_id, 'DOT fluid ages', '` + due +
			`', 'bleed-rear' from job where id = $1`,
	} {
		_, err := s.store.DB().ExecContext(t.Context(), text, gone.Job.ID)
		require.NoError(t, err)
	}
	view = plan()
	require.Len(t, view.Waiting, 2)
	assert.Nil(t, view.Waiting[1].Job)
	assert.Equal(t, due, view.Waiting[1].Here)
	assert.Equal(t, 1, view.Plan.Fresh)
	assert.Equal(t, []brake.Bled{{Job: "Pelham Drover, green, front", Held: 6}, {Job: "Pelham Packet, green, rear"}},
		view.Plan.Openings[0].Bleeds)
	assert.EqualValues(t, 6*200, view.Plan.Waits)
	assert.Contains(t, view.Says, "cheaper here than one more bottle")

	// Its other brake waits with it, and costs no second wait.
	bench.record(job.Job.ID, agree.Items.Says(agree.Item{Operation: "bleed-rear",
		Title: "Bleed the rear brake", Minutes: 40}))
	view = plan()
	assert.Len(t, view.Waiting, 3)
	assert.Equal(t, brake.Bled{Job: "Pelham Drover, green, front and rear", Held: 6}, view.Plan.Openings[0].Bleeds[0])
	assert.EqualValues(t, 6*200, view.Plan.Waits)

	settings.Waiting = -1
	assert.Equal(t, http.StatusUnprocessableEntity, keeper.send("PUT", "/api/settings", settings, nil))
	settings.Waiting = 500
	require.Equal(t, http.StatusOK, keeper.send("PUT", "/api/settings", settings, nil))
	view = plan()
	assert.Equal(t, 2, view.Plan.Fresh, "a floor that is dear")
	assert.Contains(t, view.Says, "waiting would cost more")
}
