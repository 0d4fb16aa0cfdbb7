package wheel

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
	"pgregory.net/rapid"
)

// rear is a wheel of 32 spokes, crossed 3, whose right flange stands nearer to the middle.
func rear() Wheel {
	return Wheel{Rim: UsualRim(300), Flange: [2]Flange{{Off: 37, Circle: 22, Cross: 3},
		{Off: 19, Circle: 22, Cross: 3}}, Spokes: 32, Wire: 2,
		Thread: UsualThread, First: Right}
}

// anyWheel draws a wheel that can be.
func anyWheel(t *rapid.T) Wheel {
	w := Wheel{Rim: UsualRim(rapid.Float64Range(150, 320).Draw(t, "radius")),
		Wire:   rapid.SampledFrom([]float64{1.5, 1.8, 2, 2.3}).Draw(t, "wire"),
		Spokes: 4 * rapid.IntRange(4, 10).Draw(t, "spokes/4"), Thread: UsualThread,
		First: Side(rapid.IntRange(0, 1).Draw(t, "first"))}
	for s := range w.Flange {
		w.Flange[s] = Flange{Off: rapid.Float64Range(14, 45).Draw(t, "off"),
			Circle: rapid.Float64Range(15, 40).Draw(t, "circle"),
			Cross:  rapid.IntRange(0, 3).Draw(t, "cross")}
	}
	return w
}

// The length is the distance between two points in space, which gonum computes.
func TestLengthIsADistanceInSpace(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w := anyWheel(t)
		for s := range Side(2) {
			f := w.Flange[s]
			// two spokes of a side stand two spaces apart
			turned := float64(f.Cross) * 2 * (2 * math.Pi / float64(w.Spokes))
			hole := r3.Vec{X: f.Circle * math.Cos(turned), Y: f.Circle * math.Sin(turned), Z: f.Off}
			seat := r3.Vec{X: w.Rim.Radius}
			assert.InDelta(t, r3.Norm(r3.Sub(hole, seat)), w.Length(s), 1e-9)
		}
	})
	// A common rear wheel: spokes for a 622 rim lie between 285 and 300 mm, the right ones a
	// millimetre or two shorter (common practice, no source).
	w := rear()
	assert.InDelta(t, 294.6, w.Length(Left), 0.1)
	assert.InDelta(t, 292.9, w.Length(Right), 0.1)
	assert.InDelta(t, 0.516, w.Balance(), 0.001, "the left ones bear about half (common practice, no source)")
}

// A spoke whose ends move by nothing but its own turn would gain all of it: the rim gives way, so
// that it gains less, and its neighbours of the same side lose.
func TestWhatATurnDoes(t *testing.T) {
	w := rear()
	f, err := w.Influence()
	require.NoError(t, err)
	alone := w.stiffness(Right) * w.Thread / 4
	assert.Less(t, f.Tension(1, 1), alone)
	assert.Positive(t, f.Tension(1, 1))
	assert.Negative(t, f.Tension(3, 1), "the neighbour of its side")
	side, out := f.At(1)
	assert.Positive(t, side[0], "a right spoke draws the rim to the right")
	assert.Negative(t, out[0], "and inwards")
	assert.Negative(t, side[1])
}

// What spokes gain and lose holds itself in balance: the rim is held by nothing else. And a turn
// here changes there what a turn there changes here (Betti's theorem).
func TestInfluenceIsInBalance(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w := anyWheel(t)
		f, err := w.Influence()
		require.NoError(t, err)
		turned := rapid.IntRange(1, w.Spokes).Draw(t, "turned")
		var push, tiltX, tiltY, acrossX, acrossY float64
		scale := f.Tension(turned, turned)
		for j := 1; j <= w.Spokes; j++ {
			s := w.Side(j)
			sideways, inward := w.bracing(s)
			sin, cos := math.Sincos(w.angle(float64(j)))
			push += f.Tension(j, turned) * s.sign() * sideways
			tiltX += f.Tension(j, turned) * s.sign() * sideways * cos
			tiltY += f.Tension(j, turned) * s.sign() * sideways * sin
			acrossX += f.Tension(j, turned) * inward * cos
			acrossY += f.Tension(j, turned) * inward * sin
			assert.InDelta(t, f.Tension(j, turned), f.Tension(turned, j), 1e-6*scale)
		}
		for _, sum := range []float64{push, tiltX, tiltY, acrossX, acrossY} {
			assert.InDelta(t, 0, sum, 1e-6*scale)
		}
	})
}

