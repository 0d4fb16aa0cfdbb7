package servicesheet

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
)

var today = time.Date(2026, 7, 2, 12, 0, 0, 0, time.UTC)

func composed(change func(v *workshop.JobView), on ...lifeline.Line) Layout {
	v := workshop.JobView{}
	v.Job.ReleasedAt = &today
	change(&v)
	return Compose(workshop.Sheet{View: v, Lines: on, For: "Routine service", Now: today,
		Shop: record.Settings{Name: "The Net Loft", Currency: "GBP", TaxIn: true}}, Rooms[0])
}

// section is a section of page one by its id; an empty one where it is not there.
func section(l Layout, id string) Section {
	for _, s := range l.Front {
		if s.ID == id {
			return s
		}
	}
	return Section{}
}

func TestOneSentenceSaysWhetherItMayBeRidden(t *testing.T) {
	cracked := findings.FindingView{Title: "Stem and bar: Crack", Mark: wear.Unsafe, Status: findings.FindingRefused}
	worn := findings.FindingView{Title: "Sprockets: Hooked", Mark: wear.Due, Status: findings.FindingDeclined}
	mended := findings.FindingView{Title: "Rear pads: 0.9 mm", Mark: wear.Due, Status: findings.FindingDone}
	for name, c := range map[string]struct {
		change func(v *workshop.JobView)
		word   string
		mark   wear.Mark
		says   string
	}{
		"sound": {func(*workshop.JobView) {}, "It may be ridden.", wear.Sound, ""},
		"mended and left": {func(v *workshop.JobView) { v.Findings = []findings.FindingView{mended, worn} },
			"It may be ridden.", wear.Sound, "Put right: rear pads. Left as it is: sprockets."},
		"bedded in": {func(v *workshop.JobView) { v.Riding = []string{"Twenty firm stops."} },
			"It may be ridden, with care at first: its brakes are to be bedded in.", wear.Sound, ""},
		"refused": {func(v *workshop.JobView) {
			v.NotRidden, v.Findings = []string{"Stem and bar: Crack"}, []findings.FindingView{cracked}
			v.Riding = []string{"Push it."}
		}, "Do not ride it.", wear.Unsafe,
			"Left as it is, as its owner wished, told that it is unsafe: Stem and bar: Crack."},
		"left open all the same": {func(v *workshop.JobView) {
			v.Findings = []findings.FindingView{{Title: "Fork: Bent", Mark: wear.Unsafe, Status: findings.FindingAside}}
		}, "Do not ride it.", wear.Unsafe, "Unsafe, and not put right: fork: Bent."},
		"still here": {func(v *workshop.JobView) {
			v.Job.ReleasedAt, v.Findings = nil, []findings.FindingView{cracked}
		}, "Not handed over yet.", wear.Open, "This sheet may still change. Not put right yet: stem and bar."},
		"still here and refused": {func(v *workshop.JobView) {
			v.Job.ReleasedAt, v.NotRidden = nil, []string{"Stem and bar: Crack"}
		}, "Do not ride it.", wear.Unsafe,
			"Left as it is, as its owner wished, told that it is unsafe: Stem and bar: Crack."},
		"a mistake": {func(v *workshop.JobView) { v.Mistaken = &door.MistakenView{} },
			"It was taken in by mistake.", wear.Open, "Nothing was done to it, and nobody looked at it."},
	} {
		t.Run(name, func(t *testing.T) {
			v := composed(c.change).Verdict
			assert.Equal(t, MayRide{c.word, c.mark, c.says}, v)
		})
	}
}

