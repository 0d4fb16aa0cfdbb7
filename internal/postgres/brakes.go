package postgres

import (
	"context"

	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
)

var bottleRegister = register[fluid.Bottle]{
	changes: changing{table: "bottle", on: written, counts: countsShop, again: []string{"bottles", "bleeds", "job"}},
	what:    "bottle",
	columns: `t.id, t.name, t.family, t.grade, t.batch, coalesce(t.opened_on::text, '') as opened_on, t.volume_ml,
		t.price_minor, t.clean, t.gone, t.version,
		coalesce((select sum((e.content->'guided'->>'pour_ml')::float) from entry e where e.kind = 'guided'
			and e.content->'guided'->>'bottle' = t.id::text
			and not exists (select from entry x where x.supersedes = e.id)), 0)
		+ coalesce((select sum((e.content->'work'->>'pour_ml')::float) from entry e where e.kind = 'work'
			and e.content->'work'->>'bottle' = t.id::text
			and not exists (select from entry x where x.supersedes = e.id)), 0) as poured_ml`,
	order: `t.gone, t.opened_on nulls last, t.name`,
	writes: append(fields("name", "family", "grade", "batch", "volume_ml", "price_minor", "clean",
		"gone"), days("opened_on")...),
	same: func(b fluid.Bottle) (record.ID, int) { return b.ID, b.Version },
}

var bottlesOfShop = laying{fluid.Bottles.Name(), listed(bottleRegister.all())}

// Bottles lists the shelf, what is gone last.
func (s *Store) Bottles(ctx context.Context) ([]fluid.Bottle, error) {
	return bottleRegister.list(ctx, s)
}

// SaveBottle adds a bottle (version 0) or changes one over the version given.
func (s *Store) SaveBottle(ctx context.Context, b fluid.Bottle) error {
	return bottleRegister.save(ctx, s, b)
}

// RunsTaken reads how long the latest runs of procedures took, from start to last step.
func (s *Store) RunsTaken(ctx context.Context, most int) ([]runlog.Taken, error) {
	var out []runlog.Taken
	err := s.db.SelectContext(ctx, &out, `select r.content->'guided'->>'procedure' as procedure, count(*) as steps,
		extract(epoch from max(e.at) - r.at)::float / 60 as minutes
		from entry r join entry e on e.kind = 'step' and e.content->'step'->>'run' = r.id::text
		where r.kind = 'guided' group by r.id, r.at, r.seq, r.content order by r.seq desc limit $1`, most)
	return out, wrap("reading how long procedures took", err)
}

// AirsLeft reads the air that brakes were left with, in ml: the last found in each job and
// brake, the newest first.
func (s *Store) AirsLeft(ctx context.Context, most int) ([]brakes.AirLeft, error) {
	var out []brakes.AirLeft
	err := s.db.SelectContext(ctx, &out, `select bike, brake_end, air
		from (select distinct on (e.job_id, e.content->'pull'->>'end') (e.content->'pull'->>'air_ml')::float as air,
		e.content->'pull'->>'end' as brake_end, b.make || ' ' || b.model as bike, e.seq
		from entry e join bike b on b.id = e.bike_id where e.kind = 'pull' and not exists (select from entry x where x.supersedes = e.id)
		order by e.job_id, e.content->'pull'->>'end', e.seq desc) l order by seq desc limit $1`, most)
	return out, wrap("reading the air that brakes were left with", err)
}
