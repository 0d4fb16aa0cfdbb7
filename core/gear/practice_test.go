package gear_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/gear"
)

var practised = gear.Drivetrain{Teeth: []int{11, 13, 15, 17, 20, 23, 26, 30, 34}, Spacing: 4.34, Pull: 2.55, Ratio: 1.7,
	Thread: 0.8,
	Turns:  4, Barrel: 4, Screw: 0.9, GapTurn: -4, Clicks: 8}

func practice(t require.TestingT, seed uint64, level int) *gear.Practice {
	p, err := gear.NewPractice(practised, seed, level)
	require.NoError(t, err)
	return p
}

func do(t require.TestingT, p *gear.Practice, acts ...gear.Act) {
	for _, a := range acts {
		require.NoError(t, p.Do(a))
	}
}

// A slack cable is won by the barrel alone: out until every climb is crisp.
func TestAPracticeGearIsWonByWhatHelps(t *testing.T) {
	p := practice(t, 7, 1)
	assert.False(t, p.Right())
	do(t, p, gear.SignIt)
	assert.False(t, p.Won, "nobody signs what is not crisp")
	before := p.Off()
	for n := 0; !p.Right(); n++ {
		require.Less(t, n, 12)
		do(t, p, gear.BarrelOut)
	}
	assert.Greater(t, p.Off(), before, "out moves the pulley towards the spokes")
	assert.Equal(t, 1, p.Adjustments, "turned on and on it is one adjustment")
	do(t, p, gear.SignIt)
	assert.True(t, p.Won)
	require.Error(t, p.Do(gear.BarrelIn), "it is over")
}

func TestWhatABarrelCannotCure(t *testing.T) {
	p := practice(t, 3, 5)
	for range 8 {
		do(t, p, gear.BarrelOut)
		assert.False(t, p.Right())
	}
	do(t, p, gear.BendBack, gear.NewCable)
	for n := 0; !p.Right(); n++ {
		require.Less(t, n, 30)
		do(t, p, gear.BarrelIn)
	}
}

// Every level is one that the program itself brings to where every shift is crisp, in few adjustments.
func TestTheProgramWinsEveryPracticeGear(t *testing.T) {
	for level := range gear.Levels {
		for seed := range uint64(8) {
			own, err := practice(t, 41+seed, level+1).Own()
			require.NoError(t, err)
			assert.Positive(t, own.Adjustments, "level %d, seed %d", level+1, seed)
			assert.LessOrEqual(t, own.Adjustments, 6, "level %d, seed %d", level+1, seed)
			assert.True(t, own.Settled, "level %d, seed %d", level+1, seed)
		}
	}
}

// The same seed hides the same, and no order of acts breaks it.
func TestAPracticeGearIsTheSameForItsSeed(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		seed, level := rapid.Uint64Max(1<<53).Draw(t, "seed"), rapid.IntRange(1, len(gear.Levels)).Draw(t, "level")
		p, again := practice(t, seed, level), practice(t, seed, level)
		for _, a := range rapid.SliceOfN(rapid.SampledFrom([]gear.Act{gear.ShiftUp, gear.ShiftDown,
			gear.BarrelOut, gear.TurnLowIn, gear.LayGauge,
			gear.PushMech}), 0, 12).Draw(t, "acts") {
			first, second := p.Do(a), again.Do(a)
			assert.Equal(t, first == nil, second == nil)
			assert.Equal(t, p.At, again.At)
			assert.Equal(t, p.Done, again.Done)
		}
	})
}

func TestPracticeThatCannotBe(t *testing.T) {
	_, err := gear.NewPractice(practised, 1, 9)
	require.Error(t, err)
	p := practice(t, 1, 1)
	require.Error(t, p.Do("paint"))
	for range 4 {
		_ = p.Do(gear.ShiftDown)
	}
}
