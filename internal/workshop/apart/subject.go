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
		Checks: []record.Check{Begins.Checked(checkBegun), Offs.Checked(checkOff), Looks.Checked(checkLook), Extras.Checked(checkExtra),
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
		list = append(list, record.Obstacle{Title: title, Detail: strings.Join(v.Open, ", "), Mark: wear.Open, Stage: record.StageWork,
			Place: "strip", Target: string(v.ID), Count: max(v.OffBike, 1)})
	}
	return list
}

// corrects refuses to take back what later moves rest on.
func corrects(s *record.Sheet, c record.Correction) error {
	old := c.Old
	if !c.TakenBack {
		if stripIn(old.Content) != "" || Begins.In(old.Content) != nil {
			return record.Refuse("supersedes", "What was moved on the tray is not written over: take it back, and write it anew.")
		}
		return nil
	}
	if begun := Begins.In(old.Content); begun != nil {
		if v, err := stripOf(s, old.ID); err == nil && v.OffBike > 0 {
			return record.Refuse("supersedes", "Parts of it are on the tray. Put them back, or take back what was not done.")
		}
		return nil
	}
	of := stripIn(old.Content)
	switch {
	case of == "":
		return nil
	case !c.Theirs():
		return record.TheirsToTakeBack(old)
	}
	if v, err := stripOf(s, of); err == nil && v.Last != nil && *v.Last != old.ID {
		return record.Refuse("supersedes", "Other parts were moved after it. Take back the last move first.")
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
