package workshop

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
)

// done makes an agreed and finished item of an operation, so many days ago.
func done(r *record.Record, operation string, ago int, earlier bool) {
	at := time.Now().AddDate(0, 0, -ago)
	item := record.NewID()
	entries := []record.Entry{
		{ID: item, Kind: "item", At: at, Content: agree.Items.Says(agree.Item{Operation: operation, Title: operation})},
		{ID: record.NewID(), Kind: "answer", At: at,
			Content: agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Ansel",
				How: "phone"})},
		{ID: record.NewID(), Kind: "work", At: at, Content: agree.Works.Says(agree.Work{Item: item})},
	}
	if earlier {
		r.Earlier = append(r.Earlier, entries...)
		return
	}
	r.Entries = append(r.Entries, entries...)
}

func TestFluidAgesFromTheLastBleed(t *testing.T) {
	w, r := desk(commuter(), "repair")
	r.Bike.Facts.FrontFluid = "dot"
	front := func() brakes.BrakeSide { return brakes.Sides(lay(w, r))[0] }
	assert.Contains(t, front().Says, "never changed here", "nobody knows")
	done(r, "bleed-front", 420, true)
	assert.Equal(t, 14, front().Months, "420 days of 30.44 to the month")
	done(r, "bleed-rear", 30, true)
	assert.Equal(t, 14, front().Months, "the other brake's fluid is its own")
}

// Common practice, no source: what was sanded, lapped or fitted by hand is as weak as new pads
// until it is bedded in.
func TestWhateverRubsAnewIsBeddedIn(t *testing.T) {
	require.NoError(t, bookErr)
	card := func(b bench) string { return strings.Join(brakes.RidingCard(lay(b.w, b.r)), "\n") }
	for name, works := range map[string]func(b bench){
		"resurfaced":   func(b bench) { done(b.r, "rotor-clean-rear", 0, false) },
		"lapped":       func(b bench) { done(b.r, "lapping-rear", 0, false) },
		"gone through": func(b bench) { b.goes(runlog.Guided{Procedure: "rotor-clean-rear"}) },
		"written down": func(b bench) {
			b.do(parts.Puttings.Says(parts.Putting{Place: "rear-pads", Grade: "new", From: "stock"}))
		},
	} {
		t.Run(name, func(t *testing.T) {
			b := readied(t, "repair")
			require.Empty(t, card(b))
			works(b)
			assert.Contains(t, card(b), "Your rear brake is not at its full strength yet")
		})
	}
	b := readied(t, "repair")
	b.r.Bike.Facts.RearBrake, b.r.Bike.Facts.RearFluid = "rim_linear", "none"
	b.happens(parts.Puttings.Says(parts.Putting{Place: "rear-pads", Grade: "new", From: "stock"}))
	assert.Empty(t, card(b), "a rim's pads are strong at once")
}

func TestTheRidingCardIsForThisRiderAndRoad(t *testing.T) {
	w, r := desk(commuter(), "repair")
	card := func() string { return strings.Join(brakes.RidingCard(lay(w, r)), "\n") }
	assert.Empty(t, card(), "nothing was fitted that wants bedding in")
	done(r, "pads-disc-front", 0, false)
	assert.Contains(t, card(), "Your front brake is not at its full strength yet")
	assert.Contains(t, card(), "10 times: from 15 km/h")
	assert.Contains(t, card(), "it is hot")
	assert.NotContains(t, card(), "along", "nobody said which road")

	r.Bike.Riding = record.Riding{Mass: 85, Road: "Ferry Lane", Level: 260}
	light := card()
	assert.Contains(t, light, "On Ferry Lane, 260 m of it, that is twice along")
	assert.Regexp(t, `it gets to about \d+0 °C`, light)
	r.Bike.Riding.Mass = 170
	assert.NotEqual(t, light, card(), "a heavy load heats it more")
	r.Bike.Riding.Level = 25
	assert.NotContains(t, card(), "along", "the road is too short to send anyone to")
	done(r, "rotor-rear", 0, false)
	assert.Contains(t, card(), "Your front and rear brake")
}
