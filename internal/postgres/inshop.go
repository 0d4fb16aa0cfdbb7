package postgres

import (
	"context"
	"time"

	"golang.org/x/sync/errgroup"

	"utensil/internal/workshop/record"
)

// The queries of the first screen, exported to the benchmark as well: of the jobs in the shop and
// those released since, and of jobs by their ids.
var (
	inShop             = `(j.released_at is null or j.released_at >= $1 and j.mistaken_at is null)`
	InShopQuery        = headsWhere(inShop)
	InShopEntriesQuery = entriesWhere(inShop)
	headsByID          = headsWhere(`j.id = any($1)`)
	entriesByID        = entriesWhere(`j.id = any($1)`)
)

func headsWhere(which string) string {
	return `select ` + jobColumns + `, ` + shopColumns + `, ` + besideBike + jobTables +
		` cross join settings s where ` + which +
		` order by j.number`
}

func entriesWhere(which string) string {
	return `with here as (select j.id, j.bike_id from job j where ` + which + `)
		select ` + entryColumns + ` from entry e join staff st on st.id = e.by
		where e.seq in (select seq from entry where job_id in (select id from here)
			union select seq from entry where bike_id in (select bike_id from here) and kind = any($2))
		order by e.seq`
}

// InShop reads the jobs in the shop and those released since: two round trips, side by side.
// Both see the same jobs, or a job that came in between is shown without its entries once.
func (s *Store) InShop(ctx context.Context, since time.Time) ([]record.Record, error) {
	return s.records(ctx, InShopQuery, InShopEntriesQuery, since)
}

// Records reads jobs by their ids, in the same way.
func (s *Store) Records(ctx context.Context, jobs []record.ID) ([]record.Record, error) {
	return s.records(ctx, headsByID, entriesByID, jobs)
}

func (s *Store) records(ctx context.Context, headsQuery, entriesQuery string, which any) ([]record.Record, error) {
	var rows []jobRow
	var entries []entryRow
	both, each := errgroup.WithContext(ctx)
	both.Go(func() error { return wrap("reading jobs", s.db.SelectContext(each, &rows, headsQuery, which)) })
	both.Go(func() error {
		return wrap("reading entries", s.db.SelectContext(each, &entries, entriesQuery, which,
			record.KindsOf(record.AnyDay)))
	})
	if err := both.Wait(); err != nil {
		return nil, err
	}
	records := make([]record.Record, len(rows))
	byJob := make(map[record.ID]*record.Record, len(rows))
	past := make([]*record.Record, len(rows))
	for i, r := range rows {
		var err error
		if records[i], err = r.record(); err != nil {
			return nil, err
		}
		byJob[r.JobID], past[i] = &records[i], &records[i]
	}
	return records, place(entries, func(job record.ID) *record.Record { return byJob[job] }, past...)
}
