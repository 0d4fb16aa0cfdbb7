package procedure_test

import (
	"fmt"
	"strings"

	"utensil/core/procedure"
)

// A procedure that leaves the cup on is refused before any bike is touched by it.
func ExampleProcedure_Prove() {
	p := sound()
	for i, s := range p.Steps {
		if s.ID == "off" {
			p.Steps[i].Closes = nil
		}
	}
	refused, way, _ := strings.Cut(p.Prove(bench()).Error(), " The way there: ")
	fmt.Println(refused)
	fmt.Println(strings.Count(way, "→"), "steps before it")
	// Output:
	// step plug: it ends “port open” while there is still: cup on.
	// 7 steps before it
}

// What was done is replayed: the standing says what comes now.
func ExampleProcedure_At() {
	p := sound()
	chosen := map[string]string{"level": "known"}
	standing, err := p.At(chosen, []procedure.Mark{{Step: "wheel-out"}, {Step: "pads-out"}})
	if err != nil {
		fmt.Println(err)
		return
	}
	next, _ := p.Next(standing, chosen)
	fmt.Println(p.Steps[standing.Now].Do, "Then:", next.Do)
	// Output: Port open. Then: Cup on.
}
