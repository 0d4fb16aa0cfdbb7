package postgres

import (
	"context"
	"database/sql"
	"errors"

	"github.com/jmoiron/sqlx"

	"utensil/internal/workshop/door"
	"utensil/internal/workshop/record"
)

// keepSheet writes what was told of a job with its release, once.
func keepSheet(ctx context.Context, tx sqlx.ExecerContext, f door.Frozen) error {
	_, err := tx.ExecContext(ctx, `insert into released_sheet (release, job_id, form, content, pdf, pdf_sha256, knowledge, afterwards, made_at, layout)
		values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict (release) do nothing`,
		f.Release, f.Job, f.Form, f.Content, f.PDF, f.Digest, f.Knowledge, f.Afterwards, f.MadeAt, asText(f.Layout))
	return wrap("keeping a sheet", err)
}

// FrozenSheet reads what was told of a job when it was handed over last; false where nothing was kept.
func (s *Store) FrozenSheet(ctx context.Context, job record.ID) (door.Frozen, bool, error) {
	var f door.Frozen
	err := s.db.GetContext(ctx, &f, `select r.release, r.job_id, r.form, r.content, r.pdf, r.pdf_sha256, r.knowledge, r.afterwards, r.made_at, r.layout
		from released_sheet r join entry e on e.id = r.release where r.job_id = $1 order by e.seq desc limit 1`, job)
	if errors.Is(err, sql.ErrNoRows) {
		return f, false, nil
	}
	return f, err == nil, wrap("reading a sheet", err)
}

// Unfrozen lists jobs that were handed over before sheets were kept, with the entries that
// released them: some at a time.
func (s *Store) Unfrozen(ctx context.Context, most int) (list []door.Unfrozen, err error) {
	err = s.db.SelectContext(ctx, &list, `select j.id as job, e.id as release from job j
		join lateral (select id from entry where job_id = j.id and kind = 'released' order by seq desc limit 1) e on true
		where j.released_at is not null and not exists (select from released_sheet r where r.release = e.id)
		order by j.number limit $1`, most)
	return list, wrap("looking for sheets to keep", err)
}

// KeepSheet writes what is told of a job that was handed over before sheets were kept.
func (s *Store) KeepSheet(ctx context.Context, f door.Frozen) error { return keepSheet(ctx, s.db, f) }

// asText is JSON as a column takes it: nothing where there is none.
func asText(json []byte) any {
	if json == nil {
		return nil
	}
	return string(json)
}
