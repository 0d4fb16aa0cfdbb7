package knowledge_test

import (
	"fmt"

	"utensil/core/bike"
	"utensil/knowledge"
)

// The book is read and proved once; what a bike may show follows from its facts.
func ExampleBook_PointsOn() {
	book, err := knowledge.Shipped()
	if err != nil {
		fmt.Println(err)
		return
	}
	rigid := bike.Facts{FrontBrake: "none", RearBrake: "coaster", Gears: "single", Drive: "chain"}.Filled()
	for _, p := range book.PointsOn(rigid) {
		if p.ID == "chain" || p.ID == "front-pads" {
			fmt.Println(p.Name)
		}
	}
	// Output: Chain
}

// A workshop lays its own over what ships: an entry of the same id replaces ours. What is wrong
// with it is told with its line.
func ExampleLayered() {
	_, err := knowledge.Layered(knowledge.Texts{"routes.yaml": "- {id: mine, name: Mine, points: [wing]}"})
	fmt.Println(err)
	// Output: routes.yaml:1: mine: "wing" is no point, or stands twice
}
