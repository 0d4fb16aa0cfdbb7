package strip

import (
	"slices"

	"utensil/core/bearing"
)

// Felt is how a part was found in the hand.
type Felt struct {
	Word string `json:"word"`
	Name string `json:"name"`
	Do   string `json:"do" enum:"keep,clean,adjust,replace"`
	Why  string `json:"why"`
	Bad  bool   `json:"bad" doc:"nobody rides with it"`
}

// Answers are those to what is asked of a part in the hand, the sound one first. What is felt of
// bearings is told by the bearing's own rule.
func (f Feel) Answers() []Felt {
	if f != Sealed && f != Open {
		return feels[f]
	}
	var out []Felt
	for _, word := range []string{"smooth", "dry", "loose", "notchy", "gravelly"} {
		v, _ := bearing.Judge(word, f == Sealed)
		out = append(out, Felt{word, word, v.Do, v.Why, false})
	}
	return out
}

// Answer finds an answer by its word.
func (f Feel) Answer(word string) (Felt, bool) {
	all := f.Answers()
	i := slices.IndexFunc(all, func(a Felt) bool { return a.Word == word })
	if i < 0 {
		return Felt{}, false
	}
	return all[i], true
}

// feels are the answers to all but bearings. Common practice, no published source.
var feels = map[Feel][]Felt{
	Seat: {
		{"sound", "clean and round", "keep", "The seat is clean, round and unmarked.", false},
		{"dirty", "dirty or dry", "clean", "Wipe it clean, look again, then grease.", false},
		{"scored", "scored or rusty", "replace",
			"A bearing that sits on a scored seat creeps and is gone again soon: dress it, or renew the seat.", false},
		{"oval", "loose or oval", "replace",
			"A bearing must not be loose in its seat: nothing but a new seat holds it.", true},
	},
	Crack: {
		{"sound", "no crack", "keep", "No crack, no dent, no mark at the clamp.", false},
		{"marked", "marked or corroded", "clean",
			"Clean it and look again under a good light: a mark may hide a crack.", false},
		{"cracked", "cracked", "replace", "It holds the rider and is cracked: the job stops, the owner " +
			"is shown it, and it is replaced.", true},
	},
	Pad: {
		{"sound", "even, over 1 mm", "keep", "Even, dry and over 1 mm of friction.", false},
		{"glazed", "glazed", "clean", "Sand it lightly, 80 to 100 grit, and bed it in again.", false},
		{"worn", "1 mm or less", "replace", "1 mm of friction or less: soon its plate ruins the rotor.", false},
		{"uneven", "worn askew", "replace", "Worn askew: find why first, a piston that sticks or a " +
			"caliper out of line.", false},
		{"oily", "oily", "replace", "A fluid cannot be got out of a pad by wiping: it brakes weakly, or not at all.",
			true},
	},
	Wear: {
		{"sound", "sound", "keep", "It is sound.", false},
		{"dirty", "dirty or dry", "clean", "Clean it and lay on what belongs there.", false},
		{"worn", "worn", "replace", "It is worn out.", false},
		{"broken", "broken or torn", "replace", "It is broken and does not do its work.", false},
	},
}
