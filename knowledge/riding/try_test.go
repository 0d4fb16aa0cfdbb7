package riding_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"utensil/knowledge/riding"
)

func TestATryThatLeadsNowhereIsRefused(t *testing.T) {
	good := riding.Try{ID: "kerb", Name: "Over a low edge", How: "Slowly", Source: "common practice",
		Shows: []riding.Symptom{{ID: "front", Say: "It knocks", Fault: "front-knock"}}}
	assert.NoError(t, good.Validate())
	for says, shows := range map[string][]riding.Symptom{
		"what it shows": nil,
		"one place":     {{ID: "front", Say: "It knocks", Fault: "front-knock", Point: "headset"}},
		"words":         {{ID: "front", Fault: "front-knock"}},
		`"other"`:       {{ID: "other", Say: "Else", Fault: "front-knock"}},
	} {
		bad := good
		bad.Shows = shows
		assert.ErrorContains(t, bad.Validate(), says)
	}
	none := func(string) bool { return false }
	assert.ErrorContains(t, riding.Lead([]riding.Try{good}, none, none), "leads to front-knock, which there is not")
}

// The front alone is the two less the rear: 3.44 less 1.61 m/s² on dry ground.
func TestWhatBrakesHaveToDo(t *testing.T) {
	dry := riding.Stopping{ID: "dry", Speed: 25, Both: 7, Rear: 15, Grip: 0.8, Source: "from memory"}
	assert.NoError(t, dry.Validate())
	assert.InDelta(t, 1.84, dry.Least("front"), 0.01)
	assert.InDelta(t, 1.61, dry.Least("rear"), 0.01)
	_, known := riding.StoppingOn([]riding.Stopping{dry}, "loose")
	assert.False(t, known, "loose ground tells of the ground")
	dry.Rear = 6
	assert.ErrorContains(t, dry.Validate(), "the rear alone longer")
}
