package postgres

import (
	"context"
	"time"

	"github.com/jmoiron/sqlx"

	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

// A bolt's bench takes them from the tray.
var readingChanges = changing{table: "tool_reading", on: written, again: []string{"job", "hearing"}, counts: countsShop}

// trayOfShop is what no bolt has taken and nobody has put aside, the oldest first.
var trayOfShop = laying{torque.Tray.Name(), listed(`select r.id, r.device, r.seq, r.at, r.came, r.nm, r.said, r.fault, r.calibrated_on,
	r.repeats, r.late, r.missed, count(*) over () as of from tool_reading r
	where r.aside_at is null and r.came > now() - interval '3 days'
	and not exists (select from entry e where e.kind = 'torque' and e.content->'torque'->>'tool_reading' = r.id::text)
	order by r.n limit 60`)}

// LastReadings reads the latest readable reading of each device.
func (s *Store) LastReadings(ctx context.Context) ([]torque.ToolReading, error) {
	var out []torque.ToolReading
	err := s.db.SelectContext(ctx, &out, `select distinct on (device) id, stream, device, seq, at, came, nm, said, fault, calibrated_on,
		repeats, late, missed
		from tool_reading where nm is not null and device <> '' and not late order by device, seq desc`)
	return out, wrap("reading what wrenches sent last", err)
}

// LastHeard is the place in the stream up to which everything is kept.
func (s *Store) LastHeard(ctx context.Context) (string, error) {
	var stream string
	err := s.db.GetContext(ctx, &stream, `select coalesce((select stream from tool_reading order by n desc limit 1), '')`)
	return stream, wrap("reading what wrenches sent last", err)
}

// AddReadings keeps readings, each once.
func (s *Store) AddReadings(ctx context.Context, batch []torque.ToolReading) error {
	if len(batch) == 0 {
		return nil
	}
	_, err := s.db.NamedExecContext(ctx, `insert into tool_reading (id, stream, device, seq, at, came, nm, said, fault, calibrated_on,
		repeats, late, missed)
		values (:id, :stream, :device, :seq, :at, :came, :nm, :said, :fault, :calibrated_on, :repeats, :late, :missed) on conflict do nothing`,
		batch)
	return wrap("keeping what a wrench sent", err)
}

// PutReadingsAside takes readings out of the tray.
func (s *Store) PutReadingsAside(ctx context.Context, by record.Actor, ids []record.ID, why string,
	now time.Time) error {
	if len(ids) == 0 {
		return nil
	}
	query, args, err := sqlx.In(`update tool_reading set aside_at = ?, aside_by = ?, aside_why = ? where aside_at is null and id in (?)`, now,
		by.ID, why, ids)
	if err != nil {
		return wrap("putting readings aside", err)
	}
	_, err = s.db.ExecContext(ctx, s.db.Rebind(query), args...)
	return wrap("putting readings aside", err)
}
