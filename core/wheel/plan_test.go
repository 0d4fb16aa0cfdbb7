package wheel

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/mat"
	"pgregory.net/rapid"
)

// As the book has it for its brakes.
var (
	forRimBrake = Aim{Wobble: 0.3, Hop: 0.5, Dish: 1, Uneven: 0.2, Most: 1200, Least: 350}
	forDisc     = Aim{Wobble: 0.5, Hop: 0.7, Dish: 1.5, Uneven: 0.2, Most: 1200, Least: 350}
)

// wobbly is readings of a wheel whose spokes were each turned by something from an even wheel.
func wobbly(t require.TestingT, w Wheel, turned []float64) Readings {
	f, err := w.Influence()
	require.NoError(t, err)
	r := Readings{Tensions: map[int]float64{}}
	for spoke := 1; spoke <= w.Spokes; spoke++ {
		sideBy, outBy := f.At(float64(spoke))
		var side, out float64
		tension := 800 * w.Share(w.Side(spoke))
		for k, q := range turned {
			side, out, tension = side+q*sideBy[k], out+q*outBy[k], tension+q*f.Tension(spoke, k+1)
		}
		r.Runouts = append(r.Runouts, Runout{At: float64(spoke), Mm: &side, Out: &out})
		r.Tensions[spoke] = min(max(0, tension), 2500)
	}
	return r
}

func drawTurned(t *rapid.T, w Wheel, most float64) []float64 {
	turned := make([]float64, w.Spokes)
	for k := range turned {
		turned[k] = rapid.Float64Range(-most, most).Draw(t, "turned")
	}
	return turned
}

func quarters(p Plan, n int) []int {
	turns := make([]int, n)
	for _, t := range p.Turns {
		turns[t.Spoke-1] += t.Quarters
	}
	return turns
}

// Three spokes were turned by hand: the plan turns them back.
func TestAPlanUndoesWhatWasDone(t *testing.T) {
	w := rear()
	turned := make([]float64, w.Spokes)
	turned[4], turned[5], turned[19] = 2, -3, 3
	b, err := NewBench(w, forRimBrake)
	require.NoError(t, err)
	p, err := b.Plan(wobbly(t, w, turned))
	require.NoError(t, err)
	turns := quarters(p, w.Spokes)
	assert.Equal(t, -2, turns[4])
	assert.Equal(t, 3, turns[5])
	assert.Equal(t, -3, turns[19])
	assert.False(t, p.Before.True)
	assert.True(t, p.After.True)
	assert.Less(t, p.After.Wobble, 0.15)
	for i, turn := range p.Turns {
		assert.Equal(t, w.Side(turn.Spoke), turn.Side)
		assert.Positive(t, turn.Past)
		assert.True(t, i == 0 || p.Turns[i-1].Spoke < turn.Spoke, "round the rim from the valve")
	}
}

// A wheel seen from its other side is planned the other way about, and nothing else.
func TestAMirroredWheelHasAMirroredPlan(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w := anyWheel(t)
		r := wobbly(t, w, drawTurned(t, w, 3))
		other := w
		other.First, other.Flange = 1-w.First, [2]Flange{w.Flange[Right], w.Flange[Left]}
		seen := r
		seen.Runouts = slices.Clone(r.Runouts)
		for i := range seen.Runouts {
			mm := -*seen.Runouts[i].Mm
			seen.Runouts[i].Mm = &mm
		}
		plan := func(w Wheel, r Readings) []int {
			b, err := NewBench(w, forDisc)
			require.NoError(t, err)
			p, err := b.Plan(r)
			require.NoError(t, err)
			return quarters(p, w.Spokes)
		}
		assert.Equal(t, plan(w, r), plan(other, seen))
	})
}

