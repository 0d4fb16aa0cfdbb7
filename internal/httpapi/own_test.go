package httpapi_test

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	"utensil/internal/workshop"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/photos"
	"utensil/internal/workshop/record"
)

func TestAWorkshopLaysItsOwnOverWhatShips(t *testing.T) {
	s := open(t)
	keeper, bench := s.as(record.Keeper), s.as(record.Mechanic)
	assert.Equal(t, http.StatusForbidden, bench.send("GET", "/api/knowledge", nil, nil))
	var files []workshop.OwnFile
	require.Equal(t, http.StatusOK, keeper.send("GET", "/api/knowledge", nil, &files))
	for _, f := range files {
		assert.NotEmpty(t, f.Shipped, "%s has something to start from", f.File)
	}
	points := `- id: bell
  name: Bell
  from: repair
  method: Ring it.
  worn: Fit a bell
  offer: Fit a bell
  scale: [{word: Rings, mark: sound, reason: Loud.}, {word: Dumb, mark: due, reason: Silent.}]
  source: our own
`
	var fault httpapi.Fault
	wrong := workshop.OwnFile{File: "points.yaml", Text: points + "- id: horn\n  name: Horn\n"}
	assert.Equal(t, http.StatusUnprocessableEntity, keeper.send("PUT", "/api/knowledge", wrong, &fault))
	assert.Contains(t, fault.Detail, "points.yaml:9: horn", "a mistake is named with its line")
	own := workshop.OwnFile{File: "points.yaml", Text: points}
	require.Equal(t, http.StatusOK, keeper.send("PUT", "/api/knowledge", own, &files))

	has := func(job workshop.JobView) (found bool) {
		for _, p := range job.Parts.Walk.Points {
			found = found || p.ID == "bell" && p.Required
		}
		return found
	}
	job := bench.checkIn()
	assert.True(t, has(job), "the new point is on every bike at once")
	bench.record(job.Job.ID, inspect.Readings.Says(inspect.Reading{Point: "bell", Word: "Dumb"}))

	assert.Equal(t, http.StatusConflict, keeper.send("PUT", "/api/knowledge", own, &fault), "version 0 again is stale")
	own.Text, own.Version = "", 1
	assert.Equal(t, http.StatusUnprocessableEntity, keeper.send("PUT", "/api/knowledge", own, &fault))
	assert.Contains(t, fault.Detail, `points "bell" (1)`, "what was read of it would vanish")
	given := workshop.OwnFile{File: "renamed.yaml", Text: "- {id: bell, kind: points, was: bell, why: nobody rings it}"}
	require.Equal(t, http.StatusOK, keeper.send("PUT", "/api/knowledge", given, nil))
	require.Equal(t, http.StatusOK, keeper.send("PUT", "/api/knowledge", own, &files))
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/jobs/"+string(job.Job.ID), nil, &job))
	assert.False(t, has(job), "what was recorded of a point that is gone does no harm")
}

// A sort of bike that the shop has made up stays while there is a bike of it: else that bike
// could not be changed any more.
func TestAKindThatBikesAreOfStays(t *testing.T) {
	s := open(t)
	keeper := s.as(record.Keeper)
	const facts = "- {id: post_bike, name: Post bike, facts: {kind: post_bike, frame: diamond, " +
		"material: steel, wheel_front_mm: 622, " +
		"wheel_rear_mm: 622, bar: swept, front_brake: drum, rear_brake: drum, rotor_mount: none, gears: " +
		"hub, speeds: 5, rings: 1, " +
		"suspension: rigid, electric: none, front_axle: nuts, rear_axle: nuts, stem: quill, crank: " +
		"taper, bottom_bracket: threaded, " +
		"post: fixed, saddle_clamp: one_bolt"
	own := workshop.OwnFile{File: "kinds.yaml", Text: facts + "}}"}
	var fault httpapi.Fault
	require.Equal(t, http.StatusOK, keeper.send("PUT", "/api/knowledge", own, nil))
	in := arriving()
	in.Bike.Facts.Kind = "post_bike"
	var job workshop.JobView
	require.Equal(t, http.StatusOK, keeper.send("POST", "/api/jobs", in, &job))
	own.Text, own.Version = "", 1
	require.Equal(t, http.StatusUnprocessableEntity, keeper.send("PUT", "/api/knowledge", own, &fault))
	assert.Contains(t, fault.Detail, `kinds "post_bike" (1)`)
	guess := workshop.OwnFile{File: "kinds.yaml", Version: 1,
		Text: facts + ", front_fluid: mineral}}"}
	require.Equal(t, http.StatusUnprocessableEntity, keeper.send("PUT", "/api/knowledge", guess, &fault))
	assert.Contains(t, fault.Detail, "nobody can know that of a bike by its kind")
}

func TestPhotosStayWithTheirJob(t *testing.T) {
	s := open(t)
	bench, phone := s.as(record.Mechanic), s.tablet()
	job := bench.asking()
	link := bench.link(job.Job.ID)
	photo := photos.Photo{ID: record.NewID(), JobID: job.Job.ID, About: "stem", Width: 2, Height: 2,
		JPEG: []byte("\xff\xd8\xff"),
		By:   s.staff[record.Mechanic], At: job.Job.OpenedAt}
	require.NoError(t, s.store.AddPhoto(t.Context(), photo))
	other := photo
	other.ID, other.JobID = record.NewID(), bench.other().Job.ID
	require.NoError(t, s.store.AddPhoto(t.Context(), other))

	var page owner.OwnerView
	require.Equal(t, http.StatusOK, phone.send("GET", link, nil, &page))
	seen := 0
	for _, f := range page.Findings {
		seen += len(f.Photos)
	}
	assert.Equal(t, 1, seen)
	get := func(tab *tablet, path string) (int, string) {
		response, err := tab.client.Get(s.url + path)
		require.NoError(t, err)
		require.NoError(t, response.Body.Close())
		return response.StatusCode, response.Header.Get("Content-Type")
	}
	status, kind := get(phone, link+"/photos/"+string(photo.ID))
	assert.Equal(t, http.StatusOK, status)
	assert.Equal(t, "image/jpeg", kind)
	status, _ = get(phone, link+"/photos/"+string(other.ID))
	assert.Equal(t, http.StatusNotFound, status, "not another job's")
	status, _ = get(phone, "/api/photos/"+string(photo.ID))
	assert.Equal(t, http.StatusUnauthorized, status)
	require.Equal(t, http.StatusOK, bench.send("DELETE",
		"/api/jobs/"+string(job.Job.ID)+"/photos/"+string(photo.ID), nil, &job))
	assert.Empty(t, job.Photos)
	status, _ = get(bench, "/api/photos/"+string(photo.ID))
	assert.Equal(t, http.StatusNotFound, status)
}

// other takes another owner's bike in.
func (tab *tablet) other() workshop.JobView {
	in := arriving()
	in.Owner.Name, in.Bike.Make = "Orla Pennyfeather", "Osier"
	var job workshop.JobView
	require.Equal(tab.t, http.StatusOK, tab.send("POST", "/api/jobs", in, &job))
	return job
}
