package scene

import (
	"slices"
	"strings"
	"time"

	"utensil/core/bike"
	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
)

// Sign-ins of the demo. They are printed when it starts and are good for nothing else.
var team = []struct {
	name   string
	role   record.Role
	secret string
}{
	{"Ida Oyelaran", record.Keeper, "4826"},
	{"Tomas Brandvold", record.Mechanic, "7391"},
	{"Wren Halloran", record.Counter, "2650"},
}

// customer is an owner, one bike, and how hard the bike is ridden.
type customer struct {
	name, phone, note         string
	make, model, colour, kind string
	frame                     string
	ridden                    float64           // wear a month, 1 for an ordinary rider
	change                    func(*bike.Facts) // what differs from the kind's usual facts
	reads                     map[string]string // facts that somebody read on the bike
	visits                    []int             // months ago of earlier visits
	past                      map[int]stay      // what one of them was for, if it is told
	rides                     record.Riding     // as far as it was asked
	now                       *stay             // the job in the shop today, if any
}

// email is an address under the reserved top level "invalid" (RFC 2606), which no one can own.
func (c customer) email() string {
	return strings.ToLower(strings.NewReplacer(" ", ".").Replace(c.name)) + "@marrowick.invalid"
}

// weekly is the kilometres a week its owner tells: nothing of a bike that is hardly ridden.
func (c customer) weekly() int {
	if c.ridden < 0.75 {
		return 0
	}
	return int(c.ridden*40+2.5) / 5 * 5
}

// stay is a job in the shop today and how far it has come.
type stay struct {
	words, reading, condition string
	service                   string // what it was brought for; else how deep
	depth, stand              string
	hoursIn                   float64 // hours ago it came in
	promised                  float64 // hours from now, to the half hour; 0 for none
	due                       time.Time
	upTo                      record.Stage
	brings                    []workshop.Brought
	ailing                    map[string]string // point → word or figure found this time
	with                      map[string]string // point → the work proposed for it, where not the first
	half                      bool              // stop half way through the last stage
	hunt                      *search
	guided                    *guidance
	apart                     *stripping
	found                     func(workshop.JobView) []record.Content // of its gears, as far as it is written
}

// stripping is an assembly taken apart: what was felt of its parts and what lay the wrong way, and
// whether it went back.
type stripping struct {
	assembly string
	felt     map[string]string
	wrong    string
	back     bool
}

// guidance is a run of a procedure: the steps it has come to, or whole from start to end.
type guidance struct {
	procedure string
	choices   map[string]string
	bottle    string      // poured from
	steps     [][2]string // step, outcome
	whole     bool
}

// search is a hunt for the cause of a complaint: its answers, and the cause if it was found.
type search struct {
	fault, cause string
	clues        [][2]string // check, answer
}

// hydraulic is what was read on a bike with two hydraulic disc brakes: their fluid, their
// calipers' ports, and more facts with their words.
func hydraulic(fluid, port string, more ...string) map[string]string {
	read := map[string]string{"front_fluid": fluid, "rear_fluid": fluid, "front_port": port, "rear_port": port}
	for pair := range slices.Chunk(more, 2) {
		read[pair[0]] = pair[1]
	}
	return read
}

// crew is what was read on the ferry's own bikes.
var crew = hydraulic("mineral", "screw", "steerer", "aluminium", "bar_material", "aluminium",
	"post_material", "aluminium", "bracket_thread", "drive_left")

