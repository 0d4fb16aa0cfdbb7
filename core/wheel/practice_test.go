package wheel

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

var practisedAim = Aim{Wobble: 0.3, Hop: 0.5, Dish: 1, Uneven: 0.2, Most: 1200, Least: 350}

// Whatever is hidden, the program's own plans make it true, and signing says so and nothing else does.
func TestAPracticeWheelComesTrueByTheProgramsPlans(t *testing.T) {
	for level := 1; level <= len(Levels); level++ {
		for seed := range uint64(6) {
			p, err := NewPractice(rear(), practisedAim, seed, level)
			require.NoError(t, err)
			own, err := p.Own()
			require.NoError(t, err)
			assert.True(t, own.True, "level %d, seed %d", level, seed)
			require.NoError(t, p.Do(Act{Do: "sign"}))
			assert.False(t, p.Won)
			assert.Contains(t, p.Said, "Not yet")
			for round := 0; round < mostRounds && !p.Won; round++ {
				require.NoError(t, p.Do(Act{Do: "spin"}))
				require.NoError(t, p.Do(Act{Do: "pluck"}))
				turns, err := p.Advice()
				require.NoError(t, err)
				for _, turn := range turns {
					require.NoError(t, p.Do(Act{Do: "turn", Spoke: turn.Spoke, Quarters: turn.Quarters}))
				}
				assert.Equal(t, len(turns) > 0, p.Since)
				require.NoError(t, p.Do(Act{Do: "sign"}))
			}
			assert.True(t, p.Won, "level %d, seed %d: %s", level, seed, p.Said)
			assert.Error(t, p.Do(Act{Do: "spin"}), "it is signed")
		}
	}
}

// The same seed hides the same, and what is turned and turned back is as it was.
func TestAPracticeWheelIsTheSameAgain(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		seed, level := rapid.Uint64Max(1000).Draw(t, "seed"), rapid.IntRange(1, len(Levels)).Draw(t, "level")
		a, err := NewPractice(rear(), practisedAim, seed, level)
		require.NoError(t, err)
		b, err := NewPractice(rear(), practisedAim, seed, level)
		require.NoError(t, err)
		assert.Equal(t, a.Seen, b.Seen)
		before := a.state()
		spoke, quarters := rapid.IntRange(1, 32).Draw(t, "spoke"), rapid.IntRange(1, 4).Draw(t, "quarters")
		require.NoError(t, a.Do(Act{Do: "turn", Spoke: spoke, Quarters: quarters}))
		require.NoError(t, a.Do(Act{Do: "turn", Spoke: spoke, Quarters: -quarters}))
		for i, m := range a.state().Runouts {
			assert.InDelta(t, *before.Runouts[i].Mm, *m.Mm, 1e-9)
		}
		assert.Equal(t, 1, a.Nipples, "one visit")
	})
}

func TestWhatCannotBeDoneToAPracticeWheel(t *testing.T) {
	_, err := NewPractice(rear(), practisedAim, 1, 6)
	require.Error(t, err)
	// A shop may set its own aims: one that everything meets hides nothing, and is not sought for ever.
	_, err = NewPractice(rear(), Aim{Wobble: 50, Hop: 50, Dish: 50, Uneven: 5, Most: 3000, Least: 0}, 1, 1)
	require.ErrorContains(t, err, "no wheel can be practised on")
	p, err := NewPractice(rear(), practisedAim, 1, 5)
	require.NoError(t, err)
	for _, a := range []Act{{Do: "hit"}, {Do: "turn", Spoke: 33, Quarters: 1}, {Do: "turn", Spoke: 3},
		{Do: "turn", Spoke: 3, Quarters: 9}} {
		require.Error(t, p.Do(a))
	}
	require.Len(t, p.Seized, 1)
	require.NoError(t, p.Do(Act{Do: "turn", Spoke: p.Seized[0], Quarters: 2}))
	assert.Contains(t, p.Said, "does not turn")
	assert.False(t, p.Since)
}
