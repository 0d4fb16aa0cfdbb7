package knowledge

import (
	"cmp"
	"errors"
	"fmt"
	"slices"

	"utensil/core/procedure"
	"utensil/core/wear"
	"utensil/knowledge/complaint"
)

// Damage is what an answer in a hunt tells of, besides which cause it speaks for: it stands until
// it is put right.
type Damage struct {
	procedure.Find

	Point string   `json:"point,omitempty" doc:"where it is read, if at a point"`
	Seen  []string `json:"seen,omitempty" doc:"what it may be there: words of its scale, or marks of its gauge"`
}

// Tells is what an answer of a check tells of the bike: what it finds, or the worst of what it
// may mean at its point, since that is for somebody to read there. False where it tells of
// nothing wrong: where it may mean that all is well.
func (b *Book) Tells(c complaint.Check, a complaint.Answer) (Damage, bool) {
	if a.Finds != nil {
		return Damage{Find: *a.Finds}, true
	}
	point, known := b.Point(cmp.Or(a.At, c.Point))
	if !known || len(a.Seen) == 0 {
		return Damage{}, false
	}
	d := Damage{Find: procedure.Find{Title: point.Name + ": " + a.Say, Why: point.Means}, Point: point.ID, Seen: a.Seen}
	least, worst, as := wear.Unsafe, wear.Sound, ""
	for _, seen := range a.Seen {
		if seen != string(wear.Sound) && seen != string(wear.Watch) && !slices.Contains(point.tags(), seen) {
			continue // no figure of this gauge is that bad
		}
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

// heeded proves of our own complaints that nothing which is seen in a search is forgotten once
// the search has another end: an answer that names damage, or that speaks for a cause with which
// nobody rides, stands by itself or says why it does not; and a look for which something is
// loosened says which joints.
func (d *draft) heeded() error {
	var errs []error
	for _, f := range d.Faults {
		page := d.pages[f.ID]
		wrong := func(c complaint.Check, format string, args ...any) {
			line := page.Line(c.ID, d.origins.Start(page.File, f.ID))
			errs = append(errs, fmt.Errorf("%s:%d: %s: %s: %s", page.File, line, f.ID, c.ID,
				fmt.Sprintf(format, args...)))
		}
		for _, c := range f.Checks {
			if word := procedure.Undone(c.Do); word != "" && len(c.Undoes) == 0 && c.Stays == "" {
				wrong(c, "its text says “%s” and no joint of it is loose then: name it under undoes, or "+
					"say under stays why", word)
			}
			for _, a := range c.Answers {
				_, tells := d.Tells(c, a)
				for _, about := range f.SpeaksBadly(a) {
					if !tells && len(a.Loose) == 0 && a.Told == "" {
						wrong(c, "%q %s, and leads to nothing that stands until it is put right: finds, "+
							"loose, told, or a point where it is due", a.Say,
							about)
					}
				}
			}
		}
	}
	return errors.Join(errs...)
}
