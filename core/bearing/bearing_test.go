package bearing_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/integrate/quad"
	"pgregory.net/rapid"

	"utensil/core/bearing"
	"utensil/core/measure"
)

func kind(id string, bore, outside, width float64, angles ...float64) bearing.Kind {
	k := bearing.Kind{ID: id, Bore: bore, Outside: outside, Width: width, Seats: []string{"hub"},
		Source: "ISO 15, from memory"}
	if len(angles) == 2 {
		k.Inner, k.Outer, k.Seats = angles[0], angles[1], []string{"headset"}
	}
	return k
}

// ISO 15 boundary dimensions, mm; headsets from memory.
var known = []bearing.Kind{
	kind("608", 8, 22, 7), kind("688", 8, 16, 5), kind("6000", 10, 26, 8), kind("6001", 12, 28, 8),
	kind("6200", 10, 30, 9),
	kind("6800", 10, 19, 5), kind("6801", 12, 21, 5), kind("6802", 15, 24, 5), kind("6803", 17, 26, 5),
	kind("6804", 20, 32, 7),
	kind("6805", 25, 37, 7), kind("6806", 30, 42, 7), kind("6900", 10, 22, 6), kind("6901", 12, 24, 6),
	kind("6902", 15, 28, 7),
	kind("6903", 17, 30, 7), kind("6904", 20, 37, 9),
	kind("h36", 30.15, 41, 6.5, 36, 45), kind("h45", 30.15, 41.8, 6.5, 45, 45), kind("h8", 30.5, 41.8, 8, 45, 45),
	kind("h52", 40, 52, 7, 36, 45), kind("h49", 37, 49, 7, 36, 45),
}

// A bearing measured exactly, or a tenth off in each direction, is the one it is.
func TestEveryBearingIsKnownByItsDimensions(t *testing.T) {
	for _, k := range known {
		t.Run(k.ID, func(t *testing.T) {
			for _, off := range []float64{0, 0.1, -0.1} {
				g, err := bearing.Identify(known,
					bearing.Measured{Bore: k.Bore + off, Outside: k.Outside - off, Width: k.Width + off,
						Inner: k.Inner, Outer: k.Outer, Error: 0.1}, "", "")
				require.NoError(t, err)
				assert.Equal(t, k.ID, g.List[0].ID, "%+.1f", off)
				assert.Greater(t, g.List[0].Chance, 0.8, "%+.1f", off)
			}
		})
	}
}

func TestTwoOfThreeDimensionsTell(t *testing.T) {
	g, err := bearing.Identify(known, bearing.Measured{Bore: 15, Outside: 24, Error: 0.1}, "hub", "")
	require.NoError(t, err)
	assert.Equal(t, "6802", g.List[0].ID)
	g, _ = bearing.Identify(known, bearing.Measured{Width: 7, Error: 0.1}, "hub", "")
	assert.Less(t, g.List[0].Chance, 0.5, "a width alone tells little")
	assert.NotEmpty(t, g.Apart)
}

func TestWhatIsNoneOfOursIsSaidToBe(t *testing.T) {
	for _, m := range []bearing.Measured{
		{Bore: 13, Outside: 25, Width: 6, Error: 0.05}, {Bore: 22, Outside: 37, Width: 8, Error: 0.05},
		{Bore: 10, Outside: 26, Width: 5, Error: 0.05},
	} {
		t.Run(fmt.Sprint(m.Bore), func(t *testing.T) {
			g, err := bearing.Identify(known, m, "", "")
			require.NoError(t, err)
			assert.Greater(t, g.None, 0.9, "%+v", g.List)
		})
	}
}

func TestWhatTellsTwoApart(t *testing.T) {
	two := []bearing.Kind{kind("thin", 30.15, 41, 6.5, 36, 45), kind("steep", 30.15, 41, 6.5, 45, 45)}
	g, err := bearing.Identify(two, bearing.Measured{Bore: 30.1, Outside: 41, Width: 6.5, Error: 0.1}, "headset", "")
	require.NoError(t, err)
	assert.Contains(t, g.Apart, "bevel at the bore tells them apart")
	g, _ = bearing.Identify(two, bearing.Measured{Bore: 30.1, Outside: 41, Width: 6.5, Error: 0.1}, "headset", "steep")
	assert.Equal(t, "steep", g.List[0].ID, "what sat there before counts")
	near := []bearing.Kind{kind("a", 15, 28, 7), kind("b", 15, 28.2, 7)}
	g, _ = bearing.Identify(near, bearing.Measured{Bore: 15, Outside: 28.1, Width: 7, Error: 0.5}, "", "")
	assert.Contains(t, g.Apart, "take a finer one")
}

