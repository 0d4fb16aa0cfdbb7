package postgres_test

import (
	"context"
	"testing"
	"time"

	"github.com/segmentio/encoding/json"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/localdb/testing"
	"utensil/internal/postgres"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stores"
	"utensil/internal/workshop/torque"
)

// untold are the tables of which nobody is told, each with the reason.
var untold = map[string]string{
	"goose_db_version": "the schema's own",
	"joint_found":      "written with its entry",
	"practised":        "shown to who practises, who has the answer",
	"refused_sign_in":  "looked up when somebody looks for it: telling would let a stranger wake every tablet",
	"released_sheet":   "written with the entry that releases",
	"shop_stamp":       "counts what others tell",
	"sign_in_try":      "as refused sign-ins",
	"signing":          "made once",
	"stamp":            "counts what others tell",
}

// What the program keeps is told of when it changes, or says why not; and no table is declared
// that is not there.
func TestEveryTableIsToldOfOrSaysWhyNot(t *testing.T) {
	store, _, _ := inShop(t)
	var tables []string
	require.NoError(t, store.DB().Select(&tables, `select relname from pg_class
		where relkind = 'r' and relnamespace = 'public'::regnamespace`))
	told := map[string]record.Changing{}
	for _, c := range postgres.Changes() {
		told[c.Name] = c
		assert.Contains(t, tables, c.Name)
		assert.True(t, len(c.Again) > 0 || c.Name == "sessions", "%s: nobody looks again", c.Name)
	}
	for _, table := range tables {
		assert.NotEqual(t, told[table].Name == table, untold[table] != "",
			"%s is declared, or has a reason, and not both", table)
	}
}

// heard is what one listener was told.
type heard struct {
	About string
	Again []string
}

// Another program listens, and hears of every row that is written in the shop's registers.
func TestARegisterTellsOfItsRows(t *testing.T) {
	store, who, job := inShop(t)
	ctx, stop := context.WithCancel(t.Context())
	defer stop()
	said := make(chan heard, 100)
	go postgres.Listen(ctx, dbtest.URLOf(t, store), func(change string) {
		var h heard
		if change != "" {
			assert.NoError(t, json.Unmarshal([]byte(change), &h))
		}
		said <- h
	})
	next := func() heard {
		select {
		case h := <-said:
			return h
		case <-time.After(10 * time.Second):
			require.Fail(t, "nothing was heard")
			return heard{}
		}
	}
	require.Empty(t, next().About, "it listens now")
	gauge := gaugeshelf.PressureGauge{ID: record.NewID(), Name: "Stand pump", Most: 11}
	drawer := stores.Stocked{ID: record.NewID(), Code: "NL-900", Name: "Chain", Kind: "chain", Grade: "new",
		Particulars: map[string]string{"speeds": "10"}}
	for _, c := range []struct {
		about string
		again []string
		write func() error
	}{
		{"wrench", []string{"wrenches", "job"}, func() error {
			return store.SaveWrench(t.Context(), torque.Wrench{ID: record.NewID(), Name: "Small one", Min: 2, Max: 20})
		}},
		{"bottle", []string{"bottles", "bleeds", "job"}, func() error {
			return store.SaveBottle(t.Context(),
				fluid.Bottle{ID: record.NewID(), Name: "Oil", Family: "mineral", Volume: 500})
		}},
		{"pressure_gauge", []string{"gauges", "job"},
			func() error { return store.SavePressureGauge(t.Context(), gauge) }},
		{"gauge_check", []string{"gauges", "job"}, func() error {
			return store.AddGaugeCheck(t.Context(), gauge.ID,
				gaugeshelf.GaugeCheck{ID: record.NewID(), Against: "2214", By: who.ID,
					At: time.Now()})
		}},
		{"stock_item", []string{"stores", "job", "candidates"},
			func() error { return store.SaveStock(t.Context(), drawer) }},
		{"entry", []string{"job", "bike", "today"},
			func() error { return store.Append(t.Context(), job.ID, written(who, job, "a note")) }},
	} {
		t.Run(c.about, func(t *testing.T) {
			require.NoError(t, c.write())
			is := next()
			assert.Equal(t, c.about, is.About)
			assert.ElementsMatch(t, c.again, is.Again)
		})
	}
}

