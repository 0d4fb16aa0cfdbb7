package workshop

import (
	"context"
	"slices"
	"strings"
	"time"

	"golang.org/x/text/currency"

	"utensil/core/estimate"
	"utensil/core/measure"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/record"
)

// Settings reads the shop's settings.
func (w *Workshop) Settings(ctx context.Context) (record.Settings, error) {
	return w.store.Settings(ctx)
}

// LabourQuestion asks what work costs by its minutes.
type LabourQuestion struct {
	Minutes int `json:"minutes" minimum:"0" maximum:"6000"`
}

// LabourCosts is what work costs by its minutes.
type LabourCosts struct {
	Labour estimate.Minor `json:"labour_minor"`
}

// Labour is what work costs by the shop's hour.
func (w *Workshop) Labour(ctx context.Context, in LabourQuestion) (LabourCosts, error) {
	settings, err := w.store.Settings(ctx)
	return LabourCosts{estimate.Labour(in.Minutes, settings.Hourly)}, err
}

// SaveSettings changes the shop's settings; only the shop owner may.
func (w *Workshop) SaveSettings(ctx context.Context, by record.Actor, s record.Settings) (record.Settings, error) {
	if err := by.Must(record.Keeper); err != nil {
		return record.Settings{}, err
	}
	var err error
	if s.Name, err = record.TidyName("name", "the shop's name", s.Name); err != nil {
		return record.Settings{}, err
	}
	if s.Address, err = record.TidyNote("address", s.Address); err != nil {
		return record.Settings{}, err
	}
	if _, err := currency.ParseISO(s.Currency); err != nil {
		return record.Settings{}, record.Refuse("currency",
			"“%s” is not a currency code. Use three letters, such as GBP or EUR.", s.Currency)
	}
	if s.TaxRate < 0 || s.TaxRate > 10_000 {
		return record.Settings{}, record.Refuse("tax_rate_bp", "A tax rate lies between 0 and 100 %%.")
	}
	if s.Hourly < 0 || s.Hourly > estimate.Largest {
		return record.Settings{}, record.Refuse("hourly_minor",
			"That is no price for an hour. Check it and type it again.")
	}
	if s.Waiting < 0 || s.Waiting > estimate.Largest {
		return record.Settings{}, record.Refuse("waiting_minor",
			"That is no price for a day's waiting. 0 if it costs nothing.")
	}
	if u, known := measure.UnitOf(s.TorqueUnit); !known || u.Quantity != measure.TorqueQuantity {
		return record.Settings{}, record.Refuse("torque_unit", "Choose N·m or lbf·in.")
	}
	if _, err := time.LoadLocation(s.TimeZone); err != nil || s.TimeZone == "" {
		return record.Settings{}, record.Refuse("time_zone",
			"“%s” is not a time zone. Use a name such as Europe/London.", s.TimeZone)
	}
	if s.Message, err = record.TidyNote("message", s.Message); err != nil {
		return record.Settings{}, err
	}
	if !strings.Contains(s.Message, "{link}") {
		return record.Settings{}, record.Refuse("message", "The message needs {link} where the link is to stand.")
	}
	if !slices.ContainsFunc(findings.Schools, func(n record.Named) bool { return n.Word == s.School }) {
		return record.Settings{}, record.Refuse("school",
			"Choose what the shop does with a contaminated brake: replace, rescue or lapping "+
				"compound.")
	}
	return w.store.SaveSettings(ctx, s)
}
