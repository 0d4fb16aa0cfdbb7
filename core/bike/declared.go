package bike

import (
	"slices"
	"strings"
)

// Fact is one fact that takes one of a few words: what it is called, its words in the order
// in which they are shown, and where it is read if it guards. Everything else that speaks of facts
// takes them from here.
type Fact struct {
	Name  string     `json:"fact"`
	Label string     `json:"label"`
	Words []FactWord `json:"words"`
	Where string     `json:"where,omitempty" doc:"where it is read on the bike; left out for what anybody sees"`

	place func(*Facts) *string
}

// Called is what people call a word of the fact; the word itself where it has none.
func (f Fact) Called(word string) string {
	for _, w := range f.Words {
		if w.Word == word {
			return w.Name
		}
	}
	return word
}

// FactWord is a word of a fact, with what people call it.
type FactWord struct {
	Word string `json:"word"`
	Name string `json:"name"`
}

// words lists words, each with what people call it behind a colon where that is something else.
func words(list ...string) (out []FactWord) {
	for _, both := range list {
		word, name, other := strings.Cut(both, ":")
		if !other {
			name = spoken(word)
		}
		out = append(out, FactWord{word, name})
	}
	return out
}

const (
	notRead  = Unknown + ":not read yet"
	inWords  = Other + ":other, in words"
	mineral  = "mineral:mineral oil"
	dotFluid = "dot:DOT fluid"
)

var brakes = []string{"disc_hydraulic:disc, hydraulic", "disc_cable:disc, cable", "rim_linear:rim, linear-pull arms",
	"rim_caliper:rim, caliper", "rim_hydraulic:rim, hydraulic", "drum", "roller", "band"}

// All lists the facts that take words, in the order in which they are asked.
var All = []Fact{
	{"frame", "Frame shape", words("diamond", "sloping", "step_through:step-through", "folding",
		"long_cargo:long, cargo bed", "tandem",
		"tricycle", inWords), "", func(f *Facts) *string { return &f.Frame }},
	{"material", "Frame material", words("steel", "aluminium", "carbon", "titanium", inWords), "",
		func(f *Facts) *string { return &f.Material }},
	{"bar", "Bar", words("drop", "flat", "swept"), "", func(f *Facts) *string { return &f.Bar }},
	{"front_brake", "Front brake", words(append(slices.Clone(brakes), inWords, "none")...), "",
		func(f *Facts) *string { return &f.FrontBrake }},
	{"rear_brake", "Rear brake", words(append(slices.Clone(brakes), "back_pedal:back-pedal", inWords, "none")...), "",
		func(f *Facts) *string { return &f.RearBrake }},
	{"third_brake", "Third brake", words(append(append([]string{"none"}, brakes...), inWords)...), "",
		func(f *Facts) *string { return &f.ThirdBrake }},
	{"front_fluid", "Front brake’s fluid", words("none", notRead, mineral, dotFluid),
		"on the cap of the front brake's reservoir",
		func(f *Facts) *string { return &f.FrontFluid }},
	{"rear_fluid", "Rear brake’s fluid", words("none", notRead, mineral, dotFluid),
		"on the cap of the rear brake's reservoir",
		func(f *Facts) *string { return &f.RearFluid }},
	{"front_port", "Front caliper’s port", ports(), "at the front caliper, under its cap",
		func(f *Facts) *string { return &f.FrontPort }},
	{"rear_port", "Rear caliper’s port", ports(), "at the rear caliper, under its cap",
		func(f *Facts) *string { return &f.RearPort }},
	{"rotor_mount", "Rotors held by", words("none", "six_bolt:six bolts", "centre:centre ring"), "",
		func(f *Facts) *string { return &f.RotorMount }},
	{"drive", "Driven by", words("chain", "belt", inWords), "", func(f *Facts) *string { return &f.Drive }},
	{"gears", "Gears", words("cable", "electronic", "hub:hub gear", "single:single-speed", "fixed", inWords), "",
		func(f *Facts) *string { return &f.Gears }},
	{"sprockets_on", "Sprockets on", words("none", "freehub:a freehub, under a lockring",
		"freewheel:a screwed freewheel"), "",
		func(f *Facts) *string { return &f.Sprockets }},
	{"suspension", "Suspension", words("rigid", "front", "full:front and rear"), "",
		func(f *Facts) *string { return &f.Suspension }},
	{"electric", "Electric", words("none", "mid_motor:mid motor", "hub_motor:hub motor"), "",
		func(f *Facts) *string { return &f.Electric }},
	{"motor_end", "Hub motor in", words("none", notRead, "front:the front hub", "rear:the rear hub"), "",
		func(f *Facts) *string { return &f.MotorEnd }},
	{"front_axle", "Front axle", axles(), "", func(f *Facts) *string { return &f.FrontAxle }},
	{"rear_axle", "Rear axle", axles(), "", func(f *Facts) *string { return &f.RearAxle }},
	{"stem", "Stem", words("threadless:clamped round the steerer", "quill"), "",
		func(f *Facts) *string { return &f.Stem }},
	{"steerer", "Steerer", materials(), "on the steerer, with the top cap off: the weave of carbon, the " +
		"grey of aluminium, a magnet for steel",
		func(f *Facts) *string { return &f.Steerer }},
	{"bar_material", "Handlebar", materials(), "on the bar, beside the stem or under the tape",
		func(f *Facts) *string { return &f.BarMaterial }},
	{"fork_material", "Fork", materials(), "on the fork: a magnet, the weave, or the maker's mark",
		func(f *Facts) *string { return &f.Fork }},
	{"crank", "Cranks", words("pinch:pinch bolts", "taper:square taper", "splined:splined, one bolt", "cottered",
		"one_piece:one piece"), "",
		func(f *Facts) *string { return &f.Crank }},
	{"bottom_bracket", "Bottom bracket", words("threaded", "press_fit:pressed in",
		"cup_and_cone:cups, cones and balls"), "",
		func(f *Facts) *string { return &f.BottomBracket }},
	{"bracket_thread", "Drive side cup’s thread", words(notRead, "drive_left:left-hand", "drive_right:right-hand"),
		"on the face of the drive side cup, or on the shell: 1.37 × 24 is left-hand there, 36 × 24 right-hand",
		func(f *Facts) *string { return &f.BracketThread }},
	{"post", "Seatpost", words("fixed", "dropper"), "", func(f *Facts) *string { return &f.Post }},
	{"post_material", "Seatpost", materials("titanium"), "on the seatpost: its mark above the line of least insertion",
		func(f *Facts) *string { return &f.PostMaterial }},
	{"saddle_clamp", "Saddle clamp", words("one_bolt:one bolt", "two_bolt:two bolts"), "",
		func(f *Facts) *string { return &f.SaddleClamp }},
	{"brake_hands", "Front brake worked by", words(notRead, "front_left:the left hand", "front_right:the right hand"),
		"at the bar: pull the left lever and see which brake closes", func(f *Facts) *string { return &f.BrakeHands }},
}

