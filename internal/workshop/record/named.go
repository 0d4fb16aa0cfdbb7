package record

import "utensil/core/wear"

// Named is a word of the records with what people call it. Each list of them is declared by the
// subject whose word it is, and everybody who shows the word takes it from there.
type Named struct {
	Word  string    `json:"word"`
	Name  string    `json:"name"`
	Mark  wear.Mark `json:"mark,omitempty" doc:"the mark it is shown with"`
	About string    `json:"about,omitempty" doc:"a sentence more"`
}

// NameOf is what a word of a list is called; the word itself when it is not on it.
func NameOf(list []Named, word string) string {
	for _, n := range list {
		if n.Word == word {
			return n.Name
		}
	}
	return word
}

// StageNames are what the stages are called.
var StageNames = []Named{{Word: string(StageCheckIn), Name: "Check in"}, {Word: string(StageInspect), Name: "Inspect"},
	{Word: string(StageAgree), Name: "Agree"}, {Word: string(StageWork), Name: "Work"},
	{Word: string(StageVerify), Name: "Verify"},
	{Word: string(StageHandOver), Name: "Hand over"}}
