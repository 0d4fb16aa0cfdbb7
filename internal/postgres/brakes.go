package postgres

import (
	"context"

	"utensil/internal/workshop"
)

type bottles []workshop.Bottle

func (b *bottles) Scan(src any) error { return scanJSON(src, b) }

const bottleColumns = `t.id, t.name, t.family, t.grade, t.batch, coalesce(t.opened_on::text, '') as opened_on, t.volume_ml, t.price_minor, t.clean, t.gone, t.version,
	coalesce((select sum((e.content->'guided'->>'pour_ml')::float) from entry e where e.kind = 'guided' and e.content->'guided'->>'bottle' = t.id::text
		and not exists (select from entry x where x.supersedes = e.id)), 0)
	+ coalesce((select sum((e.content->'work'->>'pour_ml')::float) from entry e where e.kind = 'work' and e.content->'work'->>'bottle' = t.id::text
		and not exists (select from entry x where x.supersedes = e.id)), 0) as poured_ml`

const bottlesJSON = `(select coalesce(json_agg(row_to_json(f)), '[]') from (select ` + bottleColumns + ` from bottle t order by t.gone, t.opened_on nulls last, t.name) f) as bottles`

// Bottles lists the shelf, what is gone last.
func (s *Store) Bottles(ctx context.Context) ([]workshop.Bottle, error) {
	var out []workshop.Bottle
	err := s.db.SelectContext(ctx, &out, `select `+bottleColumns+` from bottle t order by t.gone, t.opened_on nulls last, t.name`)
	return out, wrap("reading the bottles", err)
}

// SaveBottle adds a bottle (version 0) or changes one over the version given.
func (s *Store) SaveBottle(ctx context.Context, b workshop.Bottle) error {
	query := `update bottle set name = :name, family = :family, grade = :grade, batch = :batch, opened_on = cast(nullif(:opened_on, '') as date),
		volume_ml = :volume_ml, price_minor = :price_minor, clean = :clean, gone = :gone, version = version + 1 where id = :id and version = :version`
	if b.Version == 0 {
		query = `insert into bottle (id, name, family, grade, batch, opened_on, volume_ml, price_minor, clean, gone)
			values (:id, :name, :family, :grade, :batch, cast(nullif(:opened_on, '') as date), :volume_ml, :price_minor, :clean, :gone) on conflict (id) do nothing`
	}
	done, err := updated(s.db.NamedExecContext(ctx, query, b))
	if err != nil || done || b.Version == 0 {
		return wrap("saving a bottle", err)
	}
	all, err := s.Bottles(ctx)
	if err != nil {
		return err
	}
	for _, now := range all {
		if now.ID == b.ID {
			return workshop.StaleWrite("bottle", now)
		}
	}
	return workshop.NotFound("bottle")
}

// ProcedureTimes reads how long runs of each procedure took: those of at least three steps
// and under four hours, from start to last step.
func (s *Store) ProcedureTimes(ctx context.Context) (map[string]workshop.Took, error) {
	var rows []struct {
		Procedure string `db:"procedure"`
		workshop.Took
	}
	err := s.db.SelectContext(ctx, &rows, `with run as (
			select r.content->'guided'->>'procedure' as procedure, extract(epoch from max(e.at) - r.at) / 60 as minutes
			from entry r join entry e on e.kind = 'step' and e.content->'step'->>'run' = r.id::text
			where r.kind = 'guided' group by r.id, r.at, r.content having count(*) >= 3)
		select procedure, avg(minutes)::float as minutes, count(*) as times from run where minutes between 1 and 240 group by procedure`)
	out := make(map[string]workshop.Took, len(rows))
	for _, r := range rows {
		out[r.Procedure] = r.Took
	}
	return out, wrap("reading how long procedures took", err)
}

// AirsLeft reads the air that brakes were left with, in ml: the last found in each job and
// brake, the newest first.
func (s *Store) AirsLeft(ctx context.Context, most int) ([]workshop.AirLeft, error) {
	var out []workshop.AirLeft
	err := s.db.SelectContext(ctx, &out, `select bike, brake_end, air from (select distinct on (e.job_id, e.content->'pull'->>'end') (e.content->'pull'->>'air_ml')::float as air,
		e.content->'pull'->>'end' as brake_end, b.make || ' ' || b.model as bike, e.seq
		from entry e join bike b on b.id = e.bike_id where e.kind = 'pull' and not exists (select from entry x where x.supersedes = e.id)
		order by e.job_id, e.content->'pull'->>'end', e.seq desc) l order by seq desc limit $1`, most)
	return out, wrap("reading the air that brakes were left with", err)
}
