package tyre_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"utensil/core/tyre"
)

// Common practice, no source: 28 to 57 mm go on a rim of 19 mm inside; 6 mm of room, ISO 4210-2 from memory.
func TestWhatFits(t *testing.T) {
	assert.Empty(t, tyre.OnRim(37, 19))
	assert.Contains(t, tyre.OnRim(23, 19), "narrow")
	assert.Empty(t, tyre.OnRim(57, 19))
	assert.Contains(t, tyre.OnRim(62, 19), "wide")
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
