package knowledge

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"strings"

	"utensil/core/bike"
	"utensil/core/brake"
	"utensil/core/procedure"
	"utensil/knowledge/flow"
)

// Procedure is guided work on a bike that has what it is about.
type Procedure struct {
	ID    string `yaml:"id"`
	Name  string `yaml:"name"`
	About string `yaml:"about"`
	End   string `yaml:"end"` // front or rear, where there are two
	// that it belongs to: wheels or air; left out for the brake's at an end, and the rest
	Bench       string              `yaml:"bench"`
	When        bike.Condition      `yaml:"when"`
	Operation   string              `yaml:"operation"` // the work item it does
	School      brake.School        `yaml:"school"`    // of bleeding
	Fluid       bool                `yaml:"fluid"`     // a bottle is poured
	FluidIf     map[string][]string `yaml:"fluid_if"`  // choices under which it is; none for always
	Minutes     int                 `yaml:"minutes"`
	Tools       []string            `yaml:"tools"`
	Consumables []string            `yaml:"consumables"`
	Caution     string              `yaml:"caution"`
	CallBacks   []ComeBack          `yaml:"call_backs"`
	Source      string              `yaml:"source"`
	Joints      []string            `yaml:"-"` // fasteners that it torques

	procedure.Procedure `yaml:",inline"`
}

// ComeBack is a reason for the bike to come back after a procedure.
type ComeBack struct {
	Days      int                 `yaml:"days"`
	What      string              `yaml:"what"`
	Operation string              `yaml:"operation"` // that it is for, if the shop sells it
	Point     string              `yaml:"point"`     // that is looked at again
	If        map[string][]string `yaml:"if"`        // choices under which it is so
	Family    brake.Family        `yaml:"family"`    // of the fluid; "" for any
}

// State is something that is so while work goes on.
type State struct {
	procedure.State `yaml:",inline"`

	End  string `yaml:"end"`  // front or rear, where there are two
	Beds bool   `yaml:"beds"` // what was worked on is weak until it is bedded in
	On   []On   `yaml:"on"`   // what it needs besides on some bikes
}

func (s State) Key() string { return s.ID }

// State finds a state.
func (b *Book) State(id string) (State, bool) { return find(b.States, id) }

// StateName is what a state is called; ids of older books are read as words.
func (b *Book) StateName(id string) string {
	if s, known := find(b.States, id); known {
		return s.Name
	}
	return strings.ReplaceAll(id, "-", " ")
}

// Pours says whether a bottle is poured under the choices made.
func (p Procedure) Pours(chosen map[string]string) bool {
	return p.Fluid && meets(p.FluidIf, chosen)
}

func meets(conditions map[string][]string, chosen map[string]string) bool {
	for choice, options := range conditions {
		if !slices.Contains(options, chosen[choice]) {
			return false
		}
	}
	return true
}

// Scheme is a way to bed a brake in.
type Scheme struct {
	ID     string        `yaml:"id" json:"id"`
	Name   string        `yaml:"name" json:"name"`
	About  string        `yaml:"about" json:"about"`
	Stages []brake.Stage `yaml:"stages" json:"stages"`
	Source string        `yaml:"source" json:"source"`
}

// Fluid is a family of brake fluid and how long an opened bottle is used.
type Fluid struct {
	ID     string `yaml:"id" json:"id"`
	Name   string `yaml:"name" json:"name"`
	Days   int    `yaml:"days" json:"days"`
	Source string `yaml:"source" json:"source"`
}

func (p Procedure) Key() string { return p.ID }
func (s Scheme) Key() string    { return s.ID }
func (f Fluid) Key() string     { return f.ID }

// GuidedWork finds a procedure.
func (b *Book) GuidedWork(id string) (Procedure, bool) { return find(b.Procedures, id) }

// Fluid finds a family of fluids.
func (b *Book) Fluid(family brake.Family) (Fluid, bool) { return find(b.Fluids, string(family)) }

// ProceduresOn lists the procedures for a bike.
func (b *Book) ProceduresOn(f bike.Facts) []Procedure {
	return slices.DeleteFunc(slices.Clone(b.Procedures), func(p Procedure) bool { return !p.When.Holds(f) })
}

