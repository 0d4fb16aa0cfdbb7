// Package dbtest gives each test an empty, migrated database on a server that all tests
// of a package share.
package dbtest

import (
	"context"
	"errors"
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
	// What is written here is thrown away: nothing needs to outlive a crash of the machine.
	if server, err = localdb.Start(context.Background(), folder, "fsync=off", "full_page_writes=off"); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	code := m.Run()
	if err := server.Close(); err != nil {
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

// Open opens a store on a new, migrated database, and closes it when the test ends.
func Open(t testing.TB) *postgres.Store {
	t.Helper()
	store, err := postgres.Open(URL(t))
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, store.Close()) })
	return store
}

// pattern is a migrated database that the others are copied from, made once.
var pattern = sync.OnceValue(func() error {
	if err := create("pattern", "template1"); err != nil {
		return err
	}
	store, err := postgres.Open(at("pattern"))
	if err != nil {
		return err
	}
	return errors.Join(store.Migrate(context.Background()), store.Close())
})

// URL makes a new, migrated database and says where it is.
func URL(t testing.TB) string {
	t.Helper()
	require.NoError(t, pattern())
	mu.Lock() // a database is copied by one at a time
	defer mu.Unlock()
	count++
	name := fmt.Sprintf("test_%d", count)
	require.NoError(t, create(name, "pattern"))
	return at(name)
}

// Empty makes a new database without a schema and says where it is.
func Empty(t testing.TB) string {
	t.Helper()
	mu.Lock()
	defer mu.Unlock()
	count++
	name := fmt.Sprintf("empty_%d", count)
	require.NoError(t, create(name, "template1"))
	return at(name)
}

// URLOf says where the database of a store is.
func URLOf(t testing.TB, store *postgres.Store) string {
	t.Helper()
	var name string
	require.NoError(t, store.DB().Get(&name, `select current_database()`))
	return at(name)
}

func create(name, from string) error {
	admin, err := postgres.Open(server.URL)
	if err != nil {
		return err
	}
	_, err = admin.DB().Exec(`create database ` + name + ` template ` + from)
	return errors.Join(err, admin.Close())
}

func at(name string) string {
	u, err := url.Parse(server.URL)
	if err != nil {
		panic(err) // it is our own
	}
	u.Path = "/" + name
	return u.String()
}
