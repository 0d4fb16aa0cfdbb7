package parts

import (
	"strings"

	"utensil/core/bearing"
	"utensil/core/fit"
	"utensil/core/measure"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// BearingQuestion is a bearing as it was measured, each figure as it was typed; empty for what was not.
type BearingQuestion struct {
	Place   string `json:"place" doc:"where it sits"`
	Bore    string `json:"bore,omitempty"`
	Outside string `json:"outside,omitempty"`
	Width   string `json:"width,omitempty"`
	Inner   string `json:"inner,omitempty" doc:"degrees of the bevel at the bore"`
	Outer   string `json:"outer,omitempty"`
	Ball    string `json:"ball,omitempty" doc:"a loose ball across, where there is no cartridge"`
	Balls   string `json:"balls,omitempty" doc:"how many lay on one side"`
	Tool    string `json:"tool" enum:"fine,calliper,rule"`
	Worn    bool   `json:"worn,omitempty" doc:"its edges are worn or burred"`
	Was     string `json:"was,omitempty" doc:"the bearing that sat there before, if it is known"`
}

// BearingAnswer is what a measured bearing may be.
type BearingAnswer struct {
	List  []Likely `json:"list" doc:"the likeliest first"`
	None  float64  `json:"none" doc:"the chance that it is none of ours"`
	Apart string   `json:"apart" doc:"what tells the first two apart; empty when nothing is in doubt"`
	Says  string   `json:"says,omitempty" doc:"of loose balls: how many there are to be"`
}

// Likely is a bearing that it may be.
type Likely struct {
	ID      string  `json:"id"`
	Size    string  `json:"size"`
	Bore    float64 `json:"bore"`
	Outside float64 `json:"outside"`
	Width   float64 `json:"width"`
	Inner   float64 `json:"inner,omitempty"`
	Outer   float64 `json:"outer,omitempty"`
	Ball    float64 `json:"ball,omitempty" doc:"of a loose ball: its diameter; it has nothing else"`
	Chance  float64 `json:"chance"`
	Source  string  `json:"source"`
}

// tools are how far what is measured with may be off, ± mm at 95 %: a micrometer, a calliper on a worn
// edge, a rule. Common practice, no published source.
var tools = map[string]float64{"fine": 0.03, "calliper": 0.1, "rule": 0.5}

// WhichBearing tells which bearing was measured, or which ball.
func WhichBearing(book *knowledge.Book, in BearingQuestion) (BearingAnswer, error) {
	place, known := book.Place(in.Place)
	if known && place.Balls != "" && strings.TrimSpace(in.Ball) != "" {
		return whichBall(book, place, in)
	}
	if !known || place.Bearing == "" {
		return BearingAnswer{}, record.Refuse("place", "No bearing that is known by its dimensions sits there.")
	}
	m := bearing.Measured{Error: tools[in.Tool], Worn: in.Worn}
	for _, f := range []struct {
		id, typed string
		into      *float64
	}{{"bore", in.Bore, &m.Bore}, {"outside", in.Outside, &m.Outside}, {"width", in.Width, &m.Width},
		{"inner", in.Inner, &m.Inner},
		{"outer", in.Outer, &m.Outer}} {
		p, there := place.Particular(f.id)
		if !there || strings.TrimSpace(f.typed) == "" {
			continue
		}
		var err error
		if *f.into, err = figureOf(p, f.typed); err != nil {
			return BearingAnswer{}, err
		}
	}
	g, err := bearing.Identify(book.BearingKinds(), m, place.Bearing, in.Was)
	if err != nil {
		return BearingAnswer{}, record.InField("particulars", err)
	}
	told := BearingAnswer{List: []Likely{}, None: g.None, Apart: g.Apart}
	for _, x := range g.List {
		told.List = append(told.List, Likely{ID: x.ID, Size: x.Size(), Bore: x.Bore, Outside: x.Outside,
			Width: x.Width, Inner: x.Inner,
			Outer: x.Outer, Chance: x.Chance, Source: x.Source})
	}
	return told, nil
}

// whichBall tells which loose ball was measured.
func whichBall(book *knowledge.Book, place knowledge.Place, in BearingQuestion) (BearingAnswer, error) {
	m := bearing.Loose{Error: tools[in.Tool], Worn: in.Worn}
	ball, _ := place.Particular("ball")
	balls, _ := place.Particular("balls")
	var err error
	if m.Diameter, err = figureOf(ball, in.Ball); err != nil {
		return BearingAnswer{}, err
	}
	if strings.TrimSpace(in.Balls) != "" {
		n, err := figureOf(balls, in.Balls)
		if err != nil {
			return BearingAnswer{}, err
		}
		m.Count = int(n)
	}
	g, err := bearing.IdentifyBall(book.LooseBalls(), m, place.Balls)
	if err != nil {
		return BearingAnswer{}, record.InField("particulars", err)
	}
	told := BearingAnswer{List: []Likely{}, None: g.None, Says: g.Says}
	for _, x := range g.List {
		told.List = append(told.List, Likely{ID: x.ID, Size: x.Size(), Ball: x.Mm, Chance: x.Chance, Source: x.Source})
	}
	return told, nil
}

// figureOf is what was typed of a particular, in its own unit.
func figureOf(p fit.Particular, typed string) (float64, error) {
	kept, err := readParticular(p, typed)
	if err != nil {
		return 0, err
	}
	figure, err := measure.ParseFigure(kept, measure.Millimetre)
	return figure.Base, err
}
