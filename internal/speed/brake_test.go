package speed_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"utensil/core/brake"
	"utensil/knowledge"
)

// BenchmarkBrakes prints what each school costs on the same brake and the same ride, and how
// fast the practice brake is computed.
func BenchmarkBrakes(b *testing.B) {
	rear := brake.Circuit{Bore: 2, Length: 1700, Caliper: 3, Lever: 6}
	least, err := rear.Need(brake.LeverEnd, 0.9, false)
	require.NoError(b, err)
	fmt.Println("bleeding a rear brake to 90 % fresh, fluid against a bleed from the lever (which " +
		"renews the lever alone):")
	for _, school := range []brake.School{brake.LeverEnd, brake.Push, brake.TwoSyringe, brake.ColourChange} {
		need, err := rear.Need(school, 0.9, false)
		require.NoError(b, err)
		fmt.Printf("  %-12s %5.1f ml, between %.1f and %.1f: %.1f times\n", school, need.Likely,
			need.Least, need.Most, need.Likely/least.Likely)
	}
	book, err := knowledge.Shipped()
	require.NoError(b, err)
	fmt.Println("bedding in, 95 kg on a 160 mm rotor:")
	for _, s := range book.Bedding {
		plan, err := brake.Rotor{Diameter: 160}.Bed(brake.Rider{Mass: 95}, s.Stages, 15, 1)
		require.NoError(b, err)
		fmt.Printf("  %-10s %2d stops, %.1f kJ, hottest %.0f °C, %.0f m, %.1f min\n", s.ID, plan.Stops,
			plan.Energy/1000, plan.Hottest,
			plan.Distance, plan.Minutes)
	}
	p, steps := brake.NewPractice(1, true), 0
	began := time.Now()
	for time.Since(began) < 200*time.Millisecond {
		for range 1000 {
			p.Step(0.1)
		}
		steps += 1000
		if len(p.Bubbles) == 0 {
			p = brake.NewPractice(uint64(steps), true)
		}
	}
	rate := float64(steps) / time.Since(began).Seconds()
	fmt.Printf("practice brake: %.1f million steps a second, %.0f times as fast as it happens\n", rate/1e6, rate*0.1)
}
