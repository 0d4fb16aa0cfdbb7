package postgres_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stores"
)

// However many mechanics reach into one drawer at once, as many parts come out as were in it, and what
// is taken back lies in it again.
func TestADrawerGivesWhatIsInIt(t *testing.T) {
	store, by, job := inShop(t)
	item := stores.Stocked{ID: record.NewID(), Code: "CH", Name: "Chain", Kind: "chain", Grade: "new",
		Held: 3, Counting: true,
		Particulars: map[string]string{}}
	require.NoError(t, store.SaveStock(t.Context(), item))
	held := func() int {
		all, err := store.Stock(t.Context())
		require.NoError(t, err)
		return all[0].Held
	}
	fitted := make([]record.Entry, 8)
	for i := range fitted {
		e := written(by, job, "")
		e.Content = parts.Puttings.Says(parts.Putting{Place: "chain", Stock: &item.ID})
		e.Kind = e.Content.Kind()
		fitted[i] = e
	}
	failed := together(len(fitted), func(i int) error { return store.Append(t.Context(), job.ID, fitted[i]) })
	assert.Len(t, failed, 5)
	for _, err := range failed {
		assert.Equal(t, record.Stale, kind(t, err))
	}
	assert.Equal(t, 0, held())

	back := written(by, job, "")
	back.Content, back.Kind = record.Withdrawals.Says(record.Withdrawn{}), record.Withdrawals.Name
	for i := range fitted { // of those that stand, the first
		back.Supersedes = &fitted[i].ID
		if store.Append(t.Context(), job.ID, back) == nil {
			break
		}
	}
	assert.Equal(t, 1, held())

	// Counted after some were fitted: what is fitted later is taken off that, and what is taken
	// back is added.
	item.Version, item.Held = 1, 10
	require.NoError(t, store.SaveStock(t.Context(), item))
	assert.Equal(t, 10, held())
	item.Version, item.Counting, item.Held = 2, false, 99
	require.NoError(t, store.SaveStock(t.Context(), item), "changed, not counted")
	assert.Equal(t, 10, held())
	assert.Equal(t, record.Stale, kind(t, store.SaveStock(t.Context(), item)), "somebody else changed it")
}

func TestAUsedSpareKeepsItsReadings(t *testing.T) {
	store, _, _ := inShop(t)
	read := stores.Read{At: time.Now().UTC().Truncate(time.Second), Value: 0.3, Unit: "%", Way: "km", Ago: 120}
	item := stores.Stocked{ID: record.NewID(), Code: "USED", Name: "Used chain", Kind: "chain",
		Grade: "good", Held: 1, Counting: true,
		Particulars: map[string]string{}, Past: []stores.Read{read}}
	require.NoError(t, store.SaveStock(t.Context(), item))
	item.Version, item.Past, item.Bin = 1, nil, "B2" // as a table from outside has it
	require.NoError(t, store.SaveStock(t.Context(), item))
	all, err := store.Stock(t.Context())
	require.NoError(t, err)
	require.Len(t, all, 1)
	assert.Equal(t, "B2", all[0].Bin)
	assert.Equal(t, []stores.Read{read}, all[0].Past)
}
