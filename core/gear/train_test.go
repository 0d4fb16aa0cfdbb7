package gear_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/gear"
	"utensil/core/measure"
)

var compact = gear.Train{Rings: []int{30, 46}, Sprockets: []int{11, 13, 15, 17, 19, 21, 24, 28, 32, 36},
	Wheel: gear.Wheel{Seat: 622, Width: 37},
	Stay:  440, Spacing: 3.95}

func TestATrainFromEndToEnd(t *testing.T) {
	g, err := compact.Work()
	require.NoError(t, err)
	require.Len(t, g.Gears, 20)
	assert.InDelta(t, 46.0/11/(30.0/36), g.Range, 1e-9)
	assert.Less(t, g.Felt, 20, "some are felt as others, some lean too far")
	for _, gear := range g.Gears {
		// By hand: the tenth sprocket lies 4.5 × 3.95 = 17.8 mm inside the middle, the large ring
		// 3.75 mm outside: 21.5 mm over 440 lean by 2.80°; on the small ring 14.0 mm, 1.83°.
		switch [2]int{gear.Ring, gear.Sprocket} {
		case [2]int{46, 36}:
			assert.InDelta(t, 2.80, gear.Angle, 0.01)
			assert.True(t, gear.Askew)
		case [2]int{30, 36}:
			assert.InDelta(t, 1.83, gear.Angle, 0.01)
			assert.False(t, gear.Askew)
		}
	}
}

// Every change of a train changes each gear as its teeth do: 26 for 30 in front is 26/30 everywhere.
func TestBeforeAndAfter(t *testing.T) {
	before, err := compact.Work()
	require.NoError(t, err)
	easier := compact
	easier.Rings = []int{26, 42}
	after, err := easier.Work()
	require.NoError(t, err)
	change := after.Against(before)
	assert.InDelta(t, 26.0/30, change.Lowest, 1e-9)
	assert.InDelta(t, 42.0/46, change.Highest, 1e-9)
	assert.Contains(t, change.Says, "13 % easier")
	rapid.Check(t, func(t *rapid.T) {
		wider := compact
		wider.Wheel.Width = rapid.Float64Range(20, 60).Draw(t, "width")
		g, err := wider.Work()
		require.NoError(t, err)
		assert.InDelta(t, wider.Wheel.Diameter()/compact.Wheel.Diameter(), g.Against(before).Lowest,
			1e-9, "a tyre changes all alike")
		assert.InDelta(t, before.Range, g.Range, 1e-9)
	})
}

func TestTrainsThatCannotBe(t *testing.T) {
	for field, spoil := range map[string]func(*gear.Train){
		"teeth":    func(x *gear.Train) { x.Sprockets = []int{11, 15, 13} },
		"rings":    func(x *gear.Train) { x.Rings = nil },
		"stay_mm":  func(x *gear.Train) { x.Stay = 12 },
		"width_mm": func(x *gear.Train) { x.Wheel.Width = 0 },
	} {
		t.Run(field, func(t *testing.T) {
			train := compact
			spoil(&train)
			_, err := train.Work()
			var invalid *measure.FieldError
			require.ErrorAs(t, err, &invalid)
			assert.Equal(t, field, invalid.Field)
		})
	}
}
