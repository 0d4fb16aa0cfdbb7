package air

import (
	"fmt"

	"utensil/core/wear"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// AirStands is how a tyre's pressure stands in this job.
type AirStands struct {
	Bar  *float64  `json:"bar,omitempty"`
	Set  bool      `json:"set,omitempty" doc:"it was left so; else found"`
	Mark wear.Mark `json:"mark"`
	Says string    `json:"says"`
	Goes bool      `json:"goes" doc:"the bike may leave with it: it was left so, or was found as it should be"`
}

// stands judges the pressure that was read last in this job: by what tyre and rim bear, by what
// the tyre needs, by what its rider is to begin with. A tyre without air in it has none to be
// read.
func (t *TyreBench) stands(s *record.Sheet) AirStands {
	_, last := inspect.Airs.Last(s.Ledger, func(a *inspect.Air) bool {
		return a.Place == t.Place && (a.Bar != nil || a.Solid)
	})
	if last == nil {
		return AirStands{Mark: wear.Open, Says: "Not read yet."}
	}
	if last.Solid {
		return AirStands{Mark: wear.Sound, Says: "No air in it: a solid tyre.", Goes: true}
	}
	a := AirStands{Bar: last.Bar, Set: last.Set, Mark: wear.Sound, Says: "As it should be.", Goes: last.Set}
	bar, read := *last.Bar, t.Read != nil && t.Read.Tyre != nil
	most, by := t.limit()
	liked := false
	for _, l := range t.Liked {
		liked = liked || !l.Over && bar >= l.Bar*(1-likes) && bar <= l.Bar*(1+likes)
	}
	switch {
	case most > 0 && bar > most*(1+readError):
		a.Mark, a.Says, a.Goes = wear.Unsafe, fmt.Sprintf("The %s bears %s.", by, inspect.Bars(most)), false
	case read && bar < t.Read.Tyre.Least*(1-readError):
		a.Mark, a.Says, a.Goes = wear.Due, fmt.Sprintf("The tyre needs %s.", inspect.Bars(t.Read.Tyre.Least)), false
	case most > 0 && bar+doubt(s, last) > most*(1+readError):
		a.Mark, a.Says = wear.Watch, fmt.Sprintf("The %s bears %s, and by its gauge it may be more: "+
			"check the gauge, or leave it lower.", by,
			inspect.Bars(most))
	case liked:
		a.Says, a.Goes = "As this rider likes it.", true
	case t.Advice != nil && (bar < t.Advice.From*(1-readError) || bar > t.Advice.To*(1+readError)):
		a.Mark = wear.Watch
		a.Says = fmt.Sprintf("For this rider between %s and %s.", inspect.Bars(t.Advice.From),
			inspect.Bars(t.Advice.To))
	case t.Advice != nil:
		a.Goes = true
	case read:
		a.Says = "Within what tyre and rim bear."
	default:
		a.Says = "What the tyre bears stands on its wall: nobody has read it here yet."
		if !last.Set {
			a.Mark = wear.Open // found, and held against nothing
		}
	}
	return a
}

// doubt is how far a pressure may lie from what was written down, by how its gauge was checked, bar.
func doubt(s *record.Sheet, in *inspect.Air) float64 {
	shown := *in.Bar
	if in.Shown != nil {
		shown = *in.Shown
	}
	return gaugeshelf.Doubt(s, in.Gauge, shown)
}

// likes is how near to what a rider likes is the same to them, as a share (our own judgement).
const likes = 0.05

// pumpedUp are the tyres of which nobody has said with what pressure the bike leaves, or whose
// pressure cannot be left so.
func pumpedUp(s *record.Sheet) (list []record.Obstacle) {
	for _, t := range Of(s).Tyres {
		if t.Stands.Goes {
			continue
		}
		o := record.Obstacle{Title: inspect.AirName(t.Place) + ": pressure as left",
			Mark: t.Stands.Mark, Stage: record.StageVerify,
			Detail: "not read yet", Target: "air:" + t.Place}
		if b := t.Stands.Bar; b != nil {
			o.Detail = fmt.Sprintf("found at %s; not set since", inspect.Bars(*b))
			if t.Stands.Set {
				o.Detail = fmt.Sprintf("left at %s. %s", inspect.Bars(*b), t.Stands.Says)
			}
			if o.Mark == wear.Sound || o.Mark == wear.Watch {
				o.Mark = wear.Open
			}
		}
		list = append(list, o)
	}
	return list
}
