package wheels

import (
	"fmt"
	"math"
	"strings"

	"utensil/core/measure"
	"utensil/core/wheel"
	"utensil/core/words"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge/rolling"
)

// WheelStand puts a wheel on the stand: which it is, how it is laced. What is left out is as its
// kind usually has it.
type WheelStand struct {
	End      string `json:"end" enum:"front,rear"`
	Where    string `json:"where" enum:"stand,frame" doc:"taken out onto a stand, or spun in the frame against a stop"`
	Build    string `json:"build" doc:"of the book: which hub it is laced round"`
	Spokes   string `json:"spokes" doc:"how many, as typed"`
	First    string `json:"first" enum:"left,right" doc:"the side on which spoke 1 hangs, the first clockwise from the valve, seen from the chain's side"`
	Wire     string `json:"wire,omitempty" doc:"diameter of the spokes' middle, mm, as typed, like what follows"`
	Cross    string `json:"cross,omitempty" doc:"spokes of its side that each crosses"`
	Diameter string `json:"diameter,omitempty" doc:"of the rim at the nipples' seats, mm"`
	LeftOff  string `json:"left_off,omitempty" doc:"left flange from the middle between the locknuts, mm"`
	RightOff string `json:"right_off,omitempty"`
	Circle   string `json:"circle,omitempty" doc:"diameter on which the holes of both flanges lie, mm"`
	Most     string `json:"most,omitempty" doc:"the most that the rim's maker allows at a spoke, N"`

	Lacing *Lacing `json:"lacing,omitempty" readOnly:"true"`
}

// Lacing is a wheel as it is laced.
type Lacing struct {
	Spokes int            `json:"spokes"`
	First  string         `json:"first" enum:"left,right"`
	Wire   float64        `json:"wire_mm"`
	Radius float64        `json:"radius_mm" doc:"of the rim at the nipples' seats"`
	Left   rolling.Flange `json:"left"`
	Right  rolling.Flange `json:"right"`
	Most   float64        `json:"most_n" doc:"tension that no spoke passes"`
}

// Wheel is it for the arithmetic.
func (l Lacing) Wheel() wheel.Wheel {
	w := rolling.Wheel{Left: l.Left, Right: l.Right, Spokes: l.Spokes, Wire: l.Wire}.Laced(l.Radius)
	if l.First == "left" {
		w.First = wheel.Left
	}
	return w
}

// sizes are what is measured of a wheel in place of what is usual: how it is said, its least and its most.
type size struct {
	field, typed, what string
	into               func(float64)
	least, most        float64
}

// unit is the unit in which it is measured; none where it is counted.
func (m size) unit() measure.Unit {
	switch m.field {
	case "spokes", "cross":
		return measure.Piece
	case "most":
		return measure.Newton
	}
	return measure.Millimetre
}

// laced is the wheel that was described.
func laced(s *record.Sheet, in WheelStand) (*Lacing, error) {
	build, known := s.Book.Wheel(in.Build)
	if !known || build.End != in.End {
		return nil, record.Refuse("build", "Choose which hub the wheel is laced round.")
	}
	seat, brake := parts.Facts.Of(s).WheelFront, parts.Facts.Of(s).FrontBrake
	if in.End == "rear" {
		seat, brake = parts.Facts.Of(s).WheelRear, parts.Facts.Of(s).RearBrake
	}
	l := Lacing{Spokes: build.Spokes, First: in.First, Wire: build.Wire, Radius: rolling.RimRadius(seat),
		Left: build.Left, Right: build.Right, Most: s.Book.TruenessFor(brake).Most}
	if err := in.measured(&l); err != nil {
		return nil, err
	}
	if _, err := l.Wheel().Influence(); err != nil {
		return nil, record.Refuse("spokes", "%s", words.Sentence(err))
	}
	return &l, nil
}

func checkStood(s *record.Sheet, in WheelStand) (*WheelStand, error) {
	l, err := laced(s, in)
	if err != nil {
		return nil, err
	}
	for _, b := range Benches.Of(s) {
		if b.End == in.End && b.Signed == nil {
			return nil, &record.Problem{Kind: record.Stale, Title: "That was begun already", Current: b,
				Detail: fmt.Sprintf("%s put the %s wheel on the stand. Go on there, or take that back first.", b.By,
					b.End)}
		}
	}
	in.Lacing = l
	return &in, nil
}

// measured puts what was read off the wheel in place of what its kind usually has.
func (in WheelStand) measured(l *Lacing) error {
	for _, m := range []size{
		{"spokes", in.Spokes, "spokes", func(v float64) { l.Spokes = int(v) }, 12, 48},
		{"wire", in.Wire, "mm of wire", func(v float64) { l.Wire = v }, 1.2, 2.6},
		{"cross", in.Cross, "crossings", func(v float64) { l.Left.Cross, l.Right.Cross = int(v), int(v) }, 0, 4},
		{"diameter", in.Diameter, "mm", func(v float64) { l.Radius = v / 2 }, 200, 800},
		{"left_off", in.LeftOff, "mm", func(v float64) { l.Left.Off = v }, 5, 60},
		{"right_off", in.RightOff, "mm", func(v float64) { l.Right.Off = v }, 5, 60},
		{"circle", in.Circle, "mm", func(v float64) { l.Left.Radius, l.Right.Radius = v/2, v/2 }, 16, 300},
		{"most", in.Most, "N", func(v float64) { l.Most = v }, 400, 2500},
	} {
		if strings.TrimSpace(m.typed) == "" {
			continue
		}
		v, err := record.ReadSigned(m.field, m.typed, m.unit(), mostRead)
		if err != nil {
			return err
		}
		whole := m.field == "spokes" || m.field == "cross"
		if !(v >= m.least && v <= m.most) || whole && v != math.Trunc(v) {
			return record.Refuse(m.field, "%s %s: between %s and %s can be.",
				strings.TrimSpace(m.typed), m.what, measure.Format(m.least),
				measure.Format(m.most))
		}
		m.into(v)
	}
	return nil
}
