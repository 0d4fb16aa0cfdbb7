package speed_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"utensil/core/gear"
)

// families are gears as they come to a stand: sprockets, how far apart, pull a click and the mech's ratio
// (spacings from memory of common practice).
var families = []gear.Drivetrain{
	{Teeth: []int{11, 13, 15, 18, 21, 24, 28, 32}, Spacing: 4.8, Pull: 2.82, Ratio: 1.7},
	{Teeth: []int{11, 13, 15, 17, 20, 23, 26, 30, 34}, Spacing: 4.34, Pull: 2.55, Ratio: 1.7},
	{Teeth: []int{11, 13, 15, 17, 19, 21, 24, 28, 32, 36}, Spacing: 3.95, Pull: 2.32, Ratio: 1.7},
	{Teeth: []int{11, 13, 15, 17, 19, 22, 25, 28, 32, 36, 42}, Spacing: 3.74, Pull: 2.2, Ratio: 1.7},
	{Teeth: []int{10, 12, 14, 16, 18, 21, 24, 28, 32, 36, 42, 50}, Spacing: 3.55, Pull: 3.2, Ratio: 1.1},
}

// stand is a maladjusted bike: what the program takes it for, what it is, and how it is set. Nobody at the
// stand knows the last two.
type stand struct {
	taken, is gear.Drivetrain
	state     gear.State
	forgives  float64 // how much more or less it forgives than the model has it
	cause     gear.Cause
	dice      *rand.Rand
}

// maladjusted draws a bike. Its constants are off by up to a tenth, together as they have to be: a lever and
// a mech that are sold together move one sprocket a click, within a hundredth.
func maladjusted(dice *rand.Rand) *stand {
	off := func(by float64) float64 { return 1 + (2*dice.Float64()-1)*by }
	d := families[dice.IntN(len(families))]
	d.Thread, d.Turns, d.Barrel, d.Screw, d.GapTurn = 0.8, 6, 6, 0.9, -4
	is := d
	is.GapTurn *= off(0.4) // by how the mech is built
	is.Spacing *= off(0.03)
	is.Ratio *= off(0.1)
	is.Pull = is.Spacing / is.Ratio * off(0.004)
	is.Thread, is.Screw = d.Thread*off(0.1), d.Screw*off(0.1)
	s := gear.New()
	b := &stand{taken: d, is: is, forgives: off(0.1), dice: dice, cause: gear.CableSet}
	somewhere := func(sd float64) float64 { return dice.NormFloat64() * sd * is.Spacing / is.Ratio }
	s.Cable = somewhere(0.08)
	between := func(lo, hi float64) float64 { return lo + (hi-lo)*dice.Float64() }
	side := func() float64 { return float64(2*dice.IntN(2) - 1) }
	switch u := dice.Float64(); {
	case u < 0.60:
		s.Cable = side() * between(0.16, 1.1) * is.Spacing / is.Ratio
	case u < 0.74:
		b.cause, s.Friction = gear.CableRubs, between(0.2, 0.6)*is.Spacing
	case u < 0.84:
		b.cause, s.Tilt = gear.HangerBent, side()*between(1.2, 4)
	case u < 0.88:
		b.cause, s.Low = gear.LowIn, -between(0.25, 0.8)*is.Spacing
	case u < 0.92:
		b.cause, s.High = gear.HighIn, -between(0.25, 0.8)*is.Spacing
	case u < 0.96:
		b.cause, s.Pivots = gear.PivotsDry, between(0.25, 0.6)*is.Spacing
	case u < 0.98:
		b.cause, s.Gap = gear.GapWide, between(12, 20)
	default:
		b.cause, s.Mismatch = gear.Unmatched, side()*between(0.03, 0.12)
	}
	b.state = s
	return b
}

// drawn is the bike of a number, maladjusted so that some shift is not crisp.
func drawn(n int) *stand {
	dice := rand.New(rand.NewPCG(2026, uint64(n)))
	for {
		if b := maladjusted(dice); !b.right() {
			return b
		}
	}
}

// does is what a shift really does: the gear forgives more or less than anybody knows.
func (b *stand) does(sh gear.Shift) gear.Result {
	s := b.state
	s.Float = 4 * (b.forgives - 1)
	return b.is.Does(s, sh)
}

func (b *stand) right() bool {
	return !slices.ContainsFunc(b.is.Shifts(), func(sh gear.Shift) bool { return b.does(sh) != gear.Crisp })
}

