package hunt

import (
	"fmt"
	"slices"

	lru "github.com/hashicorp/golang-lru/v2"

	"utensil/core/diagnosis"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// search is a hunt as the list at the door sees it. What to do next is worked out only where the
// hunt itself is shown: it takes more than all the rest of a job.
type search struct {
	id      record.ID
	name    string
	cured   bool
	finding *record.ID
}

// searchesOf lists the searches of a job.
func searchesOf(s *record.Sheet) []search {
	var out []search
	for e, said := range Hunts.All(s.Ledger) {
		fault, known := s.Book.Fault(said.Fault)
		if !known {
			continue
		}
		h := search{id: e.ID, name: fault.Name}
		h.cured = slices.ContainsFunc(clues(s, e.ID), func(c record.Entry) bool {
			return Tries.In(c.Content) != nil &&
				Tries.In(c.Content).Cured
		})
		if f, found := inspect.Findings.Last(s.Ledger, func(in *inspect.Finding) bool {
			return in.Hunt != nil &&
				*in.Hunt == e.ID
		}); found != nil {
			h.finding = &f.ID
		}
		out = append(out, h)
	}
	return out
}

// memory keeps what was thought through: the same answers under the same complaint of the same
// book always lead to the same next checks, and a job is read far more often than it is answered.
type memory struct {
	kept *lru.Cache[thought, []diagnosis.Advice]
}

var thoughts = newMemory()

type thought struct {
	book  *knowledge.Book
	about string
}

// mostThoughts are kept; a shop has a few searches open at a time.
const mostThoughts = 256

func newMemory() memory {
	kept, _ := lru.New[thought, []diagnosis.Advice](mostThoughts) // fails only for a size below one
	return memory{kept}
}

// next is what to do next in a hunt.
func (t memory) next(book *knowledge.Book, h *hunted) []diagnosis.Advice {
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

// Searches are the hunts of a job as the list at the door sees them.
var Searches = record.Derive(searchesOf)
