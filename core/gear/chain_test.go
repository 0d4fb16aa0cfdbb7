package gear_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/gear"
	"utensil/core/measure"
)

// The usual closed formula L = 2C + (N1+N2)/2 + ((N1-N2)/2π)²/C is to agree with tangents and arcs to a
// tenth of a per cent for sizes of bicycles.
func TestTheRuleOfThumbAgreesWithTangentsAndArcs(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		front, rear := rapid.IntRange(20, 60).Draw(t, "front"), rapid.IntRange(10, 52).Draw(t, "rear")
		between := rapid.Float64Range(390, 700).Draw(t, "between")
		exact, err := gear.TwoSprockets(front, rear, between)
		require.NoError(t, err)
		assert.InEpsilon(t, exact, gear.RuleOfThumb(front, rear, between), 0.001)
		// Equal sprockets: twice the distance and once round.
		same, err := gear.TwoSprockets(front, front, between)
		require.NoError(t, err)
		assert.InDelta(t, 2*between/12.7+float64(front), same, 1e-9)
	})
}

// Two teeth more want about half an inch more of chain: one link (common practice, no published source).
func TestTwoTeethMoreWantHalfAnInch(t *testing.T) {
	with20, err := gear.TwoSprockets(46, 20, 460)
	require.NoError(t, err)
	with22, err := gear.TwoSprockets(46, 22, 460)
	require.NoError(t, err)
	assert.InDelta(t, 12.7, (with22-with20)*12.7, 1.6)
}

func TestAnAxleLiesWhereItsChainHasIt(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		front, rear := rapid.IntRange(28, 56).Draw(t, "front"), rapid.IntRange(12, 26).Draw(t, "rear")
		links := 2 * rapid.IntRange(48, 60).Draw(t, "pairs")
		slot, err := gear.Axle(front, rear, links, 400, 480, 430)
		require.NoError(t, err)
		if slot.Between < 200 {
			return
		}
		length, err := gear.TwoSprockets(front, rear, slot.Between)
		require.NoError(t, err)
		assert.InDelta(t, float64(links), length, 1e-6)
		assert.Equal(t, slot.Between >= 400-0.01 && slot.Between <= 480.01, slot.Fits)
	})
}

func TestAChainForAMech(t *testing.T) {
	// By hand: 50 × 34 teeth, 410 mm: the tangents' chain is 2·410/12.7 + 42 +
	// (16/2π)²/(410/12.7) = 106.77 links; past the mech and a pair more: 110 by the usual rule.
	d, err := gear.WithMech([]int{34, 50}, []int{11, 13, 15, 17, 19, 22, 25, 28, 30, 34}, 410, 0,
		gear.Mech{TakesUp: 39, Largest: 34, Cage: 75})
	require.NoError(t, err)
	assert.Equal(t, 110, d.Thumb)
	assert.Zero(t, d.Links%2, "inner meets outer")
	assert.GreaterOrEqual(t, float64(d.Links), d.Least)
	assert.InDelta(t, d.Thumb, d.Links, 2)
	assert.Equal(t, 39, d.Asked)
	assert.Empty(t, d.Reasons)

	short, err := gear.WithMech([]int{30, 50}, []int{11, 42}, 410, 0, gear.Mech{TakesUp: 33, Largest: 34, Cage: 50})
	require.NoError(t, err)
	assert.Len(t, short.Reasons, 3, "teeth to take up, the largest sprocket, and slack on the smallest")
	longer, err := gear.WithMech([]int{30, 50}, []int{11, 42}, 410, 25, gear.Mech{TakesUp: 51, Largest: 42, Cage: 90})
	require.NoError(t, err)
	assert.Greater(t, longer.Links, short.Links, "a suspension that lengthens the stay wants more")
}

