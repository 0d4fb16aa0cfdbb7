package suspension_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/suspension"
)

// usual is what most long legs are set to, where they bear so much (common practice, no source).
func usual(most float64) suspension.Target {
	return suspension.Target{From: 0.25, To: 0.30, Most: most}
}

func TestSag(t *testing.T) {
	// 45 mm of 140 at 5 bar are 32 %: more air. Twice the pressure halves the sag until this leg
	// has told otherwise.
	n, err := suspension.Set(usual(12), suspension.Sagged{Bar: 5, Sag: 45, Travel: 140})
	require.NoError(t, err)
	assert.InDelta(t, 5*45/(0.275*140), n.Bar, 1e-9)
	assert.False(t, n.Own)

	// At 5.8 bar it stands at 42 mm: it answers less than was thought, so more is wanted than by the rule.
	n, err = suspension.Set(usual(12), suspension.Sagged{Bar: 5, Sag: 45, Travel: 140},
		suspension.Sagged{Bar: 5.8, Sag: 42.5, Travel: 140})
	require.NoError(t, err)
	assert.True(t, n.Own)
	assert.Greater(t, n.Bar, 5.8*42.5/(0.275*140))

	n, err = suspension.Set(usual(12), suspension.Sagged{Bar: 6, Sag: 38, Travel: 140})
	require.NoError(t, err)
	assert.True(t, n.Within)
	assert.Zero(t, n.Bar, "what is right is left alone")

	// What the leg bears is never passed.
	n, err = suspension.Set(usual(5.5), suspension.Sagged{Bar: 5, Sag: 70, Travel: 140})
	require.NoError(t, err)
	assert.True(t, n.Held)
	assert.Equal(t, 5.5, n.Bar)

	off, err := suspension.Balance(suspension.Sagged{Bar: 5, Sag: 28, Travel: 140},
		suspension.Sagged{Bar: 12, Sag: 18, Travel: 60})
	require.NoError(t, err)
	assert.InDelta(t, -0.1, off, 1e-9)
}

// The advice always goes towards the target: a leg that sinks too far is given air, one that
// sinks too little gives some; and on a leg that answers by a power of its own, it is right after
// a few readings, or the leg does not bear it.
func TestSagAdviceGoesTowardsItsTarget(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		power := rapid.Float64Range(0.6, 1.8).Draw(t, "power")
		travel := rapid.Float64Range(60, 200).Draw(t, "travel")
		at, share := rapid.Float64Range(3, 12).Draw(t, "bar"), rapid.Float64Range(0.15, 0.5).Draw(t, "share")
		leg := func(bar float64) suspension.Sagged {
			return suspension.Sagged{Bar: bar, Sag: travel * min(0.95, share*math.Pow(bar/at, -power)), Travel: travel}
		}
		read := []suspension.Sagged{leg(at)}
		for range 5 { // a step is a third of the pressure at most
			n, err := suspension.Set(usual(20), read...)
			require.NoError(t, err)
			last := read[len(read)-1]
			if n.Within || n.Held {
				return
			}
			assert.Equal(t, last.Share() > usual(20).To, n.Bar > last.Bar)
			read = append(read, leg(n.Bar))
		}
		t.Fatalf("not right after %d readings: %v", len(read), read)
	})
}

func TestSagThatCannotBe(t *testing.T) {
	for name, c := range map[string]struct {
		read suspension.Sagged
		says string
	}{
		"over its travel":   {suspension.Sagged{Bar: 5, Sag: 160, Travel: 140}, "160 mm of 140 mm"},
		"psi typed as bar":  {suspension.Sagged{Bar: 75, Sag: 40, Travel: 140}, "it is 5.2 bar"},
		"less than nothing": {suspension.Sagged{Bar: -40, Sag: 40, Travel: 140}, "-40 bar"},
		"no travel":         {suspension.Sagged{Bar: 5, Sag: 40}, "a travel of 0 mm"},
		"no figure":         {suspension.Sagged{Bar: math.NaN(), Sag: 40, Travel: 140}, "carry a rider"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := suspension.Set(usual(12), c.read)
			assert.ErrorIs(t, err, suspension.ErrNoSag)
			assert.ErrorContains(t, err, c.says)
			_, err = suspension.Balance(c.read, suspension.Sagged{Bar: 5, Sag: 40, Travel: 140})
			assert.Error(t, err)
		})
	}
	_, err := suspension.Set(usual(12))
	assert.Error(t, err)
	_, err = suspension.Set(usual(0), suspension.Sagged{Bar: 5, Sag: 60, Travel: 140})
	assert.ErrorContains(t, err, "stands on its sticker", "no air is put in before it is known what the leg bears")
	_, err = suspension.Set(suspension.Target{From: 0.3, To: 0.2, Most: 12},
		suspension.Sagged{Bar: 5, Sag: 40, Travel: 140})
	assert.Error(t, err)
}