// A start finds its triggers as it declares them, and makes them where somebody took them away.
func TestTriggersAreMadeAnew(t *testing.T) {
	store, _, _ := inShop(t)
	made := func() (n int) {
		require.NoError(t, store.DB().Get(&n, `select count(*) from pg_trigger where tgname in ('told', 'counted')`))
		return n
	}
	before := made()
	_, err := store.DB().Exec(`drop function told_wrench() cascade; comment on table shop_stamp is 'of another version'`)
	require.NoError(t, err)
	assert.Equal(t, before-1, made())
	require.NoError(t, store.Migrate(t.Context()))
	assert.Equal(t, before, made())
	var others int // those that migrations of before made would tell and count twice
	require.NoError(t, store.DB().Get(&others, `select count(*) from pg_trigger where tgname in ('tell', 'tell_photo', 'tell_aside',
		'tell_end', 'stamped')`))
	assert.Zero(t, others)
}

// Rows of the three registers answer alike: a stale one with what stands, one that is not there
// as not there, one of a name that is taken by what to do.
func TestRegistersAnswerAlike(t *testing.T) {
	store, _, _ := inShop(t)
	id := record.NewID()
	for what, save := range map[string]func(id record.ID, name string, version int) error{
		"wrench": func(id record.ID, name string, version int) error {
			return store.SaveWrench(t.Context(), torque.Wrench{ID: id, Name: name, Min: 2, Max: 20, Version: version})
		},
		"gauge": func(id record.ID, name string, version int) error {
			return store.SavePressureGauge(t.Context(),
				gaugeshelf.PressureGauge{ID: id, Name: name, Most: 11, Version: version})
		},
		"bottle": func(id record.ID, name string, version int) error {
			return store.SaveBottle(t.Context(),
				fluid.Bottle{ID: id, Name: name, Family: "mineral", Volume: 500, Version: version})
		},
	} {
		t.Run(what, func(t *testing.T) {
			require.NoError(t, save(id, "One", 0))
			require.NoError(t, save(id, "Another", 0), "sent twice it stands as it was")
			require.NoError(t, save(id, "Two", 1))
			err := save(id, "Three", 1)
			require.Equal(t, record.Stale, kind(t, err))
			var stale *record.Problem
			require.ErrorAs(t, err, &stale)
			text, err := json.Marshal(stale.Current)
			require.NoError(t, err)
			assert.Contains(t, string(text), `"name":"Two"`)
			assert.Equal(t, record.Missing, kind(t, save(record.NewID(), "Four", 3)))
			if what != "bottle" { // two of one name may stand on the shelf
				assert.Equal(t, record.Invalid, kind(t, save(record.NewID(), "Two", 0)))
			}
		})
	}
}

// A hose that is measured while somebody changes its gauge takes nothing away from them.
func TestAHoseIsNoChangeOfItsGauge(t *testing.T) {
	store, _, _ := inShop(t)
	gauge := gaugeshelf.PressureGauge{ID: record.NewID(), Name: "Stand pump", Most: 11}
	require.NoError(t, store.SavePressureGauge(t.Context(), gauge))
	require.NoError(t, store.SetGaugeHose(t.Context(), gauge.ID, gaugeshelf.GaugeHose{}))
	gauge.Name, gauge.Version = "Pump by the door", 1
	require.NoError(t, store.SavePressureGauge(t.Context(), gauge))
	assert.Equal(t, record.Missing, kind(t, store.SetGaugeHose(t.Context(), record.NewID(), gaugeshelf.GaugeHose{})))
	all, err := store.PressureGauges(t.Context())
	require.NoError(t, err)
	assert.NotNil(t, all[0].Hose)
}
