package tyre

import "fmt"

// What fits which rim, as a share of its inner width, and the room a tyre needs on either side of it, mm. (The tables of
// makers lie about there, from memory; the rim's own list wins. The room is what ISO 4210-2 asks for, from memory.)
const (
	narrowestShare = 1.4
	widestShare    = 3.0
	leastRoom      = 6.0
)

// OnRim says what is wrong with a tyre of a width on a rim of an inner width, mm; empty where they go together.
func OnRim(width, inner float64) string {
	switch {
	case width < narrowestShare*inner:
		return fmt.Sprintf("It is narrow for this rim: from about %.0f mm it is held as it should be.", narrowestShare*inner)
	case width > widestShare*inner:
		return fmt.Sprintf("It is wide for this rim: up to about %.0f mm it stands upright in a bend.", widestShare*inner)
	}
	return ""
}

// Between is the room on either side of a tyre of a width in a space of a frame or fork, mm, and what is wrong with it; empty
// where it is enough.
func Between(width, space float64) (room float64, wrong string) {
	room = (space - width) / 2
	switch {
	case room < 0:
		return room, "It does not go between them."
	case room < leastRoom:
		return room, fmt.Sprintf("%.0f mm on either side: less than %.0f, and a stone or a bent rim stops the wheel. "+
			"The frame's own figure wins.", room, leastRoom)
	}
	return room, ""
}
