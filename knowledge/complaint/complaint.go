// Package complaint is what owners complain of: what can be behind it, what is looked at, and
// what each answer says.
package complaint

import (
	"slices"

	"utensil/core/bike"
	"utensil/core/procedure"
)

// Fault is a complaint: what the bike does, what can be behind it, what to check.
type Fault struct {
	ID       string         `yaml:"id"`
	Name     string         `yaml:"name"`
	End      string         `yaml:"end"`  // front or rear, where there are two
	Said     []string       `yaml:"said"` // words in which owners say it
	When     bike.Condition `yaml:"when"`
	Caution  string         `yaml:"caution"`
	At       string         `yaml:"at"`    // the point of the bike that it is practised at
	Bench    string         `yaml:"bench"` // the bench of the job that finds it sooner: gears, wheels or air
	Causes   []Cause        `yaml:"causes"`
	Together [][]string     `yaml:"together"` // pairs of causes that commonly come together

	BeforeRiding []string `yaml:"before_riding"` // checks that come before any that rides
	Checks       []Check  `yaml:"checks"`
	Source       string   `yaml:"source"`
}

// Cause is one thing that can be behind a complaint.
type Cause struct {
	ID        string         `yaml:"id"`
	Name      string         `yaml:"name"`
	Common    string         `yaml:"common"`  // a word of diagnosis.Frequency
	Minutes   float64        `yaml:"minutes"` // to put it right and try
	When      bike.Condition `yaml:"when"`
	Why       string         `yaml:"why"`
	Remedy    string         `yaml:"remedy"`
	Operation string         `yaml:"operation"` // the catalogue's work, if it is sold; else the remedy becomes an item
	Touches   []string       `yaml:"touches"`   // fasteners that the remedy disturbs
	Unsafe    bool           `yaml:"unsafe"`    // the bike must not be ridden with it
	Rescuable bool           `yaml:"rescuable"` // the part may be saved instead of replaced
	Found     []string       `yaml:"found"`     // what the complaint's bench calls it
}

// Check is one thing to look at, with what each answer says.
type Check struct {
	ID      string         `yaml:"id"`
	Do      string         `yaml:"do"`
	Minutes float64        `yaml:"minutes"`
	Tools   string         `yaml:"tools"`
	Caution string         `yaml:"caution"`
	When    bike.Condition `yaml:"when"`
	After   []string       `yaml:"after"`  // checks that come first
	Point   string         `yaml:"point"`  // the inspection point whose reading answers it
	Fluid   string         `yaml:"fluid"`  // the end whose fluid's age answers it: old or fresh
	Rides   bool           `yaml:"rides"`  // somebody rides the bike for it
	Undoes  []string       `yaml:"undoes"` // fasteners that are loosened to look
	Stays   string         `yaml:"stays"`  // why words that loosen leave no joint loose
	Answers []Answer       `yaml:"answers"`
}

// Answer is one answer of a check. How likely it is under a cause is a word of
// diagnosis.Chance: the one given under If, else Else. The last answer takes the rest.
type Answer struct {
	Say  string            `yaml:"say"`
	At   string            `yaml:"at"`   // the point that it tells of, where no reading answers the check
	Seen []string          `yaml:"seen"` // marks or words of the point's reading that mean it
	If   map[string]string `yaml:"if"`
	Else string            `yaml:"else"`

	Finds *procedure.Find `yaml:"finds"` // what is wrong then, where no reading of a point says it
	Loose []string        `yaml:"loose"` // joints that were found loose: they are torqued, and their tests done again
	// of one that names damage, or speaks for what is unsafe: why nothing stands by it
	Told string `yaml:"told"`
}

func (f Fault) Key() string { return f.ID }

// Ages of a brake's fluid, as the answers of a check see them.
const (
	OldFluid   = "old"
	FreshFluid = "fresh"
)

// Read is the answer that something seen gives: by the first of its words that an answer names.
func (c Check) Read(seen ...string) (int, bool) {
	for _, said := range seen {
		if i := slices.IndexFunc(c.Answers, func(a Answer) bool {
			return said != "" && slices.Contains(a.Seen, said)
		}); i >= 0 {
			return i, true
		}
	}
	return 0, false
}

// FindsWork is the work of the catalogue that puts right what an answer finds; empty where it
// finds nothing, or none does.
func (a Answer) FindsWork() string {
	if a.Finds == nil {
		return ""
	}
	return a.Finds.Work
}

// SpeaksBadly is what is bad about an answer, in words: one at most.
func (f Fault) SpeaksBadly(a Answer) (said []string) {
	if procedure.NamesDamage(a.Say) {
		said = append(said, "names damage")
	}
	for _, c := range f.Causes {
		if chance := a.If[c.ID]; c.Unsafe && (chance == "usually" || chance == "always") {
			said = append(said, "speaks for “"+c.Name+"”, which is unsafe")
		}
	}
	return said[:min(1, len(said))]
}
