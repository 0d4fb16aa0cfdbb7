package strip_test

import (
	"fmt"

	"utensil/core/strip"
)

func ExampleAssembly_Order() {
	hub := strip.Assembly{
		{ID: "locknut", Name: "Locknut", Plain: true, Wash: strip.Washer},
		{ID: "cone", Name: "Cone", Under: []string{"locknut"}, Plain: true, Wash: strip.Washer},
		{ID: "balls", Name: "Balls", Under: []string{"axle"}, Plain: true, Wash: strip.Washer},
		{ID: "axle", Name: "Axle", Under: []string{"cone"}, Plain: true, Wash: strip.Washer},
	}
	fmt.Println(hub.Order())
	// Output: [locknut cone axle balls]
}
