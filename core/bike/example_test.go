package bike_test

import (
	"fmt"

	"utensil/core/bike"
)

// A front brake is exchanged: what hangs on it follows, and nobody has read its fluid.
func ExampleFacts_After() {
	was := commuter()
	now := was
	now.FrontBrake = "rim_hydraulic"
	now = now.After(was)
	fmt.Println(now.FrontFluid, now.RotorMount)
	// Output: unknown none
}

func ExampleCondition_Holds() {
	eleven := bike.Condition{"speeds": {"11+"}, "drive": {"chain"}}
	fmt.Println(eleven.Holds(commuter()))
	// Output: false
}
