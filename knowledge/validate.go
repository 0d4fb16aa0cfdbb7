package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/core/fastener"
	"utensil/core/procedure"
	"utensil/knowledge/entries"
	"utensil/knowledge/flow"
)

func (b *Book) validatePoint(p Point) error {
	if _, known := b.Depth(p.From); !known {
		return fmt.Errorf("there is no depth %q", p.From)
	}
	if p.Name == "" || p.Method == "" || p.Worn == "" || p.Source == "" {
		return errors.New("a point needs a name, a method, what a worn part asks for, and a source")
	}
	if len(p.Scale) > 9 {
		return errors.New("a scale has at most nine words: one for each key")
	}
	if (p.Gauge == nil) == (len(p.Scale) == 0) {
		return errors.New("a point has either a gauge or a scale")
	}
	for _, beside := range []string{p.After, p.At} {
		if _, known := b.Point(beside); beside != "" && (!known || beside == p.ID) {
			return fmt.Errorf("%q is no other point to stand beside or to come after", beside)
		}
	}
	if p.Gauge != nil {
		if err := p.Gauge.Validate(); err != nil {
			return err
		}
	}
	for _, w := range p.Scale {
		if err := w.Mark.Validate(); err != nil {
			return err
		}
	}
	return p.When.Validate()
}

func (b *Book) validateRoute(r Route) error {
	if r.Name == "" {
		return errors.New("a route needs a name")
	}
	seen := map[string]bool{}
	for _, id := range r.Points {
		if _, known := b.Point(id); !known || seen[id] {
			return fmt.Errorf("%q is no point, or stands twice", id)
		}
		seen[id] = true
	}
	return nil
}

func (b *Book) validateSequence(s flow.Sequence) error {
	return s.Validate(func(work string) ([]string, bool) {
		o, known := b.Operation(work)
		return b.allNeeds(o), known
	}, func(id string) bool {
		_, known := b.Prerequisite(id)
		return known
	})
}

// validateSequences proves them together, and that work whose guided work rides the bike says so.
func (b *Book) validateSequences() error {
	rides := func(state string) bool { s, _ := find(b.States, state); return s.Tried != "" }
	for _, p := range b.Procedures {
		ride := func(s procedure.Step) bool { return slices.ContainsFunc(s.Does, rides) }
		if p.Operation != "" && slices.ContainsFunc(p.Steps, ride) && flow.Rides(b.Sequences, p.Operation) == "" {
			return fmt.Errorf("in “%s” the bike is ridden: %s is said to ride under sequences", p.Name, p.Operation)
		}
	}
	return flow.Check(b.Sequences)
}

// validateVariants proves that a fastener of several kinds is one of them on every bike where its
// fact was read, that each is sound, and that without it nothing is promised: no figure, and no
// way out of reading it.
func (b *Book) validateVariants(f Fastener) error {
	if f.Torque != nil || f.Set != "" || f.Class != "" || len(f.Meets) > 0 {
		return errors.New("a fastener of several kinds has figures in each of them only")
	}
	if !f.Certain {
		return errors.New("a fastener of several kinds is certain: else it is said not to be there " +
			"before anybody has looked")
	}
	conditions := []bike.Condition{f.When}
	for i, v := range f.As {
		if len(v.When) != 1 {
			return fmt.Errorf("kind %d hangs on one fact that is read", i+1)
		}
		for fact, words := range v.When {
			if _, guards := bike.GuardOf(fact); !guards || slices.Contains(words, bike.Unknown) {
				return fmt.Errorf("kind %d hangs on %s: a fact that is read, and a word that was", i+1, fact)
			}
		}
		conditions = append(conditions, v.When)
	}
	for facts := range bike.Every(conditions...) {
		if !f.When.Holds(facts) || f.AskedFirst(facts) != "" {
			continue
		}
		on := f.On(facts)
		on.As = nil
		if on.Torque == nil && on.Set == "" {
			return errors.New("there are bikes on which it is none of its kinds")
		}
		if err := b.validateFastener(on); err != nil {
			return err
		}
	}
	return nil
}

