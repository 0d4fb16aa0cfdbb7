package postgres

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"maps"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"
	"github.com/segmentio/encoding/json"

	"utensil/internal/workshop/record"
)

// changing declares a table whose rows change while others look at them. All that happens then,
// the notice on the channel "changes" and the stamps that what is remembered of a job goes by, is
// made from its declaration.
type changing struct {
	table string
	on    string // what of it is told: insert, update of some columns
	// statement tells once for all rows that are written together; nothing of the single row can
	// be named then.
	statement bool
	// names are the SQL of what a notice says of the row, by its name there: job, bike, entry.
	names map[string]string
	again []string // as in record.Changing
	draws []draw   // what else a row is about
	// counts is PL/pgSQL that counts in the stamps what was worked out from the row, as it is
	// about to commit; empty where no job's record has anything of it.
	counts string
}

// draw is a row that is about something besides: an entry that takes a part out of a drawer.
type draw struct {
	when    string // SQL
	again   []string
	counted bool // in the shop's stamp: what every job reads was changed
}

// What a change counts, in PL/pgSQL.
const (
	countsShop   = `perform stamp_shop();`
	countsBike   = `perform stamp_bike(new.bike_id);`
	countsOfAJob = `perform stamp_bike(j.bike_id) from job j where j.id = new.job_id;`
)

const written = "insert or update"

// changes are all of them. A table that is not among them is told to nobody: a test asks for the reason.
var changes = []changing{
	entryChanges, jobChanges, bikeChanges, ownerChanges, settingsChanges, staffChanges, linkChanges,
	messageChanges, photoChanges,
	knowledgeChanges, wrenchRegister.changes, readingChanges, callBackChanges, bottleRegister.changes,
	stockChanges, gaugeRegister.changes,
	gaugeCheckChanges, deviceChanges, sessionChanges,
}

// Changes lists what everybody who listens is told of.
func Changes() []record.Changing {
	var list []record.Changing
	for _, c := range changes {
		again := slices.Clone(c.again)
		for _, d := range c.draws {
			again = append(again, d.again...)
		}
		slices.Sort(again)
		again = slices.Compact(again)
		list = append(list, record.Changing{Name: c.table, Again: again})
	}
	return list
}

// sql makes the triggers of a table, told and counted.
func (c changing) sql() string {
	var out strings.Builder
	each := "row"
	if c.statement {
		each = "statement"
	}
	fmt.Fprintf(&out, `create function told_%[1]s() returns trigger language plpgsql as $$
declare
    what jsonb := jsonb_build_object('about', '%[1]s', 'again', '%s'::jsonb);
begin
`, c.table, listOf(c.again))
	for _, name := range slices.Sorted(maps.Keys(c.names)) {
		fmt.Fprintf(&out, "    what := what || jsonb_build_object('%s', %s);\n", name, c.names[name])
	}
	for _, d := range c.draws {
		if len(d.again) > 0 {
			fmt.Fprintf(&out, "    if %s then what := jsonb_set(what, '{again}', what->'again' || '%s'); end if;\n",
				d.when, listOf(d.again))
		}
	}
	fmt.Fprintf(&out, `    perform pg_notify('changes', what::text);
    return null;
end $$;
create trigger told after %s on %s for each %s execute function told_%[2]s();
`, c.on, c.table, each)
	if c.counts == "" {
		return out.String()
	}
	fmt.Fprintf(&out, "create function counted_%s() returns trigger language plpgsql as $$\nbegin\n    %s\n", c.table,
		c.counts)
	var drawn []string
	for _, d := range c.draws {
		if d.counted {
			drawn = append(drawn, d.when)
		}
	}
	if len(drawn) > 0 {
		fmt.Fprintf(&out, "    if %s then %s end if;\n", strings.Join(drawn, "\n        or "), countsShop)
	}
	fmt.Fprintf(&out, `    return null;
end $$;
create constraint trigger counted after %s on %s deferrable initially deferred for each row execute function counted_%[2]s();
`, c.on, c.table)
	return out.String()
}

// listOf is names as JSON.
func listOf(names []string) string {
	text, _ := json.Marshal(append([]string{}, names...)) // cannot fail
	return string(text)
}

// declare makes the triggers of the declarations, where those of others stand, of an older
// migration or none. They are exchanged in one transaction: what is written meanwhile by another
// server waits, and is told and counted.
func (s *Store) declare(ctx context.Context) error {
	var all strings.Builder
	for _, c := range changes {
		all.WriteString(c.sql())
	}
	sum := sha256.Sum256([]byte(all.String()))
	digest := hex.EncodeToString(sum[:])
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		// Two that begin at once wait for each other; the second finds it done.
		if _, err := tx.ExecContext(ctx, `select pg_advisory_xact_lock(hashtext('changes'))`); err != nil {
			return wrap("locking the triggers", err)
		}
		var stands bool
		if err := tx.GetContext(ctx, &stands,
			`select coalesce(obj_description('shop_stamp'::regclass), '') = $1`, digest); err != nil || stands {
			return wrap("reading which triggers stand", err)
		}
		var old []string
		err := tx.SelectContext(ctx, &old, `select format('drop function %s cascade', p.oid::regprocedure) from pg_proc p
			where p.pronamespace = current_schema()::regnamespace and (p.proname like 'told\_%' or p.proname like 'counted\_%'
				or p.proname in ('tell', 'tell_device', 'tell_session_end', 'stamped'))`)
		if err != nil {
			return wrap("reading the triggers", err)
		}
		for _, query := range append(old, all.String(), `comment on table shop_stamp is '`+digest+`'`) {
			if _, err := tx.ExecContext(ctx, query); err != nil {
				return wrap("making the triggers", err)
			}
		}
		return nil
	})
}
