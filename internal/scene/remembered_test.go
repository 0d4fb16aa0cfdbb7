package scene_test

import (
	"strings"
	"testing"
	"time"

	jsonpatch "github.com/evanphx/json-patch/v5"
	"github.com/segmentio/encoding/json"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/postgres"
	"utensil/internal/workshop"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// seen is the first screen and its jobs, as one server shows them.
func seen(t *testing.T, shop *workshop.Workshop) map[record.ID]string {
	t.Helper()
	text := func(v any, err error) string {
		require.NoError(t, err)
		out, err := json.Marshal(v)
		require.NoError(t, err)
		return string(out)
	}
	today, err := shop.Today(t.Context())
	all := map[record.ID]string{"today": text(today, err)}
	for _, j := range today.Jobs {
		v, err := shop.Job(t.Context(), j.ID)
		all[j.ID] = text(v, err)
	}
	return all
}

// tablet holds the jobs as it was told them, by what has changed where it can.
type tablet struct {
	held   map[record.ID][]byte
	shorts int // answers that told only what had changed
}

// reads asks for every job of the first screen, and puts what has changed into what it holds.
func (d *tablet) reads(t *testing.T, shop *workshop.Workshop) map[record.ID]string {
	t.Helper()
	today, err := shop.Today(t.Context())
	require.NoError(t, err)
	now := map[record.ID]string{}
	for _, j := range today.Jobs {
		v, err := shop.Job(t.Context(), j.ID)
		require.NoError(t, err)
		var before struct{ Edition string }
		if text := d.held[j.ID]; text != nil {
			require.NoError(t, json.Unmarshal(text, &before))
		}
		v, err = v.Told(nil, before.Edition)
		require.NoError(t, err)
		text, err := v.Encoded()
		require.NoError(t, err)
		if v.ContentType("") != "" {
			changes, err := jsonpatch.DecodePatch(text)
			require.NoError(t, err)
			text, err = changes.Apply(d.held[j.ID])
			require.NoError(t, err)
			d.shorts++
		}
		d.held[j.ID], now[j.ID] = text, string(text)
	}
	return now
}

// lendsChart writes the chart of a leg into an earlier job of a bike.
const lendsChart = `insert into entry (id, job_id, bike_id, kind, by, at, digest, content)
	select gen_random_uuid(), o.id, o.bike_id, 'leg_chart', o.opened_by, $2, '', '{"leg_chart": {"leg": "fork", "source": "s", "rows": [],
	"chart": [{"kg": 60, "from_bar": 4, "to_bar": 4}, {"kg": 99, "from_bar": 6, "to_bar": 6}]}}'
	from job o where o.bike_id = $1 order by o.opened_at limit 1`

// changing is what one job, its bike and its shop can be told while a server remembers them.
type changing struct {
	sql           func(query string, args ...any) func()
	records       func(record.Content) func()
	job, bike, by record.ID
	now           time.Time
}

// change is one thing that somebody changes.
type change struct {
	what   string
	change func()
}

func (c changing) all() []change {
	return []change{
		{"a note", c.records(record.Notes.Says(record.Note{Text: "Said elsewhere."}))},
		{"a reading", c.records(inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "0.9"}))},
		{"an entry that came late into an earlier job", c.sql(`insert into entry (id, job_id, bike_id, kind, by, at, digest, content)
			select gen_random_uuid(), o.id, o.bike_id, 'odometer', o.opened_by, $2, '', '{"odometer": {"km": 4711, "typed": "4711"}}'
			from job o where o.bike_id = $1 order by o.opened_at limit 1`, c.bike, c.now)},
		{"the bike", c.sql(`update bike set make = 'Windlass', model = 'Brackenfoot', version = version + 1 where id = $1`, c.bike)},
		{"the chart of a leg, lent by a bike of that model", c.sql(lendsChart, c.bike, c.now)},
		{"the job", c.sql(`update job set stand = 'Stand nine', version = version + 1 where id = $1`, c.job)},
		{"its owner", c.sql(`update owner set phone = '0770 900 2222', version = version + 1
			where id = (select owner_id from bike where id = $1)`, c.bike)},
		{"a wrench's pulls", c.sql(`insert into entry (id, job_id, bike_id, kind, by, at, digest, content)
			select gen_random_uuid(), e.job_id, e.bike_id, 'torque', e.by, $1, '', jsonb_set(e.content, '{torque,wrench}', to_jsonb((select id::text
			from wrench where not retired limit 1))) #- '{torque,was}' from entry e join job j on j.id = e.job_id
			where e.kind = 'torque' and j.released_at is not null and not e.content->'torque' ? 'tool_reading' limit 1`, c.now)},
		{"a wrench", c.sql(`update wrench set name = name || ' (old)', version = version + 1`)},
		{"a reading of a wrench", c.sql(`insert into tool_reading (id, stream, device, seq, at, came, nm, said)
			values (gen_random_uuid(), 's', 'elsewhere', 999, $1, $1, 5.1, 'read')`, c.now)},
		{"a reading put aside", c.sql(`update tool_reading set aside_at = $1, aside_by = $2, aside_why = 'dropped' where seq = 999`,
			c.now, c.by)},
		{"a pressure gauge", c.sql(`update pressure_gauge set name = name || ' (old)', version = version + 1`)},
		{"a gauge that was checked", c.sql(`insert into gauge_check (id, gauge, against, pairs, at, by) select gen_random_uuid(), g.id, 'x',
			'[{"true": "1", "shown": "1.2", "true_bar": 1, "shown_bar": 1.2}]', $1, $2 from pressure_gauge g where not retired limit 1`,
			c.now, c.by)},
		{"a bottle", c.sql(`update bottle set name = name || ' 2', version = version + 1`)},
		{"a drawer", c.sql(`update stock_item set counted = counted + 3, version = version + 1`)},
		{"the settings", c.sql(`update settings set hourly_minor = 5100, version = version + 1`)},
		{"a name", c.sql(`update staff set name = name || ' B', version = version + 1 where id = $1`, c.by)},
		{"a photograph", c.sql(`insert into photo (id, job_id, about, caption, width, height, jpeg, by, at)
			values (gen_random_uuid(), $1, 'door', 'x', 4, 3, 'x', $2, $3)`, c.job, c.by, c.now)},
		{"a photograph taken away", c.sql(`update photo set gone_at = $2 where job_id = $1`, c.job, c.now)},
		{"a link", c.sql(`insert into link (id, job_id, token_hash, made_by, made_at, expires_at)
			values (gen_random_uuid(), $1, 'zz', $2, $3::timestamptz, $3::timestamptz + interval '1 day')`, c.job, c.by, c.now)},
		{"a link answered", c.sql(`update link set answered_at = $2 where job_id = $1`, c.job, c.now)},
		{"a message", c.sql(`insert into message (id, job_id, sent_to, subject, body, made_by, made_at, next_at)
			values (gen_random_uuid(), $1, 'a@b.invalid', 's', 'b', $2, $3, $3)`, c.job, c.by, c.now)},
		{"what came of a message", c.sql(`update message set state = 'failed', problem = 'no such box' where job_id = $1`, c.job)},
		{"a call-back", c.sql(`update call_back set note = 'Rang.', version = version + 1`)},
		{"a release", c.sql(`update job set released_at = $2, version = version + 1 where id = $1`, c.job, c.now)},
		{"a reopening", c.sql(`update job set released_at = null, version = version + 1 where id = $1`, c.job)},
	}
}

