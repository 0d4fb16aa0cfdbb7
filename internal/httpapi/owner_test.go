package httpapi_test

import (
	"net/http"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
)

// asking is a job with two pieces of work to answer, one of them unsafe to leave.
func (tab *tablet) asking() workshop.JobView {
	id := tab.checkIn().Job.ID
	tab.record(id, inspect.Readings.Says(inspect.Reading{Point: "stem", Word: "Crack"}))
	job := tab.record(id, inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "1.1"}))
	for _, f := range job.Findings {
		finding, s := f.ID, f.Suggested[0]
		job = tab.record(id, agree.Items.Says(agree.Item{Finding: &finding, Operation: s.Operation,
			Title: s.Title, Minutes: s.Minutes,
			Parts: s.Parts}))
	}
	return job
}

func (tab *tablet) link(job record.ID) string {
	var made owner.LinkMade
	require.Equal(tab.t, http.StatusOK, tab.send("POST", "/api/jobs/"+string(job)+"/link",
		owner.Asking{ID: record.NewID()}, &made))
	return "/api/owner/" + made.Token
}

func TestAnOwnerAnswersByLinkOnce(t *testing.T) {
	s := open(t)
	bench, phone := s.as(record.Mechanic), s.tablet()
	job := bench.asking()
	link := bench.link(job.Job.ID)

	var page owner.OwnerView
	require.Equal(t, http.StatusOK, phone.send("GET", link, nil, &page))
	require.Len(t, page.Items, 2)
	assert.Equal(t, "Pelham Drover, green", page.Bike)
	assert.Equal(t, http.StatusUnauthorized,
		phone.send("GET", "/api/jobs/"+string(job.Job.ID), nil, nil), "the link opens nothing else")
	assert.Equal(t, http.StatusNotFound, phone.send("GET", "/api/owner/guessed", nil, nil))

	var fault httpapi.Fault
	says := owner.OwnerAnswers{From: "Ansel"}
	for _, i := range page.Items {
		says.Items = append(says.Items, owner.OwnerSays{ID: i.ID, Yes: !i.Unsafe})
	}
	assert.Equal(t, http.StatusUnprocessableEntity,
		phone.send("POST", link+"/answers", owner.OwnerAnswers{Items: says.Items[:1]}, &fault),
		"every item is answered")
	assert.Equal(t, http.StatusUnprocessableEntity, phone.send("POST", link+"/answers", says, &fault))
	assert.Contains(t, fault.Detail, "unsafe", "a refusal needs words")
	for i := range says.Items {
		says.Items[i].Words = "I will push it."
	}

	// Two people answer at once: one counts.
	var wait sync.WaitGroup
	statuses := make([]int, 2)
	for i := range statuses {
		wait.Go(func() { statuses[i] = phone.send("POST", link+"/answers", says, nil) })
	}
	wait.Wait()
	assert.ElementsMatch(t, []int{http.StatusOK, http.StatusConflict}, statuses)

	var after workshop.JobView
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/jobs/"+string(job.Job.ID), nil, &after))
	for _, i := range after.Items {
		require.NotNil(t, i.Answer)
		assert.Equal(t, "link", i.Answer.How)
		assert.Equal(t, "127.0.0.1", i.Answer.Address)
		assert.Equal(t, "Ansel", i.Answer.From)
		assert.Equal(t, map[bool]string{true: agree.Refused, false: agree.Yes}[i.Unsafe], i.Answer.Answer)
	}
	assert.NotNil(t, after.Link.AnsweredAt)
	require.Less(t, phone.send("POST", link+"/questions",
		owner.OwnerAsks{ID: record.NewID(), Text: "When is it ready?"}, nil), 300)
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/jobs/"+string(job.Job.ID), nil, &after))
	assert.Equal(t, "Ansel Whitlow asks: When is it ready?", after.Notes[len(after.Notes)-1].Text)
}

