package gears

import (
	"maps"
	"slices"
	"strconv"
	"strings"

	"utensil/core/gear"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// GearAnswer is what a bench comes to: a verdict in a line, what to do in its order, and what is
// drawn of it.
type GearAnswer struct {
	Bench  string         `json:"bench" enum:"ratio,chain,single,worn,path,front,hanger,hub,wired"`
	Mark   wear.Mark      `json:"mark"`
	Finds  string         `json:"finds,omitempty" doc:"what it is called as a finding; left out where nothing waits"`
	Says   string         `json:"says"`
	Do     []gear.Advised `json:"do" doc:"in their order; what comes later waits for the first"`
	Ratio  *RatioAnswer   `json:"ratio,omitempty"`
	Chain  *gear.Derailed `json:"chain,omitempty"`
	Pairs  []ChainPair    `json:"pairs,omitempty" doc:"of a chain with a mech: the longest way and the shortest"`
	Single *SingleAnswer  `json:"single,omitempty"`
	Worn   *WornAnswer    `json:"worn,omitempty"`
	Path   *gear.Path     `json:"path,omitempty"`
	Hanger *gear.Hanger   `json:"hanger,omitempty"`
	wait   bool
}

// RatioAnswer is a bike's gears, now and after a change.
type RatioAnswer struct {
	Now    gear.Geared  `json:"now"`
	Then   *gear.Geared `json:"then,omitempty"`
	Change string       `json:"change,omitempty"`
	Hill   float64      `json:"hill" doc:"the steepest gradient in the lowest gear, 0.12 for 12 %"`
	Hill2  float64      `json:"hill_then,omitempty"`
	Borne  *gear.Borne  `json:"borne,omitempty" doc:"of a geared hub: whether it bears ring and sprocket"`
	Borne2 *gear.Borne  `json:"borne_then,omitempty"`
	Takes  string       `json:"takes" doc:"what was taken for the hill, where nobody typed it"`
}

// ChainPair is a ring and a sprocket with the way round them.
type ChainPair struct {
	Ring     int     `json:"ring"`
	Sprocket int     `json:"sprocket"`
	Links    float64 `json:"links"`
}

// SingleAnswer is a chain on one ring and one sprocket.
type SingleAnswer struct {
	Links   int        `json:"links" doc:"of the chain: as typed, or the shortest that goes on"`
	Exact   float64    `json:"exact" doc:"the way round with the axle where it lies, in links"`
	Slot    *gear.Slot `json:"slot"`
	Takes   []int      `json:"takes" doc:"sprockets that this chain goes on, within the slot"`
	Tension string     `json:"tension,omitempty" enum:"tight,right,slack"`
	Moves   wear.Scale `json:"moves" doc:"how far its middle may move, up and down together"`
}

// WornAnswer is a worn chain on its sprockets.
type WornAnswer struct {
	Longer    float64         `json:"longer" doc:"per cent"`
	Sprockets []gear.Skipping `json:"sprockets"`
}

// Figure works out what a bench is asked.
func Figure(s *record.Sheet, in GearQuestion) (GearAnswer, error) {
	benches := []struct {
		bench string
		asked bool
		work  func(*record.Sheet, GearQuestion, *GearAnswer) error
	}{{"ratio", in.Ratio != nil, figureRatio}, {"chain", in.Chain != nil, figureChain},
		{"single", in.Single != nil, figureSingle},
		{"worn", in.Worn != nil, figureWorn}, {"path", in.Path != nil, figurePath},
		{"front", in.Front != nil, figureFront},
		{"hanger", in.Hanger != nil, figureHanger}, {"hub", in.Hub != nil, figureHub},
		{"wired", in.Wired != nil, figureWired}}
	for _, b := range benches {
		if !b.asked {
			continue
		}
		out := GearAnswer{Bench: b.bench, Mark: wear.Sound, Do: []gear.Advised{}}
		if err := b.work(s, in, &out); err != nil {
			return GearAnswer{}, record.InField("", err)
		}
		if out.wait {
			out.Finds = benchNames[b.bench]
		}
		return out, nil
	}
	return GearAnswer{}, record.Refuse("", "Say which bench it is asked of.")
}

// typed reads what was typed, and keeps the first slip.
type typed struct{ err error }

func (t *typed) figure(field, text string, unit measure.Unit) float64 {
	if t.err != nil {
		return 0
	}
	v, err := record.ReadSigned(field, text, unit, mostFigure)
	t.err = err
	return v
}

// or is a figure, or what is taken where nothing was typed.
func (t *typed) or(field, text string, unit measure.Unit, usual float64) float64 {
	if strings.TrimSpace(text) == "" {
		return usual
	}
	return t.figure(field, text, unit)
}

func (t *typed) count(field, text string) int {
	v := t.figure(field, text, measure.Piece)
	if t.err == nil && v != float64(int(v)) {
		t.err = record.Refuse(field, "“%s” is no whole number.", text)
	}
	return int(v)
}

func (t *typed) teeth(field, text string) []int {
	if t.err != nil {
		return nil
	}
	list, err := measure.ParseCounts(text, mostTeeth)
	if err != nil {
		t.err = record.Refuse(field, "Type the teeth of each, smallest first: 34 50.")
	}
	slices.Sort(list)
	return slices.Compact(list)
}

func (t *typed) train(field string, s *record.Sheet, in TrainQuestion) (train gear.Train, hub *gear.Hub) {
	train = gear.Train{Rings: t.teeth(field+".rings", in.Rings), Sprockets: t.teeth(field+".sprockets", in.Sprockets),
		Wheel: gear.Wheel{Seat: t.figure(field+".seat", in.Seat, measure.Millimetre),
			Width: t.figure(field+".width", in.Width, measure.Millimetre)}}
	if in.Hub != "" && t.err == nil {
		family, known := s.Book.HubFamily(in.Hub)
		if !known {
			t.err = record.Refuse(field+".hub", "Choose how many gears the hub has.")
			return train, nil
		}
		h := family.Hub()
		train.Hub, hub = h.Ratios, &h
	}
	if f, known := s.Book.GearFamily("cable-" + strconv.Itoa(len(train.Sprockets))); known {
		train.Spacing = f.Spacing
	}
	return train, hub
}

func round(v float64, to float64) float64 {
	if v < 0 {
		return -round(-v, to)
	}
	return float64(int64(v*to+0.5)) / to
}

func abs(v float64) float64 { return max(v, -v) }

// hours are the clock's hours at which a gauge was read, in their order.
func hours(readings map[string]string) []string { return slices.Sorted(maps.Keys(readings)) }
