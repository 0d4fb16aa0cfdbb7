package door

import "utensil/internal/workshop/record"

// Released records that the bike went to its owner.
type Released struct {
	To        string `json:"to" doc:"who took it"`
	NotRidden bool   `json:"not_ridden,omitempty" doc:"it went out as not to be ridden, and who took it was told so"`
}

// Reopened records why a job was opened again.
type Reopened struct {
	Reason string `json:"reason"`
}

// A job that is opened again is tried again before it leaves: it never goes out on old signatures.
var _ = record.Disturbs(func(s *record.Sheet) (list []record.Disturbance) {
	for e := range Reopenings.Ever(s.Ledger) {
		list = append(list, record.Disturbance{Since: e.ID, Says: "the job was opened again", Tests: record.EveryTest})
	}
	return list
})

// How a job is closed and opened again: by no entry of their own.
var (
	Releases   = record.NewKind(record.Kind[Released]{Name: "released"})
	Reopenings = record.NewKind(record.Kind[Reopened]{Name: "reopened", AtCounter: true})
)
