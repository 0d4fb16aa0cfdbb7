package wheels

import (
	"fmt"
	"math"
	"slices"
	"time"

	"utensil/core/wear"
	"utensil/core/wheel"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge/rolling"
)

// WheelBench is a wheel on the stand as the bench sees it.
type WheelBench struct {
	ID       record.ID        `json:"id"`
	End      string           `json:"end" enum:"front,rear"`
	Where    string           `json:"where" enum:"stand,frame"`
	Lacing   Lacing           `json:"lacing"`
	Aim      rolling.Trueness `json:"aim"`
	Fits     []SpokeAnswer    `json:"fits" doc:"which spokes it takes, left, then right"`
	Place    int              `json:"place" doc:"how many readings and turns were done"`
	Round    int              `json:"round" doc:"from 1"`
	Spokes   []SpokeView      `json:"spokes" doc:"from the valve, clockwise, seen from the chain's side"`
	Rim      []RimView        `json:"rim" doc:"places that were read in this round, round the rim"`
	Now      WheelStanding    `json:"now" doc:"as it was read, with what was turned since reckoned in"`
	Then     *WheelStanding   `json:"then,omitempty" doc:"as it is expected once all is turned"`
	Turns    []WheelDo        `json:"turns" doc:"of this round, in their order: what is still to be done"`
	Turned   []WheelDone      `json:"turned" doc:"of this round, in the order in which it was done"`
	Next     string           `json:"next" enum:"side,out,rest,turn,again,sign,stuck" doc:"what comes now: a reading, what is left to be read, a turn, all of it again, the signature; stuck: no turn betters it"`
	Bent     []float64        `json:"bent" doc:"places that no nipple cures"`
	Read     []string         `json:"read" doc:"what was read in this round: side, out, tension, dish"`
	Complete bool             `json:"complete" doc:"read all round, both ways, since the last turn"`
	True     bool             `json:"true" doc:"true enough for its brake, by what was read"`
	Rounds   []RoundDone      `json:"rounds" doc:"those before, oldest first"`
	Done     []WheelStep      `json:"done" doc:"readings and turns, newest first"`
	Signed   *WheelSigned     `json:"signed,omitempty"`
	By       string           `json:"by"`
	At       time.Time        `json:"at"`

	wheel    wheel.Wheel
	stand    *wheel.Bench
	readings wheel.Readings
	seized   []int
	turned   bool
}

// SpokeView is a spoke as it is known.
type SpokeView struct {
	Spoke   int      `json:"spoke"`
	Side    string   `json:"side" enum:"left,right"`
	Tension *float64 `json:"tension_n,omitempty" doc:"as read, with what was turned since reckoned in"`
	Then    *float64 `json:"then_n,omitempty" doc:"as expected once all is turned"`
	Seized  bool     `json:"seized,omitempty"`
	Mark    string   `json:"mark,omitempty" enum:"tight,slack" doc:"beyond a limit"`
}

// RimView is how the rim stands at a place that was read, from where it should be.
type RimView struct {
	At      float64  `json:"at" doc:"counted in spokes from the valve"`
	Mm      *float64 `json:"mm,omitempty" doc:"to the right"`
	Out     *float64 `json:"out_mm,omitempty" doc:"outwards"`
	ThenMm  *float64 `json:"then_mm,omitempty"`
	ThenOut *float64 `json:"then_out_mm,omitempty"`
}

// WheelStanding is how a wheel stands to what is asked of it. What was not read is left out.
type WheelStanding struct {
	Wobble *WheelOff `json:"wobble,omitempty" doc:"mm"`
	Hop    *WheelOff `json:"hop,omitempty" doc:"mm"`
	Dish   *WheelOff `json:"dish,omitempty" doc:"mm"`
	Uneven *WheelOff `json:"uneven,omitempty" doc:"of a tension from the mean of its side, per cent"`
	Tight  []int     `json:"tight" doc:"spokes beyond what the rim bears"`
	Slack  []int     `json:"slack" doc:"spokes that would work loose"`
}

