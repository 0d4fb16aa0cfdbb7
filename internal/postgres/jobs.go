package postgres

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"
	"github.com/segmentio/encoding/json"
	"golang.org/x/sync/errgroup"

	"utensil/core/estimate"
	"utensil/internal/workshop"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

// jobRow is a job with its bike, owner, the shop's settings and the bike's other jobs:
// everything the job screen needs but the entries, in one row.
type jobRow struct {
	bikeRow
	JobID      record.ID                `db:"job_id"`
	Number     int                      `db:"number"`
	Depth      string                   `db:"depth"`
	Words      string                   `db:"words"`
	Reading    string                   `db:"reading"`
	Condition  string                   `db:"condition"`
	Stand      string                   `db:"stand"`
	PromisedAt *time.Time               `db:"promised_at"`
	OpenedAt   time.Time                `db:"opened_at"`
	OpenedBy   string                   `db:"opened_by"`
	ReleasedAt *time.Time               `db:"released_at"`
	Version    int                      `db:"job_version"`
	Names      int64                    `db:"names"`
	Others     int                      `db:"others"`
	Shop       record.Settings          `db:"shop"`
	Earlier    lines[record.EarlierJob] `db:"earlier"`
	Beside     beside                   `db:"beside"`
}

var jobChanges = changing{table: "job", on: written, names: map[string]string{"job": "new.id", "bike": "new.bike_id"},
	again: []string{"job", "bike", "today", "search"}, counts: countsBike}

const jobColumns = `j.id as job_id, j.number, j.depth, j.words, j.reading, j.condition, j.stand, j.promised_at, j.opened_at,
	st.name as opened_by, j.released_at, j.version as job_version, (select sum(version) from staff) as names, ` + bikeColumns

const shopColumns = `s.name as "shop.name", s.address as "shop.address", s.currency as "shop.currency", s.tax_rate_bp as "shop.tax_rate_bp",
	s.tax_included as "shop.tax_included", s.hourly_minor as "shop.hourly_minor", s.waiting_minor as "shop.waiting_minor",
		s.torque_unit as "shop.torque_unit",
	s.time_zone as "shop.time_zone", s.school as "shop.school", s.message as "shop.message", s.version as "shop.version"`

// The latest forty jobs of a bike, newest first, as JSON: all of them, or those before this one.
const (
	earlierOfBike = `(select coalesce(json_agg(row_to_json(e)), '[]') from (select id, number, depth, words, opened_at, released_at
		from job e where e.bike_id = b.id and e.mistaken_at is null order by opened_at desc limit 40) e) as earlier`
	earlierOfJob = `(select coalesce(json_agg(row_to_json(e)), '[]') from (select id, number, depth, words, opened_at, released_at
		from job e where e.bike_id = b.id and e.id <> j.id and e.mistaken_at is null and e.opened_at <= j.opened_at
		order by opened_at desc limit 40) e) as earlier`
)

const jobTables = ` from job j join bike b on b.id = j.bike_id join owner o on o.id = b.owner_id join staff st on st.id = j.opened_by`

func (r jobRow) record() (record.Record, error) {
	record := record.Record{
		Job: record.Job{ID: r.JobID, Number: r.Number, BikeID: r.BikeID, Depth: r.Depth, Words: r.Words,
			Reading:   r.Reading,
			Condition: r.Condition,
			Stand:     r.Stand, PromisedAt: r.PromisedAt, OpenedAt: r.OpenedAt, OpenedBy: r.OpenedBy,
			ReleasedAt: r.ReleasedAt, Version: r.Version},
		Bike: r.bike(), Owner: r.owner(), Settings: r.Shop, EarlierJobs: r.Earlier,
		Names: r.Names, Others: r.Others,
	}
	return record, wrap("reading a job", record.ReadBeside(r.Beside))
}

type entryRow struct {
	Seq        int64      `db:"seq"`
	ID         record.ID  `db:"id"`
	JobID      record.ID  `db:"job_id"`
	BikeID     record.ID  `db:"bike_id"`
	Kind       string     `db:"kind"`
	Supersedes *record.ID `db:"supersedes"`
	By         record.ID  `db:"by"`
	ByName     string     `db:"by_name"`
	At         time.Time  `db:"at"`
	Content    []byte     `db:"content"`
	Seen       *int64     `db:"seen"`
	Tablet     string     `db:"tablet"`
	Clock      int64      `db:"clock_ms"`
	Why        string     `db:"why"`
}