func TestLinksEnd(t *testing.T) {
	s := open(t)
	bench, phone := s.as(record.Mechanic), s.tablet()
	job := bench.asking()
	first := bench.link(job.Job.ID)
	second := bench.link(job.Job.ID)
	assert.Equal(t, http.StatusNotFound, phone.send("GET", first, nil, nil), "a new link ends the one before")
	assert.Equal(t, http.StatusOK, phone.send("GET", second, nil, nil))
	require.Equal(t, http.StatusOK, bench.send("DELETE", "/api/jobs/"+string(job.Job.ID)+"/link", nil, nil))
	assert.Equal(t, http.StatusNotFound, phone.send("GET", second, nil, nil), "taken back")

	third := bench.link(job.Job.ID)
	_, err := s.store.DB().Exec(`update link set expires_at = now() - interval '1 minute' where revoked_at is null`)
	require.NoError(t, err)
	assert.Equal(t, http.StatusNotFound, phone.send("GET", third, nil, nil), "too old")

	fourth := bench.link(job.Job.ID)
	_, err = s.store.DB().Exec(`update job set released_at = now()`)
	require.NoError(t, err)
	var page owner.OwnerView
	require.Equal(t, http.StatusOK, phone.send("GET", fourth, nil, &page))
	assert.True(t, page.Gone)
	assert.Equal(t, http.StatusConflict, phone.send("POST", fourth+"/answers",
		owner.OwnerAnswers{Items: []owner.OwnerSays{}}, nil),
		"after the release")

	slowed := false
	for range 40 {
		slowed = slowed || phone.send("GET", "/api/owner/"+strings.Repeat("x", 32), nil,
			nil) == http.StatusTooManyRequests
	}
	assert.True(t, slowed, "guessing is slowed down")
}

func TestNothingToAskMakesNoLink(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	var fault httpapi.Fault
	path := "/api/jobs/" + string(bench.checkIn().Job.ID) + "/link"
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", path, owner.Asking{ID: record.NewID()}, &fault))
	assert.Contains(t, fault.Detail, "propose some work first")
	path = "/api/jobs/" + string(bench.asking().Job.ID) + "/link"
	assert.Equal(t, http.StatusUnprocessableEntity,
		bench.send("POST", path, owner.Asking{ID: record.NewID(), Send: true}, &fault))
	assert.Contains(t, fault.Detail, "no e-mail address")
}

// A link ends at once when it is taken back or a newer one is made, answered or not.
func TestAnAnsweredLinkEndsToo(t *testing.T) {
	s := open(t)
	bench, phone := s.as(record.Mechanic), s.tablet()
	answered := func() (record.ID, string) {
		job := bench.asking().Job.ID
		link := bench.link(job)
		var page owner.OwnerView
		require.Equal(t, http.StatusOK, phone.send("GET", link, nil, &page))
		says := owner.OwnerAnswers{From: "Ansel"}
		for _, i := range page.Items {
			says.Items = append(says.Items, owner.OwnerSays{ID: i.ID, Yes: true})
		}
		require.Equal(t, http.StatusOK, phone.send("POST", link+"/answers", says, nil))
		require.Equal(t, http.StatusOK, phone.send("GET", link, nil, nil), "what was answered can be looked at")
		return job, link
	}
	job, link := answered()
	require.Equal(t, http.StatusOK, bench.send("DELETE", "/api/jobs/"+string(job)+"/link", nil, nil))
	assert.Equal(t, http.StatusNotFound, phone.send("GET", link, nil, nil), "taken back")

	// New work asks anew: the newer link ends the older.
	bench.record(job, agree.Items.Says(agree.Item{Title: "A bell", Minutes: 5}))
	older := bench.link(job)
	newer := bench.link(job)
	assert.Equal(t, http.StatusNotFound, phone.send("GET", older, nil, nil))
	require.Equal(t, http.StatusOK, phone.send("GET", newer, nil, nil))
}
