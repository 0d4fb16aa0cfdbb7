// Package bike holds the facts about a bicycle that the program reasons from: which
// limits apply, which points and fasteners exist, how it is drawn.
package bike

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
)

// Facts describes one bicycle. Words are those of the Choices; a wheel size is a bead
// seat diameter in millimetres (ISO 5775); Speeds counts rear sprockets or hub gears.
type Facts struct {
	Kind       string `json:"kind" yaml:"kind" doc:"what sort of bike, such as randonneur"`
	Frame      string `json:"frame" yaml:"frame" enum:"diamond,sloping,step_through,folding,long_cargo" doc:"frame shape"`
	Material   string `json:"material" yaml:"material" enum:"steel,aluminium,carbon,titanium"`
	WheelFront int    `json:"wheel_front_mm" yaml:"wheel_front_mm" doc:"front bead seat diameter, mm"`
	WheelRear  int    `json:"wheel_rear_mm" yaml:"wheel_rear_mm" doc:"rear bead seat diameter, mm"`
	Bar        string `json:"bar" yaml:"bar" enum:"drop,flat,swept"`
	FrontBrake string `json:"front_brake" yaml:"front_brake" enum:"disc_hydraulic,disc_cable,rim_linear,rim_caliper,drum,none"`
	RearBrake  string `json:"rear_brake" yaml:"rear_brake" enum:"disc_hydraulic,disc_cable,rim_linear,rim_caliper,drum,back_pedal,none"`
	FrontFluid string `json:"front_fluid" yaml:"front_fluid" enum:"none,mineral,dot"`
	RearFluid  string `json:"rear_fluid" yaml:"rear_fluid" enum:"none,mineral,dot"`
	RotorMount string `json:"rotor_mount" yaml:"rotor_mount" enum:"none,six_bolt,centre"`
	Gears      string `json:"gears" yaml:"gears" enum:"cable,electronic,hub,single" doc:"how the rear gears are worked"`
	Speeds     int    `json:"speeds" yaml:"speeds" doc:"rear sprockets, or gears in the hub"`
	Rings      int    `json:"rings" yaml:"rings" doc:"chainrings"`
	Suspension string `json:"suspension" yaml:"suspension" enum:"rigid,front,full"`
	Electric   string `json:"electric" yaml:"electric" enum:"none,mid_motor,hub_motor"`
	FrontAxle  string `json:"front_axle" yaml:"front_axle" enum:"quick_release,through,nuts"`
	RearAxle   string `json:"rear_axle" yaml:"rear_axle" enum:"quick_release,through,nuts"`

	Stem          string   `json:"stem" yaml:"stem" enum:"threadless,quill" doc:"clamped round the steerer, or a quill inside it"`
	Crank         string   `json:"crank" yaml:"crank" enum:"pinch,taper,splined" doc:"how the arms hold: pinch bolts, square taper, splined bolt"`
	BottomBracket string   `json:"bottom_bracket" yaml:"bottom_bracket" enum:"threaded,press_fit"`
	Post          string   `json:"post" yaml:"post" enum:"aluminium,carbon,dropper" doc:"the seatpost"`
	SaddleClamp   string   `json:"saddle_clamp" yaml:"saddle_clamp" enum:"one_bolt,two_bolt"`
	Carries       []string `json:"carries" yaml:"carries" doc:"what is bolted on: cage, child_seat, dynamo, guards, lamp, rack_front, rack_rear, stand"`
}

// choices lists the words each fact may hold. The order is the one shown to people.
var choices = map[string][]string{
	"frame":       {"diamond", "sloping", "step_through", "folding", "long_cargo"},
	"material":    {"steel", "aluminium", "carbon", "titanium"},
	"bar":         {"drop", "flat", "swept"},
	"front_brake": {"disc_hydraulic", "disc_cable", "rim_linear", "rim_caliper", "drum", "none"},
	"rear_brake":  {"disc_hydraulic", "disc_cable", "rim_linear", "rim_caliper", "drum", "back_pedal", "none"},
	"front_fluid": {"none", "mineral", "dot"},
	"rear_fluid":  {"none", "mineral", "dot"},
	"rotor_mount": {"none", "six_bolt", "centre"},
	"gears":       {"cable", "electronic", "hub", "single"},
	"suspension":  {"rigid", "front", "full"},
	"electric":    {"none", "mid_motor", "hub_motor"},
	"front_axle":  {"quick_release", "through", "nuts"},
	"rear_axle":   {"quick_release", "through", "nuts"},

	"stem":           {"threadless", "quill"},
	"crank":          {"pinch", "taper", "splined"},
	"bottom_bracket": {"threaded", "press_fit"},
	"post":           {"aluminium", "carbon", "dropper"},
	"saddle_clamp":   {"one_bolt", "two_bolt"},
}

// carried lists what may be bolted to a bike.
var carried = []string{"cage", "child_seat", "dynamo", "guards", "lamp", "rack_front", "rack_rear", "stand"}

