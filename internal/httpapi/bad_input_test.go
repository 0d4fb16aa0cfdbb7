package httpapi_test

import (
	"context"
	"encoding/json"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/core/estimate"
	"utensil/internal/httpapi"
	"utensil/internal/localdb"
	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
)

func TestFiguresThatCannotBeRight(t *testing.T) {
	bench := open(t).as(record.Mechanic)
	id := bench.checkIn().Job.ID
	read := func(point, typed string) record.Content {
		return inspect.Readings.Says(inspect.Reading{Point: point, Typed: typed})
	}
	left := func(typed string) record.Content {
		return torque.Torques.Says(torque.Torque{Fastener: "saddle-clamp", Position: "front",
			Found: "not_checked", LeftTyped: typed})
	}
	for name, c := range map[string]struct {
		content record.Content
		says    string
		meant   []float64
	}{
		"absurd chain":   {read("chain", "40"), "Did you mean 0.4?", []float64{0.4, 0.04}},
		"absurd rotor":   {read("front-rotor", "25"), "Did you mean 2.5?", []float64{2.5}},
		"absurd torque":  {left("900"), "Did you mean 9?", []float64{9, 0.9}},
		"torque of zero": {left("0"), "Measure again", nil},
		"stray letter":   {read("front-pads", "1.4l"), "Type digits", nil},
		"negative":       {read("front-pads", "-1"), "below zero", nil},
		"wrong unit":     {read("front-pads", "3 psi"), "Type the figure in mm", nil},
		"nothing":        {read("front-pads", "  "), "Type a figure", nil},
		"word off the scale": {inspect.Readings.Says(inspect.Reading{Point: "headset", Word: "Fine"}),
			"not on the scale", nil},
		"point it lacks": {read("rear-mechanism", "1"), "no such point", nil},
		"bolt it lacks": {torque.Torques.Says(torque.Torque{Fastener: "pivot-bolts", Position: "main",
			Found: "loose"}), "no such fastener",
			nil},
		"a cause of a book": {inspect.Findings.Says(inspect.Finding{Title: "Creaks", Mark: "due",
			Cause: strings.Repeat("x", 5000)}),
			"longer than anybody types", nil},
		"passed over, no why": {inspect.Readings.Says(inspect.Reading{Point: "headset",
			PassedOver: true}), "Say why", nil},
		"range upside down": {inspect.Figures.Says(inspect.OwnFigure{Fastener: "saddle-clamp",
			TypedMin: "12", TypedMax: "8",
			Source: "manual"}), "below the least", nil},
		"empty name":   {door.Belongings.Says(door.Belonging{Name: " \u0000 "}), "Type what came", nil},
		"endless note": {record.Notes.Says(record.Note{Text: strings.Repeat("ä", 20_001)}), "20001 characters", nil},
		"no price": {agree.Items.Says(agree.Item{Title: "Gold plating",
			Parts: []estimate.Part{{Name: "Gold", Quantity: 1, Price: 1e9}}}), "Check quantity and price", nil},
		"failed, no why":      {trial.Signs.Says(trial.Sign{What: "test_ride"}), "Say what is wrong", nil},
		"nothing at all":      {record.Content{}, "exactly one thing", nil},
		"release by the back": {door.Releases.Says(door.Released{To: "me"}), "exactly one thing", nil},
	} {
		t.Run(name, func(t *testing.T) {
			status, _, fault := bench.try(id, record.NewEntry{ID: record.NewID(), Content: c.content})
			assert.Equal(t, http.StatusUnprocessableEntity, status, name)
			assert.Contains(t, fault.Detail, c.says, name)
			assert.Equal(t, c.meant, fault.Suggestions, name)
		})
	}
	var twice httpapi.Fault
	two := map[string]any{"id": record.NewID(), "content": map[string]any{"note": map[string]any{"text": "a"},
		"sign": map[string]any{"what": "test_ride", "passed": true}}}
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", "/api/jobs/"+string(id)+"/entries", two, &twice))
	assert.Contains(t, twice.Detail, "exactly one thing")
	status, _, fault := bench.try(id, record.NewEntry{ID: "not-an-id",
		Content: record.Notes.Says(record.Note{Text: "a"})})
	assert.Equal(t, http.StatusUnprocessableEntity, status)
	assert.Contains(t, fault.Detail, "version 7")
	assert.Equal(t, http.StatusNotFound, bench.send("GET", "/api/jobs/nonsense", nil, nil))
	assert.Equal(t, http.StatusNotFound, bench.send("GET", "/api/jobs/"+string(record.NewID()), nil, nil))
	status, _, _ = bench.try(id, record.NewEntry{ID: record.NewID(),
		Content: record.Notes.Says(record.Note{Text: strings.Repeat("ä",
			10_000)})})
	assert.Equal(t, http.StatusOK, status, "ten thousand characters are a long note, and kept")
}