// ports are how a hydraulic caliper is opened to bleed it.
func ports() []FactWord {
	return words("none", notRead, "nipple:a hollow nipple, opened by a spanner", "screw:a small screw, opened by a key",
		"push:an adaptor is pushed in")
}

func axles() []FactWord {
	return words("quick_release:quick-release", "through:through-axle", "nuts:axle nuts")
}

// materials of a part that hides what it is of.
func materials(more ...string) []FactWord {
	return words(append([]string{notRead, "steel", "aluminium", "carbon"}, more...)...)
}

// Carried lists what may be bolted to a bike.
var Carried = words("guards:mudguards", "rack_front:front rack", "rack_rear:rear rack",
	"stand:kickstand", "cage:bottle cage",
	"lamp:lamps", "dynamo:hub dynamo", "child_seat:child seat")

// DeclaredAs finds a fact that takes words.
func DeclaredAs(name string) (Fact, bool) {
	i, known := placed[name]
	if !known {
		return Fact{}, false
	}
	return All[i], true
}

// Label is what a fact that takes words is called.
func Label(fact string) string {
	declared, _ := DeclaredAs(fact)
	return declared.Label
}

// placed is where each fact stands in All, and choices the words it may hold.
var placed, choices = func() (map[string]int, map[string][]string) {
	at, may := map[string]int{}, map[string][]string{}
	for i, d := range All {
		at[d.Name] = i
		for _, w := range d.Words {
			may[d.Name] = append(may[d.Name], w.Word)
		}
	}
	return at, may
}()

// carried lists the words of what may be bolted to a bike, in their order.
var carried = func() (list []string) {
	for _, w := range Carried {
		list = append(list, w.Word)
	}
	slices.Sort(list)
	return list
}()

// WordsOf lists the words that a fact may hold; none for one that takes no words.
func WordsOf(fact string) []string { return choices[fact] }

// MayHold says whether a fact may hold a word, at this end of the bike or at the other: no front
// brake is worked by pedalling back, and what is written once for both ends names it all the
// same.
func MayHold(fact, word string) bool {
	twin := strings.NewReplacer("front_", "rear_", "rear_", "front_").Replace(fact)
	return slices.Contains(choices[fact], word) || slices.Contains(choices[twin], word)
}
