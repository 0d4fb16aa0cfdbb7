package postgres_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/localdb/testing"
	"utensil/internal/workshop/practice"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
)

// The same exercise with the same hidden fault counts once, however often its end is sent.
func TestWhatWasPractisedIsKeptOnce(t *testing.T) {
	store := dbtest.Open(t)
	who, err := store.SaveStaff(t.Context(),
		signin.Staff{ID: record.NewID(), Name: "Tomas", Role: record.Mechanic, Active: true})
	require.NoError(t, err)
	began := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	for i, r := range []practice.Result{{Seed: 1, Score: 40}, {Seed: 1, Score: 99},
		{Seed: 2, Score: 70}, {Seed: 3, Score: 55}} {
		r.Staff, r.Kind, r.What, r.At = who.ID, "gears", "2", began.Add(time.Duration(i)*time.Hour)
		require.NoError(t, store.SavePractised(t.Context(), r))
	}
	all, err := store.Practised(t.Context())
	require.NoError(t, err)
	require.Len(t, all, 1)
	got := all[0]
	assert.Equal(t, [3]int{3, 70, 40}, [3]int{got.Times, got.Best, got.First})
	assert.Equal(t, "Tomas", got.Who)
	assert.True(t, got.Last.Equal(began.Add(3*time.Hour)))
}
