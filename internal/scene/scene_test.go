package scene_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/sync/errgroup"

	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/postgres"
	"utensil/internal/scene"
	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

func TestTheSceneIsWholeAndAlwaysTheSame(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	// Noon of yesterday: a bike can only have gone today once the day is a few hours old.
	y, m, d := time.Now().AddDate(0, 0, -1).Date()
	now := time.Date(y, m, d, 12, 0, 0, 0, time.UTC)
	store, again := dbtest.Open(t), dbtest.Open(t)
	both, ctx := errgroup.WithContext(t.Context())
	for _, s := range []*postgres.Store{store, again} {
		both.Go(func() error { return scene.Build(ctx, s, book, now) })
	}
	require.NoError(t, both.Wait())

	shop := workshop.New(store, book, func() time.Time { return now })
	today, err := shop.Today(t.Context())
	require.NoError(t, err)
	groups, stages, late := map[workshop.Group]int{}, map[record.Stage]int{}, 0
	for _, j := range today.Jobs {
		groups[j.Group]++
		stages[j.Stage]++
		if j.Late {
			late++
		}
	}
	for _, g := range []workshop.Group{workshop.AtTheDoor, workshop.OnStand, workshop.Waiting,
		workshop.Ready, workshop.Gone} {
		assert.NotZero(t, groups[g], "nobody is %s", g)
	}
	for _, s := range record.Stages[1:] {
		assert.NotZero(t, stages[s], "no job stands at %s", s)
	}
	assert.Equal(t, 1, late, "one bike is late")

	for _, what := range []string{"Torque again", "DOT fluid"} {
		assert.True(t, slices.ContainsFunc(today.CallBacks,
			func(c record.CallBack) bool { return strings.Contains(c.What, what) }),
			"nobody is to come back: %s", what)
	}

	found, err := shop.Search(t.Context(), "")
	require.NoError(t, err)
	kinds := map[string]bool{}
	for _, f := range found {
		kinds[f.Bike.Facts.Kind] = true
	}
	assert.GreaterOrEqual(t, len(found), 12)
	assert.GreaterOrEqual(t, len(kinds), 12)

	var first time.Time
	require.NoError(t, store.DB().Get(&first, `select min(at) from entry`))
	assert.Greater(t, now.Sub(first), 700*24*time.Hour, "two years of history")

	prints := make([]string, 2)
	for i, s := range []*postgres.Store{store, again} {
		require.NoError(t, s.DB().Get(&prints[i],
			`select md5(string_agg(id::text || at::text || content::text, '' order by seq)) from entry`))
	}
	assert.Equal(t, prints[0], prints[1], "told twice at one moment, the scene is the same")
	assert.Len(t, scene.SignIns(), 3)
	fmt.Println(len(found), "bikes,", len(today.Jobs), "jobs today")
	t.Run("what is remembered of it is exact", func(t *testing.T) { rememberedIsExact(t, again, book, now) })
}
