package postgres

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jmoiron/sqlx"
	"github.com/segmentio/encoding/json"

	"utensil/internal/workshop/record"
)

// An entry draws on the shop: a wrench's pulls, a bottle's rest, a drawer's pieces, a gauge's
// use; others of its make and model have a model's figures and charts of it.
var entryChanges = changing{table: "entry", on: "insert",
	names:  map[string]string{"job": "new.job_id", "bike": "new.bike_id", "entry": "new.id"},
	again:  []string{"job", "bike", "today"},
	counts: countsBike, draws: []draw{
		{`new.kind = 'torque' and (new.content->'torque' ? 'wrench' or new.content->'torque' ? 'tool_reading')`,
			[]string{"wrenches"}, true},
		{`new.kind in ('guided', 'work') and new.content->new.kind ? 'bottle'`, []string{"bottles"}, true},
		{`new.kind = 'fitted' and new.content->'fitted' ? 'stock'`, []string{"stores", "candidates"}, true},
		{`new.kind = 'air' and new.content->'air' ? 'gauge'`, []string{"gauges"}, false},
		{`new.kind in ('figure', 'leg_chart')`, nil, true},
		{`new.supersedes is not null`, []string{"wrenches", "bottles", "stores", "candidates"}, true},
	}}

// Append writes entries to an open job, each once, all or none. They carry the job they belong to.
func (s *Store) Append(ctx context.Context, job record.ID, entries ...record.Entry) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error { return appended(ctx, tx, job, entries) })
}

func appended(ctx context.Context, tx *sqlx.Tx, job record.ID, entries []record.Entry) error {
	var released *time.Time
	// One writes at a time, so that a screen that shows an entry shows all of the job that came
	// before it; and a release is kept out until it stands.
	err := tx.GetContext(ctx, &released, `select released_at from job where id = $1 for no key update`, job)
	if errors.Is(err, sql.ErrNoRows) {
		return record.NotFound("job")
	}
	if err != nil {
		return wrap("appending", err)
	}
	if released != nil {
		if again, err := sentBefore(ctx, tx, entries); err != nil || again {
			return err
		}
		return record.ErrClosed()
	}
	drawers, err := drawn(ctx, tx, entries)
	if err != nil {
		return err
	}
	if err := insertEntries(ctx, tx, job, entries); err != nil {
		return err
	}
	return leftOver(ctx, tx, drawers)
}

// insertEntries adds entries of one job in one round trip, each once.
func insertEntries(ctx context.Context, tx *sqlx.Tx, job record.ID, entries []record.Entry) error {
	n := len(entries)
	ids, kinds, corrected, by := make([]string, n), make([]string, n), make([]*string, n), make([]string, n)
	at, digests, contents := make([]time.Time, n), make([][]byte, n), make([]string, n)
	seen, tablets, clocks, whys := make([]*int64, n), make([]string, n), make([]int64, n), make([]string, n)
	for i, e := range entries {
		content, err := json.Marshal(e.Content)
		if err != nil {
			return fmt.Errorf("writing an entry: %w", err)
		}
		ids[i], kinds[i], by[i], at[i], digests[i], contents[i] = string(e.ID), string(e.Kind),
			string(e.By), e.At, e.Digest, string(content)
		corrected[i] = (*string)(e.Supersedes)
		seen[i], tablets[i], clocks[i], whys[i] = e.Seen, e.Tablet, e.Offset.Milliseconds(), e.Why
	}
	done, err := tx.ExecContext(ctx, `insert into entry (id, job_id, bike_id, kind, supersedes, by, at, digest, content,
			seen, tablet, clock_ms, why)
		select e.id, j.id, j.bike_id, e.kind, e.supersedes, e.by, e.at, e.digest, e.content::jsonb, e.seen, e.tablet, e.clock_ms, e.why
		from unnest($2::uuid[], $3::text[], $4::uuid[], $5::uuid[], $6::timestamptz[], $7::bytea[], $8::text[], $9::bigint[], $10::text[],
				$11::bigint[], $12::text[])
			with ordinality e (id, kind, supersedes, by, at, digest, content, seen, tablet, clock_ms, why, place), job j
		where j.id = $1 order by e.place on conflict (id) do nothing`,
		job, ids, kinds, corrected, by, at, digests, contents, seen, tablets, clocks, whys)
	var failed *pgconn.PgError
	switch {
	case errors.As(err, &failed) && failed.ConstraintName == "entry_supersedes_key":
		return &record.Problem{Kind: record.Stale, Title: "Already corrected",
			Detail: "Someone else corrected that entry first. Look at what it says now, and correct " +
				"that if it is still wrong."}
	case errors.As(err, &failed) && failed.ConstraintName == "entry_tool_reading":
		return &record.Problem{Kind: record.Stale, Title: "That reading is taken",
			Detail: "Another bolt took this reading first. Pull the wrench once more, or type the figure."}
	case errors.As(err, &failed) && failed.ConstraintName == "entry_supersedes_fkey":
		return record.NotFound("entry to correct")
	case err != nil:
		return wrap("writing entries", err)
	}
	if added, err := done.RowsAffected(); err != nil || added == int64(n) {
		return wrap("writing entries", err)
	}
	_, err = sentBefore(ctx, tx, entries)
	return err
}

// sentBefore says whether the very same entries stand already. Another entry under the id of
// one of them is refused.
func sentBefore(ctx context.Context, tx *sqlx.Tx, entries []record.Entry) (bool, error) {
	ids, digests := make([]string, len(entries)), make([][]byte, len(entries))
	for i, e := range entries {
		ids[i], digests[i] = string(e.ID), e.Digest
	}
	var stand struct{ Same, Other int }
	err := tx.GetContext(ctx, &stand, `select count(*) filter (where e.digest = s.digest) as same,
		count(*) filter (where e.digest <> s.digest) as other
		from unnest($1::uuid[], $2::bytea[]) s (id, digest) join entry e using (id)`, ids, digests)
	switch {
	case err != nil:
		return false, wrap("looking for entries", err)
	case stand.Other > 0:
		return false, &record.Problem{Kind: record.Stale, Title: "Two entries under one id",
			Detail: "Another entry was sent under this id. Send yours again under an id of its own."}
	}
	return stand.Same == len(entries), nil
}
