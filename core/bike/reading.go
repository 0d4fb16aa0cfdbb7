package bike

import (
	"slices"
	"strconv"
)

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
var Guards = func() (guards []Guard) {
	for _, d := range All {
		if d.Where != "" {
			guards = append(guards, Guard{d.Name, d.Where})
		}
	}
	return guards
}()

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

// Told is the bike once a part on it says what a fact is: a word of the fact, or how many sprockets were
// counted where a mech moves the chain over them. What no bike like this can have is left as it was.
func (f Facts) Told(fact, word string) Facts {
	told := f
	if at := told.place(fact); at != nil && slices.Contains(choices[fact], word) {
		*at = word
	} else if n, err := strconv.Atoi(word); err == nil && fact == "speeds" &&
		(f.Gears == "cable" || f.Gears == "electronic") {
		told.Speeds = n
	}
	if len(told.Validate()) > 0 {
		return f
	}
	return told
}

// Tells says whether a fact may be told by a part: one that takes words, or the count of speeds.
func Tells(fact, word string) bool {
	return fact == "speeds" && word == "" || slices.Contains(choices[fact], word)
}

// Known says whether a guard's word is one that somebody read.
func Known(word string) bool { return word != Unknown && word != "none" && word != "" }
