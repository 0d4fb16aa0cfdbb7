package sold

import (
	"slices"

	"utensil/core/estimate"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/knowledge/service"
)

// ServicePart is what was sold, as a job shows it.
type ServicePart struct {
	Service *ServiceView `json:"service,omitempty"`
}

// ServiceView is a service as it was sold.
type ServiceView struct {
	ID      string         `json:"id"`
	Name    string         `json:"name"`
	Minutes int            `json:"minutes" doc:"that are charged"`
	Price   estimate.Minor `json:"price_minor"`
	Extra   string         `json:"extra,omitempty" doc:"what is not in its price"`
	Holds   []string       `json:"holds" doc:"what is done in it, in its order, what was left out apart"`
	Read    []ReadView     `json:"read,omitempty" doc:"what was written down with its steps"`
	LeftOut []LeftView     `json:"left_out,omitempty"`
}

// ReadView is what was written down with a step of a service.
type ReadView struct {
	Says string `json:"says"`
	Note string `json:"note"`
	By   string `json:"by"`
}

// LeftView is what was left out of a service.
type LeftView struct {
	Says string `json:"says"`
	Why  string `json:"why"`
	By   string `json:"by"`
}

// PartOf is what was sold of a job.
func PartOf(s *record.Sheet) ServicePart {
	of, known := s.Book.Service(s.Job.Service)
	if !known {
		return ServicePart{}
	}
	v := ServiceView{ID: of.ID, Name: of.Name, Minutes: of.Minutes, Extra: of.Extra, Holds: []string{},
		Price: estimate.Labour(of.Minutes, s.Settings.Hourly)}
	for _, p := range Parts.Of(s) {
		if e, in := Said(s, p.ID); in != nil && in.LeftOut {
			v.LeftOut = append(v.LeftOut, LeftView{in.Says, in.Why, e.ByName})
			continue
		} else if in != nil && in.Note != "" {
			v.Read = append(v.Read, ReadView{in.Says, in.Note, e.ByName})
		}
		v.Holds = append(v.Holds, Operation(s, p).Title)
	}
	return ServicePart{&v}
}

// Total adds up what was sold and the items that a test picks, less what they share.
func Total(s *record.Sheet, pick func(agree.ItemView) bool) (estimate.Total, []agree.SharedView, error) {
	v := PartOf(s).Service
	if v == nil {
		return agree.Total(s, pick)
	}
	return agree.Total(s, pick, estimate.Line{Labour: v.Price})
}

// Labour is what so many minutes of work are charged: nothing where they are part of what was sold.
func Labour(s *record.Sheet, operation string, minutes int) estimate.Minor {
	if slices.ContainsFunc(kept.Of(s), func(p service.Part) bool { return p.Work != "" && p.Work == operation }) {
		return 0
	}
	return estimate.Labour(minutes, s.Settings.Hourly)
}
