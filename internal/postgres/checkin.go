package postgres

import (
	"context"
	"database/sql"
	"errors"

	"github.com/jmoiron/sqlx"

	"utensil/internal/workshop/record"
)

// CheckIn writes owner, bike, job and first entries, all or nothing. Once is enough: a
// check-in sent again finds its job there and changes nothing.
func (s *Store) CheckIn(ctx context.Context, by record.Actor, o record.Owner, b record.Bike,
	j record.Job, entries []record.Entry) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := insertOwnerAndBike(ctx, tx, o, b); err != nil {
			return err
		}
		var here struct {
			OwnerID record.ID  `db:"owner_id"`
			OpenJob *record.ID `db:"open_job"`
		}
		err := tx.GetContext(ctx, &here, `select owner_id, (select id from job where bike_id = b.id and released_at is null limit 1) as open_job
			from bike b where id = $1 for update of b`, b.ID)
		switch {
		case errors.Is(err, sql.ErrNoRows):
			return record.NotFound("bike")
		case err != nil:
			return wrap("checking in", err)
		case here.OpenJob != nil && *here.OpenJob != j.ID:
			return &record.Problem{Kind: record.Stale, Title: "Already in the shop", Field: "bike",
				Current: *here.OpenJob,
				Detail:  "This bike has a job that is still open. Add to that job, or hand it over first."}
		}
		added, err := updated(tx.ExecContext(ctx, `insert into job (id, bike_id, depth, words, reading, condition, stand, promised_at,
			opened_at, opened_by, service)
			values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) on conflict (id) do nothing`,
			j.ID, j.BikeID, j.Depth, j.Words, j.Reading, j.Condition, j.Stand, j.PromisedAt, j.OpenedAt, by.ID,
			j.Service))
		if err != nil || !added {
			return wrap("adding a job", err)
		}
		return insertEntries(ctx, tx, j.ID, entries)
	})
}