// What was put right is told by its two figures, with its price; what was left stands beside it, worst first.
func TestPageOneTellsWhatWasPutRightAndWhatWasLeft(t *testing.T) {
	pads := findings.FindingView{ID: record.NewID(), Point: "rear-pads", Title: "Rear pads: 0.9 mm", Mark: wear.Due,
		Status: findings.FindingDone}
	now, before := 4.0, 2.4
	worn := findings.FindingView{ID: record.NewID(), Title: "Sprockets: Hooked", Mark: wear.Due, Reason: "They skip.",
		Status: findings.FindingDeclined}
	stem := findings.FindingView{ID: record.NewID(), Title: "Stem and bar: Crack", Mark: wear.Unsafe,
		Reason: "It can throw the rider.", Status: findings.FindingRefused}
	l := composed(func(v *workshop.JobView) {
		v.Findings = []findings.FindingView{pads, worn, stem}
		v.Items = []agree.ItemView{
			{ID: record.NewID(), Item: agree.Item{Title: "New rear pads", Finding: &pads.ID}, Total: 3050,
				Work: &agree.Work{}},
			{ID: record.NewID(), Item: agree.Item{Title: "New cassette", Finding: &worn.ID}, Total: 5200,
				Answer: &agree.Answer{Answer: agree.No}},
		}
		v.Agreed.Gross, v.Agreed.Tax = 3050, 508
		v.Parts.Walk.Points = []inspect.PointView{{ID: "rear-pads", Name: "Rear pads",
			Gauge: &inspect.GaugeView{Unit: "mm", Limit: 1, Ruling: measure.Ruling{Max: 5, Step: 0.2, Major: 1},
				Zones: []wear.Zone{{To: 1, Mark: wear.Due}, {From: 1, To: 5, Mark: wear.Sound}}},
			Reading: &inspect.ReadingView{Value: &now}, History: []inspect.HistoryMark{{Value: &before}}}}
	})
	assert.Equal(t, []Entry{
		{Mark: wear.Sound, Name: "New rear pads", Says: "was 0.9 mm, now 4 mm", Figure: "£30.50"},
		{Name: "Total agreed", Says: "of which tax £5.08", Figure: "£30.50", Sum: true},
	}, section(l, "righted").Entries)
	left := section(l, "left")
	assert.Equal(t, "Left as you asked", left.Title)
	assert.Equal(t, []Entry{{Mark: wear.Unsafe, Name: "Stem and bar: Crack", Says: "It can throw the rider."},
		{Mark: wear.Due, Name: "Sprockets: Hooked", Says: "They skip.", Figure: "£52.00"}}, left.Entries)
	gauges := section(l, "measured").Gauges
	require.Len(t, gauges, 1)
	assert.InDelta(t, 0.9, *gauges[0].Was, 1e-9, "as it came, not as it was last year")
	assert.Equal(t, "4 mm, was 0.9", gauges[0].Says)
}

// What was worked on and not looked at again is not called right, nor a service whose bike is still here; and a
// figure from before the work is no figure of now.
func TestNothingIsCalledRightBeforeSomebodyLookedAgain(t *testing.T) {
	stem := findings.FindingView{ID: record.NewID(), Title: "Stem and bar: Crack", Mark: wear.Unsafe,
		Status: findings.FindingWorked}
	pads := findings.FindingView{ID: record.NewID(), Point: "rear-pads", Title: "Rear pads: 0.9 mm", Mark: wear.Due,
		Status: findings.FindingDone}
	thin := 0.9
	l := composed(func(v *workshop.JobView) {
		v.Job.ReleasedAt, v.Service = nil, &sold.ServiceView{Name: "Routine service"}
		v.Findings = []findings.FindingView{stem, pads}
		v.Items = []agree.ItemView{{ID: record.NewID(), Work: &agree.Work{},
			Item: agree.Item{Title: "Replace the stem", Finding: &stem.ID}}}
		v.Parts.Walk.Points = []inspect.PointView{{ID: "rear-pads", Name: "Rear pads",
			Gauge: &inspect.GaugeView{Unit: "mm", Limit: 1, Ruling: measure.Ruling{Max: 5, Step: 0.2, Major: 1},
				Zones: []wear.Zone{{To: 1, Mark: wear.Due}}},
			Reading: &inspect.ReadingView{Value: &thin, PutRight: true}}}
	})
	righted := section(l, "righted").Entries
	assert.Equal(t, Entry{Mark: wear.Open, Name: "Replace the stem", Says: "done, not looked at again yet",
		Figure: "£0.00"}, righted[0])
	assert.Equal(t, wear.Sound, righted[1].Mark, "the pads were")
	assert.Equal(t, wear.Open, righted[2].Mark, "the service goes on")
	assert.Contains(t, l.Verdict.Says, "Not put right yet: stem and bar.")
	assert.Empty(t, section(l, "measured").Gauges)
}

