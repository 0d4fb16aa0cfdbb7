package gaugeshelf

import (
	"math"
	"slices"
	"time"

	"utensil/core/measure"
	core "utensil/core/pressure"
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// PressureGauge is a gauge of the shop's register.
type PressureGauge struct {
	ID      record.ID    `json:"id" db:"id"`
	Name    string       `json:"name" db:"name" doc:"what the shop calls it: the pump at stand one"`
	Most    float64      `json:"most_bar" db:"most_bar" doc:"the end of its scale"`
	Class   float64      `json:"class_pct" db:"class_pct" doc:"on its face, of the whole scale; 0 where none stands there"`
	Months  int          `json:"months" db:"months" doc:"a check lasts; 0 for no limit"`
	Retired bool         `json:"retired" db:"retired"`
	Version int          `json:"version" db:"version"`
	Checks  []GaugeCheck `json:"checks,omitempty" readOnly:"true" doc:"newest first; beside a job the newest alone"`
	Hose    *GaugeHose   `json:"hose,omitempty" readOnly:"true" doc:"of its pump, as it was measured last"`

	Used  int       `json:"used,omitempty" readOnly:"true" doc:"pressures read with it since its check"`
	Due   string    `json:"due,omitempty" readOnly:"true" doc:"why it is to be checked"`
	Mark  wear.Mark `json:"mark,omitempty" readOnly:"true" doc:"of its check"`
	Says  string    `json:"says,omitempty" readOnly:"true" doc:"how far it is off, in words"`
	Steps []float64 `json:"steps_bar,omitempty" readOnly:"true" doc:"pressures to hold it at"`
}

// core is the gauge as the computation knows it.
func (g PressureGauge) core() core.Gauge {
	c := core.Gauge{Most: g.Most, Class: g.Class / 100, Months: g.Months}
	if len(g.Checks) > 0 {
		// A check was proved when it was written; one that the scale no longer reaches tells nothing.
		if held, err := c.Held(g.Checks[0].pairs(), g.Checks[0].At); err == nil {
			c = held
		}
	}
	return c
}

// told fills in what follows from the gauge today.
func (g PressureGauge) told(now time.Time) PressureGauge {
	c := g.core()
	g.Due, g.Steps, g.Says, g.Mark = c.Due(now), c.Steps(), says(c), wear.Sound
	switch {
	case c.Checked.IsZero():
		g.Mark = wear.Open
	case !c.Sound() || g.Due != "":
		g.Mark = wear.Due
	}
	if g.Hose != nil {
		g.Hose = g.Hose.told()
	}
	if g.Checks == nil {
		g.Checks = []GaugeCheck{}
	}
	return g
}

// Gauges are the shop's register.
var Gauges = record.LaidBeside[[]PressureGauge]("gauges")

// InUse lists the gauges to choose from.
func InUse(s *record.Sheet) []PressureGauge {
	out := []PressureGauge{}
	for _, g := range Gauges.Of(s) {
		if !g.Retired {
			out = append(out, g.told(s.Now))
		}
	}
	return out
}

// GaugeShows is what a gauge shows at a pressure that is asked for.
type GaugeShows struct {
	Gauge record.ID `json:"gauge"`
	Bar   float64   `json:"bar"`
}

// At tells what each gauge in use shows at a pressure, where that is another figure. One whose
// scale ends below it is left out.
func At(s *record.Sheet, bar float64) (list []GaugeShows) {
	for _, g := range Gauges.Of(s) {
		shown := hundredth(g.core().Shows(bar))
		if !g.Retired && shown <= g.Most && shown != hundredth(bar) {
			list = append(list, GaugeShows{g.ID, shown})
		}
	}
	return list
}

// Read is a pressure that a gauge showed, put right: what is true, and what was shown where that
// is another figure. Without a gauge it is as typed. A gauge whose scale ends below it cannot
// have shown it.
func Read(s *record.Sheet, gauge *record.ID, field string, typed float64) (bar float64, shown *float64, err error) {
	if gauge == nil {
		return typed, nil, nil
	}
	g, err := among(Gauges.Of(s), *gauge)
	if err != nil {
		return 0, nil, err
	}
	if bar, err = g.read(field, typed); err != nil || bar == typed {
		return bar, nil, err
	}
	return bar, &typed, nil
}

// among finds a gauge of the register.
func among(all []PressureGauge, id record.ID) (PressureGauge, error) {
	if i := slices.IndexFunc(all, func(g PressureGauge) bool { return g.ID == id }); i >= 0 {
		return all[i], nil
	}
	return PressureGauge{}, record.Refuse("gauge",
		"That gauge is not in the shop's register any more. Choose another, or none.")
}

// read is what is true when the gauge shows a figure, to a thousandth of a bar; as shown where
// they differ by less than anybody reads.
func (g PressureGauge) read(field string, shown float64) (float64, error) {
	if shown > g.Most {
		return 0, record.Refuse(field, "The scale of “%s” ends at %s bar: another gauge read this, or another unit.",
			g.Name,
			measure.Format(g.Most))
	}
	bar := math.Round(1000*g.core().True(shown)) / 1000
	if hundredth(bar) == hundredth(shown) {
		return shown, nil
	}
	return bar, nil
}

// Doubt is how far the true pressure may lie from what is taken for it, bar; 0 where nobody named a gauge.
func Doubt(s *record.Sheet, gauge *record.ID, shown float64) float64 {
	if gauge == nil {
		return 0
	}
	g, err := among(Gauges.Of(s), *gauge)
	if err != nil {
		return 0
	}
	return g.core().Doubt(shown)
}

// Name is what a gauge is called; empty without one.
func Name(s *record.Sheet, gauge *record.ID) string {
	for _, g := range Gauges.Of(s) {
		if gauge != nil && g.ID == *gauge {
			return g.Name
		}
	}
	return ""
}

func hundredth(bar float64) float64 { return math.Round(100*bar) / 100 }