// seen is what a mechanic says a shift did: one in twenty is wrong.
func (b *stand) seen(sh gear.Shift) gear.Result {
	if b.dice.Float64() < 0.05 {
		return gear.Results[b.dice.IntN(5)]
	}
	return b.does(sh)
}

// look adds what a mechanic sees when asked.
func (b *stand) look(e *gear.Evidence, ask gear.Ask) {
	switch ask.What {
	case "shift":
		e.Seen = append(e.Seen, gear.Seen{Shift: *ask.Shift, Result: b.seen(*ask.Shift), Moved: e.Now})
	case "sight":
		arriving := gear.Shift{To: ask.Sprocket, Up: ask.Sprocket > 0}
		off := b.is.Off(b.state, arriving) + 0.5*b.dice.NormFloat64()
		e.Sighted = append(e.Sighted, gear.Sighted{Sprocket: ask.Sprocket, Off: off, Moved: e.Now})
	case "gauge":
		e.Gauge = &gear.Gauged{Tilt: b.state.Tilt + 0.2*b.dice.NormFloat64(),
			Toe: b.state.Toe + 0.2*b.dice.NormFloat64()}
	case "push":
		e.Push = gear.Springs
		if (b.state.Pivots > 0) != (b.dice.Float64() < 0.05) {
			e.Push = gear.Sticks
		}
	}
}

// put does a piece of work. A hanger is straight within some tenths of a degree.
func (b *stand) put(m gear.Move) {
	b.state = b.state.After(b.is, m)
	if m.Work == gear.Straighten {
		b.state.Tilt = b.dice.NormFloat64() * 0.15
	}
}

// tally is what indexing took.
type tally struct {
	moves, looks int
	wrong        bool // a part was to be replaced that was sound
	took         []time.Duration
}

// most moves before a bike is given up.
const mostMoves = 40

// ours indexes a bike as the program says, until every shift is crisp.
func ours(b *stand) (t tally) {
	e := gear.Evidence{Gear: b.taken}
	for t.moves < mostMoves && t.looks < 200 && !(b.right() && t.looks > 0) {
		began := time.Now()
		a, err := gear.Advise(e)
		t.took = append(t.took, time.Since(began))
		if err != nil || a.Move == nil && a.Ask == nil {
			return t
		}
		if a.Move == nil {
			b.look(&e, *a.Ask)
			t.looks++
			continue
		}
		t.moves++
		part := map[gear.Work]gear.Cause{gear.RenewCable: gear.CableRubs,
			gear.MatchParts: gear.Unmatched, gear.RenewTeeth: gear.TeethWorn}
		if cause, replaces := part[a.Move.Work]; replaces && b.cause != cause {
			t.wrong = true
		}
		b.put(*a.Move)
		e = e.After(*a.Move)
	}
	return t
}

// clickAndTry indexes as is usually taught: run up and down; the first climb that lags wants the barrel out a
// quarter, the first drop that lags wants it in; where both lag it is the cable; the ends by their screws.
func clickAndTry(b *stand) (t tally) {
	for t.moves < mostMoves && !b.right() {
		var lags, drops, ends int
		for _, sh := range b.is.Shifts() {
			t.looks++
			r := b.seen(sh)
			short := r == gear.WillNot || r == gear.Slow
			switch {
			case short && sh.Up && sh.To == len(b.is.Teeth)-1 && lags == 0, short && !sh.Up && sh.To == 0 && drops == 0:
				ends++
				if sh.Up {
					lags++
				} else {
					drops++
				}
			case short && sh.Up, r == gear.Two && !sh.Up, r == gear.Noisy && !sh.Up:
				lags++
			case short, r == gear.Two, r == gear.Over, r == gear.Noisy:
				drops++
			}
		}
		t.moves++
		switch {
		case lags+drops == ends && lags == 1 && b.state.Low < 0:
			b.put(gear.Move{Work: gear.TurnLow, Eighths: 1})
		case lags+drops == ends && drops == 1 && b.state.High < 0:
			b.put(gear.Move{Work: gear.TurnHigh, Eighths: 1})
		case lags > 2 && drops > 2:
			if b.cause != gear.CableRubs {
				t.wrong = true
			}
			b.put(gear.Move{Work: gear.RenewCable})
		case lags >= drops:
			b.put(gear.Move{Work: gear.TurnBarrel, Quarters: 1})
		default:
			b.put(gear.Move{Work: gear.TurnBarrel, Quarters: -1})
		}
	}
	return t
}

