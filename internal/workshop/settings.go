package workshop

import (
	"context"
	"slices"
	"strings"
	"time"

	"golang.org/x/text/currency"

	"utensil/core/estimate"
	"utensil/core/measure"
)

// Settings are the shop's own.
type Settings struct {
	Name       string               `json:"name" db:"name"`
	Address    string               `json:"address" db:"address" doc:"printed on the sheet"`
	Currency   string               `json:"currency" db:"currency" doc:"ISO 4217 code"`
	TaxRate    estimate.BasisPoints `json:"tax_rate_bp" db:"tax_rate_bp" doc:"hundredths of a per cent"`
	TaxIn      bool                 `json:"tax_included" db:"tax_included" doc:"prices already include tax"`
	Hourly     estimate.Minor       `json:"hourly_minor" db:"hourly_minor" doc:"labour, an hour"`
	Waiting    estimate.Minor       `json:"waiting_minor" db:"waiting_minor" doc:"what it costs that a bike stands and waits for a day"`
	TorqueUnit string               `json:"torque_unit" db:"torque_unit" doc:"unit figures are typed in unless they name one"`
	School     string               `json:"school" db:"school" enum:"replace,rescue,lapping" doc:"the shop's way with a contaminated brake"`
	Message    string               `json:"message" db:"message" doc:"what an owner is written; {owner}, {bike}, {link}, {until} and {shop} are filled in"`
	TimeZone   string               `json:"time_zone" db:"time_zone" doc:"IANA name"`
	Version    int                  `json:"version" db:"version"`
}

// Tax is how the shop's prices carry tax.
func (s Settings) Tax() estimate.Tax { return estimate.Tax{Rate: s.TaxRate, Included: s.TaxIn} }

// Location is the shop's time zone, or UTC when the machine does not know it.
func (s Settings) Location() *time.Location {
	if where, err := time.LoadLocation(s.TimeZone); err == nil {
		return where
	}
	return time.UTC
}

// Unit is the shop's torque unit.
func (s Settings) Unit() measure.Unit {
	if u, known := measure.UnitOf(s.TorqueUnit); known && u.Quantity == measure.TorqueQuantity {
		return u
	}
	return measure.NewtonMetre
}

// Settings reads the shop's settings.
func (w *Workshop) Settings(ctx context.Context) (Settings, error) { return w.store.Settings(ctx) }

// SaveSettings changes the shop's settings; only the shop owner may.
func (w *Workshop) SaveSettings(ctx context.Context, by Actor, s Settings) (Settings, error) {
	if err := by.must(Keeper); err != nil {
		return Settings{}, err
	}
	var err error
	if s.Name, err = name("name", "the shop's name", s.Name); err != nil {
		return Settings{}, err
	}
	if s.Address, err = note("address", s.Address); err != nil {
		return Settings{}, err
	}
	if _, err := currency.ParseISO(s.Currency); err != nil {
		return Settings{}, invalid("currency", "“%s” is not a currency code. Use three letters, such as GBP or EUR.", s.Currency)
	}
	if s.TaxRate < 0 || s.TaxRate > 10_000 {
		return Settings{}, invalid("tax_rate_bp", "A tax rate lies between 0 and 100 %%.")
	}
	if s.Hourly < 0 || s.Hourly > estimate.Largest {
		return Settings{}, invalid("hourly_minor", "That is no price for an hour. Check it and type it again.")
	}
	if s.Waiting < 0 || s.Waiting > estimate.Largest {
		return Settings{}, invalid("waiting_minor", "That is no price for a day's waiting. 0 if it costs nothing.")
	}
	if u, known := measure.UnitOf(s.TorqueUnit); !known || u.Quantity != measure.TorqueQuantity {
		return Settings{}, invalid("torque_unit", "Choose N·m or lbf·in.")
	}
	if _, err := time.LoadLocation(s.TimeZone); err != nil || s.TimeZone == "" {
		return Settings{}, invalid("time_zone", "“%s” is not a time zone. Use a name such as Europe/London.", s.TimeZone)
	}
	if s.Message, err = note("message", s.Message); err != nil {
		return Settings{}, err
	}
	if !strings.Contains(s.Message, "{link}") {
		return Settings{}, invalid("message", "The message needs {link} where the link is to stand.")
	}
	if !slices.Contains([]string{"replace", "rescue", "lapping"}, s.School) {
		return Settings{}, invalid("school", "Choose what the shop does with a contaminated brake: replace, rescue or lapping compound.")
	}
	return w.store.SaveSettings(ctx, s)
}
