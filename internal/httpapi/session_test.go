package httpapi_test

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"io"
	"net/http"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/postgres"
	"utensil/internal/workshop"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
)

func TestSignInLocksAfterWrongSecrets(t *testing.T) {
	s := open(t)
	tab := s.tablet()
	try := func(secret string) (int, httpapi.Fault) {
		var fault httpapi.Fault
		return tab.send("POST", "/api/session",
			map[string]any{"staff": s.staff[record.Mechanic], "secret": secret}, &fault), fault
	}
	for range 5 {
		status, fault := try("0000")
		assert.Equal(t, http.StatusUnauthorized, status)
		assert.Contains(t, fault.Detail, "do not go together")
	}
	status, fault := try(pin)
	assert.Equal(t, http.StatusTooManyRequests, status, "even the right PIN, once locked")
	assert.Contains(t, fault.Detail, "Wait a minute")
	var members []signin.Staff
	require.Equal(t, http.StatusOK, s.as(record.Keeper).send("GET", "/api/staff", nil, &members))
	for _, m := range members {
		assert.Equal(t, m.ID == s.staff[record.Mechanic], len(m.Held) == 1, m.Name)
		for _, held := range m.Held {
			assert.Equal(t, signin.ThisComputer, held.Device)
		}
	}
	assert.Equal(t, http.StatusUnauthorized, tab.send("GET", "/api/today", nil, nil))

	keeper := s.as(record.Keeper)
	require.Equal(t, http.StatusOK, keeper.send("DELETE",
		"/api/staff/"+string(s.staff[record.Mechanic])+"/tries", nil, nil))
	status, _ = try(pin)
	assert.Equal(t, http.StatusOK, status, "the shop owner frees somebody")
	for range 5 {
		try("0000")
	}
	change := signin.StaffChange{ID: s.staff[record.Mechanic], Name: "Tomas", Role: record.Mechanic,
		Active: true, Secret: "73915", Version: 1}
	require.Equal(t, http.StatusOK, keeper.send("PUT", "/api/staff", change, nil))
	status, _ = try("73915")
	assert.Equal(t, http.StatusOK, status, "a new PIN frees it")
}

func TestLockGrowsToAnHour(t *testing.T) {
	assert.Equal(t, time.Duration(0), signin.LockFor(4))
	assert.Equal(t, time.Minute, signin.LockFor(5))
	assert.Equal(t, 4*time.Minute, signin.LockFor(7))
	assert.Equal(t, time.Hour, signin.LockFor(1000))
}

func TestHandingATabletOver(t *testing.T) {
	s := open(t)
	tab := s.as(record.Mechanic)
	before := tab.cookie()
	id := tab.checkIn().Job.ID
	tab.record(id, record.Notes.Says(record.Note{Text: "mine"}))
	require.Equal(t, http.StatusOK, tab.send("POST", "/api/session",
		map[string]any{"staff": s.staff[record.Keeper], "secret": pin}, nil))
	assert.NotEqual(t, before, tab.cookie(), "the session gets a new token")
	job := tab.record(id, record.Notes.Says(record.Note{Text: "hers"}))
	assert.Equal(t, "Tomas", job.Notes[0].By)
	assert.Equal(t, "Ida", job.Notes[1].By)
	assert.Less(t, tab.send("DELETE", "/api/session", nil, nil), 300)
	assert.Equal(t, http.StatusUnauthorized, tab.send("GET", "/api/today", nil, nil))
}

func (tab *tablet) cookie() string {
	request, _ := http.NewRequest(http.MethodGet, tab.url, nil)
	return tab.client.Jar.Cookies(request.URL)[0].Value
}

