package sold

import (
	"slices"

	"utensil/core/bike"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
	"utensil/knowledge/service"
)

// Parts are what the service of a job promises on its bike, in their order; none where it was taken
// in without one.
var Parts = record.Derive(func(s *record.Sheet) []service.Part {
	of, known := s.Book.Service(s.Job.Service)
	if !known {
		return nil
	}
	return service.Parts(s.Book.Walk(of, parts.Facts.Of(s)))
})

// Part finds a part of what was sold.
func Part(s *record.Sheet, id string) (service.Part, bool) {
	all := Parts.Of(s)
	if i := slices.IndexFunc(all, func(p service.Part) bool { return p.ID == id }); i >= 0 {
		return all[i], true
	}
	return service.Part{}, false
}

// kept are the parts that were not left out.
var kept = record.Derive(func(s *record.Sheet) []service.Part {
	return slices.DeleteFunc(slices.Clone(Parts.Of(s)), func(p service.Part) bool {
		_, said := Said(s, p.ID)
		return said != nil && said.LeftOut
	})
})

// Work lists the operations that are to be done: those that the owner agreed to, and those of the
// service that were not left out of it.
func Work(s *record.Sheet) []string {
	work := agree.AgreedWork(s)
	for _, p := range kept.Of(s) {
		if p.Work != "" && !slices.Contains(work, p.Work) {
			work = append(work, p.Work)
		}
	}
	return work
}

// LooksAt says whether the service looks at a point of the walk-round.
func LooksAt(s *record.Sheet, point string) bool {
	return slices.ContainsFunc(kept.Of(s), func(p service.Part) bool { return slices.Contains(p.Step.Looks, point) })
}

// Operation is what a part undoes, and prepares the bike with, as work does.
func Operation(s *record.Sheet, p service.Part) knowledge.Operation {
	if o, known := s.Book.Operation(p.Work); known {
		return o
	}
	return knowledge.Operation{Title: p.Step.Do, Touches: p.Step.Touches, Needs: p.Step.Needs}
}

// Deep is how deep a job goes: as the service that it is here for says, which has to be sold for such
// a bike unless the bike is here for it already; else as is said.
func Deep(book *knowledge.Book, f bike.Facts, service, depth string, now record.Job) (string, error) {
	if service == "" {
		if _, known := book.Depth(depth); !known {
			field := "service"
			if depth != "" {
				field = "depth"
			}
			return "", record.Refuse(field, "Choose what it is taken in for.")
		}
		return depth, nil
	}
	of, known := book.Service(service)
	if !known || service != now.Service && !of.When.Holds(f) {
		return "", record.Refuse("service", "That is not sold for this bike. Choose another service.")
	}
	return of.Depth, nil
}

// Name is what a job is here for, as people call it: its service, or how deep it goes.
func Name(s *record.Sheet) string {
	if of, known := s.Book.Service(s.Job.Service); known {
		return of.Name
	}
	depth, _ := s.Book.Depth(s.Job.Depth)
	return depth.Name
}

// Did says whether work of the service was ticked as done.
func Did(s *record.Sheet, work string) bool {
	return slices.ContainsFunc(Parts.Of(s), func(p service.Part) bool {
		_, said := Said(s, p.ID)
		return p.Work == work && said != nil && !said.LeftOut
	})
}
