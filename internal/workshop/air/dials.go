package air

import (
	"fmt"
	"strings"

	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// DialsCounted are the clicks of a damper's dials, counted from fully in.
type DialsCounted struct {
	Leg         string `json:"leg" enum:"fork,shock"`
	Rebound     *int   `json:"rebound,omitempty" minimum:"0" maximum:"60"`
	Compression *int   `json:"compression,omitempty" minimum:"0" maximum:"60" doc:"for slow strokes, where there are two"`
	High        *int   `json:"high,omitempty" minimum:"0" maximum:"60" doc:"compression for hard hits"`
	None        bool   `json:"none,omitempty" doc:"the leg has no dials"`
	Left        bool   `json:"left,omitempty" doc:"as they are left; else as they were found"`
	Asked       string `json:"asked,omitempty" doc:"why they are left otherwise than they were found"`
}

// DialsView is what is known of a leg's dials.
type DialsView struct {
	Found *DialsCounted `json:"found,omitempty" doc:"in this job"`
	Left  *DialsCounted `json:"left,omitempty" doc:"last, in whatever job"`
	Owed  bool          `json:"owed,omitempty" doc:"they were counted in this job and not put back since"`
}

// Dials are clicks, found and left.
var Dials = record.NewKind(record.Kind[DialsCounted]{Name: "dials_counted", By: record.ByMechanic,
	Past: record.LaterJob})

// dial is one of them, with what it is called.
type dial struct {
	name   string
	clicks *int
}

func (d DialsCounted) all() []dial {
	return []dial{{"rebound", d.Rebound}, {"compression", d.Compression}, {"hard compression", d.High}}
}

// Says are the clicks in words.
func (d DialsCounted) Says() string {
	if d.None {
		return "no dials"
	}
	var said []string
	for _, x := range d.all() {
		if x.clicks != nil {
			said = append(said, fmt.Sprintf("%s %d", x.name, *x.clicks))
		}
	}
	return strings.Join(said, ", ")
}

// dialsOf are a leg's dials.
func dialsOf(s *record.Sheet, leg string) (seen DialsView) {
	left := func(d *DialsCounted) bool { return d.Leg == leg && d.Left }
	_, seen.Left = Dials.Latest(s, left)
	var found record.Entry
	found, seen.Found = Dials.Last(s.Ledger, func(d *DialsCounted) bool { return d.Leg == leg && !d.Left })
	back, here := Dials.Last(s.Ledger, left)
	seen.Owed = seen.Found != nil && !seen.Found.None && (here == nil || s.Place(back.ID) < s.Place(found.ID))
	return seen
}

func checkDials(s *record.Sheet, in DialsCounted) (*DialsCounted, error) {
	if !sprung(s, in.Leg) {
		return nil, record.Refuse("leg", "This bike has no such leg.")
	}
	var err error
	if in.Asked, err = record.TidyNote("asked", in.Asked); err != nil {
		return nil, err
	}
	counted := false
	for _, x := range in.all() {
		counted = counted || x.clicks != nil
	}
	switch {
	case in.None && counted:
		return nil, record.Refuse("none", "Either it has dials, and their clicks are counted, or it has none.")
	case !in.None && !counted:
		return nil, record.Refuse("rebound",
			"Count at least one dial: clockwise until it stops, counting; that is fully in. "+
				"Or say that it has none.")
	}
	found := dialsOf(s, in.Leg).Found
	if !in.Left || found == nil || in.Asked != "" {
		return &in, nil
	}
	for i, x := range found.all() {
		now := in.all()[i].clicks
		if x.clicks != nil && (now == nil || *now != *x.clicks) {
			return nil, record.Refuse("asked",
				"Found at %s %d: put it back, or say who asked for another.", x.name, *x.clicks)
		}
	}
	return &in, nil
}

// owed are dials that were counted and not put back.
func owed(s *record.Sheet) (list []record.Obstacle) {
	for _, leg := range []string{"fork", "shock"} {
		if d := dialsOf(s, leg); d.Owed {
			list = append(list, record.Obstacle{Title: words.Capital(leg) + ": clicks as left",
				Mark: wear.Open, Stage: record.StageVerify,
				Detail: "found at " + d.Found.Says() + "; not put back since", Place: record.PlaceAir, Target: leg})
		}
	}
	return list
}
