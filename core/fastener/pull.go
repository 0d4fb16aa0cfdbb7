package fastener

import (
	"errors"
	"math"
	"slices"
	"time"

	"utensil/core/measure"
)

// Longest is the most moments of one pull that are read.
const Longest = 4096

// ErrNoPull says that a curve holds no pull.
var ErrNoPull = errors.New("the curve holds no figure above zero")

// Peak is what one pull of a wrench came to: the highest torque of its curve, told apart
// from a stray spike by taking the middle of each moment and its two neighbours. A second
// click in the same curve is the same pull. Curves are in any one unit.
func Peak(curve []float64) (float64, error) {
	peak := 0.0
	for i, v := range curve {
		if math.IsNaN(v) || math.IsInf(v, 0) {
			return 0, ErrNoPull
		}
		near := []float64{v, v, v}
		if i > 0 {
			near[0] = curve[i-1]
		}
		if i+1 < len(curve) {
			near[2] = curve[i+1]
		}
		if len(curve) > 2 {
			slices.Sort(near)
		}
		peak = max(peak, near[1])
	}
	if peak <= 0 || len(curve) > Longest {
		return 0, ErrNoPull
	}
	return peak, nil
}

// Together is how soon after a pull another of about the same torque is the same bolt
// clicked twice (common practice, no source).
const Together = 2 * time.Second

// SameBolt says whether a pull repeats the one before on the same bolt: it came within
// Together and lies within a tenth of it.
func SameBolt(before, now measure.Torque, apart time.Duration) bool {
	return apart >= 0 && apart <= Together && math.Abs(float64(now-before)) <= 0.1*float64(before)
}