func (b *Book) validateFastener(f Fastener) error {
	if f.Name == "" || f.Tool == "" || f.Component == "" || f.Source == "" {
		return errors.New("a fastener needs a name, a component, a tool and a source")
	}
	if _, known := b.Treatment(f.Treatment); !known {
		return fmt.Errorf("there is no treatment %q", f.Treatment)
	}
	if _, known := b.Depth(f.From); !known && f.From != "" {
		return fmt.Errorf("there is no depth %q", f.From)
	}
	if err := f.Brakes.Validate(); err != nil {
		return err
	}
	if f.Thread != "" {
		if _, err := fastener.ParseThread(f.Thread); err != nil {
			return err
		}
	}
	_, strong := fastener.ClassOf(f.Class)
	if !strong && f.Class != "" {
		return fmt.Errorf("there is no strength class %q", f.Class)
	}
	if len(f.As) > 0 {
		return b.validateVariants(f)
	}
	estimated := f.Class != "" && f.Thread != ""
	if ways := count(f.Torque != nil, f.Set != "", estimated); ways != 1 {
		return errors.New("a fastener has one of: a torque, a thread with a class to estimate it from, " +
			"a way to set it by feel")
	}
	if estimated && f.Into != fastener.InSteel && f.Into != fastener.InAluminium && f.Into != fastener.OnCarbon {
		return fmt.Errorf("into is %q: an estimate needs to know steel, aluminium or carbon", f.Into)
	}
	if f.Hand != "" && f.Hand != "left" && f.Hand != "right" {
		return fmt.Errorf("thread hand is %q: left or right", f.Hand)
	}
	if len(f.HandWhen) > 0 && f.HandAsked == "" {
		return errors.New("a hand that hangs on a fact needs hand_asked: what to say while nobody has read it")
	}
	if f.Torque != nil {
		if err := rule(*f.Torque, f.Source).Validate(); err != nil {
			return err
		}
	}
	for _, m := range f.Meets {
		if m.Part == "" || f.Torque == nil {
			return errors.New("what it meets needs a name, and a torque of the fastener to compare with")
		}
		if err := errors.Join(rule(m.Torque, m.Source).Validate(), m.When.Validate()); err != nil {
			return fmt.Errorf("%s: %w", m.Part, err)
		}
	}
	return errors.Join(f.Pattern.Validate(), f.When.Validate(), f.HandWhen.Validate())
}

// count counts what is true.
func count(all ...bool) (n int) {
	for _, is := range all {
		if is {
			n++
		}
	}
	return n
}

// states are the states that steps may name.
func (b *Book) states() procedure.StateBook {
	states := procedure.StateBook{}
	for _, s := range b.States {
		states[s.ID] = s.State
	}
	return states
}

// validateGuided proves the states and the procedures over them.
func (b *Book) validateGuided(origins entries.Origin) (errs []error) {
	wrong := func(at string, err error) {
		if err != nil {
			errs = append(errs, fmt.Errorf("%s: %w", at, err))
		}
	}
	states := b.states()
	for _, s := range b.States {
		wrong(origins.At("states.yaml", s.ID), b.validateState(s, states))
	}
	rests := b.rests()
	for _, p := range b.Procedures {
		err := once(rests, p, func() error { return b.validateProcedure(p, states) })
		var breach *procedure.Breach
		if errors.As(err, &breach) {
			wrong(origins.Within("procedures", p.ID, breach.Step), err)
			continue
		}
		wrong(origins.At("procedures", p.ID), err)
	}
	return errs
}

func (t Treatment) validate() error {
	if err := t.Friction.Validate(); err != nil {
		return err
	}
	return sourced("a treatment needs a name and a source", t.Name != "", t.Source)
}

func (f Fluid) validate() error {
	return sourced("a fluid needs a name, days and a source", f.Name != "" && f.Days >= 0, f.Source)
}

// sourced says what an entry needs that is not whole, or that names no source.
func sourced(needs string, whole bool, source string) error {
	if !whole || source == "" {
		return errors.New(needs)
	}
	return nil
}
