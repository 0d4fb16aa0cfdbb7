package servicesheet

import (
	"fmt"
	"strings"
	"time"

	"utensil/core/measure"
	"utensil/internal/workshop"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/wheels"
)

// aired is what the owner is told of tyres and suspension: with what they leave, what is liked,
// what they bear, when next.
func (t told) aired() Section {
	var rows []TableRow
	for _, tyre := range t.v.Parts.Air.Bench.Tyres {
		if bar, at, told := leftAt(t.v, tyre.Place); told {
			rows = append(rows, TableRow{Cells: []string{inspect.AirName(tyre.Place), bar + at, tyreSays(tyre)}})
		}
	}
	for _, l := range t.v.Parts.Air.Bench.Legs {
		bar, at, told := leftAt(t.v, l.Place)
		if says := legSays(l); told || says != "" {
			rows = append(rows, TableRow{Cells: []string{inspect.AirName(l.Place), bar + at, says}})
		}
	}
	s := table("air", "Your pressures, your sag", []Column{{Share: 0.18}, {Share: 0.26, Strong: true},
		{Share: 0.56}}, rows)
	s.Note = t.v.Parts.Air.Bench.Balance
	return s
}

// leftAt is what a place was left at in this job, and how warm it was then.
func leftAt(v workshop.JobView, place string) (bar, at string, told bool) {
	for _, a := range v.Parts.Air.Pressures {
		if a.Place != place {
			continue
		}
		for _, r := range a.Readings {
			if !r.At.Before(v.Job.OpenedAt) {
				bar, at, told = inspect.Bars(r.Bar), fmt.Sprintf(" at %s °C", measure.Format(r.Celsius)), true
			}
		}
	}
	return bar, at, told
}

func tyreSays(t air.TyreBench) string {
	var said []string
	for _, l := range t.Liked {
		if !l.Over {
			said = append(said, fmt.Sprintf("You like %s when %s.", inspect.Bars(l.Bar), l.Condition))
		}
	}
	if a := t.Advice; a != nil {
		said = append(said, fmt.Sprintf("Never over %s: the %s decides.", inspect.Bars(a.Most), a.MostBy))
	}
	if t.Topped != nil {
		said = append(said, "Sealant again"+until(t.Topped.From, t.Topped.To)+".")
	}
	return strings.Join(said, " ")
}

func legSays(l air.LegBench) string {
	var said []string
	if n := len(l.Reads); n > 0 {
		last := l.Reads[n-1]
		said = append(said, fmt.Sprintf("Sag %.0f %%: %s of %s mm, at %s.", 100*last.Share,
			measure.Format(last.Sag), measure.Format(last.Travel),
			inspect.Bars(last.Bar)))
	}
	if d := l.Dials.Left; d != nil && !d.None {
		said = append(said, "Clicks from fully in: "+d.Says()+".")
	}
	if d := l.Due; d != nil && d.From != nil {
		said = append(said, fmt.Sprintf("To be opened again%s, after %s hours of riding.",
			until(*d.From, *d.To), measure.Format(d.Every)))
	}
	return strings.Join(said, " ")
}

// until is two days as people say them.
func until(from, to time.Time) string {
	return fmt.Sprintf(" between %s and %s", from.Format("2 January 2006"), to.Format("2 January 2006"))
}

// trued is how wheels left the stand.
func (t told) trued() Section {
	var rows []TableRow
	for _, w := range t.v.Parts.Wheels.Benches {
		if w.Signed == nil {
			continue
		}
		state := "true for its brake"
		if !w.Signed.True {
			state = "left as it is: " + w.Signed.Note
		}
		rows = append(rows, TableRow{Cells: []string{
			map[string]string{"front": "Front wheel", "rear": "Rear wheel"}[w.End], runout(w.Now), state}})
	}
	return table("wheels", "Wheels", []Column{{Share: 0.18}, {Share: 0.42, Strong: true}, {Share: 0.40}}, rows)
}

func runout(s wheels.WheelStanding) string {
	var said []string
	for _, x := range []struct {
		name string
		off  *wheels.WheelOff
		unit string
	}{{"wobble", s.Wobble, "mm"}, {"hop", s.Hop, "mm"}, {"tension off", s.Uneven, "%"}} {
		if x.off != nil {
			said = append(said, fmt.Sprintf("%s %s %s", x.name, measure.Format(x.off.By), x.unit))
		}
	}
	return strings.Join(said, ", ")
}
