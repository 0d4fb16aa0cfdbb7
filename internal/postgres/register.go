package postgres

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"github.com/jackc/pgx/v5/pgconn"

	"utensil/internal/workshop/record"
)

// register is a list of the shop's that is written row by row, each over the version that was on
// the screen: its wrenches, gauges, bottles. T has a field "id" and a field "version" by its db
// tags, and reads its rows as JSON.
type register[T any] struct {
	changes changing
	what    string // what a row is called
	columns string // what is read of a row t of the table
	order   string
	// writes are the columns that are written, each with its value where that is not the field of its name.
	writes [][2]string
	unique clash
	same   func(T) (id record.ID, version int)
}

// clash is a constraint that two rows may break together, and what to say of it.
type clash struct{ constraint, title, field, detail string }

// all reads the whole register.
func (r register[T]) all() string { return r.rows("") }

func (r register[T]) rows(where string) string {
	return fmt.Sprintf(`select %s from %s t %s order by %s`, r.columns, r.changes.table, where, r.order)
}

// list reads every row.
func (r register[T]) list(ctx context.Context, s *Store) ([]T, error) {
	var out lines[T]
	err := s.db.GetContext(ctx, &out, listed(r.all()))
	return out, wrap("reading every "+r.what, err)
}

// find reads one row.
func (r register[T]) find(ctx context.Context, s *Store, id record.ID) (T, error) {
	var out lines[T]
	var none T
	if err := s.db.GetContext(ctx, &out, listed(r.rows(`where t.id = $1`)), id); err != nil {
		return none, wrap("reading a "+r.what, err)
	}
	if len(out) == 0 {
		return none, record.NotFound(r.what)
	}
	return out[0], nil
}

// save adds a row (version 0) or changes one over its version; a stale one is answered with what
// stands. One that was added before stands, whoever put it there.
func (r register[T]) save(ctx context.Context, s *Store, row T) error {
	id, version := r.same(row)
	query := r.update()
	if version == 0 {
		query = r.insert()
	}
	done, err := s.db.NamedExecContext(ctx, query, row)
	var failed *pgconn.PgError
	switch {
	case errors.As(err, &failed) && r.unique.constraint != "" && failed.ConstraintName == r.unique.constraint:
		return &record.Problem{Kind: record.Invalid, Title: r.unique.title, Field: r.unique.field,
			Detail: r.unique.detail}
	case err == nil && version == 0:
		return nil
	}
	return saved(r.what, done, err, func() (T, error) { return r.find(ctx, s, id) })
}

// over writes what nobody types of a row, whatever its version: who changes the rest goes on.
func (r register[T]) over(ctx context.Context, s *Store, id record.ID, column, value string) error {
	done, err := s.db.ExecContext(ctx, fmt.Sprintf(`update %s set %s = $2 where id = $1`,
		r.changes.table, column), id, value)
	if written, err := updated(done, err); err != nil || written {
		return wrap("changing a "+r.what, err)
	}
	return record.NotFound(r.what)
}

func (r register[T]) update() string {
	var set []string
	for _, w := range r.writes {
		set = append(set, w[0]+" = "+w[1])
	}
	return fmt.Sprintf(`update %s set %s, version = version + 1 where id = :id and version = :version`, r.changes.table,
		strings.Join(set, ", "))
}

func (r register[T]) insert() string {
	columns, values := []string{"id"}, []string{":id"}
	for _, w := range r.writes {
		columns, values = append(columns, w[0]), append(values, w[1])
	}
	return fmt.Sprintf(`insert into %s (%s) values (%s) on conflict (id) do nothing`, r.changes.table,
		strings.Join(columns, ", "),
		strings.Join(values, ", "))
}

// fields are columns whose values are the fields of their names; days are dates that may be empty.
func fields(names ...string) (list [][2]string) {
	for _, n := range names {
		list = append(list, [2]string{n, ":" + n})
	}
	return list
}

func days(names ...string) (list [][2]string) {
	for _, n := range names {
		list = append(list, [2]string{n, "cast(nullif(:" + n + ", '') as date)"})
	}
	return list
}
