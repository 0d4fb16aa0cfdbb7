package procedure

import (
	"fmt"
	"slices"
)

// Order is which joints are tight before others are: as long as one of First is loose, none of
// Then is torqued. Of those that work never loosens nothing is asked.
type Order struct {
	First []string `yaml:"first"`
	Then  []string `yaml:"then"`
	Why   string   `yaml:"why"`
}

// Breaks says which order joints break that are torqued one after the other while some are loose;
// empty where they break none.
func Breaks(orders []Order, torqued []string, loose func(joint string) bool) string {
	tight := map[string]bool{}
	for _, joint := range torqued {
		for _, o := range orders {
			if !slices.Contains(o.Then, joint) {
				continue
			}
			for _, first := range o.First {
				if loose(first) && !tight[first] {
					return fmt.Sprintf("it torques %s while %s is loose: %s", joint, first, o.Why)
				}
			}
		}
		tight[joint] = true
	}
	return ""
}
