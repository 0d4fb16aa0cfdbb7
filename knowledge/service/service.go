// Package service is what a shop sells by one name: a quick tune, a routine service, a check after a
// crash. Each is a walk with its own sense, of looks, oil, work and what goes on by itself.
package service

import (
	"slices"
	"strings"

	"utensil/core/bike"
)

// Service is a walk that is sold by one name, on the bikes that it is offered for.
type Service struct {
	ID       string         `yaml:"id"`
	End      string         `yaml:"end"` // front or rear, where it is of one
	Name     string         `yaml:"name"`
	About    string         `yaml:"about"`
	Depth    string         `yaml:"depth"`    // how far the walk-round looks besides, and which bolts are torqued
	Unset    bool           `yaml:"unset"`    // nobody rides it yet: how it is set is not noted first
	When     bike.Condition `yaml:"when"`     // bikes that it is offered for
	Includes []string       `yaml:"includes"` // services whose every step it keeps, or does something better for
	Minutes  int            `yaml:"minutes"`  // that are charged
	Extra    string         `yaml:"extra"`    // what is not in its price, in words
	Steps    []Step         `yaml:"steps"`    // in their order
	Source   string         `yaml:"source"`
}

// Step is one thing that a service promises. What it looks at, oils, does or takes apart settles it;
// one that does something else, or prepares the bike for it, is ticked.
type Step struct {
	ID       string         `yaml:"id"`
	Do       string         `yaml:"do"`
	Why      string         `yaml:"why"`
	Caution  string         `yaml:"caution"`
	Minutes  float64        `yaml:"minutes"` // of its looks, its oil and what it is ticked for; of work where it is less than its own
	When     bike.Condition `yaml:"when"`
	Looks    []string       `yaml:"looks"`    // points of the walk-round
	Oils     []string       `yaml:"oils"`     // places of the map of what a tune oils
	Work     []string       `yaml:"work"`     // operations, each a thing to do by itself
	Apart    []string       `yaml:"apart"`    // assemblies that come off, are judged and go back
	Needs    []string       `yaml:"needs"`    // preparations, as operations have them
	Touches  []string       `yaml:"touches"`  // fasteners that it undoes besides
	Disturbs []string       `yaml:"disturbs"` // tests that do not stand after it
	Alone    string         `yaml:"alone"`    // what goes on by itself when it is done
	Point    string         `yaml:"point"`    // where it is drawn
	Guides   []string       `yaml:"guides"`   // that do its work, the first that a bike has; left out for any that does
	Writes   string         `yaml:"writes"`   // what is written down with its tick
	None     string         `yaml:"none"`     // why some of its work has no guided work, where it has none
	For      []string       `yaml:"for"`      // steps of what it includes that it is done for
	First    string         `yaml:"first"`    // why all work, and what is below it here, waits for it
	Last     string         `yaml:"last"`     // why it waits for all work, and for what is above it here
}

func (s Service) Key() string { return s.ID }

// Has says what a bike has: points, places to oil, work that is sold for it, assemblies; and which of
// its fasteners are undone for assemblies that it has in another form.
type Has struct {
	Points, Oils, Work, Apart []string
	Undoes                    func(apart []string) []string
}

// On is the walk on a bike: steps that are for it, with what it has of what they name. A step that
// named something and has nothing left is not among them; what is taken apart and is none of the
// assemblies that are drawn is taken apart all the same, by hand.
func (s Service) On(f bike.Facts, has Has) (walk []Step) {
	for _, step := range s.Steps {
		if !step.When.Holds(f) {
			continue
		}
		named, asked := step.names(), step.Apart
		step.Looks, step.Oils = both(step.Looks, has.Points), both(step.Oils, has.Oils)
		step.Work, step.Apart = both(step.Work, has.Work), both(step.Apart, has.Apart)
		if len(asked) > 0 && len(step.Apart) == 0 {
			step = step.byHand(has.Undoes(asked))
		}
		if named == 0 || step.names() > 0 || len(asked) > 0 {
			walk = append(walk, step)
		}
	}
	return walk
}

// byHand is a step whose assembly nobody has drawn in the form in which it is here. What may have
// been undone for it is asked for again, and what was found is written down.
func (s Step) byHand(loose []string) Step {
	s.Touches = slices.Concat(s.Touches, loose)
	s.Disturbs = slices.Clone(tests)
	s.Caution = strings.TrimSpace(s.Caution + " No drawing of ours fits this one: " +
		"its maker’s manual says whether and how it comes apart.")
	s.Writes = "how it is built, and how each part was found"
	return s
}

// Ticked says whether a step is settled by a tick, besides what it names: nothing else says that it
// was done, or that what it undid is done up again.
func (s Step) Ticked() bool {
	return s.names() == 0 || len(s.Needs)+len(s.Touches)+len(s.Disturbs) > 0 || s.Alone != "" || s.Writes != ""
}

// names counts what a step names.
func (s Step) names() int { return len(s.Looks) + len(s.Oils) + len(s.Work) + len(s.Apart) }

// both are what stands in both lists, in the order of the first.
func both(these, those []string) []string {
	return slices.DeleteFunc(slices.Clone(these), func(id string) bool { return !slices.Contains(those, id) })
}

// Part is what is done in one go: a step, or one piece of its work.
type Part struct {
	ID   string // of the step, with that of the work behind a stroke where there is any
	Step Step
	Work string // the operation; "" for none
}

// Parts are the steps of a walk, each piece of work by itself.
func Parts(walk []Step) (parts []Part) {
	for _, step := range walk {
		for _, work := range step.Work {
			parts = append(parts, Part{step.ID + "/" + work, step, work})
		}
		if len(step.Work) == 0 {
			parts = append(parts, Part{ID: step.ID, Step: step})
		}
	}
	return parts
}

// StepOf is the step that a part is of.
func StepOf(part string) string {
	step, _, _ := strings.Cut(part, "/")
	return step
}
