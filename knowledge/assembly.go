package knowledge

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"utensil/core/bike"
	"utensil/core/fit"
	"utensil/core/procedure"
	"utensil/core/strip"
	"utensil/knowledge/flow"
)

// Assembly is a set of parts on one axis: how it comes apart, which way each part goes, what is laid
// between them when it goes back.
type Assembly struct {
	ID     string         `yaml:"id"`
	Name   string         `yaml:"name"`
	End    string         `yaml:"end"`   // front or rear, where it is of one
	About  string         `yaml:"about"` // what is done before the first part, and kept in mind
	Form   strip.Form     `yaml:",inline"`
	When   bike.Condition `yaml:"when"`
	Needs  []string       `yaml:"needs"` // prerequisites: what is out or off before its first part is
	Top    string         `yaml:"top"`   // what lies beyond the topmost part of the drawing
	Bottom string         `yaml:"bottom"`
	// arithmetic that belongs to it: stack, play, clearance, shell, press, line, knock
	Sums       []string       `yaml:"sums"`
	Operations []string       `yaml:"operations"` // work in which it is taken apart
	Brakes     flow.Brakes    `yaml:"brakes"`     // that hands come near besides those at what is undone; unsaid, all
	Parts      strip.Assembly `yaml:"parts"`
	Source     string         `yaml:"source"`
}

// Shell is a family of bottom bracket shells.
type Shell struct {
	fit.Shell `yaml:",inline"`
}

func (s Shell) Key() string { return s.ID }

func (a Assembly) Key() string { return a.ID }

// Assembly finds an assembly.
func (b *Book) Assembly(id string) (Assembly, bool) { return find(b.Assemblies, id) }

// AssembliesOn lists the assemblies that a bike has, in the order of the files.
func (b *Book) AssembliesOn(f bike.Facts) []Assembly {
	return slices.DeleteFunc(slices.Clone(b.Assemblies), func(a Assembly) bool { return !a.When.Holds(f) })
}

// Reached lists the fasteners that are undone to get at an assembly, where conditions hold, with
// what hangs on them.
func (b *Book) Reached(a Assembly, holds func(bike.Condition) bool) []string {
	return b.Loosens(Operation{Needs: a.Needs}, holds)
}

// reaches proves that what a text of an assembly loosens or says was out first is asked for again
// before the bike leaves: by what the assembly needs, or by the fasteners of the part that says
// it.
func (b *Book) reaches(a Assembly) error {
	needed := slices.Clone(a.Needs)
	said := []string{}
	for i := 0; i < len(needed); i++ {
		p, known := b.Prerequisite(needed[i])
		if !known {
			return fmt.Errorf("needs %q, which is no prerequisite", needed[i])
		}
		needed, said = append(needed, p.With...), append(said, p.Said...)
	}
	check := func(text string, answered bool) error {
		text = strings.ToLower(text)
		for _, words := range said {
			text = strings.ReplaceAll(text, words, "")
		}
		for _, p := range b.Prerequisites {
			for _, words := range p.Said {
				if strings.Contains(text, words) {
					return fmt.Errorf("its text says “%s”: name under needs what was done before, such as %s", words,
						p.ID)
				}
			}
		}
		if word := procedure.Undone(text); word != "" && !answered {
			return fmt.Errorf("its text says “%s” and no fastener of it is loose then: name it under "+
				"bolts, or say under unheld why", word)
		}
		return nil
	}
	bolted := slices.ContainsFunc(a.Parts, func(p strip.Part) bool { return len(p.Bolts) > 0 })
	errs := []error{check(a.About, bolted)}
	for _, p := range a.Parts {
		errs = append(errs, check(p.Name+" · "+p.Size+" · "+p.Caution, len(p.Bolts) > 0 || p.Unheld != ""))
	}
	return errors.Join(errs...)
}

// reachesAsWork proves that a part comes off by no less than the work that renews it has undone before it.
func (b *Book) reachesAsWork(a Assembly) error {
	anyBike := func(bike.Condition) bool { return true }
	loose := b.Reached(a, anyBike)
	for _, p := range a.Parts {
		loose = append(loose, p.Bolts...)
	}
	loose = b.Hanging(loose, anyBike)
	for _, p := range a.Parts {
		for _, o := range b.Operations {
			if p.Place == "" || p.Stays || !slices.Contains(o.Fits, p.Place) {
				continue
			}
			for _, id := range b.Loosens(Operation{Needs: o.Needs}, anyBike) {
				f, _ := b.Fastener(id)
				if slices.Contains(loose, id) {
					continue
				}
				for x := range bike.Every(a.When, o.When, f.When) {
					holds := func(c bike.Condition) bool { return c.Holds(x) }
					if holds(a.When) && holds(o.When) && holds(f.When) &&
						slices.Contains(b.Loosens(Operation{Needs: o.Needs}, holds), id) {
						return fmt.Errorf("%s comes off with %s still tight: “%s” undoes it first. Name "+
							"it under needs or bolts", p.Name, id, o.Title)
					}
				}
			}
		}
	}
	return nil
}

func (b *Book) validateAssembly(a Assembly) error {
	if a.Name == "" || a.About == "" || a.Top == "" || a.Bottom == "" || a.Source == "" {
		return errors.New("an assembly needs a name, what it is about, what lies beyond each end of it, and a source")
	}
	errs := []error{a.Parts.Validate(), a.Form.Validate(), a.Brakes.Validate(), a.When.Validate(),
		b.reaches(a), b.reachesAsWork(a)}
	piston := slices.ContainsFunc(a.Parts, func(p strip.Part) bool { return p.ID == "piston" })
	for _, p := range a.Parts {
		errs = append(errs, b.validatePart(a, p))
		for _, l := range p.Lay {
			for _, end := range []string{"front", "rear"} {
				if _, its := a.When[end+"_brake"]; its && piston {
					errs = append(errs, b.sparesSeals(l.With, a.When, end))
				}
			}
		}
	}
	for _, sum := range a.Sums {
		if !slices.Contains([]string{"stack", "play", "clearance", "shell", "press", "line", "knock"}, sum) {
			errs = append(errs, fmt.Errorf("%q is no sum that is done of it", sum))
		}
	}
	for _, id := range a.Operations {
		if _, known := b.Operation(id); !known {
			errs = append(errs, fmt.Errorf("%q is no work that is sold", id))
		}
	}
	return errors.Join(errs...)
}

// validatePart proves that what a part names is there, and that its section can be drawn.
func (b *Book) validatePart(a Assembly, p strip.Part) error {
	if len(p.Section) == 0 {
		return fmt.Errorf("%s has no section to draw", p.Name)
	}
	for _, l := range p.Lay {
		if _, known := b.Treatment(l.With); !known {
			return fmt.Errorf("%q on %s is no treatment", l.With, p.Name)
		}
	}
	for _, id := range p.Bolts {
		if _, known := b.Fastener(id); !known {
			return fmt.Errorf("%q on %s is no fastener", id, p.Name)
		}
	}
	if p.Place == "" {
		return nil
	}
	place, known := b.Place(p.Place)
	if !known {
		return fmt.Errorf("%s sits at %q, which is no place", p.Name, p.Place)
	}
	for f := range bike.Every(a.When, place.When) {
		if a.When.Holds(f) && !place.When.Holds(f) {
			return fmt.Errorf("%s sits at %s, which not every bike with this assembly has", p.Name, place.Name)
		}
	}
	return nil
}
