package brake_test

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/dsp/fourier"
	"pgregory.net/rapid"

	"utensil/core/brake"
)

func TestBoilingPoints(t *testing.T) {
	// FMVSS 116 (49 CFR 571.116): least dry and wet equilibrium reflux boiling points (exact
	// figures of the rule, from memory).
	for name, want := range map[string][2]float64{"DOT 3": {205, 140}, "DOT 4": {230, 155}, "DOT 5.1": {260, 180}} {
		t.Run(name, func(t *testing.T) {
			g, known := brake.GradeOf(name)
			require.True(t, known, name)
			assert.Equal(t, want, [2]float64{g.Dry, g.Wet}, name)
			fresh, old := g.Aged(0), g.Aged(120)
			assert.InDelta(t, g.Dry, fresh.Likely, 1e-9)
			assert.InDelta(t, g.Wet, old.Likely, 1e-9)
			for m := range 60 {
				b, next := g.Aged(float64(m)), g.Aged(float64(m+1))
				assert.True(t, b.Low <= b.Likely && b.Likely <= b.High && next.Likely <= b.Likely,
					"%s after %d months: %+v", name, m, b)
			}
		})
	}
	assert.InDelta(t, 100, brake.WaterBoils, 0)
}

func TestTheFluidGuard(t *testing.T) {
	now := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	dot := brake.Bottle{Family: brake.DOT, Grade: "DOT 4", Opened: now.AddDate(0, 0, -10), Left: 200}
	oil := brake.Bottle{Family: brake.Mineral, Left: 900, Clean: true}
	assert.Empty(t, dot.Guard(brake.DOT, now, 30, 20))
	assert.Empty(t, oil.Guard(brake.Mineral, now, 30, 20))
	assert.Contains(t, dot.Guard(brake.Mineral, now, 30, 20).Refused, "seals")
	assert.Contains(t, oil.Guard(brake.DOT, now, 30, 20).Refused, "seals")
	assert.Contains(t, dot.Guard(brake.DOT, now, 7, 20).Warning, "open for 10 days")
	assert.Contains(t, dot.Guard(brake.DOT, now, 30, 300).Refused, "200 ml are left")
	assert.Contains(t, dot.Guard("cider", now, 30, 20).Refused, "no fluid")
	dirty, future := oil, dot
	dirty.Clean, future.Opened = false, now.AddDate(0, 0, 3)
	assert.Contains(t, dirty.Guard(brake.Mineral, now, 30, 20).Refused, "not clean")
	assert.Contains(t, future.Guard(brake.DOT, now, 30, 20).Refused, "future")
}

func TestCircuitVolumeAndNeed(t *testing.T) {
	rear := brake.Circuit{Bore: 2, Length: 1700, Caliper: 3, Lever: 6}
	require.NoError(t, rear.Validate())
	assert.InDelta(t, 5.34, rear.Hose(), 0.005, "π/4 · d² · L: 2.0 mm × 1 700 mm = 5.34 ml")
	push, err := rear.Need(brake.Push, 0.9, false)
	require.NoError(t, err)
	// Stirred dilution: 90 % fresh takes ln 10 volumes; plug flow nine tenths of one.
	assert.InDelta(t, math.Log(10)*rear.Volume(), push.Most-12, 1e-9)
	assert.InDelta(t, 0.9*rear.Volume(), push.Least-12, 1e-9)
	for _, bad := range []brake.Circuit{{Bore: 2, Length: -5, Caliper: 3}, {Bore: 0, Length: 900},
		{Bore: math.NaN(), Length: 900}} {
		assert.Error(t, bad.Validate())
	}
	_, err = rear.Need(brake.Push, 1, false)
	assert.Error(t, err, "stirred fluid is never all fresh")
	_, err = rear.Need("prayer", 0.5, false)
	assert.Error(t, err)
	rapid.Check(t, func(t *rapid.T) {
		school := rapid.SampledFrom([]brake.School{brake.LeverEnd, brake.Push, brake.TwoSyringe,
			brake.ColourChange}).Draw(t, "school")
		a, b := rapid.Float64Range(0, 0.99).Draw(t, "fresh"), rapid.Float64Range(0, 0.99).Draw(t, "fresher")
		less, _ := rear.Need(school, min(a, b), false)
		more, _ := rear.Need(school, max(a, b), false)
		const dust = 1e-9 // of sums of floats
		if more.Likely < less.Likely-dust || less.Least > less.Likely+dust || less.Likely > less.Most+dust {
			t.Fatalf("fresher needs less: %+v, %+v", less, more)
		}
	})
}

