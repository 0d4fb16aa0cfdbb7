package gears

import (
	"slices"
	"strconv"
	"strings"

	"utensil/core/gear"
	"utensil/core/measure"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge/rolling"
)

// Indexing opens an indexing bench: which gear it is, and what is known of it beforehand.
type Indexing struct {
	Family  string          `json:"family" doc:"of the book, by sprockets and spacing"`
	Teeth   string          `json:"teeth" doc:"of the sprockets, as typed, smallest first"`
	Turns   string          `json:"turns,omitempty" doc:"that the barrel has left outward, as typed"`
	Fell    bool            `json:"fell,omitempty" doc:"it fell on its right side, or was hit there"`
	Swapped bool            `json:"swapped,omitempty" doc:"lever, mech or sprockets were changed, and it did not shift since"`
	Stood   bool            `json:"stood,omitempty" doc:"it stood for months, or in the wet"`
	Inverse bool            `json:"inverse,omitempty" doc:"with its cable off the mech springs to the largest sprocket"`
	Spacing string          `json:"spacing,omitempty" doc:"measured from middle to middle, mm; left out as the family has it, like what follows"`
	Pull    string          `json:"pull,omitempty" doc:"of cable a click, measured, mm"`
	Ratio   string          `json:"ratio,omitempty" doc:"how far the mech moves for each mm of cable, measured"`
	Gear    gear.Drivetrain `json:"gear,omitempty" readOnly:"true"`
	History gear.History    `json:"history,omitempty" readOnly:"true"`
}

// GearLook is something that was looked at: what a shift did, where the pulley stands, what the
// mech does when it is pushed, what the hanger gauge says.
type GearLook struct {
	Indexing record.ID   `json:"indexing"`
	Place    int         `json:"place" doc:"how many looks and turns were before it: two mechanics cannot work at one bench unseen"`
	What     string      `json:"what" enum:"shift,sight,push,gauge,run" doc:"run: through all the rest, up and down, each of them crisp"`
	To       int         `json:"to,omitempty" doc:"of a shift: the sprocket, from 0 for the smallest"`
	Up       bool        `json:"up,omitempty"`
	Result   gear.Result `json:"result,omitempty" enum:"crisp,slow,will_not,two,noisy,over"`
	Sprocket int         `json:"sprocket,omitempty" doc:"that was sighted over"`
	Typed    string      `json:"typed,omitempty" doc:"sighted, mm towards the spokes; negative towards the frame"`
	Push     gear.Push   `json:"push,omitempty" enum:"springs,sticks"`
	Reach    string      `json:"reach,omitempty" doc:"of the hanger gauge, mm from its axis to its tip, as typed"`
	Off      float64     `json:"off_mm,omitempty" readOnly:"true"`

	Readings map[string]string `json:"readings,omitempty" doc:"of the gauge: mm to the rim, as typed, by the hour: 12 above, 3 ahead"`
	Hanger   *gear.Hanger      `json:"hanger,omitempty" readOnly:"true" doc:"what they come to"`
}

// GearMove is something that was turned or done.
type GearMove struct {
	Indexing record.ID `json:"indexing"`
	Place    int       `json:"place"`
	Work     gear.Work `json:"work" enum:"barrel,reclamp,low,high,gap,renew_cable,oil_pivots,hanger,match,renew_teeth"`
	Quarters int       `json:"quarters,omitempty" doc:"of the barrel, outward"`
	Eighths  int       `json:"eighths,omitempty" doc:"of a screw, outward"`
}

// GearSign is somebody's name under a gear of which every shift is crisp, up and down.
type GearSign struct {
	Indexing record.ID `json:"indexing"`
	Ridden   bool      `json:"ridden,omitempty" doc:"tried again under load on the ride"`
	Note     string    `json:"note,omitempty"`
}

