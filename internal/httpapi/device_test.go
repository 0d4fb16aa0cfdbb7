package httpapi_test

import (
	"bytes"
	"encoding/json"
	"log/slog"
	"net/http"
	"net/netip"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
)

// known says what a tablet sees at its start.
func (tab *tablet) known() httpapi.Session {
	tab.t.Helper()
	var seen httpapi.Session
	require.Equal(tab.t, http.StatusOK, tab.send("GET", "/api/session", nil, &seen))
	return seen
}

func (tab *tablet) enters(id record.ID, secret string) int {
	return tab.send("POST", "/api/session", httpapi.SignIn{Staff: id, Secret: secret}, nil)
}

// admitted is a tablet that the shop owner's secret let in.
func (s *shop) admitted(name string) *tablet {
	tab := s.tablet()
	require.Equal(s.t, http.StatusOK, tab.send("POST", "/api/devices/here",
		httpapi.Newcomer{Owner: "ida", Secret: pin, Name: name}, nil))
	return tab
}

func TestOnlyAnAdmittedDeviceSeesWhoWorksHere(t *testing.T) {
	s := openAt(t, dbtest.URL(t), httpapi.Options{})
	stranger := s.tablet()
	seen := stranger.known()
	assert.False(t, seen.Admitted)
	assert.Empty(t, seen.Names)
	assert.Equal(t, "Workshop", seen.Shop)
	assert.Nil(t, seen.Settings, "its name, and no more")
	assert.Equal(t, http.StatusUnauthorized, stranger.enters(s.staff[record.Mechanic], pin),
		"not even with the right PIN")

	var fault httpapi.Fault
	for _, in := range []httpapi.Newcomer{{Owner: "Ida", Secret: "9999", Name: "Tablet"},
		{Owner: "Tomas", Secret: pin, Name: "Tablet"},
		{Owner: "Nobody", Secret: pin, Name: "Tablet"}} {
		assert.Equal(t, http.StatusUnauthorized, stranger.send("POST", "/api/devices/here", in, &fault), in.Owner)
		assert.Contains(t, fault.Detail, "do not go together", "who works here is not told apart from a wrong PIN")
	}
	assert.False(t, stranger.known().Admitted)

	first := s.admitted("Front desk")
	seen = first.known()
	assert.True(t, seen.Admitted)
	assert.Len(t, seen.Names, 3)
	require.NotNil(t, seen.Actor)
	assert.Equal(t, "Ida", seen.Actor.Name, "the owner is signed in as well")
}

// Who tries names from outside learns nothing from the answers, however often; the shop owner
// sees that they tried.
func TestKnownAndUnknownNamesAnswerAlike(t *testing.T) {
	type said struct {
		status int
		detail string
	}
	tries := func(name string) (all []said) {
		s := openAt(t, dbtest.URL(t), httpapi.Options{})
		desk, bench := s.admitted("Front desk"), s.admitted("Bench one")
		require.Equal(t, http.StatusOK, bench.enters(s.staff[record.Mechanic], pin))
		for range 7 {
			var fault httpapi.Fault
			status := s.tablet().send("POST", "/api/devices/here",
				httpapi.Newcomer{Owner: name, Secret: "9999", Name: "Tablet"}, &fault)
			all = append(all, said{status, fault.Detail})
		}
		var seen []signin.Refused
		require.Equal(t, http.StatusForbidden, bench.send("GET", "/api/staff/refused", nil, nil))
		require.Equal(t, http.StatusOK, desk.send("GET", "/api/staff/refused", nil, &seen))
		require.Len(t, seen, 5, "until it was held back")
		assert.Equal(t, "127.0.0.1", seen[0].Address)
		assert.Contains(t, []string{"Ida", ""}, seen[0].Name)
		return all
	}
	known, unknown := tries("Ida"), tries("Nobody")
	assert.Equal(t, known, unknown)
	assert.Equal(t, http.StatusTooManyRequests, known[6].status)
}

// An owner's link opens their page for whoever has it: it stands in no log.
func TestALinkStandsInNoLog(t *testing.T) {
	s := open(t)
	var lines bytes.Buffer
	before := slog.Default()
	slog.SetDefault(slog.New(slog.NewJSONHandler(&lines, &slog.HandlerOptions{Level: slog.LevelDebug})))
	t.Cleanup(func() { slog.SetDefault(before) })
	for _, path := range []string{"/api/owner/c2VjcmV0", "/api/owner/c2VjcmV0/sum",
		"/api/owner/c2VjcmV0/photos/x", "/o/c2VjcmV0"} {
		s.tablet().send("GET", path, nil, nil)
	}
	require.Contains(t, lines.String(), "/api/owner/…/photos/x")
	assert.NotContains(t, lines.String(), "c2VjcmV0")
}

func TestACodeLetsADeviceInOnce(t *testing.T) {
	s := openAt(t, dbtest.URL(t), httpapi.Options{})
	desk, bench := s.admitted("Front desk"), s.tablet()
	var made signin.Invitation
	require.Equal(t, http.StatusOK, desk.send("POST", "/api/devices",
		signin.NewDevice{ID: record.NewID(), Name: "Bench two"}, &made))
	typed := strings.ToLower(strings.ReplaceAll(made.Code, "-", " "))
	require.Equal(t, http.StatusOK, bench.send("POST", "/api/devices/here",
		httpapi.Newcomer{Code: typed}, nil), "however it is typed")
	assert.True(t, bench.known().Admitted)
	assert.Nil(t, bench.known().Actor, "nobody is signed in by a code")
	require.Equal(t, http.StatusOK, bench.enters(s.staff[record.Mechanic], pin))
	assert.Equal(t, http.StatusUnprocessableEntity,
		s.tablet().send("POST", "/api/devices/here", httpapi.Newcomer{Code: made.Code}, nil))
	assert.Equal(t, http.StatusForbidden, bench.send("POST", "/api/devices",
		signin.NewDevice{ID: record.NewID(), Name: "Mine"}, nil))

	// Sent away: the session that began on it ends at once, and its cookie opens nothing.
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/today", nil, nil))
	require.Equal(t, http.StatusOK, desk.send("DELETE", "/api/devices/"+string(made.Device.ID), nil, nil))
	assert.Equal(t, http.StatusUnauthorized, bench.send("GET", "/api/today", nil, nil))
	assert.False(t, bench.known().Admitted)
	assert.Equal(t, http.StatusOK, desk.send("GET", "/api/today", nil, nil))
}

