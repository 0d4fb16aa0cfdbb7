package scene

import (
	"fmt"
	"time"

	"utensil/core/bike"
	"utensil/internal/workshop"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/plan"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
)

// saidOf is what owners say who bring a bike for more than the usual.
var saidOf = []struct{ service, words string }{
	{"quick-tune", "Just the usual, please."},
	{"routine", "Once through all of it, please."},
	{"pre-season", "It has stood all winter."},
	{"electric-refresh", "Fit for the spring, battery and all."},
	{"after-crash", "We went down on the wet cobbles. It looks all right."},
	{"winter", "It goes into the shed until March."},
	{"full-strip", "Everything off, and back as it was when it was new."},
	{"second-hand", "Somebody offers it to my sister. Is it sound?"},
	{"new-bike", "It came in a box."},
	{"wheel-build-rear", "A stronger back wheel, please."},
}

var saidBefore = []string{
	"It makes a noise going up the hill.", "Gears jump.", "The brakes feel long.", "Something ticks.",
}

// usual is what a bike was brought for that nothing is told of: a repair, each service once, as its
// kind can have it, and then the usual.
func (t *teller) usual(f bike.Facts) stay {
	past := stay{upTo: record.StageHandOver, service: "quick-tune", words: saidOf[0].words}
	if t.fate.IntN(3) == 0 {
		past.service, past.words = "repair", saidBefore[t.fate.IntN(len(saidBefore))]
		return past
	}
	for i, next := range saidOf {
		if of, known := t.book.Service(next.service); known && of.When.Holds(f) && !t.sold[i] {
			t.sold[i], past.service, past.words = true, next.service, next.words
			break
		}
	}
	return past
}

// written are what was read at steps that want it written down.
var written = map[string]string{
	"codes": "64 %, no code, version 4.2", "charge": "100 %, version 4.2", "battery": "100 %, version 4.2",
	"number": "As painted under the bracket; the shop's bill of its first owner",
	"motor":  "81 %, no code, version 4.1; one key, its own charger",
	"count":  "36 holes, three crossings; 45.0 mm at the flanges, 600 mm across, 291 and 289 mm",
}

// serve does what was sold, part by part; what would be opened is felt in place where it is sound.
func (t *teller) serve(job *workshop.JobView, write recorder, by record.Actor,
	pieces func() ([]plan.PieceView, error)) error {
	list, err := pieces()
	if err != nil {
		return err
	}
	var done []record.Content
	for _, p := range list {
		if p.Step == nil {
			continue
		}
		said := sold.PartServed{Part: p.Step.Part}
		if p.Step.Writes != "" {
			said.Note = written[said.Part]
		}
		for _, n := range p.Step.Left {
			switch n.Is {
			case "oil":
				done = append(done, apart.Oilings.Says(apart.Oiled{What: n.ID}))
			case "apart":
				said.LeftOut, said.Why = true, "Turns smoothly, no play: felt in place, and left shut."
			}
		}
		if said.LeftOut {
			done = append(done, sold.Serves.Says(said))
		} else if p.Step.Ticked {
			done = append(done, t.takesUp(job.Job, by, p.ID, p.Minutes, len(done))...)
			done = append(done, sold.Serves.Says(said))
		}
		t.passes(4 * time.Minute)
	}
	if err := write(by, done...); err != nil {
		return fmt.Errorf("what was sold with job %d: %w", job.Job.Number, err)
	}
	return nil
}

// goingOn is a full strip in the middle of it: three things run while hands are elsewhere.
func goingOn(workshop.JobView) []record.Content {
	return []record.Content{
		plan.Alones.Says(plan.LeftAlone{What: "washer", Minutes: 15, Note: "Cassette, rings, pulleys"}),
		plan.Alones.Says(plan.LeftAlone{What: "penetrating", Minutes: 720, Note: "Post, from both ends"}),
		plan.Alones.Says(plan.LeftAlone{What: "paint", Minutes: 480, Note: "Chip on the down tube"}),
	}
}

// stripped is a bike of which everything is off.
var stripped = []customer{
	{name: "Isolde Marchbanks", phone: "0770 900 1402", note: "Reads the gauges at the sluice. In no hurry.",
		make: "Pelham", model: "Weirkeeper", colour: "ochre", kind: "randonneur", frame: "PW-31188", ridden: 1.0,
		reads: map[string]string{"steerer": "steel", "bar_material": "aluminium", "fork_material": "steel",
			"post_material": "aluminium", "bracket_thread": "drive_left", "brake_hands": "front_right"},
		visits: []int{11},
		now: &stay{words: "Everything off, please, and back as it was when it was new.",
			reading: "Post first: has it moved since it was built?", service: "full-strip", stand: "1", hoursIn: 5,
			promised: 52, upTo: record.StageWork, half: true, found: goingOn,
			apart: &stripping{assembly: "bracket-unit"}}},
}
