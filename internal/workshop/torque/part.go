package torque

import "utensil/internal/workshop/record"

// BoltsPart is what is tightened and with what.
type BoltsPart struct {
	Bolts    []BoltView    `json:"bolts"`
	Wrenches []Wrench      `json:"wrenches" doc:"of the shop, to choose from"`
	Tray     []ToolReading `json:"tray" doc:"from connected wrenches, taken by no bolt yet"`
}

// PartOf is what is tightened in a job.
func PartOf(s *record.Sheet) BoltsPart {
	return BoltsPart{record.Some(Bolts.Of(s)), InUse(s), record.Some(Tray.Of(s))}
}
