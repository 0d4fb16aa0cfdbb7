package gear_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/gear"
)

// Bead seats by ISO 5775: D = 622 + 2 × 32 = 686 mm; π · 0.686 · 46/20 = 4.957 m; 686/25.4 · 46/20 = 62.1 in.
func TestDevelopmentAndInches(t *testing.T) {
	w := gear.Wheel{Seat: 622, Width: 32}
	assert.InDelta(t, 4.957, w.Development(46, 20, 1), 0.001)
	assert.InDelta(t, 62.12, w.Inches(46, 20, 1), 0.01)
}

// A sprocket of 22 teeth in place of 20 lowers every gear to 20/22 (common practice, no published source).
func TestTwoTeethMoreLowerEveryGear(t *testing.T) {
	w := gear.Wheel{Seat: 559, Width: 47}
	hub := []float64{0.63, 0.8, 1, 1.25, 1.6}
	before, err := gear.Gears([]int{46}, []int{20}, hub, w)
	require.NoError(t, err)
	after, err := gear.Gears([]int{46}, []int{22}, hub, w)
	require.NoError(t, err)
	require.Len(t, after, 5)
	for i := range before {
		assert.InDelta(t, 20.0/22, after[i].Development/before[i].Development, 1e-12)
		assert.InDelta(t, before[i].Step, after[i].Step, 1e-12, "no step changes")
	}
}

func TestGearsStandFromTheLowest(t *testing.T) {
	all, err := gear.Gears([]int{34, 50}, []int{11, 13, 15, 17, 19, 22, 25, 28, 32}, nil,
		gear.Wheel{Seat: 622, Width: 28})
	require.NoError(t, err)
	require.Len(t, all, 18)
	assert.Equal(t, []int{34, 32}, []int{all[0].Ring, all[0].Sprocket})
	for i := range all[1:] {
		assert.GreaterOrEqual(t, all[i+1].Step, 0.0)
	}
}

// By hand: 75 kg at 10 %, v = 2 m/s, c_r 0.005, c_dA 0.4: sin and cos of atan 0.1 are 0.0995 and 0.9950;
// 75·9.81·(0.0995 + 0.005·0.9950) + ½·1.2·0.4·4 = 73.21 + 3.66 + 0.96 = 77.83 N; × 2 / 0.97 = 160.5 W.
func TestWhatAHillAsks(t *testing.T) {
	r := gear.Rider{Power: 160.5, Mass: 75, Rolling: 0.005, Area: 0.4, Cadence: 60}
	assert.InDelta(t, 160.5, r.Needs(0.1, 2), 0.3)
	steepest, err := r.Climbs(2) // 2 m at 60 turns a minute are 2 m/s
	require.NoError(t, err)
	assert.InDelta(t, 0.1, steepest, 0.0005)
	rapid.Check(t, func(t *rapid.T) {
		low := rapid.Float64Range(1, 6).Draw(t, "development")
		a, err := r.Climbs(low)
		require.NoError(t, err)
		b, err := r.Climbs(low * 1.2)
		require.NoError(t, err)
		assert.Greater(t, a, b, "a lower gear climbs steeper")
	})
	_, err = gear.Rider{Power: 5000, Mass: 75, Rolling: 0.005, Area: 0.4, Cadence: 60}.Climbs(2)
	require.Error(t, err)
}

// The capstan equation (Euler, Eytelwein): µ = 0.1 round half a turn keeps e^(-0.1π) = 0.7304 of the pull.
func TestWhatBendsCost(t *testing.T) {
	p, err := gear.PathOf([]gear.Bend{{Name: "loop", Degrees: 180, Slides: 0.1}}, 1.7)
	require.NoError(t, err)
	assert.InDelta(t, math.Exp(-0.1*math.Pi), p.Kept, 1e-12)
	assert.InDelta(t, 0.7304, p.Kept, 1e-4)
	bends := []gear.Bend{{Name: "bar", Degrees: 120, Slides: 0.06}, {Name: "bracket", Degrees: 60, Slides: 0.06},
		{Name: "rear loop", Degrees: 170, Slides: 0.25}}
	p, err = gear.PathOf(bends, 1.7)
	require.NoError(t, err)
	assert.Equal(t, 2, p.Worst, "the rusty short loop costs most")
	assert.Greater(t, p.Better, 0.5*p.Lag)
	bends[2].Slides = 0.05
	fresh, err := gear.PathOf(bends, 1.7)
	require.NoError(t, err)
	assert.Less(t, fresh.Lag, p.Lag)
	_, err = gear.PathOf([]gear.Bend{{Degrees: 900, Slides: 0.1}}, 1.7)
	require.Error(t, err)
}

// Pull × ratio ≈ spacing for what is sold together: 2.8 × 1.7 ≈ 4.8, 2.5 × 1.7 ≈ 4.3, 2.3 × 1.7 ≈ 3.9 (from
// memory of common practice).
func TestWhatGoesTogether(t *testing.T) {
	for _, p := range []gear.Parts{
		{Clicks: 8, Pull: 2.8, Ratio: 1.7, Sprockets: 8, Spacing: 4.8, Chain: 8},
		{Clicks: 9, Pull: 2.55, Ratio: 1.7, Sprockets: 9, Spacing: 4.34, Chain: 9},
		{Clicks: 10, Pull: 2.3, Ratio: 1.7, Sprockets: 10, Spacing: 3.95, Chain: 10},
		{Sprockets: 7},
	} {
		m, err := p.Match()
		require.NoError(t, err)
		assert.True(t, m.Goes, "%+v: %v", p, m.Reasons)
	}
	// By hand: 2.3 × 1.1 = 2.53 mm against 3.95: off by 1.42 mm a click, 12.8 mm by the tenth.
	m, err := gear.Parts{Clicks: 10, Pull: 2.3, Ratio: 1.1, Sprockets: 10, Spacing: 3.95, Chain: 10}.Match()
	require.NoError(t, err)
	assert.False(t, m.Goes)
	assert.InDelta(t, -12.78, m.Off, 0.01)
	assert.Equal(t, 1, m.From)
	m, err = gear.Parts{Clicks: 11, Sprockets: 12, Chain: 10}.Match()
	require.NoError(t, err)
	assert.Len(t, m.Reasons, 2)
}
