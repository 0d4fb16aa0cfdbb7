package workshop

import (
	"context"
	"errors"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/core/brake"
	"utensil/core/estimate"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/guides"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/stint"
	"utensil/internal/workshop/torque"
)

func TestNothingIsPouredBeforeTheCapWasRead(t *testing.T) {
	w, r := desk(commuter(), "repair")
	oil, _ := shelf(r)
	b := bench{t, w, r}
	assert.Equal(t, bike.Unknown, r.Bike.Facts.FrontFluid, "a kind of bike does not fill it in")
	for _, p := range []string{"bleed-lever-front", "bleed-push-front", "hose-shorten-front"} {
		err := write(w, r, runlog.Starts.Says(runlog.Guided{Procedure: p,
			Choices: map[string]string{"start": "soft", "held": "pin", "lever": "tilted",
				"rise": "climbs"},
			Bottle: &oil}), nil)
		assert.ErrorContains(t, err, "on the cap of the front brake's reservoir", p)
	}
	item := b.agrees("bleed-front")
	assert.ErrorContains(t, write(w, r, agree.Works.Says(agree.Work{Item: item, Bottle: &oil}), nil),
		"Read the cap first")
	assert.Contains(t, fluid.BottlesFor(lay(w, r))[0].Front.Refused, "Nobody has read")
	side := brakes.Sides(lay(w, r))[0]
	assert.Equal(t, brake.Unknown, side.Family)
	assert.Contains(t, side.Says, "Nobody has read")

	r.Bike.Facts.FrontFluid = "mineral"
	assert.ErrorContains(t, write(w, r, agree.Works.Says(agree.Work{Item: item}), nil), "Say what was poured")
	assert.Equal(t, "front", runbench.Items(lay(w, r))[0].Pours)
	b.do(agree.Works.Says(agree.Work{Item: item, Bottle: &oil}))
	assert.Positive(t, agree.Proposals.Of(lay(w, r))[0].Work.Pour)
}

func TestANameStandsUnderWhatWasRead(t *testing.T) {
	then := time.Now().Add(-time.Hour)
	facts := commuter().Facts
	facts.PostMaterial = bike.Unknown
	old := record.Bike{Facts: facts}
	read, _ := old.Facts.Set("front_fluid", "dot")
	b := record.Bike{Facts: read}.ReadBy(record.Actor{Name: "Wren"}, then, old)
	assert.Equal(t, map[string]record.FactRead{"front_fluid": {By: "Wren", At: then}}, b.Read)
	same := record.Bike{Facts: read}.ReadBy(record.Actor{Name: "Ida"}, time.Now(), b)
	assert.Equal(t, "Wren", same.Read["front_fluid"].By, "saving something else is no reading")
	other, _ := read.Set("front_fluid", "mineral")
	assert.Equal(t, "Ida", record.Bike{Facts: other}.ReadBy(record.Actor{Name: "Ida"}, time.Now(),
		b).Read["front_fluid"].By)
	forgot, _ := read.Set("front_fluid", bike.Unknown)
	assert.Empty(t, record.Bike{Facts: forgot}.ReadBy(record.Actor{Name: "Ida"}, time.Now(), b).Read)
}

// Check: DOT fluid 11 months old, the lever pumps up, pads even at 1.6 mm. Air comes first, whatever
// the pump says, and what is offered first renews all of the fluid (common practice, no source).
func TestASoftLeverWithOldFluid(t *testing.T) {
	for _, pumped := range []string{"Firms up and stays", "Firms up and sinks again"} {
		for _, feels := range []string{"Soft", "Long travel", "Comes to the bar"} {
			w, r := desk(commuter(), "repair")
			r.Bike.Facts.FrontFluid = "dot"
			b := bench{t, w, r}
			item, job := record.NewID(), record.NewID()
			at := time.Now().AddDate(0, -11, -2)
			r.Earlier = []record.Entry{
				{ID: item, JobID: job, Kind: "item", At: at,
					Content: agree.Items.Says(agree.Item{Operation: "bleed-front", Title: "Bleed"})},
				{ID: record.NewID(), JobID: job, Kind: "work", At: at,
					Content: agree.Works.Says(agree.Work{Item: item})},
			}
			b.reads("front-lever", feels)
			b.reads("front-pads", "1.6/1.6")
			search := b.do(hunt.Hunts.Says(hunt.Hunt{Fault: "soft-lever-front"}))
			b.do(hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "pump", Answer: pumped}))
			v := hunt.Views(lay(w, r))[0]
			says := fmt.Sprintf("%s, %s: %+v", feels, pumped, v.Causes[:2])
			assert.Equal(t, "air", v.Causes[0].ID, says)
			assert.Contains(t, fmt.Sprint(v.Steps), "DOT fluid near its year", "the shop knows when it was changed")

			b.do(inspect.Findings.Says(inspect.Finding{Hunt: &search, Cause: "air"}))
			first := guides.For(lay(w, r), "front")
			var bleed guides.Offer
			for _, o := range first {
				if o.Does == "bleed-front" {
					bleed = o
					break
				}
			}
			assert.Equal(t, "bleed-push-front", bleed.ID, "all of the fluid is renewed")
		}
	}
}

