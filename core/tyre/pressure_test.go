package tyre_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/tyre"
)

// custom is a small table of what is ridden, made by a rule of its own: the law is to find it again.
func custom(by func(load, width, seat float64) float64) tyre.Custom {
	c := tyre.Custom{Grounds: []tyre.Ground{{Surface: "smooth", Share: 1},
		{Surface: "rough", Share: 0.8}, {Surface: "soft", Share: 0.7},
		{Surface: "snow", Share: 0.4, Floats: 75}},
		Floors: []tyre.Floor{{Width: 25, Bar: 4}, {Width: 50, Bar: 1.6}, {Width: 100, Bar: 0.5}}}
	for _, load := range []float64{20, 50, 90} {
		for _, width := range []float64{25, 40, 60, 100} {
			for _, seat := range []float64{406, 622} {
				p := by(load, width, seat)
				c.Ridden = append(c.Ridden, tyre.Ridden{Load: load, Width: width, Seat: seat,
					Surface: "smooth", From: p * 0.9, To: p * 1.1})
			}
		}
	}
	return c
}

func lawOf(t testing.TB) tyre.Law {
	l, err := custom(func(load, width, seat float64) float64 {
		return 3.3 * math.Pow(load/45, 0.6) * math.Pow(width/40, -1.2) * math.Pow(seat/622, -0.4)
	}).Fit()
	require.NoError(t, err)
	return l
}

func TestALawFindsWhatItsTableWasMadeBy(t *testing.T) {
	l := lawOf(t)
	assert.InDelta(t, 3.3, l.Ridden(45, 40, 622, "smooth", false), 1e-9)
	assert.InDelta(t, 3.3*math.Pow(80./45, 0.6)*math.Pow(30./40, -1.2), l.Ridden(80, 30, 622, "smooth", false), 1e-9)
	assert.InDelta(t, l.Ridden(20, 40, 622, "smooth", false)/2, l.Ridden(10, 40, 622, "smooth", false), 1e-9,
		"in proportion below what was measured")
	assert.InDelta(t, l.Ridden(45, 40, 622, "soft", false), l.Ridden(45, 40, 622, "snow", false), 1e-9,
		"a narrow tyre does not float")
	assert.Less(t, l.Ridden(45, 100, 622, "snow", false), l.Ridden(45, 100, 622, "soft", false))
	for name, broken := range map[string]func(*tyre.Custom){
		"a table of one load": func(c *tyre.Custom) {
			for i := range c.Ridden {
				c.Ridden[i].Load = 50
			}
		},
		"hardly any table": func(c *tyre.Custom) { c.Ridden = c.Ridden[:4] },
		"less for more load": func(c *tyre.Custom) {
			for i := range c.Ridden {
				c.Ridden[i].Load = 1000 / c.Ridden[i].Load
			}
		},
		"more for more width": func(c *tyre.Custom) {
			for i := range c.Ridden {
				c.Ridden[i].Width = 2500 / c.Ridden[i].Width
			}
		},
		"a ground nobody knows": func(c *tyre.Custom) { c.Ridden[3].Surface = "wall" },
		"no smooth ground":      func(c *tyre.Custom) { c.Grounds[0].Share = 0.9 },
		"floors that rise":      func(c *tyre.Custom) { c.Floors[1].Bar = 9 },
	} {
		c := custom(func(load, width, _ float64) float64 { return load / width })
		broken(&c)
		_, err := c.Fit()
		assert.Error(t, err, name)
	}
}

func road() tyre.Wheel {
	return tyre.Wheel{Load: 45, Width: 28, Seat: 622, Surface: "smooth", Most: 8, Least: 3}
}

func TestPressure(t *testing.T) {
	l := lawOf(t)
	a, err := l.Advise(road())
	require.NoError(t, err)
	assert.True(t, a.From < a.Bar && a.Bar < a.To)

	w := road()
	w.Hookless, w.Load = true, 60
	a, err = l.Advise(w)
	require.NoError(t, err)
	assert.Equal(t, "hookless rim", a.MostBy)
	assert.LessOrEqual(t, a.To, tyre.HooklessMost)

	w = road()
	w.RimMost = 4.5
	a, err = l.Advise(w)
	require.NoError(t, err)
	assert.Equal(t, "rim", a.MostBy, "the lower of the two wins, and is named")
	assert.True(t, a.HeldBelow)
	assert.Equal(t, 4.5, a.Bar)

	// Where the sidewall prints no least, the width asks for one; a load printed there is carried
	// at its most only.
	w = road()
	w.Load, w.Least = 8, 0
	a, err = l.Advise(w)
	require.NoError(t, err)
	assert.Equal(t, "pinch", a.LeastBy)
	assert.True(t, a.HeldAbove)
	assert.InDelta(t, l.Floor(28, "smooth", false), a.Bar, 1e-9)
	w.Load, w.Carries, w.Most = 70, 70, 7
	a, err = l.Advise(w)
	require.NoError(t, err)
	assert.Equal(t, "load", a.LeastBy)
	assert.InDelta(t, 7, a.Bar, 1e-9, "70 of 70 kg are carried at its most")
}

