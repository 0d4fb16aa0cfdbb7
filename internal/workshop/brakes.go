package workshop

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"utensil/core/bike"
	"utensil/core/brake"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/knowledge"
)

// BrakeSide is one brake of a bike: what is in it, what was found, what can be done.
type BrakeSide struct {
	End     string         `json:"end" enum:"front,rear"`
	Kind    string         `json:"kind" doc:"the bike's fact"`
	Family  brake.Family   `json:"family,omitempty"`
	ReadBy  *FactRead      `json:"read_by,omitempty" doc:"who read on the cap what it holds"`
	BledOn  *time.Time     `json:"bled_on,omitempty"`
	Months  int            `json:"months,omitempty" doc:"since its fluid was changed here"`
	Boils   *brake.Boiling `json:"boils,omitempty" doc:"an estimate: a test strip knows"`
	Says    string         `json:"says" doc:"what the fluid's age means"`
	Pulls   []PullSeen     `json:"pulls" doc:"air found in the line, oldest first"`
	AirSays string         `json:"air_says,omitempty" doc:"the last of them against what is usual here"`
	Circuit brake.Circuit  `json:"circuit" doc:"about what it holds; change it where it is known better"`
	Points  []string       `json:"points" doc:"points of the walk-round on this brake"`
	Offers  []Offer        `json:"offers" doc:"guided work, what the findings ask for first"`
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

// Took is how long runs of a procedure took in this shop.
type Took struct {
	Minutes float64 `db:"minutes"` // on average
	Times   int     `db:"times"`
}

// usualGrade is reckoned with where nobody noted the fluid's grade: the lowest of those in use.
const usualGrade = "DOT 4"

// brakeSides lays the two brakes of a bike side by side.
func (w *Workshop) brakeSides(s *sheet) []BrakeSide {
	out := []BrakeSide{}
	for _, e := range []string{"front", "rear"} {
		kind, _ := s.Bike.Facts.Fact(e + "_brake")
		if kind == "none" {
			continue
		}
		family, circuit := s.circuit(e)
		b := BrakeSide{End: e, Kind: kind, Circuit: circuit, Points: []string{}, Pulls: []PullSeen{}, Offers: w.offers(s, e)}
		for _, id := range []string{e + "-lever", e + "-pads", e + "-rim-pads", e + "-rotor", e + "-rotor-face", e + "-hose", e + "-brake-cable"} {
			if slices.ContainsFunc(s.points, func(p knowledge.Point) bool { return p.ID == id }) {
				b.Points = append(b.Points, id)
			}
		}
		if read, known := s.Bike.Read[e+"_fluid"]; known {
			b.ReadBy = &read
		}
		if family.Fluid() {
			b.Family, b.BledOn = family, s.bledOn(e)
			b.age(w.now())
			b.Pulls = s.pulls(e)
			b.AirSays = airSays(b.Pulls, w.usualAir(s.Bike, e))
		}
		out = append(out, b)
	}
	return out
}

// bledOn is when the fluid of a brake was last changed here: by a bleed, but not by one from
// the lever alone.
func (s *sheet) bledOn(end string) *time.Time {
	var last *time.Time
	for _, l := range []ledger{s.past, s.ledger} {
		for _, e := range l.all(KindWork) {
			item, known := l.find(e.Content.Work.Item)
			if known && !e.Content.Work.Part && item.Content.Item != nil && item.Content.Item.Operation == "bleed-"+end && (last == nil || e.At.After(*last)) {
				last = &e.At
			}
		}
	}
	return last
}

// age says what the fluid's age means.
func (b *BrakeSide) age(now time.Time) {
	if b.Family == brake.Unknown {
		b.Says = "Nobody has read what it holds. It stands " + whereRead(b.End+"_fluid") + "."
		return
	}
	if b.Family == brake.Mineral {
		b.Says = fmt.Sprintf("Mineral oil does not take up water and is judged by its maker's figure. Dark, milky, or opened in the wet: then water is suspected, which sinks to the caliper and boils at %.0f °C. Change it.", brake.WaterBoils)
		if b.BledOn != nil {
			b.Months = monthsSince(*b.BledOn, now)
		}
		return
	}
	if b.BledOn == nil {
		b.Says = "Its fluid was never changed here: ask when it was. DOT fluid takes up water and boils sooner each year."
		return
	}
	b.Months = monthsSince(*b.BledOn, now)
	grade, _ := brake.GradeOf(usualGrade)
	boils := grade.Aged(float64(b.Months))
	b.Boils = &boils
	b.Says = fmt.Sprintf("Changed %d months ago. Reckoned as %s it boils at about %.0f °C, between %.0f and %.0f. An estimate: a test strip knows.", b.Months, usualGrade, boils.Likely, boils.Low, boils.High)
	if b.Months >= oldMonths {
		b.Says += " Due for a change."
	}
}

// oldMonths is when DOT fluid is near its year or past it: what would be due within a month is
// done while the bike is here (common practice, no source).
const oldMonths = 11

// fluidAge is what the shop knows of the age of a brake's fluid; "" when it was never changed here.
func (w *Workshop) fluidAge(s *sheet, end string) string {
	on := s.bledOn(end)
	family, _ := s.circuit(end)
	switch {
	case on == nil || family == brake.Unknown:
		return ""
	case family == brake.DOT && monthsSince(*on, w.now()) >= oldMonths:
		return knowledge.OldFluid
	}
	return knowledge.FreshFluid
}

func monthsSince(then, now time.Time) int {
	return int(math.Round(now.Sub(then).Hours() / 24 / 30.44))
}

// offers lists the guided work for one brake: what findings and causes found ask for first.
func (w *Workshop) offers(s *sheet, e string) []Offer {
	wanted := map[string]string{}
	for _, i := range s.items {
		if i.agreed() && i.Work == nil && i.Item.Operation != "" {
			wanted[i.Item.Operation] = "agreed with the owner"
		}
	}
	for _, f := range s.findings {
		for _, o := range f.Suggested {
			if wanted[o.Operation] == "" && f.Status != FindingDone && f.Mark.Worse(wear.Watch) {
				wanted[o.Operation] = lower(f.Title)
			}
		}
	}
	out := []Offer{}
	for _, p := range w.Book().ProceduresOn(s.Bike.Facts) {
		if end(p.ID) != e {
			continue
		}
		o := Offer{ID: p.ID, Name: p.Name, About: p.About, Minutes: p.Minutes, Here: math.Round(w.times[p.ID].Minutes), Times: w.times[p.ID].Times, Fluid: p.Fluid, FluidIf: p.FluidIf, Does: p.Operation, Choices: []Ask{}, Caution: p.Caution,
			Lay: append(slices.Clone(p.Tools), p.Consumables...)}
		operation, _ := w.Book().Operation(p.Operation)
		if p.Operation != "" {
			o.Wanted = wanted[p.Operation]
		}
		o.whole = p.School.RenewsAll()
		o.Parts, o.Joints = partNames(operation), w.jointsOf(s, p, operation)
		o.Choices = asksOf(p, s.Bike.Facts)
		out = append(out, o)
	}
	old := w.fluidAge(s, e) == knowledge.OldFluid
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
	told := chosenOn(p, f, nil)
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
func (w *Workshop) jointsOf(s *sheet, p knowledge.Procedure, o knowledge.Operation) []Joint {
	joints := []Joint{}
	for _, f := range w.Book().Fasteners {
		if !slices.Contains(o.Touches, f.ID) && !slices.Contains(p.Joints, f.ID) || !f.When.Holds(s.Bike.Facts) {
			continue
		}
		j := Joint{Name: f.Name, Tool: f.Tool, Set: f.Set}
		if rule := w.resolve(s, f).Rule; rule != nil {
			j.Min, j.Max = &rule.Min, &rule.Max
		}
		joints = append(joints, j)
	}
	return joints
}

// ridingCard tells the owner how to bed in what was fitted; empty when nothing asks for it.
func (w *Workshop) ridingCard(s *sheet) []string {
	card := []string{}
	var ends []string
	for _, e := range []string{"front", "rear"} {
		for _, i := range s.items {
			if i.Work != nil && slices.Contains([]string{"pads-disc-" + e, "rotor-" + e, "rescue-" + e}, i.Item.Operation) && !slices.Contains(ends, e) {
				ends = append(ends, e)
			}
		}
	}
	if len(ends) == 0 || len(w.Book().Bedding) == 0 {
		return card
	}
	scheme := w.Book().Bedding[0]
	card = append(card, fmt.Sprintf("Your %s brake is not at its full strength yet. Before you rely on it, on a quiet, level road:", strings.Join(ends, " and ")))
	for _, stage := range scheme.Stages {
		card = append(card, fmt.Sprintf("%d times: from %s km/h down to %s km/h, firmly, one brake at a time.", stage.Stops, measure.Format(stage.From), measure.Format(stage.To)))
	}
	ridden := s.Bike.Riding
	if passes, _ := brake.Along(scheme.Stages, ridden.Level); passes > 0 {
		road := ridden.Road
		if road == "" {
			road = "your road"
		}
		card = append(card, fmt.Sprintf("On %s, %s m of it, that is %s along. Look behind you before each.", road, measure.Format(ridden.Level), times(passes)))
	}
	hot := "it is hot"
	if plan, err := s.rotor(ends[0]).Bed(brake.Rider{Mass: ridden.Mass}, scheme.Stages, mildAir, 1); err == nil {
		hot = fmt.Sprintf("it gets to about %.0f °C", math.Round(plan.Hottest/10)*10)
	}
	return append(card, scheme.About+" Then ride on without braking and let it cool. Do not touch the rotor: "+hot+".")
}

// mildAir is the air that heat is reckoned in where nobody says, °C.
const mildAir = 15.0

// rotor is the rotor of an end, of the usual size where nobody has measured it.
func (s *sheet) rotor(end string) brake.Rotor {
	across := s.Bike.Riding.Front
	if end == "rear" {
		across = s.Bike.Riding.Rear
	}
	if across == 0 {
		across = 160
	}
	return brake.Rotor{Diameter: across}
}
