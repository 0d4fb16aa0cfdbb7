package scene

import (
	"utensil/core/brake"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/torque"
)

// ConnectedWrench is the name that the shop's connected wrench sends.
const ConnectedWrench = "TW-0417"

// wrenches are the shop's, with how many months ago each was calibrated.
var wrenches = []struct {
	torque.Wrench
	months int
}{
	{torque.Wrench{Name: "Small 1–10", Serial: "NL-0417", Min: 1, Max: 10, Deviation: 3, Certificate: "Marrowick Harbour Office 2211",
		Months: 12, Cycles: 5000, Device: ConnectedWrench}, 4},
	{torque.Wrench{Name: "Middle 5–25", Serial: "NL-0533", Min: 5, Max: 25, Certificate: "Marrowick Harbour Office 2212", Months: 12,
		Cycles: 5000}, 4},
	{torque.Wrench{Name: "Large 10–60", Serial: "NL-0108", Min: 10, Max: 60, Certificate: "Marrowick Harbour Office 2213", Months: 12,
		Cycles: 5000}, 7},
	{torque.Wrench{Name: "Tiny driver 0.3–1.5", Serial: "NL-0620", Min: 0.3, Max: 1.5, Months: 12, Cycles: 5000}, 2},
	{torque.Wrench{Name: "Old beam", Serial: "no number", Min: 5, Max: 60, Months: 12, Cycles: 5000}, 17},
}

// lastYears is a bottle that was poured from a year ago and is gone since.
const lastYears = "DOT, last year's"

// bottles are the fluids on the shelf, with how many days ago each was opened; 0 for sealed.
var bottles = []struct {
	fluid.Bottle
	days int
}{
	{fluid.Bottle{Name: "Big tub", Family: brake.Mineral, Batch: "M-118", Volume: 1000, Price: 2400, Clean: true}, 90},
	{fluid.Bottle{Name: "DOT on the bench", Family: brake.DOT, Grade: "DOT 4", Batch: "D-40", Volume: 250, Price: 900, Clean: true}, 2},
	{fluid.Bottle{Name: "DOT in reserve", Family: brake.DOT, Grade: "DOT 4", Batch: "D-41", Volume: 250, Price: 900, Clean: true}, 0},
	{fluid.Bottle{Name: lastYears, Family: brake.DOT, Grade: "DOT 4", Batch: "D-33", Volume: 250, Price: 900, Clean: true}, 366},
	{fluid.Bottle{Name: "Waste tub", Family: brake.Mineral, Volume: 2000, Clean: false}, 200},
}
