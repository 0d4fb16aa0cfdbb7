package postgres_test

import (
	"encoding/json"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/estimate"
	"utensil/internal/localdb/testing"
	"utensil/internal/postgres"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// past writes entries of one bike straight into the store.
type past struct {
	t               *testing.T
	store           *postgres.Store
	staff, bike, at record.ID
}

func newPast(t *testing.T, store *postgres.Store) *past {
	p := &past{t, store, record.NewID(), record.NewID(), record.NewID()}
	owner := record.NewID()
	for _, q := range []string{
		`insert into staff (id, name, role, active, secret) values ('` + string(p.staff) +
			`', 'Ida', 'keeper', true, '')`,
		`insert into owner (id, name) values ('` + string(owner) + `', 'Ansel')`,
		`insert into bike (id, owner_id, make, facts, weekly_km) values ('` + string(p.bike) + `', '` +
			string(owner) + `', 'Pelham', '{}', 70)`,
		`insert into job (id, bike_id, depth, words, opened_at, opened_by) values ('` + string(p.at) +
			`', '` + string(p.bike) +
			`', 'repair', 'x', now(), '` + string(p.staff) + `')`,
	} {
		_, err := store.DB().Exec(q)
		require.NoError(t, err, q)
	}
	return p
}

func (p *past) writes(daysAgo int, c record.Content, supersedes *record.ID) record.ID {
	p.t.Helper()
	text, err := json.Marshal(c)
	require.NoError(p.t, err)
	id := record.NewID()
	_, err = p.store.DB().Exec(`insert into entry (id, job_id, bike_id, kind, supersedes, by, at, digest, content) values ($1, $2, $3, $4,
		$5, $6, now() - make_interval(days => $7), '', $8)`,
		id, p.at, p.bike, c.Kind(), supersedes, p.staff, daysAgo, string(text))
	require.NoError(p.t, err)
	return id
}

func (p *past) done(daysAgo int, operation string) record.ID {
	item := p.writes(daysAgo+1, agree.Items.Says(agree.Item{Operation: operation, Title: operation}), nil)
	return p.writes(daysAgo, agree.Works.Says(agree.Work{Item: item}), nil)
}

// A rescue held when no new pads or rotor came on the same brake within the time; one that is
// too fresh, or was taken back, does not count.
func TestRescuesAreCountedByWhatCameAfter(t *testing.T) {
	store := dbtest.Open(t)
	p := newPast(t, store)
	p.done(700, "rescue-front")
	p.done(660, "pads-disc-front") // did not hold
	p.done(500, "rescue-front")
	p.done(480, "pads-disc-rear") // the other brake: it held
	p.done(300, "rescue-rear")
	p.done(150, "rotor-rear") // after the time: it held
	p.done(20, "rescue-front")
	back := p.done(400, "rescue-rear")
	p.writes(399, record.Withdrawals.Says(record.Withdrawn{}), &back)
	record, err := store.Rescues(t.Context(), map[string][]string{
		"rescue-front": {"pads-disc-front", "rotor-front"},
		"rescue-rear":  {"pads-disc-rear", "rotor-rear"}}, 120*24*time.Hour)
	require.NoError(t, err)
	assert.Equal(t, estimate.Record{Held: 2, Tried: 3}, record)
}

func TestLatestReadingsLeaveCorrectedOnesOut(t *testing.T) {
	store := dbtest.Open(t)
	p := newPast(t, store)
	figure := func(v float64) record.Content {
		return inspect.Readings.Says(inspect.Reading{Point: "chain", Value: &v})
	}
	p.writes(90, figure(0.1), nil)
	slip := p.writes(30, figure(0.9), nil)
	p.writes(30, figure(0.3), &slip)
	p.writes(20, inspect.Readings.Says(inspect.Reading{Point: "headset", Word: "Smooth"}), nil)
	got, err := store.LatestReadings(t.Context(), 10)
	require.NoError(t, err)
	require.Len(t, got, 2)
	assert.Equal(t, []float64{0.3, 0.1}, []float64{got[0].Value, got[1].Value})
	assert.Equal(t, 70, got[0].Weekly)
	got, err = store.LatestReadings(t.Context(), 1)
	require.NoError(t, err)
	assert.Len(t, got, 1)
}
