package flow

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
)

// Hang is what else is undone, or has to move, where a joint is undone on some bikes.
type Hang struct {
	ID     string         `yaml:"id"`
	End    string         `yaml:"end"`
	Of     []string       `yaml:"of"`
	When   bike.Condition `yaml:"when"`
	Also   []string       `yaml:"also"`
	Why    string         `yaml:"why"`
	Source string         `yaml:"source"`
}

func (h Hang) Key() string { return h.ID }

// Validate reports one that says nothing, or that names a fastener that there is not.
func (h Hang) Validate(fastener func(string) bool) error {
	if h.Why == "" || h.Source == "" || len(h.Of) == 0 || len(h.Also) == 0 {
		return errors.New("what hangs on a joint needs the joint, what hangs on it, why, and a source")
	}
	for _, joint := range slices.Concat(h.Of, h.Also) {
		if !fastener(joint) {
			return fmt.Errorf("there is no fastener %q", joint)
		}
	}
	return h.When.Validate()
}

// Hanging are joints with all that hangs on them where a condition holds, in their order, each once.
func Hanging(hangs []Hang, joints []string, holds func(bike.Condition) bool) []string {
	all := slices.Clone(joints)
	for i := 0; i < len(all); i++ {
		for _, h := range hangs {
			if !slices.Contains(h.Of, all[i]) || !holds(h.When) {
				continue
			}
			for _, also := range h.Also {
				if !slices.Contains(all, also) {
					all = append(all, also)
				}
			}
		}
	}
	return all
}
