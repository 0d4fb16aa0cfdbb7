package inspect

import (
	"slices"

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

// Lasting is what stands of a list in the order in which it was seen: the same thing seen again stands as it was seen
// last, unless it had been worse.
func Lasting(list []BenchView) (out []BenchView) {
	for i, was := range list {
		again := func(is BenchView) bool {
			return is.Point == was.Point && is.Title == was.Title && !was.Mark.Worse(is.Mark)
		}
		if !slices.ContainsFunc(list[i+1:], again) {
			out = append(out, was)
		}
	}
	return out
}
