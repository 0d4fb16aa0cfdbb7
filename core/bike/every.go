package bike

import (
	"iter"
	"maps"
	"slices"
	"strconv"
	"strings"
)

// Every runs through all bikes that some conditions can tell apart: each fact that one of them
// names takes each of its words in turn, and a count each number that makes a difference. Facts
// that contradict each other are passed over.
func Every(conditions ...Condition) iter.Seq[Facts] {
	words := map[string][]string{}
	for _, c := range conditions {
		for fact, listed := range c {
			if all, closed := choices[fact]; closed {
				words[fact] = all
				continue
			}
			words[fact] = append(words[fact], listed...)
		}
	}
	names := slices.Sorted(maps.Keys(words))
	return func(yield func(Facts) bool) {
		var walk func(f Facts, rest []string) bool
		walk = func(f Facts, rest []string) bool {
			if len(rest) == 0 {
				return len(f.Validate()) > 0 || yield(f)
			}
			for _, word := range instances(rest[0], words[rest[0]]) {
				if !walk(f.With(rest[0], word), rest[1:]) {
					return false
				}
			}
			return true
		}
		walk(plain(), names)
	}
}

// Without is a bike that meets some conditions and yet not one more, said by the facts that one
// names; false where there is none.
func Without(wants Condition, has ...Condition) (string, bool) {
	for f := range Every(append(slices.Clone(has), wants)...) {
		if slices.ContainsFunc(has, func(c Condition) bool { return !c.Holds(f) }) || wants.Holds(f) {
			continue
		}
		facts := []string{}
		for _, fact := range slices.Sorted(maps.Keys(wants)) {
			word, _ := f.Fact(fact)
			facts = append(facts, spoken(fact+" "+word))
		}
		return strings.Join(facts, ", "), true
	}
	return "", false
}

// instances lists words of a fact that tell its listed words apart.
func instances(fact string, listed []string) []string {
	switch fact {
	case "speeds", "rings":
		most := map[string]int{"speeds": 14, "rings": 3}[fact]
		var out []string
		for n := range most {
			out = append(out, strconv.Itoa(n+1))
		}
		return out
	case "kind", "carries":
		out := []string{""}
		for _, word := range listed {
			out = append(out, strings.TrimPrefix(word, not))
		}
		return out
	}
	return listed
}

// plain is a bike to vary: what hangs together is set with what it hangs on.
func plain() Facts {
	return Facts{Kind: "plain", Frame: "diamond", Material: "steel", WheelFront: 622, WheelRear: 622,
		Bar: "flat", FrontBrake: "rim_linear",
		RearBrake:  "rim_linear",
		ThirdBrake: "none", FrontFluid: "none", RearFluid: "none",
		FrontPort: "none", RearPort: "none",
		RotorMount: "none", Drive: "chain", Gears: "cable", Sprockets: "freehub", Speeds: 1, Rings: 1,
		Suspension: "rigid", Electric: "none", MotorEnd: "none",
		FrontAxle: "nuts", RearAxle: "nuts", Stem: "threadless", Steerer: Unknown, BarMaterial: Unknown,
		Fork: Unknown, Crank: "taper",
		BottomBracket: "threaded",
		BracketThread: Unknown, Post: "fixed", PostMaterial: Unknown, SaddleClamp: "one_bolt",
		BrakeHands: Unknown, Other: "as the owner says"}
}

// With sets one fact or count, and what hangs on it to something possible.
func (f Facts) With(fact, word string) Facts {
	was := f
	switch fact {
	case "kind":
		f.Kind = word
	case "carries":
		f.Carries = strings.Fields(word)
	case "speeds":
		f.Speeds, _ = strconv.Atoi(word)
	case "rings":
		f.Rings, _ = strconv.Atoi(word)
	default:
		*f.place(fact) = word
	}
	return f.After(was)
}
