package inspect

import (
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// Finding is something seen that no inspection point holds, or the cause a hunt has found.
type Finding struct {
	Title     string     `json:"title"`
	Mark      wear.Mark  `json:"mark" enum:"watch,due,unsafe"`
	Note      string     `json:"note,omitempty"`
	Hunt      *record.ID `json:"hunt,omitempty" doc:"the hunt that found it; title and mark then follow from the cause"`
	Cause     string     `json:"cause,omitempty" doc:"the cause found"`
	Operation string     `json:"operation,omitempty" readOnly:"true" doc:"the catalogue's work for it"`
	Rescuable bool       `json:"rescuable,omitempty" readOnly:"true" doc:"the part may be saved instead of replaced"`
}

// Findings are what was seen that no point of the walk-round holds.
var Findings = record.NewKind(record.Kind[Finding]{Name: "finding", By: record.ByMechanic})
