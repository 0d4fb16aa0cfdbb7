package httpapi_test

import (
	"net/http"
	"net/http/httptest"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/core/brake"
	"utensil/core/estimate"
	"utensil/internal/httpapi"
	"utensil/internal/workshop"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/knowledge"
)

// blank takes a bike in on which nobody has read anything.
func (tab *tablet) blank() workshop.JobView {
	tab.t.Helper()
	in := arriving()
	in.Bike.Facts.FrontFluid, in.Bike.Facts.RearFluid = bike.Unknown, bike.Unknown
	var job workshop.JobView
	require.Equal(tab.t, http.StatusOK, tab.send("POST", "/api/jobs", in, &job))
	return job
}

func TestACapIsReadAndItsReaderIsKept(t *testing.T) {
	s := open(t)
	bench, counter := s.as(record.Mechanic), s.as(record.Counter)
	job := bench.blank()
	path := "/api/bikes/" + string(job.Bike.ID)

	bottle := fluid.Bottle{ID: record.NewID(), Name: "Oil", Family: brake.Mineral, Volume: 500,
		Price: 1500, Clean: true}
	require.Equal(t, http.StatusOK, bench.send("PUT", "/api/bottles/"+string(bottle.ID), bottle, nil))
	begun := record.NewEntry{ID: record.NewID(), Content: runlog.Starts.Says(runlog.Guided{
		Procedure: "bleed-push-front", Choices: map[string]string{"start": "soft", "held": "pin", "lever": "tilted",
			"rise": "climbs"}, Bottle: &bottle.ID})}
	status, _, fault := bench.try(job.Job.ID, begun)
	assert.Equal(t, http.StatusUnprocessableEntity, status)
	assert.Contains(t, fault.Detail, "on the cap of the front brake's reservoir")

	for _, in := range []workshop.ReadNow{
		{Fact: "front_fluid", Word: "water", Version: job.Bike.Version},
		{Fact: "gears", Word: "hub", Version: job.Bike.Version}, // no fact that guards
		{Fact: "colour", Word: "red", Version: job.Bike.Version},
	} {
		assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", path+"/read", in, nil), in)
	}
	var read record.Bike
	in := workshop.ReadNow{Fact: "front_fluid", Word: "mineral", Version: job.Bike.Version}
	require.Equal(t, http.StatusOK, bench.send("POST", path+"/read", in, &read))
	assert.Equal(t, "mineral", read.Facts.FrontFluid)
	assert.Equal(t, "Tomas", read.Read["front_fluid"].By)

	var stale struct{ Current record.Bike }
	in.Word = "dot" // by someone whose screen is older
	assert.Equal(t, http.StatusConflict, bench.send("POST", path+"/read", in, &stale))
	assert.Equal(t, "mineral", stale.Current.Facts.FrontFluid)

	// Another change is no reading, and takes nobody's name away.
	read.Colour = "olive"
	require.Equal(t, http.StatusOK, counter.send("PUT", path, read, &read))
	assert.Equal(t, "Tomas", read.Read["front_fluid"].By)
	status, _, fault = bench.try(job.Job.ID, begun)
	assert.Equal(t, http.StatusOK, status, fault.Detail)
}

func TestTheServerSaysWhatFollowsFromAChoice(t *testing.T) {
	counter := open(t).as(record.Counter)
	was := arriving().Bike.Facts
	asked := httpapi.Describing{Facts: was, Was: was}
	asked.Facts.FrontBrake = "drum"
	var got httpapi.Described
	require.Equal(t, http.StatusOK, counter.send("POST", "/api/facts", asked, &got))
	assert.Equal(t, "none", got.Facts.FrontFluid)
	assert.Contains(t, got.Also, "front_fluid")
	assert.NotContains(t, got.Asks, "front_fluid")

	kind := was
	kind.FrontFluid, kind.Bar = bike.Unknown, "swept"
	require.Equal(t, http.StatusOK, counter.send("POST", "/api/facts",
		httpapi.Describing{Facts: kind, Was: was, Filled: true}, &got))
	assert.Equal(t, []string{was.FrontFluid, "swept"}, []string{got.Facts.FrontFluid, got.Facts.Bar},
		"a kind forgets no reading")
	assert.Equal(t, []string{"front_fluid"}, got.Also)
}

