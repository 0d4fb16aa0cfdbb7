package bearing

import (
	"math"

	"utensil/core/measure"
)

// Hub is an adjustable hub: the pitch of its axle's thread and the distance between its rows of
// balls, in mm.
type Hub struct {
	Pitch float64 `json:"pitch_mm" doc:"1 for M9 and M10, 0.977 for 26 threads an inch"`
	Rows  float64 `json:"rows_mm" doc:"between the rows of balls"`
}

// Takes is the turn of one cone that takes up play felt at the rim, and the play at the bearings: the
// rim's play × half the distance between the rows / the rim's radius. At a contact of about 45° a cone
// moves by as much as it takes up. It fails for figures that no wheel has.
func (h Hub) Takes(rim, radius float64) (bearing, turn float64, err error) {
	for _, v := range []struct {
		name       string
		v, lo, top float64
	}{{"pitch", h.Pitch, 0.5, 2}, {"rows", h.Rows, 20, 200}, {"rim", rim, 0, 20}, {"radius", radius, 80, 400}} {
		if math.IsNaN(v.v) || v.v < v.lo || v.v > v.top {
			return 0, 0, measure.Wrong(v.name, "%g mm cannot be: it is %g to %g mm.", v.v, v.lo, v.top)
		}
	}
	bearing = rim * (h.Rows / 2) / radius
	return bearing, bearing / h.Pitch, nil
}

// Verdict is what to do with a bearing by how it feels, and why.
type Verdict struct {
	Do  string `json:"do" enum:"keep,clean,adjust,replace"`
	Why string `json:"why"`
}

// Judge says what to do with a bearing. feel is smooth, dry, notchy, gravelly or loose; sealed is for
// one that is not opened. A pitted race is never saved by grease.
func Judge(feel string, sealed bool) (Verdict, bool) {
	v, known := map[string]Verdict{
		"smooth": {"keep", "It turns smoothly and without play."},
		"dry":    {"clean", "It turns dry: clean, new grease, and feel again."},
		"loose":  {"adjust", "It has play and turns smoothly: take the play up."},
		"notchy": {"replace", "It has notches where it stands most: its races are pitted, and no " +
			"grease fills a pit."},
		"gravelly": {"replace", "It grinds: rust or dirt has been rolled into its races."},
	}[feel]
	if !known {
		return Verdict{}, false
	}
	switch {
	case sealed && v.Do == "clean":
		return Verdict{"replace", "A sealed unit that runs dry is replaced: what ran out came through a " +
			"seal that lets water in."}, true
	case sealed && v.Do == "adjust":
		return Verdict{"replace", "A sealed unit has no adjustment: play in it is wear. See first that " +
			"its seat and preload are right."}, true
	case !sealed && feel == "gravelly":
		return Verdict{"clean", "Open it, wash it, look at cone, cup and balls: new balls and grease " +
			"where they are bright, new parts where " +
			"they are pitted."}, true
	}
	return v, true
}