func TestCheckInSaysWhatIsMissing(t *testing.T) {
	bench := open(t).as(record.Counter)
	yesterday := time.Now().AddDate(0, 0, -2)
	for field, spoil := range map[string]func(*workshop.CheckIn){
		"owner.name":               func(in *workshop.CheckIn) { in.Owner.Name = "\u200b \t" },
		"owner.email":              func(in *workshop.CheckIn) { in.Owner.Email = "ansel at home" },
		"bike.make":                func(in *workshop.CheckIn) { in.Bike.Make = "" },
		"bike.model":               func(in *workshop.CheckIn) { in.Bike.Model = strings.Repeat("x", 201) },
		"bike.facts.front_fluid":   func(in *workshop.CheckIn) { in.Bike.Facts.FrontFluid = "none" },
		"bike.facts.wheel_rear_mm": func(in *workshop.CheckIn) { in.Bike.Facts.WheelRear = 28 },
		"words":                    func(in *workshop.CheckIn) { in.Words = " " },
		"depth":                    func(in *workshop.CheckIn) { in.Depth = "deep" },
		"service":                  func(in *workshop.CheckIn) { in.Service = "full-strip-of-the-moon" },
		"promised_at":              func(in *workshop.CheckIn) { in.PromisedAt = &yesterday },
	} {
		t.Run(field, func(t *testing.T) {
			in := arriving()
			spoil(&in)
			var fault struct{ Field, Detail string }
			assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", "/api/jobs", in, &fault), field)
			assert.Equal(t, field, fault.Field)
			assert.NotEmpty(t, fault.Detail)
		})
	}
	in := arriving()
	for range 2 {
		require.Equal(t, http.StatusOK, bench.send("POST", "/api/jobs", in, nil), "sent twice, harmless")
	}
	again := in
	again.ID, again.Owner.Version, again.Bike.Version, again.Belongings = record.NewID(), 1, 1, nil
	var fault struct{ Title string }
	assert.Equal(t, http.StatusConflict, bench.send("POST", "/api/jobs", again, &fault))
	assert.Equal(t, "Already in the shop", fault.Title)
}

func TestNamesOfEveryScript(t *testing.T) {
	counter := open(t).as(record.Counter)
	for _, who := range []string{"شيرين النهري", "רות גל", "Zoë 🚲 Ångström", "李 小河", "O'Brine; drop table owner"} {
		in := arriving()
		in.Owner.Name, in.Words = who, "“"+who+"” 🙂 says: it squeals"
		var job workshop.JobView
		require.Equal(t, http.StatusOK, counter.send("POST", "/api/jobs", in, &job), who)
		assert.Equal(t, who, job.Owner.Name)
		var found []workshop.Found
		require.Equal(t, http.StatusOK, counter.send("GET",
			"/api/search?q="+strings.ReplaceAll(strings.Fields(who)[0], ";", "%3B"), nil, &found))
		assert.Equal(t, who, found[0].Owner.Name)
		assert.Contains(t, counter.sheet(job.Job.ID), "Service sheet")
	}
	var none []workshop.Found
	counter.send("GET", "/api/search?q=%25_", nil, &none)
	assert.Empty(t, none, "a per cent sign is a character like any other")
}

