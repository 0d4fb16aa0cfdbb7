package suspension

import (
	"cmp"
	"fmt"
	"slices"
)

// Row is a line of the chart on a leg: for riders of a weight, kg, a pressure to begin with, bar.
type Row struct {
	Kg   float64 `json:"kg"`
	From float64 `json:"from_bar"`
	To   float64 `json:"to_bar" doc:"as from where the chart names one"`
}

// Chart is what a leg's maker gives to begin with, by the rider's weight.
type Chart []Row

// Check says what a chart cannot be: it has a row or more, weights stand once, and heavier riders
// get no less air.
func (c Chart) Check() error {
	if len(c) == 0 || len(c) > 20 {
		return fmt.Errorf("a chart has a line or more, up to 20: a weight and a pressure each")
	}
	rows := c.sorted()
	for i, r := range rows {
		switch {
		case !(r.Kg >= 20 && r.Kg <= 200):
			return fmt.Errorf("%g kg: riders on a chart weigh 20 to 200", r.Kg)
		case !(r.From > 0 && r.To >= r.From && r.To <= 25):
			return fmt.Errorf("at %g kg %g to %g bar: above nothing, up to 25, the lesser first", r.Kg, r.From, r.To)
		case i > 0 && r.Kg == rows[i-1].Kg:
			return fmt.Errorf("%g kg stands twice", r.Kg)
		case i > 0 && r.From+r.To < rows[i-1].From+rows[i-1].To:
			return fmt.Errorf("at %g kg there is less air than at %g: a line has slipped", r.Kg, rows[i-1].Kg)
		}
	}
	return nil
}

func (c Chart) sorted() Chart {
	rows := slices.Clone(c)
	slices.SortFunc(rows, func(a, b Row) int { return cmp.Compare(a.Kg, b.Kg) })
	return rows
}

// At is where a rider begins, bar, along straight lines between the chart's; false beyond them:
// it says nothing there. The chart has been checked.
func (c Chart) At(kg float64) (from, to float64, told bool) {
	rows := c.sorted()
	for i, r := range rows {
		if r.Kg == kg {
			return r.From, r.To, true
		}
		if i > 0 && rows[i-1].Kg < kg && kg < r.Kg {
			share := (kg - rows[i-1].Kg) / (r.Kg - rows[i-1].Kg)
			return rows[i-1].From + share*(r.From-rows[i-1].From), rows[i-1].To + share*(r.To-rows[i-1].To), true
		}
	}
	return 0, 0, false
}
