package hunt

import (
	"slices"
	"strings"
	"unicode"

	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// Complaint is what a bike may be said to do.
type Complaint struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Fits bool   `json:"fits" doc:"the owner's words sound like it"`
}

// Complaints lists what a job's bike may be said to do, what the owner's words sound like first.
func Complaints(s *record.Sheet) []Complaint {
	said := strings.FieldsFunc(strings.ToLower(s.Job.Words+" "+s.Job.Reading), func(r rune) bool { return !unicode.IsLetter(r) })
	type scored struct {
		Complaint
		score int
	}
	var list []scored
	for _, f := range s.Book.FaultsOn(parts.Facts.Of(s)) {
		score := 0
		for _, word := range f.Said {
			first, rest, _ := strings.Cut(word, " ")
			if i := slices.Index(said, first); i >= 0 && (rest == "" || i+1 < len(said) && said[i+1] == rest) {
				score++
			}
		}
		// "The back brake howls": which end they mean counts too.
		for _, end := range [][2]string{{"front", "front"}, {"rear", "rear"}, {"back", "rear"}} {
			if score > 0 && slices.Contains(said, end[0]) && f.End == end[1] {
				score++
			}
		}
		list = append(list, scored{Complaint{f.ID, f.Name, false}, score})
	}
	slices.SortStableFunc(list, func(a, b scored) int { return b.score - a.score })
	out := make([]Complaint, 0, len(list))
	for i, c := range list {
		c.Fits = c.score > 0 && (i < 3 || c.score == list[0].score)
		out = append(out, c.Complaint)
	}
	return out
}
