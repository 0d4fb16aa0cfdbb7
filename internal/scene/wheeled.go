package scene

import (
	"strconv"

	"utensil/core/measure"
	"utensil/core/suspension"
	"utensil/internal/workshop"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/wheels"
)

// wheeled are bikes that came for their wheels, tyres and legs.
var wheeled = []benched{
	{customer{name: "Ottoline Fairweather", phone: "0770 900 1347", make: "Halyard", model: "Spoonbill",
		colour: "slate blue",
		kind:   "randonneur",
		frame:  "HS-2208", ridden: 1.1, visits: []int{9},
		now: &stay{words: "The back wheel wobbles like the ferry since the kerb.",
			reading: "Rim first: straight enough to be trued?", depth: "repair", hoursIn: 3,
			promised: 21, upTo: record.StageInspect}}, halfTrued},
	{customer{name: "Casimir Thornley", phone: "0770 900 1361", make: "Windlass", model: "Brackenfoot",
		colour: "moss", kind: "trail",
		frame: "WB-77", ridden: 1.0, visits: []int{5},
		past: map[int]stay{5: {words: "Set it up for me, please.", depth: "tune", upTo: record.StageHandOver,
			found: setUp}}, now: &stay{words: "The back end sits low since the winter, and the pedals strike.",
			reading: "Shock first: cold, or leaking?", depth: "repair", hoursIn: 2, promised: 25,
			upTo: record.StageInspect}}, lowShock},
	{customer{name: "Lettice Bramhall", phone: "0770 900 1372", make: "Halyard", model: "Turnstone",
		colour: "clay", kind: "cyclo_cross",
		frame: "HT-319", ridden: 1.2, visits: []int{6},
		past: map[int]stay{6: {words: "No more tubes, please.", depth: "tune",
			upTo: record.StageHandOver, found: madeTubeless}},
		now: &stay{words: "The back tyre is soft every morning, and something white is on the frame.",
			reading: "Something sticks in it, and it is dry?", depth: "repair", hoursIn: 4,
			promised: 22, upTo: record.StageInspect}}, flinted},
	{customer{name: "Peregrine Undercliff", phone: "0770 900 1388", make: "Windlass", model: "Sphagnum",
		colour: "peat", kind: "trail",
		frame: "WS-41", ridden: 1.4, visits: []int{7},
		past: map[int]stay{7: {words: "The fork, please, before the season.", depth: "tune",
			upTo: record.StageHandOver, found: forkServed}},
		now: &stay{words: "It clatters down the steps at the weir.",
			reading: "Fork: hours since it was opened?", depth: "repair",
			hoursIn: 5, promised: 27, upTo: record.StageInspect}}, forkDue},
}

// madeTubeless is a tyre that went without a tube half a year ago.
func madeTubeless(workshop.JobView) []record.Content {
	return []record.Content{
		air.Tyres.Says(air.TyreRead{End: "rear", Marking: "40-622", Least: "2", Most: "5",
			RimMost: "4.1", Tubeless: true}),
		air.Riders.Says(air.RiderWeighed{Rider: "66", Bike: "10", Sits: "leaning", Surface: "mixed"}),
		air.Toppings.Says(air.SealantTopped{End: "rear", Ml: "90", Celsius: 16}),
		aired(inspect.AirRearTyre, "2.6", 17, true)}
}

// flinted is the same tyre with a flint in it, found soft.
func flinted(workshop.JobView) []record.Content {
	return []record.Content{aired(inspect.AirRearTyre, "1.4", 9, false),
		inspect.Readings.Says(inspect.Reading{Point: "rear-tyre", Word: "Cut or flint",
			Note: "a flint as long as a nail, still in"})}
}

// forkServed is a fork that was opened in spring, by its manual's figures.
func forkServed(workshop.JobView) []record.Content {
	clicks := 6
	return []record.Content{aired(inspect.AirFork, "72 psi", 18, true),
		air.Dials.Says(air.DialsCounted{Leg: "fork", Rebound: &clicks, Left: true}),
		air.Services.Says(air.LegServed{Leg: "fork", What: "lowers", Every: "50", Weekly: "2.5",
			Right: "10", Other: "10",
			Grade: "lubricating oil of the manual’s grade", Source: "this fork’s manual, page 14"})}
}

// forkDue is that fork, which has had its hours.
func forkDue(workshop.JobView) []record.Content {
	return []record.Content{aired(inspect.AirFork, "66 psi", 6, false),
		air.Sags.Says(air.SagRead{Leg: "fork", Typed: "66 psi", Sag: "40", Travel: "130", Most: "150 psi"}),
		air.Nicks.Says(air.NickFound{Leg: "fork", Side: "left", Felt: suspension.Edge, Above: "38", Travel: "130"})}
}

func aired(place, typed string, celsius float64, set bool) record.Content {
	return inspect.Airs.Says(inspect.Air{Place: place, Typed: typed, Celsius: celsius, Set: set})
}

// setUp is what a shock was left at in the warm.
func setUp(workshop.JobView) []record.Content {
	return []record.Content{aired(inspect.AirShock, "175 psi", 22, true)}
}

// lowShock is the shock found in the cold, at less than the cold explains, and a tyre that was
// let down with it.
func lowShock(workshop.JobView) []record.Content {
	return []record.Content{aired(inspect.AirShock, "145 psi", 2, false),
		air.Sags.Says(air.SagRead{Leg: "shock", Typed: "145 psi", Sag: "21", Travel: "55", Most: "300 psi"}),
		air.Tyres.Says(air.TyreRead{End: "rear", Marking: "61-584", Width: "60", Least: "1.4",
			Most: "2.8", RimMost: "38 psi", Tubeless: true}),
		air.Riders.Says(air.RiderWeighed{Rider: "81", Bike: "15", Sits: "standing", Surface: "rough"}),
		air.Likings.Says(air.Liking{Place: "rear_tyre", Condition: "dry", Typed: "28 psi"}),
		air.Likings.Says(air.Liking{Place: "rear_tyre", Condition: "soft", Typed: "25 psi"}),
		aired(inspect.AirRearTyre, "22 psi", 2, false)}
}

// kerbed is how the nipples of a wheel stand, in quarter-turns, that met a kerb.
var kerbed = map[int]float64{4: -5, 6: -4, 13: 3, 20: 5, 22: 2, 27: -2}

// halfTrued is a rear wheel that was read, and turned about half way through its first round.
func halfTrued(job workshop.JobView) []record.Content {
	list := []record.Content{wheels.Stands.Says(wheels.WheelStand{End: "rear", Where: "stand",
		Build: "rear-cassette", Spokes: "32",
		First: "right"})}
	if len(job.Parts.Wheels.Benches) == 0 {
		return list
	}
	b := job.Parts.Wheels.Benches[0]
	for i, what := range []string{"side", "out", "tension"} {
		list = append(list, wheels.Reads.Says(wheels.WheelRead{Stand: b.ID, Place: i, What: what,
			Values: readOff(b.Lacing, what)}))
	}
	if len(b.Read) < 3 {
		return list
	}
	half := (len(b.Turned) + len(b.Turns)) / 2
	for _, t := range b.Turned[:min(half, len(b.Turned))] {
		list = append(list, wheels.Turns.Says(wheels.WheelTurn{Stand: b.ID, Spoke: t.Spoke, Quarters: t.Quarters}))
	}
	if len(b.Turned) < half {
		next := b.Turns[0]
		list = append(list, wheels.Turns.Says(wheels.WheelTurn{Stand: b.ID, Place: b.Place,
			Spoke: next.Spoke, Quarters: next.Quarters}))
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
