package postgres

import (
	"context"
	"database/sql"
	"errors"

	"github.com/jmoiron/sqlx"
	"golang.org/x/sync/errgroup"

	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

// The latest forty jobs of a bike, newest first, as JSON: all of them, or those before this one.
const (
	earlierOfBike = `(select coalesce(json_agg(row_to_json(e)), '[]') from (select id, number, depth, words, opened_at, released_at
		from job e where e.bike_id = b.id and e.mistaken_at is null order by opened_at desc limit 40) e) as earlier`
	earlierOfJob = `(select coalesce(json_agg(row_to_json(e)), '[]') from (select id, number, depth, words, opened_at, released_at
		from job e where e.bike_id = b.id and e.id <> j.id and e.mistaken_at is null and e.opened_at <= j.opened_at
		order by opened_at desc limit 40) e) as earlier`
)

// What came after a job was closed is no past of it.
const beforeItLeft = `at <= (select coalesce(released_at, 'infinity') from job where id = $1)`

// The queries of the job screen. They are exported to the benchmark, which runs them bare.
var (
	JobQuery = `select ` + jobColumns + `, (select count(*) from entry x where x.bike_id = j.bike_id and x.job_id <> j.id) as others, ` +
		shopColumns + `, ` + earlierOfJob + `, ` + besideJob + jobTables +
		` cross join settings s where j.id = $1`
	// EntriesQuery reads the job's own entries, those of its bike until the job was closed whose
	// kinds ($2) tell of its past, and how each of its bolts was left in the last job before.
	EntriesQuery = `select ` + entryColumns + ` from entry e join staff st on st.id = e.by where e.seq in (
			select seq from entry where job_id = $1
			union select seq from entry where bike_id = (select bike_id from job where id = $1) and ` + beforeItLeft + `
				and kind = any($2)
			union select seq from (select distinct on (t.content->'torque'->>'fastener', t.content->'torque'->>'position') t.seq from entry t
				where t.kind = 'torque' and t.bike_id = (select bike_id from job where id = $1) and t.job_id <> $1 and ` + beforeItLeft + `
				order by t.content->'torque'->>'fastener', t.content->'torque'->>'position', t.seq desc) last)
		order by e.seq`
)

// Job reads one job: two round trips, side by side on two connections.
func (s *Store) Job(ctx context.Context, id record.ID) (record.Record, error) {
	if !id.Valid() {
		return record.Record{}, record.NotFound("job")
	}
	var row jobRow
	var rows []entryRow
	both, each := errgroup.WithContext(ctx)
	both.Go(func() error { return readHead(each, s.db, id, &row) })
	both.Go(func() error { return readEntries(each, s.db, id, &rows) })
	if err := both.Wait(); err != nil {
		return record.Record{}, err
	}
	return assembled(row, rows)
}

// lockedJob reads a job within a transaction, one query after the other.
func lockedJob(ctx context.Context, tx *sqlx.Tx, id record.ID) (record.Record, error) {
	var row jobRow
	var rows []entryRow
	if err := readHead(ctx, tx, id, &row); err != nil {
		return record.Record{}, err
	}
	if err := readEntries(ctx, tx, id, &rows); err != nil {
		return record.Record{}, err
	}
	return assembled(row, rows)
}

func readHead(ctx context.Context, q sqlx.QueryerContext, id record.ID, row *jobRow) error {
	err := sqlx.GetContext(ctx, q, row, JobQuery, id)
	if errors.Is(err, sql.ErrNoRows) {
		return record.NotFound("job")
	}
	return wrap("reading a job", err)
}

func readEntries(ctx context.Context, q sqlx.QueryerContext, id record.ID, rows *[]entryRow) error {
	return wrap("reading entries", sqlx.SelectContext(ctx, q, rows, EntriesQuery, id, record.KindsOf(record.LaterJob)))
}

func assembled(row jobRow, rows []entryRow) (record.Record, error) {
	kept, err := row.record()
	if err != nil {
		return kept, err
	}
	return kept, place(rows, func(job record.ID) *record.Record {
		if job == kept.Job.ID {
			return &kept
		}
		return nil
	}, &kept)
}

// BikeQuery and BikeEntriesQuery read a bike, and of all its jobs the entries of the given kinds.
var (
	BikeQuery = `select ` + bikeColumns + `, ` + shopColumns + `, ` + earlierOfBike + `, ` + besideBike + `
		from bike b join owner o on o.id = b.owner_id cross join settings s where b.id = $1`
	BikeEntriesQuery = `select ` + entryColumns + ` from entry e join staff st on st.id = e.by
		where e.bike_id = $1 and e.kind = any($2) order by e.seq`
)

// Bike reads one bike with all its jobs and readings: two round trips.
func (s *Store) Bike(ctx context.Context, id record.ID) (record.Record, error) {
	if !id.Valid() {
		return record.Record{}, record.NotFound("bike")
	}
	var row jobRow
	err := s.db.GetContext(ctx, &row, BikeQuery, id)
	if errors.Is(err, sql.ErrNoRows) {
		return record.Record{}, record.NotFound("bike")
	}
	if err != nil {
		return record.Record{}, wrap("reading a bike", err)
	}
	kept, err := row.record()
	if err != nil {
		return kept, err
	}
	var rows []entryRow
	if err := s.db.SelectContext(ctx, &rows, BikeEntriesQuery, id,
		append(record.KindsOf(record.LaterJob), torque.Torques.Name)); err != nil {
		return kept, wrap("reading entries", err)
	}
	return kept, place(rows, func(record.ID) *record.Record { return nil }, &kept)
}
