package postgres_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/localdb/testing"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
)

// A message is claimed by one sender, is retried when it is due, and after a crash is left to
// a person rather than sent again.
func TestOutbox(t *testing.T) {
	store := dbtest.Open(t)
	ctx := t.Context()
	db := store.DB()
	staff, job := record.NewID(), record.NewID()
	whose, bike := record.NewID(), record.NewID()
	for _, q := range []string{
		`insert into staff (id, name, role, active, secret) values ('` + string(staff) +
			`', 'Ida', 'keeper', true, '')`,
		`insert into owner (id, name) values ('` + string(whose) + `', 'Ansel')`,
		`insert into bike (id, owner_id, make, facts) values ('` + string(bike) + `', '` +
			string(whose) + `', 'Pelham', '{}')`,
		`insert into job (id, bike_id, depth, words, opened_at, opened_by) values ('` + string(job) +
			`', '` + string(bike) +
			`', 'repair', 'x', now(), '` + string(staff) + `')`,
	} {
		_, err := db.Exec(q)
		require.NoError(t, err, q)
	}
	now := time.Now().Truncate(time.Second)
	message := owner.Message{ID: record.NewID(), JobID: job, To: "a@marrowick.invalid", Subject: "s",
		Body: "see https://x.invalid/o/secret-token", Secret: "secret-token", By: staff, MadeAt: now}
	link := owner.Link{ID: record.NewID(), JobID: job, Hash: []byte("h"), By: staff, MadeAt: now,
		ExpiresAt: now.Add(time.Hour)}
	require.NoError(t, store.SaveLink(ctx, link, &message))

	got, found, err := store.ClaimMessage(ctx, now)
	require.NoError(t, err)
	require.True(t, found)
	assert.Equal(t, message.Body, got.Body)
	_, found, err = store.ClaimMessage(ctx, now)
	require.NoError(t, err)
	assert.False(t, found, "one sender has it")

	require.NoError(t, store.EndMessage(ctx, message.ID, "queued", "away", now, now.Add(time.Minute)))
	_, found, _ = store.ClaimMessage(ctx, now.Add(59*time.Second))
	assert.False(t, found, "not due yet")
	got, found, _ = store.ClaimMessage(ctx, now.Add(time.Minute))
	require.True(t, found)
	assert.Equal(t, 1, got.Tries)

	state := func() (state string) {
		require.NoError(t, db.Get(&state, `select state from message where id = $1`, message.ID))
		return state
	}
	require.NoError(t, store.Unclaim(ctx, now.Add(2*time.Minute)))
	assert.Equal(t, "sending", state(), "another server that starts leaves it to the one that is sending it")
	// the server stopped in the middle, and its lease is over
	require.NoError(t, store.Unclaim(ctx, now.Add(4*time.Minute)))
	assert.Equal(t, "unsure", state())
	_, found, _ = store.ClaimMessage(ctx, now.Add(time.Hour))
	assert.False(t, found, "it may have gone out: it is not sent again by itself")

	require.NoError(t, store.EndMessage(ctx, message.ID, "sent", "", now, now))
	var body string
	require.NoError(t, db.Get(&body, `select body from message where id = $1`, message.ID))
	assert.NotContains(t, body, "secret-token", "the link is forgotten once it was sent")
}
