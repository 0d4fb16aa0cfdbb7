package knowledge

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"strings"

	"utensil/core/bike"
	"utensil/core/wear"
)

// Cure is what a piece of work can settle: what was seen at a point, and how. What is not named
// here it does not settle, whatever else it is good for.
type Cure struct {
	Point string   `yaml:"point"`
	Seen  []string `yaml:"seen"` // words of its scale, or for a gauge due, unsafe, watch and uneven
	How   How      `yaml:"how"`
	Why   string   `yaml:"why"`
}

// How is how work settles something: what is adjusted is not replaced first.
type How string

// The ways, in the order in which they are offered.
const (
	Adjust  How = "adjust"
	Clean   How = "clean"
	Repair  How = "repair"
	Replace How = "replace"
	Send    How = "send" // somebody else's: a frame builder, the maker's workshop
)

var ways = []How{Adjust, Clean, Repair, Replace, Send}

// Offer is work that settles what was seen, and why it does.
type Offer struct {
	Operation
	How How
	Why string
}

// CuresFor lists the work that settles something seen at a point of a bike: adjusting before
// cleaning before repairing before replacing, in the order of the catalogue among equals.
func (b *Book) CuresFor(point string, seen []string, f bike.Facts) []Offer {
	var offers []Offer
	for _, o := range b.Operations {
		if !o.When.Holds(f) {
			continue
		}
		for _, c := range o.Cures {
			if c.settles(point, seen) && !slices.ContainsFunc(offers, func(x Offer) bool { return x.ID == o.ID }) {
				offers = append(offers, Offer{o, c.How, c.Why})
			}
		}
	}
	slices.SortStableFunc(offers, func(x, y Offer) int { return cmp.Compare(x.How.rank(), y.How.rank()) })
	return offers
}

func (h How) rank() int { return slices.Index(ways, h) }

func (c Cure) settles(point string, seen []string) bool {
	return c.Point == point && slices.ContainsFunc(seen, func(s string) bool { return slices.Contains(c.Seen, s) })
}

// Cures says whether the work settles something that was seen at a point.
func (o Operation) Cured(point string, seen []string) bool {
	return slices.ContainsFunc(o.Cures, func(c Cure) bool { return c.settles(point, seen) })
}

// Renews says whether the work puts another part in at a point.
func (o Operation) Renews(point string) bool {
	return slices.ContainsFunc(o.Cures, func(c Cure) bool { return c.Point == point && c.How == Replace })
}

func (b *Book) validateCure(c Cure) error {
	point, known := b.Point(c.Point)
	switch {
	case !known:
		return fmt.Errorf("cures %q, which is no point", c.Point)
	case c.How.rank() < 0:
		return fmt.Errorf("cures %s by %q: adjust, clean, repair, replace or send", c.Point, c.How)
	case len(c.Seen) == 0 || c.Why == "":
		return fmt.Errorf("cures %s, and does not say what was seen there and why: {point: %s, seen: "+
			"[…], how: …, why: …}", c.Point, c.Point)
	}
	for _, seen := range c.Seen {
		if !slices.Contains(point.tags(), seen) && seen != string(wear.Watch) {
			return fmt.Errorf("cures “%s” at %s, which nobody can see there: %s", seen, c.Point,
				strings.Join(point.tags(), ", "))
		}
	}
	return nil
}

// tags lists all that can be seen at a point.
func (p Point) tags() []string {
	if p.Gauge != nil {
		return p.Gauge.Tags()
	}
	var tags []string
	for _, w := range p.Scale {
		tags = append(tags, w.Word)
	}
	return tags
}

// asking lists what can be seen at a point that asks for work.
func (p Point) asking() []string {
	if p.Gauge != nil {
		return p.Gauge.Tags()
	}
	var tags []string
	for _, w := range p.Scale {
		if w.Mark.NeedsWork() {
			tags = append(tags, w.Word)
		}
	}
	return tags
}

// validateCures proves that no finding is a dead end: whatever asks for work at a point is
// settled by some work on every bike that has the point.
func (b *Book) validateCures(p Point) error {
	if p.Offer != "" {
		return nil // it says what is done
	}
	var errs []error
	for _, seen := range p.asking() {
		conditions := []bike.Condition{p.When}
		var able []Operation
		for _, o := range b.Operations {
			if o.Cured(p.ID, []string{seen}) {
				able, conditions = append(able, o), append(conditions, o.When)
			}
		}
		if err := p.promised(seen, able); err != nil {
			errs = append(errs, err)
		}
		for f := range bike.Every(conditions...) {
			if !p.When.Holds(f) || slices.ContainsFunc(able, func(o Operation) bool { return o.When.Holds(f) }) {
				continue
			}
			errs = append(errs, fmt.Errorf("nothing settles “%s” on a bike with %s: name the work that "+
				"does, or say under offer what is done or "+
				"whom it is sent to", seen, told(f, conditions)))
			break
		}
	}
	return errors.Join(errs...)
}

// promised refuses a word that tells to replace something where no work that settles it does.
func (p Point) promised(seen string, able []Operation) error {
	i := slices.IndexFunc(p.Scale, func(w wear.Word) bool { return w.Word == seen })
	if i < 0 || !strings.HasPrefix(p.Scale[i].Asked(p.Worn), "Replace ") {
		return nil
	}
	if slices.ContainsFunc(able, func(o Operation) bool {
		return slices.ContainsFunc(o.Cures, func(c Cure) bool {
			return c.How == Replace && c.settles(p.ID, []string{seen})
		})
	}) {
		return nil
	}
	return fmt.Errorf("“%s” says “%s”, and no work that settles it replaces anything: say what it asks for", seen,
		p.Scale[i].Asked(p.Worn))
}

// told words the facts that some conditions ask for.
func told(f bike.Facts, conditions []bike.Condition) string {
	var texts []string
	for _, c := range conditions {
		for fact := range c {
			word, _ := f.Fact(fact)
			if text := fact + " " + word; !slices.Contains(texts, text) {
				texts = append(texts, text)
			}
		}
	}
	if len(texts) == 0 {
		return "anything at all"
	}
	slices.Sort(texts)
	return strings.Join(texts, ", ")
}