// Whatever is read, a plan predicts nothing worse than leaving the wheel alone, turns no seized
// nipple, gives no nipple more than a turn, and takes no spoke beyond a limit at any time.
func TestAPlanIsNeverWorseThanNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w := anyWheel(t)
		b, err := NewBench(w, forRimBrake)
		require.NoError(t, err)
		b.Seized = []int{rapid.IntRange(1, w.Spokes).Draw(t, "seized")}
		dice := rand.New(rand.NewPCG(rapid.Uint64().Draw(t, "noise"), 1))
		r := wobbly(t, w, drawTurned(t, w, 5))
		for i := range r.Runouts { // a rim that is bent itself
			side, out := *r.Runouts[i].Mm+dice.NormFloat64(), *r.Runouts[i].Out+dice.NormFloat64()
			r.Runouts[i].Mm, r.Runouts[i].Out = &side, &out
		}
		if rapid.Bool().Draw(t, "dish") {
			dish := 3 * dice.NormFloat64()
			r.Dish = &dish
		}
		p, err := b.Plan(r)
		require.NoError(t, err)
		assert.LessOrEqual(t, b.worst(p.After), max(1, b.worst(p.Before))*aboutAsFar)
		all := b.rows(r)
		dents := all.dents(b.relaxed(all))
		assert.LessOrEqual(t, all.worst(quarters(p, w.Spokes), dents), all.worst(make([]int, w.Spokes), dents))
		turns := quarters(p, w.Spokes)
		assert.Zero(t, turns[b.Seized[0]-1])
		now := map[int]float64{}
		for spoke, tension := range r.Tensions {
			now[spoke] = tension
		}
		for _, turn := range p.Turns {
			for spoke := range now {
				was := now[spoke]
				now[spoke] += float64(turn.Quarters) * b.influence.Tension(spoke, turn.Spoke)
				assert.True(t, now[spoke] <= b.Aim.Most || now[spoke] <= max(was, r.Tensions[spoke]),
					"spoke %d bears %.0f N", spoke, now[spoke])
			}
		}
		for _, q := range turns {
			assert.LessOrEqual(t, max(q, -q), mostAtOnce)
		}
	})
}

// The turns before they are rounded are the least squares that gonum's QR finds for the same
// rows, held by the same cost of turning.
func TestRelaxedIsLeastSquares(t *testing.T) {
	w := rear()
	b, err := NewBench(w, forRimBrake)
	require.NoError(t, err)
	turned := make([]float64, w.Spokes)
	for k := range turned {
		turned[k] = 2 * math.Sin(float64(k*k))
	}
	rows := b.rows(wobbly(t, w, turned))
	n, m := rows.does.Dims()
	all, off := mat.NewDense(n+m, m, nil), mat.NewVecDense(n+m, nil)
	for i := range n {
		all.SetRow(i, rows.does.RawRowView(i))
		off.SetVec(i, -rows.off.AtVec(i))
	}
	for k := range m {
		all.Set(n+k, k, math.Sqrt(perQuarter))
	}
	var qr mat.QR
	qr.Factorize(all)
	var want mat.VecDense
	require.NoError(t, qr.SolveVecTo(&want, false, off))
	assert.InDeltaSlice(t, want.RawVector().Data, b.relaxed(rows), 1e-6)
}

// A wheel that answers a fifth less than the model, and one of its spokes otherwise, is known
// better after a round.
func TestAWheelIsLearntFromItsRound(t *testing.T) {
	w := rear()
	b, err := NewBench(w, forRimBrake)
	require.NoError(t, err)
	turned := make([]float64, w.Spokes)
	for k := range turned {
		turned[k] = 3 * math.Sin(float64(3*k*k))
	}
	before := wobbly(t, w, turned)
	plan, err := b.Plan(before)
	require.NoError(t, err)
	turns := quarters(plan, w.Spokes)
	for k := range turned {
		turned[k] += 0.8 * float64(turns[k])
	}
	b.Learn(before, turns, wobbly(t, w, turned))
	assert.InDelta(t, 0.8, b.Learnt.Sideways*mean(b.Learnt.Spoke), 0.03)
	assert.InDelta(t, 0.8, b.Learnt.Tension*mean(b.Learnt.Spoke), 0.03)

	same := b.Learnt
	b.Learn(before, make([]int, w.Spokes), before)
	assert.Equal(t, same, b.Learnt, "where nothing was turned nothing is learnt")
}

