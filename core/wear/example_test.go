package wear_test

import (
	"fmt"

	"utensil/core/wear"
)

// A chain that was measured five times: the median of all slopes, which one slip cannot move.
func ExampleTheilSen() {
	chain := []wear.Seen{{Gone: 0, Figure: 0}, {Gone: 500, Figure: 0.1}, {Gone: 1000, Figure: 0.2},
		{Gone: 1500, Figure: 0.9},
		{Gone: 2000, Figure: 0.4}}
	trend, _ := wear.TheilSen(chain, 1.645)
	fmt.Printf("%.2f %% in 1000 km\n", 1000*trend.Slope)
	// Output: 0.20 % in 1000 km
}

// A pad is judged at its limit, not beyond it.
func ExampleLimit_Mark() {
	watch, unsafe := 1.5, 0.5
	pad := wear.Limit{Direction: wear.Falls, Watch: &watch, Due: 1, Unsafe: &unsafe}
	fmt.Println(pad.Mark(2.2), pad.Mark(1.5), pad.Mark(1), pad.Mark(0.4))
	// Output: sound watch due unsafe
}
