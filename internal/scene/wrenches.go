package scene

import (
	"context"
	"fmt"
	"time"

	"utensil/core/brake"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/torque"
)

// ConnectedWrench is the name that the shop's connected wrench sends.
const ConnectedWrench = "TW-0417"

// wrenches are the shop's, with how many months ago each was calibrated.
var wrenches = []struct {
	torque.Wrench
	months int
}{
	{torque.Wrench{Name: "Small 1–10", Serial: "NL-0417", Min: 1, Max: 10, Deviation: 3,
		Certificate: "Marrowick Harbour Office 2211",
		Months:      12, Cycles: 5000, Device: ConnectedWrench}, 4},
	{torque.Wrench{Name: "Middle 5–25", Serial: "NL-0533", Min: 5, Max: 25,
		Certificate: "Marrowick Harbour Office 2212", Months: 12,
		Cycles: 5000}, 4},
	{torque.Wrench{Name: "Large 10–60", Serial: "NL-0108", Min: 10, Max: 60,
		Certificate: "Marrowick Harbour Office 2213", Months: 12,
		Cycles: 5000}, 7},
	{torque.Wrench{Name: "Tiny driver 0.3–1.5", Serial: "NL-0620", Min: 0.3, Max: 1.5, Months: 12, Cycles: 5000}, 2},
	{torque.Wrench{Name: "Old beam", Serial: "no number", Min: 5, Max: 60, Months: 12, Cycles: 5000}, 17},
}

// gauges are the shop's, with how many months ago each was checked, and what it showed at what;
// none for one that never was.
var gauges = []struct {
	gaugeshelf.PressureGauge
	months int
	pairs  []gaugeshelf.GaugePair
	hose   *gaugeshelf.GaugeHose
}{
	{gaugeshelf.PressureGauge{Name: "Stand pump", Most: 11, Class: 2.5, Months: 6}, 2,
		[]gaugeshelf.GaugePair{{True: "0", Shown: "0"},
			{True: "3", Shown: "3.2"}, {True: "6", Shown: "6.3"}, {True: "8", Shown: "8.3"}},
		&gaugeshelf.GaugeHose{On: "tyre", Before: "6.3", After: "6.2", Width: "28", Seat: "622"}},
	{gaugeshelf.PressureGauge{Name: "Wide tyres 0–2", Most: 2, Class: 1.6, Months: 6}, 2,
		[]gaugeshelf.GaugePair{{True: "0.5", Shown: "0.5"},
			{True: "1", Shown: "0.98"}, {True: "1.5", Shown: "1.48"}}, nil},
	{gaugeshelf.PressureGauge{Name: "Leg pump", Most: 25, Months: 6}, 9,
		[]gaugeshelf.GaugePair{{True: "6", Shown: "6.2"},
			{True: "12", Shown: "12.5"}}, &gaugeshelf.GaugeHose{On: "fork", Before: "6.2", After: "6"}},
	{gaugeshelf.PressureGauge{Name: "Counter's pump", Most: 11, Months: 6}, 0, nil, nil},
}

// believed is the gauge that the others are held against.
const believed = "Reference, Marrowick Harbour Office 2214"

// lastYears is a bottle that was poured from a year ago and is gone since.
const lastYears = "DOT, last year's"

// bottles are the fluids on the shelf, with how many days ago each was opened; 0 for sealed.
var bottles = []struct {
	fluid.Bottle
	days int
}{
	{fluid.Bottle{Name: "Big tub", Family: brake.Mineral, Batch: "M-118", Volume: 1000, Price: 2400, Clean: true}, 90},
	{fluid.Bottle{Name: "DOT on the bench", Family: brake.DOT, Grade: "DOT 4", Batch: "D-40",
		Volume: 250, Price: 900, Clean: true}, 2},
	{fluid.Bottle{Name: "DOT in reserve", Family: brake.DOT, Grade: "DOT 4", Batch: "D-41", Volume: 250,
		Price: 900, Clean: true}, 0},
	{fluid.Bottle{Name: lastYears, Family: brake.DOT, Grade: "DOT 4", Batch: "D-33", Volume: 250,
		Price: 900, Clean: true}, 375},
	{fluid.Bottle{Name: "Waste tub", Family: brake.Mineral, Volume: 2000, Clean: false}, 200},
}

// hangGauges hangs the shop's pressure gauges up, each as it was checked.
func (t *teller) hangGauges(ctx context.Context, now time.Time) error {
	for _, g := range gauges {
		gauge := g.PressureGauge
		t.clock = now.AddDate(0, -g.months, 0)
		gauge.ID = t.id()
		if _, err := t.shop.SavePressureGauge(ctx, t.who[0], gauge); err != nil {
			return fmt.Errorf("%s: %w", gauge.Name, err)
		}
		if len(g.pairs) == 0 {
			continue
		}
		check := gaugeshelf.GaugeCheck{ID: t.id(), Against: believed, Pairs: g.pairs}
		if _, err := t.shop.CheckGauge(ctx, t.who[0], gauge.ID, check); err != nil {
			return fmt.Errorf("%s: %w", gauge.Name, err)
		}
		if g.hose == nil {
			continue
		}
		if _, err := t.shop.MeasureHose(ctx, t.who[0], gauge.ID, *g.hose); err != nil {
			return fmt.Errorf("%s: %w", gauge.Name, err)
		}
	}
	return nil
}
