package httpapi_test

import (
	"context"
	"io"
	"net/http"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"os"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/estimate"
	"utensil/internal/localdb/testing"
	"utensil/internal/workshop"
)

func TestFiguresThatCannotBeRight(t *testing.T) {
	bench := open(t).as(workshop.Mechanic)
	id := bench.checkIn().Job.ID
	read := func(point, typed string) workshop.Content {
		return workshop.Content{Reading: &workshop.Reading{Point: point, Typed: typed}}
	}
	left := func(typed string) workshop.Content {
		return workshop.Content{Torque: &workshop.Torque{Fastener: "saddle-clamp", Position: "front", Found: "not_checked", LeftTyped: typed}}
	}
	for name, c := range map[string]struct {
		content workshop.Content
		says    string
		meant   []float64
	}{
		"absurd chain":        {read("chain", "40"), "Did you mean 0.4?", []float64{0.4, 0.04}},
		"absurd rotor":        {read("front-rotor", "25"), "Did you mean 2.5?", []float64{2.5}},
		"absurd torque":       {left("900"), "Did you mean 9?", []float64{9, 0.9}},
		"torque of zero":      {left("0"), "Measure again", nil},
		"stray letter":        {read("front-pads", "1.4l"), "Type digits", nil},
		"negative":            {read("front-pads", "-1"), "below zero", nil},
		"wrong unit":          {read("front-pads", "3 psi"), "Type the figure in mm", nil},
		"nothing":             {read("front-pads", "  "), "Type a figure", nil},
		"word off the scale":  {workshop.Content{Reading: &workshop.Reading{Point: "headset", Word: "Fine"}}, "not on the scale", nil},
		"point it lacks":      {read("rear-mechanism", "1"), "no such point", nil},
		"bolt it lacks":       {workshop.Content{Torque: &workshop.Torque{Fastener: "pivot-bolts", Position: "main", Found: "loose"}}, "no such fastener", nil},
		"passed over, no why": {workshop.Content{Reading: &workshop.Reading{Point: "headset", PassedOver: true}}, "Say why", nil},
		"range upside down":   {workshop.Content{Figure: &workshop.OwnFigure{Fastener: "saddle-clamp", TypedMin: "12", TypedMax: "8", Source: "manual"}}, "below the least", nil},
		"empty name":          {workshop.Content{Belonging: &workshop.Belonging{Name: " \u0000 "}}, "Type what came", nil},
		"endless note":        {workshop.Content{Note: &workshop.Note{Text: strings.Repeat("ä", 20_001)}}, "20001 characters", nil},
		"no price":            {workshop.Content{Item: &workshop.Item{Title: "Gold plating", Parts: []estimate.Part{{Name: "Gold", Quantity: 1, Price: 1e9}}}}, "Check quantity and price", nil},
		"failed, no why":      {workshop.Content{Sign: &workshop.Sign{What: "test_ride"}}, "Say what is wrong", nil},
		"two things at once":  {workshop.Content{Note: &workshop.Note{Text: "a"}, Sign: &workshop.Sign{What: "test_ride"}}, "exactly one thing", nil},
		"nothing at all":      {workshop.Content{}, "exactly one thing", nil},
		"release by the back": {workshop.Content{Released: &workshop.Released{To: "me"}}, "exactly one thing", nil},
	} {
		status, _, fault := bench.try(id, workshop.NewEntry{ID: workshop.NewID(), Content: c.content})
		assert.Equal(t, http.StatusUnprocessableEntity, status, name)
		assert.Contains(t, fault.Detail, c.says, name)
		assert.Equal(t, c.meant, fault.Suggestions, name)
	}
	status, _, fault := bench.try(id, workshop.NewEntry{ID: "not-an-id", Content: workshop.Content{Note: &workshop.Note{Text: "a"}}})
	assert.Equal(t, http.StatusUnprocessableEntity, status)
	assert.Contains(t, fault.Detail, "version 7")
	assert.Equal(t, http.StatusNotFound, bench.send("GET", "/api/jobs/nonsense", nil, nil))
	assert.Equal(t, http.StatusNotFound, bench.send("GET", "/api/jobs/"+string(workshop.NewID()), nil, nil))
	status, _, _ = bench.try(id, workshop.NewEntry{ID: workshop.NewID(), Content: workshop.Content{Note: &workshop.Note{Text: strings.Repeat("ä", 10_000)}}})
	assert.Equal(t, http.StatusOK, status, "ten thousand characters are a long note, and kept")
}

