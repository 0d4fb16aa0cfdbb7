package wheel_test

import (
	"fmt"

	"utensil/core/wheel"
)

// A plucked spoke is a string: its pitch says how tight it is.
func ExampleString_Tension() {
	spoke := wheel.String{Wire: 2, Mm: 280}
	tension, err := spoke.Tension(372)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("%.0f N, which sounds at %.0f Hz\n", tension, spoke.Pitch(tension))
	// Output: 1070 N, which sounds at 372 Hz
}

// The dish gauge is laid on from both sides: how far each locknut stands out beyond the rim's edge.
func ExampleDish() {
	fmt.Printf("the rim stands %+.1f mm to the right\n", wheel.Dish(4.0, 5.2))
	// Output: the rim stands +0.6 mm to the right
}
