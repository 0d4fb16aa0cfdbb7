package wheels

import "utensil/internal/workshop/record"

// WheelsPart is what is done to a bike's wheels and known of them.
type WheelsPart struct {
	Benches []WheelBench  `json:"benches" doc:"wheels that are trued, oldest first"`
	Hurts   []WheelDamage `json:"hurts" doc:"what was found hurt in its wheels, front and rear"`
}

// PartOf is what is done to the wheels of a job's bike.
func PartOf(s *record.Sheet) WheelsPart { return WheelsPart{record.Some(Benches.Of(s)), HurtsOf(s)} }

// begun are the wheels that nobody has signed.
func begun(s *record.Sheet) (out []record.Begun) {
	for _, b := range Benches.Of(s) {
		if !benchWork.State(b).Signed {
			out = append(out, record.Begun{Place: record.PlaceWheels, Target: string(b.ID),
				Says: "true the " + b.End + " wheel", By: b.By})
		}
	}
	return out
}