// The rim stands to one side of the middle: the spokes of the other side are tightened, or those
// of its own let go, all round, and the rim goes to the middle.
func TestDish(t *testing.T) {
	assert.InDelta(t, 1.5, Dish(2, 5), 1e-9,
		"the left locknut is three farther from the rim: it stands 1.5 to the right")
	w := rear()
	b, err := NewBench(w, forDisc)
	require.NoError(t, err)
	r := wobbly(t, w, make([]float64, w.Spokes))
	dish := 0.8
	r.Dish = &dish
	p, err := b.Plan(r)
	require.NoError(t, err)
	right, left := 0, 0
	for _, turn := range p.Turns {
		if turn.Side == Right {
			right += turn.Quarters
		} else {
			left += turn.Quarters
		}
	}
	assert.Greater(t, left, right)
	assert.Less(t, p.After.Dish, 0.4)
	assert.Equal(t, math.Abs(*p.Shape.Dish), p.After.Dish)
}

func TestReadingsThatCannotBe(t *testing.T) {
	mm := func(v float64) *float64 { return &v }
	b, err := NewBench(rear(), forRimBrake)
	require.NoError(t, err)
	for name, c := range map[string]struct {
		r    Readings
		says string
	}{
		"nothing":            {Readings{}, "nothing was measured"},
		"40 mm":              {Readings{Runouts: []Runout{{At: 3, Mm: mm(40)}}}, "40 mm at spoke 3"},
		"no figure":          {Readings{Runouts: []Runout{{At: 3, Out: mm(math.NaN())}}}, "spoke 3"},
		"a spoke too many":   {Readings{Tensions: map[int]float64{33: 800}}, "this wheel has 32"},
		"a place too many":   {Readings{Runouts: []Runout{{At: 34}}}, "this wheel has 32"},
		"less than nothing":  {Readings{Tensions: map[int]float64{3: -40}}, "-40 N at spoke 3"},
		"kgf taken for more": {Readings{Tensions: map[int]float64{3: 9800}}, "9800 N at spoke 3"},
		"beside the stand":   {Readings{Runouts: []Runout{{At: 3, Mm: mm(1)}}, Dish: mm(-80)}, "out of the middle"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := b.Plan(c.r)
			assert.ErrorContains(t, err, c.says)
		})
	}
}

// A dent as wide as a hand is long: what the turns cannot take out is named where it is, and nowhere else.
func TestADentIsNoMatterOfSpokes(t *testing.T) {
	w := rear()
	r := wobbly(t, w, make([]float64, w.Spokes))
	dent := -2.0
	r.Runouts[10].Out = &dent
	b, err := NewBench(w, forRimBrake)
	require.NoError(t, err)
	p, err := b.Plan(r)
	require.NoError(t, err)
	assert.Equal(t, []float64{11}, b.Bent(p))
	assert.False(t, p.After.True)
	assert.Less(t, p.After.Uneven, 2*b.Aim.Uneven, "the spokes are not spoilt for it")
}

// Whoever has no tension gauge and read every third spoke by eye is still helped.
func TestAPlanFromFewReadings(t *testing.T) {
	w := rear()
	turned := make([]float64, w.Spokes)
	turned[8], turned[9], turned[10] = 2, -3, 2
	r := wobbly(t, w, turned)
	r.Tensions = nil
	var few []Runout
	for i := 0; i < len(r.Runouts); i += 3 {
		r.Runouts[i].Out = nil
		few = append(few, r.Runouts[i])
	}
	r.Runouts = few
	b, err := NewBench(w, forDisc)
	require.NoError(t, err)
	p, err := b.Plan(r)
	require.NoError(t, err)
	assert.NotEmpty(t, p.Turns)
	assert.Less(t, p.After.Wobble, p.Before.Wobble/2)
	assert.True(t, math.IsNaN(p.After.Hop) && math.IsNaN(p.After.Uneven), "what was not read is not known")
	assert.True(t, math.IsNaN(p.Turns[0].Tension))
}
