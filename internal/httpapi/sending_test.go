package httpapi_test

import (
	"context"
	"net/http"
	"regexp"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	"utensil/internal/mail"
	"utensil/internal/standin"
	"utensil/internal/workshop"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
)

// A message goes from the counter through the database and a mail server to the owner, whose
// link then opens the page, and opens nothing for who reads the database.
func TestAMessageReachesItsOwner(t *testing.T) {
	s := open(t)
	bench, phone := s.as(record.Mechanic), s.tablet()
	job := bench.asking()
	path := "/api/jobs/" + string(job.Job.ID)
	var fault httpapi.Fault
	assert.Equal(t, http.StatusUnprocessableEntity,
		bench.send("POST", path+"/link", owner.Asking{ID: record.NewID(), Send: true}, &fault))
	assert.Contains(t, fault.Detail, "e-mail")

	whose := job.Owner
	whose.Email = "ansel@marrowick.invalid"
	require.Equal(t, http.StatusOK, bench.send("PUT", "/api/owners/"+string(whose.ID), whose, nil))
	require.Equal(t, http.StatusOK, bench.send("POST", path+"/link", owner.Asking{ID: record.NewID(), Send: true}, nil))
	state := func() string {
		var view workshop.JobView
		require.Equal(t, http.StatusOK, bench.send("GET", path, nil, &view))
		require.Len(t, view.Messages, 1)
		return view.Messages[0].State
	}
	assert.Equal(t, "queued", state(), "nobody delivers yet")

	box, err := standin.NewMailbox()
	require.NoError(t, err)
	defer box.Close()
	host, port, err := mail.Address(box.Address)
	require.NoError(t, err)
	delivering, stop := context.WithCancel(t.Context())
	ended := make(chan struct{})
	go func() {
		owner.Deliver(delivering, s.store, mail.Gateway{Host: host, Port: port,
			From: "bench@netloft.invalid", Plain: true}, time.Now)
		close(ended)
	}()
	require.Eventually(t, func() bool { return state() == "sent" }, 20*time.Second, 50*time.Millisecond)
	stop()
	<-ended

	require.Len(t, box.Letters(), 1)
	letter := box.Letters()[0]
	assert.Equal(t, []string{whose.Email}, letter.To)
	link := regexp.MustCompile(`/o/(\S+)`).FindStringSubmatch(letter.Body)
	require.NotNil(t, link, letter.Body)
	var page owner.OwnerView
	require.Equal(t, http.StatusOK, phone.send("GET", "/api/owner/"+link[1], nil, &page))
	assert.Len(t, page.Items, 2)
	var held int
	require.NoError(t, s.store.DB().Get(&held, `select count(*) from message where position($1 in body) > 0`, link[1]))
	assert.Zero(t, held, "what was sent is forgotten here")
}
