package workshop

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
)

func TestAirThatWasLostIsTakenApart(t *testing.T) {
	w, r := desk(kindOf(t, "trail"), "routine")
	took := func(days int, a inspect.Air) inspect.AirView {
		t.Helper()
		require.NoError(t, write(w, r, inspect.Airs.Says(a), nil))
		r.Entries[len(r.Entries)-1].At = time.Date(2026, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, days)
		for _, v := range inspect.Pressures(lay(w, r)) {
			if v.Place == a.Place {
				return v
			}
		}
		return inspect.AirView{}
	}
	// The trade's own question: left at 175 psi at 22 °C, 145 psi at 2 °C after the winter. By
	// the gas law cold takes 12.9 psi; the other 17.1 leaked: ln(162.14/145)/90 a day, so that
	// 130 psi is reached in 87.96 days more.
	took(0, inspect.Air{Place: inspect.AirShock, Typed: "175 psi", Celsius: 22, Set: true, Least: "130 psi"})
	v := took(90, inspect.Air{Place: inspect.AirShock, Typed: "145 psi", Celsius: 2})
	assert.Contains(t, v.Says, "Lost 2.07 bar (30 psi) in 90 days. The cold explains 0.89 bar (13 psi) "+
		"of it; 1.18 bar (17 psi) has leaked")
	assert.Contains(t, v.Says, "Under the owner's 8.96 bar (130 psi) in about 88 days.")

	took(0, inspect.Air{Place: inspect.AirFork, Typed: "5.2", Celsius: 20, Set: true})
	assert.Contains(t, took(30, inspect.Air{Place: inspect.AirFork, Typed: "4.8", Celsius: 2}).Says,
		"The cold explains all of it")
	assert.Contains(t, took(0, inspect.Air{Place: inspect.AirRearTyre, Typed: "2", Celsius: 20}).Says,
		"2 bar (29 psi) at 20 °C")

	// A fork that was left at 5.2 and shows 4.9 an hour later: a hose may have taken that, and
	// one that was measured did.
	took(31, inspect.Air{Place: inspect.AirFork, Typed: "5.2", Celsius: 20, Set: true})
	assert.Contains(t, took(31, inspect.Air{Place: inspect.AirFork, Typed: "4.9", Celsius: 20}).Says,
		"no more than a hose can take")
	pump := gaugeshelf.PressureGauge{ID: record.NewID(), Name: "Leg pump", Most: 25,
		Hose: &gaugeshelf.GaugeHose{Volume: 12}}
	gaugeshelf.Gauges.Lay(r, []gaugeshelf.PressureGauge{pump})
	took(32, inspect.Air{Place: inspect.AirFork, Typed: "5.2", Celsius: 20, Set: true})
	v = took(32, inspect.Air{Place: inspect.AirFork, Typed: "4.9", Celsius: 20, Gauge: &pump.ID})
	assert.Contains(t, v.Says, "It has kept its 5.19 bar", "4.9 × (200 + 12) / 200, by hand")
	assert.Contains(t, v.Says, "Putting “Leg pump” on took 0.29 bar")
	took(33, inspect.Air{Place: inspect.AirFork, Typed: "5.2", Celsius: 20, Set: true})
	v = took(33, inspect.Air{Place: inspect.AirFork, Typed: "4.7", Celsius: 20, Gauge: &pump.ID})
	assert.Contains(t, v.Says, "0.22 bar (3 psi) has leaked", "a leak stands behind a hose that was measured")

	for says, a := range map[string]inspect.Air{
		"no air there":    {Place: "crank", Typed: "2", Celsius: 20},
		"Did you mean":    {Place: inspect.AirFrontTyre, Typed: "45", Celsius: 20},
		"between -40":     {Place: inspect.AirFrontTyre, Typed: "4", Celsius: 90},
		"does not fit":    {Place: inspect.AirFrontTyre, Typed: "4 mm", Celsius: 20},
		"is not a figure": {Place: inspect.AirFrontTyre, Typed: "4", Least: "hard", Celsius: 20},
	} {
		t.Run(says, func(t *testing.T) {
			assert.ErrorContains(t, write(w, r, inspect.Airs.Says(a), nil), says)
		})
	}
}

func TestWhatSettlesADueFindingIsNeeded(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "1.2"}), nil))
	require.NoError(t, write(w, r, agree.Items.Says(agree.Item{Operation: "replace-chain",
		Title: "Replace the chain", Minutes: 15}), nil))
	require.NoError(t, write(w, r, agree.Items.Says(agree.Item{Title: "Fit a bell", Minutes: 5}), nil))
	items := runbench.Items(lay(w, r))
	assert.True(t, items[0].Needed)
	assert.False(t, items[1].Needed)
	assert.NotNil(t, findings.All.Of(lay(w, r))[0].Waiting)
	assert.Equal(t, []string{"Replace the cassette", "Replace the chainrings"},
		findings.All.Of(lay(w, r))[0].Waiting.Ruined)
}

// Work that needs the same wheel out pays for it once, and only while both are in the sum.
func TestWhatIsSharedIsPaidForOnce(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	r.Settings.TaxIn = true
	for _, o := range []string{"pads-disc-rear", "replace-sprockets", "tyre-rear"} {
		require.NoError(t, write(w, r, agree.Items.Says(agree.Item{Operation: o, Title: o, Minutes: 20}), nil))
	}
	sum, shared, err := agree.Total(lay(w, r), func(agree.ItemView) bool { return true })
	require.NoError(t, err)
	require.Len(t, shared, 1)
	assert.Equal(t, agree.SharedView{Name: "Rear wheel out and in", Times: 3, Minutes: 12, Saved: 960}, shared[0])
	assert.EqualValues(t, 3*1600-960, sum.Gross)
	_, shared, err = agree.Total(lay(w, r), func(i agree.ItemView) bool { return i.Item.Operation == "tyre-rear" })
	require.NoError(t, err)
	assert.Empty(t, shared)
}
