package estimate_test

import (
	"fmt"

	"utensil/core/estimate"
)

// Twenty minutes at 48.00 an hour and a pair of pads, with tax included.
func ExampleAdd() {
	total, err := estimate.Add(estimate.Tax{Rate: 2000, Included: true},
		estimate.Line{Labour: estimate.Labour(20, 4800),
			Parts: []estimate.Part{{Name: "pads", Price: 1450, Quantity: 1}}})
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println(total.Net, total.Tax, total.Gross)
	// Output: 2542 508 3050
}

// A rescue is tried when even the worst that the record allows is cheaper than replacing at once.
func ExampleWeigh() {
	r := estimate.Weigh(1500, 9000, estimate.Record{Held: 11, Tried: 12}, estimate.Z95)
	fmt.Printf("%d on average, holds at least %.0f %%: %s\n", r.Expected, 100*r.ChanceLeast, r.Verdict())
	// Output: 2250 on average, holds at least 65 %: rescue
}
