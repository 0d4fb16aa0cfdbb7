package door

import (
	"slices"
	"strconv"
	"strings"

	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
)

// asked is a thing that a job still asks for: the same thing, whatever it is called once more is known of it.
type asked struct{ id, name string }

// asks is what a job still asks of a bike: points to be looked at, bolts to be torqued, tests to
// be signed.
func asks(s *record.Sheet) (list []asked) {
	for _, p := range inspect.Views(s) {
		if p.Required && p.Reading == nil {
			list = append(list, asked{p.ID, p.Name})
		}
	}
	for _, b := range torque.Unsettled(torque.Bolts.Of(s)) {
		list = append(list, asked{b.Fastener + "/" + b.Position, strings.TrimSpace(b.Name + " " + b.Position)})
	}
	for _, t := range trial.Tests.Of(s) {
		if t.Sign == nil || t.Stale || !t.Sign.Passed {
			list = append(list, asked{t.What, t.Name})
		}
	}
	return list
}

// Taken is what a change takes away of what was still asked, and the reason for it. A mechanic
// says so, and why: what is not looked at cannot be found.
func Taken(by record.Actor, before, after *record.Sheet, why string) (gone []string, _ string, _ error) {
	then := asks(after)
	for _, was := range asks(before) {
		if !slices.ContainsFunc(then, func(is asked) bool { return is.id == was.id }) {
			gone = append(gone, was.name)
		}
	}
	why, err := record.TidyNote("why", why)
	if err != nil || len(gone) == 0 {
		return gone, why, err
	}
	if by.Must(record.Mechanic) != nil {
		return gone, why, &record.Problem{Kind: record.Forbidden, Title: "A mechanic changes that",
			Detail: "It takes away what is still to be done: " + shortened(gone) +
				". Ask a mechanic; they say why under their own name."}
	}
	if why == "" {
		return gone, why, record.Refuse("why",
			"This takes away what is still to be done: %s. Say why; it stands in the job under your name.",
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