// Kinds of entry of the indexing bench.
var (
	Begins = record.NewKind(record.Kind[Indexing]{Name: "indexing", By: record.ByMechanic, Past: record.LaterJob})
	Looks  = record.NewKind(record.Kind[GearLook]{Name: "gear_look", By: record.ByMechanic})
	Moves  = record.NewKind(record.Kind[GearMove]{Name: "gear_move", By: record.ByMechanic})
	Signs  = record.NewKind(record.Kind[GearSign]{Name: "gear_sign", By: record.ByMechanic})
)

func checkBegun(s *record.Sheet, in Indexing) (*Indexing, error) {
	if f := parts.Facts.Of(s); f.Gears != "cable" {
		return nil, record.Refuse("family", "This bike's gears are not worked by a cable and a mech: "+
			"nothing is indexed so.")
	}
	family, known := s.Book.GearFamily(in.Family)
	if !known {
		return nil, record.Refuse("family", "Choose which gear it is, by its sprockets and how far apart they are.")
	}
	teeth, err := readTeeth(in.Teeth)
	if err != nil {
		return nil, err
	}
	in.Gear = s.Book.Drivetrain(family, teeth)
	in.Gear.Inverse = in.Inverse
	if strings.TrimSpace(in.Turns) != "" {
		if in.Gear.Turns, err = record.ReadSigned("turns", in.Turns, measure.Turn, mostFigure); err != nil {
			return nil, err
		}
	}
	if err := in.measured(&in.Gear); err != nil {
		return nil, err
	}
	if err := in.Gear.Validate(); err != nil {
		return nil, record.InField("", err)
	}
	in.History = gear.History{CableDays: cableDays(s), Fell: in.Fell, Swapped: in.Swapped, Stood: in.Stood}
	for _, b := range Benches.Of(s) {
		if b.Signed == nil {
			return nil, &record.Problem{Kind: record.Stale, Title: "That was begun already", Current: b,
				Detail: b.By + " began to index it. Go on there, or take that back first."}
		}
	}
	return &in, nil
}

// measured puts what was measured on this bike in place of what its family has.
func (in Indexing) measured(d *gear.Drivetrain) error {
	for _, m := range []struct {
		field, typed string
		unit         measure.Unit
		into         *float64
	}{{"spacing", in.Spacing, measure.Millimetre, &d.Spacing}, {"pull", in.Pull, measure.Millimetre, &d.Pull},
		{"ratio", in.Ratio, measure.Piece, &d.Ratio}} {
		if strings.TrimSpace(m.typed) == "" {
			continue
		}
		v, err := record.ReadSigned(m.field, m.typed, m.unit, mostFigure)
		if err != nil {
			return err
		}
		*m.into = v
	}
	return nil
}

// cableDays is for how long the gear cable has been on, days; 0 when nobody knows.
func cableDays(s *record.Sheet) int {
	lives := parts.Lives.Of(s)["gear-cable"]
	if len(lives) == 0 || lives[len(lives)-1].From.IsZero() {
		return 0
	}
	return max(1, int(s.Now.Sub(lives[len(lives)-1].From).Hours()/24))
}

// readTeeth reads sprockets: 11 13 15, 11-13-15 or 11, 13, 15.
func readTeeth(typed string) ([]int, error) {
	teeth, err := measure.ParseCounts(typed, mostTeeth)
	if err != nil || len(teeth) < 2 {
		return nil, record.Refuse("teeth", "Type the teeth of each sprocket, smallest first: 11 13 15 17.")
	}
	return teeth, nil
}

// Figures that no gear has are slips: teeth of a ring or sprocket, and lengths, angles or shares
// of anything here.
const (
	mostTeeth  = 80
	mostFigure = 1000
)

func checkLook(s *record.Sheet, in GearLook) (*GearLook, error) {
	b, err := benchWork.GoOn(s, in.Indexing, in.Place)
	if err != nil {
		return nil, err
	}
	in.Indexing = b.ID
	switch in.What {
	case "sight":
		in.Off, err = record.ReadSigned("typed", in.Typed, measure.Millimetre, mostFigure)
	case "gauge":
		in.Hanger, err = gauged(in)
	}
	if err != nil {
		return nil, err
	}
	e := b.evidence
	take(&e, in)
	if err := e.Validate(); err != nil {
		return nil, record.InField("", err)
	}
	return &in, nil
}

