package localdb_test

import (
	"os"
	"strconv"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
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
		require.NoError(t, server.Close())
		assert.Eventually(t, func() bool {
			_, err := os.Stat(folder + "/data/postmaster.pid")
			return os.IsNotExist(err)
		}, 5*time.Second,
			10*time.Millisecond)
	}
}

// folder is one that PostgreSQL's user may use.
func folder(t *testing.T) string {
	path, err := os.MkdirTemp("", "utensil-localdb") // not t.TempDir: its parent is closed to PostgreSQL's user
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, os.RemoveAll(path)) })
	return path
}

// What was acknowledged is there after the database was killed in the middle.
func TestWhatWasAcknowledgedOutlivesAKill(t *testing.T) {
	at := folder(t)
	server, err := localdb.Start(t.Context(), at)
	require.NoError(t, err)
	t.Cleanup(func() { _ = server.Close() }) // it was killed and started again
	db, err := pgx.Connect(t.Context(), server.URL)
	require.NoError(t, err)
	_, err = db.Exec(t.Context(), `create table kept (n int)`)
	require.NoError(t, err)
	const rows = 300
	for n := range rows {
		_, err := db.Exec(t.Context(), `insert into kept values ($1)`, n)
		require.NoError(t, err)
	}
	text, err := os.ReadFile(at + "/data/postmaster.pid")
	require.NoError(t, err)
	pid, err := strconv.Atoi(strings.SplitN(string(text), "\n", 2)[0])
	require.NoError(t, err)
	require.NoError(t, syscall.Kill(pid, syscall.SIGKILL)) // one that this test started
	require.Eventually(t, func() bool { return server.Start(t.Context()) == nil }, 30*time.Second, 200*time.Millisecond)
	db, err = pgx.Connect(t.Context(), server.URL)
	require.NoError(t, err)
	var found int
	require.NoError(t, db.QueryRow(t.Context(), `select count(*) from kept`).Scan(&found))
	assert.Equal(t, rows, found)
	require.NoError(t, db.Close(t.Context()))
}

// A second run on one folder is refused, by the name of the first, which goes on.
func TestAFolderHasOneRun(t *testing.T) {
	at := folder(t)
	require.NoError(t, localdb.Free(at))
	server, err := localdb.Start(t.Context(), at)
	require.NoError(t, err)
	_, err = localdb.Start(t.Context(), at)
	var busy *localdb.Busy
	require.ErrorAs(t, err, &busy)
	assert.Equal(t, strconv.Itoa(os.Getpid()), busy.Process)
	require.ErrorAs(t, localdb.Free(at), &busy)
	db, err := pgx.Connect(t.Context(), server.URL)
	require.NoError(t, err, "the first goes on")
	require.NoError(t, db.Close(t.Context()))
	require.NoError(t, server.Close())
	require.NoError(t, localdb.Free(at))
}
