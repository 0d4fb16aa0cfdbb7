package wear_test

import (
	"math"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat"
	"gonum.org/v1/gonum/stat/distuv"
	"pgregory.net/rapid"

	"utensil/core/wear"
)

// z90 is the normal quantile of a 90 % interval.
var z90 = distuv.UnitNormal.Quantile(0.95)

func TestTheilSen(t *testing.T) {
	// Seven points as in Sen (1968), J. Am. Stat. Assoc. 63 (values from memory of the paper).
	// By hand: Kendall's variance is 7·6·19/18 = 44.33; at 93 %, 1.812·6.658 = 12.06, so of the
	// 21 slopes the fourth from either end bounds the interval.
	x, y := []float64{1, 2, 3, 4, 10, 12, 18}, []float64{9, 15, 19, 20, 45, 55, 78}
	var seen []wear.Seen
	var slopes []float64
	for i := range x {
		seen = append(seen, wear.Seen{Gone: x[i], Figure: y[i]})
		for j := range i {
			slopes = append(slopes, (y[i]-y[j])/(x[i]-x[j]))
		}
	}
	slices.Sort(slopes)
	trend, ok := wear.TheilSen(seen, distuv.UnitNormal.Quantile(0.965))
	require.True(t, ok)
	assert.InDelta(t, stat.Quantile(0.5, stat.Empirical, slopes, nil), trend.Slope, 1e-9)
	assert.InDelta(t, 4.0, trend.Slope, 1e-9)
	assert.InDelta(t, slopes[3], trend.Low, 1e-9)
	assert.InDelta(t, slopes[len(slopes)-4], trend.High, 1e-9)

	_, ok = wear.TheilSen([]wear.Seen{{10, 1}, {10, 2}}, z90)
	assert.False(t, ok, "two figures at one distance are no trend")
}

// On a clean line it is the least-squares line of gonum; with one slip of the gauge it stays
// near it while least squares does not.
func TestTheilSenAgainstLeastSquares(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		slope, level := rapid.Float64Range(-2, 2).Draw(t, "slope"), rapid.Float64Range(0, 5).Draw(t, "level")
		n := rapid.IntRange(6, 14).Draw(t, "n")
		var seen []wear.Seen
		var xs, ys []float64
		for i := range n {
			x := float64(i*100) + rapid.Float64Range(0, 50).Draw(t, "x")
			xs, ys = append(xs, x), append(ys, level+slope*x)
			seen = append(seen, wear.Seen{Gone: x, Figure: level + slope*x})
		}
		_, beta := stat.LinearRegression(xs, ys, nil, false)
		trend, _ := wear.TheilSen(seen, z90)
		if math.Abs(trend.Slope-beta) > 1e-6 || math.Abs(trend.Level-ys[n-1]) > 1e-6 {
			t.Fatalf("slope %g, least squares %g", trend.Slope, beta)
		}
		seen[rapid.IntRange(0, n-1).Draw(t, "slip")].Figure += 1000
		slipped, _ := wear.TheilSen(seen, z90)
		if slipped.Low > slope+1e-6 || slipped.High < slope-1e-6 {
			t.Fatalf("one slip moved the interval to %g…%g, away from %g", slipped.Low, slipped.High, slope)
		}
	})
}

