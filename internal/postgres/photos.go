package postgres

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"utensil/internal/workshop/photos"
	"utensil/internal/workshop/record"
)

var photoChanges = changing{table: "photo", on: written, names: map[string]string{"job": "new.job_id"},
	again:  []string{"job", "today"},
	counts: countsOfAJob}

// A job's photographs without their pictures.
var photosOfJob = laying{photos.All.Name(), listed(`select id, about, caption, width, height, at
	from photo p where p.job_id = j.id and gone_at is null order by at`)}

// AddPhoto adds a photograph once.
func (s *Store) AddPhoto(ctx context.Context, p photos.Photo) error {
	_, err := s.db.NamedExecContext(ctx, `insert into photo (id, job_id, about, caption, width, height, jpeg, by, at)
		values (:id, :job_id, :about, :caption, :width, :height, :jpeg, :by, :at) on conflict (id) do nothing`, p)
	return wrap("adding a photo", err)
}

// RemovePhoto takes a photograph away, and forgets its picture.
func (s *Store) RemovePhoto(ctx context.Context, job, id record.ID, now time.Time) error {
	_, err := s.db.ExecContext(ctx, `update photo p set gone_at = $3, jpeg = '' from job j
		where p.id = $2 and p.job_id = $1 and j.id = $1 and j.released_at is null and gone_at is null`, job, id, now)
	return wrap("removing a photo", err)
}

// Photo reads one photograph.
func (s *Store) Photo(ctx context.Context, id record.ID) (photos.Photo, error) {
	var p photos.Photo
	err := s.db.GetContext(ctx, &p,
		`select id, job_id, about, caption, width, height, jpeg, by, at from photo where id = $1 and gone_at is null`,
		id)
	if errors.Is(err, sql.ErrNoRows) {
		return p, record.NotFound("photo")
	}
	return p, wrap("reading a photo", err)
}
