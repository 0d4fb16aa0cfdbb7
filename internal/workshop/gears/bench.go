package gears

import (
	"slices"
	"time"

	"utensil/core/gear"
	"utensil/core/wear"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// GearBench is a gear being indexed as the bench sees it.
type GearBench struct {
	ID      record.ID       `json:"id"`
	Gear    gear.Drivetrain `json:"gear"`
	Place   int             `json:"place" doc:"how many looks and turns were done"`
	Shifts  []ShiftDone     `json:"shifts" doc:"every shift, with what it did as it stands now"`
	Stands  []float64       `json:"stands_mm" doc:"where the pulley stands over each sprocket, towards the spokes, as far as it is known"`
	Band    float64         `json:"band_mm" doc:"how far off it may stand, either way"`
	Tried   int             `json:"tried" doc:"shifts tried as it stands now"`
	More    int             `json:"more,omitempty" doc:"about how many more looks would tell"`
	Do      *GearDo         `json:"do,omitempty"`
	Ask     *GearAsk        `json:"ask,omitempty"`
	Hanger  *gear.Hanger    `json:"hanger,omitempty" doc:"as the gauge found it last"`
	Causes  []GearCause     `json:"causes" doc:"likeliest first"`
	Left    int             `json:"left" doc:"quarter-turns that the barrel has left outward"`
	Done    []BenchStep     `json:"done" doc:"looks and turns, newest first"`
	Settled bool            `json:"settled" doc:"every shift is crisp, up and down"`
	Signed  *GearSigned     `json:"signed,omitempty"`
	Found   *GearFound      `json:"found,omitempty" doc:"what is behind it, as far as it is known"`
	By      string          `json:"by"`
	At      time.Time       `json:"at"`

	evidence gear.Evidence
}

// ShiftDone is a shift with what it did.
type ShiftDone struct {
	To     int         `json:"to"`
	Up     bool        `json:"up"`
	Result gear.Result `json:"result,omitempty" enum:"crisp,slow,will_not,two,noisy,over" doc:"left out while it was not tried as it stands now"`
	Mark   wear.Mark   `json:"mark"`
}

// BenchStep is a look or a turn that was done.
type BenchStep struct {
	ID   record.ID `json:"id" doc:"the entry, to take it back"`
	Says string    `json:"says"`
	Turn bool      `json:"turn" doc:"something was turned or done, not only looked at"`
	By   string    `json:"by"`
	At   time.Time `json:"at"`
}

// GearSigned is whose name stands under it.
type GearSigned struct {
	ID     record.ID `json:"id"`
	By     string    `json:"by"`
	At     time.Time `json:"at"`
	Ridden bool      `json:"ridden"`
}

// Benches are the gears that are indexed in a job, oldest first.
var Benches = record.Derive(func(s *record.Sheet) (list []GearBench) {
	for e := range Begins.All(s.Ledger) {
		list = append(list, bench(s, e))
	}
	return list
})

// take adds a look to the evidence.
func take(e *gear.Evidence, in GearLook) {
	switch in.What {
	case "shift":
		e.Seen = append(slices.Clone(e.Seen),
			gear.Seen{Shift: gear.Shift{To: in.To, Up: in.Up}, Result: in.Result, Moved: e.Now})
	case "run":
		seen := slices.Clone(e.Seen)
		for _, sh := range e.Gear.Shifts() {
			if !slices.ContainsFunc(e.Standing(), func(t gear.Seen) bool { return t.Shift == sh }) {
				seen = append(seen, gear.Seen{Shift: sh, Result: gear.Crisp, Moved: e.Now})
			}
		}
		e.Seen = seen
	case "sight":
		e.Sighted = append(slices.Clone(e.Sighted), gear.Sighted{Sprocket: in.Sprocket, Off: in.Off, Moved: e.Now})
	case "push":
		e.Push = in.Push
	case "gauge":
		e.Gauge = &gear.Gauged{Tilt: in.Hanger.Tilt, Toe: in.Hanger.Toe}
	}
}

// bench replays what was looked at and turned.
func bench(s *record.Sheet, begun record.Entry) GearBench {
	in := Begins.In(begun.Content)
	built := s.Book.Turned(in.Gear)
	b := GearBench{ID: begun.ID, Gear: built, By: begun.ByName, At: begun.At, Done: []BenchStep{},
		Causes: []GearCause{},
		Shifts: []ShiftDone{}, evidence: gear.Evidence{Gear: built, History: in.History},
		Band: gear.Forgives * in.Gear.Spacing}
	e := &b.evidence
	var works []gear.Work
	for _, x := range s.Ledger.Standing {
		step := BenchStep{ID: x.ID, By: x.ByName, At: x.At}
		switch look, move := Looks.In(x.Content), Moves.In(x.Content); {
		case look != nil && s.Current(look.Indexing) == b.ID:
			take(e, *look)
			if look.Hanger != nil {
				b.Hanger = look.Hanger
			}
			step.Says = lookSays(in.Gear, *look)
		case move != nil && s.Current(move.Indexing) == b.ID:
			*e = e.After(gear.Move{Work: move.Work, Quarters: move.Quarters, Eighths: move.Eighths})
			if move.Work == gear.Straighten {
				b.Hanger = nil
			}
			works = append(works, move.Work)
			step.Says, step.Turn = MoveSays(s.Book,
				gear.Move{Work: move.Work, Quarters: move.Quarters, Eighths: move.Eighths}), true
		default:
			continue
		}
		b.Done, b.Place = append([]BenchStep{step}, b.Done...), b.Place+1
	}
	b.Left = int(e.Gear.Left(e.Gear.Turns, e.Now.Cable)*4 + 1e-6)
	b.advise(s.Book)
	if b.Do != nil {
		b.Do.Offer = offer(s, b.Do.Work)
	}
	b.find(works)
	b.sign(s)
	return b
}

// sign puts the newest name under it that still holds: what was turned since is tried again, and
// so is what was seen under load not to be crisp.
func (b *GearBench) sign(s *record.Sheet) {
	for x, sign := range Signs.All(s.Ledger) {
		after := slices.IndexFunc(b.Done, func(d BenchStep) bool { return d.Turn && s.Place(d.ID) > s.Place(x.ID) })
		if s.Current(sign.Indexing) == b.ID && after < 0 && b.Settled {
			b.Signed = &GearSigned{x.ID, x.ByName, x.At, sign.Ridden}
		}
	}
}

// advise fills in what the evidence comes to.
func (b *GearBench) advise(book *knowledge.Book) {
	e := b.evidence
	tried := e.Standing()
	b.Tried = len(tried)
	for _, sh := range e.Gear.Shifts() {
		seen := ShiftDone{To: sh.To, Up: sh.Up, Mark: wear.Open}
		if i := slices.IndexFunc(tried, func(t gear.Seen) bool { return t.Shift == sh }); i >= 0 {
			seen.Result, seen.Mark = tried[i].Result, marks[tried[i].Result]
		}
		b.Shifts = append(b.Shifts, seen)
	}
	a, err := gear.Advise(e)
	if err != nil {
		return // it was checked when it was written
	}
	b.Stands, b.Settled, b.More = a.Stands, a.Settled, a.More
	for _, c := range a.Causes {
		if c.Chance >= 0.01 && len(b.Causes) < 5 {
			b.Causes = append(b.Causes, behind(e, c, a.Stands[len(a.Stands)/2]))
		}
	}
	if a.Move != nil {
		b.Do = doing(book, e, *a.Move, b.Left)
	}
	if a.Ask != nil {
		b.Ask = asking(e.Gear, *a.Ask)
	}
}

// obstacles are the gears that were begun and nobody has signed, and those that nobody has ridden since.
func obstacles(s *record.Sheet) (list []record.Obstacle) {
	for _, b := range Benches.Of(s) {
		if b.Signed != nil && b.Signed.Ridden {
			continue
		}
		if b.Signed != nil {
			list = append(list, record.Obstacle{Title: "Gears under load", Detail: "indexed by " + b.Signed.By +
				"; every gear once more on the ride",
				Mark: wear.Open, Stage: record.StageVerify, Place: record.PlaceGears, Target: string(b.ID)})
			continue
		}
		detail := "begun, not signed"
		if b.Settled {
			detail = "every shift is crisp: sign it"
		}
		list = append(list, record.Obstacle{Title: "Index the gears", Detail: detail, Mark: wear.Open,
			Stage: record.StageWork, Place: record.PlaceGears,
			Target: string(b.ID)})
	}
	return list
}
