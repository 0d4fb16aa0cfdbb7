package scene

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"utensil/core/bike"
	"utensil/core/gear"
	"utensil/internal/workshop"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/record"
)

// benched is a customer whose bike is on one of the benches, with what was found there so far.
type benched struct {
	customer
	found func(workshop.JobView) []record.Content
}

// geared are bikes that came for their gears. They are told last, so that what was told before
// stays as it was.
var geared = []benched{
	{customer{name: "Tamsin Quillfeather", phone: "0770 900 1304", make: "Wherry", model: "Plover",
		colour: "russet", kind: "randonneur",
		frame: "WP-931", ridden: 1.0, visits: []int{8},
		now: &stay{words: "It hangs going up the hill gears since the new cable.",
			reading: "Cable has settled, or more than that.", depth: "repair", hoursIn: 2, promised: 20,
			upTo: record.StageInspect}}, slackCable},
	{customer{name: "Barnaby Oxlade", phone: "0770 900 1312", make: "Quoin", model: "Scree",
		colour: "ochre", kind: "mountain",
		frame: "QS-61", ridden: 1.2, visits: []int{11},
		now: &stay{words: "Fell on it at the quarry. It rattles in the easy gears.",
			reading: "Hanger first.", depth: "repair", hoursIn: 4, promised: 26,
			upTo: record.StageInspect}}, bentHanger},
	{customer{name: "Gwenllian Tarr", phone: "0770 900 1328", make: "Osmund", model: "Orchard",
		colour: "bottle green", kind: "roadster",
		frame: "OO-1203", ridden: 0.6, visits: []int{14},
		now: &stay{words: "My feet fly round when I push hard in fourth.",
			reading: "Mark first, then what is inside.", depth: "repair", hoursIn: 5, promised: 44,
			upTo: record.StageInspect}}, slippingHub},
	{customer{name: "Leopold Strand", phone: "0770 900 1336", make: "Sheave", model: "Dunlin", colour: "graphite",
		kind: "road", frame: "SD-019",
		ridden: 1.4, visits: []int{7}, change: func(f *bike.Facts) { f.Gears, f.Speeds = "electronic", 12 },
		now: &stay{words: "The front one has stopped changing.", reading: "Battery, before anything.",
			depth: "repair", hoursIn: 1, promised: 24,
			upTo: record.StageInspect}}, lowBattery},
}

// tellBenched tells of the bikes that are on one of the benches.
func (t *teller) tellBenched(ctx context.Context, now time.Time, where *time.Location) error {
	for _, g := range slices.Concat(geared, wheeled) {
		c := g.customer
		here := *c.now
		here.found, c.now = g.found, &here
		if err := t.tell(ctx, c, now, where); err != nil {
			return fmt.Errorf("%s %s, %s: %w", c.make, c.model, c.colour, err)
		}
	}
	return nil
}

// find writes what was found at a bench, one thing after the other: each look counts on those before it.
func (t *teller) find(job *workshop.JobView, write recorder, by record.Actor,
	found func(workshop.JobView) []record.Content) error {
	for n := 0; ; n++ {
		list := found(*job)
		if n >= len(list) {
			return nil
		}
		if err := write(by, list[n]); err != nil {
			return err
		}
	}
}

// lookAtMark looks at a hub gear's mark once its axle was undone.
func (t *teller) lookAtMark(job *workshop.JobView, write recorder, by record.Actor) error {
	if hub := job.Parts.Gears.Known.Hub; hub == nil || !hub.Moved {
		return nil
	}
	return write(by, noted(gears.GearQuestion{Hub: &gears.HubQuestion{Mark: gear.MarkRight,
		Returns: "right", Loaded: "holds",
		DustCap: "there"}})...)
}

func slackCable(job workshop.JobView) []record.Content {
	family := job.Parts.Gears.Families[0]
	begin := gears.Begins.Says(gears.Indexing{Family: family.ID, Teeth: strings.Trim(fmt.Sprint(family.Teeth), "[]")})
	if len(job.Parts.Gears.Benches) == 0 {
		return []record.Content{begin}
	}
	bench := job.Parts.Gears.Benches[0].ID
	look := func(place, to int, up bool, result gear.Result) record.Content {
		return gears.Looks.Says(gears.GearLook{Indexing: bench, Place: place, What: "shift", To: to,
			Up: up, Result: result})
	}
	return []record.Content{begin, look(0, 4, true, gear.WillNot), look(1, 4, false, gear.Crisp),
		look(2, 7, true, gear.Slow)}
}

func bentHanger(workshop.JobView) []record.Content {
	return noted(gears.GearQuestion{Hanger: &gears.HangerQuestion{Reach: "300",
		Readings: map[string]string{"12": "37.5", "3": "33", "6": "27.5", "9": "31.5"}}})
}

func slippingHub(workshop.JobView) []record.Content {
	return noted(gears.GearQuestion{Hub: &gears.HubQuestion{Mark: gear.MarkRight, Returns: "right",
		Loaded: "slips", Slipped: 4,
		DustCap: "missing"}})
}

func lowBattery(workshop.JobView) []record.Content {
	return noted(gears.GearQuestion{Wired: &gears.WiredQuestion{Battery: "12", Software: "old",
		Before: "4.1.0", Shifts: "none", Pivots: "unseen"}})
}

func noted(asked gears.GearQuestion) []record.Content {
	return []record.Content{gears.Notes.Says(gears.GearNote{GearQuestion: asked})}
}