func TestAirByBoyle(t *testing.T) {
	p := brake.Pull{First: 50, Pumped: 30, Ratio: 5, Master: 10, Bar: 40}
	require.NoError(t, p.Validate())
	// 20 mm at the lever are 4 mm of a 10 mm piston: 0.314 ml, which Boyle makes of
	// V0·(1 − p_atm/(p_atm + p)).
	lost := 4 * math.Pi / 4 * 100 / 1000
	assert.InDelta(t, lost/(1-1.01325/(1.01325+40)), p.Air(), 1e-12)
	assert.InDelta(t, 50, p.Travel(p.Air()), 1e-9)
	rapid.Check(t, func(t *rapid.T) {
		a, b := rapid.Float64Range(0, 5).Draw(t, "air"), rapid.Float64Range(0, 5).Draw(t, "more air")
		if p.Travel(max(a, b)) < p.Travel(min(a, b)) {
			t.Fatal("more air makes a firmer lever")
		}
	})
	for _, bad := range []brake.Pull{{}, {First: 20, Pumped: 30, Ratio: 5, Master: 10, Bar: 40},
		{First: 50, Pumped: 30, Ratio: 0, Master: 10, Bar: 40}} {
		assert.Error(t, bad.Validate())
	}
}

func TestWhereAirStays(t *testing.T) {
	rising := []brake.Segment{{Length: 300, Angle: 40}, {Length: 900, Angle: 15}, {Length: 300, Angle: 80}}
	r, err := brake.CheckRise(rising, 2)
	require.NoError(t, err)
	assert.Empty(t, r.Falls)
	assert.Zero(t, r.Traps)

	// A rear hose along a falling chainstay, up the down tube.
	rear := []brake.Segment{{Length: 400, Angle: -8}, {Length: 700, Angle: 45}, {Length: 300, Angle: 70}}
	r, err = brake.CheckRise(rear, 2)
	require.NoError(t, err)
	assert.Equal(t, []int{0}, r.Falls)
	assert.InDelta(t, math.Pi/4*4*400/1000, r.Traps, 1e-9)
	assert.Zero(t, r.Hang)
	assert.Positive(t, r.Tilt)
	assert.GreaterOrEqual(t, r.Least, 5.0)

	// A loop that no tilt straightens: the caliper comes off and hangs.
	loop := []brake.Segment{{Length: 200, Angle: -90}, {Length: 200, Angle: 90}, {Length: 500, Angle: 30}}
	r, err = brake.CheckRise(loop, 2)
	require.NoError(t, err)
	assert.Positive(t, r.Hang)
	assert.Contains(t, r.Says, "caliper off")

	rapid.Check(t, func(t *rapid.T) {
		line := rapid.SliceOfN(rapid.Custom(func(t *rapid.T) brake.Segment {
			return brake.Segment{Length: rapid.Float64Range(10, 900).Draw(t, "length"),
				Angle: rapid.Float64Range(-180, 180).Draw(t, "angle")}
		}), 1, 8).Draw(t, "line")
		r, err := brake.CheckRise(line, 2)
		if err != nil || r.Says == "" {
			t.Fatal(err)
		}
		if (len(r.Falls) == 0) != (r.Traps == 0) {
			t.Fatalf("a line that rises throughout traps nothing: %+v", r)
		}
	})
	_, err = brake.CheckRise(nil, 2)
	assert.Error(t, err)
	_, err = brake.CheckRise([]brake.Segment{{Length: -1, Angle: 5}}, 2)
	assert.Error(t, err)
}

func TestKineticEnergyAndBedding(t *testing.T) {
	rider := brake.Rider{Mass: 85}
	assert.InDelta(t, 738, rider.Kinetic(15, 0), 0.5, "½ m v²: 85 kg at 15 km/h")
	assert.InDelta(t, 2050, rider.Kinetic(25, 0), 1, "½ m v²: 85 kg at 25 km/h")
	rotor := brake.Rotor{Diameter: 160, Mass: 110}
	// Common practice, no published source: ten slow-downs from 15 km/h, then five from 25.
	b, err := rotor.Bed(rider, []brake.Stage{{Stops: 10, From: 15, To: 4}, {Stops: 5, From: 25, To: 4}}, 15, 1)
	require.NoError(t, err)
	assert.Equal(t, 15, b.Stops)
	assert.InDelta(t, 10*rider.Kinetic(15, 4)+5*rider.Kinetic(25, 4), b.Energy, 1e-9)
	assert.InDelta(t, rider.Kinetic(25, 4)/(0.110*500), b.Warmer, 1e-9)
	assert.Less(t, b.Hottest, 15+b.Energy/(0.110*500), "it cools between stops")
	assert.Greater(t, b.Hottest, 15+b.Warmer)
	half, err := rotor.Bed(rider, []brake.Stage{{Stops: 10, From: 15, To: 4}, {Stops: 5, From: 25, To: 4}}, 15, 0.5)
	require.NoError(t, err)
	assert.InDelta(t, b.Energy/2, half.Energy, 1e-9)
	_, err = rotor.Bed(rider, []brake.Stage{{Stops: 3, From: 5, To: 15}}, 15, 1)
	assert.Error(t, err)

	hill := brake.Hill{Drop: 200, Length: 2000, Speed: 20, Air: 15, Share: 0.5}
	require.NoError(t, hill.Validate())
	steep := hill
	steep.Drop = 300
	assert.Greater(t, rotor.Hottest(rider, steep), rotor.Hottest(rider, hill))
	larger := brake.Rotor{Diameter: 203}
	assert.Less(t, larger.Hottest(rider, hill), rotor.Hottest(rider, hill), "a larger rotor stays cooler")
	assert.Error(t, brake.Hill{Drop: 300, Length: 200, Speed: 20, Share: 0.5}.Validate())
}

