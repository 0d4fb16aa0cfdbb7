package gaugeshelf

import (
	"context"

	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// Store keeps the register.
type Store interface {
	PressureGauges(ctx context.Context) ([]PressureGauge, error)
	SavePressureGauge(ctx context.Context, g PressureGauge) error
	// AddGaugeCheck keeps a check; one that is kept already is left as it is.
	AddGaugeCheck(ctx context.Context, gauge record.ID, c GaugeCheck) error
	// SetGaugeHose keeps what a gauge's hose takes, over what was measured before.
	SetGaugeHose(ctx context.Context, gauge record.ID, h GaugeHose) error
}

// Rack is where the shop's gauges hang.
type Rack struct {
	shop  *record.Shop
	store Store
}

// NewRack opens the register.
func NewRack(shop *record.Shop, store Store) *Rack { return &Rack{shop, store} }

// PressureGauges lists the register, the retired ones last.
func (r *Rack) PressureGauges(ctx context.Context) ([]PressureGauge, error) {
	all, err := r.store.PressureGauges(ctx)
	for i, g := range all {
		all[i] = g.told(r.shop.Now())
	}
	return record.Some(all), err
}

// SavePressureGauge adds a gauge (version 0) or changes one. Its checks and its hose are left as they are.
func (r *Rack) SavePressureGauge(ctx context.Context, by record.Actor, g PressureGauge) ([]PressureGauge, error) {
	if err := by.Must(record.Mechanic); err != nil {
		return nil, err
	}
	if err := g.ID.Check("id"); err != nil {
		return nil, err
	}
	g.Checks, g.Hose = nil, nil
	var err error
	if g.Name, err = record.TidyName("name", "what the shop calls it", g.Name); err != nil {
		return nil, err
	}
	if err := g.core().Validate(); err != nil {
		return nil, record.Refuse("most_bar", "%s", words.Sentence(err))
	}
	if err := r.store.SavePressureGauge(ctx, g); err != nil {
		return nil, err
	}
	return r.PressureGauges(ctx)
}

// CheckGauge writes down that a gauge was held against another.
func (r *Rack) CheckGauge(ctx context.Context, by record.Actor, gauge record.ID,
	c GaugeCheck) ([]PressureGauge, error) {
	if err := by.Must(record.Mechanic); err != nil {
		return nil, err
	}
	if err := c.ID.Check("id"); err != nil {
		return nil, err
	}
	all, err := r.store.PressureGauges(ctx)
	if err != nil {
		return nil, err
	}
	for _, g := range all {
		if g.ID != gauge {
			continue
		}
		if c.Against, err = record.TidyName("against", "which gauge it was held against", c.Against); err != nil {
			return nil, err
		}
		c.At, c.By, c.ByName = r.shop.Now(), by.ID, by.Name
		if err := c.read(g); err != nil {
			return nil, err
		}
		if err := r.store.AddGaugeCheck(ctx, gauge, c); err != nil {
			return nil, err
		}
		return r.PressureGauges(ctx)
	}
	return nil, record.NotFound("gauge")
}
