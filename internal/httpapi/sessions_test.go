package httpapi

import (
	"errors"
	"testing"
	"time"

	"github.com/alexedwards/scs/v2/memstore"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// asked counts what reaches the store, and can be away.
type asked struct {
	*memstore.MemStore
	finds int
	away  error
}

func (a *asked) Find(token string) ([]byte, bool, error) {
	a.finds++
	if a.away != nil {
		return nil, false, a.away
	}
	return a.MemStore.Find(token)
}

func TestSessionsAreRememberedWhileFresh(t *testing.T) {
	store := &asked{MemStore: memstore.NewWithCleanupInterval(0)}
	const fresh = time.Second
	r := remember(store, fresh)
	find := func(token string) string {
		data, _, err := r.Find(token)
		require.NoError(t, err)
		return string(data)
	}
	hour := time.Now().Add(time.Hour)
	require.NoError(t, r.Commit("a", []byte("Ida"), hour))
	assert.Equal(t, "Ida", find("a"))
	assert.Zero(t, store.finds, "what was just written need not be asked")

	require.NoError(t, store.Delete("a")) // another server signed her out
	assert.Eventually(t, func() bool { return find("a") == "" }, 10*time.Second, fresh/10,
		"noticed once it is no longer fresh")

	require.NoError(t, r.Commit("b", []byte("Tomas"), hour))
	require.NoError(t, r.Delete("b"))
	assert.Empty(t, find("b"), "signing out here counts at once")

	require.NoError(t, r.Commit("c", []byte("short"), time.Now().Add(fresh)))
	before := store.finds
	find("c")
	assert.Equal(t, before+1, store.finds, "nothing is believed past its end")

	store.away = errors.New("away")
	_, found, err := r.Find("d")
	assert.False(t, found)
	assert.ErrorIs(t, err, store.away, "a store that is away is not a stranger")
}

func TestFewSessionsAreKept(t *testing.T) {
	r := remember(memstore.NewWithCleanupInterval(0), freshFor)
	for i := range 3 * mostKept {
		require.NoError(t, r.Commit(string(rune('a'+i)), []byte("x"), time.Now().Add(time.Hour)))
	}
	assert.LessOrEqual(t, r.known.Len(), mostKept)
}