// WheelOff is how far something is off, and whether that is allowed.
type WheelOff struct {
	By   float64   `json:"by"`
	Most float64   `json:"most" doc:"allowed"`
	Mark wear.Mark `json:"mark"`
}

// WheelDo is what is to be done at a spoke.
type WheelDo struct {
	Spoke    int      `json:"spoke"`
	Side     string   `json:"side" enum:"left,right"`
	Quarters int      `json:"quarters" doc:"tighter where positive"`
	Says     string   `json:"says"`
	Tension  *float64 `json:"tension_n,omitempty" doc:"expected then"`
	Past     string   `json:"past,omitempty" doc:"what is done against wind-up"`
	Sounds   *float64 `json:"sounds_hz,omitempty" doc:"what it sounds like when plucked then"`
}

// WheelDone is what was done at a spoke.
type WheelDone struct {
	Spoke    int    `json:"spoke"`
	Side     string `json:"side" enum:"left,right"`
	Quarters int    `json:"quarters"`
	Seized   bool   `json:"seized,omitempty"`
}

// RoundDone is a round that is over.
type RoundDone struct {
	Wobble *float64 `json:"wobble_mm,omitempty"`
	Hop    *float64 `json:"hop_mm,omitempty"`
	Uneven *float64 `json:"uneven,omitempty" doc:"per cent"`
	Turns  int      `json:"turns" doc:"nipples that were turned"`
}

// WheelStep is a reading or a turn that was done.
type WheelStep struct {
	ID   record.ID `json:"id" doc:"the entry, to take it back"`
	Says string    `json:"says"`
	Turn bool      `json:"turn"`
	By   string    `json:"by"`
	At   time.Time `json:"at"`
}

// WheelSigned is whose name stands under it.
type WheelSigned struct {
	ID   record.ID `json:"id"`
	By   string    `json:"by"`
	At   time.Time `json:"at"`
	True bool      `json:"true" doc:"true enough for its brake"`
	Note string    `json:"note,omitempty" doc:"why it was left as it is"`
}

// Benches are the wheels on the stand in a job, oldest first.
var Benches = record.Derive(func(s *record.Sheet) (list []WheelBench) {
	for e := range Stands.All(s.Ledger) {
		if b, ok := bench(s, e); ok {
			list = append(list, b)
		}
	}
	return list
})

// bench replays what was read and turned.
func bench(s *record.Sheet, begun record.Entry) (WheelBench, bool) {
	in := Stands.In(begun.Content)
	if in.Lacing == nil {
		return WheelBench{}, false
	}
	f := parts.Facts.Of(s)
	brake := f.FrontBrake
	if in.End == "rear" {
		brake = f.RearBrake
	}
	b := WheelBench{ID: begun.ID, End: in.End, Where: in.Where, Lacing: *in.Lacing, Aim: s.Book.TruenessFor(brake),
		By: begun.ByName, At: begun.At,
		Spokes: []SpokeView{}, Rim: []RimView{}, Turns: []WheelDo{}, Turned: []WheelDone{},
		Bent: []float64{}, Read: []string{},
		Rounds: []RoundDone{}, Fits: spokesOf(*in.Lacing), wheel: in.Lacing.Wheel()}
	b.Aim.Most = in.Lacing.Most
	var err error
	if b.stand, err = wheel.NewBench(b.wheel, b.Aim.Aim()); err != nil {
		return b, false // it was checked when it was written
	}
	p := replayed(s, &b)
	b.Done, b.Place, b.Round, b.seized = p.steps, len(p.steps), len(p.rounds), p.seized
	last := len(p.rounds) - 1
	p.learn(b.stand)
	b.readings, b.turned = p.believed(b.stand, last), p.rounds[last].turned
	for n := range last {
		b.Rounds = append(b.Rounds, told(b.wheel, p.believed(b.stand, n), p.rounds[n].turns))
	}
	for _, t := range p.since {
		b.Turned = append(b.Turned, WheelDone{t.Spoke, b.wheel.Side(t.Spoke).String(), t.Quarters, t.Seized})
	}
	b.sign(s)
	b.plan(p, p.rounds[last].read)
	return b, true
}