// sheet fetches a job's PDF and reads it back with poppler.
func (tab *tablet) sheet(job record.ID) string {
	tab.t.Helper()
	response, err := tab.client.Get(tab.url + "/api/jobs/" + string(job) + "/sheet.pdf")
	require.NoError(tab.t, err)
	defer response.Body.Close()
	require.Equal(tab.t, http.StatusOK, response.StatusCode)
	pdf, err := io.ReadAll(response.Body)
	require.NoError(tab.t, err)
	file := filepath.Join(tab.t.TempDir(), "sheet.pdf")
	require.NoError(tab.t, os.WriteFile(file, pdf, 0o600))
	text, err := exec.CommandContext(tab.t.Context(), "pdftotext", "-layout", file, "-").Output()
	require.NoError(tab.t, err, "pdftotext is installed by make deps")
	return string(text)
}

func TestASheetOfTwoHundredLines(t *testing.T) {
	bench := open(t).as(record.Mechanic)
	job := bench.checkIn()
	for i := range 67 {
		job = bench.record(job.Job.ID, agree.Items.Says(agree.Item{Title: "Item " + formatted(float64(i))}))
		job = bench.record(job.Job.ID, agree.Answers.Says(agree.Answer{Item: job.Items[i].ID,
			Answer: agree.Yes, From: "Ansel", How: "counter"}))
		job = bench.record(job.Job.ID, agree.Works.Says(agree.Work{Item: job.Items[i].ID, Note: "one\ntwo\nthree"}))
	}
	bench.record(job.Job.ID, record.Notes.Says(record.Note{Text: strings.Repeat("word ", 2000)}))
	text := bench.sheet(job.Job.ID)
	for _, want := range []string{"Item 0", "Item 66", "Before you ride", "page 5 of", "£0.00"} {
		assert.Contains(t, text, want)
	}
	assert.Equal(t, 67, strings.Count(text, "three"), "no line is lost at a page's foot")
	assert.Equal(t, 2000, strings.Count(text, "word"))
}

func TestAStaleVersionShowsBothSides(t *testing.T) {
	s := open(t)
	one, two := s.as(record.Mechanic), s.as(record.Counter)
	job := one.checkIn()
	mine, theirs := job.Bike, job.Bike
	theirs.Colour, mine.Colour = "dark green", "olive"
	require.Equal(t, http.StatusOK, two.send("PUT", "/api/bikes/"+string(theirs.ID), theirs, nil))
	var fault struct {
		Title   string
		Current record.Bike
	}
	assert.Equal(t, http.StatusConflict, one.send("PUT", "/api/bikes/"+string(mine.ID), mine, &fault))
	assert.Equal(t, "dark green", fault.Current.Colour)
	mine.Version = fault.Current.Version
	var saved record.Bike
	require.Equal(t, http.StatusOK, one.send("PUT", "/api/bikes/"+string(mine.ID), mine, &saved))
	assert.Equal(t, "olive", saved.Colour)

	owner := job.Owner
	owner.Phone = "1"
	require.Equal(t, http.StatusOK, two.send("PUT", "/api/owners/"+string(owner.ID), owner, nil))
	assert.Equal(t, http.StatusConflict, one.send("PUT", "/api/owners/"+string(owner.ID), owner, nil))
	change := workshop.JobChange{Depth: "tune", Words: "Also the bell.", Version: job.Job.Version}
	require.Equal(t, http.StatusOK, two.send("PUT", "/api/jobs/"+string(job.Job.ID), change, nil))
	assert.Equal(t, http.StatusConflict, one.send("PUT", "/api/jobs/"+string(job.Job.ID), change, nil))
}

