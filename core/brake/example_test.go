package brake_test

import (
	"fmt"
	"math"
	"strings"

	"utensil/core/brake"
)

// Eight readings of a dial round a rotor with a wobble and one local bend, which the fit finds.
func ExampleFitRunout() {
	dial := make([]float64, 8)
	for i := range dial {
		dial[i] = 0.15 * math.Cos(2*math.Pi*float64(i)/8-math.Pi/4)
	}
	dial[5] += 0.1
	r, err := brake.FitRunout(dial)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("wobble %.2f mm, highest at %.0f°; worst explained: reading %d\n", r.Wobble, r.High, r.Worst)
	// Output: wobble 0.25 mm, highest at 45°; worst explained: reading 5
}

// A lever's plastic piston of 10 mm that measures 10.06 has drunk the wrong fluid.
func ExamplePiston() {
	says, swollen, err := brake.Piston(10.06, 10)
	for sentence := range strings.SplitAfterSeq(says, ". ") {
		fmt.Println(strings.TrimSpace(sentence))
	}
	fmt.Println(swollen, err)
	// Output:
	// Swollen by 0.06 mm: it sticks.
	// Replace the piston or the lever; machining one down is not for customers' bikes.
	// true <nil>
}
