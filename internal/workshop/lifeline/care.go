package lifeline

import (
	"math"
	"slices"
	"time"

	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// Care is work on what sits at a place that renews nothing of it: a leg was opened, sealant filled in.
type Care struct {
	At   time.Time `json:"at"`
	By   string    `json:"by"`
	Says string    `json:"says"`
}

// Tended is a place that was cared for, and when that is due again.
type Tended struct {
	Place     string
	Cares     []Care     // oldest first
	What      string     // is due again: sealant, service
	From, To  *time.Time // it is due again in this span; nil where nobody can say
	Operation string     // the work that does it again
}

// tend adds to a place's line what was done to what sits there, and when it is due again, where
// that is before it is worn.
func (v *Line) tend(s *record.Sheet, t Tended) {
	if len(t.Cares) == 0 || v.Left == gone {
		return
	}
	v.Tended = t.Cares
	if v.Known = true; len(v.Lives) == 0 {
		v.Lives = []PartLife{{Readings: []PartReading{}, Particulars: map[string]string{}}}
	}
	if t.From == nil || t.To == nil || v.Mark.NeedsWork() || v.DueFrom != nil && v.DueFrom.Before(*t.From) {
		return
	}
	v.DueFrom, v.DueTo, v.Left = t.From, t.To, t.What+" "+within(s.Now, *t.From)
	if !t.From.After(s.Now) && v.Mark == wear.Open {
		v.Mark = wear.Watch // nobody has looked at it, and its time has come
	}
	v.Soon = t.From.Before(s.Now.AddDate(0, soon, 0))
	if o, sold := s.Book.Operation(t.Operation); sold && v.Soon && o.When.Holds(parts.Facts.Of(s)) {
		v.Work = Price(s, o)
	}
}

// within says how soon a day comes.
func within(now, at time.Time) string {
	days := at.Sub(now).Hours() / 24
	switch {
	case days <= 0:
		return "due"
	case days <= 7:
		return "in a week"
	case days < 45:
		return "in " + measure.Format(math.Ceil(days/7)) + " weeks"
	}
	return "in " + measure.Format(math.Round(days/30.44)) + " months"
}

// tendedAt is what was done at a place, of all that the subjects tell.
func tendedAt(all []Tended, place string) (t Tended) {
	if i := slices.IndexFunc(all, func(t Tended) bool { return t.Place == place }); i >= 0 {
		return all[i]
	}
	return t
}
