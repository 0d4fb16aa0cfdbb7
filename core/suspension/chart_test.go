package suspension_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/suspension"
)

// A rider of 68 kg begins at 55 to 65 psi on one fork (common practice, an example of a chart's row).
func TestAChartIsAPlaceToBegin(t *testing.T) {
	c := suspension.Chart{{Kg: 82, From: psi(65), To: psi(75)}, {Kg: 68, From: psi(55), To: psi(65)}}
	require.NoError(t, c.Check())
	from, to, told := c.At(68)
	assert.True(t, told)
	assert.InDelta(t, 3.79, from, 0.01)
	assert.InDelta(t, 4.48, to, 0.01)
	from, _, told = c.At(75)
	assert.True(t, told)
	assert.InDelta(t, psi(60), from, 1e-9)
	_, _, told = c.At(100)
	assert.False(t, told, "a chart says nothing past its last line")
	for name, bad := range map[string]suspension.Chart{
		"nothing":         {},
		"a weight twice":  {{Kg: 60, From: 3, To: 3}, {Kg: 60, From: 4, To: 4}},
		"less for more":   {{Kg: 60, From: 4, To: 4}, {Kg: 70, From: 3, To: 3}},
		"upside down":     {{Kg: 60, From: 4, To: 3}},
		"a rider of 3 kg": {{Kg: 3, From: 4, To: 4}},
	} {
		t.Run(name, func(t *testing.T) { assert.Error(t, bad.Check()) })
	}
}