func TestLife(t *testing.T) {
	shop := wear.Rates{0.5, 0.8, 1.0, 1.2, 2.0} // mm in 1000 km, say
	chainAt := func(figures ...float64) (seen []wear.Seen) {
		for i, f := range figures {
			seen = append(seen, wear.Seen{Gone: float64(i) * 500, Figure: f})
		}
		return seen
	}
	life, ok := chain.LifeOf(chainAt(0.1, 0.2, 0.3), nil, z90)
	require.True(t, ok)
	assert.Equal(t, wear.OwnTrend, life.Basis)
	assert.InDelta(t, 1000, life.Left, 1e-6, "0.2 % to go at 0.1 % in 500 km")

	life, ok = pad.LifeOf([]wear.Seen{{0, 3}}, wear.Rates{0.0005, 0.0008, 0.001, 0.0012, 0.002}, z90)
	require.True(t, ok)
	assert.Equal(t, wear.ShopsRates, life.Basis, "one reading rests on the shop's other bikes, and says so")
	assert.Equal(t, 5, life.Seen)
	assert.InDelta(t, 2000, life.Left, 1e-6)
	assert.InDelta(t, 1000, life.Least, 1e-6)
	assert.InDelta(t, 4000, life.Most, 1e-6)

	life, ok = chain.LifeOf(chainAt(0.1, 0.2), nil, z90)
	require.True(t, ok)
	assert.InDelta(t, 1500, life.Left, 1e-6)
	assert.InDelta(t, 750, life.Least, 1e-6, "two figures fix a line, not how sure it is: half to double")
	assert.InDelta(t, 3000, life.Most, 1e-6)
	_, ok = pad.LifeOf([]wear.Seen{{0, 3}}, shop[:3], z90)
	assert.False(t, ok, "three lives are no experience")
	life, ok = pad.LifeOf(chainAt(3, 2, 0.9), nil, z90)
	require.True(t, ok)
	assert.Zero(t, life.Left, "past its limit, nothing is left")
	life, ok = chain.LifeOf(chainAt(0.1, 0.3, 0.2, 0.25), nil, z90)
	require.True(t, ok)
	assert.True(t, math.IsInf(life.Most, 1), "a trend that may be flat has no end")
	_, ok = chain.LifeOf(chainAt(0.3, 0.2), nil, z90)
	assert.False(t, ok, "a chain does not grow shorter")
}

func TestLivesAndFaster(t *testing.T) {
	seen := []wear.Seen{{0, 3.5}, {1000, 2.5}, {2000, 1.4}, {2100, 3.6}, {3000, 1.8}}
	lives := pad.Lives(seen, 0.3)
	require.Len(t, lives, 2)
	times, ok := pad.Faster(lives[1], lives[0])
	require.True(t, ok)
	assert.InDelta(t, 2.0/1.05, times, 0.01, "2.0 mm in 1000 km after 1.05")
	_, ok = pad.Faster(lives[1][:1], lives[0])
	assert.False(t, ok)
}

// More room never shortens a life, and the middle stays between its bounds.
func TestLifeKeepsItsOrder(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var seen []wear.Seen
		for i := range rapid.IntRange(1, 6).Draw(t, "n") {
			seen = append(seen, wear.Seen{Gone: float64(i) * 300, Figure: rapid.Float64Range(0, 4).Draw(t, "figure")})
		}
		life, ok := pad.LifeOf(seen, wear.Rates{0.0004, 0.0005, 0.001, 0.0015, 0.003}, z90)
		if ok && (life.Least < 0 || life.Least > life.Left+1e-9 || life.Left > life.Most+1e-9) {
			t.Fatalf("%g … %g … %g", life.Least, life.Left, life.Most)
		}
	})
}

func TestDistance(t *testing.T) {
	day := func(n int) time.Time { return time.Date(2026, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, n) }
	start := day(0)
	for _, c := range []struct {
		name         string
		odometer     []wear.Odometer
		rides        []wear.Odometer
		weekly       float64
		unit         string
		at40, perDay float64
	}{
		{"nothing known", nil, nil, 0, "days", 40, 1},
		{"a weekly distance", nil, nil, 70, "km", 400, 10},
		{"an odometer", []wear.Odometer{{day(50), 1500}, {day(0), 1000}}, nil, 70, "km", 1400, 10},
		{"one reading is no distance", []wear.Odometer{{day(50), 1500}}, nil, 0, "days", 40, 1},
		{"a new odometer", []wear.Odometer{{day(0), 900}, {day(20), 1000}, {day(40), 100},
			{day(50), 150}}, nil, 0, "km", 1100, 5},
		{"rides", nil, []wear.Odometer{{day(10), 50}, {day(20), 60}, {day(40), 40}}, 0, "km", 150, 100.0 / 30},
	} {
		t.Run(c.name, func(t *testing.T) {
			d := wear.NewDistance(start, c.odometer, c.rides, c.weekly)
			assert.Equal(t, c.unit, d.Unit(), c.name)
			assert.InDelta(t, c.at40, d.Gone(day(40)), 1e-6, c.name)
			assert.InDelta(t, c.perDay, d.PerDay(), 1e-6, c.name)
		})
	}
}