// ISO 9633 (from memory): 24 half-links are 304.8 mm; 1/16 in more is 0.52 %, 1/8 in more 1.04 %.
func TestElongation(t *testing.T) {
	for length, worn := range map[float64]float64{304.8: 0, 304.8 + 25.4/16: 0.52, 304.8 + 25.4/8: 1.04} {
		is, err := gear.Elongation(length, 24)
		require.NoError(t, err)
		assert.InDelta(t, worn, is, 0.005)
	}
}

func TestTensionByHowFarTheMiddleMoves(t *testing.T) {
	// Common practice, no published source: at most 2.5 % of the run, less where the rider brakes
	// through the chain.
	for _, c := range []struct {
		moves    float64
		brakes   bool
		expected string
	}{{2, false, "tight"}, {10, false, "right"}, {11, false, "right"}, {12, false, "slack"},
		{8, true, "right"}, {10, true, "slack"}} {
		is, err := gear.Tension(c.moves, 450, c.brakes)
		require.NoError(t, err)
		assert.Equal(t, c.expected, is, "%g mm, brakes %v", c.moves, c.brakes)
	}
}

// What a mech is made for is no alarm: one ring of 32, sprockets of 10 to 51, a mech that clears
// 51, at its maker's length of once round the largest pair and a pair of links; with a stay that
// grows by 25 mm as well. Common practice, no published source.
func TestWhatAMechIsMadeForIsNoAlarm(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		stay, grows := rapid.Float64Range(405, 460).Draw(t, "stay"),
			rapid.SampledFrom([]float64{0, 25}).Draw(t, "grows")
		mech := gear.Mech{TakesUp: rapid.SampledFrom([]int{0, 41, 47}).Draw(t, "takes up"), Largest: 51,
			Cage: rapid.Float64Range(70, 100).Draw(t, "cage")}
		d, err := gear.WithMech([]int{32}, []int{10, 12, 14, 16, 18, 21, 24, 28, 33, 39, 45, 51}, stay, grows, mech)
		require.NoError(t, err)
		assert.Empty(t, d.Reasons)
		assert.Equal(t, d.Thumb, d.Links)
		assert.True(t, d.Least <= float64(d.Links) && float64(d.Links) <= d.Most)
	})
	beyond, err := gear.WithMech([]int{32}, []int{10, 52}, 435, 0, gear.Mech{TakesUp: 41, Largest: 51, Cage: 93})
	require.NoError(t, err)
	assert.Len(t, beyond.Reasons, 2, "what it is not made for is said: teeth, and the largest")
}

func TestChainsThatCannotBe(t *testing.T) {
	wrong := func(err error) string {
		var invalid *measure.FieldError
		require.ErrorAs(t, err, &invalid)
		return invalid.Field
	}
	_, err := gear.TwoSprockets(44, 18, 0)
	assert.Equal(t, "between_mm", wrong(err))
	_, err = gear.TwoSprockets(60, 60, 200)
	assert.Equal(t, "between_mm", wrong(err), "they touch")
	_, err = gear.TwoSprockets(4, 18, 430)
	assert.Equal(t, "front", wrong(err))
	_, err = gear.Elongation(math.NaN(), 24)
	assert.Equal(t, "length_mm", wrong(err))
	_, err = gear.Axle(44, 18, 104, 430, 410, 430)
	assert.Equal(t, "to_mm", wrong(err))
	_, err = gear.WithMech(nil, []int{11}, 410, 0, gear.Mech{Cage: 60})
	assert.Equal(t, "rings", wrong(err))
	_, err = gear.Tension(-1, 430, false)
	assert.Equal(t, "moves_mm", wrong(err))
}

// What is shown as right is what is judged as right, whoever brakes through the chain.
func TestTensionIsShownAsItIsJudged(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		between, brakes := rapid.Float64Range(300, 700).Draw(t, "between"), rapid.Bool().Draw(t, "brakes")
		moves := rapid.Float64Range(0.1, 29).Draw(t, "moves")
		verdict, err := gear.Tension(moves, between, brakes)
		require.NoError(t, err)
		right := gear.TensionScale(between, brakes).Target
		assert.Equal(t, verdict == "right", moves >= right.From && moves <= right.To)
	})
}
