package gaugeshelf

import (
	"context"
	"fmt"
	"math"
	"slices"
	"time"

	"utensil/core/measure"
	core "utensil/core/pressure"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// GaugeHose is what the hose of a pump takes out of what it is put on: it showed a pressure, was
// taken off and put on again at once, and showed less.
type GaugeHose struct {
	On     string `json:"on" enum:"fork,shock,tyre" doc:"what it was put on"`
	Before string `json:"before" doc:"what it showed before it was taken off, as typed"`
	After  string `json:"after" doc:"what it showed when it was on again, as typed"`
	Width  string `json:"width,omitempty" doc:"of the tyre, mm, as typed"`
	Seat   string `json:"seat,omitempty" doc:"bead seat diameter of the tyre, mm, as typed"`

	Volume float64   `json:"volume_cm3,omitempty" readOnly:"true"`
	At     time.Time `json:"at,omitempty" readOnly:"true"`
	ByName string    `json:"by_name,omitempty" readOnly:"true"`
	Says   string    `json:"says,omitempty" readOnly:"true"`
}

// read reads what was typed of a hose, by the gauge that it hangs on.
func (h *GaugeHose) read(g PressureGauge) error {
	if !slices.Contains([]string{"fork", "shock", "tyre"}, h.On) {
		return record.Refuse("on", "Say what it was put on: a fork, a shock or a tyre.")
	}
	bar := func(field, typed string) (float64, error) {
		shown, err := record.ReadFigure(field, typed, measure.Bar, measure.Range{Min: 0.2, Max: 60})
		if err != nil {
			return 0, err
		}
		return g.read(field, shown)
	}
	before, err := bar("before", h.Before)
	if err != nil {
		return err
	}
	after, err := bar("after", h.After)
	if err != nil {
		return err
	}
	volume := chamber(h.On)
	if h.On == "tyre" {
		width, err := record.ReadFigure("width", h.Width, measure.Millimetre, measure.Range{Min: 16, Max: 130})
		if err != nil {
			return err
		}
		seat, err := record.ReadFigure("seat", h.Seat, measure.Millimetre, measure.Range{Min: 200, Max: 700})
		if err != nil {
			return err
		}
		volume = core.TyreChamber(width, seat)
	} else {
		h.Width, h.Seat = "", ""
	}
	hose, err := core.MeasureHose(before, after, volume)
	if err != nil {
		return record.Refuse("after", "%s", words.Sentence(err))
	}
	h.Volume = hundredth(hose.Volume)
	return nil
}

// chamber is the air that a leg holds, cm³.
func chamber(leg string) float64 {
	if leg == "shock" {
		return core.ShockChamber
	}
	return core.ForkChamber
}

// told is a hose with what it comes to in words.
func (h GaugeHose) told() *GaugeHose {
	took := func(bar, volume float64) string {
		return measure.Format(hundredth(core.Hose{Volume: h.Volume}.Took(bar, volume)))
	}
	h.Says = fmt.Sprintf("Its hose takes %s cm³ each time: about %s bar of 8 in a fork, %s of 12 in a "+
		"shock, %s of 6 in a narrow tyre.",
		measure.Format(math.Round(10*h.Volume)/10), took(8, core.ForkChamber),
		took(12, core.ShockChamber), took(6, core.TyreChamber(28, 622)))
	return &h
}

// Hosed is what the hose took of a pressure that was found with a gauge, bar, in a leg or in a
// tyre on a bead seat; and how much it may have taken where nobody measured it.
func Hosed(s *record.Sheet, gauge *record.ID, place string, seat int, bar float64) (took, may float64) {
	leg := place == "fork" || place == "shock"
	volume := core.TyreChamber(core.UsualTyre, float64(seat))
	if leg {
		volume = chamber(place)
	}
	for _, g := range Gauges.Of(s) {
		if gauge != nil && g.ID == *gauge && g.Hose != nil {
			return core.Hose{Volume: g.Hose.Volume}.Took(bar, volume), 0
		}
	}
	return 0, core.Unmeasured(leg) * bar
}

// MeasureHose writes down what the hose of a gauge takes.
func (r *Rack) MeasureHose(ctx context.Context, by record.Actor, gauge record.ID,
	h GaugeHose) ([]PressureGauge, error) {
	if err := by.Must(record.Mechanic); err != nil {
		return nil, err
	}
	all, err := r.store.PressureGauges(ctx)
	if err != nil {
		return nil, err
	}
	g, err := among(all, gauge)
	if err != nil {
		return nil, record.NotFound("gauge")
	}
	if err := h.read(g); err != nil {
		return nil, err
	}
	h.At, h.ByName, h.Says = r.shop.Now(), by.Name, ""
	if err := r.store.SetGaugeHose(ctx, gauge, h); err != nil {
		return nil, err
	}
	return r.PressureGauges(ctx)
}