// BeadSeats are the bead seat diameters of ISO 5775 that bicycles use, in millimetres.
var BeadSeats = []int{622, 584, 571, 559, 507, 451, 406, 355, 349, 305}

// Words returns the words of the named fact: one, or what the bike carries.
func (f Facts) Words(name string) []string {
	if name == "carries" {
		return f.Carries
	}
	word, _ := f.Fact(name)
	return []string{word}
}

// Fact returns the word of the named fact, its JSON name, and whether there is such a fact.
func (f Facts) Fact(name string) (string, bool) {
	switch name {
	case "kind":
		return f.Kind, true
	case "frame":
		return f.Frame, true
	case "material":
		return f.Material, true
	case "bar":
		return f.Bar, true
	case "front_brake":
		return f.FrontBrake, true
	case "rear_brake":
		return f.RearBrake, true
	case "front_fluid":
		return f.FrontFluid, true
	case "rear_fluid":
		return f.RearFluid, true
	case "rotor_mount":
		return f.RotorMount, true
	case "gears":
		return f.Gears, true
	case "suspension":
		return f.Suspension, true
	case "electric":
		return f.Electric, true
	case "front_axle":
		return f.FrontAxle, true
	case "rear_axle":
		return f.RearAxle, true
	case "stem":
		return f.Stem, true
	case "crank":
		return f.Crank, true
	case "bottom_bracket":
		return f.BottomBracket, true
	case "post":
		return f.Post, true
	case "saddle_clamp":
		return f.SaddleClamp, true
	case "carries":
		return strings.Join(f.Carries, ", "), true
	case "speeds":
		return strconv.Itoa(f.Speeds), true
	case "rings":
		return strconv.Itoa(f.Rings), true
	}
	return "", false
}

// FactError says which fact cannot be so, and what to do about it.
type FactError struct {
	Fact    string // JSON name of the fact
	Problem string
}

func (e *FactError) Error() string { return e.Problem }

// Validate reports every fact that cannot be so: a word no bike has, or two facts that
// contradict each other. The errors are *FactError.
func (f Facts) Validate() []error {
	var errs []error
	wrong := func(fact, format string, args ...any) {
		errs = append(errs, &FactError{fact, fmt.Sprintf(format, args...)})
	}
	for _, fact := range sortedFacts() {
		if word, _ := f.Fact(fact); !slices.Contains(choices[fact], word) {
			wrong(fact, "%s cannot be “%s”: choose one of %s.", spoken(fact), spoken(word), spoken(strings.Join(choices[fact], ", ")))
		}
	}
	for _, thing := range f.Carries {
		if !slices.Contains(carried, thing) {
			wrong("carries", "A bike does not carry “%s”: choose of %s.", spoken(thing), spoken(strings.Join(carried, ", ")))
		}
	}
	for fact, size := range map[string]int{"wheel_front_mm": f.WheelFront, "wheel_rear_mm": f.WheelRear} {
		if !slices.Contains(BeadSeats, size) {
			wrong(fact, "%d mm is not a bead seat diameter. It is the second number on the tyre, such as 37-622.", size)
		}
	}
	if f.Speeds < 1 || f.Speeds > 14 {
		wrong("speeds", "Count the rear gears: 1 to 14.")
	}
	if f.Gears == "single" && f.Speeds > 1 {
		wrong("speeds", "A single-speed has one rear gear, not %d. Change the gears or the count.", f.Speeds)
	}
	if f.Rings < 1 || f.Rings > 3 {
		wrong("rings", "Count the chainrings: 1 to 3.")
	}
	for _, end := range []struct{ brake, fluid, name string }{
		{f.FrontBrake, f.FrontFluid, "front"}, {f.RearBrake, f.RearFluid, "rear"},
	} {
		hydraulic := end.brake == "disc_hydraulic"
		if hydraulic && end.fluid == "none" {
			wrong(end.name+"_fluid", "A hydraulic %s brake holds mineral oil or DOT fluid: read the reservoir cap.", end.name)
		}
		if !hydraulic && end.fluid != "none" {
			wrong(end.name+"_fluid", "The %s brake is not hydraulic: set its fluid to none.", end.name)
		}
	}
	if f.HasDisc() && f.RotorMount == "none" {
		wrong("rotor_mount", "Say how the rotor is held: six bolts or a centre ring.")
	}
	return errs
}

// HasDisc says whether either brake works on a rotor.
func (f Facts) HasDisc() bool {
	return strings.HasPrefix(f.FrontBrake, "disc") || strings.HasPrefix(f.RearBrake, "disc")
}

func sortedFacts() []string {
	names := make([]string, 0, len(choices))
	for name := range choices {
		names = append(names, name)
	}
	slices.Sort(names)
	return names
}

func spoken(word string) string { return strings.ReplaceAll(word, "_", " ") }
