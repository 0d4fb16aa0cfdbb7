package brake_test

import (
	"fmt"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/brake"
)

func TestABikeIsHeldBackOnlyWhereThatIsCheaper(t *testing.T) {
	// One stands here and one comes in 36 days; a bottle is used for 30. Holding the first
	// back for six days saves a bottle.
	waiting := []brake.Waiting{{Job: "here", Need: 30, Due: 10}, {Job: "comes", Need: 30, Ready: 36, Due: 50}}
	for _, c := range []struct {
		name              string
		price, wait       int64
		due               float64
		held              float64
		fresh             int
		total, once, idle int64
	}{
		{"a dear bottle", 1800, 200, 10, 6, 1, 3000, 3600, 1200},
		{"a cheap one", 1100, 200, 10, 0, 2, 2200, 2200, 0},
		{"promised before", 1800, 200, 5, 0, 2, 3600, 3600, 0},
		{"waiting is free", 1100, 0, 10, 6, 1, 1100, 2200, 0},
	} {
		t.Run(c.name, func(t *testing.T) {
			waiting[0].Due = c.due
			b, err := brake.Shelf{Days: 30, Bottle: 250, Price: c.price, Wait: c.wait}.Plan(waiting)
			require.NoError(t, err)
			assert.Equal(t, c.fresh, b.Fresh, c.name)
			assert.Equal(t, brake.Bled{Job: "here", Held: c.held}, b.Openings[0].Bleeds[0], c.name)
			assert.Equal(t, []int64{c.total, c.once, c.idle}, []int64{b.Total, b.AtOnce, b.Waits}, c.name)
		})
	}
	b, err := brake.Shelf{Left: 100, Usable: 5, Days: 30, Bottle: 250, Price: 1800, Wait: 200}.Plan(waiting)
	require.NoError(t, err)
	assert.Equal(t, []string{"here"}, b.Now, "the open bottle is first, and it lasts five days only")
	for _, odd := range []brake.Waiting{{Need: 0}, {Need: 501}, {Need: 30, Ready: -1}, {Need: math.NaN()}} {
		_, err := brake.Shelf{Days: 30, Bottle: 250}.Plan([]brake.Waiting{odd})
		assert.Error(t, err, "%+v", odd)
	}
}

// partings calls see with every way to part n things into groups.
func partings(n int, see func(group []int)) {
	group := make([]int, n)
	var part func(i, groups int)
	part = func(i, groups int) {
		if i == n {
			see(group)
			return
		}
		for g := range groups + 1 {
			group[i] = g
			part(i+1, max(groups, g+1))
		}
	}
	part(0, 0)
}

func TestNoOtherPartingOfTheBleedsIsCheaper(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		shelf := brake.Shelf{Days: 30, Bottle: 1000, Price: rapid.Int64Range(0, 5000).Draw(t, "price"),
			Wait: rapid.Int64Range(0, 500).Draw(t, "wait")}
		var waiting []brake.Waiting
		for i := range rapid.IntRange(1, 6).Draw(t, "jobs") {
			ready := float64(rapid.IntRange(0, 120).Draw(t, "ready"))
			waiting = append(waiting, brake.Waiting{Job: fmt.Sprint(i), Need: 30, Ready: ready, Due: ready +
				float64(rapid.IntRange(0, 40).Draw(t, "slack"))})
		}
		got, err := shelf.Plan(waiting)
		if err != nil {
			t.Fatal(err)
		}
		best := int64(math.MaxInt64)
		partings(len(waiting), func(group []int) {
			total := int64(0)
			for g := range slices.Max(group) + 1 {
				first, last := math.Inf(1), 0.0
				for i, w := range waiting {
					if group[i] == g {
						first, last = min(first, w.Ready), max(last, w.Ready)
					}
				}
				day := max(first, last-shelf.Days)
				total += shelf.Price
				for i, w := range waiting {
					if group[i] != g {
						continue
					}
					if max(day, w.Ready) > w.Due {
						return // a promise broken
					}
					total += int64(max(0, day-w.Ready)) * shelf.Wait
				}
			}
			best = min(best, total)
		})
		if got.Total != best {
			t.Fatalf("%d, and the best of all partings is %d", got.Total, best)
		}
	})
}
