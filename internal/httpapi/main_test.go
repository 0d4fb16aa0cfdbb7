package httpapi_test

import (
	"bytes"
	"encoding/json"
	"io"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/core/measure"
	"utensil/internal/document"
	"utensil/internal/httpapi"
	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/postgres"
	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
	"utensil/knowledge"
)

func TestMain(m *testing.M) { dbtest.Main(m) }

// shop is a running server over an empty workshop with one member of each role.
type shop struct {
	work  *workshop.Workshop
	t     *testing.T
	url   string
	dbURL string
	store *postgres.Store
	api   *httpapi.Server
	staff map[record.Role]record.ID
}

const pin = "48261"

func open(t *testing.T) *shop {
	t.Helper()
	return openAt(t, dbtest.URL(t), httpapi.Options{AdmitLoopback: true})
}

// openAt opens a shop over a database that is still empty, or the tests' template.
func openAt(t *testing.T, url string, o httpapi.Options) *shop {
	t.Helper()
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	s := &shop{t: t, dbURL: url, staff: map[record.Role]record.ID{}}
	s.store, err = postgres.Open(s.dbURL)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.store.Close()) })
	require.NoError(t, s.store.Migrate(t.Context()))
	secret, err := signin.HashSecret(pin)
	require.NoError(t, err)
	for role, name := range map[record.Role]string{record.Keeper: "Ida", record.Mechanic: "Tomas",
		record.Counter: "Wren"} {
		saved, err := s.store.SaveStaff(t.Context(),
			signin.Staff{ID: record.NewID(), Name: name, Role: role, Active: true, Secret: secret})
		require.NoError(t, err)
		s.staff[role] = saved.ID
	}
	s.work = workshop.New(s.store, book, time.Now)
	s.work.PrintBy(document.Sheet)
	s.api = httpapi.New(s.work, s.store.DB(), o)
	server := httptest.NewUnstartedServer(s.api)
	server.Listener, server.Config.MaxHeaderBytes = httpapi.Listen(server.Listener), 64<<10
	server.Start()
	t.Cleanup(server.Close)
	t.Cleanup(s.api.Close)
	s.url = server.URL
	return s
}

// tablet is one browser with its own session.
type tablet struct {
	*shop
	client *http.Client
}

func (s *shop) tablet() *tablet {
	jar, err := cookiejar.New(nil)
	require.NoError(s.t, err)
	return &tablet{s, &http.Client{Jar: jar, Timeout: 60 * time.Second}}
}

func (s *shop) as(role record.Role) *tablet {
	tab := s.tablet()
	require.Equal(s.t, http.StatusOK, tab.send("POST", "/api/session",
		map[string]any{"staff": s.staff[role], "secret": pin}, nil))
	return tab
}

// send sends a request and reads its answer into out; it returns the status.
func (tab *tablet) send(method, path string, in, out any) int {
	tab.t.Helper()
	var payload io.Reader
	if in != nil {
		text, err := json.Marshal(in)
		require.NoError(tab.t, err)
		payload = bytes.NewReader(text)
	}
	request, err := http.NewRequestWithContext(tab.t.Context(), method, tab.url+path, payload)
	require.NoError(tab.t, err)
	if in != nil {
		request.Header.Set("Content-Type", "application/json")
	}
	response, err := tab.client.Do(request)
	require.NoError(tab.t, err)
	defer response.Body.Close()
	text, err := io.ReadAll(response.Body)
	require.NoError(tab.t, err)
	if out != nil && len(text) > 0 {
		require.NoError(tab.t, json.Unmarshal(text, out), "%s %s: %s", method, path, text)
	}
	return response.StatusCode
}

func commuter() bike.Facts {
	return bike.Facts{Kind: "commuter", Frame: "diamond", Material: "aluminium", WheelFront: 622,
		WheelRear: 622, Bar: "flat",
		FrontBrake: "disc_hydraulic", RearBrake: "disc_hydraulic", FrontFluid: "mineral",
		RearFluid: "mineral", FrontPort: "screw",
		RearPort: "nipple", RotorMount: "six_bolt",
		Gears: "cable", Speeds: 9, Rings: 1, Suspension: "rigid", Electric: "none",
		FrontAxle: "quick_release", RearAxle: "quick_release",
		Stem: "threadless", Crank: "splined", BottomBracket: "threaded", Post: "fixed",
		SaddleClamp: "two_bolt", Carries: []string{}}.Filled()
}

func arriving() workshop.CheckIn {
	owner := record.Owner{ID: record.NewID(), Name: "Ansel Whitlow", Phone: "0770 900 1141"}
	return workshop.CheckIn{ID: record.NewID(), Owner: owner, Depth: "repair", Words: "It squeals.",
		Bike: record.Bike{ID: record.NewID(), OwnerID: owner.ID, Make: "Pelham", Model: "Drover",
			Colour: "green", FrameNo: "PD-7",
			Facts: commuter()},
		Belongings: []workshop.Brought{{ID: record.NewID(), Name: "Pannier"}}}
}

func (tab *tablet) checkIn() workshop.JobView {
	tab.t.Helper()
	var job workshop.JobView
	require.Equal(tab.t, http.StatusOK, tab.send("POST", "/api/jobs", arriving(), &job))
	return job
}

// try records an entry and returns the status, the job as it then stands, and the fault.
func (tab *tablet) try(job record.ID, n record.NewEntry) (int, workshop.JobView, httpapi.Fault) {
	tab.t.Helper()
	var raw json.RawMessage
	status := tab.send("POST", "/api/jobs/"+string(job)+"/entries", n, &raw)
	var view workshop.JobView
	var fault httpapi.Fault
	if status == http.StatusOK {
		require.NoError(tab.t, json.Unmarshal(raw, &view))
	} else {
		require.NoError(tab.t, json.Unmarshal(raw, &fault))
	}
	return status, view, fault
}

// correct writes an entry over one that was a slip.
func (tab *tablet) correct(job, old record.ID, c record.Content) workshop.JobView {
	tab.t.Helper()
	status, view, fault := tab.try(job, record.NewEntry{ID: record.NewID(), Supersedes: &old,
		Content: c, Why: "a slip of the finger"})
	require.Equal(tab.t, http.StatusOK, status, "%+v", fault)
	return view
}

func (tab *tablet) record(job record.ID, c record.Content) workshop.JobView {
	tab.t.Helper()
	status, view, fault := tab.try(job, record.NewEntry{ID: record.NewID(), Content: c})
	require.Equal(tab.t, http.StatusOK, status, "%+v", fault)
	return view
}

func formatted(v float64) string { return measure.Format(v) }
