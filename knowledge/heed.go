package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/procedure"
	"utensil/core/wear"
	"utensil/knowledge/complaint"
)

// Damage is what an answer in a hunt tells of, besides which cause it speaks for: it stands until it is put right.
type Damage struct {
	procedure.Find

	Point string   `json:"point,omitempty" doc:"where it is read, if at a point"`
	Seen  []string `json:"seen,omitempty" doc:"what it may be there: words of its scale, or marks of its gauge"`
}

// Tells is what an answer of a check tells of the bike: what it finds, or the worst of what it may mean at its point, since
// that is for somebody to read there. False where it tells of nothing wrong: where it may mean that all is well.
func (b *Book) Tells(c complaint.Check, a complaint.Answer) (Damage, bool) {
	if a.Finds != nil {
		return Damage{Find: *a.Finds}, true
	}
	point, known := b.Point(c.Point)
	if !known || len(a.Seen) == 0 {
		return Damage{}, false
	}
	d := Damage{Find: procedure.Find{Title: point.Name + ": " + a.Say, Why: point.Means}, Point: point.ID, Seen: a.Seen}
	least, worst, as := wear.Unsafe, wear.Sound, ""
	for _, seen := range a.Seen {
		mark := wear.Mark(seen)
		if i := slices.IndexFunc(point.Scale, func(w wear.Word) bool { return w.Word == seen }); i >= 0 {
			mark = point.Scale[i].Mark
		} else if mark.Validate() != nil {
			mark = wear.Due // of a gauge: uneven
		}
		if least.Worse(mark) {
			least = mark
		}
		if mark.Worse(worst) {
			worst, as = mark, seen
		}
	}
	if least != worst {
		d.Why = fmt.Sprintf("It may be as bad as “%s”: read it at its point. %s", as, d.Why)
	}
	d.Mark = string(worst)
	return d, worst.NeedsWork() && least != wear.Sound
}

// heeded proves of our own complaints that no answer which names damage is forgotten once the search has another end.
func (d *draft) heeded() error {
	var errs []error
	for _, f := range d.Faults {
		page := d.pages[f.ID]
		for _, c := range f.Checks {
			for _, a := range c.Answers {
				if _, tells := d.Tells(c, a); tells || a.Told != "" || !procedure.NamesDamage(a.Say) {
					continue
				}
				errs = append(errs, fmt.Errorf("%s:%d: %s: %s: %q names damage, and leads to nothing that stands until it is put right: "+
					"finds, told, or a point where it is due", page.File, page.Line(c.ID, d.origins.Start(page.File, f.ID)), f.ID, c.ID, a.Say))
			}
		}
	}
	return errors.Join(errs...)
}
