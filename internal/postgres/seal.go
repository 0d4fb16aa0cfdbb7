package postgres

import (
	"context"
	"time"

	"github.com/jmoiron/sqlx"

	"utensil/internal/workshop/door"
	"utensil/internal/workshop/record"
)

// Seal closes or reopens a job under a lock that lets no entry in between.
func (s *Store) Seal(ctx context.Context, e record.Entry, judge func(record.Record) (door.Seal, error)) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.ExecContext(ctx, `select 1 from job where id = $1 for update`, e.JobID); err != nil {
			return wrap("locking a job", err)
		}
		kept, err := lockedJob(ctx, tx, e.JobID)
		if err != nil {
			return err
		}
		if again, err := sentBefore(ctx, tx, []record.Entry{e}); err != nil || again {
			return err
		}
		with, err := judge(kept)
		if err != nil {
			return err
		}
		if err := elsewhere(ctx, tx, kept.Job, e.Kind); err != nil {
			return err
		}
		if err := insertEntries(ctx, tx, e.JobID, []record.Entry{e}); err != nil {
			return err
		}
		var released, mistaken *time.Time
		switch e.Kind {
		case door.Releases.Name:
			released = &e.At
		case door.Mistakes.Name:
			released, mistaken = &e.At, &e.At
		}
		if _, err = tx.ExecContext(ctx, `update job set released_at = $2, mistaken_at = $3, version = version + 1 where id = $1`,
			e.JobID, released, mistaken); err != nil {
			return wrap("sealing a job", err)
		}
		if with.Sheet != nil {
			if err := keepSheet(ctx, tx, *with.Sheet); err != nil {
				return err
			}
		}
		return sealCallBacks(ctx, tx, e, with)
	})
}
