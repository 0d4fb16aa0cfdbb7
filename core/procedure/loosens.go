package procedure

import (
	"fmt"
	"regexp"
)

// Words that loosen a joint, and words that take something off or out. "Screw it home" and "stays
// shut" do neither.
var (
	slackens = regexp.MustCompile(`(?i)\b(loosen(ed)?|undo|undone|unscrew(ed)?|slacken(ed)?|back(ed)? off|` +
		`screw(ed)? ([\w’']+ ){0,4}out)\b`)
	takesOff = regexp.MustCompile(`(?i)\b((bolts?|nuts?|screws?|pins?|circlips?|caps?|plugs?|covers?|clamps?|cups?|axle|wheel|tyre|` +
		`tube|pads?|` +
		`caliper|rotor|cassette|sprocket|chain|mech|hanger|rings?|cranks?|arms?|pedals?|stem|bar|levers?|shifter|grips?|fork|lowers|post|` +
		`saddle|headset|hose|inner|outer|cage|guard|rack|case|block) (off|out)|take ([\w’']+ ){0,5}(off|out)|(draw|lift|knock|drive)s? ` +
		`([\w’']+ ){0,4}(off|out)|apart)\b`)
	denies = regexp.MustCompile(`(?i)\b(never|not|nothing|no|without|nobody|do not)\b[^.;:]*$`)
)

// Loosens proves that no joint is loosened in words only: a step whose text loosens names the
// fasteners, by itself or by a state that it opens, and one whose text takes something off says
// so in its states. A step that Stays says why its words leave nothing loose.
func (p Procedure) Loosens(book StateBook) (breaches []*Breach) {
	for _, s := range p.Steps {
		if s.Stays != "" {
			continue
		}
		if word := says(slackens, s.Do); word != "" && len(s.undoes(book)) == 0 {
			breaches = append(breaches, &Breach{Step: s.ID,
				Rule: fmt.Sprintf("its text says “%s” and no fastener of it is loose then: "+
					"name it under undoes, open a state that undoes one, or say under stays why nothing is left loose",
					word)})
		}
		still := len(s.Opens)+len(s.Closes)+len(s.Does)+len(s.Undoes) == 0
		if word := says(takesOff, s.Do); word != "" && still {
			breaches = append(breaches, &Breach{Step: s.ID,
				Rule: fmt.Sprintf("its text says “%s” and nothing is said to be off: open or "+
					"close a state, or say under stays why", word)})
		}
	}
	return breaches
}

// opened are words by which a joint is loosened to look, and shut again: a step says so by its
// states, a look has none.
var opened = regexp.MustCompile(`(?i)\b(open(s|ed)? (the |its )?(axle|hub|clamp|lever|reservoir)|unhook(ed)?|let (the |its )?cable off|` +
	`(pads|wheel|core|cable|chain) (out|off)|fit another)\b`)

// Undone is the first word of a text by which something is loosened, taken off or opened; empty
// where none does.
func Undone(text string) string {
	for _, words := range []*regexp.Regexp{slackens, takesOff, opened} {
		if word := says(words, text); word != "" {
			return word
		}
	}
	return ""
}

// says is the first of some words in a text that no word before it in its clause denies.
func says(words *regexp.Regexp, text string) string {
	for _, at := range words.FindAllStringIndex(text, -1) {
		if !denies.MatchString(text[:at[0]]) {
			return text[at[0]:at[1]]
		}
	}
	return ""
}