// plan fills in how the wheel stands and what is to be turned.
func (b *WheelBench) plan(p replay, read wheel.Readings) {
	now := b.readings
	var plan wheel.Plan
	if b.Signed == nil && (len(read.Runouts) > 0 || len(read.Tensions) > 0) {
		var err error
		if plan, now, err = p.planned(b.stand, b.readings); err != nil {
			plan = wheel.Plan{} // it was turned so far that nothing can be said of it before it is read again
		}
		for _, t := range plan.Turns {
			b.Turns = append(b.Turns, b.doing(t))
		}
		if len(plan.Turns) > 0 {
			then := b.standing(plan.After)
			b.Then = &then
		}
	}
	verdict := b.wheel.Judge(now, b.stand.Aim)
	b.Now, b.True = b.standing(verdict), verdict.True
	if b.Signed != nil {
		b.Signed.True = verdict.True
	}
	b.readAs(read)
	b.spokes(now, plan)
	b.rim(now, plan)
	if b.Signed == nil && len(plan.Turns) == 0 && !verdict.True && b.Complete {
		b.Bent = record.Some(b.stand.Bent(wheel.Plan{Shape: now, Before: verdict, After: verdict}))
	}
	b.Next = b.next()
}

// readAs notes what was read in this round, and whether all of the rim was, both ways.
func (b *WheelBench) readAs(read wheel.Readings) {
	side, out := placesOf(read, func(m wheel.Runout) *float64 { return m.Mm }),
		placesOf(read, func(m wheel.Runout) *float64 { return m.Out })
	for what, is := range map[string]bool{"side": len(side) > 0, "out": len(out) > 0, "tension": len(read.Tensions) > 0,
		"dish": read.Dish != nil} {
		if is {
			b.Read = append(b.Read, what)
		}
	}
	slices.Sort(b.Read)
	b.Complete = b.allRound(side) && b.allRound(out) && !b.turned
}

// placesOf are where the rim was read one way, in their order.
func placesOf(r wheel.Readings, way func(wheel.Runout) *float64) (at []float64) {
	for _, m := range r.Runouts {
		if way(m) != nil {
			at = append(at, m.At)
		}
	}
	return at
}

// allRound says whether places lie all round the rim, with no more than a sixth of it between
// two: a wheel is not true by the half of it that was looked at.
func (b *WheelBench) allRound(at []float64) bool {
	if len(at) < leastRead {
		return false
	}
	n := float64(b.wheel.Spokes)
	widest := at[0] + n - at[len(at)-1]
	for i := 1; i < len(at); i++ {
		widest = max(widest, at[i]-at[i-1])
	}
	return widest <= n/6
}

func (b *WheelBench) next() string {
	switch {
	case b.turned && len(b.Turns) > 0, !b.turned && b.Complete && !b.True && len(b.Turns) > 0:
		return "turn"
	case b.turned:
		return "again"
	case !slices.Contains(b.Read, "side"):
		return "side"
	case !slices.Contains(b.Read, "out"):
		return "out"
	case !b.Complete:
		return "rest"
	case b.True:
		return "sign"
	}
	return "stuck"
}

func (b *WheelBench) doing(t wheel.Turn) WheelDo {
	d := WheelDo{Spoke: t.Spoke, Side: t.Side.String(), Quarters: t.Quarters, Tension: known(t.Tension), Past: past(t),
		Says: fmt.Sprintf("Spoke %d, %s: %s", t.Spoke, t.Side, quarters(t.Quarters))}
	if d.Tension != nil {
		hz := math.Round(wheel.String{Wire: b.wheel.Wire, Mm: b.wheel.Swings(t.Side)}.Pitch(*d.Tension))
		d.Sounds = &hz
	}
	return d
}

