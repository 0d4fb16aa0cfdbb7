package gaugeshelf

import (
	"fmt"
	"math"
	"strings"
	"time"

	"utensil/core/measure"
	core "utensil/core/pressure"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// GaugeCheck is a gauge that was held against another.
type GaugeCheck struct {
	ID      record.ID   `json:"id"`
	Against string      `json:"against" doc:"the one that is believed: whose it is, its certificate"`
	Pairs   []GaugePair `json:"pairs"`
	At      time.Time   `json:"at,omitempty" readOnly:"true"`
	By      record.ID   `json:"by,omitempty" readOnly:"true"`
	ByName  string      `json:"by_name,omitempty" readOnly:"true"`
}

// GaugePair is one pressure on both.
type GaugePair struct {
	True  string `json:"true" doc:"what the other one showed, in bar unless it names a unit, as typed"`
	Shown string `json:"shown" doc:"what this one showed, as typed"`

	TrueBar  *float64 `json:"true_bar,omitempty" readOnly:"true"`
	ShownBar *float64 `json:"shown_bar,omitempty" readOnly:"true"`
}

// pairs are the figures of a check.
func (c GaugeCheck) pairs() (list []core.Pair) {
	for _, p := range c.Pairs {
		if p.TrueBar != nil && p.ShownBar != nil {
			list = append(list, core.Pair{Shown: *p.ShownBar, True: *p.TrueBar})
		}
	}
	return list
}

// read works out what was typed of a check. A row of which nothing was typed is left out.
func (c *GaugeCheck) read(g PressureGauge) error {
	rows := c.Pairs
	c.Pairs = nil
	for i, p := range rows {
		if strings.TrimSpace(p.True)+strings.TrimSpace(p.Shown) == "" {
			continue
		}
		for _, x := range []struct {
			side, typed string
			into        **float64
		}{{"true", p.True, &p.TrueBar}, {"shown", p.Shown, &p.ShownBar}} {
			bar, err := record.ReadFigure(fmt.Sprintf("pairs.%d.%s", i, x.side), x.typed, measure.Bar,
				measure.Range{Min: 0, Max: 80})
			if err != nil {
				return err
			}
			*x.into = &bar
		}
		c.Pairs = append(c.Pairs, p)
	}
	if _, err := g.core().Held(c.pairs(), c.At); err != nil {
		return record.Refuse("pairs", "%s", words.Sentence(err))
	}
	return nil
}

// says tells how far a gauge is off.
func says(g core.Gauge) string {
	worst, checked := g.Worst()
	if !checked {
		return fmt.Sprintf("Not checked yet: it may be %s bar off, at the bottom of its scale as at the top.",
			measure.Format(hundredth(g.Doubt(0))))
	}
	off := hundredth(math.Abs(worst.Off()))
	side := "too much"
	if worst.Off() < 0 {
		side = "too little"
	}
	from, to := g.Pairs[0].True, g.Pairs[len(g.Pairs)-1].True
	tried := fmt.Sprintf("between %s and %s bar", measure.Format(hundredth(from)), measure.Format(hundredth(to)))
	if len(g.Pairs) == 1 {
		tried = fmt.Sprintf("at %s bar alone", measure.Format(hundredth(from)))
	}
	if off == 0 {
		return "It shows what is true " + tried + "."
	}
	out := fmt.Sprintf("It shows up to %s bar %s, checked %s; what is read with it is put right by that.",
		measure.Format(off), side, tried)
	if !g.Sound() {
		out += " That is more than its class allows: have it mended, or retire it."
	}
	return out
}
