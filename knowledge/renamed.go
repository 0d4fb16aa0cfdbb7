package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/core/measure"
	"utensil/core/wear"
)

// Renamed is an id of before, and what it is called now. Entries keep the ids that they were written with.
type Renamed struct {
	ID   string            `yaml:"id"`
	Kind string            `yaml:"kind"` // points or fasteners; of any other kind it can only be given up
	Was  string            `yaml:"was"`
	Is   string            `yaml:"is"`   // "" where it was given up
	When bike.Condition    `yaml:"when"` // the bikes for which it is
	Unit string            `yaml:"unit"` // of a figure, where it is judged by words now
	Seen map[string]string `yaml:"seen"` // by mark, the word of today
	Why  string            `yaml:"why"`
}

func (r Renamed) Key() string { return r.ID }

// Renamed is what an id of before leads to on a bike; false where it is called what it was.
func (b *Book) Renamed(kind, was string, f bike.Facts) (Renamed, bool) {
	for _, r := range b.Renames {
		if r.Kind == kind && r.Was == was && r.Is != "" && r.When.Holds(f) {
			return r, true
		}
	}
	return Renamed{}, false
}

// Resolves says whether an id that was ever used is known: as it is, by what it is called now, or
// as one that was given up.
func (b *Book) Resolves(kind, id string) bool {
	return slices.Contains(b.IDs()[kind], id) ||
		slices.ContainsFunc(b.Renames, func(r Renamed) bool { return r.Kind == kind && r.Was == id })
}

// calledSo says whether a bike that a rename is for may have what is still called by the old id.
func (b *Book) calledSo(r Renamed) bool {
	if p, known := b.Point(r.Was); known && r.Kind == "points" {
		return !p.When.Apart(r.When)
	}
	f, known := b.Fastener(r.Was)
	return known && r.Kind == "fasteners" && !f.When.Apart(r.When)
}

func (b *Book) validateRenamed(r Renamed) error {
	_, unit := measure.UnitOf(r.Unit)
	switch {
	case len(b.IDs()[r.Kind]) == 0 || r.Is != "" && r.Kind != "points" && r.Kind != "fasteners":
		return errors.New("points and fasteners are renamed; what else entries rest on can be given up")
	case r.Was == "" || r.Was == r.Is || r.Why == "":
		return errors.New("say what it was called, what it is called now, and why")
	case r.Is != "" && !slices.Contains(b.IDs()[r.Kind], r.Is):
		return fmt.Errorf("there is no %q that it is called now", r.Is)
	case r.Is != "" && b.calledSo(r):
		return fmt.Errorf("%q is still called so on such a bike: what is written of it would vouch for %q", r.Was, r.Is)
	case r.Unit != "" && !unit:
		return fmt.Errorf("%q is no unit", r.Unit)
	}
	if p, known := b.Point(r.Is); known {
		for mark, word := range r.Seen {
			if !slices.ContainsFunc(p.Scale,
				func(w wear.Word) bool { return w.Word == word && string(w.Mark) == mark }) {
				return fmt.Errorf("%s has no word %q that is %s", p.Name, word, mark)
			}
		}
	}
	return nil
}
