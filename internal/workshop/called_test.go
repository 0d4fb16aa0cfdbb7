package workshop

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A bike that comes in for something else is not what it was called back for.
func TestACallBackIsSettledByWhatItWasFor(t *testing.T) {
	day := func(days int) string { return time.Now().UTC().AddDate(0, 0, days).Format(time.DateOnly) }
	fluid := func(days int) CallBack { return CallBack{What: "DOT", Operation: "bleed-rear", Due: day(days)} }
	feel := func(days int) CallBack { return CallBack{What: "Feel it", Point: "rear-lever", Due: day(days)} }
	reads := Content{Reading: &Reading{Point: "rear-lever", Word: "Firm"}}
	passes := Content{Reading: &Reading{Point: "rear-lever", PassedOver: true, Note: "the owner waits at the door"}}
	other := Content{Reading: &Reading{Point: "chain", Typed: "0.3"}}

	for name, c := range map[string]struct {
		call            CallBack
		did             []Content
		bled            bool
		shown, answered bool
	}{
		"fluid, a flat was mended":       {fluid(-3), []Content{other}, false, true, false},
		"fluid, bled":                    {fluid(-3), nil, true, true, true},
		"fluid, bled two weeks before":   {fluid(14), nil, true, true, true},
		"fluid, in half a year":          {fluid(180), nil, false, false, false},
		"feel, looked at":                {feel(0), []Content{reads}, false, true, true},
		"feel, looked at two days early": {feel(2), []Content{reads}, false, true, true},
		"feel, looked at before it can":  {feel(10), []Content{reads}, false, true, false},
		"feel, passed over":              {feel(0), []Content{passes}, false, true, false},
		"feel, something else looked at": {feel(0), []Content{other}, false, true, false},
		"what only a person can settle":  {CallBack{What: "Ask about the bell", Due: day(-9)}, []Content{reads}, true, true, false},
		"joints, none of them torqued":   {CallBack{What: "Torque again", Fasteners: []string{"crank-bolt"}, Due: day(-2)}, []Content{reads}, true, true, false},
	} {
		w, r := desk(commuter(), "repair")
		r.Bike.Facts.RearFluid = "dot"
		_, dot := shelf(r)
		c.call.ID, c.call.JobID, c.call.State = NewID(), NewID(), "open"
		r.CallBacks = []CallBack{c.call, {ID: NewID(), JobID: NewID(), State: "done", What: "long ago", Point: "rear-lever", Due: day(-40)}}
		for _, did := range c.did {
			require.NoError(t, write(w, r, did, nil), name)
		}
		if c.bled {
			require.NoError(t, write(w, r, Content{Item: &Item{Operation: "bleed-rear", Title: "Bleed", Minutes: 35}}, nil), name)
			item := r.Entries[len(r.Entries)-1].ID
			require.NoError(t, write(w, r, Content{Answer: &Answer{Item: item, Answer: Yes, From: "Ansel", How: "counter"}}, nil), name)
			require.NoError(t, write(w, r, Content{Work: &Work{Item: item, Bottle: &dot, Reason: "the fresh one is on its way"}}, nil), name)
		}
		s := w.layOut(*r)
		shown := w.called(s)
		require.Equal(t, c.shown, len(shown) == 1, name)
		answered := w.onLeaving(s, time.Now()).Answered
		assert.Equal(t, c.answered, len(answered) == 1, name)
		if c.shown {
			assert.Equal(t, c.answered, shown[0].Answered, name)
			assert.Equal(t, c.call.Operation != "" && !c.bled, shown[0].Offer != nil, "%s: work is offered once", name)
		}
	}
}

func TestAPointIsLookedAtWhenTheBikeCameBackForIt(t *testing.T) {
	w, r := desk(commuter(), "repair")
	required := func(point string) bool {
		for _, p := range w.pointViews(w.layOut(*r)) {
			if p.ID == point {
				return p.Required
			}
		}
		return false
	}
	const beyond = "rings"
	assert.False(t, required(beyond), "a repair does not look at it")
	r.CallBacks = []CallBack{{ID: NewID(), JobID: NewID(), State: "open", What: "Look at the arm", Point: beyond, Due: time.Now().Format(time.DateOnly)}}
	assert.True(t, required(beyond))
}

func TestABleedFromTheLeverLeavesTheOldFluidIn(t *testing.T) {
	for procedure, all := range map[string]bool{"bleed-lever-rear": false, "bleed-push-rear": true, "fluid-exchange-rear": true} {
		w, r := desk(commuter(), "repair")
		r.Bike.Facts.RearFluid = "dot"
		_, dot := shelf(r)
		r.CallBacks = []CallBack{{ID: NewID(), JobID: NewID(), State: "open", What: "DOT", Operation: "bleed-rear", Due: time.Now().Format(time.DateOnly)}}
		b := bench{t, w, r}
		b.goes(Guided{Procedure: procedure, Choices: map[string]string{"start": "soft", "held": "split"}, Bottle: &dot, Reason: "the fresh one is on its way"})
		run := w.layOut(*r).runs[0].ID
		b.do(Content{Work: &Work{Item: b.agrees("bleed-rear"), Run: &run}})
		seal := w.onLeaving(w.layOut(*r), time.Now())
		assert.Equal(t, all, len(seal.Answered) == 1, procedure)
		require.NotEmpty(t, seal.Made, procedure)
		months := 12
		if !all {
			months = 6
		}
		assert.Contains(t, seal.Made[0].What, "DOT fluid")
		due, err := time.Parse(time.DateOnly, seal.Made[0].Due)
		require.NoError(t, err)
		assert.Equal(t, months, monthsSince(time.Now(), due), "%s: common practice, no source", procedure)
		assert.Equal(t, all, w.brakeSides(w.layOut(*r))[1].BledOn != nil, procedure)
	}
}

func TestWhatIsBegunIsNotBegunTwice(t *testing.T) {
	w, r := desk(commuter(), "repair")
	b := bench{t, w, r}
	begin := Content{Guided: &Guided{Procedure: "true-rotor-front"}}
	first := b.do(begin)
	var problem *Problem
	require.ErrorAs(t, write(w, r, begin, nil), &problem)
	assert.Equal(t, Stale, problem.Kind)
	assert.Contains(t, problem.Detail, "Ida began it")
	require.NoError(t, write(w, r, Content{Withdrawn: &Withdrawn{Reason: "given up"}}, &first))
	b.goes(*begin.Guided)
	b.do(begin) // what came to its end may be done once more
}
