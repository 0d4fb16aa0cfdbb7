package document_test

import (
	"bytes"
	"fmt"
	"os/exec"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/fastener"
	"utensil/core/wear"
	"utensil/internal/document"
	"utensil/internal/workshop"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/internal/workshop/wheels"
)

// readBack is the text of a sheet as poppler reads it, with blanks and line ends as single blanks.
func readBack(t *testing.T, v workshop.JobView, on ...lifeline.Line) string {
	t.Helper()
	printed, err := document.Sheet(workshop.Sheet{View: v, Lines: on, For: "Quick tune",
		Shop: record.Settings{Name: "The Net Loft", TimeZone: "Europe/London", Currency: "GBP"},
		Now:  time.Date(2026, 7, 2, 12, 0, 0, 0, time.UTC)})
	require.NoError(t, err)
	read := exec.Command("pdftotext", "-", "-")
	read.Stdin = bytes.NewReader(printed.PDF)
	text, err := read.Output()
	require.NoError(t, err)
	return strings.Join(strings.Fields(string(text)), " ")
}

func TestTheSheetSaysWhatStandsBehindATorque(t *testing.T) {
	left := 5.2
	at := time.Date(2026, 7, 2, 10, 0, 0, 0, time.UTC)
	clamp := torque.BoltView{Name: "Handlebar clamp", Position: "1", Component: "Stem",
		Rule: &fastener.Rule{Min: 5, Max: 6, Source: "manual"},
		By:   "Ida Oyelaran", At: &at,
		Verdict: &fastener.Verdict{State: fastener.WithinError},
		Log: &torque.Torque{Found: torque.FoundLoose, LeftNm: &left, WrenchName: "Old beam",
			Deviation: 0.04, Loosened: true,
			WrenchDue: "It was calibrated more than 12 months ago.", Reason: "the other is lent out",
			Note: "Thread cleaned."}}
	rack := torque.BoltView{Name: "Rack bolt", Origin: torque.FromEstimate,
		Rule: &fastener.Rule{Min: 4, Max: 5}, By: "Ida Oyelaran", At: &at,
		Log: &torque.Torque{LeftNm: &left}}
	text := readBack(t, workshop.JobView{Core: workshop.Core{Title: "Pelham Drover, green"},
		Parts: workshop.Parts{Bolts: torque.BoltsPart{Bolts: []torque.BoltView{clamp, rack}}}})
	for _, want := range []string{
		"Old beam: It was calibrated more than 12 months ago. Used because: the other is lent out",
		"in range, within the wrench's error", "was too tight; loosened fully and tightened again", "Thread cleaned.",
		"Wrenches: Old beam (± 4 %)", "estimated, no maker's figure",
		"Not handed over yet", "The maker's manual comes before anything here",
	} {
		assert.Contains(t, text, want)
	}
}

func TestTheSheetTellsTheOwnerWhatComesNext(t *testing.T) {
	released := time.Date(2026, 7, 3, 16, 30, 0, 0, time.UTC)
	v := workshop.JobView{Core: workshop.Core{Title: "Pelham Drover, green",
		Job: record.Job{Number: 7, ReleasedAt: &released}}}
	v.ReleasedTo, v.ReleasedBy = "Ansel Whitlow", "Wren Halloran"
	v.Riding = []string{"Your front brake is not at its full strength yet.",
		"On Ferry Lane, 260 m of it, that is 2 times along."}
	v.CallBacks = []record.CallBack{{What: "Look at the front lever after a week of riding", Due: "2026-07-10"}}
	v.Belongings = []door.BelongingView{{Name: "Pannier", Returned: &released},
		{Name: "Light", TakenOff: true, Returned: &released},
		{Name: "Lock"}}
	v.Signs = []trial.SignView{{Name: "Front brake test", Sign: &trial.Sign{Passed: false, Note: "fades"}, By: "Ida",
		At: "2026-07-03T15:00:00Z"}, {Name: "Test ride"}}
	v.Reopened = []record.NoteView{{Text: "Bell after all", By: "Ida", At: released}}
	text := readBack(t, v)
	for _, want := range []string{
		"handed over to Ansel Whitlow on 3 Jul 2026 17:30 by Wren Halloran", // in the shop's summer time
		"Riding card: bedding in", "2 times along", "Please come back", "by 10 July 2026",
		"given back", "put back on", "still here", "failed: fades", "3 Jul 16:00", "not signed", "Opened again by Ida",
	} {
		assert.Contains(t, text, want)
	}
}

