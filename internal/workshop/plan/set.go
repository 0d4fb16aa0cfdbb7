package plan

import (
	"strings"

	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/contact"
	"utensil/internal/workshop/record"
)

// noted is the piece in which it is written down how the rider has the bike.
const noted = "noted"

// setPieces is to note how the bike is set before it is undone. It is no obstacle: what nobody noted is
// set by eye, and written down as it is left.
func setPieces(s *record.Sheet) []PieceView {
	ids, names := contact.Unnoted(s)
	if len(ids) == 0 {
		return nil
	}
	said := make([]string, len(names))
	for i, name := range names {
		said[i] = words.Lower(name)
	}
	return []PieceView{{ID: noted, Act: acts[noted], Title: "Note how it is set", Mark: wear.Open,
		Detail: words.Capital(strings.Join(said, ", ")), Stage: record.StageWork,
		Place: record.PlaceContacts, Target: ids[0], rank: looks, Minutes: minutes["set"] * float64(len(ids)),
		Tools: []string{"a tape, a level or a phone"}, Asks: said, Drawers: []Drawer{}}}
}
