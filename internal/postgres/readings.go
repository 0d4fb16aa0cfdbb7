package postgres

import (
	"context"

	"utensil/internal/workshop/inspect"
)

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
