package tyre

import (
	"fmt"
	"math"
)

// Search is where on a tyre to look for what made a hole, as lengths along its tread from the
// valve, mm: one way and the other, since nobody knows which way round the tube lay.
type Search struct {
	Ahead, Behind float64 // clockwise from the valve, seen from the right
}

// Where are the two places that belong to a hole so far from the valve along a tube, of a length
// all round, in a tyre so long all round.
func Where(hole, tube, tyre float64) (Search, error) {
	if !(tube >= 300 && tube <= 3000 && tyre >= 300 && tyre <= 3000 && hole >= 0 && hole <= tube) {
		return Search{}, fmt.Errorf("a hole %g mm from the valve of a tube of %g mm in a tyre of %g mm: "+
			"measure once more", hole, tube, tyre)
	}
	at := hole / tube * tyre
	return Search{at, math.Mod(tyre-at, tyre)}, nil
}

// Round is how long a tyre is along its tread, mm: the circle of its bead seat and twice its width.
func (s Size) Round() float64 { return math.Pi * (float64(s.Seat) + 2*s.Width) }

// What seals: 60 ml in a tyre of 28 mm on the largest common rim (common practice, no source),
// and in others as much as they have inside to wet.
const (
	sealant      = 60.0
	sealantWidth = 28.0
	sealantSeat  = 622
)

// Sealant is how much a tyre is filled with, ml, to the nearest five.
func (s Size) Sealant() float64 {
	usual := Size{Seat: sealantSeat, Width: sealantWidth}
	inside := s.Width * s.Round() / (usual.Width * usual.Round())
	return 5 * math.Round(sealant*inside/5)
}

// TopUp is after how many months sealant is topped up, from and to: it dries sooner where it is
// warm and where it is ridden much (2 to 4 months: common practice, no source). Celsius is the
// usual warmth where the bike lives, weekly what it is ridden, km.
func TopUp(celsius, weekly float64) (from, to float64) {
	const soonest, latest = 2, 4
	warm := min(max((celsius-5)/25, 0), 1)
	much := min(max(weekly/200, 0), 1)
	middle := latest - (latest-soonest)*min(1, 0.75*warm+0.25*much)
	return max(soonest, middle-0.5), min(latest, middle+0.5)
}
