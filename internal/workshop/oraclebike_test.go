package workshop

import (
	"fmt"
	"slices"
	"strings"
)

// toyBike is the bike itself, as somebody sees it who walks round it with a wrench: what is on
// it, what is loose, what was seen unsafe, what was tried since. It is moved by tables written
// from the trade and knows nothing of the program. Time is the order in which hands did things,
// whenever a tablet told of them.
type toyBike struct {
	axle   map[string]string // by end, the fastener that holds its wheel
	off    map[string]bool   // places from which something came off
	opened map[string]int    // when a fastener was last undone
	tight  map[string]int    // when it was last torqued rightly
	unsafe map[string][]int  // when something unsafe was seen, by point and word or by what was written down of it
	worked map[string][]int  // when work that cures it was done there
	well   map[string][]int  // when a point was seen well, or what was written down of it
	upset  map[string]int    // when a test was last upset
	tried  map[string]int    // when it was last passed
}

func newToy(frontAxle, rearAxle string) *toyBike {
	at, times := func() map[string]int { return map[string]int{} },
		func() map[string][]int { return map[string][]int{} }
	return &toyBike{axle: map[string]string{"front": frontAxle, "rear": rearAxle},
		off: map[string]bool{}, opened: at(), tight: at(),
		unsafe: times(), worked: times(), well: times(), upset: at(), tried: at()}
}

// reach is what hands undo and upset. Common practice, no source.
type reach struct {
	joints []string // "front axle" and "rear axle" are whatever holds that wheel
	tests  []string
}

var (
	front = []string{"front_brake", "test_ride"}
	rear  = []string{"rear_brake", "test_ride"}
	all   = []string{"front_brake", "rear_brake", "test_ride"}
	ride  = []string{"test_ride"}
)

// exchanges is what is undone to put something else at a place, or to take it off.
var exchanges = map[string]reach{
	"stem": {[]string{"steerer-clamp", "faceplate"}, all}, "bar": {[]string{"faceplate"}, all},
	"fork":       {[]string{"steerer-clamp", "front-caliper", "front axle"}, all},
	"front-pads": {[]string{"front axle"}, front}, "rear-pads": {[]string{"rear axle"}, rear},
	"front-rotor": {[]string{"front axle"}, front}, "rear-rotor": {[]string{"rear axle"}, rear},
	"front-caliper": {[]string{"front-caliper"}, front}, "rear-caliper": {[]string{"rear-caliper"}, rear},
	"front-hub": {[]string{"front axle"}, front}, "rear-hub": {[]string{"rear axle"}, rear},
	"front-tyre": {[]string{"front axle"}, front}, "rear-tyre": {[]string{"rear axle"}, rear},
	"front-fluid": {nil, front}, "rear-fluid": {nil, rear},
	"sprockets": {[]string{"rear axle"}, rear}, "chain": {nil, ride},
	"crank":  {[]string{"pedal-left", "pedal-right"}, ride},
	"saddle": {[]string{"saddle-clamp"}, ride}, "gear-cable": {nil, ride}, "freehub": {[]string{"rear axle"}, rear},
}

