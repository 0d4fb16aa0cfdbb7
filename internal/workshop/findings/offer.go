package findings

import (
	"context"
	"time"

	"utensil/core/estimate"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/sold"
	"utensil/knowledge"
)

// Suggestion is catalogue work with the shop's prices.
type Suggestion struct {
	Operation string          `json:"operation,omitempty" doc:"of the catalogue; none for a remedy that it does not sell"`
	How       knowledge.How   `json:"how,omitempty" enum:"adjust,clean,repair,replace,send" doc:"how it settles it: what is adjusted is not replaced first"`
	Why       string          `json:"why,omitempty" doc:"why it settles what was seen"`
	Title     string          `json:"title"`
	Minutes   int             `json:"minutes"`
	Times     int             `json:"times,omitempty" doc:"how many runs of guided work here the minutes rest on; none for the catalogue's"`
	Labour    estimate.Minor  `json:"labour_minor"`
	Parts     []estimate.Part `json:"parts"`
	Lacks     string          `json:"lacks,omitempty" doc:"what the drawers hold none of, or what is to be read before one is known to fit"`
	Total     estimate.Minor  `json:"total_minor"`
}

// WaitingView compares work now with work later.
type WaitingView struct {
	estimate.Waiting
	Ruined []string `json:"ruined" doc:"what it will have taken with it"`
}

// RescueView compares saving a part with replacing it, by the shop's own record.
type RescueView struct {
	estimate.Rescue
	Offer   Suggestion     `json:"offer"`
	Verdict estimate.Worth `json:"verdict" enum:"rescue,replace,undecided"`
	School  string         `json:"school" enum:"replace,rescue,lapping" doc:"the shop's own way"`
	Says    string         `json:"says"`
}

// weigh adds what leaving a finding costs, and whether its part is worth saving.
func weigh(s *record.Sheet, f *FindingView) {
	if len(f.operation) == 0 {
		return
	}
	now, known := s.Book.Operation(f.operation[0])
	if !known {
		return
	}
	price := func(o knowledge.Operation) estimate.Line { return Offer(s, o).line() }
	var ruined []estimate.Line
	var names []string
	for _, id := range now.Ruins {
		if o, known := s.Book.Operation(id); known && o.When.Holds(parts.Facts.Of(s)) {
			ruined, names = append(ruined, price(o)), append(names, o.Title)
		}
	}
	if len(ruined) > 0 {
		f.Waiting = &WaitingView{estimate.Wait(price(now), ruined...), names}
	}
	rescue, possible := s.Book.Rescue(now.ID, parts.Facts.Of(s))
	if !possible || !f.rescuable {
		return
	}
	replacement := estimate.Minor(0)
	for _, id := range rescue.Saves {
		if o, known := s.Book.Operation(id); known {
			replacement += price(o).Sum()
		}
	}
	o := Offer(s, rescue)
	v := RescueView{Rescue: estimate.Weigh(o.Labour, replacement, Rescued.Of(s), estimate.Z95),
		Offer: o, School: s.Settings.School}
	v.Verdict = v.Rescue.Verdict()
	v.Says = rescueSays[v.Verdict]
	if v.Record.Tried == 0 {
		v.Says = "This shop has no record of rescues yet."
	}
	f.Rescue = &v
	f.operation = append(f.operation, rescue.ID)
}

var rescueSays = map[estimate.Worth]string{
	estimate.WorthIt:   "By this shop's record a rescue costs less on average.",
	estimate.NotWorth:  "By this shop's record replacing at once costs less on average.",
	estimate.Undecided: "This shop's record is too short to decide.",
}

// Offer is catalogue work with the shop's prices.
func Offer(s *record.Sheet, o knowledge.Operation) Suggestion {
	minutes, times := runlog.Takes(s, o)
	out := Suggestion{Operation: o.ID, Title: o.Title, Minutes: minutes, Times: times,
		Labour: sold.Labour(s, o.ID, minutes)}
	out.Parts, out.Lacks = parts.Priced(s, o)
	out.Total = out.line().Sum()
	return out
}

func (s Suggestion) line() estimate.Line { return estimate.Line{Labour: s.Labour, Parts: s.Parts} }

// suggest adds catalogue work with the shop's prices.
func suggest(s *record.Sheet, f *FindingView, o knowledge.Offer) {
	f.operation = append(f.operation, o.ID)
	offer := Offer(s, o.Operation)
	offer.How, offer.Why = o.How, o.Why
	f.Suggested = append(f.Suggested, offer)
}

// offerWords adds work in words of its own.
func (f *FindingView) offerWords(offer Suggestion, s *record.Sheet) {
	f.Suggested = append(f.Suggested, offer.priced(s))
}

// priced is work in words of its own with the shop's price for its minutes.
func (offer Suggestion) priced(s *record.Sheet) Suggestion {
	offer.Labour = estimate.Labour(offer.Minutes, s.Settings.Hourly)
	offer.Parts, offer.Total = []estimate.Part{}, offer.Labour
	return offer
}

// heldFor is how long a rescued brake must go without new pads or rotor to count as saved.
const heldFor = 120 * 24 * time.Hour

// Rescued is how rescues of parts went here.
var Rescued = record.Learns[estimate.Record]("rescues")

// Store reads what the shop's past tells of rescued parts.
type Store interface {
	// Rescues counts rescues longer ago than held, and those of them after which none of the
	// work they were to save was done on the same bike within that time. saves lists that work
	// for each rescue.
	Rescues(ctx context.Context, saves map[string][]string, held time.Duration) (estimate.Record, error)
}

// Lessons is what findings learn from the shop's past.
func Lessons(store Store) []record.Lesson {
	return []record.Lesson{Rescued.From(func(ctx context.Context, book *knowledge.Book) (estimate.Record, error) {
		return store.Rescues(ctx, book.Saves(), heldFor)
	})}
}
