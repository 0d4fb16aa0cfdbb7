package inspect

import (
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// NotRidden is why nobody rides the bike now, not even to try it: a point that is read unsafe, in
// words; empty when it may be ridden. It is looked for before any check that rides.
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
