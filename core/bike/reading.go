package bike

import "slices"

// Unknown is the word of a fact that nobody has read yet. Other is the word for what the
// program has no word for.
const (
	Unknown = "unknown"
	Other   = "other"
)

// Guard is a fact that decides something that can hurt: what fluid may be poured, how little
// torque a part bears, which way a cup turns. It is read on the bike, never guessed: nothing
// fills it in, and until someone has read it, it is unknown and the safer side is taken.
type Guard struct {
	Fact  string `json:"fact"`
	Where string `json:"where" doc:"where it is read"`
}

// Guards lists the facts that are read.
var Guards = []Guard{
	{"front_fluid", "on the cap of the front brake's reservoir"},
	{"rear_fluid", "on the cap of the rear brake's reservoir"},
	{"steerer", "on the steerer, with the top cap off: the weave of carbon, the grey of aluminium, a magnet for steel"},
	{"bar_material", "on the bar, beside the stem or under the tape"},
	{"fork_material", "on the fork: a magnet, the weave, or the maker's mark"},
	{"post_material", "on the seatpost: its mark above the line of least insertion"},
	{"bracket_thread", "on the face of the drive side cup, or on the shell: 1.37 × 24 is left-hand there, 36 × 24 right-hand"},
	{"brake_hands", "at the bar: pull the left lever and see which brake closes"},
}

// GuardOf finds the guard of a fact.
func GuardOf(fact string) (Guard, bool) {
	i := slices.IndexFunc(Guards, func(g Guard) bool { return g.Fact == fact })
	if i < 0 {
		return Guard{}, false
	}
	return Guards[i], true
}

// Set returns the facts with a guard set to a word; false when it is no guard, or has no such word.
func (f Facts) Set(fact, word string) (Facts, bool) {
	if _, guards := GuardOf(fact); !guards || !slices.Contains(choices[fact], word) {
		return f, false
	}
	*f.place(fact) = word
	return f, true
}

// Known says whether a guard's word is one that somebody read.
func Known(word string) bool { return word != Unknown && word != "none" && word != "" }
