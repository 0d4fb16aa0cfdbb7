package inspect

import (
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// NotRidden is why nobody rides the bike now, not even to try it: a point that is read unsafe, in words; empty when it
// may be ridden. It is looked for before any check that rides.
func NotRidden(s *record.Sheet) string {
	for _, p := range Points.Of(s) {
		for _, e := range Standing(s, p.ID) {
			read := Readings.In(e.Content)
			if j := Judged(s, read); j != nil && j.Mark == wear.Unsafe && !PutRight(s, p.ID, e.ID) {
				return p.Name + ": " + read.Says(UnitOf(p.Gauge))
			}
		}
	}
	return ""
}

// CheckRidden refuses what is ridden for while something is read unsafe.
func CheckRidden(s *record.Sheet, field string) error {
	if why := NotRidden(s); why != "" {
		return record.Refuse(field, "Nobody rides it now. %s is unsafe: put that right first, and read it again.", why)
	}
	return nil
}
