package postgres

import (
	"context"
	"fmt"
	"time"

	"github.com/segmentio/encoding/json"

	"utensil/core/estimate"
)

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
