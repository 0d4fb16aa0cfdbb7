package complaint

import "utensil/core/gear"

// BenchFinds is what the benches of a job find, by their own names.
var BenchFinds = map[string][]string{
	"gears":  names(gear.Causes),
	"wheels": {FindsBroken, FindsUntrue},
	"air":    {FindsObject, FindsPinch, FindsRim, FindsValve, FindsWall, FindsDry, FindsCold, FindsLeak, FindsLow},
}

func names[T ~string](of []T) (list []string) {
	for _, name := range of {
		list = append(list, string(name))
	}
	return list
}

// What the benches of wheels and air find.
const (
	FindsBroken = "broken" // a spoke
	FindsUntrue = "untrue" // the rim wanders
	FindsObject = "object" // came through the tread
	FindsPinch  = "pinch"
	FindsRim    = "rim"
	FindsValve  = "valve"
	FindsWall   = "wall"
	FindsDry    = "dry"  // sealant
	FindsCold   = "cold" // explains what a leg lost
	FindsLeak   = "leak" // the cold does not
	FindsLow    = "low"  // too little air for its rider
)