var customers = []customer{
	{name: "Ansel Whitlow", phone: "0770 900 1141", note: "Teaches at Marrow Lane. Rides to the coast in the holidays.",
		make: "Pelham", model: "Drover", colour: "green", kind: "randonneur", frame: "PD-20417", ridden: 1.3,
		reads: map[string]string{"steerer": "steel", "bar_material": "aluminium",
			"fork_material": "steel", "post_material": "aluminium",
			"bracket_thread": "drive_left", "brake_hands": "front_right"}, visits: []int{22, 16, 10, 5},
		now: &stay{words: "The back brake howls when it's wet and there's a clunk over the cobbles.",
			reading:   "Rear pads, and look hard at the front end.",
			condition: "Scratch on the top tube, left. Rear guard stay bent.", depth: "routine",
			stand: "2", hoursIn: 3, promised: 2.5,
			upTo: record.StageInspect, half: true,
			brings: []workshop.Brought{{Name: "Pannier, left", TakenOff: false},
				{Name: "Front dynamo light", TakenOff: true}},
			ailing: map[string]string{"rear-pads": "0.9", "stem": "Crack", "sprockets": "Worn",
				"rear-wheel": "Slight wobble"},
			hunt: &search{fault: "noise-rear", clues: [][2]string{{"sort", "A squeal"}}},
			apart: &stripping{assembly: "headset-threadless",
				felt: map[string]string{"stem": "cracked", "lower-bearing": "gravelly"}}}},
	{name: "Marrowick chain ferry", phone: "0770 900 1100", note: "Crew bikes. Ask for Jory on the landing.",
		make: "Staithe", model: "Packet no. 1", colour: "blue", kind: "commuter", frame: "SP-0001",
		ridden: 1.6, reads: crew,
		visits: []int{23, 17, 12, 7, 3},
		now: &stay{words: "Front brake does not let go.",
			reading: "Sticky piston or a hose; free it first.", depth: "repair", stand: "1",
			hoursIn: 26, promised: -3, upTo: record.StageWork, half: true,
			ailing: map[string]string{"front-lever": "Slow return", "front-pads": "0.8"},
			apart:  &stripping{assembly: "bracket-cups", wrong: "right-seal", back: true},
			guided: &guidance{procedure: "free-pistons-front",
				choices: map[string]string{"pistons": "two", "held": "pin", "level": "topped",
					"lever": "tilted"},
				steps: [][2]string{{"wheel-out", ""}, {"pin-out", ""}}}}},
	{name: "Marrowick chain ferry", phone: "0770 900 1100", note: "Crew bikes. Ask for Jory on the landing.",
		make: "Staithe", model: "Packet no. 2", colour: "blue", kind: "commuter", frame: "SP-0002",
		ridden: 1.4, reads: crew,
		visits: []int{21, 14, 8, 2},
		now: &stay{words: "Service while you are at it.", depth: "tune", stand: "", hoursIn: 30,
			promised: 3, upTo: record.StageHandOver,
			half:   true,
			ailing: map[string]string{"chain": "0.8"}}},
	{name: "Orla Pennyfeather", phone: "0770 900 1162",
		note: "Crust Lane Bakery. Needs it back before five in the morning.",
		make: "Osier", model: "Carrier", colour: "cream", kind: "cargo", frame: "OC-771", ridden: 2.1,
		reads:  hydraulic("mineral", "screw", "steerer", "steel", "bar_material", "aluminium"),
		visits: []int{20, 15, 11, 6, 2},
		rides: record.Riding{Mass: 185, Hill: "Net Hill", Drop: 74, Length: 900, Speed: 18,
			Road: "the landing", Level: 120, Front: 180,
			Rear: 180},
		now: &stay{words: "Stopping takes longer than it did, and it grinds going up Net Hill.",
			reading:   "Pads; sprockets.",
			condition: "Flour in everything.",
			depth:     "tune", stand: "1", hoursIn: 22, promised: 4, upTo: record.StageWork, half: true,
			brings: []workshop.Brought{{Name: "Rain cover of the bed", TakenOff: true},
				{Name: "Chain lock and key", TakenOff: false}},
			ailing: map[string]string{"front-pads": "0.7", "rear-pads": "1.0", "sprockets": "Hooked",
				"chain": "0.85"}}},
	{name: "Marguerite Fallow", phone: "0770 900 1175", note: "Choir practice on Thursdays.",
		make: "Oxbow", model: "Sixteen", colour: "red", kind: "folding", frame: "OX-16-339",
		ridden: 0.6, visits: []int{18, 9},
		now: &stay{words: "Third gear slips away by itself.", reading: "Cable settled; index.",
			depth: "tune", stand: "2", hoursIn: 6,
			promised: 3.5, upTo: record.StageVerify, half: true,
			ailing: map[string]string{"front-lever": "Long travel", "rear-rim-pads": "Worn to the line"}}},
	{name: "Nadia Corrigan", phone: "0770 900 1188", note: "Night nurse: ring after two in the afternoon.",
		make: "Lanternlight", model: "Nocturne", colour: "grey", kind: "electric_city", frame: "LN-5520", ridden: 1.8,
		reads: hydraulic("mineral", "nipple"), visits: []int{19, 13, 7},
		rides: record.Riding{Mass: 108, Hill: "Net Hill", Drop: 74, Length: 900, Speed: 26,
			Road: "Ferry Lane", Level: 260, Front: 180,
			Rear: 160},
		now: &stay{words: "It creaks when I push hard, and the front squeals at every crossing.",
			reading:   "Crank or pedal creak. Pads.",
			condition: "Battery at 64 %. Guard cracked at the rear.",
			depth:     "tune", hoursIn: 20, promised: 24, upTo: record.StageAgree, half: true,
			brings: []workshop.Brought{{Name: "Battery key", TakenOff: false}},
			ailing: map[string]string{"front-pads": "0.9", "rear-pads": "2.2", "sprockets": "Hooked",
				"bottom-bracket": "Dry"},
			hunt: &search{fault: "creak", cause: "crank",
				clues: [][2]string{{"coast", "Only while pedalling"}, {"stand", "Still there"},
					{"swap", "Still there"}, {"rock", "A bolt turns"}}}}},
	{name: "Juno Tolliver", phone: "0770 900 1204", make: "Cinder", model: "Rake", colour: "red",
		kind: "cyclo_cross", frame: "CR-88",
		reads: hydraulic("mineral", "screw"), ridden: 1.9, visits: []int{23, 20, 14, 11, 8, 2}},
	{name: "Piers Tolliver", phone: "0770 900 1205", make: "Cinder", model: "Rake", colour: "white",
		kind: "cyclo_cross", frame: "CR-91",
		ridden: 1.7, reads: hydraulic("dot", "push", "steerer", "carbon", "fork_material", "carbon"),
		visits: []int{22, 14, 12, 2},
		past: map[int]stay{12: {words: "The back brake comes to the bar.", depth: "repair", upTo: record.StageHandOver,
			ailing: map[string]string{"rear-lever": "Soft"}, with: map[string]string{"rear-lever": "bleed-rear"},
			guided: &guidance{procedure: "bleed-push-rear", choices: map[string]string{"start": "soft", "held": "split",
				"rise": "climbs"}, bottle: lastYears,
				whole: true}}}},
	{name: "Walter Plumley", phone: "0770 900 1219", note: "Allotment 14. Pays in leeks when asked not to.",
		make: "Hobday", model: "Allotment", colour: "black", kind: "roadster", frame: "H 1147",
		ridden: 0.5, visits: []int{24, 12},
		now: &stay{words: "It won't hold second gear.", depth: "repair", hoursIn: 1, promised: 26,
			upTo:   record.StageCheckIn,
			brings: []workshop.Brought{{Name: "Wicker basket", TakenOff: true}}}},
	{name: "Sunniva Hartigan", phone: "0770 900 1230", note: "Forester. Rides every day in every weather.",
		make: "Bracken", model: "Longtooth", colour: "moss", kind: "trail", frame: "BL-2209", ridden: 2.4,
		reads: hydraulic("dot", "screw"), visits: []int{21, 17, 13, 9, 4}},
	{name: "Lorcan Birdwhistle", phone: "0770 900 1246", make: "Skein", model: "Lark", colour: "pearl",
		kind: "road", frame: "SKL-004",
		ridden: 1.1, reads: hydraulic("mineral", "screw", "steerer", "carbon", "bar_material", "carbon",
			"fork_material", "carbon",
			"post_material", "carbon"), visits: []int{15, 6}},
	{name: "Hester Ibbotson", phone: "0770 900 1251", make: "Hobday", model: "Parade",
		colour: "cream and burgundy", kind: "city",
		frame: "H 2290", ridden: 0.7, visits: []int{16, 4}},
	{name: "Jory Penhallow", phone: "0770 900 1267", note: "Ferry apprentice.",
		make: "Netloft", model: "One", colour: "orange", kind: "single", frame: "N1-12", ridden: 1.2, visits: []int{10},
		now: &stay{words: "Flat again, same wheel.", reading: "Flint still in the tyre.",
			depth: "repair", hoursIn: 5, promised: 1,
			upTo:   record.StageHandOver,
			ailing: map[string]string{"rear-tyre": "Cut or flint"}}},
	{name: "Marrow Lane school", phone: "0770 900 1130", note: "Invoice to the office.",
		make: "Wagtail", model: "Twenty", colour: "yellow", kind: "child", frame: "WT-3", ridden: 0.8,
		visits: []int{13},
		now: &stay{words: "Brake squeals and one of the children says it wobbles.", depth: "tune",
			hoursIn: 0.5, promised: 22,
			upTo: record.StageCheckIn}},
	{name: "Dov Larkrise", phone: "0770 900 1283", make: "Bracken", model: "Sapling", colour: "slate",
		kind: "mountain", frame: "BS-5",
		ridden: 1.0, visits: []int{12, 3},
		now: &stay{words: "On the long hill the lever sinks to the bar.", reading: "Old fluid.",
			depth: "repair", hoursIn: 7, promised: 30,
			upTo:   record.StageAgree,
			ailing: map[string]string{"front-lever": "Soft", "rear-lever": "Soft"},
			with:   map[string]string{"front-lever": "bleed-front", "rear-lever": "bleed-rear"}},
		reads: hydraulic("dot", "nipple", "steerer", "aluminium", "bar_material", "aluminium")},
}
