// Package postgres keeps the workshop's records in PostgreSQL.
package postgres

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/stdlib"
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	"github.com/pressly/goose/v3/lock"

	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is a workshop.Store in PostgreSQL.
type Store struct {
	db *sqlx.DB
}

var _ workshop.Store = (*Store)(nil)

// Open opens a pool of connections to the database at url. It does not connect yet: a
// database that is away for a moment is no reason not to start.
func Open(url string) (*Store, error) {
	config, err := pgx.ParseConfig(url)
	if err != nil {
		return nil, fmt.Errorf("opening the database: %w", err)
	}
	return OpenWith(config), nil
}

// OpenWith opens a pool of connections made as config says.
func OpenWith(config *pgx.ConnConfig) *Store {
	if _, chosen := config.RuntimeParams["jit"]; !chosen {
		// Our queries are short: compiling one takes the server hundreds of times as long as running it.
		config.RuntimeParams["jit"] = "off"
	}
	db := sqlx.NewDb(stdlib.OpenDB(*config), "pgx")
	db.SetMaxOpenConns(12)
	db.SetMaxIdleConns(6)
	db.SetConnMaxIdleTime(5 * time.Minute)
	return &Store{db: db}
}

// DB is the pool below the store.
func (s *Store) DB() *sqlx.DB { return s.db }

// Close closes the pool.
func (s *Store) Close() error { return s.db.Close() }

// Migrate brings the schema up to date.
func (s *Store) Migrate(ctx context.Context) error {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	// Two that begin at once on an empty database wait for each other.
	locker, err := lock.NewPostgresSessionLocker()
	if err != nil {
		return fmt.Errorf("locking the migrations: %w", err)
	}
	provider, err := goose.NewProvider(goose.DialectPostgres, s.db.DB, files, goose.WithSessionLocker(locker))
	if err != nil {
		return fmt.Errorf("reading the migrations: %w", err)
	}
	if err := s.notNewer(ctx, provider); err != nil {
		return err
	}
	if _, err := provider.Up(ctx); err != nil {
		return fmt.Errorf("migrating: %w", err)
	}
	return s.declare(ctx)
}

// notNewer refuses records that a newer version keeps: what it wrote, this one would read wrongly
// or not at all.
func (s *Store) notNewer(ctx context.Context, provider *goose.Provider) error {
	var begun bool
	var at int64
	err := s.db.GetContext(ctx, &begun, `select to_regclass('goose_db_version') is not null`)
	if err == nil && begun {
		err = s.db.GetContext(ctx, &at, `select coalesce(max(version_id), 0) from goose_db_version where is_applied`)
	}
	if err != nil {
		return fmt.Errorf("reading the version of the schema: %w", err)
	}
	all := provider.ListSources()
	if last := all[len(all)-1].Version; at > last {
		return fmt.Errorf("these records are kept by a newer version of the program: their schema is "+
			"%d, and this one knows %d. "+
			"Start that version, or restore a backup from before it", at, last)
	}
	return nil
}

// inTx runs do in a transaction: all of it or nothing.
func (s *Store) inTx(ctx context.Context, do func(*sqlx.Tx) error) error {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return fmt.Errorf("beginning: %w", err)
	}
	if err := do(tx); err != nil {
		return errors.Join(err, ignoreDone(tx.Rollback()))
	}
	if err := tx.Commit(); err != nil {
		return fmt.Errorf("committing: %w", err)
	}
	return nil
}

func ignoreDone(err error) error {
	if errors.Is(err, sql.ErrTxDone) {
		return nil
	}
	return err
}

// saved says what came of writing a row over the version that was on the screen: written, or stale
// with the row as it is now, or there is no such row.
func saved[T any](what string, result sql.Result, err error, now func() (T, error)) error {
	written, err := updated(result, err)
	if err != nil || written {
		return wrap("saving a "+what, err)
	}
	row, err := now()
	if err != nil {
		return err
	}
	return record.StaleWrite(what, row)
}

// one reads one row, or says that there is none of that name.
func one[T any](ctx context.Context, q sqlx.QueryerContext, what, query string, args ...any) (T, error) {
	var row T
	err := sqlx.GetContext(ctx, q, &row, query, args...)
	if errors.Is(err, sql.ErrNoRows) {
		return row, record.NotFound(what)
	}
	return row, wrap("reading a "+what, err)
}
