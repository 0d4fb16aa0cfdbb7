package flow

import (
	"fmt"
	"slices"
)

// Brakes are those that hands come near, at something that is undone or worked on: front, rear, third.
// None at all is a claim as well: nil stands for nobody having said, which is every brake.
type Brakes []string

// testsOf are what a brake is tried by. A third brake sits at the rear wheel.
var testsOf = map[string][]string{
	"front": {"front_brake"},
	"rear":  {"rear_brake", "third_brake"},
	"third": {"third_brake"},
}

// Tests are what these brakes are tried by, in the order of the brakes; of all of them where nobody said.
func (b Brakes) Tests() (tests []string) {
	if b == nil {
		b = Brakes{"front", "rear"}
	}
	for _, brake := range b {
		tests = append(tests, testsOf[brake]...)
	}
	return tests
}

// Validate refuses what is no brake.
func (b Brakes) Validate() error {
	for _, brake := range b {
		if _, known := testsOf[brake]; !known {
			return fmt.Errorf("brakes has %q: front, rear or third", brake)
		}
	}
	return nil
}

// Proves says whether what a state disturbs is among the brakes at a joint that is undone in it.
func (b Brakes) Proves(disturbs string) bool {
	return disturbs == "" || slices.Contains(b.Tests(), disturbs)
}
