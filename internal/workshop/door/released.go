package door

import "utensil/internal/workshop/record"

// Released records that the bike went to its owner.
type Released struct {
	To string `json:"to" doc:"who took it"`
}

// Reopened records why a job was opened again.
type Reopened struct {
	Reason string `json:"reason"`
}

// How a job is closed and opened again: by no entry of their own.
var (
	Releases   = record.NewKind(record.Kind[Released]{Name: "released"})
	Reopenings = record.NewKind(record.Kind[Reopened]{Name: "reopened"})
)
