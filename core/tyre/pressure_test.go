package tyre_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/tyre"
)

func road() tyre.Wheel {
	return tyre.Wheel{Load: 45, Width: 28, Surface: tyre.Smooth, Most: 8, Least: 3}
}

func TestPressure(t *testing.T) {
	a, err := tyre.Advise(road())
	require.NoError(t, err)
	// The regression at 99.2 lb on 28 mm: 153.6·99.2/28^1.5785 − 7.17 = 72 psi (its values from memory).
	assert.InDelta(t, 72*0.0689476, a.Bar, 0.05)
	assert.True(t, a.From < a.Bar && a.Bar < a.To)

	w := road()
	w.Hookless = true
	a, err = tyre.Advise(w)
	require.NoError(t, err)
	assert.Equal(t, "hookless rim", a.MostBy)
	assert.LessOrEqual(t, a.To, tyre.HooklessMost)

	w = road()
	w.RimMost = 4.5
	a, err = tyre.Advise(w)
	require.NoError(t, err)
	assert.Equal(t, "rim", a.MostBy, "the lower of the two wins, and is named")
	assert.True(t, a.HeldBelow)
	assert.Equal(t, 4.5, a.Bar)

	// A trail bike's rear wheel without a tube: riders settle between 22 and 30 psi (common practice, no source).
	a, err = tyre.Advise(tyre.Wheel{Load: 52, Width: 58, Surface: tyre.Mixed, Tubeless: true, Most: 3.5})
	require.NoError(t, err)
	assert.Greater(t, a.Bar, 22*0.0689476)
	assert.Less(t, a.Bar, 30*0.0689476)
}

func TestAPressureThatNothingBears(t *testing.T) {
	w := road()
	w.Load, w.RimMost = 120, 4
	_, err := tyre.Advise(w)
	assert.ErrorIs(t, err, tyre.ErrTooMuch)
	assert.ErrorContains(t, err, "the rim bears 4.0")
	w = road()
	w.Least, w.Hookless = 6, true
	_, err = tyre.Advise(w)
	assert.ErrorIs(t, err, tyre.ErrTooMuch)
	for name, broken := range map[string]func(*tyre.Wheel){
		"an unread sidewall": func(w *tyre.Wheel) { w.Most = 0 },
		"no load":            func(w *tyre.Wheel) { w.Load = 0 }, "psi typed as bar": func(w *tyre.Wheel) { w.Most = 85 },
		"less than nothing": func(w *tyre.Wheel) { w.Least = -40 }, "a wall": func(w *tyre.Wheel) { w.Surface = "wall" },
		"no figure": func(w *tyre.Wheel) { w.Width = math.NaN() },
	} {
		w := road()
		broken(&w)
		_, err := tyre.Advise(w)
		assert.Error(t, err, name)
	}
}

// No advice lies above what tyre or rim bears, nor below what the tyre needs; more load asks for no less, a wider tyre
// for no more.
func TestPressureStaysWithin(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w := tyre.Wheel{Load: rapid.Float64Range(5, 200).Draw(t, "load"), Width: rapid.Float64Range(18, 110).Draw(t, "width"),
			Surface: rapid.SampledFrom(tyre.Surfaces).Draw(t, "surface"), Tubeless: rapid.Bool().Draw(t, "tubeless"),
			Hookless: rapid.Bool().Draw(t, "hookless"), Least: rapid.Float64Range(0, 4).Draw(t, "least"),
			Most: rapid.Float64Range(1, 9).Draw(t, "most"), RimMost: rapid.Float64Range(0, 9).Draw(t, "rim")}
		a, err := tyre.Advise(w)
		if err != nil {
			assert.ErrorIs(t, err, tyre.ErrTooMuch)
			return
		}
		for _, bar := range []float64{a.Bar, a.From, a.To} {
			assert.LessOrEqual(t, bar, w.Most)
			assert.True(t, w.RimMost == 0 || bar <= w.RimMost)
			assert.True(t, !w.Hookless || bar <= tyre.HooklessMost)
			assert.GreaterOrEqual(t, bar, w.Least)
		}
		heavier := w
		heavier.Load *= 1.2
		if b, err := tyre.Advise(heavier); err == nil {
			assert.GreaterOrEqual(t, b.Bar, a.Bar)
		}
		wider := w
		wider.Width *= 1.1
		b, err := tyre.Advise(wider)
		require.NoError(t, err)
		assert.LessOrEqual(t, b.Bar, a.Bar)
	})
}

func TestLoads(t *testing.T) {
	front, rear, err := tyre.Loads(85, tyre.Shares["leaning"], 0, 12)
	require.NoError(t, err)
	assert.InDelta(t, 36.55, front, 1e-9)
	assert.InDelta(t, 60.45, rear, 1e-9)
	_, _, err = tyre.Loads(850, 0.4, 0, 0)
	assert.Error(t, err)
}

func TestWhereTheHoleWas(t *testing.T) {
	s := tyre.Size{Seat: 622, Width: 37}
	// A tube off the wheel is shorter than its tyre: a third of the way is a third of the way.
	w, err := tyre.Where(600, 1800, s.Round())
	require.NoError(t, err)
	assert.InDelta(t, s.Round()/3, w.Ahead, 1e-9)
	assert.InDelta(t, s.Round()*2/3, w.Behind, 1e-9)
	rapid.Check(t, func(t *rapid.T) {
		tube := rapid.Float64Range(700, 2200).Draw(t, "tube")
		w, err := tyre.Where(rapid.Float64Range(0, tube).Draw(t, "hole"), tube, s.Round())
		require.NoError(t, err)
		sum := math.Mod(w.Ahead+w.Behind, s.Round())
		assert.True(t, sum < 1e-6 || s.Round()-sum < 1e-6, "one way and the other come round to the valve")
	})
	for _, hole := range []float64{-1, 1801, math.NaN()} {
		_, err := tyre.Where(hole, 1800, s.Round())
		assert.Error(t, err)
	}
}

// 60 ml in a road tyre, some 110 to 130 in a wide one (common practice, no source); topped up every 2 to 4 months.
func TestSealant(t *testing.T) {
	assert.Equal(t, 60.0, tyre.Size{Seat: 622, Width: 28}.Sealant())
	assert.InDelta(t, 125, tyre.Size{Seat: 584, Width: 58}.Sealant(), 15)
	rapid.Check(t, func(t *rapid.T) {
		celsius, weekly := rapid.Float64Range(-20, 45).Draw(t, "celsius"), rapid.Float64Range(0, 900).Draw(t, "km")
		from, to := tyre.TopUp(celsius, weekly)
		assert.True(t, 2 <= from && from < to && to <= 4)
		sooner, _ := tyre.TopUp(celsius+10, weekly)
		assert.LessOrEqual(t, sooner, from, "the warmer, the sooner")
	})
}
