package workshop_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// moving is a shop of one job that somebody changes while the first screen is being read.
type moving struct {
	*archive
	stamp     int64
	meanwhile func()
}

func (m *moving) Stamp(context.Context, record.ID) (record.Stamp, error) {
	return record.Stamp{Bike: m.stamp}, nil
}
func (m *moving) JobAgain(context.Context, record.Record) (record.Record, error) { return m.job, nil }
func (m *moving) StampsInShop(context.Context, time.Time) ([]workshop.Stamped, error) {
	return []workshop.Stamped{{Job: m.job.Job.ID, Stamp: record.Stamp{Bike: m.stamp}}}, nil
}
func (m *moving) Records(context.Context, []record.ID) ([]record.Record, error) {
	read := m.job
	if m.meanwhile != nil {
		m.meanwhile()
	}
	return []record.Record{read}, nil
}

// A line that was read before a change and kept after it does not hide the change.
func TestALateLineHidesNoChange(t *testing.T) {
	c := openCorpus(t)
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	store := &moving{archive: &archive{shop: c.Shop, job: c.InShop[0].record(t)}, stamp: 1}
	shop := workshop.New(store, book, func() time.Time { return c.Now })
	store.meanwhile = func() {
		store.meanwhile, store.stamp, store.job.Job.Stand = nil, 2, "Stand nine"
		_, err := shop.Job(t.Context(), store.job.Job.ID)
		require.NoError(t, err)
	}
	_, err = shop.Today(t.Context())
	require.NoError(t, err)
	today, err := shop.Today(t.Context())
	require.NoError(t, err)
	require.Len(t, today.Jobs, 1)
	assert.Equal(t, "Stand nine", today.Jobs[0].Stand)
}
