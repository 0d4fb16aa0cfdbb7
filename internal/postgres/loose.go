package postgres

import (
	"context"

	"utensil/internal/workshop/torque"
)

// LooseQuery counts what LooseCounts tells, by an index alone.
const LooseQuery = `with log as (
		select bike_id, fastener, was, lag(by) over (partition by bike_id, fastener, position order by seq) as before
		from joint_found where not corrected)
	select l.fastener, coalesce(b.facts->>'kind', '') as kind, l.before as by, coalesce(st.name, '') as by_name,
		count(*) as times, count(*) filter (where l.was = 'loose') as loose, count(*) filter (where l.was = 'over_tight') as over_tight
	from log l join bike b on b.id = l.bike_id left join staff st on st.id = l.before
	where l.was in ('loose', 'over_tight', 'sound')
	group by 1, 2, 3, 4`

// LooseCounts counts how joints were found, by fastener, kind of bike and who had tightened them before.
func (s *Store) LooseCounts(ctx context.Context) ([]torque.LooseCount, error) {
	var out []torque.LooseCount
	err := s.db.SelectContext(ctx, &out, LooseQuery)
	return out, wrap("counting what came loose", err)
}
