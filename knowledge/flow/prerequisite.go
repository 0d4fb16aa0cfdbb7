package flow

import "utensil/core/bike"

// Prerequisite is done once, however many operations need it.
type Prerequisite struct {
	ID      string         `yaml:"id"`
	Name    string         `yaml:"name"`
	When    bike.Condition `yaml:"when"` // bikes that need it
	Minutes int            `yaml:"minutes"`
	Touches []string       `yaml:"touches"` // fasteners that are undone for it
	Besides []Besides      `yaml:"besides"` // and those that are on some bikes
	With    []string       `yaml:"with"`    // prerequisites that it needs itself
	Said    []string       `yaml:"said"`    // words by which a text says that it was done
	Source  string         `yaml:"source"`
}

// Key is its id.
func (p Prerequisite) Key() string { return p.ID }

// Besides are fasteners that work disturbs on some bikes only.
type Besides struct {
	When    bike.Condition `yaml:"when"`
	Touches []string       `yaml:"touches"`
}
