package wheel

import (
	"fmt"
	"math"
	"slices"
)

// Broken is a wheel of which spokes have let go.
type Broken struct {
	Spokes []int   // that broke, counted from the valve
	Beside []int   // that carry its load now and are looked at: the two next on each side
	Aside  float64 // how far the rim is reckoned to stand aside at the worst spoke, mm, to the right
	Side   Side    // of the first that broke
	Length float64 // of what is to be fitted there, mm
	// the nearest that are laced as the first was: head on the same face, the same way over its crossings
	Like   []int
	Reason string // why it is not ridden home; empty where it may be, slowly
}

// fewSpokes are too few for one to be missed (common practice, no source).
const fewSpokes = 24

// Broke says what becomes of a wheel whose spokes let go at a tension, N, 0 where nobody knows
// it. room is how far the rim may stand aside before it meets brake or frame, mm, 0 where nobody
// measured.
func (f *Influence) Broke(tension, room float64, spokes ...int) (Broken, error) {
	w := f.wheel
	if len(spokes) == 0 {
		return Broken{}, fmt.Errorf("which spoke broke? Count from the valve")
	}
	for i, n := range spokes {
		if n < 1 || n > w.Spokes || slices.Index(spokes, n) < i {
			return Broken{}, fmt.Errorf("spoke %d: this wheel has %d, counted from the valve, and each breaks once",
				n, w.Spokes)
		}
	}
	if !(tension >= 0 && tension <= mostTension) || !(room >= 0 && room <= 60) {
		return Broken{}, fmt.Errorf("a tension of %g N and room of %g mm: up to %g N and 60 mm",
			tension, room, float64(mostTension))
	}
	first := w.Side(spokes[0])
	b := Broken{Spokes: spokes, Side: first, Length: w.Length(first)}
	for _, n := range spokes {
		for _, off := range []int{-2, -1, 1, 2} {
			if beside := w.from(n, off); !slices.Contains(spokes, beside) && !slices.Contains(b.Beside, beside) {
				b.Beside = append(b.Beside, beside)
			}
		}
	}
	slices.Sort(b.Beside)
	// Sides alternate, and on each side every other spoke leads: the fourth next is laced alike.
	for _, off := range []int{-4, 4} {
		if like := w.from(spokes[0], off); !slices.Contains(spokes, like) {
			b.Like = append(b.Like, like)
		}
	}
	// A spoke that lets go is one that is loosened until it bears nothing.
	worst := 0.0
	for _, n := range spokes {
		turns := -tension / f.Tension(n, n)
		side, _ := f.At(float64(n))
		if moved := turns * side[n-1]; math.Abs(moved) > math.Abs(worst) {
			worst = moved
		}
	}
	b.Aside = worst
	b.Reason = f.stays(b, room)
	return b, nil
}

// stays says why a wheel is not ridden home, where it is not (common practice, no source).
func (f *Influence) stays(b Broken, room float64) string {
	switch {
	case len(b.Spokes) > 1:
		return "More than one has let go: the rim is held by luck there."
	case f.wheel.Spokes < fewSpokes:
		return fmt.Sprintf("It has %d spokes: too few for one to be missed.", f.wheel.Spokes)
	case room > 0 && math.Abs(b.Aside) > room:
		return "The rim meets its brake or the frame without it."
	}
	return ""
}

// from is the spoke so many further round.
func (w Wheel) from(spoke, off int) int { return (spoke-1+off+w.Spokes)%w.Spokes + 1 }
