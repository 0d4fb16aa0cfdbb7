package inspect

import (
	"fmt"
	"math"
	"slices"
	"time"

	"gonum.org/v1/gonum/stat/distuv"

	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// LifeView is what is left of a part, and when it will be due.
type LifeView struct {
	Unit   string     `json:"unit" enum:"km,days"`
	Left   float64    `json:"left"`
	Least  float64    `json:"least"`
	Most   *float64   `json:"most,omitempty" doc:"none when it may never come due at this rate"`
	Due    *time.Time `json:"due,omitempty" doc:"the day it will be due at the bike's pace"`
	Basis  wear.Basis `json:"basis" enum:"trend,shop"`
	Seen   int        `json:"seen" doc:"readings of this part, or parts of other bikes, that it rests on"`
	Says   string     `json:"says" doc:"all of it in words"`
	Faster string     `json:"faster,omitempty" doc:"how it compares with the part before"`
	past   string     // by how much it is past its limit, in words
}

// Z90 bounds what is left at 90 %: the normal quantile of 0.95, near 1.645.
var Z90 = distuv.UnitNormal.Quantile(0.95)

// farthest life worth telling: beyond it "not for years" is all that can be said.
const farthest = 5 * 365.0

// another refuses a figure that the part measured in earlier jobs cannot have any more: no
// rotor grows. A note that tells where a new one came from lets it in, and so does work that
// renewed it.
func another(s *record.Sheet, p knowledge.Point, limit wear.Limit, value float64, note string) error {
	if p.Gauge.Scatter == 0 || note != "" {
		return nil
	}
	renewed := renewals(s, p.ID)
	var first *record.Entry
	for e, r := range Readings.All(s.Past) {
		if r.Point != p.ID || r.Value == nil ||
			slices.ContainsFunc(renewed, func(at time.Time) bool { return at.After(e.At) }) {
			continue
		}
		if len(limit.Lives([]wear.Seen{{Figure: *r.Value}, {Figure: value}}, p.Gauge.Scatter)) == 1 {
			return nil // it may well be the same part
		}
		if first == nil {
			first = &e
		}
	}
	if first == nil {
		return nil
	}
	return record.Refuse("note", "This part was %s %s when it was first measured here, in %s: it cannot "+
		"be %s %s now. Measure again; if "+
		"another was fitted elsewhere, say so in a note.",
		measure.Format(*Readings.In(first.Content).Value), p.Gauge.Unit,
		s.Local(first.At).Format("January 2006"), measure.Format(value),
		p.Gauge.Unit)
}

// renewals lists when a point's part was renewed, by the work that was done.
func renewals(s *record.Sheet, point string) []time.Time {
	out := parts.Renewed(s, point)
	for _, l := range s.Ledgers() {
		for e, in := range agree.Works.All(l) {
			_, item := agree.Items.Find(l, in.Item)
			if item == nil {
				continue
			}
			operation, sold := s.Book.Operation(item.Operation)
			if sold && operation.Renews(point) || !sold && item.Point == point {
				out = append(out, e.At)
			}
		}
	}
	return out
}

// livesOf are the figures of a point on this bike by the part that was on it, the last one being on it
// now, and when that was read last; none when it was renewed since.
func livesOf(s *record.Sheet, p knowledge.Point, d wear.Distance,
	limit wear.Limit) (lives [][]wear.Seen, last time.Time) {
	type taken struct {
		at    time.Time
		value float64
	}
	var all []taken
	for e, r := range Readings.Both(s) {
		if r.Point == p.ID && r.Value != nil {
			all = append(all, taken{e.At, *r.Value})
		}
	}
	slices.SortStableFunc(all, func(a, b taken) int { return a.at.Compare(b.at) })
	renewed := renewals(s, p.ID)
	fitted := 0
	for i, t := range all {
		since := 0
		for _, at := range renewed {
			if at.Before(t.at) {
				since++
			}
		}
		better := i > 0 && len(limit.Lives([]wear.Seen{{Figure: all[i-1].value}, {Figure: t.value}}, slip(p))) > 1
		if i == 0 || since > fitted || better {
			lives = append(lives, nil)
		}
		fitted = since
		n := len(lives) - 1
		lives[n] = append(lives[n], wear.Seen{Gone: d.Gone(t.at), Figure: t.value})
		last = t.at
	}
	if slices.ContainsFunc(renewed, func(at time.Time) bool { return at.After(last) }) {
		return nil, last
	}
	return lives, last
}

// LifeOf estimates what is left of the part that a measured point speaks of; nil when nothing is known.
func LifeOf(s *record.Sheet, p knowledge.Point) *LifeView {
	limit, _ := limit(s, p.ID)
	return life(s, p, Way.Of(s), limit.Limit)
}

// LimitOf is the limit of a measured point on this bike: its own figure, else the catalogue's.
func LimitOf(s *record.Sheet, p knowledge.Point) wear.Limit {
	limit, _ := limit(s, p.ID)
	return limit.Limit
}

// life estimates what is left of a point's part by its figures on this bike.
func life(s *record.Sheet, p knowledge.Point, d wear.Distance, limit wear.Limit) *LifeView {
	lives, last := livesOf(s, p, d, limit)
	if len(lives) == 0 {
		return nil // nothing is known of the part that is fitted now
	}
	now := lives[len(lives)-1]
	rates := Rates.Of(s)[p.ID].Days
	if d.Unit() == "km" {
		rates = Rates.Of(s)[p.ID].Km
	}
	life, known := limit.LifeOf(now, rates, Z90)
	if !known {
		return nil
	}
	v := &LifeView{Unit: d.Unit(), Left: math.Round(life.Left), Least: math.Round(life.Least),
		Basis: life.Basis, Seen: life.Seen}
	if !math.IsInf(life.Most, 1) {
		most := math.Round(life.Most)
		v.Most = &most
	}
	if days := life.Left / d.PerDay(); days < farthest {
		due := last.Add(time.Duration(days * 24 * float64(time.Hour)))
		v.Due = &due
	}
	if past := math.Abs(now[len(now)-1].Figure - limit.Due); limit.Mark(now[len(now)-1].Figure).NeedsWork() &&
		past > 0 {
		v.past = measure.Format(past) + " " + p.Gauge.Unit
	}
	v.Says = v.says(s.Local(s.Now))
	if len(lives) > 1 {
		if times, ok := limit.Faster(now, lives[len(lives)-2]); ok && (times > 1.3 || times < 0.7) {
			v.Faster = "It wears " + measure.Format(math.Round(times*10)/10) + " times as fast as the one before."
		}
	}
	return v
}

func (v *LifeView) says(now time.Time) string {
	unit := v.Unit
	if v.Left <= 0 {
		if v.past != "" {
			return "Past its limit by " + v.past + "."
		}
		return "At its limit."
	}
	out := fmt.Sprintf("About %s %s left", Rounded(v.Left), unit)
	if v.Due != nil && v.Due.Before(now) {
		out = fmt.Sprintf("Had about %s %s left when it was read", Rounded(v.Left), unit)
	}
	switch {
	case v.Most == nil:
		out += fmt.Sprintf(", at least %s", Rounded(v.Least))
	case Rounded(*v.Most) != Rounded(v.Least):
		out += fmt.Sprintf(" (%s to %s)", Rounded(v.Least), Rounded(*v.Most))
	}
	switch {
	case v.Due != nil && v.Due.Before(now):
		out += ": due since about " + v.Due.In(now.Location()).Format("2 January 2006")
	case v.Due != nil:
		out += ", due around " + v.Due.In(now.Location()).Format("2 January 2006")
	default:
		out += ": not due for years"
	}
	if v.Basis == wear.ShopsRates {
		return out + fmt.Sprintf(". One reading says little: this rests on %d such parts on the shop's bikes.", v.Seen)
	}
	return out + fmt.Sprintf(", by %d readings of this part.", v.Seen)
}

// Rounded is a distance no finer than it is known.
func Rounded(v float64) string {
	step := 1.0
	for v/step >= 100 {
		step *= 10
	}
	return measure.Format(math.Round(v/step) * step)
}
