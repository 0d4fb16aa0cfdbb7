package wheel

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const table = "reading,steel 2.0,steel 1.8\n20,500,640\n22,640,830\n24,820,\n26,1060,\n"

func TestGauge(t *testing.T) {
	g, err := ReadGauge(strings.NewReader(table))
	require.NoError(t, err)
	assert.Equal(t, []string{"steel 2.0", "steel 1.8"}, g.Spokes)
	for _, c := range []struct {
		kind    string
		reading float64
		want    float64
	}{{"steel 2.0", 20, 500}, {"steel 2.0", 23, 730}, {"steel 2.0", 26, 1060}, {"steel 1.8", 21, 735}} {
		n, err := g.Tension(c.kind, c.reading)
		require.NoError(t, err)
		assert.InDelta(t, c.want, n, 1e-9)
	}
	for _, c := range []struct {
		kind    string
		reading float64
	}{{"steel 1.8", 24}, {"steel 2.0", 19.9}, {"steel 2.0", math.NaN()}, {"wood", 20}} {
		_, err := g.Tension(c.kind, c.reading)
		assert.Error(t, err)
	}
}

func TestGaugesThatCannotBe(t *testing.T) {
	for name, text := range map[string]string{
		"empty": "", "names alone": "reading,steel\n", "one line": "reading,steel\n20,500\n",
		"no figure":   "reading,steel\n20,500\nx,600\n",
		"up and down": "reading,steel\n20,500\n22,700\n24,600\n",
		"twice":       "reading,steel\n20,500\n20,600\n", "ragged": "r,s\n20,500,3\n21,600\n",
		"kilograms of a ship": "reading,steel\n20,500\n22,90000\n",
		"named twice":         "reading,steel,steel\n20,500,600\n22,700,800\n",
		"infinite":            "reading,steel\n20,500\n22,Inf\n",
	} {
		t.Run(name, func(t *testing.T) {
			_, err := ReadGauge(strings.NewReader(text))
			assert.Error(t, err)
		})
	}
}

// FuzzReadGauge reads any table: what is taken reads every one of its own readings as it stands there.
func FuzzReadGauge(f *testing.F) {
	f.Add(table)
	f.Fuzz(func(t *testing.T, text string) {
		g, err := ReadGauge(strings.NewReader(text))
		if err != nil {
			return
		}
		for k, name := range g.Spokes {
			for _, p := range g.column(k) {
				n, err := g.Tension(name, p[0])
				require.NoError(t, err)
				assert.InDelta(t, p[1], n, 1e-6)
			}
		}
	})
}
