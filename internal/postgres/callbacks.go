package postgres

import (
	"context"
	"time"

	"github.com/jmoiron/sqlx"

	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/record"
)

// Entries tell of a wrench's pulls themselves; a call-back is shown on the first screen, at its
// bike and in its job.
var callBackChanges = changing{table: "call_back", on: written,
	names: map[string]string{"job": "new.job_id", "bike": "new.bike_id"},
	again: []string{"job", "bike", "today", "bleeds"}, counts: countsBike}

const callBackColumns = `c.id, c.job_id, c.bike_id, c.what, c.due::text as due, c.fasteners, c.operation, c.point, c.state, c.note,
	c.ended_at, c.version`

// CallBacks lists the open call-backs with their bikes and owners, the soonest first.
func (s *Store) CallBacks(ctx context.Context) ([]record.CallBack, error) {
	var list lines[record.CallBack]
	err := s.db.GetContext(ctx, &list, `select coalesce(json_agg(row_to_json(k)), '[]') from (select `+callBackColumns+`,
			trim(b.make || ' ' || b.model) as title, o.name as owner, o.phone,
			(select id from job j where j.bike_id = b.id and j.released_at is null limit 1) as in_shop
		from call_back c join bike b on b.id = c.bike_id join owner o on o.id = b.owner_id
		where c.state = 'open' order by c.due, o.name limit 200) k`)
	return list, wrap("reading the call-backs", err)
}

// BikesDue lists the bikes that are called back for some work by a day and are not here yet.
func (s *Store) BikesDue(ctx context.Context, operations []string, by string) ([]brakes.BikeDue, error) {
	var rows []struct {
		bikeRow
		Operation string `db:"operation"`
		Due       string `db:"due"`
	}
	err := s.db.SelectContext(ctx, &rows, `select `+bikeColumns+`, c.operation, c.due::text as due
		from call_back c join bike b on b.id = c.bike_id join owner o on o.id = b.owner_id
		where c.state = 'open' and c.operation = any($1) and c.due <= $2::date
			and not exists (select from job j where j.bike_id = b.id and j.released_at is null)
		order by c.due, o.name, b.id limit 200`, operations, by)
	out := make([]brakes.BikeDue, len(rows))
	for i, r := range rows {
		out[i] = brakes.BikeDue{Bike: r.bike(), Operation: r.Operation, Due: r.Due}
	}
	return out, wrap("reading the bikes that are due", err)
}

// SaveCallBack settles a call-back or puts it off, over the version given.
func (s *Store) SaveCallBack(ctx context.Context, by record.Actor, id record.ID, c door.CallBackChange,
	now time.Time) error {
	if !id.Valid() {
		return record.NotFound("call-back")
	}
	done, err := s.db.ExecContext(ctx, `update call_back set state = $2, due = $3::date, note = $4, version = version + 1,
		ended_at = case when $2 = 'open' then null else $6::timestamptz end, ended_by = case when $2 = 'open' then null else $7::uuid end
		where id = $1 and version = $5`, id, c.State, c.Due, c.Note, c.Version, now, by.ID)
	return saved("call-back", done, err, func() (any, error) { return nil, nil })
}

// sealCallBacks writes the call-backs of a release, or takes them back when the job is
// opened again.
func sealCallBacks(ctx context.Context, tx *sqlx.Tx, e record.Entry, with door.Seal) error {
	if e.Kind == door.Reopenings.Name {
		_, err := tx.ExecContext(ctx, `update call_back set state = 'dropped', note = 'the job was opened again', ended_at = $2, ended_by = $3,
			version = version + 1
			where job_id = $1 and state = 'open'`, e.JobID, e.At, e.By)
		return wrap("taking call-backs back", err)
	}
	for _, c := range with.Made {
		if _, err := tx.ExecContext(ctx,
			`insert into call_back (id, job_id, bike_id, what, due, fasteners, operation, point) values ($1, $2, $3, $4, $5::date, $6, $7, $8)`,
			c.ID, e.JobID, c.BikeID, c.What, c.Due, c.Fasteners, c.Operation, c.Point); err != nil {
			return wrap("making a call-back", err)
		}
	}
	for _, id := range with.Answered {
		if _, err := tx.ExecContext(ctx, `update call_back set state = 'done', ended_at = $2, ended_by = $3, version = version + 1 where id = $1`,
			id, e.At, e.By); err != nil {
			return wrap("settling a call-back", err)
		}
	}
	return nil
}

var callBacksOfBike = laying{record.CallBacks.Name(), listed(`select ` + callBackColumns +
	` from call_back c where c.bike_id = b.id order by c.due`)}
