package postgres

import (
	"cmp"
	"context"
	"database/sql"
	"errors"

	"github.com/jmoiron/sqlx"

	"utensil/internal/workshop"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/record"
)

var jobChanges = changing{table: "job", on: written, names: map[string]string{"job": "new.id", "bike": "new.bike_id"},
	again: []string{"job", "bike", "today", "search"}, counts: countsBike}

// SaveJob changes what was noted at the door over the version given.
func (s *Store) SaveJob(ctx context.Context, id record.ID, c workshop.JobChange, said ...record.Entry) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := s.overJob(ctx, tx, id, c); err != nil || len(said) == 0 {
			return err
		}
		return appended(ctx, tx, id, said)
	})
}

func (s *Store) overJob(ctx context.Context, tx *sqlx.Tx, id record.ID, c workshop.JobChange) error {
	done, err := tx.ExecContext(ctx, `update job set depth = $2, words = $3, reading = $4, condition = $5, stand = $6,
		promised_at = $7, service = $9,
		version = version + 1 where id = $1 and version = $8 and released_at is null`,
		id, c.Depth, c.Words, c.Reading, c.Condition, c.Stand, c.PromisedAt, c.Version, c.Service)
	return saved("job", done, err, func() (record.Job, error) {
		now, err := s.Job(ctx, id)
		if err == nil && now.Job.ReleasedAt != nil {
			err = record.ErrClosed()
		}
		return now.Job, err
	})
}

// elsewhere refuses to open a job again while its bike is here for another: it would leave by the
// one with what is open in the other.
func elsewhere(ctx context.Context, tx *sqlx.Tx, job record.Job, kind string) error {
	if kind != door.Reopenings.Name {
		return nil
	}
	// With the bike held no other job of it begins meanwhile.
	if _, err := tx.ExecContext(ctx, `select 1 from bike where id = $1 for update`, job.BikeID); err != nil {
		return wrap("opening a job", err)
	}
	var other record.ID
	err := tx.GetContext(ctx, &other, `select id from job where bike_id = $1 and id <> $2 and released_at is null limit 1`, job.BikeID, job.ID)
	if errors.Is(err, sql.ErrNoRows) {
		return nil
	}
	return cmp.Or(wrap("opening a job", err),
		error(&record.Problem{Kind: record.Stale, Title: "Already in the shop", Field: "reason",
			Current: other, Detail: "This bike has another job that is open. Add to that one, or hand it over first."}))
}
