package gear

import "math"

// Result is what a shift did.
type Result string

// What a shift may do. Over is two at once where there is no next sprocket.
const (
	Crisp   Result = "crisp"
	Slow    Result = "slow"
	WillNot Result = "will_not"
	Two     Result = "two"
	Noisy   Result = "noisy"
	Over    Result = "over"
)

// Results are those that somebody may see, in the order in which they are asked.
var Results = []Result{Crisp, Slow, WillNot, Two, Noisy, Over}

// Shift is one click: to a sprocket, up to a larger one (a climb) or down.
type Shift struct {
	To int  `json:"to" doc:"sprocket, from 0 for the smallest"`
	Up bool `json:"up" doc:"a climb to a larger sprocket"`
}

// From is the sprocket that it comes from.
func (s Shift) From() int {
	if s.Up {
		return s.To - 1
	}
	return s.To + 1
}

// Shifts are all of a gear, climbs first.
func (d Drivetrain) Shifts() []Shift {
	var all []Shift
	for k := 1; k <= d.last(); k++ {
		all = append(all, Shift{k, true})
	}
	for k := d.last() - 1; k >= 0; k-- {
		all = append(all, Shift{k, false})
	}
	return all
}

// Forgives is how far off its sprocket's middle the pulley may stand and every shift is crisp, as
// a share of the spacing.
const Forgives = 0.13

// How near the middle of a sprocket the pulley has to come, as shares of the spacing. Starting values of
// our own, to be replaced by what a shop measures: a climb that falls short by an eighth is still taken by
// the ramps, by a fifth it waits for the next one, by more the chain rattles and stays; past a third it
// meets the next sprocket's ramps.
const (
	crispWithin = Forgives
	slowWithin  = 0.22
	quietWithin = 0.16
	nextBeyond  = 0.36
)

// tolerance is the share by which all of these widen or narrow: float and slack forgive, a wide gap and worn
// teeth make every shift vague.
func (s State) tolerance() float64 {
	gap := s.Gap
	if gap == 0 {
		gap = UsualGap
	}
	wide := math.Max(0, gap-UsualGap) / 14 // the chain's free length bends sideways before it leads
	return math.Max(0.2, (1+s.Float/4)*(1-0.45*s.Wear)/(1+wide))
}

// stands is where the pulley stands over a sprocket when nothing holds it back, mm beyond the sprocket's
// middle towards the spokes.
func (d Drivetrain) stands(s State, k int) float64 {
	x := d.Ratio * (1 + s.Mismatch) * (float64(k)*d.Pull + s.Cable)
	x = math.Min(math.Max(x, -s.High), d.at(d.last())+s.Low)
	gap := s.Gap
	if gap == 0 {
		gap = UsualGap
	}
	return x + radians(s.Tilt)*d.drop(k, gap) - d.at(k)
}

// Off is how far beyond the middle of its sprocket the pulley stands after a shift, mm towards the spokes.
func (d Drivetrain) Off(s State, sh Shift) float64 {
	off := d.stands(s, sh.To)
	pulled, sprung := 0.3*s.Pivots, s.Pivots // where the spring alone works, dry pivots hold it back the more
	if d.Inverse {
		pulled, sprung = sprung, pulled
	}
	if sh.Up {
		return off - s.Friction - pulled
	}
	return off + s.Friction + sprung
}

// reach is the same as a share of the spacing by what the gear forgives, turned so that falling short of the
// sprocket is negative on a climb and on a drop alike.
func (d Drivetrain) reach(s State, sh Shift) (short, noise float64) {
	off := d.Off(s, sh)
	share := off / (d.Spacing * s.tolerance())
	noise = (off + radians(s.Toe)*cageLever) / (d.Spacing * s.tolerance())
	if s.Gap > 0 && s.Gap < nearGap && sh.To == d.last() {
		noise += math.Copysign(1, noise) * (nearGap - s.Gap) / nearGap // it rubs on the largest
	}
	if !sh.Up {
		share = -share
	}
	return share, noise
}

// nearGap is below what the pulley rubs on the largest sprocket, mm.
const nearGap = 3.0

// Does works out what a shift does.
func (d Drivetrain) Does(s State, sh Shift) Result {
	short, noise := d.reach(s, sh)
	switch {
	case short < -slowWithin:
		return WillNot
	case short < -crispWithin:
		return Slow
	case short > nextBeyond && (sh.Up && sh.To == d.last() || !sh.Up && sh.To == 0):
		return Over
	case short > nextBeyond:
		return Two
	case math.Abs(noise) > quietWithin:
		return Noisy
	}
	return Crisp
}

// Right says whether every shift is crisp, up and down.
func (d Drivetrain) Right(s State) bool {
	for _, sh := range d.Shifts() {
		if d.Does(s, sh) != Crisp {
			return false
		}
	}
	return true
}

func radians(degrees float64) float64 { return degrees * math.Pi / 180 }
