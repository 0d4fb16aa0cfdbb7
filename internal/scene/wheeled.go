package scene

import (
	"strconv"

	"utensil/core/measure"
	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/wheels"
)

// wheeled are bikes that came for their wheels.
var wheeled = []benched{
	{customer{name: "Ottoline Fairweather", phone: "0770 900 1347", make: "Halyard", model: "Spoonbill", colour: "slate blue", kind: "randonneur",
		frame: "HS-2208", ridden: 1.1, visits: []int{9}, now: &stay{words: "The back wheel wobbles like the ferry since the kerb.",
			reading: "Rim first: straight enough to be trued?", depth: "repair", hoursIn: 3, promised: 21, upTo: record.StageInspect}}, halfTrued},
}

// kerbed is how the nipples of a wheel stand, in quarter-turns, that met a kerb.
var kerbed = map[int]float64{4: -5, 6: -4, 13: 3, 20: 5, 22: 2, 27: -2}

// halfTrued is a rear wheel that was read, and turned about half way through its first round.
func halfTrued(job workshop.JobView) []record.Content {
	list := []record.Content{wheels.Stands.Says(wheels.WheelStand{End: "rear", Where: "stand", Build: "rear-cassette", Spokes: "32",
		First: "right"})}
	if len(job.Wheels) == 0 {
		return list
	}
	b := job.Wheels[0]
	for i, what := range []string{"side", "out", "tension"} {
		list = append(list, wheels.Reads.Says(wheels.WheelRead{Stand: b.ID, Place: i, What: what, Values: readOff(b.Lacing, what)}))
	}
	if len(b.Read) < 3 {
		return list
	}
	half := (len(b.Turned) + len(b.Turns)) / 2
	for _, t := range b.Turned[:min(half, len(b.Turned))] {
		list = append(list, wheels.Turns.Says(wheels.WheelTurn{Stand: b.ID, Spoke: t.Spoke, Quarters: t.Quarters}))
	}
	if len(b.Turned) < half {
		list = append(list, wheels.Turns.Says(wheels.WheelTurn{Stand: b.ID, Place: b.Place, Spoke: b.Turns[0].Spoke, Quarters: b.Turns[0].Quarters}))
	}
	return list
}

// readOff is what is read all round that wheel, as it is typed.
func readOff(l wheels.Lacing, what string) map[string]string {
	w := l.Wheel()
	model, err := w.Influence()
	if err != nil {
		return nil // it was checked as it was put on the stand
	}
	values := map[string]string{}
	for n := 1; n <= w.Spokes; n++ {
		v := 0.0
		side, out := model.At(float64(n))
		for spoke, quarters := range kerbed {
			switch what {
			case "side":
				v += quarters * side[spoke-1]
			case "out":
				v += quarters * out[spoke-1]
			default:
				v += quarters * model.Tension(n, spoke)
			}
		}
		step := 0.05
		if what == "tension" {
			v, step = v+900*w.Share(w.Side(n)), 10
		}
		values[strconv.Itoa(n)] = measure.Format(float64(int(v/step+20000.5)-20000) * step)
	}
	return values
}