func (r entryRow) entry() (record.Entry, error) {
	e := record.Entry{Seq: r.Seq, ID: r.ID, JobID: r.JobID, BikeID: r.BikeID, Kind: r.Kind,
		Supersedes: r.Supersedes, By: r.By,
		ByName: r.ByName, At: r.At, Seen: r.Seen, Tablet: r.Tablet,
		Offset: time.Duration(r.Clock) * time.Millisecond, Why: r.Why}
	return e, wrap("reading an entry", json.Unmarshal(r.Content, &e.Content))
}

const entryColumns = `e.seq, e.id, e.job_id, e.bike_id, e.kind, e.supersedes, e.by, st.name as by_name, e.at, e.content, e.seen, e.tablet,
	e.clock_ms, e.why`

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

// place puts entries where they belong: with the job they were recorded in, else with the
// past of the bike.
func place(rows []entryRow, own func(job record.ID) *record.Record, past ...*record.Record) error {
	for _, r := range rows {
		e, err := r.entry()
		if err != nil {
			return err
		}
		if record := own(e.JobID); record != nil {
			record.Entries = append(record.Entries, e)
		}
		for _, record := range past {
			if record.Bike.ID == e.BikeID && record.Job.ID != e.JobID {
				record.Earlier = append(record.Earlier, e)
			}
		}
	}
	return nil
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

// LatestReadings reads the latest measured readings of all bikes.
func (s *Store) LatestReadings(ctx context.Context, most int) ([]inspect.PastReading, error) {
	var out []inspect.PastReading
	err := s.db.SelectContext(ctx, &out, `select e.bike_id, b.weekly_km, e.content->'reading'->>'point' as point,
		(e.content->'reading'->>'value')::float8 as value, e.at
		from entry e join bike b on b.id = e.bike_id
		where e.kind = 'reading' and e.content->'reading' ? 'value' and not exists (select from entry x where x.supersedes = e.id)
		order by e.at desc limit $1`, most)
	return out, wrap("reading the latest readings", err)
}

// Rescues counts rescues, and those that held.
func (s *Store) Rescues(ctx context.Context, saves map[string][]string, held time.Duration) (estimate.Record, error) {
	var out estimate.Record
	pairs, err := json.Marshal(saves)
	if err != nil {
		return out, fmt.Errorf("reading the rescues: %w", err)
	}
	err = s.db.QueryRowxContext(ctx, `with done as (
			select w.bike_id, w.at, i.content->'item'->>'operation' as operation
			from entry w join entry i on i.id = (w.content->'work'->>'item')::uuid
			where w.kind = 'work' and not exists (select from entry x where x.supersedes = w.id)),
		rescue as (select d.bike_id, d.at, s.value as saved from done d join jsonb_each($2::jsonb) s on s.key = d.operation
			where d.at < now() - make_interval(secs => $1))
		select count(*), count(*) filter (where not exists (select from done d where d.bike_id = r.bike_id
			and r.saved ? d.operation and d.at > r.at and d.at < r.at + make_interval(secs => $1)))
		from rescue r`, held.Seconds(), string(pairs)).Scan(&out.Tried, &out.Held)
	return out, wrap("reading the rescues", err)
}

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

// CheckIn writes owner, bike, job and first entries, all or nothing. Once is enough: a
// check-in sent again finds its job there and changes nothing.
func (s *Store) CheckIn(ctx context.Context, by record.Actor, o record.Owner, b record.Bike,
	j record.Job, entries []record.Entry) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := insertOwnerAndBike(ctx, tx, o, b); err != nil {
			return err
		}
		var here struct {
			OwnerID record.ID  `db:"owner_id"`
			OpenJob *record.ID `db:"open_job"`
		}
		err := tx.GetContext(ctx, &here, `select owner_id, (select id from job where bike_id = b.id and released_at is null limit 1) as open_job
			from bike b where id = $1 for update of b`, b.ID)
		switch {
		case errors.Is(err, sql.ErrNoRows):
			return record.NotFound("bike")
		case err != nil:
			return wrap("checking in", err)
		case here.OpenJob != nil && *here.OpenJob != j.ID:
			return &record.Problem{Kind: record.Stale, Title: "Already in the shop", Field: "bike",
				Current: *here.OpenJob,
				Detail:  "This bike has a job that is still open. Add to that job, or hand it over first."}
		}
		added, err := updated(tx.ExecContext(ctx, `insert into job (id, bike_id, depth, words, reading, condition, stand, promised_at,
			opened_at, opened_by)
			values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict (id) do nothing`,
			j.ID, j.BikeID, j.Depth, j.Words, j.Reading, j.Condition, j.Stand, j.PromisedAt, j.OpenedAt, by.ID))
		if err != nil || !added {
			return wrap("adding a job", err)
		}
		return insertEntries(ctx, tx, j.ID, entries)
	})
}

