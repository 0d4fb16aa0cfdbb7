package workshop

import (
	"context"
	"slices"
	"strconv"
	"strings"

	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
)

// asks is what a job still asks of a bike: points to be looked at, bolts to be torqued, tests to be signed, by what they
// are called.
func asks(s *record.Sheet) (names []string) {
	for _, p := range inspect.Views(s) {
		if p.Required && p.Reading == nil {
			names = append(names, p.Name)
		}
	}
	for _, b := range torque.Unsettled(torque.Bolts.Of(s)) {
		names = append(names, strings.TrimSpace(b.Name+" "+b.Position))
	}
	for _, t := range trial.Tests.Of(s) {
		if t.Sign == nil || t.Stale || !t.Sign.Passed {
			names = append(names, t.Name)
		}
	}
	return names
}

// taken is what a change takes away of what was still asked, and the reason for it. A mechanic says so, and why: what is
// not looked at cannot be found.
func taken(by record.Actor, before, after *record.Sheet, why string) ([]string, string, error) {
	then := asks(after)
	gone := slices.DeleteFunc(asks(before), func(name string) bool { return slices.Contains(then, name) })
	why, err := record.TidyNote("why", why)
	if err != nil || len(gone) == 0 {
		return gone, why, err
	}
	if by.Must(record.Mechanic) != nil {
		return gone, why, &record.Problem{Kind: record.Forbidden, Title: "A mechanic changes that",
			Detail: "It takes away what is still to be done: " + shortened(gone) + ". Ask a mechanic; they say why under their own name."}
	}
	if why == "" {
		return gone, why, record.Refuse("why", "This takes away what is still to be done: %s. Say why; it stands in the job under your name.",
			shortened(gone))
	}
	return gone, why, nil
}

// shortened lists the first few of names, and how many more there are.
func shortened(names []string) string {
	const first = 4
	if len(names) <= first {
		return strings.Join(names, ", ")
	}
	return strings.Join(names[:first], ", ") + " and " + strconv.Itoa(len(names)-first) + " more"
}

// changedIn are the entries that say, in each of its open jobs, how a bike was changed.
func (w *Workshop) changedIn(ctx context.Context, by record.Actor, was, is record.Bike, why string) (entries []record.Entry, err error) {
	changes := record.ChangesOf(was, is)
	if len(changes) == 0 {
		return nil, nil
	}
	kept, err := w.store.Bike(ctx, was.ID)
	if err != nil {
		return nil, err
	}
	for _, j := range kept.EarlierJobs {
		if j.ReleasedAt != nil {
			continue
		}
		s, err := w.sheet(ctx, j.ID)
		if err != nil {
			return nil, err
		}
		if s.Bike.Version != is.Version {
			return nil, record.StaleWrite("bike", s.Bike)
		}
		after := s.Record
		after.Bike = is
		after.Entries = append(slices.Clip(after.Entries), record.Entry{ID: record.NewID(), Kind: record.BikeChanges.Name,
			Content: record.BikeChanges.Says(record.BikeChanged{Was: was.Facts})}) // as it will stand
		took, why, err := taken(by, s, w.lay(ctx, after), why)
		if err != nil {
			return nil, err
		}
		said := record.BikeChanges.Says(record.BikeChanged{Changes: changes, Was: was.Facts, Why: why, Took: took})
		e, err := record.NewEntry{ID: record.NewID(), Content: said}.By(by, j.ID, was.ID, w.now())
		if err != nil {
			return nil, err
		}
		entries = append(entries, e)
	}
	return entries, nil
}
