package gears

import (
	"cmp"
	"slices"
	"strconv"
	"strings"
	"time"

	"utensil/core/bike"
	"utensil/core/gear"
	"utensil/core/wear"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// BenchNote is what was written down last at one of the smaller benches in this job.
type BenchNote struct {
	ID      record.ID    `json:"id"`
	Asked   GearQuestion `json:"asked"`
	Figured GearAnswer   `json:"figured"`
	By      string       `json:"by"`
	At      time.Time    `json:"at"`
}

// Noted last, a bench at a time.
var lastNotes = record.Derive(func(s *record.Sheet) (list []BenchNote) {
	for e, in := range Notes.All(s.Ledger) {
		f, err := Figure(s, in.GearQuestion)
		if err != nil {
			continue // the bike's facts were changed since: it is asked anew
		}
		list = slices.DeleteFunc(list, func(b BenchNote) bool { return b.Figured.Bench == f.Bench })
		list = append(list, BenchNote{e.ID, in.GearQuestion, f, e.ByName, e.At})
	}
	return list
})

// NotesOf are what was written down last at each of the smaller benches.
func NotesOf(s *record.Sheet) []BenchNote {
	list := slices.Clone(lastNotes.Of(s))
	for i := range list {
		if toldOn(s, list[i]) {
			list[i].Figured.Finds = ""
		}
	}
	return record.Some(list)
}

func checkNote(s *record.Sheet, in GearNote) (*GearNote, error) {
	f, err := Figure(s, in.GearQuestion)
	if err != nil {
		return nil, err
	}
	in.Says, in.Wait = f.Says, f.wait
	return &in, nil
}

// axles hold the driven wheel in its place.
var axles = []string{"rear-axle-nut", "rear-quick-release", "rear-axle-through", "chain-tug"}

// hubMoved says whether the axle was undone since the hub's mark was looked at last.
func hubMoved(s *record.Sheet) bool {
	e, _ := Notes.Last(s.Ledger, func(n *GearNote) bool { return n.Hub != nil })
	return slices.ContainsFunc(axles, func(id string) bool {
		_, undone := record.UndoneSince(s, id, e.ID)
		return undone
	})
}

// KnownOf gathers what is known of a bike's gears: what was written at a bench, else what was
// read off its parts.
func KnownOf(s *record.Sheet) GearsFacts {
	f := parts.Facts.Of(s)
	k := GearsFacts{Mechs: f.Gears == "cable" || f.Gears == "electronic"}
	k.shown(s, f)
	for _, in := range Notes.Both(s) {
		k.learn(in.GearQuestion)
	}
	k.read(s)
	k.Told = toldOf(s.Job.Words + " " + s.Job.Reading)
	if family, known := s.Book.HubOf(f.Speeds); known && f.Gears == "hub" {
		k.Hub = &HubFacts{ID: family.ID, Gears: f.Speeds, Mark: family.Mark, Cable: !family.Bare, Moved: hubMoved(s)}
		if k.Ratio.Now.Hub == "" {
			k.Ratio.Now.Hub = family.ID
		}
	}
	return k
}

// shown is how the figures of this bike's gears are shown.
func (k *GearsFacts) shown(s *record.Sheet, f bike.Facts) {
	on := func(s wear.Scale) *wear.Scale { return &s }
	switch f.Gears {
	case "electronic":
		k.Battery, k.Steps = on(gear.BatteryScale()), on(gear.StepScale())
	}
	// a bench that was begun goes on, whatever the bike is said to be since
	if f.Gears == "cable" || len(Benches.Of(s)) > 0 {
		k.Results = shiftMarks()
	}
	if k.Mechs && f.Rings > 1 {
		k.Height, k.Angle = on(gear.HeightScale()), on(gear.AngleScale())
	}
}

// learn keeps what was written at a bench last.
func (k *GearsFacts) learn(in GearQuestion) {
	k.Ratio, k.Chain, k.Single = cmp.Or(in.Ratio, k.Ratio), cmp.Or(in.Chain, k.Chain), cmp.Or(in.Single, k.Single)
	k.Worn, k.Path = cmp.Or(in.Worn, k.Worn), cmp.Or(in.Path, k.Path)
}

// read fills in what was read off the parts that sit on the bike.
func (k *GearsFacts) read(s *record.Sheet) {
	on := func(place, particular string) string {
		lives := parts.Lives.Of(s)[place]
		if len(lives) == 0 || !lives[len(lives)-1].Sits() {
			return ""
		}
		return lives[len(lives)-1].Put.Particulars[particular]
	}
	rings, sprockets := pair(on("rings", "smallest"), on("rings", "largest")), k.sprockets(s, on)
	f := parts.Facts.Of(s)
	if k.Ratio == nil {
		k.Ratio = &RatioQuestion{Now: TrainQuestion{Rings: rings, Sprockets: sprockets, Seat: strconv.Itoa(f.WheelRear),
			Width: on("rear-tyre", "width")}}
	}
	if k.Chain == nil && k.Mechs {
		k.Chain = &ChainQuestion{Rings: rings, Sprockets: sprockets, TakesUp: on("rear-mech", "takes-up"),
			Largest: on("rear-mech", "largest")}
	}
	if k.Single == nil && !k.Mechs && f.Drive == "chain" {
		k.Single = &SingleQuestion{Ring: rings, Sprocket: sprockets, Links: on("chain", "links")}
	}
	if k.Worn == nil {
		k.Worn = &WornQuestion{Sprockets: sprockets, By: "rule", Links: "24", Chains: "1"}
	}
}

// sprockets are those of the indexing bench, else the ends that were read off them.
func (k *GearsFacts) sprockets(s *record.Sheet, on func(string, string) string) string {
	if list := Benches.Of(s); len(list) > 0 {
		return teethSaid(list[len(list)-1].Gear.Teeth)
	}
	f := parts.Facts.Of(s)
	least, most := on("sprockets", "smallest"), on("sprockets", "largest")
	for _, family := range Families(s) {
		t := family.Teeth
		if len(t) == f.Speeds && strconv.Itoa(t[0]) == least && strconv.Itoa(t[len(t)-1]) == most {
			return teethSaid(t)
		}
	}
	return pair(least, most)
}

func teethSaid(teeth []int) string {
	out := ""
	for i, t := range teeth {
		if i > 0 {
			out += " "
		}
		out += strconv.Itoa(t)
	}
	return out
}

func pair(least, most string) string {
	switch {
	case least == "" || least == most:
		return most
	case most == "":
		return least
	}
	return least + " " + most
}

// benchNames are what the smaller benches are called on the list before the door.
var benchNames = map[string]string{"front": "Front mech", "hanger": "Mech hanger",
	"hub": "Hub gear's mark", "wired": "Electronic gears",
	"single": "Chain's tension"}

// toldOn says whether what a bench found stands as a finding since: from then on it is the
// owner's to answer, like any other.
func toldOn(s *record.Sheet, n BenchNote) bool {
	e, told := inspect.Findings.Last(s.Ledger, func(f *inspect.Finding) bool { return f.Title == n.Figured.Finds })
	return told != nil && s.Place(e.ID) > s.Place(n.ID)
}

// waiting are the benches that found something which is still to be done, and a hub whose axle moved.
func waiting(s *record.Sheet) (list []record.Obstacle) {
	moved := parts.Facts.Of(s).Gears == "hub" && hubMoved(s)
	for _, n := range lastNotes.Of(s) {
		if n.Figured.wait && !toldOn(s, n) && !(n.Figured.Bench == "hub" && moved) {
			list = append(list, record.Obstacle{Title: benchNames[n.Figured.Bench],
				Detail: n.Figured.Says, Mark: n.Figured.Mark,
				Stage: record.StageWork, Place: record.PlaceGears, Target: n.Figured.Bench})
		}
	}
	if !moved {
		return list
	}
	look := record.Obstacle{Title: "Look at the hub gear's mark",
		Detail: "its axle was undone: washers, tugs and place move the mark",
		Mark:   wear.Open, Stage: record.StageVerify, Place: record.PlaceGears, Target: "hub"}
	if family, known := s.Book.HubOf(parts.Facts.Of(s).Speeds); known && family.Mark == 0 {
		look.Title, look.Detail = "Try the hub gear under load", "its axle was undone, and it has no mark to look at"
	}
	return append(list, look)
}

// toldOf hears in what was said at the door what moves the likely causes. It is shown before it counts.
func toldOf(said string) Told {
	said = strings.ToLower(said)
	any := func(words ...string) bool {
		return slices.ContainsFunc(words, func(w string) bool { return strings.Contains(said, w) })
	}
	return Told{Fell: any("fell", "crash", "knocked", "hit ", "came off"),
		Stood:   any("stood", "all winter", "in the shed", "in the garage"),
		Swapped: any("new lever", "new mech", "new cassette", "new sprockets", "new shifter")}
}
