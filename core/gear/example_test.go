package gear_test

import (
	"fmt"

	"utensil/core/gear"
)

// A hanger gauge is read at three places round the wheel: how far its tip is from the rim.
func ExampleHangerBend() {
	bent, err := gear.HangerBend([]gear.GaugeReading{{Clock: 12, Gap: 6}, {Clock: 4, Gap: 10}, {Clock: 8, Gap: 8}}, 300)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("leans in by %.1f°, straight enough: %v\n", bent.Angle, bent.Within)
	// Output: leans in by 0.4°, straight enough: false
}

// A rear gear that is slow to climb, cured by what is likeliest: the cable has settled.
func ExampleAdvise() {
	d := gear.Drivetrain{Teeth: []int{11, 13, 15, 17, 19, 21, 24, 28, 32}, Spacing: 4.35, Pull: 2.56,
		Ratio: 1.7, Thread: 1,
		Turns: 4, Barrel: 8, Screw: 0.8, GapTurn: 1, Clicks: 8}
	advice, err := gear.Advise(gear.Evidence{Gear: d, Seen: []gear.Seen{
		{Shift: gear.Shift{To: 4, Up: true}, Result: gear.Slow}, {Shift: gear.Shift{To: 3}, Result: gear.Crisp},
	}})
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println(advice.Causes[0].Cause)
	// Output: cable
}