func TestAPressureThatNothingBears(t *testing.T) {
	l := lawOf(t)
	w := road()
	w.Load, w.RimMost = 120, 4
	_, err := l.Advise(w)
	assert.ErrorIs(t, err, tyre.ErrTooMuch)
	assert.ErrorContains(t, err, "the rim bears 4.0")
	w = road()
	w.Least, w.Hookless = 6, true
	_, err = l.Advise(w)
	assert.ErrorIs(t, err, tyre.ErrTooMuch)
	w = road()
	w.Load, w.Carries = 90, 85
	_, err = l.Advise(w)
	assert.ErrorContains(t, err, "its sidewall says 85 at the most")
	w = road()
	w.Load, w.Carries, w.RimMost = 80, 85, 5
	_, err = l.Advise(w)
	assert.ErrorContains(t, err, "ask for 7.5 bar, and the rim bears 5.0", "what its sidewall asks for under that load")
	for name, broken := range map[string]func(*tyre.Wheel){
		"an unread sidewall": func(w *tyre.Wheel) { w.Most = 0 },
		"no load":            func(w *tyre.Wheel) { w.Load = 0 },
		"psi typed as bar":   func(w *tyre.Wheel) { w.Most = 85 },
		"less than nothing":  func(w *tyre.Wheel) { w.Least = -40 },
		"a wall":             func(w *tyre.Wheel) { w.Surface = "wall" },
		"no figure":          func(w *tyre.Wheel) { w.Width = math.NaN() },
		"no seat":            func(w *tyre.Wheel) { w.Seat = 0 },
	} {
		w := road()
		broken(&w)
		_, err := l.Advise(w)
		assert.Error(t, err, name)
	}
}

// No advice lies above what tyre or rim bears, nor below what the tyre needs; more load asks for
// no less, a wider tyre for no more.
func TestPressureStaysWithin(t *testing.T) {
	l := lawOf(t)
	rapid.Check(t, func(t *rapid.T) {
		w := tyre.Wheel{Load: rapid.Float64Range(5, 200).Draw(t, "load"),
			Width:    rapid.Float64Range(18, 110).Draw(t, "width"),
			Seat:     rapid.SampledFrom([]int{305, 406, 559, 622}).Draw(t, "seat"),
			Carries:  rapid.SampledFrom([]float64{0, 60, 120}).Draw(t, "carries"),
			Surface:  rapid.SampledFrom([]tyre.Surface{"smooth", "rough", "soft", "snow"}).Draw(t, "surface"),
			Tubeless: rapid.Bool().Draw(t, "tubeless"),
			Hookless: rapid.Bool().Draw(t, "hookless"), Least: rapid.Float64Range(0, 4).Draw(t, "least"),
			Most: rapid.Float64Range(1, 9).Draw(t, "most"), RimMost: rapid.Float64Range(0, 9).Draw(t, "rim")}
		a, err := l.Advise(w)
		if err != nil {
			assert.ErrorIs(t, err, tyre.ErrTooMuch)
			return
		}
		for _, bar := range []float64{a.Bar, a.From, a.To} {
			assert.LessOrEqual(t, bar, w.Most)
			assert.True(t, w.RimMost == 0 || bar <= w.RimMost)
			assert.True(t, !w.Hookless || bar <= tyre.HooklessMost)
			assert.GreaterOrEqual(t, bar, w.Least)
			assert.True(t, w.Carries == 0 || bar >= w.Most*w.Load/w.Carries)
		}
		heavier := w
		heavier.Load *= 1.2
		if b, err := l.Advise(heavier); err == nil {
			assert.GreaterOrEqual(t, b.Bar, a.Bar)
		}
		wider := w
		wider.Width *= 1.1
		b, err := l.Advise(wider)
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

// 60 ml in a road tyre, some 110 to 130 in a wide one (common practice, no source); topped up
// every 2 to 4 months.
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
