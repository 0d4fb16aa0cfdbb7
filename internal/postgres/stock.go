package postgres

import (
	"context"
	"errors"

	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jmoiron/sqlx"
	"github.com/segmentio/encoding/json"

	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stores"
)

// held is what is left of an item: what was counted, less what was fitted since, and with what was
// taken back since.
const held = `t.counted
	- (select count(*) from entry e where e.kind = 'fitted' and e.content->'fitted'->>'stock' = t.id::text and e.seq > t.counted_seq)
	+ (select count(*) from entry f join entry x on x.supersedes = f.id where f.kind = 'fitted'
		and f.content->'fitted'->>'stock' = t.id::text and x.seq > t.counted_seq)`

var stockChanges = changing{table: "stock_item", on: written,
	again: []string{"stores", "job", "candidates"}, counts: countsShop}

const stockQuery = `select t.id, t.code, t.name, t.kind, t.particulars, t.grade, ` + held + ` as held, t.least, t.bin, t.price_minor,
	t.cost_minor, t.supplier, t.note, t.past, t.version from stock_item t order by t.kind, t.name, t.code`

var stockOfShop = laying{stores.Stock.Name(), listed(stockQuery)}

// Stock lists what lies in the drawers, by kind and name.
func (s *Store) Stock(ctx context.Context) ([]stores.Stocked, error) {
	var out lines[stores.Stocked]
	err := s.db.GetContext(ctx, &out, listed(stockQuery))
	return out, wrap("reading the stores", err)
}

// SaveStock adds items (version 0) or changes them over the versions given, all or none. What is held
// is counted anew where the item says so.
func (s *Store) SaveStock(ctx context.Context, items ...stores.Stocked) error {
	if len(items) == 0 {
		return nil
	}
	text, err := json.Marshal(items)
	if err != nil {
		return wrap("writing the stores", err)
	}
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		var written int
		err := tx.GetContext(ctx, &written, `with sent as (
				select * from jsonb_to_recordset($1::jsonb) s (id uuid, code text, name text, kind text, particulars jsonb, grade text, held int,
					counting boolean, least int, bin text, price_minor bigint, cost_minor bigint, supplier text, note text, past jsonb, version int)),
			seen as (select coalesce(max(seq), 0) as seq from entry),
			changed as (update stock_item t set code = s.code, name = s.name, kind = s.kind, particulars = s.particulars, grade = s.grade,
				least = s.least, bin = s.bin, price_minor = s.price_minor, cost_minor = s.cost_minor, supplier = s.supplier, note = s.note,
				past = coalesce(s.past, t.past),
				counted = case when s.counting then s.held else t.counted end,
				counted_seq = case when s.counting then seen.seq else t.counted_seq end, version = t.version + 1
				from sent s, seen where t.id = s.id and t.version = s.version and s.version > 0 returning t.id),
			added as (insert into stock_item (id, code, name, kind, particulars, grade, counted, counted_seq, least, bin, price_minor, cost_minor,
					supplier, note, past)
				select s.id, s.code, s.name, s.kind, s.particulars, s.grade, s.held, seen.seq, s.least, s.bin, s.price_minor, s.cost_minor,
					s.supplier, s.note, coalesce(s.past, '[]') from sent s, seen where s.version = 0 on conflict (id) do nothing returning id),
			stood as (select t.id from stock_item t join sent s on t.id = s.id where s.version = 0)
			select (select count(*) from changed) + (select count(*) from added) + (select count(*) from stood)`, string(text))
		var failed *pgconn.PgError
		switch {
		case errors.As(err, &failed) && failed.ConstraintName == "stock_code_key":
			return &record.Problem{Kind: record.Invalid, Title: "Two items of one code", Field: "code",
				Detail: "Another item has that code. Give this one a code of its own."}
		case err != nil:
			return wrap("writing the stores", err)
		case written < len(items):
			return &record.Problem{Kind: record.Stale, Title: "The stores were changed",
				Detail: "Someone else changed an item first. Look at what it says now, and change that."}
		}
		return nil
	})
}

// drawn locks the drawers that entries take from, so that two mechanics do not empty one.
func drawn(ctx context.Context, tx *sqlx.Tx, entries []record.Entry) (ids []string, err error) {
	for _, e := range entries {
		if in := parts.Puttings.In(e.Content); in != nil && in.Stock != nil {
			ids = append(ids, string(*in.Stock))
		}
	}
	if len(ids) > 0 {
		_, err = tx.ExecContext(ctx, `select from stock_item where id = any($1::uuid[]) order by id for update`, ids)
	}
	return ids, wrap("taking from the stores", err)
}

// leftOver refuses what took more out of a drawer than was in it.
func leftOver(ctx context.Context, tx *sqlx.Tx, ids []string) error {
	if len(ids) == 0 {
		return nil
	}
	var name []string
	err := tx.SelectContext(ctx, &name, `select t.name from stock_item t where t.id = any($1::uuid[]) and `+held+` < 0`, ids)
	if err != nil {
		return wrap("taking from the stores", err)
	}
	if len(name) > 0 {
		return &record.Problem{Kind: record.Stale, Title: "Somebody took the last one", Field: "stock",
			Detail: "Nothing is left of “" + name[0] + "”. Take another that fits, or count the drawer anew."}
	}
	return nil
}
