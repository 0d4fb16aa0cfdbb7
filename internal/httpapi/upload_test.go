package httpapi_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/brake"
	"utensil/internal/httpapi"
	"utensil/internal/workshop"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// upload sends bytes as they are.
func (tab *tablet) upload(path string, text []byte, out any) int {
	tab.t.Helper()
	response, err := tab.client.Post(tab.url+path, "application/octet-stream", bytes.NewReader(text))
	require.NoError(tab.t, err)
	defer response.Body.Close()
	require.NoError(tab.t, json.NewDecoder(response.Body).Decode(out))
	return response.StatusCode
}

const ride = `<gpx><trk><name>Net Hill</name><trkseg>
	<trkpt lat="50" lon="1"><time>2026-10-01T08:00:00Z</time></trkpt>
	<trkpt lat="50.1" lon="1"><time>2026-10-01T09:00:00Z</time></trkpt></trkseg></trk></gpx>`

func TestARideFileIsTakenInOnce(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	path := "/api/jobs/" + string(bench.checkIn().Job.ID) + "/rides/" + string(record.NewID())
	var job workshop.JobView
	for range 2 {
		require.Equal(t, http.StatusOK, bench.upload(path, []byte(ride), &job))
		assert.Equal(t, 1, job.Parts.Walk.Distance.Rides, "sent again, it is still one ride")
	}
	var fault httpapi.Fault
	assert.Equal(t, http.StatusUnprocessableEntity,
		bench.upload(path[:len(path)-36]+string(record.NewID()), []byte("MZ\x90\x00 a program"),
			&fault))
	assert.Contains(t, fault.Detail, "neither a GPX nor a FIT file")
	assert.Equal(t, http.StatusUnauthorized, s.tablet().upload(path, []byte(ride), &fault))
}

func TestAPhotoIsTakenInSmallerAndOnce(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	id := bench.checkIn().Job.ID
	var picture bytes.Buffer
	require.NoError(t, png.Encode(&picture, image.NewGray(image.Rect(0, 0, 3200, 800))))
	path := "/api/jobs/" + string(id) + "/photos/" + string(record.NewID()) + "?about=chain"
	var job workshop.JobView
	for range 2 {
		require.Equal(t, http.StatusOK, bench.upload(path, picture.Bytes(), &job))
	}
	require.Len(t, job.Photos, 1)
	assert.Equal(t, [3]any{"chain", 1600, 400}, [3]any{job.Photos[0].About, job.Photos[0].Width, job.Photos[0].Height})

	var fault httpapi.Fault
	other := "/api/jobs/" + string(id) + "/photos/" + string(record.NewID())
	assert.Equal(t, http.StatusUnprocessableEntity, bench.upload(other+"?about=wing", picture.Bytes(), &fault))
	assert.Contains(t, fault.Detail, "nothing here that the photo could show")
	assert.Equal(t, http.StatusUnprocessableEntity, bench.upload(other, []byte("<svg onload=alert(1)>"), &fault))
	assert.Contains(t, fault.Detail, "no photo")
	assert.NotEqual(t, http.StatusOK, bench.upload(other, bytes.Repeat([]byte("x"), 25<<20), &fault))

	response, err := bench.client.Get(s.url + "/api/photos/" + string(job.Photos[0].ID))
	require.NoError(t, err)
	defer response.Body.Close()
	assert.Equal(t, "image/jpeg", response.Header.Get("Content-Type"))
	assert.Equal(t, "nosniff", response.Header.Get("X-Content-Type-Options"), "it is never taken for anything else")
	shown, format, err := image.Decode(response.Body)
	require.NoError(t, err)
	assert.Equal(t, "jpeg", format)
	assert.Equal(t, 1600, shown.Bounds().Dx())
}

// A hunt over HTTP: opened, answered, taken back, and made into work to agree on.
func TestAHuntOverHTTP(t *testing.T) {
	s := open(t)
	bench, counter := s.as(record.Mechanic), s.as(record.Counter)
	id := bench.checkIn().Job.ID
	var complaints []hunt.Complaint
	require.Equal(t, http.StatusOK, counter.send("GET", "/api/jobs/"+string(id)+"/complaints", nil, &complaints))
	assert.True(t, complaints[0].Fits, "the owner said it squeals")
	assert.Contains(t, complaints[0].Name, "noisy")
	status, _, _ := counter.try(id, record.NewEntry{ID: record.NewID(),
		Content: hunt.Hunts.Says(hunt.Hunt{Fault: complaints[0].ID})})
	assert.Equal(t, http.StatusForbidden, status, "hunting is a mechanic's work")

	job := bench.record(id, hunt.Hunts.Says(hunt.Hunt{Fault: complaints[0].ID}))
	search := job.Hunts[0]
	first := search.Next[0]
	job = bench.record(id, hunt.Clues.Says(hunt.Clue{Hunt: search.ID, Check: first.Check,
		Answer: first.Answers[0].Answer}))
	after := job.Hunts[0]
	require.Len(t, after.Steps, 1)
	told := first.Answers[0].Then
	assert.True(t, strings.HasPrefix(told, after.Causes[0].Name), "what the check promised (%s) came true", told)
	status, job, _ = bench.try(id, record.NewEntry{ID: record.NewID(), Supersedes: after.Steps[0].ID,
		Content: record.Withdrawals.Says(record.Withdrawn{})})
	require.Equal(t, http.StatusOK, status)
	assert.Equal(t, search.Causes, job.Hunts[0].Causes, "taken back, it is as before")
	job = bench.record(id, inspect.Findings.Says(inspect.Finding{Hunt: &search.ID, Cause: "contaminated", Mark: "due"}))
	require.NotNil(t, job.Findings[0].Rescue)
	assert.Equal(t, "replace", job.Findings[0].Rescue.School)
	assert.NotNil(t, job.Hunts[0].Finding)
}

// A recorded ride tells how fast a stop was ridden to, and is not kept for it.
func TestTheStopsOfARideFileAreTold(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	var text strings.Builder
	text.WriteString("<gpx><trk><trkseg>")
	north, began := 50.0, time.Date(2026, 11, 20, 12, 0, 0, 0, time.UTC)
	// 7 m a second for eight seconds are 25.2 km/h; then two seconds to a stand.
	for second, metres := range []float64{0, 7, 7, 7, 7, 7, 7, 7, 5, 1.5, 0, 0, 0} {
		north += metres / 111_195 // a degree of a meridian, m
		fmt.Fprintf(&text, `<trkpt lat="%.7f" lon="1"><time>%s</time></trkpt>`, north,
			began.Add(time.Duration(second)*time.Second).Format(time.RFC3339))
	}
	text.WriteString("</trkseg></trk></gpx>")
	var stops []brake.Approach
	require.Equal(t, http.StatusOK, bench.upload("/api/rides/stops", []byte(text.String()), &stops))
	require.Len(t, stops, 1)
	assert.InDelta(t, 25.2, stops[0].Kmh, 0.1)

	var fault httpapi.Fault
	assert.Equal(t, http.StatusUnprocessableEntity, bench.upload("/api/rides/stops", []byte(ride), &fault))
	assert.Contains(t, fault.Detail, "type the speed")
	assert.Equal(t, http.StatusUnprocessableEntity, bench.upload("/api/rides/stops", []byte("MZ a program"), &fault))
	assert.Contains(t, fault.Detail, "neither a GPX nor a FIT file")
	assert.Equal(t, http.StatusUnauthorized, s.tablet().upload("/api/rides/stops", []byte(text.String()), &fault))
}