// comes says whether a reason to come back holds under the choices and for the fluid.
func (c ComeBack) comes(chosen map[string]string, family brake.Family) bool {
	return meets(c.If, chosen) && (c.Family == "" || c.Family == family)
}

// ComeBacksAfter lists why the bike is to come back after a run of the procedure.
func (p Procedure) ComeBacksAfter(chosen map[string]string, family brake.Family) []ComeBack {
	return slices.DeleteFunc(slices.Clone(p.CallBacks), func(c ComeBack) bool { return !c.comes(chosen, family) })
}

func (b *Book) validateState(s State, states procedure.StateBook) error {
	for _, id := range s.Undoes {
		f, known := b.Fastener(id)
		if !known {
			return fmt.Errorf("undoes %q, which is no fastener", id)
		}
		if !f.Near().Proves(s.Disturbs) {
			return fmt.Errorf("disturbs %s by undoing %q, which does not name it: brakes", s.Disturbs, id)
		}
	}
	return states.Validate(s.ID)
}

// validateWork refuses a step after which a brake is weak, in work that does not say so to the
// rider, and one that finds something which work puts right that there is not.
func (b *Book) validateWork(p Procedure, s procedure.Step) error {
	work, _ := b.Operation(p.Operation)
	for _, id := range s.Does {
		if state, _ := b.State(id); state.Beds && !work.Beds {
			return fmt.Errorf("step %s: %s leaves a brake weak, and its work (%s) does not tell the "+
				"rider to bed it in: beds", s.ID, state.Name,
				cmp.Or(p.Operation, "none"))
		}
	}
	for _, o := range s.Outcomes {
		if o.Finds == nil || o.Finds.Work == "" {
			continue
		}
		if _, known := b.Operation(o.Finds.Work); !known {
			return fmt.Errorf("step %s: there is no operation %q", s.ID, o.Finds.Work)
		}
	}
	return nil
}

// validateProcedure checks a procedure against the book, and walks every way through it.
// asksForAll proves that a piece of work asks for the torque of every joint that its guided way
// always loosens, on each bike that it is for: whoever does the work without the guide is asked
// the same.
func (b *Book) asksForAll(p Procedure, states procedure.StateBook) error {
	o, sold := b.Operation(p.Operation)
	if !sold {
		return nil
	}
	ways, err := p.Always(states)
	if err != nil {
		return err
	}
	seen, everywhere := map[string]bool{}, b.Loosens(o, func(bike.Condition) bool { return false })
	for _, way := range ways {
		for _, joint := range way.Joints {
			if slices.Contains(everywhere, joint) {
				continue
			}
			only := p.only(way.Told)
			narrow := narrowed(only, append(b.asking(o, joint), p.When)...)
			key := fmt.Sprint(joint, narrow)
			if seen[key] {
				continue
			}
			if _, lacks := b.unasked(o, joint, p.When, narrow); !lacks {
				seen[key] = true
				continue
			}
			if facts, lacks := b.unasked(o, joint, p.When, only); lacks {
				return fmt.Errorf("it always loosens %s, and %s does not ask for its torque on a bike "+
					"such as one with %s: put it under its "+
					"touches, or under hangs what it hangs on", joint, o.ID, facts)
			}
		}
	}
	return nil
}

// unasked finds a bike under some conditions that has a joint which work does not ask for, in words.
func (b *Book) unasked(o Operation, joint string, conditions ...bike.Condition) (string, bool) {
	f, _ := b.Fastener(joint)
	told := append(slices.Clone(conditions), b.asking(o, joint)...)
	conditions = append(conditions, f.When, o.When)
	for facts := range bike.Every(told...) {
		holds := func(c bike.Condition) bool { return c.Holds(facts) }
		if slices.ContainsFunc(conditions, func(c bike.Condition) bool { return !c.Holds(facts) }) {
			continue
		}
		if !slices.Contains(b.Loosens(o, holds), joint) {
			return fmt.Sprintf("%s gears, rear brake %s, front brake %s, front axle %s, rear axle %s",
				facts.Gears, facts.RearBrake,
				facts.FrontBrake, facts.FrontAxle, facts.RearAxle), true
		}
	}
	return "", false
}

