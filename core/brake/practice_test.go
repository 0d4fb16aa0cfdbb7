package brake_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/brake"
)

func TestThePracticeBrakeIsBledByGoodPractice(t *testing.T) {
	for seed := range uint64(20) {
		p := brake.NewPractice(seed, true)
		before, lever := p.Air(), p.Lever()
		for _, a := range []brake.Act{brake.HangIt, brake.Tilt30, brake.TapIt, brake.TapIt, brake.TapIt,
			brake.PushIt, brake.TapIt, brake.PushIt,
			brake.TapIt, brake.PushIt, brake.Flick} {
			require.NoError(t, p.Do(a, nil))
		}
		assert.InDelta(t, before, p.Air()+p.Gone, 1e-9, "air is neither made nor lost")
		assert.LessOrEqual(t, p.Air(), brake.Firm, "seed %d", seed)
		assert.Less(t, p.Lever(), lever)
		assert.Greater(t, p.Score(), 60)
	}
	left := brake.NewPractice(3, true)
	require.NoError(t, left.Do(brake.WaitHour, nil))
	assert.Positive(t, left.Air(), "waiting alone leaves air where the line falls and in the caliper's corners")
	assert.Error(t, left.Do("pray", nil))
}

func TestPracticePhysics(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := brake.NewPractice(rapid.Uint64().Draw(t, "seed"), rapid.Bool().Draw(t, "rear"))
		all := p.Air()
		for range rapid.IntRange(1, 8).Draw(t, "acts") {
			air := p.Air()
			act := rapid.SampledFrom(brake.Acts).Draw(t, "act").Act
			entered := p.Entered
			if err := p.Do(act, nil); err != nil {
				if (act == brake.Draw || act == brake.PressIt) && !p.Second {
					continue // there is no second syringe yet
				}
				t.Fatal(err)
			}
			if p.Air() > air+p.Entered-entered+1e-12 || math.Abs(p.Air()+p.Gone-all-p.Entered) > 1e-9 {
				t.Fatal("air came from nowhere")
			}
			if p.Entered > entered && act != brake.Vacuum && act != brake.Draw {
				t.Fatalf("%s let air in, without a vacuum", act)
			}
		}
	})
	t.Run("a loose joint", func(t *testing.T) {
		for seed := range uint64(40) {
			p := brake.NewPractice(seed, false)
			require.NoError(t, p.Do(brake.Vacuum, nil))
			if p.Entered == 0 {
				continue // its joint is sound
			}
			next, why := p.Tip()
			assert.Equal(t, brake.SeatIt, next, why)
			require.NoError(t, p.Do(brake.SeatIt, nil))
			entered := p.Entered
			require.NoError(t, p.Do(brake.Vacuum, nil))
			assert.Equal(t, entered, p.Entered, "a seated joint lets nothing in")
			return
		}
		t.Fatal("no joint of forty is loose")
	})
	t.Run("two syringes", func(t *testing.T) {
		for seed := range uint64(20) {
			p := brake.NewPractice(seed, true)
			assert.ErrorContains(t, p.Do(brake.Draw, nil), "second syringe")
			for _, act := range []brake.Act{brake.SeatIt, brake.Second, brake.HangIt, brake.Tilt30,
				brake.TapIt, brake.Draw, brake.PressIt,
				brake.TapIt, brake.Draw, brake.TapIt, brake.Draw, brake.Flick, brake.TapIt, brake.Draw, brake.Flick} {
				require.NoError(t, p.Do(act, nil))
			}
			assert.LessOrEqual(t, p.Air(), brake.Firm, "seed %d", seed)
			assert.LessOrEqual(t, p.Fluid, 5.0, "the fluid goes to and fro")
		}
	})
	// The same seed and the same acts give the same brake.
	a, b := brake.NewPractice(7, true), brake.NewPractice(7, true)
	for _, act := range []brake.Act{brake.TapIt, brake.HangIt, brake.TapIt, brake.Vacuum} {
		require.NoError(t, a.Do(act, nil))
		require.NoError(t, b.Do(act, nil))
	}
	assert.Equal(t, a.Bubbles, b.Bubbles)
}
