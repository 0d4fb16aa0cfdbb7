package practice

import (
	"slices"
	"time"

	"utensil/core/wear"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// PracticePart is a part of the bike with what can be practised at it.
type PracticePart struct {
	At        string     `json:"at" doc:"the point of the bike's drawing"`
	Name      string     `json:"name"`
	Exercises []Exercise `json:"exercises"`
	Mark      wear.Mark  `json:"mark" doc:"of all its exercises"`
}

// passed is how well an exercise was done that counts as learnt, of 100 (our own).
const passed = 80

// mark is how far somebody has got at a part.
func (p PracticePart) mark() wear.Mark {
	mark := p.Exercises[0].Mark
	for _, e := range p.Exercises {
		if e.Mark != mark {
			return wear.Watch
		}
	}
	return mark
}

// Exercise is something that can be practised, with what one did of it before.
type Exercise struct {
	Kind  string    `json:"kind" enum:"hunt,brake,gears,wheel"`
	ID    string    `json:"id" doc:"of the complaint, the end of the brake, or the level"`
	Name  string    `json:"name"`
	About string    `json:"about,omitempty"`
	Times int       `json:"times" doc:"done to its end"`
	Best  int       `json:"best" doc:"of 100"`
	Last  time.Time `json:"last,omitzero"`
	Mark  wear.Mark `json:"mark" doc:"sound where it was done well, watch where it was tried"`
}

func (e Exercise) mark() wear.Mark {
	switch {
	case e.Best >= passed:
		return wear.Sound
	case e.Times > 0:
		return wear.Watch
	}
	return wear.Open
}

// partNames are what parts are called where the point is only a part of them.
var partNames = map[string]string{"front-pads": "Front brake", "rear-pads": "Rear brake",
	"rear-mech": "Gears", "front-mech": "Front mech",
	"frame": "Frame", "rear-wheel": "Wheels", "front-tyre": "Tyres", "headset": "Steering", "fork": "Suspension",
	"bottom-bracket": "Bottom bracket"}

// Parts lists what can be practised by the part of the bike, with what was done of it before.
func Parts(book *knowledge.Book, done []Practised) []PracticePart {
	list := []PracticePart{}
	add := func(at string, e Exercise) {
		if at == "" {
			at = "frame"
		}
		i := slices.IndexFunc(list, func(p PracticePart) bool { return p.At == at })
		if i < 0 {
			name := partNames[at]
			if point, known := book.Point(at); known && name == "" {
				name = point.Name
			}
			list, i = append(list, PracticePart{At: at, Name: name}), len(list)
		}
		for _, d := range done {
			if d.Kind == e.Kind && d.What == e.ID {
				e.Times, e.Best, e.Last = d.Times, d.Best, d.Last
			}
		}
		e.Mark = e.mark()
		list[i].Exercises = append(list[i].Exercises, e)
	}
	for _, e := range levels() {
		add("rear-mech", e)
	}
	for _, e := range wheelLevels() {
		add("rear-wheel", e)
	}
	add("front-pads", Exercise{Kind: "brake", ID: "front", Name: "Bleed a practice brake, front"})
	add("rear-pads", Exercise{Kind: "brake", ID: "rear", Name: "Bleed a practice brake, rear"})
	for _, f := range book.Faults {
		if slices.ContainsFunc(book.Kinds, func(k knowledge.Kind) bool { return f.When.Holds(k.Facts) }) {
			add(f.At, Exercise{Kind: "hunt", ID: f.ID, Name: f.Name})
		}
	}
	for i := range list {
		list[i].Mark = list[i].mark()
	}
	return list
}

// Result is an exercise that somebody did to its end.
type Result struct {
	Staff   record.ID `db:"staff_id"`
	Kind    string    `db:"kind"`
	What    string    `db:"what"`
	Seed    uint64    `db:"seed"`
	Score   int       `db:"score"`
	Seconds float64   `db:"seconds"`
	At      time.Time `db:"at"`
}

// Practised is what somebody did of an exercise, all times together.
type Practised struct {
	Staff record.ID `json:"staff" db:"staff_id"`
	Who   string    `json:"who" db:"who"`
	Kind  string    `json:"kind" db:"kind"`
	What  string    `json:"what" db:"what"`
	Name  string    `json:"name" db:"-"`
	Times int       `json:"times" db:"times"`
	Best  int       `json:"best" db:"best"`
	First int       `json:"first" db:"first" doc:"the score of the first time"`
	Last  time.Time `json:"last" db:"last"`
}