func TestADatabaseThatGoesAwayAndComesBack(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	id := bench.checkIn().Job.ID
	db := dbtest.Server()
	require.NoError(t, db.Stop())
	down := time.Now()
	entry := record.NewEntry{ID: record.NewID(),
		Content: record.Notes.Says(record.Note{Text: "written while the records were away"})}
	status, _, fault := bench.try(id, entry)
	assert.Equal(t, http.StatusServiceUnavailable, status)
	assert.Equal(t, "The records cannot be reached", fault.Title)
	assert.Contains(t, fault.Detail, "kept")
	assert.Equal(t, http.StatusServiceUnavailable, bench.send("GET", "/healthz", nil, nil))
	time.Sleep(10*time.Second - time.Since(down))
	require.NoError(t, db.Start(context.Background()))
	assert.Eventually(t, func() bool { return bench.send("GET", "/healthz", nil, nil) == http.StatusOK },
		10*time.Second, 50*time.Millisecond)
	status, job, _ := bench.try(id, entry)
	require.Equal(t, http.StatusOK, status, "the same entry, sent again")
	assert.Equal(t, "written while the records were away", job.Notes[0].Text)
}

// A database that hangs is told as one that is away, by the deadline; it is not waited for as
// long as it hangs.
func TestADatabaseThatHangs(t *testing.T) {
	folder, err := os.MkdirTemp("", "utensil-hangs") // not t.TempDir: its parent is closed to PostgreSQL's user
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, os.RemoveAll(folder)) })
	server, err := localdb.Start(t.Context(), folder, "fsync=off")
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, server.Close()) })
	s := openAt(t, server.URL, httpapi.Options{Deadline: time.Second, AdmitLoopback: true})
	bench := s.as(record.Mechanic)
	id := bench.checkIn().Job.ID

	freeze := func(signal syscall.Signal) {
		text, err := os.ReadFile(folder + "/data/postmaster.pid")
		require.NoError(t, err)
		parent := strings.SplitN(string(text), "\n", 2)[0]
		children, err := os.ReadFile("/proc/" + parent + "/task/" + parent + "/children")
		require.NoError(t, err)
		for _, pid := range append(strings.Fields(string(children)), parent) { // ours: this test started them
			n, err := strconv.Atoi(pid)
			require.NoError(t, err)
			require.NoError(t, syscall.Kill(n, signal))
		}
	}
	freeze(syscall.SIGSTOP)
	entry := record.NewEntry{ID: record.NewID(), Content: record.Notes.Says(record.Note{Text: "written while it hung"})}
	status, _, fault := bench.try(id, entry) // the tablet itself gives up after a minute
	freeze(syscall.SIGCONT)
	assert.Equal(t, http.StatusServiceUnavailable, status)
	assert.Contains(t, fault.Detail, "kept")
	assert.Eventually(t, func() bool { status, _, _ := bench.try(id, entry); return status == http.StatusOK },
		20*time.Second,
		100*time.Millisecond)
}

// A tablet took a bike in before facts were asked that came later: it is written down, and they
// are filled in.
func TestABikeOfAnOlderTabletIsTakenIn(t *testing.T) {
	bench := open(t).as(record.Counter)
	text, err := json.Marshal(arriving())
	require.NoError(t, err)
	var in map[string]any
	require.NoError(t, json.Unmarshal(text, &in))
	facts := in["bike"].(map[string]any)["facts"].(map[string]any)
	for _, later := range []string{"sprockets_on", "motor_end", "brake_hands", "bracket_thread", "front_port"} {
		delete(facts, later)
	}
	var job struct{ Bike record.Bike }
	require.Equal(t, http.StatusOK, bench.send("POST", "/api/jobs", in, &job))
	assert.Equal(t, "freehub", job.Bike.Facts.Sprockets)
	assert.Equal(t, bike.Unknown, job.Bike.Facts.BrakeHands)
	delete(facts, "frame")
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", "/api/jobs", in, nil),
		"what was always asked is still asked")
}
