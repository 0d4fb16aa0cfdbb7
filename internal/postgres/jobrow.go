package postgres

import (
	"time"

	"utensil/internal/workshop/record"
)

// jobRow is a job with its bike, owner, the shop's settings and the bike's other jobs:
// everything the job screen needs but the entries, in one row.
type jobRow struct {
	bikeRow
	JobID      record.ID                `db:"job_id"`
	Number     int                      `db:"number"`
	Service    string                   `db:"service"`
	Depth      string                   `db:"depth"`
	Words      string                   `db:"words"`
	Reading    string                   `db:"reading"`
	Condition  string                   `db:"condition"`
	Stand      string                   `db:"stand"`
	PromisedAt *time.Time               `db:"promised_at"`
	OpenedAt   time.Time                `db:"opened_at"`
	OpenedBy   string                   `db:"opened_by"`
	ReleasedAt *time.Time               `db:"released_at"`
	Version    int                      `db:"job_version"`
	Names      int64                    `db:"names"`
	Others     int                      `db:"others"`
	Shop       record.Settings          `db:"shop"`
	Earlier    lines[record.EarlierJob] `db:"earlier"`
	Beside     beside                   `db:"beside"`
}

const jobColumns = `j.id as job_id, j.number, j.service, j.depth, j.words, j.reading, j.condition, j.stand, j.promised_at, j.opened_at,
	st.name as opened_by, j.released_at, j.version as job_version, (select sum(version) from staff) as names, ` + bikeColumns

const shopColumns = `s.name as "shop.name", s.address as "shop.address", s.currency as "shop.currency", s.tax_rate_bp as "shop.tax_rate_bp",
	s.tax_included as "shop.tax_included", s.hourly_minor as "shop.hourly_minor", s.waiting_minor as "shop.waiting_minor",
		s.torque_unit as "shop.torque_unit",
	s.time_zone as "shop.time_zone", s.school as "shop.school", s.message as "shop.message", s.version as "shop.version"`

const jobTables = ` from job j join bike b on b.id = j.bike_id join owner o on o.id = b.owner_id join staff st on st.id = j.opened_by`

func (r jobRow) record() (record.Record, error) {
	record := record.Record{
		Job: record.Job{ID: r.JobID, Number: r.Number, BikeID: r.BikeID, Service: r.Service, Depth: r.Depth,
			Words: r.Words, Reading: r.Reading,
			Condition: r.Condition,
			Stand:     r.Stand, PromisedAt: r.PromisedAt, OpenedAt: r.OpenedAt, OpenedBy: r.OpenedBy,
			ReleasedAt: r.ReleasedAt, Version: r.Version},
		Bike: r.bike(), Owner: r.owner(), Settings: r.Shop, EarlierJobs: r.Earlier,
		Names: r.Names, Others: r.Others,
	}
	return record, wrap("reading a job", record.ReadBeside(r.Beside))
}