func TestRolesMayDoWhatTheyMay(t *testing.T) {
	s := open(t)
	counter, bench := s.as(record.Counter), s.as(record.Mechanic)
	id := counter.checkIn().Job.ID
	for name, c := range map[string]record.Content{
		"read": inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "0.1"}),
		"torque": torque.Torques.Says(torque.Torque{Fastener: "saddle-clamp", Position: "front",
			Found: "loose", LeftTyped: "10"}),
		"sign": trial.Signs.Says(trial.Sign{What: "test_ride", Passed: true}),
	} {
		t.Run(name, func(t *testing.T) {
			status, _, fault := counter.try(id, record.NewEntry{ID: record.NewID(), Content: c})
			assert.Equal(t, http.StatusForbidden, status, name)
			assert.Contains(t, fault.Detail, "a mechanic", name)
		})
	}
	settings, err := s.store.Settings(t.Context())
	require.NoError(t, err)
	assert.Equal(t, http.StatusForbidden, bench.send("PUT", "/api/settings", settings, nil))
	assert.Equal(t, http.StatusForbidden, bench.send("PUT", "/api/staff",
		signin.StaffChange{ID: record.NewID(), Name: "X", Role: record.Keeper, Active: true, Secret: "9182"}, nil))

	keeper := s.as(record.Keeper)
	require.Equal(t, http.StatusOK, keeper.send("PUT", "/api/staff",
		signin.StaffChange{ID: s.staff[record.Mechanic], Name: "Tomas",
			Role: record.Mechanic, Version: 1}, nil))
	assert.Equal(t, http.StatusUnauthorized, bench.send("GET", "/api/today", nil, nil),
		"who no longer works here is signed out")
	assert.Equal(t, http.StatusUnprocessableEntity, keeper.send("PUT", "/api/staff",
		signin.StaffChange{ID: s.staff[record.Keeper], Name: "Ida", Role: record.Mechanic, Active: true,
			Version: 1}, nil), "the last owner stays")
	for _, secret := range []string{"123", "1111", "short", ""} {
		assert.Equal(t, http.StatusUnprocessableEntity, keeper.send("PUT", "/api/staff",
			signin.StaffChange{ID: record.NewID(), Name: "New", Role: record.Counter, Active: true,
				Secret: secret}, nil), secret)
	}
	settings.Currency = "GLD"
	var fault httpapi.Fault
	assert.Equal(t, http.StatusUnprocessableEntity, keeper.send("PUT", "/api/settings", settings, &fault))
	assert.Equal(t, "currency", fault.Field)
}

func TestStrangersAndOtherSitesAreKeptOut(t *testing.T) {
	s := open(t)
	tab := s.as(record.Mechanic)
	for _, path := range []string{"/api/today", "/api/search", "/api/book", "/api/staff",
		"/api/jobs/" + string(record.NewID()), "/api/live",
		"/api/jobs/x/sheet.pdf"} {
		var fault httpapi.Fault
		assert.Equal(t, http.StatusUnauthorized, s.tablet().send("GET", path, nil, &fault), path)
		assert.Equal(t, "/problems/stranger", fault.Type, path)
	}
	request, err := http.NewRequestWithContext(t.Context(), http.MethodPost, s.url+"/api/jobs", strings.NewReader("{}"))
	require.NoError(t, err)
	request.Header.Set("Sec-Fetch-Site", "cross-site")
	request.Header.Set("Content-Type", "application/json")
	response, err := tab.client.Do(request)
	require.NoError(t, err)
	require.NoError(t, response.Body.Close())
	assert.Equal(t, http.StatusForbidden, response.StatusCode)
	assert.Equal(t, "application/problem+json", response.Header.Get("Content-Type"))
	var fault httpapi.Fault
	assert.Equal(t, http.StatusMethodNotAllowed, tab.send("PATCH", "/api/today", nil, &fault))
	assert.Equal(t, http.StatusMethodNotAllowed, fault.Status, "a problem like any other")

	response, err = tab.client.Get(s.url + "/api/session")
	require.NoError(t, err)
	require.NoError(t, response.Body.Close())
	policy := response.Header.Get("Content-Security-Policy")
	assert.Contains(t, policy, "default-src 'none'")
	assert.NotContains(t, policy, "unsafe")
	assert.Equal(t, "nosniff", response.Header.Get("X-Content-Type-Options"))
	assert.Equal(t, "no-store", response.Header.Get("Cache-Control"))
	assert.Contains(t, response.Header.Get("X-Robots-Tag"), "noindex")
}

func TestOverHTTPSNothingElseIsCome(t *testing.T) {
	for secure, want := range map[bool]string{true: "max-age=31536000", false: ""} {
		s := openAt(t, dbtest.URL(t), httpapi.Options{Secure: secure})
		response, err := s.tablet().client.Get(s.url + "/healthz")
		require.NoError(t, err)
		require.NoError(t, response.Body.Close())
		assert.Equal(t, want, response.Header.Get("Strict-Transport-Security"))
	}
}

func TestTwoTabletsSeeEachOther(t *testing.T) {
	s := open(t)
	one, two := s.as(record.Mechanic), s.as(record.Counter)
	ctx, stop := context.WithCancel(t.Context())
	defer stop()
	listening := make(chan struct{})
	heard := sync.OnceFunc(func() { close(listening) })
	go postgres.Listen(ctx, s.dbURL, func(change string) { s.api.Told(change); heard() })
	<-listening
	request, err := http.NewRequestWithContext(ctx, http.MethodGet, s.url+"/api/live", nil)
	require.NoError(t, err)
	response, err := one.client.Do(request)
	require.NoError(t, err)
	defer response.Body.Close()
	assert.Equal(t, "text/event-stream", response.Header.Get("Content-Type"))

	lines := make(chan string, 100)
	go func() {
		defer close(lines)
		for scan := bufio.NewScanner(response.Body); scan.Scan(); {
			lines <- scan.Text()
		}
	}()
	id := two.checkIn().Job.ID
	await := func(want ...string) {
		t.Helper()
		after := time.After(10 * time.Second)
		for {
			select {
			case line := <-lines:
				whole := true
				for _, w := range want {
					whole = whole && strings.Contains(line, w)
				}
				if whole {
					return
				}
			case <-after:
				t.Fatalf("never heard of %v", want)
			}
		}
	}
	await("event: again")
	await(`"about": "job"`, string(id))
	two.record(id, record.Notes.Says(record.Note{Text: "seen?"}))
	await(`"about":"entry"`, string(id), `"in_shop":1`, `"next":`) // with where the job now stands on the first screen
}

