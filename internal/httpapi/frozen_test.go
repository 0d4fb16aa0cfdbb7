package httpapi_test

import (
	"crypto/sha256"
	"encoding/json"
	"io"
	"net/http"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/document"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
)

// leaves takes a bike from door to door, with something read at its chain; before that something
// may be done to its job.
func (tab *tablet) leaves(first ...func(record.ID)) workshop.JobView {
	tab.t.Helper()
	arrived := tab.checkIn()
	for _, do := range first {
		do(arrived.Job.ID)
	}
	job := tab.verify(tab.inspect(arrived, map[string]inspect.Reading{"chain": {Typed: "0.3"}}))
	job = tab.record(job.Job.ID, door.Returns.Says(door.Return{Belonging: job.Belongings[0].ID}))
	require.Equal(tab.t, http.StatusOK, tab.send("POST", "/api/jobs/"+string(job.Job.ID)+"/release",
		map[string]any{"id": record.NewID(), "to": "Ansel"}, &job))
	return job
}

func (tab *tablet) pdf(job record.ID) []byte {
	return tab.got("/api/jobs/" + string(job) + "/sheet.pdf")
}

// layout is how a job's sheet is composed, as JSON.
func (tab *tablet) layout(job record.ID, query string) string {
	return string(tab.got("/api/jobs/" + string(job) + "/layout" + query))
}

func (tab *tablet) got(path string) []byte {
	tab.t.Helper()
	answer, err := tab.client.Get(tab.url + path)
	require.NoError(tab.t, err)
	defer answer.Body.Close()
	text, err := io.ReadAll(answer.Body)
	require.NoError(tab.t, err)
	return text
}

// What was handed over stays what it was, whatever the trade knows, the bike or the shop is called later.
func TestASheetThatWasHandedOverDoesNotChange(t *testing.T) {
	s := open(t)
	keeper, phone := s.as(record.Keeper), s.tablet()
	var link string
	var page, later owner.OwnerView
	job := keeper.leaves(func(job record.ID) {
		bell := keeper.record(job, agree.Items.Says(agree.Item{Title: "Fit the bell", Minutes: 5})).Items[0].ID
		link = keeper.link(job)
		require.Equal(t, http.StatusOK, phone.send("POST", link+"/answers",
			owner.OwnerAnswers{From: "Ansel", Items: []owner.OwnerSays{{ID: bell}}}, nil))
	})
	id := job.Job.ID
	require.Equal(t, http.StatusOK, phone.send("GET", link, nil, &page))
	require.True(t, page.Gone)
	require.Len(t, page.Items, 1)
	frozen, kept, err := s.store.FrozenSheet(t.Context(), id)
	require.NoError(t, err)
	require.True(t, kept)
	before, composed := keeper.pdf(id), keeper.layout(id, "")
	assert.JSONEq(t, string(frozen.Layout), composed)
	sum := sha256.Sum256(before)
	assert.Equal(t, sum[:], frozen.Digest, "what is printed is what was kept")
	assert.Equal(t, s.work.Book().Digest(), frozen.Knowledge)
	assert.NotEmpty(t, frozen.Knowledge)
	var told workshop.JobView
	require.Equal(t, http.StatusOK, keeper.send("GET", "/api/jobs/"+string(id), nil, &told))
	was, err := json.Marshal(told.Parts.Walk.Points)
	require.NoError(t, err)

	// The rule of the chain becomes stricter; the bike is painted, the shop renamed.
	var own []workshop.OwnFile
	require.Equal(t, http.StatusOK, keeper.send("GET", "/api/knowledge", nil, &own))
	points := own[slices.IndexFunc(own, func(f workshop.OwnFile) bool { return f.File == "points.yaml" })]
	points.Text = stricterChain(t, points.Shipped)
	require.Equal(t, http.StatusOK, keeper.send("PUT", "/api/knowledge", points, nil))
	require.Equal(t, http.StatusOK, keeper.send("PUT", "/api/bikes/"+string(job.Bike.ID), func() record.Bike {
		b := job.Bike
		b.Colour = "no longer green"
		return b
	}(), nil))
	settings, err := s.work.Settings(t.Context())
	require.NoError(t, err)
	settings.Name = "Another name"
	require.Equal(t, http.StatusOK, keeper.send("PUT", "/api/settings", settings, nil))

	var after workshop.JobView
	require.Equal(t, http.StatusOK, keeper.send("GET", "/api/jobs/"+string(id), nil, &after))
	is, err := json.Marshal(after.Parts.Walk.Points)
	require.NoError(t, err)
	assert.JSONEq(t, string(was), string(is))
	assert.Equal(t, told.Title, after.Title, "the bike as it was handed over")
	assert.Equal(t, before, keeper.pdf(id), "byte for byte")
	require.Equal(t, http.StatusOK, phone.send("GET", link, nil, &later))
	assert.Equal(t, page.Bike, later.Bike, "what its owner is shown as well")
	assert.Equal(t, page.Findings, later.Findings)
	assert.Equal(t, composed, keeper.layout(id, ""), "and composed as it was")
	today := keeper.layout(id, "?today=true")
	assert.Contains(t, today, "no longer green", "what we would say today stands beside it when asked")
	assert.Contains(t, today, "Chain of today")
	assert.NotContains(t, composed, "Chain of today")

	// Opened again it is told as it stands, and the next sheet is kept beside the first.
	require.Equal(t, http.StatusOK, keeper.send("POST", "/api/jobs/"+string(id)+"/reopen",
		map[string]any{"id": record.NewID(), "reason": "bell"}, &after))
	assert.Contains(t, after.Title, "no longer green")
	var sheets int
	require.NoError(t, s.store.DB().Get(&sheets, `select count(*) from released_sheet`))
	assert.Equal(t, 1, sheets)
	_, err = s.store.DB().Exec(`update released_sheet set form = 2`)
	assert.ErrorContains(t, err, "never changed")
}

// stricterChain is the shipped entry of the chain with other words and a limit that what was read is over.
func stricterChain(t *testing.T, shipped string) string {
	t.Helper()
	_, entry, _ := strings.Cut(shipped, "\n- id: chain\n")
	entry, _, _ = strings.Cut(entry, "\n- id: ")
	return "- id: chain\n" + strings.ReplaceAll(entry, "name: Chain\n", "name: Chain of today\n")
}

func TestSheetsOfEarlierJobsAreKeptOnce(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	s.work.PrintBy(nil) // an older version keeps none
	job := bench.leaves()
	_, kept, err := s.store.FrozenSheet(t.Context(), job.Job.ID)
	require.NoError(t, err)
	require.False(t, kept)
	s.work.PrintBy(document.Sheet)
	for range 2 {
		require.NoError(t, s.work.FreezeEarlier(t.Context()))
	}
	f, kept, err := s.store.FrozenSheet(t.Context(), job.Job.ID)
	require.NoError(t, err)
	require.True(t, kept)
	assert.True(t, f.Afterwards)
	assert.Equal(t, f.PDF, bench.pdf(job.Job.ID))
}