func TestAStolenSessionOpensNothingElsewhere(t *testing.T) {
	s := openAt(t, dbtest.URL(t), httpapi.Options{})
	desk, elsewhere := s.admitted("Front desk"), s.tablet()
	request, err := http.NewRequestWithContext(t.Context(), http.MethodGet, s.url+"/api/today", nil)
	require.NoError(t, err)
	var forged []string
	for _, c := range desk.client.Jar.Cookies(request.URL) {
		if c.Name == "utensil" {
			request.AddCookie(c)
			continue
		}
		forged = append(forged, c.Value)
	}
	require.Len(t, forged, 1)
	request.AddCookie(&http.Cookie{Name: "utensil-device", Value: forged[0][:len(forged[0])-4] + "AAAA"})
	response, err := elsewhere.client.Do(request)
	require.NoError(t, err)
	require.NoError(t, response.Body.Close())
	assert.Equal(t, http.StatusUnauthorized, response.StatusCode)
}

// Strangers lock nobody out, nor does one tablet another; the right PIN from many tablets at once
// is right each time.
func TestNobodyIsLockedOutByOthers(t *testing.T) {
	s := openAt(t, dbtest.URL(t), httpapi.Options{})
	one, two := s.admitted("Bench one"), s.admitted("Bench two")
	mechanic := s.staff[record.Mechanic]
	for range 12 {
		s.tablet().enters(mechanic, "0000")
	}
	for range 7 {
		one.enters(mechanic, "0000")
	}
	text, err := json.Marshal(httpapi.SignIn{Staff: mechanic, Secret: pin})
	require.NoError(t, err)
	response, err := one.client.Post(s.url+"/api/session", "application/json", bytes.NewReader(text))
	require.NoError(t, err)
	require.NoError(t, response.Body.Close())
	assert.Equal(t, http.StatusTooManyRequests, response.StatusCode)
	assert.Regexp(t, `^\d+$`, response.Header.Get("Retry-After"))

	statuses := make([]int, 12)
	var wait sync.WaitGroup
	for i := range statuses {
		wait.Go(func() { statuses[i] = two.enters(mechanic, pin) })
	}
	wait.Wait()
	for _, status := range statuses {
		assert.Equal(t, http.StatusOK, status)
	}
}

// Behind a proxy that is trusted the client is who it says; anybody else cannot say so. Owners do
// not slow each other down; who tries links that are none is slowed down alone.
func TestLinksAreLimitedByLinkAndByClient(t *testing.T) {
	for name, trusted := range map[string][]netip.Prefix{"proxy": {netip.MustParsePrefix("127.0.0.0/8")}, "none": nil} {
		t.Run(name, func(t *testing.T) {
			s := openAt(t, dbtest.URL(t), httpapi.Options{TrustedProxies: trusted})
			from := func(client, path string) int {
				request, err := http.NewRequestWithContext(t.Context(), http.MethodGet, s.url+path, nil)
				require.NoError(t, err)
				request.Header.Set("X-Forwarded-For", client)
				response, err := s.tablet().client.Do(request)
				require.NoError(t, err)
				require.NoError(t, response.Body.Close())
				return response.StatusCode
			}
			last := 0
			for range 25 {
				last = from("192.0.2.7", "/api/owner/"+strings.Repeat("x", 32))
			}
			assert.Equal(t, http.StatusTooManyRequests, last)
			job := s.admitted("Desk").asking()
			link := s.admitted("Desk two").link(job.Job.ID)
			want := map[bool]int{true: http.StatusOK, false: http.StatusTooManyRequests}[trusted != nil]
			for range 60 { // a page, its photographs and sums
				require.Equal(t, want, from("192.0.2.8", link))
			}
		})
	}
}

func TestAnOwnerAsksSoOftenAndNoMore(t *testing.T) {
	s := open(t)
	bench, phone := s.as(record.Mechanic), s.tablet()
	link := bench.link(bench.asking().Job.ID)
	var fault httpapi.Fault
	long := owner.OwnerAsks{ID: record.NewID(), Text: strings.Repeat("w", 2001)}
	assert.Equal(t, http.StatusUnprocessableEntity, phone.send("POST", link+"/questions", long, &fault))
	assert.Contains(t, fault.Detail, "2000")
	ask := owner.OwnerAsks{Text: "When?"}
	for range 10 {
		ask.ID = record.NewID()
		require.Equal(t, http.StatusOK, phone.send("POST", link+"/questions", ask, nil))
	}
	require.Equal(t, http.StatusOK, phone.send("POST", link+"/questions", ask, nil),
		"sent again, it is the same question")
	ask.ID = record.NewID()
	assert.Equal(t, http.StatusTooManyRequests, phone.send("POST", link+"/questions", ask, &fault))
	assert.Contains(t, fault.Detail, "ring")
}
