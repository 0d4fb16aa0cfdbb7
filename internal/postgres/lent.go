package postgres

import (
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/inspect"
)

// What other bikes of a make and model lend to one of them.
var (
	// Figures that other bikes of this make and model lend to it, the newest first. The few
	// figures for models are found first (offset 0 keeps them so), not the many like bikes.
	modelFigures = laying{inspect.ModelFigures.Name(), `select coalesce(json_agg(f.content->'figure' order by f.seq desc), '[]')
		from (select f.id, f.seq, f.bike_id, f.content from entry f where f.kind = 'figure'
			and (f.content->'figure'->>'for_model') = 'true' offset 0) f
		join bike m on m.id = f.bike_id
		where lower(m.make) = lower(b.make) and lower(m.model) = lower(b.model) and b.model <> '' and m.id <> b.id
		and not exists (select from entry x where x.supersedes = f.id)`}
	// The charts of legs that other bikes of this make and model lend to it, the newest first.
	modelCharts = laying{air.ModelCharts.Name(), `select coalesce(json_agg(f.content->'leg_chart' order by f.seq desc), '[]')
		from (select f.id, f.seq, f.bike_id, f.content from entry f where f.kind = 'leg_chart' offset 0) f
		join bike m on m.id = f.bike_id
		where lower(m.make) = lower(b.make) and lower(m.model) = lower(b.model) and b.model <> '' and m.id <> b.id
		and not exists (select from entry x where x.supersedes = f.id)`}
)
