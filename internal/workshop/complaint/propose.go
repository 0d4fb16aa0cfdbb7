package complaint

import (
	"strings"
	"unicode"

	"utensil/core/bike"
	"utensil/internal/workshop/hunt"
	"utensil/knowledge"
)

// ComplaintAnswer is a part of what the owner said, and what it sounds like.
type ComplaintAnswer struct {
	Words string `json:"words"`
	Fault string `json:"fault,omitempty"`
	Name  string `json:"name,omitempty" doc:"of the fault; left out for something else"`
}

// mostProposed are proposed of what one owner says.
const mostProposed = 12

// Propose takes what the owner said apart, and says what each part sounds like on this bike. What
// sounds like nothing is something else, as it stands.
func Propose(book *knowledge.Book, f bike.Facts, said string) []ComplaintAnswer {
	list := []ComplaintAnswer{}
	for _, part := range parts(said) {
		p := ComplaintAnswer{Words: part}
		if fault, sounds := hunt.SoundsLike(book, f, part); sounds {
			p.Fault, p.Name = fault.ID, fault.Name
		}
		if len(list) < mostProposed {
			list = append(list, p)
		}
	}
	return list
}

// joining words part what is said of one thing from the next.
var joining = strings.NewReplacer(" and ", "\n", ";", "\n", ",", "\n", ". ", "\n", "!", "\n", "?", "\n", " also ", "\n")

// parts are the parts of what was said that have words.
func parts(said string) (list []string) {
	for _, p := range strings.Split(joining.Replace(said), "\n") {
		p = strings.Trim(strings.TrimSpace(p), ".")
		if strings.ContainsFunc(p, unicode.IsLetter) {
			list = append(list, p)
		}
	}
	return list
}