func (b *WheelBench) standing(v wheel.Verdict) WheelStanding {
	off := func(by, most, parts, unit float64) *WheelOff {
		if math.IsNaN(by) {
			return nil
		}
		mark := wear.Sound
		switch {
		case by > 2*most:
			mark = wear.Due
		case by > most:
			mark = wear.Watch
		}
		return &WheelOff{math.Round(by*unit*parts) / parts, math.Round(most*unit*parts) / parts, mark}
	}
	return WheelStanding{Wobble: off(v.Wobble, b.Aim.Wobble, 100, 1), Hop: off(v.Hop, b.Aim.Hop, 100, 1),
		Dish: off(v.Dish, b.Aim.Dish, 100, 1), Uneven: off(v.Uneven, b.Aim.Uneven, 1, 100),
		Tight: record.Some(v.Tight), Slack: record.Some(v.Slack)}
}

func (b *WheelBench) spokes(now wheel.Readings, plan wheel.Plan) {
	for n := 1; n <= b.wheel.Spokes; n++ {
		seen := SpokeView{Spoke: n, Side: b.wheel.Side(n).String(), Seized: slices.Contains(b.seized, n)}
		if t, read := now.Tensions[n]; read {
			seen.Tension = rounded(t, 1)
		}
		if t, read := plan.Shape.Tensions[n]; read && len(plan.Turns) > 0 {
			seen.Then = rounded(t, 1)
		}
		switch {
		case slices.Contains(b.Now.Tight, n):
			seen.Mark = "tight"
		case slices.Contains(b.Now.Slack, n):
			seen.Mark = "slack"
		}
		b.Spokes = append(b.Spokes, seen)
	}
}

func (b *WheelBench) rim(now wheel.Readings, plan wheel.Plan) {
	side, out := now.Relative()
	thenSide, thenOut := plan.Shape.Relative()
	for i, m := range now.Runouts {
		seen := RimView{At: m.At, Mm: rounded(side[i], 100), Out: rounded(out[i], 100)}
		if len(plan.Turns) > 0 && i < len(thenSide) {
			seen.ThenMm, seen.ThenOut = rounded(thenSide[i], 100), rounded(thenOut[i], 100)
		}
		b.Rim = append(b.Rim, seen)
	}
}

// sign puts the newest name under it that still holds: what was read or turned since is judged anew.
func (b *WheelBench) sign(s *record.Sheet) {
	for x, in := range Signs.All(s.Ledger) {
		after := slices.ContainsFunc(b.Done, func(d WheelStep) bool { return s.Place(d.ID) > s.Place(x.ID) })
		if s.Current(in.Stand) == b.ID && !after {
			b.Signed = &WheelSigned{ID: x.ID, By: x.ByName, At: x.At, Note: in.Note}
		}
	}
}

// told is a round that is over.
func told(w wheel.Wheel, r wheel.Readings, turns []int) RoundDone {
	done := RoundDone{Wobble: rounded(r.Wobble(), 100), Hop: rounded(r.Hop(), 100),
		Uneven: rounded(100*w.Unevenness(r), 1)}
	for _, q := range turns {
		if q != 0 {
			done.Turns++
		}
	}
	return done
}

func known(v float64) *float64 { return rounded(v, 1) }

// rounded is a figure to so many parts of one; nil where there is none.
func rounded(v, parts float64) *float64 {
	if math.IsNaN(v) {
		return nil
	}
	v = math.Round(v*parts) / parts
	return &v
}

// obstacles are the wheels that were put on the stand and nobody has signed.
func obstacles(s *record.Sheet) (list []record.Obstacle) {
	for _, b := range Benches.Of(s) {
		if b.Signed != nil {
			continue
		}
		detail := "on the stand, not read yet"
		switch {
		case b.Next == "sign":
			detail = "true enough for its brake: sign it"
		case b.Round > 1 || b.turned:
			detail = fmt.Sprintf("begun, round %d", b.Round)
		case b.Place > 0:
			detail = "read, not turned yet"
		}
		list = append(list, record.Obstacle{Title: "True the " + b.End + " wheel", Detail: detail,
			Mark: wear.Open, Stage: record.StageWork,
			Place: record.PlaceWheels, Target: string(b.ID)})
	}
	return list
}
