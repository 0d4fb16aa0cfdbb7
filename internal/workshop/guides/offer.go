package guides

import (
	"math"
	"slices"

	"utensil/core/bike"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
	"utensil/knowledge/complaint"
)

// Offer is a piece of guided work that a bike may have.
type Offer struct {
	ID      string   `json:"id"`
	End     string   `json:"end,omitempty" enum:"front,rear" doc:"of the bike; left out for what has none"`
	Bench   string   `json:"bench,omitempty" enum:"wheels,air" doc:"that it belongs to; left out for a brake's, and the rest"`
	Name    string   `json:"name"`
	About   string   `json:"about"`
	Point   string   `json:"point,omitempty" doc:"of the walk-round where it is drawn"`
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
	Reads   string   `json:"reads,omitempty" doc:"the fact that is read on the bike before it begins"`

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

// For lists the guided work for an end of the bike, or for what has no end: what findings and
// causes found ask for first.
func For(s *record.Sheet, e string) []Offer {
	out := slices.Clone(offered.Of(s)[e])
	old := fluid.FluidAge(s, e) == complaint.OldFluid
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

// offered is the guided work for a bike, by end: worked out once, since a screen asks for each of them.
var offered = record.Derive(func(s *record.Sheet) map[string][]Offer {
	wanted, facts, out := wantedOn(s), parts.Facts.Of(s), map[string][]Offer{"": {}, "front": {}, "rear": {}}
	for _, p := range s.Book.ProceduresOn(facts) {
		here := runlog.Times.Of(s)[p.ID]
		o := Offer{ID: p.ID, End: p.End, Bench: p.Bench, Name: p.Name, About: p.About,
			Minutes: p.Minutes, Here: math.Round(here.Minutes),
			Times: here.Times, Fluid: p.Fluid, FluidIf: p.FluidIf, Does: p.Operation, Caution: p.Caution,
			Lay: append(slices.Clone(p.Tools), p.Consumables...)}
		if o.Reads = runlog.Unread(p, facts, runlog.ChosenOn(p, facts, nil)); p.Fluid && o.Reads == p.End+"_fluid" {
			o.Reads = "" // the cap is read with its own words
		}
		operation, _ := s.Book.Operation(p.Operation)
		if p.Operation != "" {
			o.Wanted = wanted[p.Operation]
		}
		o.whole = p.School.RenewsAll()
		o.Point = pointOf(s, operation)
		o.Parts, o.Joints, o.Choices = partNames(operation), jointsOf(s, p, operation), asksOf(p, facts)
		end := p.End
		if p.Bench != "" {
			end = "" // a brake's side lists what is done to the brake
		}
		out[end] = append(out[end], o)
	}
	return out
})

// wantedOn says which work is asked for, and by what.
func wantedOn(s *record.Sheet) map[string]string {
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
	return wanted
}

// asksOf lists the choices that somebody is asked before a procedure begins: not those that the
// bike answers, nor those that hang on another answer of its.
func asksOf(p knowledge.Procedure, f bike.Facts) []Ask {
	asks := []Ask{}
	told := runlog.ChosenOn(p, f, nil)
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

// pointOf is the point of this bike that work puts right first.
func pointOf(s *record.Sheet, o knowledge.Operation) string {
	for _, c := range o.Cures {
		if p, known := s.Book.Point(c.Point); known && p.When.Holds(parts.Facts.Of(s)) {
			return p.ID
		}
	}
	return ""
}

func partNames(o knowledge.Operation) []string {
	names := []string{}
	for _, p := range o.Parts {
		names = append(names, p.Name)
	}
	return names
}

// joint is a fastener of this bike, with its place in the book.
type joint struct {
	Joint
	place int
}

// fastened are the fasteners of this bike.
var fastened = record.Derive(func(s *record.Sheet) map[string]joint {
	here, facts := map[string]joint{}, parts.Facts.Of(s)
	for i, f := range s.Book.Fasteners {
		if !f.When.Holds(facts) {
			continue
		}
		f = f.On(facts)
		j := joint{Joint{Name: f.Name, Tool: f.Tool, Set: f.Set}, i}
		if f.AskedFirst(facts) != "" {
			j.Set = "nobody has read what it is"
		}
		if rule := torque.Resolve(s, f).Rule; rule != nil {
			j.Min, j.Max = &rule.Min, &rule.Max
		}
		here[f.ID] = j
	}
	return here
})

// jointsOf lists the fasteners of this bike that a procedure and its work open, in the book's order.
func jointsOf(s *record.Sheet, p knowledge.Procedure, o knowledge.Operation) []Joint {
	ids := s.Book.Hanging(slices.Concat(record.Loosens(s, o), p.Joints),
		func(c bike.Condition) bool { return c.Holds(parts.Facts.Of(s)) })
	slices.Sort(ids)
	var opened []joint
	for _, id := range slices.Compact(ids) {
		if j, here := fastened.Of(s)[id]; here {
			opened = append(opened, j)
		}
	}
	slices.SortFunc(opened, func(a, b joint) int { return a.place - b.place })
	joints := make([]Joint, len(opened))
	for i, j := range opened {
		joints[i] = j.Joint
	}
	return joints
}
