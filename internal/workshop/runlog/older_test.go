package runlog_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/procedure"
	"utensil/internal/workshop/runlog"
)

// Runs that were begun before a step could open several things hold one, in words.
func TestOlderRunsAreRead(t *testing.T) {
	for step, want := range map[string]procedure.States{
		`{"id":"a","do":"Out.","opens":"front wheel out"}`:           {"front-wheel-out"},
		`{"id":"a","do":"Out.","opens":["front-pads-out"]}`:          {"front-pads-out"},
		`{"id":"a","do":"Out.","closes":"rear pads out","opens":""}`: {},
	} {
		t.Run(step, func(t *testing.T) {
			var work runlog.GuidedWork
			text := `{"name":"Pads","minutes":12,"procedure":{"id":"p","steps":[` + step + `]}}`
			require.NoError(t, json.Unmarshal([]byte(text), &work))
			assert.Equal(t, want, work.Procedure.Steps[0].Opens)
			assert.Equal(t, 12, work.Minutes)
		})
	}
	var work runlog.GuidedWork
	require.Error(t, json.Unmarshal([]byte(`{"name":7}`), &work), "what is no work is refused")
}
