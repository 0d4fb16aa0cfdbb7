package workshop

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
)

// done makes an agreed and finished item of an operation, so many days ago.
func done(r *Record, operation string, ago int, earlier bool) {
	at := time.Now().AddDate(0, 0, -ago)
	item := NewID()
	entries := []Entry{
		{ID: item, Kind: KindItem, At: at, Content: Content{Item: &Item{Operation: operation, Title: operation}}},
		{ID: NewID(), Kind: KindAnswer, At: at, Content: Content{Answer: &Answer{Item: item, Answer: Yes, From: "Ansel", How: "phone"}}},
		{ID: NewID(), Kind: KindWork, At: at, Content: Content{Work: &Work{Item: item}}},
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
	front := func() BrakeSide { return w.brakeSides(w.layOut(*r))[0] }
	assert.Contains(t, front().Says, "never changed here", "nobody knows")
	done(r, "bleed-front", 420, true)
	assert.Equal(t, 14, front().Months, "420 days of 30.44 to the month")
	done(r, "bleed-rear", 30, true)
	assert.Equal(t, 14, front().Months, "the other brake's fluid is its own")
}

func TestTheRidingCardIsForThisRiderAndRoad(t *testing.T) {
	w, r := desk(commuter(), "repair")
	card := func() string { return strings.Join(w.ridingCard(w.layOut(*r)), "\n") }
	assert.Empty(t, card(), "nothing was fitted that wants bedding in")
	done(r, "pads-disc-front", 0, false)
	assert.Contains(t, card(), "Your front brake is not at its full strength yet")
	assert.Contains(t, card(), "10 times: from 15 km/h")
	assert.Contains(t, card(), "it is hot")
	assert.NotContains(t, card(), "along", "nobody said which road")

	r.Bike.Riding = Riding{Mass: 85, Road: "Ferry Lane", Level: 260}
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
