// Package bike holds the facts about a bicycle that the program reasons from: which
// limits apply, which points and fasteners exist, how it is drawn.
package bike

import (
	"maps"
	"slices"
	"strconv"
	"strings"

	"utensil/core/measure"
)

// Facts describes one bicycle. Words are those of the Choices; a wheel size is a bead
// seat diameter in millimetres (ISO 5775); Speeds counts rear sprockets or hub gears.
type Facts struct {
	Kind       string `json:"kind" yaml:"kind" doc:"what sort of bike, such as randonneur"`
	Frame      string `json:"frame" yaml:"frame" doc:"frame shape"`
	Material   string `json:"material" yaml:"material" doc:"of the frame alone"`
	WheelFront int    `json:"wheel_front_mm" yaml:"wheel_front_mm" doc:"front bead seat diameter, mm"`
	WheelRear  int    `json:"wheel_rear_mm" yaml:"wheel_rear_mm" doc:"rear bead seat diameter, mm"`
	Bar        string `json:"bar" yaml:"bar"`
	FrontBrake string `json:"front_brake" yaml:"front_brake"`
	RearBrake  string `json:"rear_brake" yaml:"rear_brake"`
	ThirdBrake string `json:"third_brake" yaml:"third_brake" doc:"a drag brake, as tandems have"`
	FrontFluid string `json:"front_fluid" yaml:"front_fluid" doc:"read at the reservoir cap"`
	RearFluid  string `json:"rear_fluid" yaml:"rear_fluid" doc:"read at the reservoir cap"`
	FrontPort  string `json:"front_port" yaml:"front_port" doc:"where the front caliper is opened to bleed it"`
	RearPort   string `json:"rear_port" yaml:"rear_port" doc:"where the rear caliper is opened to bleed it"`
	RotorMount string `json:"rotor_mount" yaml:"rotor_mount"`
	Drive      string `json:"drive" yaml:"drive" doc:"what goes from the cranks to the wheel"`
	Gears      string `json:"gears" yaml:"gears" doc:"how the rear gears are worked"`
	Sprockets  string `json:"sprockets_on" yaml:"sprockets_on" doc:"what the rear sprockets freewheel on; none in a hub gear, fixed or back-pedal"`
	Speeds     int    `json:"speeds" yaml:"speeds" doc:"rear sprockets, or gears in the hub"`
	Rings      int    `json:"rings" yaml:"rings" doc:"chainrings"`
	Suspension string `json:"suspension" yaml:"suspension"`
	Electric   string `json:"electric" yaml:"electric"`
	MotorEnd   string `json:"motor_end" yaml:"motor_end" doc:"which hub a hub motor is in; none elsewhere"`
	FrontAxle  string `json:"front_axle" yaml:"front_axle"`
	RearAxle   string `json:"rear_axle" yaml:"rear_axle"`

	Stem          string   `json:"stem" yaml:"stem" doc:"clamped round the steerer, or a quill inside it"`
	Steerer       string   `json:"steerer" yaml:"steerer" doc:"what the steerer is of"`
	BarMaterial   string   `json:"bar_material" yaml:"bar_material"`
	Fork          string   `json:"fork_material" yaml:"fork_material"`
	Crank         string   `json:"crank" yaml:"crank" doc:"how the arms hold: pinch bolts, square taper, splined bolt, cotter pins, or one piece"`
	BottomBracket string   `json:"bottom_bracket" yaml:"bottom_bracket"`
	BracketThread string   `json:"bracket_thread" yaml:"bracket_thread" doc:"hand of the drive side cup: left as most, or right"`
	Post          string   `json:"post" yaml:"post" doc:"the seatpost"`
	PostMaterial  string   `json:"post_material" yaml:"post_material"`
	SaddleClamp   string   `json:"saddle_clamp" yaml:"saddle_clamp"`
	BrakeHands    string   `json:"brake_hands" yaml:"brake_hands" doc:"the hand that works the front brake"`
	Carries       []string `json:"carries" yaml:"carries" doc:"what is bolted on: cage, child_seat, dynamo, guards, lamp, rack_front, rack_rear, stand"`
	Other         string   `json:"other" yaml:"other" doc:"in the owner's words, what the program has no word for"`
}

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
	case "carries":
		return strings.Join(f.Carries, ", "), true
	case "speeds":
		return strconv.Itoa(f.Speeds), true
	case "rings":
		return strconv.Itoa(f.Rings), true
	}
	if word := f.place(name); word != nil {
		return *word, true
	}
	return "", false
}

// place is where the word of a fact is kept; nil for what is no word.
func (f *Facts) place(name string) *string {
	if name == "kind" {
		return &f.Kind
	}
	if i, known := placed[name]; known {
		return All[i].place(f)
	}
	return nil
}

