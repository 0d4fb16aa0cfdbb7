package knowledge_test

import (
	"os"
	"regexp"
	"slices"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/knowledge"
	"utensil/knowledge/rolling"
)

// mcad is Debian's openscad-mcad: a table of deep-groove ball bearings, bore, outside and width
// in mm, that nobody here wrote.
const mcad = "/usr/share/openscad/libraries/MCAD/bearing.scad"

// Bore and outside of a designation are exact; the small ones of the series 68 and 69 have other
// widths open and sealed, and ours are those of sealed ones: at most 2.5 mm more than MCAD's.
func TestBearingsAgreeWithAnotherTable(t *testing.T) {
	text, err := os.ReadFile(mcad)
	require.NoError(t, err, "openscad-mcad is installed by make deps")
	rows := regexp.MustCompile(`model == (\d+) \? \[ *([\d.]+)\*mm, *([\d.]+)\*mm, *([\d.]+)\*mm\]`).FindAllStringSubmatch(string(text), -1)
	require.Greater(t, len(rows), 30)
	compared, all := 0, shipped(t).Bearings
	for _, row := range rows {
		at := slices.IndexFunc(all, func(b knowledge.Bearing) bool { return b.ID == row[1] })
		if at < 0 {
			continue
		}
		ours := all[at]
		compared++
		t.Run(row[1], func(t *testing.T) {
			var is [3]float64
			for i := range is {
				is[i], err = strconv.ParseFloat(row[i+2], 64)
				require.NoError(t, err)
			}
			assert.Equal(t, [2]float64{is[0], is[1]}, [2]float64{ours.Bore, ours.Outside})
			assert.GreaterOrEqual(t, ours.Width, is[2])
			assert.LessOrEqual(t, ours.Width, is[2]+2.5)
		})
	}
	assert.GreaterOrEqual(t, compared, 20)
}

// Willis's equation for a planetary set: driven at the carrier with the sun held it goes up by 1
// + sun/annulus, driven at the annulus it goes down by as much. So a hub of one annulus has its
// gears in pairs that multiply to 1, whatever its teeth; and one that is a set before another has
// its upper half the lower half times one figure. Exact but for the rounding of the ratios as
// printed, half of a last digit each.
func TestHubsTurnAsPlanetarySetsDo(t *testing.T) {
	hubs := map[string]rolling.HubFamily{}
	for _, h := range shipped(t).Hubs {
		hubs[h.ID] = h
	}
	for _, id := range []string{"hub-3", "hub-5", "hub-5-wide"} {
		t.Run(id, func(t *testing.T) {
			ratios := hubs[id].Ratios
			require.NotEmpty(t, ratios)
			for i, r := range ratios {
				assert.InDelta(t, 1, r*ratios[len(ratios)-1-i], 0.006)
			}
		})
	}
	for _, id := range []string{"hub-8", "hub-14"} {
		t.Run(id, func(t *testing.T) {
			ratios := hubs[id].Ratios
			require.NotEmpty(t, ratios)
			half := len(ratios) / 2
			first := ratios[half] / ratios[0]
			for i := range half {
				assert.InEpsilon(t, first, ratios[half+i]/ratios[i], 0.0025)
			}
		})
	}
}
