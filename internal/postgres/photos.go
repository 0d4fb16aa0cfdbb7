package postgres

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"utensil/internal/workshop"
)

// A job's photographs without their pictures, as JSON.
const photosOfJob = `(select coalesce(json_agg(row_to_json(p)), '[]') from (select id, about, caption, width, height, at
	from photo p where p.job_id = j.id and gone_at is null order by at) p) as photos`

type photos []workshop.PhotoView

func (p *photos) Scan(src any) error { return scanJSON(src, p) }

// AddPhoto adds a photograph once.
func (s *Store) AddPhoto(ctx context.Context, p workshop.Photo) error {
	_, err := s.db.NamedExecContext(ctx, `insert into photo (id, job_id, about, caption, width, height, jpeg, by, at)
		values (:id, :job_id, :about, :caption, :width, :height, :jpeg, :by, :at) on conflict (id) do nothing`, p)
	return wrap("adding a photo", err)
}

// RemovePhoto takes a photograph away, and forgets its picture.
func (s *Store) RemovePhoto(ctx context.Context, job, id workshop.ID, now time.Time) error {
	_, err := s.db.ExecContext(ctx, `update photo p set gone_at = $3, jpeg = '' from job j
		where p.id = $2 and p.job_id = $1 and j.id = $1 and j.released_at is null and gone_at is null`, job, id, now)
	return wrap("removing a photo", err)
}

// Photo reads one photograph.
func (s *Store) Photo(ctx context.Context, id workshop.ID) (workshop.Photo, error) {
	var p workshop.Photo
	err := s.db.GetContext(ctx, &p, `select id, job_id, about, caption, width, height, jpeg, by, at from photo where id = $1 and gone_at is null`, id)
	if errors.Is(err, sql.ErrNoRows) {
		return p, workshop.NotFound("photo")
	}
	return p, wrap("reading a photo", err)
}
