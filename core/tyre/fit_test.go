package tyre_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/tyre"
)

// Common practice, no source: 6 mm of room on either side.
func TestWhatFits(t *testing.T) {
	rims := tyre.Rims{{Inner: 15, From: 20, To: 32}, {Inner: 19, From: 24, To: 60}}
	require.NoError(t, rims.Check())
	assert.Empty(t, rims.On(37, 19))
	assert.Contains(t, rims.On(23, 19), "narrow")
	assert.Contains(t, rims.On(62, 19), "wide")
	from, to, known := rims.Takes(17)
	assert.True(t, known)
	assert.Equal(t, [2]float64{22, 46}, [2]float64{from, to}, "in proportion between two rows")
	assert.Empty(t, rims.On(100, 80), "no row tells")
	assert.Error(t, tyre.Rims{{Inner: 15, From: 20, To: 32}, {Inner: 19, From: 18, To: 60}}.Check())
	room, wrong := tyre.Between(37, 51)
	assert.InDelta(t, 7, room, 1e-9)
	assert.Empty(t, wrong)
	_, wrong = tyre.Between(42, 51)
	assert.Contains(t, wrong, "stone")
	_, wrong = tyre.Between(57, 51)
	assert.Contains(t, wrong, "does not go")
	rapid.Check(t, func(t *rapid.T) {
		width, space := rapid.Float64Range(18, 130).Draw(t, "width"), rapid.Float64Range(18, 160).Draw(t, "space")
		wider, _ := tyre.Between(width+1, space)
		room, _ := tyre.Between(width, space)
		assert.Less(t, wider, room)
	})
}