func TestRunoutIsTheFirstHarmonic(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		dial := rapid.SliceOfN(rapid.Float64Range(-2, 2), 4, 24).Draw(t, "dial")
		r, err := brake.FitRunout(dial)
		if err != nil {
			t.Fatal(err)
		}
		// gonum's transform of the same readings.
		c := fourier.NewFFT(len(dial)).Coefficients(nil, dial)[1]
		amplitude := 2 * math.Hypot(real(c), imag(c)) / float64(len(dial))
		if math.Abs(r.Wobble-2*amplitude) > 1e-9 {
			t.Fatalf("%v: %g, gonum says %g", dial, r.Wobble, 2*amplitude)
		}
	})
	tilted := make([]float64, 12)
	for i := range tilted {
		tilted[i] = 0.4 * math.Cos(2*math.Pi*float64(i)/12-math.Pi/2)
	}
	r, err := brake.FitRunout(tilted)
	require.NoError(t, err)
	assert.InDelta(t, 0.8, r.Wobble, 1e-9)
	assert.InDelta(t, 90, r.High, 1e-9)
	tilted[3] += 0.6
	r, err = brake.FitRunout(tilted)
	require.NoError(t, err)
	assert.Equal(t, 3, r.Worst)
	assert.Contains(t, r.Says, "local bend")
	_, err = brake.FitRunout([]float64{0, 0, 0})
	assert.Error(t, err)
	_, err = brake.FitRunout([]float64{0, math.NaN(), 0, 0})
	assert.Error(t, err)
}

func TestSmallFigures(t *testing.T) {
	ok, _ := brake.Resin.Suits(brake.Resin)
	assert.True(t, ok)
	ok, why := brake.Sintered.Suits(brake.Resin)
	assert.False(t, ok)
	assert.Contains(t, why, "resurface")
	ok, _ = brake.Sintered.Suits("")
	assert.True(t, ok, "a new rotor takes either")

	_, bad, err := brake.Piston(10.12, 10)
	require.NoError(t, err)
	assert.True(t, bad)
	_, bad, err = brake.Piston(10.02, 10)
	require.NoError(t, err)
	assert.False(t, bad)
	_, _, err = brake.Piston(25, 10)
	assert.Error(t, err)

	side, turns, err := brake.Arms{Left: 1, Right: 3}.Balance()
	require.NoError(t, err)
	assert.Equal(t, "left", side, "the arm nearer the rim has the weaker spring")
	assert.InDelta(t, 0.5, turns, 1e-12)
	side, _, err = brake.Arms{Left: 2, Right: 2.2}.Balance()
	require.NoError(t, err)
	assert.Empty(t, side)

	left, err := brake.Cable{Pull: 18, Gap: 1.5, Ratio: 4, Stretch: 3}.Left()
	require.NoError(t, err)
	assert.InDelta(t, 9, left, 1e-12)
	_, err = brake.Cable{Pull: -1}.Left()
	assert.Error(t, err)
}

func TestBatchingBleeds(t *testing.T) {
	shelf := brake.Shelf{Left: 60, Usable: 5, Days: 14, Bottle: 250, Price: 1200}
	waiting := []brake.Waiting{{Job: "late", Need: 40, Due: 6}, {Job: "soon", Need: 40, Due: 1},
		{Job: "third", Need: 30, Due: 9}}
	b, err := shelf.Plan(waiting)
	require.NoError(t, err)
	assert.Equal(t, []string{"soon"}, b.Now)
	assert.Equal(t, []brake.Opening{{Bottles: 1, Bleeds: []brake.Bled{{Job: "late"}, {Job: "third"}}}}, b.Openings)
	assert.Equal(t, 1, b.Fresh)
	assert.InDelta(t, 20+250-70, b.Thrown, 1e-9)
	assert.Less(t, b.Cost, b.Apart, "together throws away less")
	shelf.Usable = 0
	b, err = shelf.Plan(waiting)
	require.NoError(t, err)
	assert.Empty(t, b.Now)
	_, err = brake.Shelf{}.Plan(nil)
	assert.Error(t, err)
}
