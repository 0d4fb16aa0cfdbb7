package brakes

import (
	"fmt"
	"math"
	"slices"
	"time"

	"utensil/core/bike"
	"utensil/core/brake"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/guided"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
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
	Pulls   []PullSeen       `json:"pulls" doc:"air found in the line, oldest first"`
	AirSays string           `json:"air_says,omitempty" doc:"the last of them against what is usual here"`
	Circuit brake.Circuit    `json:"circuit" doc:"about what it holds; change it where it is known better"`
	Points  []string         `json:"points" doc:"points of the walk-round on this brake"`
	Offers  []Offer          `json:"offers" doc:"guided work, what the findings ask for first"`
}

// Offer is a piece of guided work for a brake.
type Offer struct {
	ID      string   `json:"id"`
	Name    string   `json:"name"`
	About   string   `json:"about"`
	Minutes int      `json:"minutes" doc:"as it ships"`
	Here    float64  `json:"here,omitempty" doc:"minutes it takes here, on average"`
	Times   int      `json:"times,omitempty" doc:"how often it was run here"`
	Wanted  string   `json:"wanted,omitempty" doc:"why it is offered first"`
	Fluid   bool     `json:"fluid"`
	Does    string   `json:"operation,omitempty" doc:"the work item it does"`
	Choices []Ask    `json:"choices"`
	Lay     []string `json:"lay_out" doc:"tools and consumables, to lay out first"`
	Parts   []string `json:"parts" doc:"that it usually fits"`
	Joints  []Joint  `json:"joints" doc:"that it opens, with what they are to have"`
	Caution string   `json:"caution"`

	FluidIf map[string][]string `json:"fluid_if,omitempty" doc:"choices under which a bottle is poured; none for always"`

	whole bool // it renews all of the fluid
}

// Joint is a fastener that guided work opens.
type Joint struct {
	Name string          `json:"name"`
	Tool string          `json:"tool"`
	Set  string          `json:"set,omitempty" doc:"how it is set, when by feel"`
	Min  *measure.Torque `json:"min_nm,omitempty"`
	Max  *measure.Torque `json:"max_nm,omitempty"`
}

// Ask is a choice to make before guided work begins.
type Ask struct {
	ID      string      `json:"id"`
	Ask     string      `json:"ask"`
	Options []AskOption `json:"options"`

	If map[string][]string `json:"if,omitempty" doc:"choices before it under which it is asked"`
}

// AskOption is one way to choose.
type AskOption struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Why  string `json:"why,omitempty"`
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
		b := BrakeSide{End: e, Kind: kind, Circuit: circuit, Points: []string{}, Pulls: []PullSeen{}, Offers: Offers(s, e)}
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
	on := slices.DeleteFunc(slices.Clone(inspect.Points.Of(s)), func(p knowledge.Point) bool { return p.End != end || p.OnBrake == 0 })
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
		b.Says = fmt.Sprintf("Mineral oil does not take up water and is judged by its maker's figure. Dark, milky, or opened in the wet: then "+
			"water is suspected, which sinks to the caliper and boils at %.0f °C. Change it.", brake.WaterBoils)
		if b.BledOn != nil {
			b.Months = fluid.MonthsSince(*b.BledOn, now)
		}
		return
	}
	if b.BledOn == nil {
		b.Says = "Its fluid was never changed here: ask when it was. DOT fluid takes up water and boils sooner each year."
		return
	}
	b.Months = fluid.MonthsSince(*b.BledOn, now)
	grade, _ := brake.GradeOf(usualGrade)
	boils := grade.Aged(float64(b.Months))
	b.Boils = &boils
	b.Says = fmt.Sprintf("Changed %d months ago. Reckoned as %s it boils at about %.0f °C, between %.0f and %.0f. An estimate: a test strip "+
		"knows.", b.Months, usualGrade, boils.Likely, boils.Low, boils.High)
	if b.Months >= fluid.OldMonths {
		b.Says += " Due for a change."
	}
}

