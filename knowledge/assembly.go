package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/core/fit"
	"utensil/core/strip"
)

// Assembly is a set of parts on one axis: how it comes apart, which way each part goes, what is laid
// between them when it goes back.
type Assembly struct {
	ID         string         `yaml:"id"`
	Name       string         `yaml:"name"`
	End        string         `yaml:"end"`   // front or rear, where it is of one
	About      string         `yaml:"about"` // what is done before the first part, and kept in mind
	When       bike.Condition `yaml:"when"`
	Top        string         `yaml:"top"` // what lies beyond the topmost part of the drawing
	Bottom     string         `yaml:"bottom"`
	Sums       []string       `yaml:"sums"`       // arithmetic that belongs to it: stack, play, clearance, shell, press, line, knock
	Operations []string       `yaml:"operations"` // work in which it is taken apart
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

func (b *Book) validateAssembly(a Assembly) error {
	if a.Name == "" || a.About == "" || a.Top == "" || a.Bottom == "" || a.Source == "" {
		return errors.New("an assembly needs a name, what it is about, what lies beyond each end of it, and a source")
	}
	errs := []error{a.Parts.Validate(), a.When.Validate()}
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
