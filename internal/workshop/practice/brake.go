package practice

import (
	"utensil/core/brake"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// BrakeTry is a practice brake and everything that was done to it so far.
type BrakeTry struct {
	Seed uint64      `json:"seed" maximum:"9007199254740991"`
	Rear bool        `json:"rear"`
	Acts []brake.Act `json:"acts" maxItems:"80"`
}

// BrakeAttempt is how the practice brake stands.
type BrakeAttempt struct {
	brake.Practice
	Air    float64            `json:"air_ml"`
	Lever  float64            `json:"lever_mm" doc:"how far the lever comes on the first pull"`
	Travel wear.Scale         `json:"travel" doc:"how that is shown"`
	Firm   float64            `json:"firm_mm" doc:"how far it comes without air"`
	Score  int                `json:"score"`
	Bled   bool               `json:"bled"`
	Better string             `json:"better" doc:"what a good mechanic would do next, and why"`
	Next   brake.Act          `json:"next,omitempty" enum:"level,tilt_30,tilt_70,hang,tap,flick,push,vacuum,second,draw,press,seat,wait"`
	Frames [][]brake.Bubble   `json:"frames" doc:"how the bubbles moved in the last act"`
	Takes  map[string]float64 `json:"takes_s" doc:"seconds that each act takes"`
}

// frameEvery is the time between the pictures of an act, in its own seconds.
const frameEvery = 2.0

// PracticeBrake replays a practice brake. Nothing is kept of it.
func PracticeBrake(in BrakeTry) (BrakeAttempt, error) {
	p := brake.NewPractice(in.Seed, in.Rear)
	out := BrakeAttempt{Frames: [][]brake.Bubble{}, Takes: map[string]float64{}}
	for i, a := range in.Acts {
		var see func(float64)
		if i == len(in.Acts)-1 {
			next := 0.0
			see = func(t float64) {
				if t >= next {
					next += frameEvery
					out.Frames = append(out.Frames, append([]brake.Bubble{}, p.Bubbles...))
				}
			}
		}
		if err := p.Do(a, see); err != nil {
			return out, record.Refuse("acts", "%s", words.Sentence(err))
		}
	}
	for _, a := range brake.Acts {
		out.Takes[string(a.Act)] = a.Seconds
	}
	out.Practice, out.Air, out.Lever, out.Score, out.Bled = *p, p.Air(), p.Lever(), p.Score(), p.Air() <= brake.Firm
	out.Next, out.Better = p.Tip()
	out.Firm = brake.FirmLever
	out.Travel = wear.Scale{Unit: "mm", Ruling: measure.Ruling{Min: 20, Max: 60, Step: 2, Major: 10},
		Zones: []wear.Zone{{From: brake.SoftLever, To: 60, Mark: wear.Unsafe}}}
	return out, nil
}
