package fastener_test

import (
	"fmt"

	"utensil/core/fastener"
)

// A stem that may take 6 N·m clamps a bar that may take 5: the lower wins, and says whose it is.
func ExampleMeet() {
	rule, part := fastener.Meet(fastener.Limit{Part: "stem", Rule: fastener.Rule{Min: 5, Max: 6, Source: "marked"}},
		fastener.Limit{Part: "carbon bar", Rule: fastener.Rule{Min: 4, Max: 5, Source: "marked"}})
	fmt.Printf("%g to %g N·m by the %s\n", float64(rule.Min), float64(rule.Max), part)
	// Output: 4 to 5 N·m by the carbon bar
}

// A wrench that may be off by 4 % cannot tell 4.9 from 5.1: that is said, and the log stands.
func ExampleRule_JudgeWith() {
	v := fastener.Rule{Min: 4, Max: 5, Source: "marked"}.JudgeWith(4.9,
		fastener.Wrench{Min: 1, Max: 20, Deviation: 0.04})
	fmt.Println(v.State, v.Settles())
	// Output: within_error true
}

// An open-ended adapter, straight on, makes the wrench longer: it is set lower.
func ExampleAdapter_Setting() {
	crowfoot := fastener.Adapter{Length: 50, Wrench: 250}
	fmt.Printf("%.1f\n", float64(crowfoot.Setting(40)))
	// Output: 33.3
}