// What a server remembers is what a server that was started just now reads, whatever was changed
// and whoever did it: an entry of another server's, what another job of the same bike or shop was
// told, or a row of any table. What the shop's past teaches is read once an hour and is left
// alone here.
func rememberedIsExact(t *testing.T, store *postgres.Store, book *knowledge.Book, now time.Time) {
	clock := func() time.Time { return now }
	remembers := workshop.New(store, book, clock)
	var job, bike, by record.ID
	row := store.DB().QueryRowx(`select j.id, j.bike_id, j.opened_by from job j where j.released_at is null and exists (select from job o
		where o.bike_id = j.bike_id and o.id <> j.id) and exists (select from entry e where e.job_id = j.id and e.kind = 'torque')
		order by j.number limit 1`)
	require.NoError(t, row.Scan(&job, &bike, &by))
	before, told := seen(t, remembers), tablet{held: map[record.ID][]byte{}}
	told.reads(t, remembers)
	sql := func(query string, args ...any) func() {
		return func() {
			done, err := store.DB().Exec(query, args...)
			require.NoError(t, err)
			rows, err := done.RowsAffected()
			require.NoError(t, err)
			require.NotZero(t, rows)
		}
	}
	records := func(c record.Content) func() {
		return func() {
			other := workshop.New(store, book, clock)
			_, err := other.Record(t.Context(), record.Actor{ID: by, Role: record.Keeper}, job,
				record.NewEntry{ID: record.NewID(), Content: c})
			require.NoError(t, err)
		}
	}
	for _, c := range (changing{sql, records, job, bike, by, now}).all() {
		c.change()
		after, fresh := seen(t, remembers), seen(t, workshop.New(store, book, clock))
		changed := false
		for id := range fresh {
			changed = changed || fresh[id] != before[id]
			if fresh[id] != after[id] {
				at := 0
				for at < min(len(fresh[id]), len(after[id])) && fresh[id][at] == after[id][at] {
					at++
				}
				from := max(0, at-200)
				assert.Fail(t, "not as it is", "%s, job %s: …%.260s\nremembered: …%.260s", c.what, id,
					fresh[id][from:], after[id][from:])
			}
		}
		assert.True(t, changed, "%s shows nowhere", c.what)
		whole := tablet{held: map[record.ID][]byte{}}
		all := whole.reads(t, remembers)
		for job, text := range told.reads(t, remembers) {
			assert.True(t, strings.HasPrefix(all[job], strings.TrimSuffix(after[job], "}")), "what is sent is the view")
			assert.JSONEq(t, all[job], text, "%s: what is told as changes comes to the whole", c.what)
		}
		before = after
	}
	assert.Greater(t, told.shorts, 20, "only what changed is told")
}