// A finer tool never makes the truth less likely, where it reads the truth.
func TestASmallerErrorNeverMakesTheTruthLessLikely(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.SampledFrom(known).Draw(t, "bearing")
		coarse := rapid.Float64Range(0.02, 1).Draw(t, "coarse")
		fine := coarse * rapid.Float64Range(0.1, 1).Draw(t, "fine")
		chance := func(e float64) float64 {
			g, err := bearing.Identify(known,
				bearing.Measured{Bore: k.Bore, Outside: k.Outside, Width: k.Width, Error: e}, "", "")
			require.NoError(t, err)
			total := g.None
			found := 0.0
			for _, x := range g.List {
				total += x.Chance
				if x.ID == k.ID {
					found = x.Chance
				}
			}
			require.LessOrEqual(t, total, 1+1e-9)
			return found
		}
		require.GreaterOrEqual(t, chance(fine), chance(coarse)-1e-6)
	})
}

func TestBadFiguresAreRefused(t *testing.T) {
	for field, m := range map[string]bearing.Measured{
		"bore":    {Bore: 26, Outside: 10, Error: 0.1},
		"outside": {Bore: 10, Outside: 900, Error: 0.1},
		"width":   {Bore: 10, Width: -1, Error: 0.1},
		"inner":   {Bore: 10, Inner: math.NaN(), Error: 0.1},
		"error":   {Bore: 10},
	} {
		t.Run(field, func(t *testing.T) {
			_, err := bearing.Identify(known, m, "", "")
			var refused *measure.FieldError
			require.ErrorAs(t, err, &refused)
			assert.Equal(t, field, refused.Field)
		})
	}
	_, err := bearing.Identify(known, bearing.Measured{Error: 0.1}, "", "")
	assert.ErrorContains(t, err, "Measure the bore")
}

// Grushka (1972), Analytical Chemistry 44: the density integrates to one; checked through what is
// believed of one bearing against none of ours over all figures that it may give.
func TestTheDensityOfAWornFigureIsADensity(t *testing.T) {
	one := []bearing.Kind{kind("one", 10, 26, 8)}
	for _, e := range []float64{0.02, 0.1, 0.5} {
		t.Run(fmt.Sprint(e), func(t *testing.T) {
			density := func(bore float64) float64 {
				g, err := bearing.Identify(one, bearing.Measured{Bore: bore, Error: e}, "", "")
				require.NoError(t, err)
				return (1 - g.None) / g.None * 0.02 / 50 / 0.98 // odds × the density of none of ours
			}
			whole := quad.Fixed(density, 10-10*e-1, 10, 4000, nil, 0) + quad.Fixed(density, 10, 10+10*e+1, 4000, nil, 0)
			assert.InDelta(t, 1, whole, 0.01)
		})
	}
}

func TestPlayByHand(t *testing.T) {
	// 1 mm at a rim of 311 mm radius, rows 60 mm apart: 1 × 30/311 = 0.0965 mm, about a tenth of a turn.
	play, turn, err := bearing.Hub{Pitch: 1, Rows: 60}.Takes(1, 311)
	require.NoError(t, err)
	assert.InDelta(t, 0.09646, play, 1e-5)
	assert.InDelta(t, 0.09646, turn, 1e-5)
	_, _, err = bearing.Hub{Pitch: 10, Rows: 60}.Takes(1, 311)
	assert.ErrorContains(t, err, "cannot be")
}

func TestVerdicts(t *testing.T) {
	for _, c := range []struct {
		feel   string
		sealed bool
		do     string
	}{
		{"smooth", true, "keep"}, {"dry", false, "clean"}, {"dry", true, "replace"},
		{"loose", false, "adjust"}, {"loose", true, "replace"},
		{"notchy", false, "replace"}, {"gravelly", true, "replace"}, {"gravelly", false, "clean"},
	} {
		t.Run(fmt.Sprint(c.feel, c.sealed), func(t *testing.T) {
			v, known := bearing.Judge(c.feel, c.sealed)
			require.True(t, known)
			assert.Equal(t, c.do, v.Do)
			assert.NotEmpty(t, v.Why)
		})
	}
	_, known := bearing.Judge("purple", true)
	assert.False(t, known)
}

func ExampleIdentify() {
	g, err := bearing.Identify(known, bearing.Measured{Bore: 15.03, Outside: 27.96, Width: 7,
		Error: 0.1, Worn: true}, "hub", "")
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println(g.List[0].ID, g.List[0].Size())
	// Output: 6902 15 × 28 × 7
}
