package door_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
	"utensil/knowledge"
)

// A joint that is read for what it is stays the joint that is still to be torqued, under its new name: only
// what is not asked for any more is taken away, and a mechanic says why.
func TestWhatIsReadTakesNothingAway(t *testing.T) {
	s := stand.Of(t, workshop.Rules(), "strip", func(k knowledge.Kind) bool { return k.ID == "commuter" })
	mechanic := record.Actor{ID: record.NewID(), Name: "Ida", Role: record.Mechanic}
	before := s.Lay()
	require.Equal(t, "unknown", s.Record.Bike.Facts.FrontPort)
	s.Record.Bike.Facts.FrontPort = "nipple"
	gone, _, err := door.Taken(mechanic, before, s.Lay(), "")
	require.NoError(t, err)
	assert.Empty(t, gone)

	s.Record.Bike.Facts.FrontBrake = "none"
	_, _, err = door.Taken(mechanic, before, s.Lay(), "")
	assert.ErrorContains(t, err, "Front lever feel")
	gone, why, err := door.Taken(mechanic, before, s.Lay(), "It has a fixed hub.")
	require.NoError(t, err)
	assert.Contains(t, gone, "Front caliper's port")
	assert.Equal(t, "It has a fixed hub.", why)
	counter := record.Actor{ID: record.NewID(), Name: "Wren", Role: record.Counter}
	_, _, err = door.Taken(counter, before, s.Lay(), "It has a fixed hub.")
	assert.Error(t, err)
}
