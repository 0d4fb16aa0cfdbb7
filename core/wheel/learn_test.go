package wheel

import (
	"bytes"
	"encoding/json"
	"os/exec"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// SciPy's lsq_linear finds the shares that fit best within their bounds by another way. Debian's
// own scipy runs.
func TestLearntIsBoundedLeastSquares(t *testing.T) {
	type asked struct {
		A [][]float64
		Y []float64
	}
	var drawn []asked
	var ours []Learnt
	w := rear()
	rapid.Check(t, func(t *rapid.T) {
		if len(drawn) == 20 {
			return
		}
		b, err := NewBench(w, forRimBrake)
		require.NoError(t, err)
		was := drawTurned(t, w, 4)
		before := wobbly(t, w, was)
		answers := rapid.Float64Range(0.2, 2).Draw(t, "answers")
		turns := make([]int, w.Spokes)
		for k := range turns {
			turns[k] = rapid.IntRange(-2, 2).Draw(t, "quarters")
			was[k] += answers * float64(turns[k])
		}
		turns[0] = 1
		after := wobbly(t, w, was)
		a, y := b.answered(before, turns, after)
		var said asked
		for i := range y.Len() {
			said.A, said.Y = append(said.A, a.RawRowView(i)), append(said.Y, y.AtVec(i))
		}
		b.Learn(before, turns, after)
		drawn, ours = append(drawn, said), append(ours, b.Learnt)
	})
	text, err := json.Marshal(drawn)
	require.NoError(t, err)
	run := exec.CommandContext(t.Context(), "/usr/bin/python3", "-c", `
import json, sys
from scipy.optimize import lsq_linear
print(json.dumps([(1 + lsq_linear(r["A"], r["Y"], (-0.6, 0.8), method='bvls', tol=1e-14).x).tolist() for r in json.load(sys.stdin)]))`)
	run.Stdin = bytes.NewReader(text)
	said, err := run.Output()
	require.NoError(t, err)
	var theirs [][]float64
	require.NoError(t, json.Unmarshal(said, &theirs))
	require.Len(t, theirs, len(ours))
	held := 0
	for i, is := range ours {
		all := append([]float64{is.Sideways, is.Upright, is.Tension}, is.Spoke...)
		if slices.Contains(all, leastShare) || slices.Contains(all, mostShare) {
			held++
		}
		assert.InDeltaSlice(t, theirs[i], all, 1e-6)
	}
	assert.Positive(t, held)
	assert.Less(t, held, len(ours))
}
