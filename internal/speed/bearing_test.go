package speed_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"utensil/core/bearing"
	"utensil/core/fit"
	"utensil/core/measure"
	"utensil/knowledge"
)

// BenchmarkBearings has worn bearings measured with a calliper, and asks which they are: ours against
// the nearest size by distance. The wear of the simulation is not that of the model: even up to 0.15 mm,
// on every fifth bearing, and one figure in fifty is read a whole half millimetre off.
func BenchmarkBearings(b *testing.B) {
	book, err := knowledge.Shipped()
	if err != nil {
		b.Fatal(err)
	}
	known := book.BearingKinds()
	for _, off := range []struct{ tool, aim float64 }{{0.05, 97}, {0.1, 92}} {
		dice := rand.New(rand.NewPCG(15, 622))
		const all = 20_000
		ours, nearest, sureAndWrong := 0, 0, 0
		for range all {
			k := known[dice.IntN(len(known))]
			m := measured(dice, k, off.tool)
			g, err := bearing.Identify(known, m, k.Seats[dice.IntN(len(k.Seats))], "")
			if err != nil {
				b.Fatal(err)
			}
			right := len(g.List) > 0 && g.List[0].ID == k.ID
			if right {
				ours++
			} else if len(g.List) > 0 && g.List[0].Chance > 0.9 {
				sureAndWrong++
			}
			if closest(known, m) == k.ID {
				nearest++
			}
		}
		share := func(n int) float64 { return 100 * float64(n) / all }
		fmt.Printf("bearings, calliper ±%g mm: right first in %.1f %% (aim: %g), nearest size %.1f %%; "+
			"sure and wrong %.2f %% (aim: under 1)\n",
			off.tool, share(ours), off.aim, share(nearest), share(sureAndWrong))
	}
}

func measured(dice *rand.Rand, k bearing.Kind, tool float64) bearing.Measured {
	worn := 0.0
	if dice.IntN(5) == 0 {
		worn = 0.15 * dice.Float64()
	}
	read := func(v, wears float64) float64 {
		v += wears*worn + dice.NormFloat64()*tool/1.96
		if dice.IntN(50) == 0 {
			v += 0.5 * float64(1-2*dice.IntN(2))
		}
		return math.Round(v*100) / 100
	}
	m := bearing.Measured{Bore: read(k.Bore, 1), Outside: read(k.Outside, -1), Width: read(k.Width, -0.3), Error: tool}
	if k.Inner > 0 {
		m.Inner, m.Outer = k.Inner+3*dice.NormFloat64(), k.Outer+3*dice.NormFloat64()
	}
	return m
}

// closest is the nearest size by distance.
func closest(known []bearing.Kind, m bearing.Measured) (id string) {
	best := math.Inf(1)
	for _, k := range known {
		d := math.Hypot(math.Hypot(k.Bore-m.Bore, k.Outside-m.Outside), k.Width-m.Width)
		if d < best {
			best, id = d, k.ID
		}
	}
	return id
}

// BenchmarkFit asks for every place of a bike whether what sits there would fit once more, and
// something else would.
func BenchmarkFit(b *testing.B) {
	book, err := knowledge.Shipped()
	if err != nil {
		b.Fatal(err)
	}
	on := fit.Parts{}
	facts := book.Kinds[0].Facts
	for _, place := range book.PlacesOn(facts) {
		part := map[string]string{}
		for _, p := range place.Particulars {
			part[p.ID] = measure.Format(math.Round((p.Least + p.Most) / 2))
			if len(p.Words) > 0 {
				part[p.ID] = p.Words[0]
			}
		}
		on[place.ID] = part
	}
	asked, start := 0, time.Now()
	const times = 200
	for range times {
		for place, part := range on {
			fit.Ask(place, part, fit.Bike{Facts: facts, On: on})
			fit.Ask(place, map[string]string{}, fit.Bike{Facts: facts, On: on})
			asked += 2
		}
	}
	fmt.Printf("will it fit: a whole bike in %.2f ms, %d questions (aim: under 5)\n",
		float64(time.Since(start).Microseconds())/1000/times, asked/times)
}
