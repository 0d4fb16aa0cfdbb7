package localdb_test

import (
	"os"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/localdb"
	"utensil/internal/postgres"
)

func TestDataAreKeptBetweenStarts(t *testing.T) {
	folder, err := os.MkdirTemp("", "utensil-localdb") // not t.TempDir: its parent is closed to PostgreSQL's user
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, os.RemoveAll(folder)) })
	for start := range 2 {
		server, err := localdb.Start(t.Context(), folder)
		require.NoError(t, err)
		store, err := postgres.Open(server.URL)
		require.NoError(t, err)
		require.NoError(t, store.Migrate(t.Context()), "twice is harmless")
		settings, err := store.Settings(t.Context())
		require.NoError(t, err)
		if start == 0 {
			settings.Name = "Kept"
			_, err = store.SaveSettings(t.Context(), settings)
			require.NoError(t, err)
		} else {
			assert.Equal(t, "Kept", settings.Name)
		}
		var address string
		require.NoError(t, store.DB().Get(&address, `show listen_addresses`))
		assert.Equal(t, "127.0.0.1", address)
		require.NoError(t, store.Close())
		require.NoError(t, server.Stop())
		assert.Eventually(t, func() bool { _, err := os.Stat(folder + "/data/postmaster.pid"); return os.IsNotExist(err) }, 5*time.Second,
			10*time.Millisecond)
	}
}
