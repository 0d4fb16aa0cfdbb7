package apart

import (
	"strings"

	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// Subject is what is taken apart.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{Begins.Checked(checkBegun), Offs.Checked(checkOff),
			Looks.Checked(checkLook), Extras.Checked(checkExtra),
			Washes.Checked(checkWashed), Ons.Checked(checkOn), Oilings.Checked(checkOiled)},
		Obstacles: func(s *record.Sheet) []record.Obstacle { return append(obstacles(s), unfelt(s)...) },
		Corrects:  corrects,
		Begun:     begun,
	}
}

// obstacles are the assemblies that are apart, and parts that went back without what belongs on them.
func obstacles(s *record.Sheet) (list []record.Obstacle) {
	for _, v := range Strips.Of(s) {
		if len(v.Tray) == 0 || v.Done {
			continue
		}
		title := words.Count(v.OffBike, "part") + " off the bike: " + words.Lower(v.Name)
		if v.OffBike == 0 {
			title = v.Name + ": not looked at whole"
		}
		list = append(list, record.Obstacle{Title: title, Detail: strings.Join(v.Open, ", "),
			Mark: wear.Open, Stage: record.StageWork,
			Place: record.PlaceStrip, Target: string(v.ID), Count: max(v.OffBike, 1)})
	}
	return list
}

// trayWork is an assembly that is taken apart, one part after another.
var trayWork = record.Bench[Strip]{Field: "strip", Gone: "That was taken back: nothing is apart there.",
	At: "on the tray", All: Strips, Of: func(e record.Entry) ID {
		if Begins.In(e.Content) != nil {
			return e.ID
		}
		return stripIn(e.Content)
	}, State: func(v Strip) record.BenchState {
		now := record.BenchState{ID: v.ID, Signed: v.Done}
		if v.Last != nil {
			now.Newest = *v.Last
		}
		return now
	}}

// corrects lets the last move alone be taken back, by who made it, and what was begun by anybody
// while nothing is off.
func corrects(s *record.Sheet, c record.Correction) error {
	if Begins.In(c.Old.Content) == nil || !c.TakenBack {
		return trayWork.Corrects(s, c)
	}
	if v, err := trayWork.Open(s, c.Old.ID); err == nil && v.OffBike > 0 {
		return record.Refuse("supersedes", "Parts of it are on the tray. Put them back, or take back "+
			"what was not done.")
	}
	return nil
}

// stripIn is the strip that a content speaks of; empty when it speaks of none.
func stripIn(c record.Content) ID {
	switch {
	case Offs.In(c) != nil:
		return Offs.In(c).Strip
	case Looks.In(c) != nil:
		return Looks.In(c).Strip
	case Extras.In(c) != nil:
		return Extras.In(c).Strip
	case Washes.In(c) != nil:
		return Washes.In(c).Strip
	case Ons.In(c) != nil:
		return Ons.In(c).Strip
	}
	return ""
}
