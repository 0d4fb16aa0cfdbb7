package workshop

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestAirThatWasLostIsTakenApart(t *testing.T) {
	w, r := desk(kind(t, "trail"), "routine")
	took := func(days int, a Air) AirView {
		t.Helper()
		require.NoError(t, write(w, r, Content{Air: &a}, nil))
		r.Entries[len(r.Entries)-1].At = time.Date(2026, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, days)
		for _, v := range w.layOut(*r).air() {
			if v.Place == a.Place {
				return v
			}
		}
		return AirView{}
	}
	// The trade's own question: left at 175 psi at 22 °C, 145 psi at 2 °C after the winter. By
	// the gas law cold takes 12.9 psi; the other 17.1 leaked: ln(162.14/145)/90 a day, so that
	// 130 psi is reached in 87.96 days more.
	took(0, Air{Place: AirShock, Typed: "175 psi", Celsius: 22, Set: true, Least: "130 psi"})
	v := took(90, Air{Place: AirShock, Typed: "145 psi", Celsius: 2})
	assert.Contains(t, v.Says, "Lost 2.07 bar (30 psi) in 90 days. The cold explains 0.89 bar (13 psi) of it; 1.18 bar (17 psi) has leaked")
	assert.Contains(t, v.Says, "Under the owner's 8.96 bar (130 psi) in about 88 days.")

	took(0, Air{Place: AirFork, Typed: "5.2", Celsius: 20, Set: true})
	assert.Contains(t, took(30, Air{Place: AirFork, Typed: "4.8", Celsius: 2}).Says, "The cold explains all of it")
	assert.Contains(t, took(0, Air{Place: AirRearTyre, Typed: "2", Celsius: 20}).Says, "2 bar (29 psi) at 20 °C")

	for says, a := range map[string]Air{
		"no air there":    {Place: "crank", Typed: "2", Celsius: 20},
		"Did you mean":    {Place: AirFrontTyre, Typed: "45", Celsius: 20},
		"between -40":     {Place: AirFrontTyre, Typed: "4", Celsius: 90},
		"does not fit":    {Place: AirFrontTyre, Typed: "4 mm", Celsius: 20},
		"is not a figure": {Place: AirFrontTyre, Typed: "4", Least: "hard", Celsius: 20},
	} {
		assert.ErrorContains(t, write(w, r, Content{Air: &a}, nil), says)
	}
}

func TestWhatSettlesADueFindingIsNeeded(t *testing.T) {
	w, r := desk(kind(t, "commuter"), "repair")
	require.NoError(t, write(w, r, Content{Reading: &Reading{Point: "chain", Typed: "1.2"}}, nil))
	require.NoError(t, write(w, r, Content{Item: &Item{Operation: "replace-chain", Title: "Replace the chain", Minutes: 15}}, nil))
	require.NoError(t, write(w, r, Content{Item: &Item{Title: "Fit a bell", Minutes: 5}}, nil))
	items := w.layOut(*r).items
	assert.True(t, items[0].Needed)
	assert.False(t, items[1].Needed)
	assert.NotNil(t, w.layOut(*r).findings[0].Waiting)
	assert.Equal(t, []string{"Replace the cassette", "Replace the chainrings"}, w.layOut(*r).findings[0].Waiting.Ruined)
}

// Work that needs the same wheel out pays for it once, and only while both are in the sum.
func TestWhatIsSharedIsPaidForOnce(t *testing.T) {
	w, r := desk(kind(t, "commuter"), "repair")
	r.Settings.TaxIn = true
	for _, o := range []string{"pads-disc-rear", "replace-sprockets", "tyre-rear"} {
		require.NoError(t, write(w, r, Content{Item: &Item{Operation: o, Title: o, Minutes: 20}}, nil))
	}
	total, shared, err := w.total(w.layOut(*r), func(ItemView) bool { return true })
	require.NoError(t, err)
	require.Len(t, shared, 1)
	assert.Equal(t, SharedView{Name: "Rear wheel out and in", Times: 3, Minutes: 12, Saved: 960}, shared[0])
	assert.EqualValues(t, 3*1600-960, total.Gross)
	_, shared, err = w.total(w.layOut(*r), func(i ItemView) bool { return i.Item.Operation == "tyre-rear" })
	require.NoError(t, err)
	assert.Empty(t, shared)
}
