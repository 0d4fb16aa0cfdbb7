package brakes

import (
	"fmt"
	"slices"
	"time"

	"utensil/core/brake"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/guides"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// BrakeSide is one brake of a bike: what is in it, what was found, what can be done.
type BrakeSide struct {
	End     string           `json:"end" enum:"front,rear"`
	Kind    string           `json:"kind" doc:"the bike's fact"`
	Family  brake.Family     `json:"family,omitempty"`
	ReadBy  *record.FactRead `json:"read_by,omitempty" doc:"who read on the cap what it holds"`
	BledOn  *time.Time       `json:"bled_on,omitempty"`
	Months  int              `json:"months,omitempty" doc:"since its fluid was changed here"`
	Boils   *brake.Boiling   `json:"boils,omitempty" doc:"an estimate: a test strip knows"`
	Says    string           `json:"says" doc:"what the fluid's age means"`
	Pulls   []PullView       `json:"pulls" doc:"air found in the line, oldest first"`
	AirSays string           `json:"air_says,omitempty" doc:"the last of them against what is usual here"`
	Circuit brake.Circuit    `json:"circuit" doc:"about what it holds; change it where it is known better"`
	Points  []string         `json:"points" doc:"points of the walk-round on this brake"`
	Offers  []guides.Offer   `json:"offers" doc:"guided work, what the findings ask for first"`
}

// usualGrade is reckoned with where nobody noted the fluid's grade: the lowest of those in use.
const usualGrade = "DOT 4"

// Sides lays the two brakes of a bike side by side.
func Sides(s *record.Sheet) []BrakeSide {
	out := []BrakeSide{}
	for _, e := range []string{"front", "rear"} {
		kind, _ := s.Bike.Facts.Fact(e + "_brake")
		if kind == "none" {
			continue
		}
		family, circuit := fluid.Circuit(s, e)
		b := BrakeSide{End: e, Kind: kind, Circuit: circuit, Points: []string{}, Pulls: []PullView{},
			Offers: guides.For(s, e)}
		for _, p := range pointsOf(s, e) {
			b.Points = append(b.Points, p.ID)
		}
		if read, known := s.Bike.Read[e+"_fluid"]; known {
			b.ReadBy = &read
		}
		if family.Fluid() {
			b.Family, b.BledOn = family, fluid.BledOn(s, e)
			b.age(s.Now)
			b.Pulls = pulls(s, e)
			b.AirSays = airSays(b.Pulls, usualAir(s, s.Bike, e))
		}
		out = append(out, b)
	}
	return out
}

// pointsOf lists the points of the walk-round on the brake of an end, in its own order.
func pointsOf(s *record.Sheet, end string) []knowledge.Point {
	on := slices.DeleteFunc(slices.Clone(inspect.Points.Of(s)),
		func(p knowledge.Point) bool { return p.End != end || p.OnBrake == 0 })
	slices.SortStableFunc(on, func(a, b knowledge.Point) int { return a.OnBrake - b.OnBrake })
	return on
}

// age says what the fluid's age means.
func (b *BrakeSide) age(now time.Time) {
	if b.Family == brake.Unknown {
		b.Says = "Nobody has read what it holds. It stands " + record.WhereRead(b.End+"_fluid") + "."
		return
	}
	if b.Family == brake.Mineral {
		b.Says = fmt.Sprintf("Mineral oil does not take up water and is judged by its maker's figure. "+
			"Dark, milky, or opened in the wet: then "+
			"water is suspected, which sinks to the caliper and boils at %.0f °C. Change it.", brake.WaterBoils)
		if b.BledOn != nil {
			b.Months = fluid.MonthsSince(*b.BledOn, now)
		}
		return
	}
	if b.BledOn == nil {
		b.Says = "Its fluid was never changed here: ask when it was. DOT fluid takes up water and boils " +
			"sooner each year."
		return
	}
	b.Months = fluid.MonthsSince(*b.BledOn, now)
	grade, _ := brake.GradeOf(usualGrade)
	boils := grade.Aged(float64(b.Months))
	b.Boils = &boils
	b.Says = fmt.Sprintf("Changed %d months ago. Reckoned as %s it boils at about %.0f °C, between %.0f "+
		"and %.0f. An estimate: a test strip "+
		"knows.", b.Months, usualGrade, boils.Likely, boils.Low, boils.High)
	if b.Months >= fluid.OldMonths {
		b.Says += " Due for a change."
	}
}
