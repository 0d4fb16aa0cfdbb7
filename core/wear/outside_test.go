package wear_test

import (
	"encoding/json"
	"os/exec"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/wear"
)

// SciPy's theilslopes has the slope, and Sen's interval by the same normal approximation; where
// it rounds to the nearer of two slopes, ours takes the wider. Debian's own scipy runs.
func TestTheilSenAgreesWithSciPy(t *testing.T) {
	type series struct{ X, Y []float64 }
	var drawn []series
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(4, 18).Draw(t, "figures")
		var s series
		at := 0.0
		for range n {
			at += rapid.Float64Range(20, 400).Draw(t, "km")
			s.X = append(s.X, at)
			s.Y = append(s.Y, rapid.Float64Range(0.3, 0.9).Draw(t, "figure"))
		}
		drawn = append(drawn, s)
	})
	text, err := json.Marshal(drawn)
	require.NoError(t, err)
	said, err := exec.CommandContext(t.Context(), "/usr/bin/python3", "-c", `
import json, sys
from scipy.stats import theilslopes
print(json.dumps([list(theilslopes(s["Y"], s["X"], 0.9))[:4] for s in json.loads(sys.argv[1])]))`, string(text)).Output()
	require.NoError(t, err)
	var theirs [][4]float64 // slope, intercept, low, high
	require.NoError(t, json.Unmarshal(said, &theirs))
	require.Len(t, theirs, len(drawn))
	for i, s := range drawn {
		var seen []wear.Seen
		for k := range s.X {
			seen = append(seen, wear.Seen{Gone: s.X[k], Figure: s.Y[k]})
		}
		ours, ok := wear.TheilSen(seen, z90)
		require.True(t, ok)
		assert.InDelta(t, theirs[i][0], ours.Slope, 1e-12)
		assert.LessOrEqual(t, ours.Low, theirs[i][2]+1e-12)
		assert.GreaterOrEqual(t, ours.High, theirs[i][3]-1e-12)
	}
}
