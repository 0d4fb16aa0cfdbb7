package gear_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/mat"
	"pgregory.net/rapid"

	"utensil/core/gear"
)

// The fitted wave is that of gonum's least squares over a constant, a cosine and a sine.
func TestAHangerIsTheFirstHarmonicOfItsReadings(t *testing.T) {
	const reach = 300.0
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(4, 12).Draw(t, "readings")
		readings := make([]gear.GaugeReading, n)
		a, b := mat.NewDense(n, 3, nil), mat.NewDense(n, 1, nil)
		for i := range readings {
			readings[i] = gear.GaugeReading{Clock: float64(i) * 12 / float64(n),
				Gap: rapid.Float64Range(-20, 20).Draw(t, "gap")}
			angle := readings[i].Clock / 12 * 2 * math.Pi
			a.SetRow(i, []float64{1, math.Cos(angle), math.Sin(angle)})
			b.Set(i, 0, readings[i].Gap)
		}
		var x mat.Dense
		require.NoError(t, x.Solve(a, b))
		h, err := gear.HangerBend(readings, reach)
		require.NoError(t, err)
		assert.InDelta(t, math.Atan(x.At(1, 0)/reach)*180/math.Pi, h.Tilt, 1e-9)
		assert.InDelta(t, 2*math.Hypot(x.At(1, 0), x.At(2, 0)), h.Spread, 1e-9)
		// Mirrored readings give the mirrored bend.
		for i := range readings {
			readings[i].Gap = -readings[i].Gap
		}
		mirrored, err := gear.HangerBend(readings, reach)
		require.NoError(t, err)
		assert.InDelta(t, -h.Tilt, mirrored.Tilt, 1e-9)
		assert.InDelta(t, -h.Toe, mirrored.Toe, 1e-9)
		assert.Equal(t, h.Do, mirrored.Do)
	})
}

// Above 12 mm, below 0, to both sides 6: the arm comes nearest below, by 6/300 rad = 1.15 degrees.
func TestWhereAHangerLeans(t *testing.T) {
	h, err := gear.HangerBend([]gear.GaugeReading{{0, 12}, {3, 6}, {6, 0}, {9, 6}}, 300)
	require.NoError(t, err)
	assert.InDelta(t, 1.146, h.Tilt, 0.001)
	assert.InDelta(t, 0, h.Toe, 1e-9)
	assert.InDelta(t, 6, h.Clock, 1e-9)
	assert.Equal(t, "bend", h.Do)
	straight, err := gear.HangerBend([]gear.GaugeReading{{0, 5}, {3, 4}, {6, 4}, {9, 6}}, 300)
	require.NoError(t, err)
	assert.Equal(t, "leave", straight.Do)
	_, err = gear.HangerBend([]gear.GaugeReading{{0, 5}, {6, 4}, {12, 5}}, 300)
	require.ErrorContains(t, err, "one line")
	_, err = gear.HangerBend([]gear.GaugeReading{{0, 5}, {6, 4}}, 300)
	require.Error(t, err)
}

// A cage half a degree out spoils it all: the clamp comes before the cable, the cable before the screws
// (common practice, no published source).
func TestAFrontMechInItsOrder(t *testing.T) {
	for name, c := range map[string]struct {
		cage gear.Cage
		what string
		says string
	}{
		"turned":        {gear.Cage{Height: 2, Angle: 1.5, Rings: 2, Over: "large"}, "clamp", "First the clamp"},
		"too high":      {gear.Cage{Height: 6, Rings: 2, Climbs: true}, "clamp", "stands 6.0 mm over it"},
		"over the edge": {gear.Cage{Height: 2, Rings: 2, Climbs: true, Over: "large"}, "high", "an eighth at a time"},
		"falls inside":  {gear.Cage{Height: 2, Rings: 2, Climbs: true, Over: "small"}, "low", "falls inside"},
		"no climb":      {gear.Cage{Height: 2, Rings: 2}, "cable", "barrel out a quarter"},
		"middle inner": {gear.Cage{Height: 2, Rings: 3, Climbs: true,
			Rubs: map[int]gear.Rub{1: gear.RubsInner}}, "cable", "Barrel in"},
		"right": {gear.Cage{Height: 2, Rings: 2, Climbs: true}, "nothing", "trim"},
	} {
		t.Run(name, func(t *testing.T) {
			out, err := c.cage.Front()
			require.NoError(t, err)
			assert.Equal(t, c.what, out[0].What)
			assert.Contains(t, out[0].Says, c.says)
		})
	}
	_, err := gear.Cage{Rings: 5}.Front()
	require.Error(t, err)
	_, err = gear.Cage{Rings: 2, Height: 2, Rubs: map[int]gear.Rub{4: gear.RubsInner}}.Front()
	require.Error(t, err)
}
