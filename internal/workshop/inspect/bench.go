package inspect

import (
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// BenchView is something wrong that was seen at a bench, where no point of the walk-round asks for it.
type BenchView struct {
	Entry  record.Entry
	Point  string // of the walk-round where it lies
	Title  string
	Mark   wear.Mark
	Reason string
	Cures  []string // operations that put it right
	Remedy string   // what does, where the catalogue has none
	Takes  int      // minutes of that
}
