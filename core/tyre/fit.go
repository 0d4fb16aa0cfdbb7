package tyre

import (
	"fmt"
	"slices"
)

// Rim is which tyres go on a rim of an inner width, mm.
type Rim struct{ Inner, From, To float64 }

// Rims are such rims, by inner width, rising. A rim maker's own list wins over them.
type Rims []Rim

// Takes is the narrowest and the widest tyre for a rim of an inner width, mm, in proportion
// between two rows; false for a rim that is narrower or wider than any row.
func (r Rims) Takes(inner float64) (from, to float64, known bool) {
	i := slices.IndexFunc(r, func(x Rim) bool { return inner <= x.Inner })
	switch {
	case i < 0, i == 0 && inner < r[0].Inner:
		return 0, 0, false
	case i == 0:
		return r[0].From, r[0].To, true
	}
	a, b := r[i-1], r[i]
	share := (inner - a.Inner) / (b.Inner - a.Inner)
	return a.From + share*(b.From-a.From), a.To + share*(b.To-a.To), true
}

// On says what is wrong with a tyre of a width on a rim of an inner width, mm; empty where they
// go together, or where no row tells.
func (r Rims) On(width, inner float64) string {
	const lists = " The rim maker's own list wins."
	switch from, to, known := r.Takes(inner); {
	case !known:
		return ""
	case width < from:
		return fmt.Sprintf("It is narrow for this rim: from about %.0f mm it is held as it should be.", from) + lists
	case width > to:
		return fmt.Sprintf("It is wide for this rim: up to about %.0f mm it stands upright in a bend.", to) + lists
	}
	return ""
}

// Check refuses rows that do not rise.
func (r Rims) Check() error {
	if len(r) < 2 {
		return fmt.Errorf("%d rims: a table needs two", len(r))
	}
	for i, x := range r {
		if !(x.Inner > 0 && x.From > x.Inner*0.9 && x.To > x.From) {
			return fmt.Errorf("%g mm inside takes %g to %g mm: a tyre is about as wide as its rim inside, or wider",
				x.Inner, x.From, x.To)
		}
		if i > 0 && (x.Inner <= r[i-1].Inner || x.From < r[i-1].From || x.To < r[i-1].To) {
			return fmt.Errorf("%g mm inside takes narrower tyres than %g", x.Inner, r[i-1].Inner)
		}
	}
	return nil
}

// Room is what a tyre needs on either side of it, mm: a shop's practice (common practice, no
// source; older rules ask for 4). The frame's own figure wins.
const Room = 6.0

// Between is the room on either side of a tyre of a width in a space of a frame or fork, mm, and
// what is wrong with it; empty where it is enough.
func Between(width, space float64) (room float64, wrong string) {
	room = (space - width) / 2
	switch {
	case room < 0:
		return room, "It does not go between them."
	case room < Room:
		return room, fmt.Sprintf("%.0f mm on either side: less than %.0f, and a stone or a bent rim stops the wheel. "+
			"The frame's own figure wins.", room, Room)
	}
	return room, ""
}
