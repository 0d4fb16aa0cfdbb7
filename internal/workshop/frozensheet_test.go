package workshop_test

import (
	"compress/gzip"
	"encoding/json"
	"os"
	"regexp"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// A sheet is kept as the view's JSON: what is read back says the same, for every job of the golden corpus.
func TestAViewThatIsKeptReadsTheSame(t *testing.T) {
	c := openCorpus(t)
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	for _, k := range c.Jobs {
		shop := workshop.New(&archive{shop: c.Shop, job: k.record(t)}, book, func() time.Time { return c.Now })
		view, err := shop.Job(t.Context(), k.Job.ID)
		require.NoError(t, err)
		was, err := json.Marshal(view)
		require.NoError(t, err)
		var read workshop.JobView
		require.NoError(t, json.Unmarshal(was, &read))
		is, err := json.Marshal(read)
		require.NoError(t, err)
		assert.JSONEq(t, string(was), string(is))
	}
}

// What was handed over while a view was told in one piece is read as it was told then.
func TestTheFirstFormOfASheetIsRead(t *testing.T) {
	packed, err := os.Open("testdata/form1.json.gz")
	require.NoError(t, err)
	defer packed.Close()
	text, err := gzip.NewReader(packed)
	require.NoError(t, err)
	var old struct {
		Job  record.ID
		View map[string]json.RawMessage
	}
	require.NoError(t, json.NewDecoder(text).Decode(&old))
	old.View["title"] = json.RawMessage(`"As it was told"`)
	text1, err := json.Marshal(old.View)
	require.NoError(t, err)
	frozen, err := door.Freeze(door.Frozen{Form: 1}, text1)
	require.NoError(t, err)

	c := openCorpus(t)
	k := c.Jobs[slices.IndexFunc(c.Jobs, func(k kept) bool { return k.Job.ID == old.Job })]
	r := k.record(t)
	r.Job.ReleasedAt = &c.Now
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	shop := workshop.New(&archive{shop: c.Shop, job: r, kept: &frozen}, book, func() time.Time { return c.Now })
	view, err := shop.Job(t.Context(), old.Job)
	require.NoError(t, err)
	said, err := json.Marshal(view)
	require.NoError(t, err)
	var now struct {
		Parts map[string]map[string]json.RawMessage
	}
	require.NoError(t, json.Unmarshal(said, &now))
	core := map[string]json.RawMessage{}
	require.NoError(t, json.Unmarshal(said, &core))
	stand := map[string][2]string{"points": {"walk", "points"}, "distance": {"walk", "distance"},
		"bolts":    {"bolts", "bolts"},
		"wrenches": {"bolts", "wrenches"}, "tray": {"bolts", "tray"},
		"air": {"air", "pressures"}, "air_bench": {"air", "bench"}, "pressure_gauges": {"air", "gauges"},
		"brakes": {"brakes", "sides"}, "guides": {"guides", "offers"}, "gears": {"gears", "benches"},
		"gears_known": {"gears", "known"},
		"gear_notes":  {"gears", "notes"}, "gear_families": {"gears", "families"}, "strips": {"strips", "strips"},
		"assemblies": {"strips", "assemblies"}, "oiling": {"strips", "oiling"}, "wheels": {"wheels", "benches"},
		"wheel_hurts": {"wheels", "hurts"}}
	// What goes on beside a job that was handed over is as it is now.
	goesOn := []string{"job", "link", "messages", "call_backs", "earlier_jobs", "sequence"}
	for name, was := range old.View {
		is := core[name]
		if at, moved := stand[name]; moved {
			is = now.Parts[at[0]][at[1]]
		}
		if name == "leaving" { // what was a hunt, or a run, is settled at the place of that name
			was = regexp.MustCompile(`"(hunt|run)":\s*true`).ReplaceAll(was, []byte(`"place": "$1"`))
		}
		if !slices.Contains(goesOn, name) {
			assert.JSONEq(t, string(was), string(is), name)
		}
	}
}