func TestTheSheetShowsWhatIsOnTheBike(t *testing.T) {
	fitted, read := time.Date(2025, 3, 4, 9, 0, 0, 0, time.UTC), time.Date(2026, 7, 1, 9, 0, 0, 0, time.UTC)
	from, to := time.Date(2026, 9, 1, 0, 0, 0, 0, time.UTC), time.Date(2027, 9, 1, 0, 0, 0, 0, time.UTC)
	chain := lifeline.Line{Place: "chain", Name: "Chain", Known: true, Mark: wear.Watch, Last: "0.4 %", Left: "900 km",
		DueFrom: &from, DueTo: &to, Lives: []lifeline.PartLife{{To: &fitted,
			Readings: []lifeline.PartReading{{At: fitted.AddDate(0, -2, 0)}}},
			{From: &fitted, Readings: []lifeline.PartReading{{At: read}}}}}
	lines := []lifeline.Line{chain, {Place: "bar", Name: "Handlebar"}}
	for i := range 30 { // more than there is room for
		lines = append(lines, lifeline.Line{Place: "x", Name: fmt.Sprint("Place ", i), Known: true,
			Lives: []lifeline.PartLife{{From: &fitted}}})
	}
	text := readBack(t, workshop.JobView{Core: workshop.Core{Title: "Pelham Drover, green"}}, lines...)
	for _, want := range []string{"What is on it", "Chain", "0.4 % · 900 km", "2026", "due within this span"} {
		assert.Contains(t, text, want)
	}
	assert.NotContains(t, text, "Handlebar", "nothing is known there")
	assert.NotContains(t, text, "Place 20")
	assert.NotContains(t, readBack(t, workshop.JobView{Core: workshop.Core{Title: "Pelham Drover, green"}}),
		"What is on it")
}

// One truth for each thing: what was put right is not told as it was, and nothing is bedded in
// that was not fitted.
func TestTheSheetTellsEachThingOnce(t *testing.T) {
	thin := 0.8
	due := &wear.Judgement{Mark: wear.Due, Reason: "it knocks"}
	var view workshop.JobView
	view.Parts.Walk.Points = []inspect.PointView{
		{Name: "Headset", Reading: &inspect.ReadingView{Word: "Play", Judgement: due, PutRight: true}},
		{Name: "Front pads", Gauge: &inspect.GaugeView{Unit: "mm"},
			Reading: &inspect.ReadingView{Value: &thin, Values: []float64{0.8, 1.9}}}}
	text := readBack(t, view)
	assert.Contains(t, text, "Headset was play")
	assert.Contains(t, text, "put right it knocks")
	assert.Contains(t, text, "0.8 / 1.9 mm")
	assert.NotContains(t, text, "bed")
	assert.NotContains(t, text, "crank", "nothing was torqued")
	view.NotRidden, view.Riding = []string{"Stem: crack"}, []string{"Do not ride it"}
	assert.NotContains(t, readBack(t, view), "bedding")
}

func TestTheSheetSaysWithWhatAirABikeLeaves(t *testing.T) {
	in := time.Date(2026, 7, 2, 10, 0, 0, 0, time.UTC)
	rebound := 7
	due := in.AddDate(0, 4, 0)
	view := workshop.JobView{Core: workshop.Core{Title: "Pelham Drover, green", Job: record.Job{OpenedAt: in}}}
	view.Parts.Air = air.AirPart{
		Pressures: []inspect.AirView{
			{Place: "front_tyre", Readings: []inspect.PressureView{{Bar: 2.1, Celsius: 18, At: in.AddDate(0, -6, 0)},
				{Bar: 2.6, Celsius: 21, Set: true, At: in.Add(time.Hour)}}},
			{Place: "rear_tyre", Readings: []inspect.PressureView{{Bar: 2.8, Celsius: 18, At: in.AddDate(0, -6, 0)}}},
			{Place: "fork", Readings: []inspect.PressureView{{Bar: 4.1, Celsius: 20, Set: true,
				At: in.Add(time.Hour)}}}},
		Bench: air.AirBench{Balance: "Front and rear sink alike.",
			Tyres: []air.TyreBench{{Place: "front_tyre",
				Liked:  []air.AirLiked{{Condition: "wet", Bar: 2.4}, {Condition: "dry", Bar: 9, Over: true}},
				Advice: &air.AirAdvice{Most: 3.5, MostBy: "rim"}}, {Place: "rear_tyre"}},
			Legs: []air.LegBench{{Place: "fork",
				Reads: []air.SagView{{Sagged: air.Sagged{Bar: 3.8, Sag: 33, Travel: 120, Share: 0.275}}},
				Dials: air.DialsView{Left: &air.DialsCounted{Rebound: &rebound}},
				Due:   &air.LegDue{Every: 50, From: &due, To: &due}}}}}
	view.Parts.Wheels = wheels.WheelsPart{Benches: []wheels.WheelBench{{End: "rear",
		Now:    wheels.WheelStanding{Wobble: &wheels.WheelOff{By: 0.6}},
		Signed: &wheels.WheelSigned{Note: "the rim is bent by the joint"}}}}
	text := readBack(t, view)
	for _, want := range []string{"Front tyre 2.6 bar (38 psi) at 21 °C", "You like 2.4 bar (35 psi) when wet.",
		"Never over 3.5 bar (51 psi): the rim decides.",
		"Sag 28 %: 33 of 120 mm, at 3.8 bar (55 psi).", "Clicks from fully in: rebound 7.",
		"between 2 November 2026 and 2 November 2026, after 50 hours",
		"Front and rear sink alike.", "wobble 0.6 mm", "left as it is: the rim is bent by the joint"} {
		assert.Contains(t, text, want)
	}
	assert.NotContains(t, text, "Rear tyre", "what was read half a year ago is not what it leaves with")
	assert.NotContains(t, text, " 9 bar", "more than is borne now")
}
