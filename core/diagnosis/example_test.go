package diagnosis_test

import (
	"fmt"

	"utensil/core/diagnosis"
)

// A soft lever: which check tells most for its minutes, and what is believed after its answer.
func ExampleBelief_Next() {
	m, err := diagnosis.New(
		[]diagnosis.Cause{{ID: "air", Weight: 12, Minutes: 35}, {ID: "leak", Weight: 3, Minutes: 60}},
		[]diagnosis.Check{
			{ID: "pump", Minutes: 1, Answers: []string{"firms up", "stays"},
				Likely: [][]float64{{0.9, 0.1}, {0.25, 0.75}}},
			{ID: "wipe", Minutes: 2, Answers: []string{"wet", "dry"}, Likely: [][]float64{{0.01, 0.99}, {0.9, 0.1}}},
		}, nil)
	if err != nil {
		fmt.Println(err)
		return
	}
	belief := m.Start()
	first := belief.Next()[0]
	fmt.Println("first:", m.Checks[first.Check].ID)
	cause, p := belief.After(first.Action, 1).Top()
	fmt.Printf("then: %s, %.0f %%\n", m.Causes[cause].ID, 100*p)
	// Output:
	// first: wipe
	// then: air, 98 %
}
