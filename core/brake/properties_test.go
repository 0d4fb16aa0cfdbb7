package brake_test

import (
	"fmt"
	"math"
	"slices"
	"testing"

	"pgregory.net/rapid"

	"utensil/core/brake"
)

// drawShelf draws DOT fluid at hand and bleeds that wait for it.
func drawShelf(t *rapid.T) (brake.Shelf, []brake.Waiting) {
	shelf := brake.Shelf{
		Left: rapid.Float64Range(0, 250).Draw(t, "left"), Usable: rapid.Float64Range(0, 30).Draw(t, "usable"), Days: 30,
		Bottle: rapid.Float64Range(50, 500).Draw(t, "bottle"), Price: rapid.Int64Range(0, 5000).Draw(t, "price"),
		Wait: rapid.Int64Range(0, 500).Draw(t, "wait"),
	}
	var waiting []brake.Waiting
	for i := range rapid.IntRange(0, 8).Draw(t, "jobs") {
		waiting = append(waiting, brake.Waiting{Job: fmt.Sprint(i), Need: rapid.Float64Range(1, 120).Draw(t, "need"),
			Ready: float64(rapid.IntRange(0, 60).Draw(t, "ready")), Due: rapid.Float64Range(-2, 80).Draw(t, "due")})
	}
	return shelf, waiting
}

func TestEveryBleedIsPlannedOnceAndNothingIsPouredTwice(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		shelf, waiting := drawShelf(t)
		b, err := shelf.Plan(waiting)
		if err != nil {
			t.Fatal(err)
		}
		planned := slices.Clone(b.Now)
		for _, o := range b.Openings {
			for _, bled := range o.Bleeds {
				planned = append(planned, bled.Job)
			}
		}
		slices.Sort(planned)
		if len(planned) != len(waiting) || len(slices.Compact(planned)) != len(waiting) {
			t.Fatalf("%d wait, planned are %v", len(waiting), planned)
		}
		need := map[string]float64{}
		sum := 0.0
		for _, w := range waiting {
			need[w.Job] = w.Need
			sum += w.Need
		}
		open := 0.0
		for _, job := range b.Now {
			open += need[job]
		}
		if open > shelf.Left+1e-9 || len(b.Now) > 0 && shelf.Usable <= 0 {
			t.Fatalf("%g ml out of an open bottle with %g", open, shelf.Left)
		}
		// What is at hand and bought is what is used and thrown away.
		if in := shelf.Left + float64(b.Fresh)*shelf.Bottle; math.Abs(in-sum-b.Thrown) > 1e-6 {
			t.Fatalf("%g ml come in, %g are used and %g thrown away", in, sum, b.Thrown)
		}
		if b.Total > b.AtOnce {
			t.Fatalf("holding bikes back costs %d, opening at once %d", b.Total, b.AtOnce)
		}
		if b.Thrown < -1e-9 || b.Cost < 0 || b.Waits < 0 {
			t.Fatalf("%+v", b)
		}
	})
}

func TestHeatFollowsWhatMakesIt(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		rotor := brake.Rotor{Diameter: rapid.Float64Range(140, 220).Draw(t, "rotor")}
		rider := brake.Rider{Mass: rapid.Float64Range(40, 200).Draw(t, "mass")}
		hill := brake.Hill{Length: rapid.Float64Range(500, 20000).Draw(t, "length"),
			Speed: rapid.Float64Range(8, 50).Draw(t, "speed"),
			Air:   rapid.Float64Range(-10, 35).Draw(t, "air"), Share: rapid.Float64Range(0.1, 1).Draw(t, "share")}
		hill.Drop = hill.Length * rapid.Float64Range(0.01, 0.2).Draw(t, "slope")
		hottest := rotor.Hottest(rider, hill)
		if hottest < hill.Air {
			t.Fatal("braking cools")
		}
		// Energy bounds it: all the heat in the rotor, none given to the air.
		mass := 110 * (rotor.Diameter / 160) * (rotor.Diameter / 160) / 1000
		most := hill.Air + rider.Mass*9.80665*hill.Drop*hill.Share/(mass*500)
		if hottest > most+1e-6 {
			t.Fatalf("%g °C, but the hill's energy makes at most %g", hottest, most)
		}
		longer := hill
		longer.Length, longer.Drop = hill.Length*1.5, hill.Drop*1.5
		heavier := rider
		heavier.Mass *= 1.2
		if rotor.Hottest(rider, longer) < hottest-1e-9 || rotor.Hottest(heavier, hill) < hottest-1e-9 {
			t.Fatal("a longer hill or a heavier rider stays cooler")
		}
	})
}

func TestBeddingKeepsItsBooks(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		rotor := brake.Rotor{Diameter: rapid.Float64Range(140, 220).Draw(t, "rotor")}
		rider := brake.Rider{Mass: rapid.Float64Range(40, 200).Draw(t, "mass")}
		share := rapid.Float64Range(0.1, 1).Draw(t, "share")
		var scheme []brake.Stage
		stops, energy := 0, 0.0
		for range rapid.IntRange(1, 4).Draw(t, "stages") {
			s := brake.Stage{Stops: rapid.IntRange(1, 20).Draw(t, "stops"),
				From: rapid.Float64Range(10, 40).Draw(t, "from"),
				To:   rapid.Float64Range(0, 9).Draw(t, "to")}
			scheme = append(scheme, s)
			stops += s.Stops
			energy += float64(s.Stops) * rider.Kinetic(s.From, s.To) * share
		}
		b, err := rotor.Bed(rider, scheme, 15, share)
		if err != nil {
			t.Fatal(err)
		}
		if b.Stops != stops || math.Abs(b.Energy-energy) > 1e-6*energy {
			t.Fatalf("%d stops and %g J, not %d and %g", b.Stops, b.Energy, stops, energy)
		}
		if b.Hottest < 15+b.Warmer-1e-9 && len(scheme) == 1 || b.Distance <= 0 || b.Minutes <= 0 {
			t.Fatalf("%+v", b)
		}
	})
}

func TestTheBottleIsNeverBothRefusedAndWarnedOf(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		family := rapid.SampledFrom([]brake.Family{brake.Mineral, brake.DOT})
		b := brake.Bottle{Family: family.Draw(t, "bottle"), Left: rapid.Float64Range(0, 500).Draw(t, "left"),
			Clean: rapid.Bool().Draw(t, "clean")}
		circuit := family.Draw(t, "circuit")
		p := b.Guard(circuit, b.Opened, 30, rapid.Float64Range(0, 100).Draw(t, "need"))
		if p.Refused != "" && p.Warning != "" {
			t.Fatal("refused and warned of")
		}
		if b.Family != circuit && p.Refused == "" {
			t.Fatalf("%s went into a circuit of %s", b.Family, circuit)
		}
	})
}
