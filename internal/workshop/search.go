package workshop

import (
	"fmt"
	"slices"

	lru "github.com/hashicorp/golang-lru/v2"

	"utensil/core/diagnosis"
	"utensil/knowledge"
)

// search is a hunt as the list at the door sees it. What to do next is worked out only where the
// hunt itself is shown: it takes more than all the rest of a job.
type search struct {
	id      ID
	name    string
	cured   bool
	finding *ID
}

// searchesOf lists the searches of a job.
func (w *Workshop) searchesOf(s *sheet) []search {
	var out []search
	for _, e := range s.all(KindHunt) {
		fault, known := w.Book().Fault(e.Content.Hunt.Fault)
		if !known {
			continue
		}
		h := search{id: e.ID, name: fault.Name}
		h.cured = slices.ContainsFunc(s.clues(e.ID), func(c Entry) bool { return c.Content.Tried != nil && c.Content.Tried.Cured })
		if f, found := s.last(KindFinding, func(c Content) bool { return c.Finding.Hunt != nil && *c.Finding.Hunt == e.ID }); found {
			h.finding = &f.ID
		}
		out = append(out, h)
	}
	return out
}

// thoughts keep what was thought through: the same answers under the same complaint of the same
// book always lead to the same next checks, and a job is read far more often than it is answered.
type thoughts struct {
	kept *lru.Cache[thought, []diagnosis.Advice]
}

type thought struct {
	book  *knowledge.Book
	about string
}

// mostThoughts are kept; a shop has a few searches open at a time.
const mostThoughts = 256

func newThoughts() *thoughts {
	kept, _ := lru.New[thought, []diagnosis.Advice](mostThoughts) // fails only for a size below one
	return &thoughts{kept}
}

// next is what to do next in a hunt.
func (t *thoughts) next(book *knowledge.Book, h *hunted) []diagnosis.Advice {
	about := h.Fault.ID
	for _, c := range h.Causes {
		about += " " + c.ID
	}
	for _, c := range h.Checks {
		about += " " + c.ID
	}
	key := thought{book, about + fmt.Sprint(h.steps)}
	if known, before := t.kept.Get(key); before {
		return known
	}
	list := h.belief.Next()
	t.kept.Add(key, list)
	return list
}
