package postgres_test

import (
	"encoding/json"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stint"
)

// Of a job that has left: a chain in hand for 12 minutes, 5 of them behind a customer, is 7 minutes.
func TestHowLongWorkTookIsReadOfWhatWasInHand(t *testing.T) {
	store := dbtest.Open(t)
	p := newPast(t, store)
	item := p.writes(1, agree.Items.Says(agree.Item{Operation: "replace-chain", Title: "Chain"}), nil)
	piece := "item:" + string(item)
	at := func(minute int, c record.Content) {
		text, err := json.Marshal(c)
		require.NoError(t, err)
		_, err = store.DB().Exec(`insert into entry (id, job_id, bike_id, kind, by, at, digest, content)
			values ($1, $2, $3, $4, $5, $6, '', $7)`, record.NewID(), p.at, p.bike, c.Kind(), p.staff,
			time.Date(2026, 5, 4, 9, minute, 0, 0, time.UTC), string(text))
		require.NoError(t, err)
	}
	at(0, stint.Ups.Says(stint.TookUp{Piece: piece}))
	at(4, stint.Downs.Says(stint.LaidDown{}))
	at(9, stint.Ups.Says(stint.TookUp{Piece: piece}))
	at(12, agree.Works.Says(agree.Work{Item: item}))
	signs, err := store.StintSigns(t.Context(), 100)
	require.NoError(t, err)
	assert.Empty(t, signs, "it has not left yet")
	_, err = store.DB().Exec(`update bike set facts = facts || '{"kind": "road"}' where id = $1`, p.bike)
	require.NoError(t, err)
	_, err = store.DB().Exec(`update job set released_at = now() where id = $1`, p.at)
	require.NoError(t, err)
	signs, err = store.StintSigns(t.Context(), 100)
	require.NoError(t, err)
	seven := stint.Took{Minutes: 7, Times: 1}
	assert.Equal(t, map[stint.Of]stint.Took{
		{Work: "replace-chain"}:                          seven,
		{Work: "replace-chain", Bike: "road"}:            seven,
		{Work: "replace-chain", Who: record.ID(p.staff)}: seven,
	}, stint.TookOf(signs))
	// Where another hand was at it as well, it is nobody's own time.
	both := append(signs, stint.PastSign{Job: signs[0].Job, Who: record.NewID(), Kind: stint.Ups.Name, Piece: piece,
		At: time.Date(2026, 5, 4, 9, 10, 0, 0, time.UTC)})
	assert.NotContains(t, stint.TookOf(both), stint.Of{Work: "replace-chain", Who: record.ID(p.staff)})
}