// Another window of the tablet was handed over: what the old one sends is refused, and signs nothing.
func TestNobodyWritesUnderAnothersName(t *testing.T) {
	s := open(t)
	tab := s.as(record.Mechanic)
	id := tab.checkIn().Job.ID
	entry := func(shown record.ID) int {
		text, err := json.Marshal(record.NewEntry{ID: record.NewID(),
			Content: record.Notes.Says(record.Note{Text: "whose?"})})
		require.NoError(t, err)
		request, err := http.NewRequestWithContext(t.Context(), http.MethodPost,
			s.url+"/api/jobs/"+string(id)+"/entries", bytes.NewReader(text))
		require.NoError(t, err)
		request.Header.Set("Content-Type", "application/json")
		request.Header.Set("X-Utensil-As", string(shown))
		response, err := tab.client.Do(request)
		require.NoError(t, err)
		require.NoError(t, response.Body.Close())
		return response.StatusCode
	}
	assert.Equal(t, http.StatusOK, entry(s.staff[record.Mechanic]))
	require.Equal(t, http.StatusOK, tab.send("POST", "/api/session",
		map[string]any{"staff": s.staff[record.Counter], "secret": pin}, nil))
	assert.Equal(t, http.StatusUnauthorized, entry(s.staff[record.Mechanic]), "the screen still shows the mechanic")
	assert.Equal(t, http.StatusOK, entry(s.staff[record.Counter]))
	require.Equal(t, http.StatusOK, tab.send("DELETE", "/api/session", nil, nil))
	assert.Equal(t, http.StatusUnauthorized, entry(s.staff[record.Counter]))
}

// What a session was shown stops when it ends, on every server at once, and not at the next beat.
func TestAStreamEndsWithItsSession(t *testing.T) {
	s := open(t)
	tab := s.as(record.Mechanic)
	listening := make(chan struct{})
	heard := sync.OnceFunc(func() { close(listening) })
	go postgres.Listen(t.Context(), s.dbURL, func(change string) { s.api.Told(change); heard() })
	<-listening
	stream := func() (*http.Response, int) {
		request, err := http.NewRequestWithContext(t.Context(), http.MethodGet, s.url+"/api/live", nil)
		require.NoError(t, err)
		response, err := tab.client.Do(request)
		require.NoError(t, err)
		t.Cleanup(func() { _ = response.Body.Close() })
		return response, response.StatusCode
	}
	response, status := stream()
	require.Equal(t, http.StatusOK, status)
	for range 9 {
		_, status := stream()
		require.Equal(t, http.StatusOK, status)
	}
	_, status = stream()
	assert.Equal(t, http.StatusTooManyRequests, status, "a session has so many and no more")
	require.Equal(t, http.StatusOK, tab.send("DELETE", "/api/session", nil, nil))
	ended := make(chan struct{})
	go func() {
		_, _ = io.Copy(io.Discard, response.Body)
		close(ended)
	}()
	select {
	case <-ended:
	case <-time.After(10 * time.Second): // a beat comes after twenty
		t.Fatal("the stream goes on without its session")
	}
}

func TestTimesThatNoWorkshopWritesDown(t *testing.T) {
	tab := open(t).as(record.Mechanic)
	job := tab.checkIn()
	for _, year := range []int{1, 1969, 2100, 9999} {
		at := time.Date(year, 5, 1, 12, 0, 0, 0, time.UTC)
		change := workshop.JobChange{Depth: "tune", Words: "Also the bell.", Version: job.Job.Version, PromisedAt: &at}
		assert.Equal(t, http.StatusUnprocessableEntity,
			tab.send("PUT", "/api/jobs/"+string(job.Job.ID), change, nil), year)
		status, _, _ := tab.try(job.Job.ID, record.NewEntry{ID: record.NewID(), At: &at,
			Content: record.Notes.Says(record.Note{Text: "when?"})})
		assert.Equal(t, http.StatusUnprocessableEntity, status, year)
	}
	assert.Equal(t, http.StatusOK, tab.send("GET", "/api/today", nil, nil))
}