// works is what work of the catalogue undoes, and what it can put right: new pads push worn-out
// pistons back, and the lever that came to the bar is firm again; an arm that is taken off and
// put back is tight, and as cracked as it was. A frame goes to its builder bare, and comes back
// whole. Common practice, no source.
var works = map[string]struct {
	reach
	cures []string
}{
	"replace-stem":    {exchanges["stem"], []string{"stem: Crack"}},
	"replace-bar":     {reach{[]string{"faceplate", "lever-clamp"}, all}, []string{"stem: Crack"}},
	"replace-freehub": {exchanges["freehub"], []string{"freehub: Slips"}},
	"replace-crank":   {exchanges["crank"], []string{"crank: Crack", "crank: Arm loose", "crank: Bent arm"}},
	"crank-service":   {reach{nil, ride}, []string{"crank: Arm loose"}},
	"pads-disc-front": {exchanges["front-pads"],
		[]string{"front-lever: Comes to the bar", "front-pad-faces: Crumbling"}},
	"pads-disc-rear": {exchanges["rear-pads"],
		[]string{"rear-lever: Comes to the bar", "rear-pad-faces: Crumbling"}},
	"stem-bolts":    {reach{[]string{"steerer-clamp", "faceplate"}, ride}, nil},
	"tyre-front":    {exchanges["front-tyre"], []string{"front-tyre: Cord shows"}},
	"tyre-rear":     {exchanges["rear-tyre"], []string{"rear-tyre: Cord shows"}},
	"frame-builder": {reach{[]string{"steerer-clamp", "rear axle"}, all}, []string{"frame: Crack"}},
	"headset-set": {reach{[]string{"steerer-clamp"}, ride},
		[]string{"headset: Clamp loose", "headset: Binds"}},
	"headset-bearings": {reach{[]string{"steerer-clamp"}, ride}, []string{"headset: Binds"}},
	"bleed-front":      {reach{nil, front}, []string{"front-lever: Comes to the bar"}},
	"bleed-rear":       {reach{nil, rear}, []string{"rear-lever: Comes to the bar"}},
	"cable-front":      {reach{nil, front}, []string{"front-lever: Comes to the bar"}},
	"cable-rear":       {reach{nil, rear}, []string{"rear-lever: Comes to the bar"}},
	"replace-lever-front": {reach{[]string{"lever-clamp", "front axle"}, front},
		[]string{"front-lever: Comes to the bar"}},
	"replace-lever-cable-front": {reach{[]string{"lever-clamp"}, front}, []string{"front-lever: Comes to the bar"}},
	"replace-caliper-front":     {reach{[]string{"front-caliper", "front axle"}, front}, nil},
	"adjust-cable-front":        {reach{nil, front}, []string{"front-lever: Comes to the bar"}},
	"replace-lever-rear": {reach{[]string{"lever-clamp", "rear axle"}, rear},
		[]string{"rear-lever: Comes to the bar"}},
	"replace-lever-cable-rear": {reach{[]string{"lever-clamp"}, rear}, []string{"rear-lever: Comes to the bar"}},
	"replace-caliper-rear":     {reach{[]string{"rear-caliper", "rear axle"}, rear}, nil},
	"adjust-cable-rear":        {reach{nil, rear}, []string{"rear-lever: Comes to the bar"}},
}

// dangers are words that nobody rides with, by point.
var dangers = map[string][]string{"stem": {"Crack"}, "crank": {"Crack", "Arm loose", "Bent arm"},
	"headset":    {"Clamp loose", "Binds"},
	"front-tyre": {"Cord shows"}, "rear-tyre": {"Cord shows"}, "frame": {"Crack"}, "front-lever": {"Comes to the bar"},
	"rear-lever": {"Comes to the bar"}, "front-pad-faces": {"Crumbling"},
	"rear-pad-faces": {"Crumbling"}, "freehub": {"Slips"}}

func (b *toyBike) joint(name string) string {
	switch name {
	case "front axle":
		return b.axle["front"]
	case "rear axle":
		return b.axle["rear"]
	}
	return name
}

// latest keeps the later of two times.
func latest(m map[string]int, key string, at int) { m[key] = max(m[key], at) }

// open is hands undoing something at a time.
func (b *toyBike) open(r reach, at int) {
	for _, j := range r.joints {
		latest(b.opened, b.joint(j), at)
	}
	for _, t := range r.tests {
		latest(b.upset, t, at)
	}
}

// see is a look at a point.
func (b *toyBike) see(point, word string, at int) {
	if slices.Contains(dangers[point], word) {
		b.unsafe[point+": "+word] = append(b.unsafe[point+": "+word], at)
		return
	}
	b.well[point] = append(b.well[point], at)
}

// cured says whether what was seen at a time was worked on after it, and seen well after that.
func (b *toyBike) cured(what string, at int) bool {
	point, _, _ := strings.Cut(what, ": ")
	return slices.ContainsFunc(b.worked[what], func(worked int) bool {
		return worked > at && slices.ContainsFunc(b.well[point], func(well int) bool { return well > worked })
	})
}

// wrong is why nobody should have this bike; empty when it may go. excused is what its owner
// refused to have put right, knowing it: it is pushed home, and need not be tried.
func (b *toyBike) wrong(excused map[string]bool) string {
	for place, off := range b.off {
		if off && !excused[place] {
			return place + " is not on it"
		}
	}
	for joint, at := range b.opened {
		if b.tight[joint] < at {
			return joint + " is loose"
		}
	}
	for what, seen := range b.unsafe {
		for _, at := range seen {
			if !b.cured(what, at) && !excused[what] {
				return what + " is unsafe"
			}
		}
	}
	for test, at := range b.upset {
		if b.tried[test] < at && len(excused) == 0 {
			return fmt.Sprintf("the %s was not tried since", test)
		}
	}
	return ""
}
