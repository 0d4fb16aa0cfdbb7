package record

import (
	"time"

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
