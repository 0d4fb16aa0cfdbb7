// Package flow is in which order work is done on one bike: what comes before what, and which
// preparations are undone while something is set.
package flow

import (
	"errors"
	"fmt"
	"slices"
)

// Sequence is which work comes before which when both are to be done, or which preparations are
// undone while work is done.
type Sequence struct {
	ID     string   `yaml:"id"`
	End    string   `yaml:"end"`
	First  []string `yaml:"first"` // work that is done before
	Shut   []string `yaml:"shut"`  // prerequisites that are undone while
	Rides  bool     `yaml:"rides"` // the bike is ridden for it: all that is tightened and tried comes before
	Then   []string `yaml:"then"`  // this work is done
	Why    string   `yaml:"why"`
	Source string   `yaml:"source"`
}

func (s Sequence) Key() string { return s.ID }

// Validate reports a sequence that says nothing, or that names work or a preparation there is not.
// needs is all that work is prepared with, at any remove, and whether there is such work.
func (s Sequence) Validate(needs func(work string) ([]string, bool), prerequisite func(string) bool) error {
	said := 0
	for _, says := range []bool{len(s.First) > 0, len(s.Shut) > 0, s.Rides} {
		if says {
			said++
		}
	}
	if s.Why == "" || s.Source == "" || len(s.Then) == 0 || said != 1 {
		return errors.New("a sequence needs what comes then, what comes first or is undone, or that it is " +
			"ridden, why, and a source")
	}
	for _, work := range s.First {
		if _, known := needs(work); !known {
			return fmt.Errorf("there is no work %q", work)
		}
	}
	for _, id := range s.Shut {
		if !prerequisite(id) {
			return fmt.Errorf("undone is %q, which is no prerequisite", id)
		}
	}
	for _, work := range s.Then {
		made, known := needs(work)
		if !known {
			return fmt.Errorf("there is no work %q", work)
		}
		for _, id := range s.Shut {
			if slices.Contains(made, id) {
				return fmt.Errorf("%s is done with %s made, and not undone", work, id)
			}
		}
	}
	return nil
}

// Before is the sequence by which work comes before other work.
func Before(all []Sequence, work, other string) (Sequence, bool) {
	for _, s := range all {
		if slices.Contains(s.First, work) && slices.Contains(s.Then, other) {
			return s, true
		}
	}
	return Sequence{}, false
}

// Shut lists the prerequisites that are undone while work is done.
func Shut(all []Sequence, work string) (ids []string) {
	for _, s := range all {
		if !slices.Contains(s.Then, work) {
			continue
		}
		for _, id := range s.Shut {
			if !slices.Contains(ids, id) {
				ids = append(ids, id)
			}
		}
	}
	return ids
}

// Rides is why a bike is ridden for work only when all else is done; "" where it is not ridden.
func Rides(all []Sequence, work string) string {
	for _, s := range all {
		if s.Rides && slices.Contains(s.Then, work) {
			return s.Why
		}
	}
	return ""
}

// Check reports work that comes before itself, by way of other work, and work that is ridden for and
// comes before work that is not: it would wait for that and be waited for.
func Check(all []Sequence) error {
	then := map[string][]string{}
	for _, s := range all {
		for _, first := range s.First {
			for _, work := range s.Then {
				if Rides(all, first) != "" && Rides(all, work) == "" {
					return fmt.Errorf("%s: %s is ridden for, and cannot come before %s", s.ID, first, work)
				}
			}
		}
	}
	for _, s := range all {
		for _, first := range s.First {
			then[first] = append(then[first], s.Then...)
		}
	}
	const going, gone = 1, 2
	seen := map[string]int{}
	var follow func(work string) error
	follow = func(work string) error {
		switch seen[work] {
		case gone:
			return nil
		case going:
			return fmt.Errorf("%s comes before itself", work)
		}
		seen[work] = going
		for _, next := range then[work] {
			if err := follow(next); err != nil {
				return err
			}
		}
		seen[work] = gone
		return nil
	}
	for _, s := range all {
		for _, first := range s.First {
			if err := follow(first); err != nil {
				return err
			}
		}
	}
	return nil
}
