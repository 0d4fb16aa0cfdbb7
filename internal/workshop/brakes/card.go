package brakes

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"utensil/core/brake"
	"utensil/core/measure"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/sold"
)

// RidingCard tells the owner how to bed in what was fitted; empty when nothing asks for it.
func RidingCard(s *record.Sheet) []string {
	card := []string{}
	if unsafe := findings.NotRidden(s); len(unsafe) > 0 {
		card = append(card, "Do not ride it before this is put right: "+strings.Join(unsafe, "; ")+". Push it home.")
	}
	ends := weak(s)
	if len(ends) == 0 || len(s.Book.Bedding) == 0 {
		return card
	}
	scheme := s.Book.Bedding[0]
	says := "Your %s brake is not at its full strength yet. Before you rely on it, on a quiet, level road:"
	if len(ends) > 1 {
		says = "Your %s brakes are not at their full strength yet. Before you rely on them, on a quiet, level road:"
	}
	card = append(card, fmt.Sprintf(says, strings.Join(ends, " and ")))
	for _, stage := range scheme.Stages {
		card = append(card, fmt.Sprintf("%d times: from %s km/h down to %s km/h, firmly, one brake at a time.",
			stage.Stops,
			measure.Format(stage.From), measure.Format(stage.To)))
	}
	ridden := s.Bike.Riding
	if passes, _ := brake.Along(scheme.Stages, ridden.Level); passes > 0 {
		road := ridden.Road
		if road == "" {
			road = "your road"
		}
		card = append(card, fmt.Sprintf("On %s, %s m of it, that is %s along. Look behind you before each.", road,
			measure.Format(ridden.Level),
			words.Times(passes)))
	}
	what, hot := "rotor", "it is hot"
	if !strings.HasPrefix(brakeOf(s, ends[0]), "disc") {
		what = "hub or rim"
	} else if plan, err := rotor(s, ends[0]).Bed(brake.Rider{Mass: ridden.Mass}, scheme.Stages, mildAir,
		1); err == nil {
		hot = fmt.Sprintf("it gets to about %.0f °C", math.Round(plan.Hottest/10)*10)
	}
	return append(card, scheme.About+
		" Then ride on without braking and let it cool. Do not touch the "+what+": "+hot+".")
}

// brakeOf is the kind of brake at an end.
func brakeOf(s *record.Sheet, end string) string {
	kind, _ := parts.Facts.Of(s).Fact(end + "_brake")
	return kind
}

// weak are the ends whose brake is to be bedded in: by work that was marked done or gone through
// step by step, or by what was written down as fitted.
func weak(s *record.Sheet) (ends []string) {
	for _, o := range s.Book.Operations {
		if !o.Beds || slices.Contains(ends, o.End) || !o.When.Holds(parts.Facts.Of(s)) {
			continue
		}
		done := slices.ContainsFunc(agree.Proposals.Of(s),
			func(i agree.ItemView) bool { return i.Work != nil && i.Item.Operation == o.ID })
		ran, _ := runlog.Ran(s, o.ID)
		_, fitted := parts.Puttings.Last(s.Ledger,
			func(in *parts.Putting) bool { return slices.Contains(o.Fits, in.Place) })
		if done || ran || fitted != nil || sold.Did(s, o.ID) {
			ends = append(ends, o.End)
		}
	}
	slices.Sort(ends) // front, then rear
	return ends
}

// Beds says whether a card tells how to bed something in, and not only what is not to be ridden.
func Beds(card, notRidden []string) bool { return len(card) > min(1, len(notRidden)) }

// mildAir is the air that heat is reckoned in where nobody says, °C.
const mildAir = 15.0

// rotor is the rotor of an end, of the usual size where nobody has measured it.
func rotor(s *record.Sheet, end string) brake.Rotor {
	across := s.Bike.Riding.Front
	if end == "rear" {
		across = s.Bike.Riding.Rear
	}
	if across == 0 {
		across = 160
	}
	return brake.Rotor{Diameter: across}
}
