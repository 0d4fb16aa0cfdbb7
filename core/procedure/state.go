package procedure

import (
	"errors"
	"fmt"
	"slices"
)

// State is something that is so while work goes on: a wheel out, a port open, fluid about. Steps
// open and close states. A state of a Moment is something done, over with its step: fluid pressed
// through, a ride.
type State struct {
	ID       string     `yaml:"id"`
	Name     string     `yaml:"name"`
	Moment   bool       `yaml:"moment"`
	Needs    [][]string `yaml:"needs"`    // of each list one state is open when it is opened or done
	While    [][]string `yaml:"while"`    // of each list one state is open as long as it is
	First    []string   `yaml:"first"`    // states that are closed before it is
	Brings   []string   `yaml:"brings"`   // states that it opens with it
	Undoes   []string   `yaml:"undoes"`   // fasteners that are loose from then on
	Disturbs string     `yaml:"disturbs"` // the test that does not stand any more
	Tried    string     `yaml:"tried"`    // the test that must have passed since it was last disturbed
	Again    bool       `yaml:"again"`    // it may be opened and closed over again: what is washed twice is clean
	Lasting  bool       `yaml:"lasting"`  // it may be so at the end
	Source   string     `yaml:"source"`
}

// StateBook is the states that steps may name, by id.
type StateBook map[string]State

// Validate reports a state that names one there is not, or that says nothing.
func (b StateBook) Validate(id string) error {
	s := b[id]
	if s.Name == "" || s.Source == "" {
		return errors.New("a state needs a name and a source")
	}
	named := append(slices.Clone(s.First), s.Brings...)
	for _, any := range append(slices.Clone(s.Needs), s.While...) {
		if len(any) == 0 {
			return errors.New("a list of states of which one is open cannot be empty")
		}
		named = append(named, any...)
	}
	for _, other := range named {
		switch o, known := b[other]; {
		case !known:
			return fmt.Errorf("there is no state %q", other)
		case o.Moment:
			return fmt.Errorf("%s is over in a moment: nothing can wait for it", other)
		}
	}
	if s.Moment && (len(s.While) > 0 || len(s.First) > 0 || s.Lasting) {
		return errors.New("a moment lasts no longer than its step")
	}
	return nil
}

// States are ids of states.
type States []string