// Offers lists the guided work for one brake: what findings and causes found ask for first.
func Offers(s *record.Sheet, e string) []Offer {
	wanted := map[string]string{}
	for _, i := range agree.Proposals.Of(s) {
		if i.Agreed() && i.Work == nil && i.Item.Operation != "" {
			wanted[i.Item.Operation] = "agreed with the owner"
		}
	}
	for _, f := range findings.All.Of(s) {
		for _, o := range f.Suggested {
			if wanted[o.Operation] == "" && f.Status != findings.FindingDone && f.Mark.Worse(wear.Watch) {
				wanted[o.Operation] = words.Lower(f.Title)
			}
		}
	}
	out := []Offer{}
	for _, p := range s.Book.ProceduresOn(s.Bike.Facts) {
		if p.End != e {
			continue
		}
		o := Offer{ID: p.ID, Name: p.Name, About: p.About, Minutes: p.Minutes, Here: math.Round(guided.Times.Of(s)[p.ID].Minutes),
			Times: guided.Times.Of(s)[p.ID].Times, Fluid: p.Fluid, FluidIf: p.FluidIf, Does: p.Operation, Choices: []Ask{}, Caution: p.Caution,
			Lay: append(slices.Clone(p.Tools), p.Consumables...)}
		operation, _ := s.Book.Operation(p.Operation)
		if p.Operation != "" {
			o.Wanted = wanted[p.Operation]
		}
		o.whole = p.School.RenewsAll()
		o.Parts, o.Joints = partNames(operation), jointsOf(s, p, operation)
		o.Choices = asksOf(p, s.Bike.Facts)
		out = append(out, o)
	}
	old := fluid.FluidAge(s, e) == knowledge.OldFluid
	slices.SortStableFunc(out, func(a, b Offer) int {
		switch {
		case (a.Wanted != "") == (b.Wanted != "") && old && a.Wanted != "" && a.Does == b.Does && a.whole != b.whole:
			if a.whole {
				return -1
			}
			return 1
		case (a.Wanted != "") == (b.Wanted != ""):
			return 0
		case a.Wanted != "":
			return -1
		}
		return 1
	})
	return out
}

// asksOf lists the choices that somebody is asked before a procedure begins: not those that the
// bike answers, nor those that hang on another answer of its.
func asksOf(p knowledge.Procedure, f bike.Facts) []Ask {
	asks := []Ask{}
	told := guided.ChosenOn(p, f, nil)
	for _, c := range p.Choices {
		if c.Fact != "" {
			continue
		}
		ask := Ask{ID: c.ID, Ask: c.Ask}
		there := true
		for on, options := range c.If {
			if word, answered := told[on]; answered {
				there = there && slices.Contains(options, word)
				continue
			}
			if ask.If == nil {
				ask.If = map[string][]string{}
			}
			ask.If[on] = options
		}
		for _, x := range c.Options {
			ask.Options = append(ask.Options, AskOption{x.ID, x.Name, x.Why})
		}
		if there {
			asks = append(asks, ask)
		}
	}
	return asks
}

func partNames(o knowledge.Operation) []string {
	names := []string{}
	for _, p := range o.Parts {
		names = append(names, p.Name)
	}
	return names
}

// jointsOf lists the fasteners of this bike that a procedure and its work open.
func jointsOf(s *record.Sheet, p knowledge.Procedure, o knowledge.Operation) []Joint {
	joints := []Joint{}
	for _, f := range s.Book.Fasteners {
		if !slices.Contains(o.Touches, f.ID) && !slices.Contains(p.Joints, f.ID) || !f.When.Holds(s.Bike.Facts) {
			continue
		}
		j := Joint{Name: f.Name, Tool: f.Tool, Set: f.Set}
		if rule := torque.Resolve(s, f).Rule; rule != nil {
			j.Min, j.Max = &rule.Min, &rule.Max
		}
		joints = append(joints, j)
	}
	return joints
}
