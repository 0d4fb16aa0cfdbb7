package service

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
)

// Book is what services are proved against.
type Book struct {
	Kinds    []bike.Facts
	On       func(bike.Facts) Has
	All      Has // whatever any bike may have
	Needs    func(preparation string) bool
	Joints   func(fastener string) bool
	Alone    func(kind string) bool
	Depth    func(depth string) (rank int, known bool)
	Guided   func(bike.Facts, string) bool              // there are steps for the work on such a bike
	Own      func(work string) (why string)             // why work is agreed by itself; "" where it may be part of more
	Does     func(guide, work string) bool              // the guide does the work
	Before   func(work, other string) (why string)      // why work comes before other work; "" where it does not
	Services func(service string) (s Service, was bool) // another
}

// tests are what a step may disturb.
var tests = []string{"front_brake", "rear_brake", "third_brake", "test_ride"}

// Prove reports what is wrong with a service: what it names and there is not, work that it puts
// before what comes first, work that nobody is told how to do, what it leaves out of what it
// includes, on any bike that it is offered for.
func (b Book) Prove(s Service) error {
	if s.Name == "" || s.About == "" || s.Source == "" || s.Minutes < 0 {
		return errors.New("a service needs a name, what it is about, minutes and a source")
	}
	if _, known := b.Depth(s.Depth); !known {
		return fmt.Errorf("there is no depth %q", s.Depth)
	}
	if err := s.When.Validate(); err != nil {
		return err
	}
	seen, last := map[string]bool{}, ""
	for _, step := range s.Steps {
		if last != "" && step.Last == "" && len(step.Oils)+len(step.Apart)+len(step.Needs)+len(step.Touches) > 0 {
			return fmt.Errorf("%s has hands on the bike after %s, which comes last", step.ID, last)
		}
		if step.Last != "" {
			last = step.ID
		}
		if err := b.proveStep(step); err != nil {
			return fmt.Errorf("%s: %w", step.ID, err)
		}
		if seen[step.ID] {
			return fmt.Errorf("two steps are called %q", step.ID)
		}
		seen[step.ID] = true
	}
	offered := false
	for _, f := range b.Kinds {
		if !s.When.Holds(f) {
			continue
		}
		offered = true
		if err := b.proveOn(s, f); err != nil {
			return fmt.Errorf("on a %s: %w", f.Kind, err)
		}
	}
	if !offered {
		return errors.New("it is offered for no kind of bike")
	}
	return nil
}

func (b Book) proveStep(s Step) error {
	if s.ID == "" || StepOf(s.ID) != s.ID || s.Do == "" {
		return errors.New("a step needs an id without a stroke, and what is done")
	}
	if len(s.Work) == 0 && s.Minutes <= 0 {
		return errors.New("a step needs its minutes")
	}
	if len(s.Work) > 0 && len(s.Looks)+len(s.Oils)+len(s.Apart)+len(s.Touches)+len(s.Needs) > 0 {
		return errors.New("work says itself what it needs and undoes: what is looked at besides is a step of its own")
	}
	for _, named := range []struct {
		ids, all []string
		what     string
	}{{s.Looks, b.All.Points, "point"}, {s.Oils, b.All.Oils, "place to oil"}, {s.Work, b.All.Work, "work"},
		{s.Apart, b.All.Apart, "assembly"}, {s.Disturbs, tests, "test"}} {
		for _, id := range named.ids {
			if !slices.Contains(named.all, id) {
				return fmt.Errorf("there is no %s %q", named.what, id)
			}
		}
	}
	for _, work := range s.Work {
		if why := b.Own(work); why != "" {
			return fmt.Errorf("%s %s: it is proposed, agreed and marked done by itself", work, why)
		}
	}
	for _, guide := range s.Guides {
		if !slices.ContainsFunc(s.Work, func(work string) bool { return b.Does(guide, work) }) {
			return fmt.Errorf("%q is no guided work that does any of it", guide)
		}
	}
	for _, id := range s.Needs {
		if !b.Needs(id) {
			return fmt.Errorf("%q is no preparation", id)
		}
	}
	for _, id := range s.Touches {
		if !b.Joints(id) {
			return fmt.Errorf("%q is no fastener", id)
		}
	}
	if s.Writes != "" && len(s.Work) > 0 {
		return errors.New("what is written down of work is said by its guided work")
	}
	if s.First != "" && (s.Last != "" || len(s.Work) > 0) {
		return errors.New("what comes first is no work, and does not come last as well")
	}
	if s.Alone != "" && !b.Alone(s.Alone) {
		return fmt.Errorf("nothing called %q goes on by itself", s.Alone)
	}
	if s.Point != "" && !slices.Contains(b.All.Points, s.Point) {
		return fmt.Errorf("there is no point %q", s.Point)
	}
	return s.When.Validate()
}

// proveOn proves the walk on one bike.
func (b Book) proveOn(s Service, f bike.Facts) error {
	walk := s.On(f, b.On(f))
	if len(s.Steps) > 0 && len(walk) == 0 {
		return errors.New("nothing of it is left")
	}
	var done []string
	for _, part := range Parts(walk) {
		if part.Work == "" {
			continue
		}
		if slices.Contains(done, part.Work) {
			return fmt.Errorf("%s is done twice", part.Work)
		}
		for _, earlier := range done {
			if why := b.Before(part.Work, earlier); why != "" {
				return fmt.Errorf("%s comes before %s: %s", part.Work, earlier, why)
			}
		}
		if part.Step.None == "" && !b.Guided(f, part.Work) {
			return fmt.Errorf("%s: nobody is told how to do %s. Say under “none” why", part.Step.ID, part.Work)
		}
		done = append(done, part.Work)
	}
	for _, id := range s.Includes {
		if err := b.includes(s, walk, id, f); err != nil {
			return err
		}
	}
	return nil
}

// includes proves that a walk keeps every step of another on a bike, or does something for it.
func (b Book) includes(s Service, walk []Step, id string, f bike.Facts) error {
	other, known := b.Services(id)
	if !known || id == s.ID {
		return fmt.Errorf("includes %q, which is no other service", id)
	}
	if !other.When.Holds(f) {
		return nil
	}
	deep, _ := b.Depth(s.Depth)
	if least, _ := b.Depth(other.Depth); deep < least {
		return fmt.Errorf("it goes less deep than the %s that it includes", other.Name)
	}
	for _, step := range other.On(f, b.On(f)) {
		if !slices.ContainsFunc(walk, func(own Step) bool {
			return own.ID == step.ID && own.keeps(step) || slices.Contains(own.For, step.ID)
		}) {
			return fmt.Errorf("it includes the %s, and leaves out its %q", other.Name, step.ID)
		}
	}
	return nil
}

// keeps says whether a step does all that another of the same name does.
func (s Step) keeps(other Step) bool {
	within := func(these, those []string) bool { return len(both(these, those)) == len(these) }
	return within(other.Looks, s.Looks) && within(other.Oils, s.Oils) && within(other.Work, s.Work) &&
		within(other.Apart, s.Apart)
}
