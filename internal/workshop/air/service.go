package air

import (
	"fmt"
	"math"
	"strings"
	"time"

	"utensil/core/measure"
	"utensil/core/suspension"
	"utensil/core/words"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
)

// LegServed is a leg that was opened and served, by its manual's figures.
type LegServed struct {
	Leg    string `json:"leg" enum:"fork,shock"`
	What   string `json:"what" enum:"lowers,air,all" doc:"lower legs, air spring or can, or all with the damper"`
	Every  string `json:"every" doc:"hours of riding after which it is opened again, as typed: 30, 50 or the manual's"`
	Weekly string `json:"weekly,omitempty" doc:"hours ridden in a week, as typed; left out, as the bike's kilometres say"`
	Right  string `json:"right_ml,omitempty" doc:"oil in the right leg, or in the can, as typed"`
	Other  string `json:"left_ml,omitempty" doc:"oil in the left leg, as typed"`
	Grade  string `json:"grade,omitempty" doc:"of the oil, by the manual"`
	Source string `json:"source,omitempty" doc:"where these figures stand"`

	Served *Served `json:"served,omitempty" readOnly:"true"`
}

// Served is what that comes to.
type Served struct {
	Every float64  `json:"every_hours"`
	From  float64  `json:"weekly_from" doc:"hours"`
	To    float64  `json:"weekly_to"`
	Right *float64 `json:"right_ml,omitempty"`
	Left  *float64 `json:"left_ml,omitempty"`
}

// LegDue is when a leg is to be opened again.
type LegDue struct {
	ID     record.ID  `json:"id"`
	What   string     `json:"what"`
	At     time.Time  `json:"at"`
	By     string     `json:"by"`
	Every  float64    `json:"every_hours"`
	Ridden string     `json:"ridden" doc:"hours since, in words"`
	From   *time.Time `json:"from,omitempty"`
	To     *time.Time `json:"to,omitempty"`
	Oil    string     `json:"oil,omitempty" doc:"what went in, and by which paper"`
	Late   bool       `json:"late,omitempty"`
	Says   string     `json:"says"`
}

// Services are legs that were opened and served.
var Services = record.NewKind(record.Kind[LegServed]{Name: "leg_served", By: record.ByMechanic, Past: record.LaterJob})

// A leg that was opened and served was undone. Where its work was marked done, or gone through
// step by step, that tells.
var _ = record.Disturbs(func(s *record.Sheet) (list []record.Disturbance) {
	for e, in := range Services.Ever(s.Ledger) {
		o, sold := s.Book.Operation(opens[in.Leg][in.What])
		if sold && !runlog.DidAll(s, o.ID) {
			list = append(list, record.Disturbance{Since: e.ID, Says: "the " + in.Leg + " was opened",
				Joints: record.Loosens(s, o),
				Tests:  record.EveryTest})
		}
	}
	return list
})

// usualWeek is about how many hours a week a bike with suspension is ridden of which nobody said anything.
var usualWeek = suspension.Weekly{From: 1, To: 4}

func checkServed(s *record.Sheet, in LegServed) (*LegServed, error) {
	if !sprung(s, in.Leg) {
		return nil, record.Refuse("leg", "This bike has no such leg.")
	}
	if in.Leg == "shock" && in.What == "lowers" {
		return nil, record.Refuse("what", "A shock has no lower legs: its can was served, or all of it.")
	}
	var err error
	if in.Grade, err = record.TidyNote("grade", in.Grade); err != nil {
		return nil, err
	}
	if in.Source, err = record.TidyNote("source", in.Source); err != nil {
		return nil, err
	}
	var out Served
	hours := measure.Range{Min: 5, Max: 500}
	if out.Every, err = record.ReadFigure("every", in.Every, measure.Hour, hours); err != nil {
		return nil, err
	}
	week := usualWeek
	if s.Bike.WeeklyKm > 0 {
		week = suspension.HoursOf(float64(s.Bike.WeeklyKm))
	}
	out.From, out.To = week.From, min(week.To, 60)
	if strings.TrimSpace(in.Weekly) != "" {
		v, err := record.ReadFigure("weekly", in.Weekly, measure.Hour, measure.Range{Min: 0.1, Max: 60})
		if err != nil {
			return nil, err
		}
		// What somebody says of a week is about right: a quarter either way (our own judgement).
		out.From, out.To = v*0.75, min(v*1.25, 60)
	}
	for _, oil := range []struct {
		field, typed string
		into         **float64
	}{{"right_ml", in.Right, &out.Right}, {"left_ml", in.Other, &out.Left}} {
		if strings.TrimSpace(oil.typed) == "" {
			continue
		}
		ml, err := record.ReadFigure(oil.field, oil.typed, measure.Millilitre, measure.Range{Min: 0.5, Max: 400})
		if err != nil {
			return nil, err
		}
		*oil.into = &ml
	}
	if (out.Right != nil || out.Left != nil) && in.Source == "" {
		return nil, record.Refuse("source", "Say where the oil's figure stands: the manual, its page or "+
			"its date. Volumes differ by model.")
	}
	in.Served = &out
	return &in, nil
}

// served names what was opened.
var servedWords = map[string]string{"lowers": "lower legs", "air": "air spring", "all": "all of it, with the damper"}

// dueOf is when a leg is to be opened again, by what was done to it last; what was done to one
// that came off tells nothing.
func dueOf(s *record.Sheet, leg string) *LegDue {
	var due *LegDue
	for e, in := range Services.Both(s) {
		if in.Leg == leg && in.Served != nil && !e.At.Before(fitted(s, leg)) {
			due = in.due(e, s.Now)
		}
	}
	return due
}

func (in LegServed) due(e record.Entry, now time.Time) *LegDue {
	w := suspension.Weekly{From: in.Served.From, To: in.Served.To}
	stands, err := w.Since(e.At, now, suspension.Interval(in.Served.Every))
	if err != nil {
		return nil // it was checked when it was written
	}
	d := LegDue{ID: e.ID, What: servedWords[in.What], At: e.At, By: e.ByName, Every: in.Served.Every, Oil: in.oil(),
		Ridden: hours(stands.Ridden.From, stands.Ridden.To), Late: !stands.From.IsZero() && now.After(stands.From)}
	if !stands.From.IsZero() {
		d.From, d.To = &stands.From, &stands.To
	}
	d.Says = fmt.Sprintf("%s since its %s were served, of %s.", words.Capital(d.Ridden), d.What,
		measure.Format(d.Every)+" hours")
	if in.What != "lowers" {
		d.Says = strings.Replace(d.Says, " were served", " was served", 1)
	}
	return &d
}

func (in LegServed) oil() string {
	var legs []string
	for _, x := range []struct {
		name string
		ml   *float64
	}{{"right", in.Served.Right}, {"left", in.Served.Left}} {
		if x.ml != nil {
			legs = append(legs, fmt.Sprintf("%s %s ml", x.name, measure.Format(*x.ml)))
		}
	}
	if len(legs) == 0 {
		return ""
	}
	out := strings.Join(legs, ", ")
	if in.Grade != "" {
		out += ", " + in.Grade
	}
	return out + " (" + in.Source + ")"
}

// hours are some hours of riding, as a range.
func hours(from, to float64) string {
	if to < 1 {
		return "under an hour of riding"
	}
	if math.Round(from) == math.Round(to) {
		return fmt.Sprintf("about %.0f hours of riding", to)
	}
	return fmt.Sprintf("%.0f to %.0f hours of riding", from, to)
}
