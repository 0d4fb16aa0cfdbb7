package knowledge

import (
	"slices"

	"utensil/core/bike"
	"utensil/knowledge/flow"
	"utensil/knowledge/service"
)

// Service finds what is sold by one name.
func (b *Book) Service(id string) (service.Service, bool) { return find(b.Services, id) }

// Walk is what a service promises on a bike, step by step.
func (b *Book) Walk(s service.Service, f bike.Facts) []service.Step {
	return s.On(f, b.has(holding(f)))
}

// has is what a bike has of which a condition holds.
func (b *Book) has(holds func(bike.Condition) bool) service.Has {
	return service.Has{
		Points: keys(b.Points, func(p Point) bool { return holds(p.When) }),
		Oils:   keys(b.Oilings, func(o service.Oiling) bool { return holds(o.When) }),
		Work:   keys(b.Operations, func(o Operation) bool { return holds(o.When) }),
		Apart:  keys(b.Assemblies, func(a Assembly) bool { return holds(a.When) }),
		Undoes: func(apart []string) []string { return b.undoes(apart, holds) },
	}
}

// undoes lists the fasteners that are undone to get any of some assemblies apart, where conditions hold.
func (b *Book) undoes(assemblies []string, holds func(bike.Condition) bool) (loose []string) {
	for _, id := range assemblies {
		a, _ := b.Assembly(id)
		loose = append(loose, b.Reached(a, holds)...)
		for _, p := range a.Parts {
			loose = append(loose, p.Bolts...)
		}
	}
	there := keys(b.Fasteners, func(f Fastener) bool { return holds(f.When) })
	return slices.DeleteFunc(loose, func(id string) bool { return !slices.Contains(there, id) })
}

// holding says whether a condition holds of a bike.
func holding(f bike.Facts) func(bike.Condition) bool {
	return func(c bike.Condition) bool { return c.Holds(f) }
}

// keys are the ids of the entries that a test picks.
func keys[T identified](list []T, pick func(T) bool) (ids []string) {
	for _, entry := range list {
		if pick(entry) {
			ids = append(ids, entry.Key())
		}
	}
	return ids
}

// does says whether there are steps for work where a condition holds: a guide, or an assembly it
// takes apart.
func (b *Book) does(work string, holds func(bike.Condition) bool) bool {
	return slices.ContainsFunc(b.Procedures, func(p Procedure) bool { return p.Operation == work && holds(p.When) }) ||
		slices.ContainsFunc(b.Assemblies, func(a Assembly) bool {
			return slices.Contains(a.Operations, work) && holds(a.When)
		})
}

func known[T any](find func(string) (T, bool)) func(string) bool {
	return func(id string) bool { _, there := find(id); return there }
}

// validateServices proves what is sold, each on every kind of bike that it is offered for.
func (b *Book) validateServices(refuse refusal) {
	kinds := make([]bike.Facts, len(b.Kinds))
	for i, k := range b.Kinds {
		kinds[i] = k.Facts.Filled()
	}
	against := service.Book{Kinds: kinds, Services: b.Service,
		Guided: func(f bike.Facts, work string) bool { return b.does(work, holding(f)) },
		Own:    func(work string) string { o, _ := b.Operation(work); return o.apart() },
		Does: func(guide, work string) bool {
			p, _ := find(b.Procedures, guide)
			return p.Operation == work && work != ""
		},
		On:    func(f bike.Facts) service.Has { return b.has(holding(f)) },
		All:   b.has(func(bike.Condition) bool { return true }),
		Needs: known(b.Prerequisite), Joints: known(b.Fastener),
		Alone: func(id string) bool { _, there := find(b.Alone, id); return there },
		Depth: func(id string) (int, bool) { r := b.rank(id); return r, r >= 0 },
		Before: func(work, other string) string {
			s, _ := flow.Before(b.Sequences, work, other)
			return s.Why
		}}
	for _, s := range b.Services {
		refuse(s.ID, against.Prove(s))
	}
}