// SaveJob changes what was noted at the door over the version given.
func (s *Store) SaveJob(ctx context.Context, id record.ID, c workshop.JobChange, said ...record.Entry) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := s.overJob(ctx, tx, id, c); err != nil || len(said) == 0 {
			return err
		}
		return appended(ctx, tx, id, said)
	})
}

func (s *Store) overJob(ctx context.Context, tx *sqlx.Tx, id record.ID, c workshop.JobChange) error {
	done, err := tx.ExecContext(ctx, `update job set depth = $2, words = $3, reading = $4, condition = $5, stand = $6,
		promised_at = $7,
		version = version + 1 where id = $1 and version = $8 and released_at is null`,
		id, c.Depth, c.Words, c.Reading, c.Condition, c.Stand, c.PromisedAt, c.Version)
	return saved("job", done, err, func() (record.Job, error) {
		now, err := s.Job(ctx, id)
		if err == nil && now.Job.ReleasedAt != nil {
			err = record.ErrClosed()
		}
		return now.Job, err
	})
}

// elsewhere refuses to open a job again while its bike is here for another: it would leave by the
// one with what is open in the other.
func elsewhere(ctx context.Context, tx *sqlx.Tx, job record.Job, kind string) error {
	if kind != door.Reopenings.Name {
		return nil
	}
	// With the bike held no other job of it begins meanwhile.
	if _, err := tx.ExecContext(ctx, `select 1 from bike where id = $1 for update`, job.BikeID); err != nil {
		return wrap("opening a job", err)
	}
	var other record.ID
	err := tx.GetContext(ctx, &other, `select id from job where bike_id = $1 and id <> $2 and released_at is null limit 1`, job.BikeID, job.ID)
	if errors.Is(err, sql.ErrNoRows) {
		return nil
	}
	return cmp.Or(wrap("opening a job", err),
		error(&record.Problem{Kind: record.Stale, Title: "Already in the shop", Field: "reason",
			Current: other, Detail: "This bike has another job that is open. Add to that one, or hand it over first."}))
}

// Seal closes or reopens a job under a lock that lets no entry in between.
func (s *Store) Seal(ctx context.Context, e record.Entry, judge func(record.Record) (door.Seal, error)) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.ExecContext(ctx, `select 1 from job where id = $1 for update`, e.JobID); err != nil {
			return wrap("locking a job", err)
		}
		kept, err := lockedJob(ctx, tx, e.JobID)
		if err != nil {
			return err
		}
		if again, err := sentBefore(ctx, tx, []record.Entry{e}); err != nil || again {
			return err
		}
		with, err := judge(kept)
		if err != nil {
			return err
		}
		if err := elsewhere(ctx, tx, kept.Job, e.Kind); err != nil {
			return err
		}
		if err := insertEntries(ctx, tx, e.JobID, []record.Entry{e}); err != nil {
			return err
		}
		var released, mistaken *time.Time
		switch e.Kind {
		case door.Releases.Name:
			released = &e.At
		case door.Mistakes.Name:
			released, mistaken = &e.At, &e.At
		}
		if _, err = tx.ExecContext(ctx, `update job set released_at = $2, mistaken_at = $3, version = version + 1 where id = $1`,
			e.JobID, released, mistaken); err != nil {
			return wrap("sealing a job", err)
		}
		if with.Sheet != nil {
			if err := keepSheet(ctx, tx, *with.Sheet); err != nil {
				return err
			}
		}
		return sealCallBacks(ctx, tx, e, with)
	})
}