func TestFactsOfBeforeAreRead(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	job := bench.checkIn()
	// A bike as it was kept before the facts that guard: its fluid had come with its kind.
	_, err := s.store.DB().ExecContext(t.Context(), `update bike set facts = facts - '{third_brake,drive,steerer,bar_material,
		fork_material,bracket_thread,post_material,brake_hands,other}'::text[]
		|| '{"post": "carbon"}' where id = $1`, job.Bike.ID)
	require.NoError(t, err)
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/jobs/"+string(job.Job.ID), nil, &job))
	f := job.Bike.Facts
	assert.Equal(t, []string{"none", "chain", bike.Unknown, bike.Unknown, bike.Unknown},
		[]string{f.ThirdBrake, f.Drive, f.Steerer, f.BarMaterial, f.BracketThread})
	assert.Equal(t, []string{"fixed", "carbon"}, []string{f.Post, f.PostMaterial}, "what was known of the post is kept")
	assert.Equal(t, http.StatusOK, bench.send("PUT", "/api/bikes/"+string(job.Bike.ID), job.Bike, nil),
		"and it can be saved again")
}

func TestTheServerSaysTheOwnersSum(t *testing.T) {
	s := open(t)
	bench, phone := s.as(record.Mechanic), s.tablet()
	job := bench.asking()
	link := bench.link(job.Job.ID)
	var page owner.OwnerView
	require.Equal(t, http.StatusOK, phone.send("GET", link, nil, &page))
	sum := func(yes ...record.ID) (total estimate.Total) {
		require.Equal(t, http.StatusOK, phone.send("POST", link+"/sum",
			owner.OwnerChoice{Yes: append([]record.ID{}, yes...)}, &total))
		return total
	}
	assert.Equal(t, page.Agreed, sum(), "nothing yet beside what is agreed")
	one, both := sum(page.Items[0].ID), sum(page.Items[0].ID, page.Items[1].ID)
	assert.Less(t, one.Gross, both.Gross)
	assert.Equal(t, both.Gross, both.Net+both.Tax)
	assert.Equal(t, one, sum(page.Items[0].ID, page.Items[0].ID), "nothing is paid for twice")
	assert.Equal(t, page.Agreed, sum(record.NewID()), "what is not asked is not counted")
	assert.Equal(t, http.StatusNotFound, phone.send("POST", "/api/owner/guessed/sum",
		owner.OwnerChoice{Yes: []record.ID{}}, nil))

	// What the owner then says yes to costs what the page said.
	says := owner.OwnerAnswers{From: "Ansel"}
	for _, i := range page.Items {
		says.Items = append(says.Items, owner.OwnerSays{ID: i.ID, Yes: true})
	}
	require.Equal(t, http.StatusOK, phone.send("POST", link+"/answers", says, &page))
	assert.Equal(t, both, page.Agreed)
}

func TestAnEmptyMailboxIsAList(t *testing.T) {
	s := open(t)
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	api := httpapi.New(workshop.New(s.store, book, time.Now), s.store.DB(), httpapi.Options{AdmitLoopback: true,
		Letters: func() []owner.Letter { return nil }})
	server := httptest.NewServer(api)
	t.Cleanup(server.Close)
	t.Cleanup(api.Close)
	s.url = server.URL
	var raw map[string]any
	require.Equal(t, http.StatusOK, s.as(record.Keeper).send("GET", "/api/mailbox", nil, &raw))
	assert.Equal(t, map[string]any{"standin": true, "letters": []any{}}, raw)
}