// Where the ring is large for what it bends over, it is a straight beam on an elastic foundation:
// under a load P it gives way by Pβ/2k · e^{−βx}(cos βx + sin βx), β = (k/4EI)^¼ (Hetényi 1946,
// value from memory).
func TestInfluenceIsABeamOnAnElasticFoundation(t *testing.T) {
	w := Wheel{Rim: Rim{Radius: 300, Sideway: 4e6, Upright: 110e6, Twist: 1e10, Stretch: 1e9},
		Spokes: 48, Wire: 2, Thread: UsualThread,
		Flange: [2]Flange{{Off: 40, Circle: 20}, {Off: 40, Circle: 20}}}
	f, err := w.Influence()
	require.NoError(t, err)
	sideways, _ := w.bracing(Left)
	perSpoke := w.stiffness(Left) * sideways * sideways
	apart := 2 * math.Pi * w.Rim.Radius / float64(w.Spokes)
	k := perSpoke / apart
	beta := math.Pow(k/(4*w.Rim.Sideway), 0.25)
	load := w.stiffness(Left) * w.Thread / 4 * sideways
	for away := range 9 {
		side, _ := f.At(float64(12 + away))
		x := beta * float64(away) * apart
		want := load * beta / (2 * k) * math.Exp(-x) * (math.Cos(x) + math.Sin(x))
		assert.InDelta(t, want, side[11], 0.04*load*beta/(2*k),
			"%d spokes away; spokes stand apart, a foundation does not", away)
	}
}

func TestAWheelThatCannotBe(t *testing.T) {
	for name, broken := range map[string]func(*Wheel){
		"no spokes": func(w *Wheel) { w.Spokes = 0 }, "an odd number": func(w *Wheel) { w.Spokes = 31 },
		"no rim":                 func(w *Wheel) { w.Rim.Radius = math.NaN() },
		"a flange in the middle": func(w *Wheel) { w.Flange[Left].Off = 0 },
		"crossed too often":      func(w *Wheel) { w.Spokes, w.Flange[Right].Cross = 12, 3 },
		"a rope":                 func(w *Wheel) { w.Wire = 12 },
	} {
		t.Run(name, func(t *testing.T) {
			w := rear()
			broken(&w)
			_, err := w.Influence()
			assert.Error(t, err)
		})
	}
}

// The same law read from a bar's torsion: φ = M L / (G π d⁴/32). Thin spokes wind up more.
func TestSpokesWindUp(t *testing.T) {
	w := rear()
	thick := w.WindUp(Right, 1000)
	assert.InDelta(t, 33, thick, 3, "about a third of a quarter-turn, felt at the key (common practice, no source)")
	w.Wire = 1.5
	assert.Greater(t, w.WindUp(Right, 1000), 1.5*thick)
	assert.Zero(t, w.WindUp(Right, 0))
}

// A spoke that lets go leaves the rim to those of the other side: it stands over to them. What it
// takes lies on its side, and the fourth next is laced as it was.
func TestABrokenSpoke(t *testing.T) {
	f, err := rear().Influence()
	require.NoError(t, err)
	b, err := f.Broke(1000, 0, 1)
	require.NoError(t, err)
	assert.Equal(t, Right, b.Side)
	assert.InDelta(t, 292.9, b.Length, 0.1)
	assert.Equal(t, []int{2, 3, 31, 32}, b.Beside)
	assert.Equal(t, []int{29, 5}, b.Like)
	assert.Negative(t, b.Aside, "to the left")
	assert.InDelta(t, 2.5, -b.Aside, 2, "a few millimetres: common practice, no source")
	assert.Empty(t, b.Reason, "home, slowly")
	loose, err := f.Broke(500, 0, 1)
	require.NoError(t, err)
	assert.InDelta(t, b.Aside/2, loose.Aside, 1e-9)
	tight, err := f.Broke(1000, -b.Aside/2, 1)
	require.NoError(t, err)
	assert.NotEmpty(t, tight.Reason, "it meets its brake")
	two, err := f.Broke(1000, 0, 1, 2)
	require.NoError(t, err)
	assert.NotEmpty(t, two.Reason)
	assert.Equal(t, []int{3, 4, 31, 32}, two.Beside)
	few := rear()
	few.Spokes = 20
	g, err := few.Influence()
	require.NoError(t, err)
	missed, err := g.Broke(1000, 0, 3)
	require.NoError(t, err)
	assert.NotEmpty(t, missed.Reason)
	for _, bad := range [][]int{{}, {0}, {33}, {4, 4}} {
		_, err := f.Broke(1000, 0, bad...)
		assert.Error(t, err, "%v", bad)
	}
	_, err = f.Broke(-1, 0, 1)
	assert.Error(t, err)
}

// Another wheel of the same build leans the same way: away from the side that lost its spoke.
func TestABrokenSpokeLetsTheRimGo(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w := anyWheel(t)
		f, err := w.Influence()
		require.NoError(t, err)
		n := rapid.IntRange(1, w.Spokes).Draw(t, "spoke")
		b, err := f.Broke(800, 0, n)
		require.NoError(t, err)
		assert.Negative(t, b.Aside*w.Side(n).sign())
		for _, like := range b.Like {
			assert.Equal(t, w.Side(n), w.Side(like))
		}
	})
}
