package suspension_test

import (
	"fmt"
	"time"

	"utensil/core/suspension"
)

// A fork set in a warm workshop and found soft in a cold shed: most of it is the cold.
func ExampleBetween() {
	set := suspension.Reading{At: time.Date(2026, 10, 1, 9, 0, 0, 0, time.UTC), Bar: 6, Celsius: 21}
	found := suspension.Reading{At: set.At.AddDate(0, 0, 60), Bar: 5.4, Celsius: 3}
	loss, err := suspension.Between(set, found)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("%.1f bar lost, %.2f of it to the cold, %.2f leaked\n", loss.Lost, loss.Cold, loss.Leaked)
	// Output: 0.6 bar lost, 0.43 of it to the cold, 0.17 leaked
}
