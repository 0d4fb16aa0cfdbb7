package record

import (
	"time"
)

// Job is one stay of a bike in the workshop.
type Job struct {
	ID         ID         `json:"id"`
	Number     int        `json:"number" doc:"short number for tag and telephone"`
	BikeID     ID         `json:"bike_id"`
	Service    string     `json:"service,omitempty" doc:"what it was taken in for, of the book; left out for a job of before there were any"`
	Depth      string     `json:"depth"`
	Words      string     `json:"words" doc:"the owner's own words"`
	Reading    string     `json:"reading" doc:"the mechanic's reading of them"`
	Condition  string     `json:"condition" doc:"condition at arrival"`
	Stand      string     `json:"stand"`
	PromisedAt *time.Time `json:"promised_at,omitempty"`
	OpenedAt   time.Time  `json:"opened_at"`
	OpenedBy   string     `json:"opened_by"`
	ReleasedAt *time.Time `json:"released_at,omitempty"`
	Version    int        `json:"version"`
}

// EarlierJob is one line of a bike's history.
type EarlierJob struct {
	ID         ID         `json:"id"`
	Number     int        `json:"number"`
	Depth      string     `json:"depth"`
	Words      string     `json:"words"`
	OpenedAt   time.Time  `json:"opened_at"`
	ReleasedAt *time.Time `json:"released_at,omitempty"`
}

// Record is everything the store holds about one job, and what it needs of the bike's past.
type Record struct {
	Job         Job
	Bike        Bike
	Owner       Owner
	Settings    Settings
	Entries     []Entry // of this job, in the order they arrived
	Earlier     []Entry // readings and figures of this bike in other jobs, likewise
	EarlierJobs []EarlierJob
	Names       int64 // of the staff, as they are written beside the entries: another number when one was changed
	Others      int   // entries of the bike's other jobs, whatever they say

	beside map[string]any // what else the store has laid down, by its name
}

// Stamp is the state of what a job's record is read from: of its bike, and of what every job
// reads of the shop. As long as it is the same, the record is.
type Stamp struct {
	Bike int64 `db:"bike"`
	Shop int64 `db:"shop"`
}

// Seqs are the places of the job's entries among all of the shop's.
func (r Record) Seqs() []int64 {
	seqs := make([]int64, len(r.Entries))
	for i, e := range r.Entries {
		seqs[i] = e.Seq
	}
	return seqs
}