func TestCheckInSaysWhatIsMissing(t *testing.T) {
	bench := open(t).as(workshop.Counter)
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
		"promised_at":              func(in *workshop.CheckIn) { in.PromisedAt = &yesterday },
	} {
		in := arriving()
		spoil(&in)
		var fault struct{ Field, Detail string }
		assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", "/api/jobs", in, &fault), field)
		assert.Equal(t, field, fault.Field)
		assert.NotEmpty(t, fault.Detail)
	}
	in := arriving()
	for range 2 {
		require.Equal(t, http.StatusOK, bench.send("POST", "/api/jobs", in, nil), "sent twice, harmless")
	}
	again := in
	again.ID, again.Owner.Version, again.Bike.Version, again.Belongings = workshop.NewID(), 1, 1, nil
	var fault struct{ Title string }
	assert.Equal(t, http.StatusConflict, bench.send("POST", "/api/jobs", again, &fault))
	assert.Equal(t, "Already in the shop", fault.Title)
}

func TestNamesOfEveryScript(t *testing.T) {
	counter := open(t).as(workshop.Counter)
	for _, who := range []string{"شيرين النهري", "רות גל", "Zoë 🚲 Ångström", "李 小河", "O'Brine; drop table owner"} {
		in := arriving()
		in.Owner.Name, in.Words = who, "“"+who+"” 🙂 says: it squeals"
		var job workshop.JobView
		require.Equal(t, http.StatusOK, counter.send("POST", "/api/jobs", in, &job), who)
		assert.Equal(t, who, job.Owner.Name)
		var found []workshop.Found
		require.Equal(t, http.StatusOK, counter.send("GET", "/api/search?q="+strings.ReplaceAll(strings.Fields(who)[0], ";", "%3B"), nil, &found))
		assert.Equal(t, who, found[0].Owner.Name)
		assert.Contains(t, counter.sheet(job.Job.ID), "Service sheet")
	}
	var none []workshop.Found
	counter.send("GET", "/api/search?q=%25_", nil, &none)
	assert.Empty(t, none, "a per cent sign is a character like any other")
}

// sheet fetches a job's PDF and reads it back with poppler.
func (tab *tablet) sheet(job workshop.ID) string {
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
	bench := open(t).as(workshop.Mechanic)
	job := bench.checkIn()
	for i := range 67 {
		job = bench.record(job.Job.ID, workshop.Content{Item: &workshop.Item{Title: "Item " + formatted(float64(i))}})
		job = bench.record(job.Job.ID, workshop.Content{Answer: &workshop.Answer{Item: job.Items[i].ID, Answer: workshop.Yes, From: "Ansel", How: "counter"}})
		job = bench.record(job.Job.ID, workshop.Content{Work: &workshop.Work{Item: job.Items[i].ID, Note: "one\ntwo\nthree"}})
	}
	bench.record(job.Job.ID, workshop.Content{Note: &workshop.Note{Text: strings.Repeat("word ", 2000)}})
	text := bench.sheet(job.Job.ID)
	for _, want := range []string{"Item 0", "Item 66", "Before you ride", "page 5 of", "£0.00"} {
		assert.Contains(t, text, want)
	}
	assert.Equal(t, 67, strings.Count(text, "three"), "no line is lost at a page's foot")
	assert.Equal(t, 2000, strings.Count(text, "word"))
}

func TestAStaleVersionShowsBothSides(t *testing.T) {
	s := open(t)
	one, two := s.as(workshop.Mechanic), s.as(workshop.Counter)
	job := one.checkIn()
	mine, theirs := job.Bike, job.Bike
	theirs.Colour, mine.Colour = "dark green", "olive"
	require.Equal(t, http.StatusOK, two.send("PUT", "/api/bikes/"+string(theirs.ID), theirs, nil))
	var fault struct {
		Title   string
		Current workshop.Bike
	}
	assert.Equal(t, http.StatusConflict, one.send("PUT", "/api/bikes/"+string(mine.ID), mine, &fault))
	assert.Equal(t, "dark green", fault.Current.Colour)
	mine.Version = fault.Current.Version
	var saved workshop.Bike
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
	bench := s.as(workshop.Mechanic)
	id := bench.checkIn().Job.ID
	db := dbtest.Server()
	require.NoError(t, db.Stop())
	down := time.Now()
	entry := workshop.NewEntry{ID: workshop.NewID(), Content: workshop.Content{Note: &workshop.Note{Text: "written while the records were away"}}}
	status, _, fault := bench.try(id, entry)
	assert.Equal(t, http.StatusServiceUnavailable, status)
	assert.Equal(t, "The records cannot be reached", fault.Title)
	assert.Contains(t, fault.Detail, "kept")
	assert.Equal(t, http.StatusServiceUnavailable, bench.send("GET", "/healthz", nil, nil))
	time.Sleep(10*time.Second - time.Since(down))
	require.NoError(t, db.Start(context.Background()))
	assert.Eventually(t, func() bool { return bench.send("GET", "/healthz", nil, nil) == http.StatusOK }, 10*time.Second, 50*time.Millisecond)
	status, job, _ := bench.try(id, entry)
	require.Equal(t, http.StatusOK, status, "the same entry, sent again")
	assert.Equal(t, "written while the records were away", job.Notes[0].Text)
}
