package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/core/estimate"
)

// Operation is a piece of work the shop sells.
type Operation struct {
	ID      string         `yaml:"id"`
	Title   string         `yaml:"title"`
	Cures   []Cure         `yaml:"cures"`
	Touches []string       `yaml:"touches"` // fasteners it disturbs
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
}

// Prerequisite is done once, however many operations need it.
type Prerequisite struct {
	ID      string `yaml:"id"`
	Name    string `yaml:"name"`
	Minutes int    `yaml:"minutes"`
	Source  string `yaml:"source"`
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

func (b *Book) validateOperation(o Operation) error {
	if o.Title == "" || o.Minutes <= 0 {
		return errors.New("an operation needs a title and minutes")
	}
	for _, c := range o.Cures {
		if err := b.validateCure(c); err != nil {
			return err
		}
	}
	for _, id := range o.Touches {
		if _, known := b.Fastener(id); !known {
			return fmt.Errorf("touches %q, which is no fastener", id)
		}
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
	return o.When.Validate()
}
