package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/core/estimate"
	"utensil/knowledge/flow"
)

// Operation is a piece of work the shop sells.
type Operation struct {
	ID      string         `yaml:"id"`
	Title   string         `yaml:"title"`
	Cures   []Cure         `yaml:"cures"`
	Touches []string       `yaml:"touches"` // fasteners it disturbs, besides those of what it needs done first
	Besides []flow.Besides `yaml:"besides"` // and those that it disturbs on some bikes
	When    bike.Condition `yaml:"when"`
	Minutes int            `yaml:"minutes"`
	Parts   []PricedPart   `yaml:"parts"`
	Needs   []string       `yaml:"needs"`  // prerequisites; their minutes are part of Minutes
	Ruins   []string       `yaml:"ruins"`  // work that leaving it makes necessary in time
	Saves   []string       `yaml:"saves"`  // a rescue: the work it may make unnecessary
	Pours   string         `yaml:"pours"`  // the end whose circuit it pours fluid into
	Bleeds  bool           `yaml:"bleeds"` // it changes the fluid
	Fits    []string       `yaml:"fits"`   // places whose part it renews
	Beds    bool           `yaml:"beds"`   // what it fits or cleans is to be bedded in
	End     string         `yaml:"end"`    // front or rear, where there are two
	Brakes  flow.Brakes    `yaml:"brakes"` // that it comes near besides those at what it undoes; unsaid, all
	// why nobody is told step by step how it is done, where no guided work and no assembly does it
	Unguided string `yaml:"unguided"`
}

// Loosens lists the fasteners that work disturbs where conditions hold: its own, those of what it
// needs done first, and what hangs on either. Each stands once.
func (b *Book) Loosens(o Operation, holds func(bike.Condition) bool) []string {
	joints := slices.Clone(o.Touches)
	take := func(besides []flow.Besides) {
		for _, x := range besides {
			if holds(x.When) {
				joints = append(joints, x.Touches...)
			}
		}
	}
	take(o.Besides)
	for _, id := range b.allNeeds(o) {
		p, _ := b.Prerequisite(id)
		if !holds(p.When) {
			continue
		}
		joints = append(joints, p.Touches...)
		take(p.Besides)
	}
	slices.Sort(joints)
	return b.Hanging(slices.Compact(joints), holds)
}

// Hanging are joints with all that hangs on them where a condition holds, in their order, each once.
func (b *Book) Hanging(joints []string, holds func(bike.Condition) bool) []string {
	return flow.Hanging(b.Hangs, joints, holds)
}

func (b *Book) validateHang(h flow.Hang) error { return h.Validate(known(b.Fastener)) }

// allNeeds are the prerequisites of work, and those that they need themselves.
func (b *Book) allNeeds(o Operation) []string {
	needs := slices.Clone(o.Needs)
	for i := 0; i < len(needs); i++ {
		p, _ := b.Prerequisite(needs[i])
		for _, with := range p.With {
			if !slices.Contains(needs, with) {
				needs = append(needs, with)
			}
		}
	}
	return needs
}

// PricedPart is a part an operation usually fits, at the shop's price.
type PricedPart struct {
	Name  string         `yaml:"name"`
	Price estimate.Minor `yaml:"price_minor"`
}

// Bleeds lists the operations that change a brake's fluid.
func (b *Book) Bleeds() (ids []string) {
	for _, o := range b.Operations {
		if o.Bleeds {
			ids = append(ids, o.ID)
		}
	}
	return ids
}

// apart is why work is no part of a service that is ticked: parts or fluid go in that are to be named.
func (o Operation) apart() string {
	switch {
	case o.Pours != "" || o.Bleeds:
		return "pours fluid"
	case len(o.Fits) > 0:
		return "fits a part"
	}
	return ""
}

func (b *Book) validateOperation(o Operation) error {
	if o.Title == "" || o.Minutes <= 0 {
		return errors.New("an operation needs a title and minutes")
	}
	for _, c := range o.Cures {
		if err := b.validateCure(c); err != nil {
			return err
		}
	}
	if err := b.validateTouches(o.Touches, o.Besides); err != nil {
		return err
	}
	for _, id := range o.Needs {
		if _, known := b.Prerequisite(id); !known {
			return fmt.Errorf("needs %q, which is no prerequisite", id)
		}
	}
	for _, id := range append(slices.Clone(o.Ruins), o.Saves...) {
		if _, known := b.Operation(id); !known || id == o.ID {
			return fmt.Errorf("%q is no other operation", id)
		}
	}
	for _, part := range o.Parts {
		if part.Name == "" || part.Price < 0 {
			return errors.New("a part needs a name and a price that is not negative")
		}
	}
	if err := b.validateFits(o); err != nil {
		return err
	}
	if o.Pours != "" && o.Pours != "front" && o.Pours != "rear" {
		return fmt.Errorf("pours into %q: front or rear", o.Pours)
	}
	return errors.Join(o.Brakes.Validate(), o.When.Validate())
}

// validateTouches proves that what is disturbed is a fastener, and on bikes that there can be.
func (b *Book) validateTouches(touches []string, besides []flow.Besides) error {
	all := slices.Clone(touches)
	for _, x := range besides {
		if err := x.When.Validate(); err != nil {
			return err
		}
		all = append(all, x.Touches...)
	}
	for _, id := range all {
		if _, known := b.Fastener(id); !known {
			return fmt.Errorf("touches %q, which is no fastener", id)
		}
	}
	return nil
}

func (b *Book) validatePrerequisite(p flow.Prerequisite) error {
	if err := sourced("a prerequisite needs a name, minutes and a source", p.Name != "" &&
		p.Minutes > 0, p.Source); err != nil {
		return err
	}
	for _, with := range p.With {
		if _, known := b.Prerequisite(with); !known || with == p.ID {
			return fmt.Errorf("needs %q, which is no other prerequisite", with)
		}
	}
	return errors.Join(p.When.Validate(), b.validateTouches(p.Touches, p.Besides))
}