// Validate reports every fact that cannot be so: a word no bike has, or two facts that
// contradict each other. The errors are *measure.FieldError: a fact by its JSON name.
func (f Facts) Validate() []error {
	var errs []error
	wrong := func(fact, format string, args ...any) {
		errs = append(errs, measure.Wrong(fact, format, args...))
	}
	for _, fact := range sortedFacts {
		if word := *f.place(fact); !slices.Contains(choices[fact], word) {
			wrong(fact, "%s cannot be “%s”: choose one of %s.", spoken(fact), spoken(word),
				spoken(strings.Join(choices[fact], ", ")))
		}
	}
	for _, thing := range f.Carries {
		if !slices.Contains(carried, thing) {
			wrong("carries", "A bike does not carry “%s”: choose of %s.", spoken(thing),
				spoken(strings.Join(carried, ", ")))
		}
	}
	for fact, size := range map[string]int{"wheel_front_mm": f.WheelFront, "wheel_rear_mm": f.WheelRear} {
		if !seats(size) {
			wrong(fact, "%d mm is not a bead seat diameter. It is the second number on the tyre, such as 37-622.", size)
		}
	}
	if f.Speeds < 1 || f.Speeds > 14 {
		wrong("speeds", "Count the rear gears: 1 to 14.")
	}
	if (f.Gears == "single" || f.Gears == "fixed") && f.Speeds > 1 {
		wrong("speeds", "A bike without gears has one rear sprocket, not %d. Change the gears or the count.", f.Speeds)
	}
	f.validateDrive(wrong)
	if f.Drive == "belt" && (f.Gears == "cable" || f.Gears == "electronic") {
		wrong("gears", "A belt runs on one sprocket: its gears are in the hub or the motor, or there are none.")
	}
	if f.InWords() && strings.TrimSpace(f.Other) == "" {
		wrong("other", "Write down, in the owner's words, what it is that stands here as “other”.")
	}
	if f.Rings < 1 || f.Rings > 3 {
		wrong("rings", "Count the chainrings: 1 to 3.")
	}
	for _, end := range []struct{ brake, fluid, port, name string }{
		{f.FrontBrake, f.FrontFluid, f.FrontPort, "front"}, {f.RearBrake, f.RearFluid, f.RearPort, "rear"},
	} {
		hydraulic := Hydraulic(end.brake)
		if hydraulic && end.fluid == "none" {
			wrong(end.name+"_fluid", "A hydraulic %s brake holds mineral oil or DOT fluid: read the "+
				"reservoir cap, or leave it unknown until "+
				"somebody has.", end.name)
		}
		if !hydraulic && end.fluid != "none" {
			wrong(end.name+"_fluid", "The %s brake is not hydraulic: set its fluid to none.", end.name)
		}
		if ported := Ported(end.brake); ported && end.port == "none" {
			wrong(end.name+"_port", "A hydraulic caliper is opened by a nipple, a screw or an adaptor: "+
				"look under its cap, or leave it "+
				"unknown until somebody has.")
		} else if !ported && end.port != "none" {
			wrong(end.name+"_port", "The %s brake has no hydraulic caliper: set its port to none.", end.name)
		}
	}
	if f.HasDisc() && f.RotorMount == "none" {
		wrong("rotor_mount", "Say how the rotor is held: six bolts or a centre ring.")
	}
	return errs
}

// validateDrive reports what sprockets, cranks and bracket cannot be together.
func (f Facts) validateDrive(wrong func(fact, format string, args ...any)) {
	if on := freewheels(f); on && f.Sprockets == "none" {
		wrong("sprockets_on", "Say what the sprockets sit on: a freehub under a lockring, or a screwed freewheel.")
	} else if !on && f.Sprockets != "none" {
		wrong("sprockets_on", "Its sprocket does not freewheel by itself: what it sits on is none.")
	}
	if (f.Electric == "hub_motor") == (f.MotorEnd == "none") {
		wrong("motor_end", "A hub motor is in the front or the rear hub; without one, it is in none.")
	}
	if f.Gears == "electronic" && f.Sprockets == "freewheel" {
		wrong("sprockets_on", "Electronic gears run on a freehub. Change the gears, or what the sprockets sit on.")
	}
	if f.Crank == "one_piece" && f.BottomBracket != "cup_and_cone" {
		wrong("bottom_bracket", "A crank of one piece runs on cones and balls, in cups. Change the "+
			"bracket or the cranks.")
	}
}

// freewheels says whether the rear sprockets sit on something that freewheels and comes off the hub.
func freewheels(f Facts) bool {
	return f.Gears == "cable" || f.Gears == "electronic" || f.Gears == "single" && f.RearBrake != "back_pedal"
}

// motorEnd is where the motor of a bike is of which nobody said it: in either hub, so that
// neither is taken for a plain one.
func motorEnd(f Facts) string { return unreadIf(f.Electric == "hub_motor") }

// sprocketsOn is what the sprockets of most bikes with such gears sit on.
func sprocketsOn(f Facts) string {
	switch {
	case !freewheels(f):
		return "none"
	case f.Gears == "single":
		return "freewheel"
	}
	return "freehub"
}

// Hydraulic says whether a kind of brake is worked by fluid.
func Hydraulic(brake string) bool { return strings.HasSuffix(brake, "_hydraulic") }

// Ported says whether a kind of brake has a caliper with a port to bleed it at.
func Ported(brake string) bool { return brake == "disc_hydraulic" }

// HasDisc says whether either brake works on a rotor.
func (f Facts) HasDisc() bool {
	return strings.HasPrefix(f.FrontBrake, "disc") || strings.HasPrefix(f.RearBrake, "disc")
}

var sortedFacts = slices.Sorted(maps.Keys(choices))

func spoken(word string) string { return strings.ReplaceAll(word, "_", " ") }
