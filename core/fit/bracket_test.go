package fit_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/fit"
)

// 0.5 mm is too little, 1 mm is accepted (common practice, no published source).
func TestClearanceOfAnArm(t *testing.T) {
	for _, c := range []struct {
		name         string
		rest, flexed float64
		enough       bool
		spacer       float64
	}{{"1 mm, and it does not touch", 1, 0.4, true, 0}, {"half a millimetre", 0.5, 0.1, false, 0.5},
		{"it touches under the hand", 1.5, 0, false, 1},
		{"none", 0, 0, false, 1}} {
		t.Run(c.name, func(t *testing.T) {
			got, err := fit.Clear(c.rest, c.flexed)
			require.NoError(t, err)
			assert.Equal(t, []any{c.enough, c.spacer}, []any{got.Enough, got.Spacer})
			if !c.enough {
				assert.Contains(t, got.Says, "Look first at the seal")
			}
		})
	}
	_, err := fit.Clear(1, 2)
	require.ErrorContains(t, err, "smaller than at rest")
	_, err = fit.Clear(-1, 0)
	require.ErrorContains(t, err, "0 to 60")
}
