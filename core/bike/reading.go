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

// Known says whether a guard's word is one that somebody read.
func Known(word string) bool { return word != Unknown && word != "none" && word != "" }
