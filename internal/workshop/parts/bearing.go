package parts

import (
	"errors"
	"strings"

	"utensil/core/bearing"
	"utensil/core/fit"
	"utensil/core/measure"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// BearingAsked is a bearing as it was measured, each figure as it was typed; empty for what was not.
type BearingAsked struct {
	Place   string `json:"place" doc:"where it sits"`
	Bore    string `json:"bore,omitempty"`
	Outside string `json:"outside,omitempty"`
	Width   string `json:"width,omitempty"`
	Inner   string `json:"inner,omitempty" doc:"degrees of the bevel at the bore"`
	Outer   string `json:"outer,omitempty"`
	Tool    string `json:"tool" enum:"fine,calliper,rule"`
	Worn    bool   `json:"worn,omitempty" doc:"its edges are worn or burred"`
	Was     string `json:"was,omitempty" doc:"the bearing that sat there before, if it is known"`
}

// BearingTold is what a measured bearing may be.
type BearingTold struct {
	List  []Likely `json:"list" doc:"the likeliest first"`
	None  float64  `json:"none" doc:"the chance that it is none of ours"`
	Apart string   `json:"apart" doc:"what tells the first two apart; empty when nothing is in doubt"`
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
	Chance  float64 `json:"chance"`
	Source  string  `json:"source"`
}

// tools are how far what is measured with may be off, ± mm at 95 %: a micrometer, a calliper on a worn
// edge, a rule. Common practice, no published source.
var tools = map[string]float64{"fine": 0.03, "calliper": 0.1, "rule": 0.5}

// WhichBearing tells which bearing was measured.
func WhichBearing(book *knowledge.Book, in BearingAsked) (BearingTold, error) {
	place, known := book.Place(in.Place)
	if !known || place.Bearing == "" {
		return BearingTold{}, record.Refuse("place", "No bearing that is known by its dimensions sits there.")
	}
	m := bearing.Measured{Error: tools[in.Tool], Worn: in.Worn}
	for _, f := range []struct {
		id, typed string
		into      *float64
	}{{"bore", in.Bore, &m.Bore}, {"outside", in.Outside, &m.Outside}, {"width", in.Width, &m.Width}, {"inner", in.Inner, &m.Inner},
		{"outer", in.Outer, &m.Outer}} {
		p, there := place.Particular(f.id)
		if !there || strings.TrimSpace(f.typed) == "" {
			continue
		}
		var err error
		if *f.into, err = figureOf(p, f.typed); err != nil {
			return BearingTold{}, err
		}
	}
	g, err := bearing.Identify(book.BearingKinds(), m, place.Bearing, in.Was)
	var refused *bearing.Refused
	if errors.As(err, &refused) {
		return BearingTold{}, record.Refuse("particulars."+refused.Field, "%s", refused.Problem)
	}
	told := BearingTold{List: []Likely{}, None: g.None, Apart: g.Apart}
	for _, x := range g.List {
		told.List = append(told.List, Likely{x.ID, x.Size(), x.Bore, x.Outside, x.Width, x.Inner, x.Outer, x.Chance, x.Source})
	}
	return told, err
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
