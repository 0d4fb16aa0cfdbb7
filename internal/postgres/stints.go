package postgres

import (
	"context"

	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stint"
)

// StintSigns reads what was taken up, laid down and finished in jobs that have left, the latest first.
func (s *Store) StintSigns(ctx context.Context, most int) ([]stint.PastSign, error) {
	var out []stint.PastSign
	err := s.db.SelectContext(ctx, &out, `select e.job_id, e.by, e.at, e.kind,
			case e.kind when 'took_up' then e.content->'took_up'->>'piece' when 'work' then 'item:' || (e.content->'work'->>'item')
				when 'served' then 'serve:' || (e.content->'served'->>'part') else '' end as piece,
			case e.kind when 'work' then coalesce(i.content->'item'->>'operation', '')
				when 'served' then coalesce(e.content->'served'->>'service', '') || '/' || (e.content->'served'->>'part') else '' end as work,
			coalesce(b.facts->>'kind', '') as bike
		from entry e join job j on j.id = e.job_id and j.released_at is not null join bike b on b.id = j.bike_id
		left join entry i on e.kind = 'work' and i.id = (e.content->'work'->>'item')::uuid
		where e.kind in ('took_up', 'laid_down', 'work', 'served') and not coalesce((e.content->'served'->>'left_out')::boolean, false)
			and not exists (select from entry x where x.supersedes = e.id)
		order by e.seq desc limit $1`, most)
	return out, wrap("reading how long work took", err)
}

// HandsElsewhere lists the open jobs but one in which somebody took up a piece and did not lay it down.
func (s *Store) HandsElsewhere(ctx context.Context, who, but record.ID) ([]record.ID, error) {
	var jobs []record.ID
	err := s.db.SelectContext(ctx, &jobs, `select job_id from (
			select distinct on (e.job_id) e.job_id, e.kind from entry e join job j on j.id = e.job_id and j.released_at is null
			where e.by = $1 and e.job_id <> $2 and e.kind in ('took_up', 'laid_down') order by e.job_id, e.seq desc) l
		where kind = 'took_up'`, who, but)
	return jobs, wrap("looking for pieces in hand elsewhere", err)
}