// asking are the conditions under which work asks for a joint.
func (b *Book) asking(o Operation, joint string) []bike.Condition {
	f, _ := b.Fastener(joint)
	told := []bike.Condition{f.When, o.When}
	for _, h := range b.Hangs {
		if slices.Contains(h.Also, joint) {
			told = append(told, h.When)
		}
	}
	for _, x := range b.someBikes(o) {
		if slices.Contains(x.Touches, joint) {
			told = append(told, x.When)
		}
	}
	return told
}

// someBikes are the fasteners that work and what it needs done first disturb on some bikes only.
func (b *Book) someBikes(o Operation) []flow.Besides {
	all := slices.Clone(o.Besides)
	for _, id := range o.Needs {
		p, _ := b.Prerequisite(id)
		all = append(all, p.Besides...)
	}
	return all
}

func (b *Book) validateProcedure(p Procedure, states procedure.StateBook) error {
	if p.Name == "" || p.Minutes <= 0 || p.Source == "" || p.Caution == "" {
		return errors.New("a procedure needs a name, minutes, a caution and a source")
	}
	if _, known := b.Operation(p.Operation); p.Operation != "" && !known {
		return fmt.Errorf("there is no operation %q", p.Operation)
	}
	for _, s := range p.Steps {
		if err := b.validateWork(p, s); err != nil {
			return err
		}
		for _, id := range append(slices.Clone(s.Undoes), s.Record.Joints()...) {
			if _, known := b.Fastener(id); !known {
				return fmt.Errorf("step %s: there is no fastener %q", s.ID, id)
			}
		}
		if s.Record == nil {
			continue
		}
		if _, known := b.Point(s.Record.Point); s.Record.Point != "" && !known {
			return fmt.Errorf("step %s: there is no point %q", s.ID, s.Record.Point)
		}
		if _, known := b.Place(s.Record.Part); s.Record.Part != "" && !known {
			return fmt.Errorf("step %s: there is no place %q", s.ID, s.Record.Part)
		}
	}
	if p.Bench != "" && p.Bench != "wheels" && p.Bench != "air" {
		return fmt.Errorf("there is no bench %q: wheels or air", p.Bench)
	}
	for _, c := range p.Choices {
		if err := validateFact(p, c); err != nil {
			return fmt.Errorf("choice %s: %w", c.ID, err)
		}
	}
	for _, c := range p.CallBacks {
		if c.Days < 1 || c.What == "" {
			return errors.New("a call-back needs days and what it is for")
		}
		if _, known := b.Operation(c.Operation); c.Operation != "" && !known {
			return fmt.Errorf("a call-back is for %q, which is no operation", c.Operation)
		}
		if _, known := b.Point(c.Point); c.Point != "" && !known {
			return fmt.Errorf("a call-back is to look at %q, which is no point", c.Point)
		}
	}
	if err := errors.Join(p.When.Validate(), p.Procedure.Validate()); err != nil {
		return err
	}
	if err := p.Prove(states, b.Order()...); err != nil {
		return err
	}
	return errors.Join(b.readsWhatIsThere(p), b.asksForAll(p, states), b.onSome(p, states))
}

// validateFact checks that what the bike answers is a word of its fact, and that every bike the
// procedure is for answers.
func validateFact(p Procedure, c procedure.Choice) error {
	if c.Fact == "" {
		return nil
	}
	for _, o := range c.Options {
		for _, word := range o.Means() {
			if !bike.MayHold(c.Fact, word) {
				return fmt.Errorf("%s is never %q", c.Fact, word)
			}
		}
	}
	for _, word := range bike.WordsOf(c.Fact) {
		// what is not read yet, or is not there, is asked for where it guards
		only, read := p.When[c.Fact], bike.Known(word)
		if read && c.Answer(word) == "" && (only == nil || slices.Contains(only, word)) {
			return fmt.Errorf("a bike whose %s is %q is given no option", c.Fact, word)
		}
	}
	return nil
}

func validateScheme(s Scheme) error {
	if s.Name == "" || s.Source == "" || len(s.Stages) == 0 {
		return errors.New("a scheme of bedding in needs a name, stages and a source")
	}
	_, err := brake.Rotor{Diameter: 160}.Bed(brake.Rider{Mass: 85}, s.Stages, 15, 1)
	return err
}
