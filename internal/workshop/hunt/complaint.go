package hunt

import (
	"slices"
	"strings"
	"unicode"

	"utensil/core/bike"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
	"utensil/knowledge/complaint"
)

// Complaint is what a bike may be said to do.
type Complaint struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Fits bool   `json:"fits" doc:"the owner's words sound like it"`
}

// Complaints lists what a job's bike may be said to do, what the owner's words sound like first.
func Complaints(s *record.Sheet) []Complaint {
	said := spoken(s.Job.Words + " " + s.Job.Reading)
	type scored struct {
		Complaint
		score int
	}
	var list []scored
	for _, f := range s.Book.FaultsOn(parts.Facts.Of(s)) {
		list = append(list, scored{Complaint{f.ID, f.Name, false}, sounds(f, said)})
	}
	slices.SortStableFunc(list, func(a, b scored) int { return b.score - a.score })
	out := make([]Complaint, 0, len(list))
	for i, c := range list {
		c.Fits = c.score > 0 && (i < 3 || c.score == list[0].score)
		out = append(out, c.Complaint)
	}
	return out
}

// SoundsLike is the fault that words sound most like on a bike; false where they sound like none.
func SoundsLike(book *knowledge.Book, f bike.Facts, words string) (best complaint.Fault, like bool) {
	said, most := spoken(words), 0
	for _, fault := range book.FaultsOn(f) {
		if score := sounds(fault, said); score > most {
			best, most = fault, score
		}
	}
	return best, most > 0
}

// spoken are the words of what was said.
func spoken(said string) []string {
	return strings.FieldsFunc(strings.ToLower(said), func(r rune) bool { return !unicode.IsLetter(r) })
}

// sounds says how much words sound like a fault; 0 for not at all. "The back brake howls": which
// end they mean counts too, and one that names the other end is not meant.
func sounds(f complaint.Fault, said []string) (score int) {
	for _, word := range f.Said {
		first, rest, _ := strings.Cut(word, " ")
		if i := slices.Index(said, first); i >= 0 && (rest == "" || i+1 < len(said) && said[i+1] == rest) {
			score++
		}
	}
	front, rear := slices.Contains(said, "front"), slices.Contains(said, "rear") || slices.Contains(said, "back")
	switch {
	case score == 0, f.End == "", front == rear:
		return score
	case front == (f.End == "front"):
		return score + 1
	}
	return 0
}

// Ended says whether a search came to its end: its cause was cured, or found.
func Ended(s *record.Sheet, hunt record.ID) bool {
	return slices.ContainsFunc(Searches.Of(s),
		func(h search) bool { return h.id == s.Current(hunt) && (h.cured || h.finding != nil) })
}

// Outcome is what came of a search, in words.
func Outcome(s *record.Sheet, hunt record.ID) string {
	for _, h := range Searches.Of(s) {
		if h.id != s.Current(hunt) {
			continue
		}
		if h.finding != nil {
			if _, f := inspect.Findings.Find(s.Ledger, *h.finding); f != nil {
				return f.Title
			}
		}
		return h.name + ": cured"
	}
	return ""
}
