package workshop

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
)

// A bike that comes in for something else is not what it was called back for.
func TestACallBackIsSettledByWhatItWasFor(t *testing.T) {
	day := func(days int) string { return time.Now().UTC().AddDate(0, 0, days).Format(time.DateOnly) }
	fluid := func(days int) record.CallBack {
		return record.CallBack{What: "DOT", Operation: "bleed-rear", Due: day(days)}
	}
	feel := func(days int) record.CallBack {
		return record.CallBack{What: "Feel it", Point: "rear-lever", Due: day(days)}
	}
	reads := inspect.Readings.Says(inspect.Reading{Point: "rear-lever", Word: "Firm"})
	passes := inspect.Readings.Says(inspect.Reading{Point: "rear-lever", PassedOver: true,
		Note: "the owner waits at the door"})
	other := inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "0.3"})

	for name, c := range map[string]struct {
		call            record.CallBack
		did             []record.Content
		bled            bool
		shown, answered bool
	}{
		"fluid, a flat was mended":       {fluid(-3), []record.Content{other}, false, true, false},
		"fluid, bled":                    {fluid(-3), nil, true, true, true},
		"fluid, bled two weeks before":   {fluid(14), nil, true, true, true},
		"fluid, in half a year":          {fluid(180), nil, false, false, false},
		"feel, looked at":                {feel(0), []record.Content{reads}, false, true, true},
		"feel, looked at two days early": {feel(2), []record.Content{reads}, false, true, true},
		"feel, looked at before it can":  {feel(10), []record.Content{reads}, false, true, false},
		"feel, passed over":              {feel(0), []record.Content{passes}, false, true, false},
		"feel, something else looked at": {feel(0), []record.Content{other}, false, true, false},
		"what only a person can settle": {record.CallBack{What: "Ask about the bell", Due: day(-9)},
			[]record.Content{reads}, true, true, false},
		"joints, none of them torqued": {record.CallBack{What: "Torque again",
			Fasteners: []string{"crank-bolt"}, Due: day(-2)},
			[]record.Content{reads}, true, true, false},
	} {
		t.Run(name, func(t *testing.T) {
			w, r := desk(commuter(), "repair")
			r.Bike.Facts.RearFluid = "dot"
			_, dot := shelf(r)
			c.call.ID, c.call.JobID, c.call.State = record.NewID(), record.NewID(), "open"
			record.CallBacks.Lay(r, []record.CallBack{c.call,
				{ID: record.NewID(), JobID: record.NewID(), State: "done", What: "long ago",
					Point: "rear-lever", Due: day(-40)}})
			for _, did := range c.did {
				require.NoError(t, write(w, r, did, nil), name)
			}
			if c.bled {
				require.NoError(t, write(w, r,
					agree.Items.Says(agree.Item{Operation: "bleed-rear", Title: "Bleed", Minutes: 35}), nil), name)
				item := r.Entries[len(r.Entries)-1].ID
				require.NoError(t, write(w, r,
					agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Ansel",
						How: "counter"}), nil),
					name)
				require.NoError(t, write(w, r,
					agree.Works.Says(agree.Work{Item: item, Bottle: &dot, Reason: "the fresh one is on its way"}), nil))
			}
			s := lay(w, r)
			shown := door.Calling(s)
			require.Equal(t, c.shown, len(shown) == 1, name)
			answered := door.OnLeaving(s).Answered
			assert.Equal(t, c.answered, len(answered) == 1, name)
			if c.shown {
				assert.Equal(t, c.answered, shown[0].Answered, name)
				assert.Equal(t, c.call.Operation != "" && !c.bled, shown[0].Offer != nil,
					"%s: work is offered once", name)
			}
		})
	}
}

func TestAPointIsLookedAtWhenTheBikeCameBackForIt(t *testing.T) {
	w, r := desk(commuter(), "repair")
	required := func(point string) bool {
		for _, p := range inspect.Views(lay(w, r)) {
			if p.ID == point {
				return p.Required
			}
		}
		return false
	}
	const beyond = "rings"
	assert.False(t, required(beyond), "a repair does not look at it")
	record.CallBacks.Lay(r, []record.CallBack{{ID: record.NewID(), JobID: record.NewID(), State: "open",
		What:  "Look at the arm",
		Point: beyond, Due: time.Now().Format(time.DateOnly)}})
	assert.True(t, required(beyond))
}

func TestABleedFromTheLeverLeavesTheOldFluidIn(t *testing.T) {
	for procedure, all := range map[string]bool{"bleed-lever-rear": false, "bleed-push-rear": true,
		"fluid-exchange-rear": true} {
		t.Run(procedure, func(t *testing.T) {
			w, r := desk(commuter(), "repair")
			r.Bike.Facts.RearFluid = "dot"
			_, dot := shelf(r)
			record.CallBacks.Lay(r, []record.CallBack{{ID: record.NewID(), JobID: record.NewID(),
				State: "open", What: "DOT",
				Operation: "bleed-rear",
				Due:       time.Now().Format(time.DateOnly)}})
			b := bench{t, w, r}
			b.goes(runlog.Guided{Procedure: procedure,
				Choices: map[string]string{"start": "soft", "held": "split", "lever": "tilted",
					"rise": "climbs"}, Bottle: &dot,
				Reason: "the fresh one is on its way"})
			run := runbench.Runs.Of(lay(w, r))[0].ID
			b.do(agree.Works.Says(agree.Work{Item: b.agrees("bleed-rear"), Run: &run}))
			seal := door.OnLeaving(lay(w, r))
			assert.Equal(t, all, len(seal.Answered) == 1, procedure)
			require.NotEmpty(t, seal.Made, procedure)
			months := 12
			if !all {
				months = 6
			}
			assert.Contains(t, seal.Made[0].What, "DOT fluid")
			due, err := time.Parse(time.DateOnly, seal.Made[0].Due)
			require.NoError(t, err)
			assert.Equal(t, months, fluid.MonthsSince(time.Now(), due), "%s: common practice, no source", procedure)
			assert.Equal(t, all, brakes.Sides(lay(w, r))[1].BledOn != nil, procedure)
		})
	}
}

func TestWhatIsBegunIsNotBegunTwice(t *testing.T) {
	w, r := desk(commuter(), "repair")
	b := bench{t, w, r}
	begin := runlog.Starts.Says(runlog.Guided{Procedure: "true-rotor-front"})
	first := b.do(begin)
	var problem *record.Problem
	require.ErrorAs(t, write(w, r, begin, nil), &problem)
	assert.Equal(t, record.Stale, problem.Kind)
	assert.Contains(t, problem.Detail, "Ida began it")
	require.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{Reason: "given up"}), &first))
	b.goes(*runlog.Starts.In(begin))
	b.do(begin) // what came to its end may be done once more
}
