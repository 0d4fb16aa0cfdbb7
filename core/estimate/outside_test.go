package estimate_test

import (
	"encoding/json"
	"os/exec"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat/distuv"

	"utensil/core/estimate"
)

// SciPy's Wilson interval of a binomial proportion, at 95 %, for every record of up to forty
// tries. Debian's own scipy runs.
func TestWilsonAgreesWithSciPy(t *testing.T) {
	said, err := exec.CommandContext(t.Context(), "/usr/bin/python3", "-c", `
import json
from scipy.stats import binomtest
out = []
for n in range(1, 41):
    for k in range(n + 1):
        ci = binomtest(k, n).proportion_ci(0.95, method="wilson")
        out.append([k, n, ci.low, ci.high])
print(json.dumps(out))`).Output()
	require.NoError(t, err)
	var theirs [][4]float64
	require.NoError(t, json.Unmarshal(said, &theirs))
	require.Len(t, theirs, 860)
	z := distuv.UnitNormal.Quantile(0.975)
	for _, r := range theirs {
		low, high := estimate.Record{Held: int(r[0]), Tried: int(r[1])}.Wilson(z)
		assert.InDelta(t, r[2], low, 1e-9, "%v", r)
		assert.InDelta(t, r[3], high, 1e-9, "%v", r)
	}
}
