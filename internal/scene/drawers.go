package scene

import (
	"context"
	"fmt"
	"strconv"
	"time"

	"utensil/core/estimate"
	"utensil/internal/workshop/stores"
)

type told = map[string]string

// putting puts so many of a part into a bin.
type putting func(bin, kind, name string, held, least int, price estimate.Minor, of told)

// fillDrawers puts parts into the stores.
func (t *teller) fillDrawers(ctx context.Context, now time.Time) error {
	t.clock = now
	_, err := t.shop.Take(ctx, t.who[0], drawers())
	return err
}

// drawers are what lies in the stores: a hundred kinds of parts, and one used spare.
func drawers() (rows []stores.Row) {
	put := func(part stores.Stocked) {
		part.Code = fmt.Sprintf("NL-%03d", len(rows)+1)
		rows = append(rows, stores.Row{Line: len(rows) + 1, Part: part})
	}
	add := func(bin, kind, name string, held, least int, price estimate.Minor, of told) {
		put(stores.Stocked{Name: name, Kind: kind, Particulars: of, Grade: "new", Held: held,
			Least: least, Bin: bin, Price: price,
			Cost: price * 6 / 10, Supplier: "Saltmarsh Wholesale"})
	}
	for _, fill := range []func(putting){driveParts, brakeParts, tyreParts, bearings, small} {
		fill(add)
	}
	put(stores.Stocked{Name: "Rear mech off a forester's bike", Kind: "rear-mech", Grade: "good",
		Held: 1, Bin: "S1", Price: 1800,
		Particulars: told{"speeds": "10", "largest": "36", "takes-up": "41"},
		Note:        "about 2 000 km; taken off for something better"})
	return rows
}

func driveParts(add putting) {
	for _, c := range []struct {
		speeds, held int
		price        estimate.Minor
	}{{8, 6, 1700}, {9, 4, 2400}, {10, 3, 2800}, {11, 5, 3400}, {12, 0, 4200}} {
		add("A1", "chain", fmt.Sprintf("Chain, %d speeds", c.speeds), c.held, 2, c.price,
			told{"speeds": strconv.Itoa(c.speeds), "links": "116", "closed": "joining link"})
	}
	add("A1", "chain", "Wide chain, one sprocket", 5, 2, 1500,
		told{"speeds": "1", "links": "112", "closed": "joining link"})
	for i, c := range []struct {
		count, smallest, largest string
		price                    estimate.Minor
	}{{"8", "11", "32", 2600}, {"9", "11", "34", 3300}, {"10", "11", "34", 4500}, {"11", "11", "34", 6400},
		{"11", "11", "42", 7200}, {"12", "10", "51", 9800}} {
		spline := "wide splines"
		if c.smallest == "10" {
			spline = "fine splines"
		}
		add("A2", "sprockets", fmt.Sprintf("Cassette %s–%s, %s", c.smallest, c.largest, c.count), 2-i%2, 1, c.price,
			told{"count": c.count, "smallest": c.smallest, "largest": c.largest, "spline": spline})
	}
	for _, teeth := range []string{"18", "19", "20", "21", "22"} {
		add("A3", "sprockets", "Hub gear sprocket, "+teeth, 2, 1, 700,
			told{"count": "1", "smallest": teeth, "largest": teeth})
	}
}

func brakeParts(add putting) {
	for _, outline := range []string{"round", "square", "two pistons long", "four pistons"} {
		for _, compound := range []string{"resin", "sintered"} {
			add("B1", "pads", fmt.Sprintf("Disc pads, %s, %s", outline, compound), len(outline)%7, 2, 1450,
				told{"outline": outline, "compound": compound})
		}
	}
	for _, d := range []string{"140", "160", "180", "203"} {
		for _, mount := range []string{"six bolts", "centre ring"} {
			add("B2", "rotor", fmt.Sprintf("Rotor %s, %s", d, mount), len(mount)%3, 1, 2600,
				told{"diameter": d, "mount": mount, "takes": "any compound"})
		}
	}
	for _, post := range []string{"threaded post", "plain post", "cartridge"} {
		add("B3", "rim-pads", "Rim pads, "+post, 6, 2, 950, told{"post": post, "length": "60"})
	}
	for _, head := range []string{"barrel", "pear"} {
		add("B4", "brake-cable", "Brake inner, "+head, 18, 6, 350, told{"head": head})
	}
	add("B4", "gear-cable", "Gear inner", 22, 8, 300, nil)
}

