package postgres

import (
	"context"
	"fmt"

	"utensil/internal/workshop/practice"
)

// SavePractised keeps a result; the same exercise with the same hidden fault counts once.
func (s *Store) SavePractised(ctx context.Context, r practice.Result) error {
	if _, err := s.db.NamedExecContext(ctx, `insert into practised (staff_id, kind, what, seed, score, seconds, at)
		values (:staff_id, :kind, :what, :seed, :score, :seconds, :at) on conflict do nothing`, r); err != nil {
		return fmt.Errorf("keeping what was practised: %w", err)
	}
	return nil
}

// Practised sums what everybody did, by name and exercise.
func (s *Store) Practised(ctx context.Context) ([]practice.Practised, error) {
	var out []practice.Practised
	if err := s.db.SelectContext(ctx, &out, `select p.staff_id, s.name as who, p.kind, p.what, count(*) as times, max(p.score) as best,
		(array_agg(p.score order by p.at))[1] as first, max(p.at) as last
		from practised p join staff s on s.id = p.staff_id group by p.staff_id, s.name, p.kind, p.what
		order by lower(s.name), p.kind, p.what`); err != nil {
		return nil, fmt.Errorf("reading what was practised: %w", err)
	}
	return out, nil
}