// gauged is how a hanger is bent by what was read of its gauge.
func gauged(in GearLook) (*gear.Hanger, error) {
	reach, err := record.ReadSigned("reach", in.Reach, measure.Millimetre, mostFigure)
	if err != nil {
		return nil, err
	}
	var readings []gear.GaugeReading
	for _, hour := range hours(in.Readings) {
		if strings.TrimSpace(in.Readings[hour]) == "" {
			continue
		}
		clock, err := strconv.ParseFloat(hour, 64)
		if err != nil {
			return nil, record.Refuse("readings", "A reading of the gauge stands at an hour of the clock, 1 to 12.")
		}
		gap, err := record.ReadSigned("readings."+hour, in.Readings[hour], measure.Millimetre, mostFigure)
		if err != nil {
			return nil, err
		}
		readings = append(readings, gear.GaugeReading{Clock: clock, Gap: gap})
	}
	h, err := gear.HangerBend(readings, reach)
	return &h, record.InField("", err)
}

// most quarters and eighths that anybody turns at once.
const mostTurned = 48

func checkMove(s *record.Sheet, in GearMove) (*GearMove, error) {
	b, err := benchWork.GoOn(s, in.Indexing, in.Place)
	if err != nil {
		return nil, err
	}
	in.Indexing = b.ID
	turns := in.Work == gear.TurnBarrel || in.Work == gear.Reclamp
	screw := in.Work == gear.TurnLow || in.Work == gear.TurnHigh || in.Work == gear.TurnGap
	switch {
	case turns && (in.Quarters == 0 || in.Quarters > mostTurned || in.Quarters < -mostTurned):
		return nil, record.Refuse("quarters", "Say how far the barrel was turned, in quarters.")
	case screw && (in.Eighths == 0 || in.Eighths > mostTurned || in.Eighths < -mostTurned):
		return nil, record.Refuse("eighths", "Say how far the screw was turned, in eighths.")
	case in.Work == gear.TurnBarrel && in.Quarters > b.Left:
		return nil, record.Refuse("quarters",
			"The barrel has %d quarter-turns left. Wind it in and clamp the cable anew.", b.Left)
	}
	return &in, nil
}

func checkSign(s *record.Sheet, in GearSign) (*GearSign, error) {
	i := slices.IndexFunc(Benches.Of(s), func(b GearBench) bool { return b.ID == s.Current(in.Indexing) })
	if i < 0 {
		return nil, record.Refuse("indexing", "That bench is not open any more.")
	}
	b := Benches.Of(s)[i]
	if !b.Settled {
		return nil, record.Refuse("indexing",
			"Not yet: every shift is tried once more as it stands now, up and down, and each has to be crisp.")
	}
	in.Indexing = b.ID
	var err error
	in.Note, err = record.TidyNote("note", in.Note)
	return &in, err
}

// Subject is the indexing of gears.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{Begins.Checked(checkBegun), Looks.Checked(checkLook),
			Moves.Checked(checkMove), Signs.Checked(checkSign),
			Notes.Checked(checkNote)},
		Obstacles: func(s *record.Sheet) []record.Obstacle { return append(obstacles(s), waiting(s)...) },
		Corrects:  corrects,
		Begun:     begun,
		Places:    func(s *record.Sheet) []record.Place { return record.At(record.PlaceGears, len(Families(s)) > 0) },
	}
}

// Families are the gears that this bike may have, those of its own count first.
func Families(s *record.Sheet) []rolling.GearFamily {
	f := parts.Facts.Of(s)
	if f.Gears != "cable" {
		return []rolling.GearFamily{}
	}
	same := s.Book.GearFamilies(f.Speeds)
	return slices.Concat(same, slices.DeleteFunc(slices.Clone(s.Book.Gears), func(g rolling.GearFamily) bool {
		return slices.ContainsFunc(same, func(x rolling.GearFamily) bool { return x.ID == g.ID })
	}))
}