func tyreParts(add putting) {
	for _, tyre := range []struct{ width, seat string }{{"28", "622"}, {"32", "622"}, {"37", "622"},
		{"40", "622"}, {"47", "622"},
		{"50", "584"}, {"57", "584"}, {"60", "622"}, {"47", "507"}, {"40", "406"}, {"50", "406"},
		{"37", "349"}, {"50", "559"}} {
		add("C1", "tyre", "Tyre "+tyre.width+"-"+tyre.seat, 2, 1, 2800, told{"width": tyre.width, "seat": tyre.seat})
	}
	for _, tube := range []struct{ from, to, seat, valve string }{{"18", "28", "622", "narrow"},
		{"28", "47", "622", "narrow"},
		{"28", "47", "622", "wide"},
		{"47", "62", "622", "wide"}, {"40", "62", "584", "wide"}, {"40", "62", "559", "wide"},
		{"40", "62", "507", "wide"},
		{"32", "47", "406", "wide"},
		{"32", "47", "349", "wide"}} {
		add("C2", "tube", fmt.Sprintf("Tube %s–%s × %s, %s valve", tube.from, tube.to, tube.seat,
			tube.valve), 8, 3, 700,
			told{"air": "tube", "valve": tube.valve, "seat": tube.seat, "from": tube.from, "to": tube.to})
	}
}

func bearings(add putting) {
	for _, b := range []struct{ bore, outside, width string }{{"8", "22", "7"}, {"8", "16", "5"},
		{"10", "26", "8"}, {"12", "28", "8"},
		{"10", "19", "5"},
		{"12", "21", "5"}, {"15", "24", "5"},
		{"17", "26", "5"}, {"12", "24", "6"}, {"15", "28", "7"}, {"17", "30", "7"}} {
		add("D1", "hub", fmt.Sprintf("Bearing %s × %s × %s", b.bore, b.outside, b.width), 4, 2, 600,
			told{"kind": "cartridges", "bore": b.bore, "outside": b.outside, "width": b.width})
	}
	for i, b := range []struct{ bore, outside, width, inner, outer string }{{"30.15", "41", "6.5", "36", "45"},
		{"30.15", "41.8", "6.5", "45", "45"},
		{"30.5", "41.8", "8", "45", "45"}, {"40", "52", "7", "36", "45"}} {
		for _, kind := range []string{"headset-upper", "headset-lower"} {
			add("D2", kind, fmt.Sprintf("Headset bearing %s × %s × %s", b.bore, b.outside, b.width), 1+i%2, 1, 1600,
				told{"bore": b.bore, "outside": b.outside, "width": b.width, "inner": b.inner, "outer": b.outer})
		}
	}
}

func small(add putting) {
	add("D3", "bottom-bracket", "Bracket unit, 68 mm", 2, 1, 2800, told{"shell": "68", "fixed": "threaded"})
	add("D3", "bottom-bracket", "Bracket cups, 68 and 73 mm, 24 mm axle", 2, 1, 3400,
		told{"shell": "73", "fixed": "threaded", "axle": "24"})
	for _, d := range []string{"25.4", "27.2", "30.9", "31.6"} {
		add("E1", "post", "Seatpost "+d, 1, 0, 2900, told{"diameter": d, "length": "350"})
	}
	add("E2", "pedals", "Pedals, flat", 3, 1, 2400, told{"thread": "9/16 × 20"})
	add("E2", "pedals", "Pedals for one-piece cranks", 1, 0, 1900, told{"thread": "1/2 × 20"})
	for _, l := range []string{"70", "90", "110"} {
		add("E3", "stem", "Stem "+l+", 31.8", 1, 0, 3200, told{"length": l, "bar": "31.8", "steerer": "28.6"})
	}
	add("E4", "guide-pulleys", "Guide pulleys, 11 teeth, pair", 4, 1, 1400, told{"teeth": "11"})
	add("E4", "hose", "Brake hose, 1 700 mm", 3, 1, 1900, told{"length": "1700"})
	add("E5", "grips", "Grips, pair", 5, 2, 1500, nil)
	add("E5", "grips", "Bar tape", 6, 2, 1600, nil)
	add("E6", "saddle", "Saddle, touring", 2, 1, 3900, nil)
	add("E6", "saddle", "Saddle, city", 1, 1, 3200, nil)
	add("E7", "lights", "Front dynamo lamp", 2, 1, 4500, nil)
	add("E7", "lights", "Rear dynamo lamp", 2, 1, 2200, nil)
	add("E8", "hanger", "Mech hanger, common form", 3, 1, 1800, nil)
	add("E9", "bar", "Flat bar, 31.8", 1, 0, 2900, told{"clamp": "31.8", "width": "680"})
}
