package gears

import (
	"utensil/core/gear"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// GearQuestion is what one of the smaller benches of the gears is asked: one of its parts is filled
// in, with figures as they were typed. What is written down is kept with the bike, so that nobody
// is asked twice.
type GearQuestion struct {
	Ratio  *RatioQuestion  `json:"ratio,omitempty"`
	Chain  *ChainQuestion  `json:"chain,omitempty"`
	Single *SingleQuestion `json:"single,omitempty"`
	Worn   *WornQuestion   `json:"worn,omitempty"`
	Path   *PathQuestion   `json:"path,omitempty"`
	Front  *FrontQuestion  `json:"front,omitempty"`
	Hanger *HangerQuestion `json:"hanger,omitempty"`
	Hub    *HubQuestion    `json:"hub,omitempty"`
	Wired  *WiredQuestion  `json:"wired,omitempty"`
}

// TrainQuestion is what carries pedalling to the ground, as typed.
type TrainQuestion struct {
	Rings     string `json:"rings" doc:"teeth, smallest first"`
	Sprockets string `json:"sprockets" doc:"teeth, smallest first"`
	Hub       string `json:"hub,omitempty" doc:"family of the geared hub"`
	Seat      string `json:"seat" doc:"bead seat of the driven wheel, mm"`
	Width     string `json:"width" doc:"of its tyre, mm"`
}

// RatioQuestion asks for a bike's gears, and for those that it would have after a change.
type RatioQuestion struct {
	Now     TrainQuestion  `json:"now"`
	Then    *TrainQuestion `json:"then,omitempty"`
	Power   string         `json:"power,omitempty" doc:"that the rider keeps up, W"`
	Mass    string         `json:"mass,omitempty" doc:"of rider, bike and load, kg"`
	Cadence string         `json:"cadence,omitempty" doc:"the slowest that they like, turns a minute"`
}

// ChainQuestion asks for the length of a chain that a mech takes up.
type ChainQuestion struct {
	Rings     string `json:"rings"`
	Sprockets string `json:"sprockets"`
	Stay      string `json:"stay" doc:"from the middle of the crank to that of the hub, mm"`
	Grows     string `json:"grows,omitempty" doc:"by how much a rear suspension lengthens it, mm"`
	TakesUp   string `json:"takes_up,omitempty" doc:"teeth, of the mech"`
	Largest   string `json:"largest,omitempty" doc:"sprocket that the mech clears"`
	Cage      string `json:"cage" doc:"of the mech, from pulley to pulley, mm"`
}

// SingleQuestion asks where the axle lies with a chain on one ring and one sprocket.
type SingleQuestion struct {
	Ring     string `json:"ring"`
	Sprocket string `json:"sprocket"`
	Links    string `json:"links,omitempty" doc:"of the chain that is there; left out to be told"`
	From     string `json:"from" doc:"from axle to axle with the hub at the front of its slot, mm"`
	Room     string `json:"room" doc:"that the slot has, mm"`
	Lies     string `json:"lies,omitempty" doc:"how far from the front the axle lies now, mm"`
	Moves    string `json:"moves,omitempty" doc:"how far the chain's middle moves up and down at its tightest, mm"`
	Case     bool   `json:"case,omitempty" doc:"it runs in a case"`
}

// WornQuestion asks how far a chain is worn, and whether a new one will skip on these sprockets.
type WornQuestion struct {
	Sprockets string `json:"sprockets"`
	By        string `json:"by" enum:"gauge,rule,calliper" doc:"how it was measured"`
	Length    string `json:"length,omitempty" doc:"over so many links, pin to pin, mm, by rule or calliper"`
	Links     string `json:"links,omitempty"`
	Gauge     string `json:"gauge,omitempty" doc:"per cent, by a gauge"`
	Chains    string `json:"chains" doc:"that were worn out on these sprockets, this one as well"`
	Most      string `json:"most,omitempty" doc:"teeth of the sprockets that are ridden most; left out for the usual spread"`
}

// PathQuestion asks what the bends of a cable's outers cost.
type PathQuestion struct {
	Ratio string         `json:"ratio,omitempty" doc:"mm that the mech moves for each mm of cable"`
	Bends []BendQuestion `json:"bends" maxItems:"12"`
}

// BendQuestion is one bend of an outer.
type BendQuestion struct {
	Name    string `json:"name"`
	Degrees string `json:"degrees"`
	Slides  string `json:"slides" enum:"new,used,dirty,rusty" doc:"how the inner slides in it"`
}

// FrontQuestion is a front mech as it was looked at.
type FrontQuestion struct {
	Height string     `json:"height" doc:"of the outer plate over the largest ring's teeth, mm"`
	Angle  string     `json:"angle" doc:"of its tail away from the frame, degrees"`
	Rubs   []gear.Rub `json:"rubs" doc:"by ring, smallest first: none, inner or outer" maxItems:"3"`
	Over   string     `json:"over,omitempty" enum:"large,small,none"`
	Climbs bool       `json:"climbs"`
}

// HangerQuestion is what a hanger gauge read.
type HangerQuestion struct {
	Reach    string            `json:"reach" doc:"of the gauge's arm, mm"`
	Readings map[string]string `json:"readings" doc:"mm to the rim by the hour: 12 above, 3 ahead"`
}

// HubQuestion is a geared hub as it was tried.
type HubQuestion struct {
	Mark    gear.MarkAt `json:"mark" enum:"right,tight,slack,none"`
	Returns string      `json:"returns" enum:"right,other,not_tried"`
	Loaded  string      `json:"loaded,omitempty" enum:"holds,slips"`
	Slipped int         `json:"slipped,omitempty"`
	DustCap string      `json:"dust_cap" enum:"there,missing"`
}

// WiredQuestion is an electronic gear as it was looked at.
type WiredQuestion struct {
	Battery  string `json:"battery" doc:"per cent"`
	Code     string `json:"code,omitempty"`
	Software string `json:"software" enum:"current,old,unread"`
	Before   string `json:"before,omitempty" doc:"version found"`
	After    string `json:"after,omitempty" doc:"version left"`
	Knocked  bool   `json:"knocked,omitempty"`
	Shifts   string `json:"shifts" enum:"crisp,noisy_in,noisy_out,grows,none"`
	Steps    string `json:"steps,omitempty" doc:"of fine adjustment so far, towards the spokes"`
	Pivots   string `json:"pivots" enum:"oiled,dry,unseen"`
}

// GearsFacts is what is known of a bike's gears before anybody is asked.
type GearsFacts struct {
	GearQuestion
	Hub   *HubFacts `json:"hub_gear,omitempty"`
	Mechs bool      `json:"mechs" doc:"a mech moves the chain"`
	Told  Told      `json:"told" doc:"what the owner's words and the mechanic's say of it"`

	Battery *wear.Scale `json:"battery,omitempty" doc:"of electronic gears"`
	Steps   *wear.Scale `json:"steps,omitempty" doc:"of their fine adjustment"`
	Height  *wear.Scale `json:"cage_height,omitempty" doc:"of a front mech over the largest ring's teeth"`
	Angle   *wear.Scale `json:"cage_angle,omitempty"`
	Results []ShiftMark `json:"results,omitempty" doc:"what a shift may do, in the order in which it is asked"`
}

// ShiftMark is what a shift may do, and what that is worth.
type ShiftMark struct {
	Result gear.Result `json:"result" enum:"crisp,slow,will_not,two,noisy"`
	Name   string      `json:"name"`
	Mark   wear.Mark   `json:"mark"`
}

// shiftMarks are those; over the edge is told by where it happens.
func shiftMarks() (list []ShiftMark) {
	for _, r := range gear.Results {
		if r != gear.Over {
			list = append(list, ShiftMark{r, words.Capital(resultNames[r]), marks[r]})
		}
	}
	return list
}

// Told is what is told of a bike's gears at the door.
type Told struct {
	Fell    bool `json:"fell"`
	Swapped bool `json:"swapped"`
	Stood   bool `json:"stood"`
}

// HubFacts is which geared hub it is, and where its mark is set.
type HubFacts struct {
	ID    string `json:"id"`
	Gears int    `json:"gears"`
	Mark  int    `json:"mark_gear" doc:"0 where it has none"`
	Cable bool   `json:"cable" doc:"a lever's cable shifts it"`
	Moved bool   `json:"moved" doc:"its axle was undone since the mark was looked at"`
}

// GearNote is what a bench was asked, written down with what it came to.
type GearNote struct {
	GearQuestion
	Says string `json:"says,omitempty" readOnly:"true"`
	Wait bool   `json:"wait,omitempty" readOnly:"true" doc:"something is still to be done before the bike rides"`
}

// Notes are what was written down at the smaller benches.
var Notes = record.NewKind(record.Kind[GearNote]{Name: "gear_note", By: record.ByMechanic, Past: record.LaterJob})