func BenchmarkIndexing(b *testing.B) {
	const bikes = 10_000
	for range b.N {
		var took []time.Duration
		mine, theirs := make([]tally, bikes), make([]tally, bikes)
		var group sync.WaitGroup
		for half := range 2 { // on the two cores that there are
			group.Go(func() {
				for i := half; i < bikes; i += 2 {
					one, two := drawn(i), drawn(i)
					mine[i], theirs[i] = ours(one), clickAndTry(two)
				}
			})
		}
		group.Wait()
		for _, t := range mine {
			took = append(took, t.took...)
		}
		share := func(list []tally, is func(tally) bool) float64 {
			n := 0
			for _, t := range list {
				if is(t) {
					n++
				}
			}
			return 100 * float64(n) / float64(len(list))
		}
		at := func(list []tally, of func(tally) int, p float64) int {
			all := make([]int, len(list))
			for i, t := range list {
				all[i] = of(t)
			}
			slices.Sort(all)
			return all[int(math.Min(p*float64(len(all)), float64(len(all)-1)))]
		}
		moves, looks := func(t tally) int { return t.moves }, func(t tally) int { return t.looks }
		require.NotEmpty(b, mine)
		fmt.Printf("indexing %d bikes until every shift is crisp, adjustments in the median / at 95 %%: "+
			"ours %d / %d, click-and-try %d / %d, "+
			"best 1; at most 2: ours %.1f %% (aim: 95), click-and-try %.1f %%\n", len(mine),
			at(mine, moves, 0.5), at(mine, moves, 0.95),
			at(theirs, moves, 0.5), at(theirs, moves, 0.95), share(mine, func(t tally) bool { return t.moves <= 2 }),
			share(theirs, func(t tally) bool { return t.moves <= 2 }))
		fmt.Printf("shifts tried in the median: ours %d (aim: at most 8), click-and-try %d; a sound "+
			"part to be replaced: ours %.2f %% "+
			"(aim: under 1), click-and-try %.2f %%; an answer in %v, 99 %% within %v (aim: 20 ms)\n",
			at(mine, looks, 0.5), at(theirs, looks, 0.5),
			share(mine, func(t tally) bool { return t.wrong }), share(theirs, func(t tally) bool { return t.wrong }),
			rounded(median(took)), rounded(quantile(took, 0.99)))
	}
	b.ReportMetric(0, "ns/op")
}

func quantile(all []time.Duration, p float64) time.Duration {
	all = slices.Clone(all)
	slices.Sort(all)
	return all[int(p*float64(len(all)-1))]
}

// BenchmarkChainLength works out every pair of a 3 × 12, exactly and by the usual formula.
func BenchmarkChainLength(b *testing.B) {
	rings, sprockets := []int{26, 36, 48}, []int{11, 12, 13, 15, 17, 19, 21, 24, 28, 32, 36, 42}
	const runs = 200
	exactly := func(do func(ring, sprocket int)) time.Duration {
		began := time.Now()
		for range runs {
			for _, r := range rings {
				for _, s := range sprockets {
					do(r, s)
				}
			}
		}
		return time.Since(began) / runs
	}
	for range b.N {
		worst := 0.0
		exact := exactly(func(r, s int) {
			links, err := gear.TwoSprockets(r, s, 430)
			require.NoError(b, err)
			worst = math.Max(worst, math.Abs(links-gear.RuleOfThumb(r, s, 430)))
		})
		thumb := exactly(func(r, s int) { _ = gear.RuleOfThumb(r, s, 430) })
		fmt.Printf("chain over all pairs of a 3 × 12: exactly %v (aim: under 1 ms), by the usual "+
			"formula %v; they differ by %.3f links at most\n",
			exact, thumb, worst)
	}
}

// BenchmarkPracticeGears shifts and turns a practice gear on and on.
func BenchmarkPracticeGears(b *testing.B) {
	d := families[1]
	d.Thread, d.Turns, d.Barrel, d.Screw, d.GapTurn, d.Clicks = 0.8, 4, 4, 0.9, -4, len(d.Teeth)-1
	for range b.N {
		const steps = 20000
		began := time.Now()
		for n := 0; n < steps; n += 40 {
			p, err := gear.NewPractice(d, uint64(n), 1+n/40%len(gear.Levels))
			require.NoError(b, err)
			for i := range 40 {
				// an end of the sprockets is refused
				_ = p.Do([]gear.Act{gear.ShiftUp, gear.ShiftDown, gear.BarrelOut, gear.BarrelIn}[i%4])
			}
		}
		fmt.Printf("practice gears: %.0f steps a second\n", steps/time.Since(began).Seconds())
	}
}
