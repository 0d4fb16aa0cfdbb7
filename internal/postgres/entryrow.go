package postgres

import (
	"time"

	"github.com/segmentio/encoding/json"

	"utensil/internal/workshop/record"
)

type entryRow struct {
	Seq        int64      `db:"seq"`
	ID         record.ID  `db:"id"`
	JobID      record.ID  `db:"job_id"`
	BikeID     record.ID  `db:"bike_id"`
	Kind       string     `db:"kind"`
	Supersedes *record.ID `db:"supersedes"`
	By         record.ID  `db:"by"`
	ByName     string     `db:"by_name"`
	At         time.Time  `db:"at"`
	Content    []byte     `db:"content"`
	Seen       *int64     `db:"seen"`
	Tablet     string     `db:"tablet"`
	Clock      int64      `db:"clock_ms"`
	Why        string     `db:"why"`
}

func (r entryRow) entry() (record.Entry, error) {
	e := record.Entry{Seq: r.Seq, ID: r.ID, JobID: r.JobID, BikeID: r.BikeID, Kind: r.Kind,
		Supersedes: r.Supersedes, By: r.By,
		ByName: r.ByName, At: r.At, Seen: r.Seen, Tablet: r.Tablet,
		Offset: time.Duration(r.Clock) * time.Millisecond, Why: r.Why}
	return e, wrap("reading an entry", json.Unmarshal(r.Content, &e.Content))
}

const entryColumns = `e.seq, e.id, e.job_id, e.bike_id, e.kind, e.supersedes, e.by, st.name as by_name, e.at, e.content, e.seen, e.tablet,
	e.clock_ms, e.why`

// place puts entries where they belong: with the job they were recorded in, else with the
// past of the bike.
func place(rows []entryRow, own func(job record.ID) *record.Record, past ...*record.Record) error {
	for _, r := range rows {
		e, err := r.entry()
		if err != nil {
			return err
		}
		if record := own(e.JobID); record != nil {
			record.Entries = append(record.Entries, e)
		}
		for _, record := range past {
			if record.Bike.ID == e.BikeID && record.Job.ID != e.JobID {
				record.Earlier = append(record.Earlier, e)
			}
		}
	}
	return nil
}
