package wheel

import (
	"errors"
	"math"

	"gonum.org/v1/gonum/mat"
)

// Influence is what a quarter-turn tighter at each spoke does. The rim is an elastic ring that
// bends and twists sideways, bends in its own plane, and is held by its spokes alone (the wheel
// theories of Pippard and of Hetényi's beam on an elastic foundation, for a ring and for spokes
// that stand apart). It is solved in the ring's own shapes: waves of n to the turn, whose
// stiffness is
//
//	sideways  π n²(n²−1)² EI·GJ / (R³ (EI + GJ n²))
//	upright   π EI (n²−1)² / R³, and 2π EA/R where the ring shrinks evenly.
//
// What spokes do along the rim, and that a tight wheel is a little softer than a slack one, is left out.
type Influence struct {
	wheel    Wheel
	waves    int
	sideways *mat.Dense // of each shape, by spoke
	inward   *mat.Dense
	tension  *mat.Dense // of each spoke, by spoke, N
}

var errSlackRim = errors.New("the wheel cannot be computed: its spokes do not hold its rim")

// Influence works out what turns do.
func (w Wheel) Influence() (*Influence, error) {
	if err := w.Check(); err != nil {
		return nil, err
	}
	waves := w.Spokes
	shapes := 2*waves + 1
	held := mat.NewSymDense(2*shapes, nil)
	for n := range waves + 1 {
		side, upright := w.waveStiffness(n)
		for _, k := range shapesOf(n) {
			held.SetSym(k, k, side)
			held.SetSym(shapes+k, shapes+k, upright)
		}
	}
	pulls := mat.NewDense(2*shapes, w.Spokes, nil) // how each spoke is drawn shorter by each shape
	for i := range w.Spokes {
		s := w.Side(i + 1)
		sideways, inward := w.bracing(s)
		for k, v := range shapesAt(w.angle(float64(i+1)), waves) {
			pulls.Set(k, i, s.sign()*sideways*v)
			pulls.Set(shapes+k, i, inward*v)
		}
		held.SymRankOne(held, w.stiffness(s), pulls.ColView(i))
	}
	var factored mat.Cholesky
	if !factored.Factorize(held) {
		return nil, errSlackRim
	}
	quarter := w.Thread / 4
	loads := mat.NewDense(2*shapes, w.Spokes, nil)
	for i := range w.Spokes {
		k := quarter * w.stiffness(w.Side(i+1))
		for r := range 2 * shapes {
			loads.Set(r, i, k*pulls.At(r, i))
		}
	}
	var moved, drawn mat.Dense
	if err := factored.SolveTo(&moved, loads); err != nil {
		return nil, errSlackRim
	}
	drawn.Mul(pulls.T(), &moved)
	tension := mat.NewDense(w.Spokes, w.Spokes, nil)
	for j := range w.Spokes {
		k := w.stiffness(w.Side(j + 1))
		for i := range w.Spokes {
			own := 0.0
			if i == j {
				own = quarter
			}
			tension.Set(j, i, k*(own-drawn.At(j, i)))
		}
	}
	return &Influence{wheel: w, waves: waves, tension: tension,
		sideways: mat.DenseCopyOf(moved.Slice(0, shapes, 0, w.Spokes)),
		inward:   mat.DenseCopyOf(moved.Slice(shapes, 2*shapes, 0, w.Spokes))}, nil
}

// waveStiffness is how the bare ring holds against a wave of n to the turn, N/mm.
func (w Wheel) waveStiffness(n int) (sideways, upright float64) {
	r, n2 := w.Rim, float64(n*n)
	cube := math.Pow(r.Radius, 3)
	if n == 0 {
		return 0, 2 * math.Pi * r.Stretch / r.Radius
	}
	bent := (n2 - 1) * (n2 - 1)
	return math.Pi * n2 * bent * r.Sideway * r.Twist / (cube * (r.Sideway + r.Twist*n2)),
		math.Pi * bent * r.Upright / cube
}

// shapesOf are the places of a wave's shapes among all: the even one first.
func shapesOf(n int) []int {
	if n == 0 {
		return []int{0}
	}
	return []int{2*n - 1, 2 * n}
}

// shapesAt is what each shape is at an angle.
func shapesAt(angle float64, waves int) []float64 {
	at := make([]float64, 2*waves+1)
	at[0] = 1
	for n := 1; n <= waves; n++ {
		at[2*n], at[2*n-1] = math.Sincos(float64(n) * angle)
	}
	return at
}

// At is how a quarter-turn at each spoke moves the rim at a place, counted in spokes: to the
// right, and outwards, mm.
func (f *Influence) At(place float64) (sideways, outward []float64) {
	at := mat.NewVecDense(2*f.waves+1, shapesAt(f.wheel.angle(place), f.waves))
	var side, in mat.VecDense
	side.MulVec(f.sideways.T(), at)
	in.MulVec(f.inward.T(), at)
	in.ScaleVec(-1, &in)
	return side.RawVector().Data, in.RawVector().Data
}

// Tension is by how much a quarter-turn at spoke `turned` changes the tension of spoke `of`, N.
func (f *Influence) Tension(of, turned int) float64 { return f.tension.At(of-1, turned-1) }