func TestAMostAloneIsAFigure(t *testing.T) {
	w, r := desk(commuter(), "routine")
	figure := func(part, most string) {
		require.NoError(t, write(w, r, inspect.Figures.Says(inspect.OwnFigure{Fastener: "faceplate",
			Part: part, TypedMax: most,
			Source: "marked on it"}), nil))
	}
	figure("stem", "5")
	figure("bar", "4")
	b := boltOn(t, w, r, "faceplate")
	assert.Equal(t, "bar", b.SetBy, "the lower of the two")
	assert.InDelta(t, 4, float64(b.Rule.Max), 1e-9)
	assert.LessOrEqual(t, float64(b.Rule.Min), 3.61, "80 % of it, or where the parts' ranges meet")
	// A wrench of ±4 % has room to be right between 80 and 100 %.
	wrench := record.NewID()
	torque.Wrenches.Lay(r, []torque.Wrench{{ID: wrench, Name: "Small", Min: 1, Max: 10, Deviation: 4,
		CheckedOn: time.Now().AddDate(0, -1, 0).Format(time.DateOnly), Months: 12}})
	require.NoError(t, logged(w, r, b, func(in *torque.Torque) { in.LeftTyped, in.Wrench = "3.75", &wrench }, nil))
	assert.Equal(t, "in_range", string(boltOn(t, w, r, "faceplate").Verdict.State))
	assert.Error(t, write(w, r, inspect.Figures.Says(inspect.OwnFigure{Fastener: "faceplate",
		TypedMin: "5", Source: "s"}), nil),
		"a least alone is none")
	assert.Error(t, write(w, r, inspect.Figures.Says(inspect.OwnFigure{Fastener: "faceplate",
		TypedMax: "lots", Source: "s"}), nil))
}

func TestAWrenchOutsideItsRangeNeedsAReason(t *testing.T) {
	w, r := desk(commuter(), "routine")
	big := record.NewID()
	torque.Wrenches.Lay(r, []torque.Wrench{{ID: big, Name: "Big", Min: 20, Max: 100,
		CheckedOn: time.Now().AddDate(0, -1, 0).Format(time.DateOnly), Months: 12}})
	with := func(b torque.BoltView, reason string) error {
		return logged(w, r, b, func(in *torque.Torque) { in.LeftTyped, in.Wrench, in.Reason = "4.5", &big, reason },
			nil)
	}
	trusted := boltOn(t, w, r, "faceplate")
	require.True(t, trusted.Critical)
	assert.ErrorContains(t, with(trusted, ""), "say why this one is used")
	require.NoError(t, with(trusted, "the small one is at the calibration house"))
	assert.NotEmpty(t, boltOn(t, w, r, "faceplate").Log.Reason, "it stands on the sheet")
	plain := boltOn(t, w, r, "rear-mech-cable")
	require.False(t, plain.Critical)
	assert.NoError(t, logged(w, r, plain, func(in *torque.Torque) { in.LeftTyped, in.Wrench = "6", &big }, nil),
		"only told where the rider does not hang on it")
}

// forgetful is a store whose reading of one thing fails as often as it is told to.
type forgetful struct {
	Store
	fails int
}

func (f *forgetful) LatestReadings(context.Context, int) ([]inspect.PastReading, error) {
	return nil, nil
}
func (f *forgetful) Rescues(context.Context, map[string][]string, time.Duration) (estimate.Record, error) {
	if f.fails--; f.fails >= 0 {
		return estimate.Record{}, errors.New("the database is away")
	}
	return estimate.Record{Tried: 9, Held: 7}, nil
}
func (f *forgetful) LooseCounts(context.Context) ([]torque.LooseCount, error)  { return nil, nil }
func (f *forgetful) StintSigns(context.Context, int) ([]stint.PastSign, error) { return nil, nil }
func (f *forgetful) HandsElsewhere(context.Context, record.ID, record.ID) ([]record.ID, error) {
	return nil, nil
}
func (f *forgetful) RunsTaken(context.Context, int) ([]runlog.Taken, error)  { return nil, nil }
func (f *forgetful) AirsLeft(context.Context, int) ([]brakes.AirLeft, error) { return nil, nil }

func TestExperienceThatCouldNotBeReadIsAskedForAgain(t *testing.T) {
	now := time.Now()
	store := &forgetful{fails: 1}
	w := New(store, book, func() time.Time { return now })
	rescues := func() estimate.Record { return findings.Rescued.Of(w.lay(t.Context(), record.Record{})) }
	assert.Zero(t, rescues().Tried)
	now = now.Add(record.AskAgainAfter + time.Second)
	assert.Equal(t, 9, rescues().Tried, "not kept for an hour as if there were none")
	store.fails = 1
	now = now.Add(record.LearntFor + time.Second)
	assert.Equal(t, 9, rescues().Tried, "what was known stands while it cannot be read")
}
