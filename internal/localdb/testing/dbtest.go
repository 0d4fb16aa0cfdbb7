// Package dbtest gives each test an empty, migrated database on a server that all tests
// of a package share.
package dbtest

import (
	"context"
	"fmt"
	"net/url"
	"os"
	"path/filepath"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"utensil/internal/localdb"
	"utensil/internal/postgres"
)

var (
	server *localdb.Server
	count  int
	mu     sync.Mutex
)

// Main runs a package's tests with a server of their own, and stops it after them.
func Main(m *testing.M) {
	folder := filepath.Join(os.TempDir(), fmt.Sprintf("utensil-test-%d", os.Getpid()))
	var err error
	if server, err = localdb.Start(context.Background(), folder); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	code := m.Run()
	if err := server.Stop(); err != nil {
		fmt.Fprintln(os.Stderr, err)
		code = 1
	}
	if err := os.RemoveAll(folder); err != nil {
		fmt.Fprintln(os.Stderr, err)
	}
	os.Exit(code)
}

// Server is the server the tests share, for those that stop and start it.
func Server() *localdb.Server { return server }

// Open opens a store on a new database, and closes it when the test ends.
func Open(t testing.TB) *postgres.Store {
	t.Helper()
	store, err := postgres.Open(URL(t))
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, store.Close()) })
	require.NoError(t, store.Migrate(t.Context()))
	return store
}

// URL makes a new database and says where it is.
func URL(t testing.TB) string {
	t.Helper()
	mu.Lock()
	count++
	name := fmt.Sprintf("test_%d", count)
	mu.Unlock()
	admin, err := postgres.Open(server.URL)
	require.NoError(t, err)
	defer admin.Close()
	_, err = admin.DB().Exec(`create database ` + name)
	require.NoError(t, err)
	at, err := url.Parse(server.URL)
	require.NoError(t, err)
	at.Path = "/" + name
	return at.String()
}
