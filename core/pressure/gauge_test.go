package pressure_test

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/pressure"
)

var day = time.Date(2026, 8, 12, 9, 0, 0, 0, time.UTC)

func checked(t *testing.T, g pressure.Gauge, pairs ...pressure.Pair) pressure.Gauge {
	t.Helper()
	held, err := g.Held(pairs, day)
	require.NoError(t, err)
	return held
}

// The sums of this table were done by hand.
func TestWhatAGaugeSaysIsPutRight(t *testing.T) {
	pump := checked(t, pressure.Gauge{Most: 11}, pressure.Pair{Shown: 5.5, True: 5.2},
		pressure.Pair{Shown: 3.2, True: 3})
	for _, c := range []struct {
		what        string
		shown, true float64
		tried       bool
	}{
		{"at a pair", 3.2, 3, true},
		{"half way between two", 4.35, 4.1, true},
		{"below the lowest it is as far off as there", 1.2, 1, false},
		{"above the highest likewise", 7, 6.7, false},
		{"never below nothing", 0.1, 0, false},
	} {
		t.Run(c.what, func(t *testing.T) {
			assert.InDelta(t, c.true, pump.True(c.shown), 1e-9)
			assert.Equal(t, c.tried, pump.Tried(c.shown))
		})
	}
	assert.Equal(t, 2.0, pressure.Gauge{Most: 11}.True(2), "nobody knows better before a check")
}

// A class is a share of the whole scale (EN 837-1, from memory): a pump's gauge of 11 bar and
// class 2.5 may be 0.275 bar off, which is a twentieth of a road tyre's pressure and more than a
// quarter of a wide tyre's.
func TestAClassIsOfTheWholeScale(t *testing.T) {
	pump := pressure.Gauge{Most: 11, Class: 0.025}
	assert.InDelta(t, 0.275, pump.Doubt(1), 1e-9)
	assert.InDelta(t, 0.275, pump.Doubt(6), 1e-9)
	assert.InDelta(t, 0.44, pressure.Gauge{Most: 11}.Doubt(1), 1e-9, "the coarsest class where its face names none")

	sound := checked(t, pump, pressure.Pair{Shown: 5.25, True: 5})
	assert.True(t, sound.Sound())
	off := checked(t, pump, pressure.Pair{Shown: 2, True: 2}, pressure.Pair{Shown: 5.3, True: 5})
	assert.False(t, off.Sound())
	worst, _ := off.Worst()
	assert.Equal(t, 5.3, worst.Shown)
	assert.InDelta(t, 0.08, off.Doubt(4), 1e-9, "where it was checked, its needle decides")
}

func TestWhatNoGaugeShowsIsRefused(t *testing.T) {
	g := pressure.Gauge{Most: 6}
	for _, c := range []struct {
		what  string
		pairs []pressure.Pair
		says  string
	}{
		{"nothing", nil, "one to 8"},
		{"psi beside bar", []pressure.Pair{{Shown: 2, True: 29}}, "another unit"},
		{"beyond its scale", []pressure.Pair{{Shown: 6.5, True: 6}}, "ends at 6 bar"},
		{"a needle that sticks", []pressure.Pair{{Shown: 2, True: 1.8}, {Shown: 2, True: 2.4}}, "sticks"},
		{"one that falls back", []pressure.Pair{{Shown: 2, True: 1.8}, {Shown: 1.9, True: 2.4}}, "sticks"},
		{"one pressure twice", []pressure.Pair{{Shown: 2, True: 2}, {Shown: 2.1, True: 2}}, "twice"},
		{"no number", []pressure.Pair{{Shown: math.NaN(), True: 2}}, "nothing or more"},
	} {
		t.Run(c.what, func(t *testing.T) {
			_, err := g.Held(c.pairs, day)
			assert.ErrorContains(t, err, c.says)
		})
	}
	for _, bad := range []pressure.Gauge{{Most: 0}, {Most: 110}, {Most: 6, Class: 2.5}, {Most: 6, Months: -1}} {
		assert.Error(t, bad.Validate(), "%+v", bad)
	}
}

func TestACheckGrowsOld(t *testing.T) {
	g := pressure.Gauge{Most: 11, Months: 6}
	assert.Contains(t, g.Due(day), "never")
	g = checked(t, g, pressure.Pair{Shown: 3, True: 3})
	assert.Empty(t, g.Due(day.AddDate(0, 5, 27)))
	assert.Equal(t, "Its check of 12 August 2026 is older than 6 months.", g.Due(day.AddDate(0, 6, 0)))
	g.Months = 0
	assert.Empty(t, g.Due(day.AddDate(9, 0, 0)))
}

// Whatever a check found, what is shown and what is true lead back to each other, and more air
// never shows as less.
func TestShownAndTrueLeadBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		g := pressure.Gauge{Most: rapid.Float64Range(1, 30).Draw(t, "most")}
		var pairs []pressure.Pair
		shown, is := 0.0, 0.0
		for range rapid.IntRange(1, pressure.MostPairs).Draw(t, "pairs") {
			step := g.Most / 10
			shown += step * rapid.Float64Range(0.8, 1.2).Draw(t, "shown")
			is += step * rapid.Float64Range(0.8, 1.2).Draw(t, "true")
			pairs = append(pairs, pressure.Pair{Shown: min(shown, g.Most), True: is})
		}
		g, err := g.Held(pairs, day)
		if err != nil {
			t.Fatal(err)
		}
		a := rapid.Float64Range(0, g.Most).Draw(t, "a")
		b := rapid.Float64Range(0, g.Most).Draw(t, "b")
		if g.True(min(a, b)) > g.True(max(a, b))+1e-9 {
			t.Fatalf("%v shows less air than %v", max(a, b), min(a, b))
		}
		if v := g.True(a); v > 0 && math.Abs(g.Shows(v)-a) > 1e-9 {
			t.Fatalf("%v bar shown is %v, which shows as %v", a, v, g.Shows(v))
		}
		if worst, _ := g.Worst(); math.Abs(g.True(a)-a) > math.Abs(worst.Off())+1e-9 {
			t.Fatalf("put right by more than it was ever found off")
		}
	})
}

func TestStepsLieOnItsScale(t *testing.T) {
	assert.Equal(t, []float64{0, 3, 6, 8}, pressure.Gauge{Most: 11}.Steps())
	assert.Equal(t, []float64{0, 0.5, 1, 1.5}, pressure.Gauge{Most: 2}.Steps())
	assert.Equal(t, []float64{0, 6, 13, 19}, pressure.Gauge{Most: 25}.Steps())
	assert.Equal(t, []float64{0, 0.4, 0.8, 1.1}, pressure.Gauge{Most: 1.5}.Steps())
}