func TestWhereNobodyLookedNothingIsCalledFound(t *testing.T) {
	found := func(change func(*workshop.JobView)) string {
		for _, s := range composed(change).After {
			if s.ID == "found" {
				return s.Text[0]
			}
		}
		return ""
	}
	assert.Equal(t, "Nobody looked at it point by point.", found(func(*workshop.JobView) {}))
	assert.Equal(t, "Nothing that needs work was seen.", found(func(v *workshop.JobView) {
		v.Parts.Walk.Points = []inspect.PointView{{Name: "Frame", Reading: &inspect.ReadingView{Word: "Sound"}}}
	}))
}

func TestWhatComesNextStandsByDay(t *testing.T) {
	day := func(months int) *time.Time { d := today.AddDate(0, months, 0); return &d }
	l := composed(func(v *workshop.JobView) {
		v.CallBacks = []record.CallBack{{What: "Torque again", Due: "2026-07-16"}}
	}, lifeline.Line{Name: "Rotor", Mark: wear.Sound, DueFrom: day(9), DueTo: day(12), Left: "3000 km"},
		lifeline.Line{Name: "Chain", Mark: wear.Watch, DueFrom: day(2), DueTo: day(4), Left: "900 km",
			Work: []lifeline.Renewal{{Total: 4000}}},
		lifeline.Line{Name: "Stem", Mark: wear.Unsafe, DueFrom: day(0), DueTo: day(0), Left: "now"},
		lifeline.Line{Name: "Rings", Mark: wear.Sound, DueFrom: day(30), DueTo: day(50)},
		lifeline.Line{Name: "Pedals", Mark: wear.Open, DueFrom: day(1), DueTo: day(2)})
	ahead := section(l, "next").Ahead
	require.NotNil(t, ahead)
	var names, says []string
	for _, d := range ahead.Due {
		names, says = append(names, d.Name), append(says, d.Says)
	}
	assert.Equal(t, []string{"Torque again", "Chain", "Rotor"}, names,
		"what needs work now stands above, what comes in years or was never looked at nowhere")
	assert.Equal(t, []string{"by 16 July", "after 900 km · £40.00", "after 3000 km"}, says)
}

func TestWhatIsToBeMindedHangsOnTheBike(t *testing.T) {
	plain := strings.Join(section(composed(func(*workshop.JobView) {}), "mind").Text, " ")
	assert.Contains(t, plain, "Try both brakes")
	assert.NotContains(t, plain, "quick-release")
	assert.NotContains(t, plain, "crank")
	pushed := section(composed(func(v *workshop.JobView) {
		v.NotRidden, v.Riding = []string{"Stem: Crack"}, []string{"Do not ride it before this is put right."}
	}), "mind")
	assert.Equal(t, "Before it is ridden again", pushed.Title)
	assert.NotContains(t, strings.Join(pushed.Text, " "), "set off", "nobody sets off on it")
	released := composed(func(v *workshop.JobView) { v.Bike.Facts.RearAxle = "quick_release" })
	assert.Contains(t, strings.Join(section(released, "mind").Text, " "), "Look at the quick-releases before each ride")
}

// Of forty findings page one names some, and says how many more there are; behind it all of them stand.
func TestWhatHasNoRoomIsBehindPageOne(t *testing.T) {
	l := composed(func(v *workshop.JobView) {
		v.Job.Words = strings.Repeat("It creaks. ", 500)
		for range 40 {
			v.Findings = append(v.Findings, findings.FindingView{ID: record.NewID(), Title: "Spoke: loose",
				Mark: wear.Due, Status: findings.FindingDeclined})
		}
	})
	left := section(l, "left").Entries
	assert.Equal(t, "and 32 more, overleaf", left[len(left)-1].Name)
	assert.Less(t, len(section(l, "said").Text[0]), 330)
	for _, s := range l.After {
		switch s.ID {
		case "found":
			assert.Len(t, s.Table.Rows, 40)
		case "said-in-full":
			assert.Greater(t, len(s.Text[0]), 5000)
		}
	}
}
