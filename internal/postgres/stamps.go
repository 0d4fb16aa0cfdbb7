package postgres

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"slices"
	"time"

	"golang.org/x/sync/errgroup"

	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
)

// stampColumns are what a job's record is counted by, of a job j.
const stampColumns = `coalesce((select n from stamp where bike_id = j.bike_id), 0) as "stamp.bike",
	(select coalesce(sum(n), 0) from shop_stamp) as "stamp.shop"`

// Stamp tells the state of what a job is worked out from: one round trip.
func (s *Store) Stamp(ctx context.Context, job record.ID) (record.Stamp, error) {
	var row struct{ Stamp record.Stamp }
	if !job.Valid() {
		return row.Stamp, record.NotFound("job")
	}
	err := s.db.GetContext(ctx, &row, `select `+stampColumns+` from job j where j.id = $1`, job)
	if errors.Is(err, sql.ErrNoRows) {
		return row.Stamp, record.NotFound("job")
	}
	return row.Stamp, wrap("reading a stamp", err)
}

// StampsInShop tells the state of the jobs in the shop and of those released since, by number.
func (s *Store) StampsInShop(ctx context.Context, since time.Time) ([]workshop.Stamped, error) {
	var out []workshop.Stamped
	err := s.db.SelectContext(ctx, &out, `select j.id as job, `+stampColumns+` from job j where `+inShop+` order by j.number`, since)
	return out, wrap("reading the stamps in the shop", err)
}

// newEntries are those of a job that are not known yet ($2).
var newEntries = `select ` + entryColumns + ` from entry e join staff st on st.id = e.by
	where e.job_id = $1 and e.seq <> all($2) order by e.seq`

// JobAgain reads a job that was read before: what lies beside it, and only what is new of its
// entries. When another job of the bike was written to as well, the whole is read.
func (s *Store) JobAgain(ctx context.Context, before record.Record) (record.Record, error) {
	id := before.Job.ID
	var row jobRow
	var rows []entryRow
	both, each := errgroup.WithContext(ctx)
	both.Go(func() error { return readHead(each, s.db, id, &row) })
	both.Go(func() error {
		return wrap("reading entries", s.db.SelectContext(each, &rows, newEntries, id, before.Seqs()))
	})
	if err := both.Wait(); err != nil {
		return record.Record{}, err
	}
	kept, err := row.record()
	if err != nil {
		return kept, err
	}
	// Names are written beside the entries, and the past of a job ends as it leaves.
	same := kept.Names == before.Names && kept.Others == before.Others &&
		(kept.Job.ReleasedAt == nil) == (before.Job.ReleasedAt == nil)
	if !same {
		return s.Job(ctx, id)
	}
	kept.Entries, kept.Earlier = slices.Clip(before.Entries), before.Earlier
	if err := place(rows, func(record.ID) *record.Record { return &kept }); err != nil {
		return kept, err
	}
	// One that got its place before another may be committed after it.
	slices.SortFunc(kept.Entries, func(a, b record.Entry) int { return cmp.Compare(a.Seq, b.Seq) })
	return kept, nil
}
