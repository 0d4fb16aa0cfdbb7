package contact

import (
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// Subject is how the bike is set, and what is to be put back before it leaves.
func Subject() record.Subject {
	return record.Subject{Checks: []record.Check{Reads.CheckedAs(checkRead)}, Obstacles: obstacles}
}

// obstacles are contacts that were moved, or noted to be compared, and not written down as left since.
func obstacles(s *record.Sheet) (list []record.Obstacle) {
	for _, v := range Views.Of(s) {
		if !v.Owed {
			continue
		}
		detail := v.Undone
		switch {
		case v.To == nil:
			detail += "; nobody noted how it stood. As it is left, with its line inside"
		case v.Undone == "":
			detail = "found at " + v.To.Says + "; what it is now?"
		case v.Found == nil:
			detail += "; it stood at " + v.To.Says + " the last time"
		default:
			detail += "; it came with " + v.To.Says
		}
		list = append(list, record.Obstacle{Title: v.Name + " as left", Detail: detail, Mark: wear.Open,
			Stage: record.StageVerify, Place: record.PlaceContacts, Target: v.ID})
	}
	return list
}

// Unnoted are the contacts that work to come undoes, and nobody has noted: what a screen opens first, and
// their names.
func Unnoted(s *record.Sheet) (ids, names []string) {
	for _, v := range Views.Of(s) {
		if v.Wanted {
			ids, names = append(ids, v.ID), append(names, v.Name)
		}
	}
	return ids, names
}
