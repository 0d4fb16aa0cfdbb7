package workshop

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/suspension"
	"utensil/core/wear"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/guides"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/wheels"
)

// sprung is a bike with a fork and a shock.
func sprung(t *testing.T) bench {
	w, r := discBike(t)
	r.Bike.Facts.Suspension = "full"
	return bench{t, w, r}
}

func (b bench) refused(c record.Content, field, says string) {
	b.Helper()
	var problem *record.Problem
	require.ErrorAs(b, write(b.w, b.r, c, nil), &problem)
	assert.Equal(b, field, problem.Field)
	assert.Contains(b, problem.Detail, says)
}

// owes are the titles of what stands before the door and leads to a place.
func (b bench) owes(place record.Place) (titles []string) {
	for _, o := range b.w.leaving(lay(b.w, b.r)) {
		if o.Place == place {
			titles = append(titles, o.Title)
		}
	}
	return titles
}

func (b bench) leg() air.LegBench { return air.Of(lay(b.w, b.r)).Legs[0] }

func TestClicksGoBackToWhereTheyWere(t *testing.T) {
	b := sprung(t)
	seven, five, nine := 7, 5, 9
	b.refused(air.Dials.Says(air.DialsCounted{Leg: "fork"}), "rebound", "Count at least one dial")
	// How they were left the last time settles nothing this time.
	last := air.Dials.Says(air.DialsCounted{Leg: "fork", Rebound: &nine, Compression: &five, Left: true})
	b.r.Entries, b.r.Earlier = nil, append(b.r.Earlier,
		record.Entry{ID: record.NewID(), Kind: air.Dials.Name, Content: last,
			At: b.r.Job.OpenedAt.AddDate(0, -3, 0)})
	b.do(air.Dials.Says(air.DialsCounted{Leg: "fork", Rebound: &seven, Compression: &five}))
	assert.True(t, b.leg().Dials.Owed)
	assert.NotNil(t, obstacle(b.w, b.r, "air"), "it stands before the door")
	b.refused(air.Dials.Says(air.DialsCounted{Leg: "fork", Rebound: &nine, Compression: &five,
		Left: true}), "asked", "Found at rebound 7")
	b.refused(air.Dials.Says(air.DialsCounted{Leg: "fork", Rebound: &seven, Left: true}), "asked",
		"Found at compression 5")
	b.do(air.Dials.Says(air.DialsCounted{Leg: "fork", Rebound: &nine, Compression: &five, Left: true,
		Asked: "the owner wants it slower"}))
	assert.False(t, b.leg().Dials.Owed)
	assert.Nil(t, obstacle(b.w, b.r, "air"))
	b.do(air.Dials.Says(air.DialsCounted{Leg: "shock", None: true}))
	assert.False(t, air.Of(lay(b.w, b.r)).Legs[1].Dials.Owed, "nothing to put back")
}

func TestALegIsDueByTheHoursItIsRidden(t *testing.T) {
	b := sprung(t)
	b.r.Bike.WeeklyKm = 36
	assert.Nil(t, b.leg().Due)
	in := air.LegServed{Leg: "fork", What: "lowers", Every: "50", Right: "10"}
	b.refused(air.Services.Says(in), "source", "where the oil's figure stands")
	in.Source = "manual, page 12"
	b.do(air.Services.Says(in))
	due := b.leg().Due
	require.NotNil(t, due)
	assert.Equal(t, "right 10 ml (manual, page 12)", due.Oil)
	assert.False(t, due.Late)
	// By hand: 50 hours at 3 hours a week are 16 2/3 weeks, at 1.8 they are 27 7/9.
	assert.InDelta(t, 50.0/3*7, due.From.Sub(due.At).Hours()/24, 0.1)
	assert.InDelta(t, 50/1.8*7, due.To.Sub(due.At).Hours()/24, 0.1)
	in.Weekly = "5"
	b.do(air.Services.Says(in))
	assert.InDelta(t, 8*7, b.leg().Due.From.Sub(b.leg().Due.At).Hours()/24, 0.1,
		"what the rider says wins: 6 1/4 hours at most")
	b.refused(air.Services.Says(air.LegServed{Leg: "shock", What: "lowers", Every: "50"}), "what", "no lower legs")
	in.Every = "3"
	b.refused(air.Services.Says(in), "every", "")
}

// What was done to a leg and to sealant stands on the lines of what is on the bike, with when it
// is due again; what was done to a fork that came off tells nothing of the one that went on.
func TestWhatWasTendedStandsOnTheLinesOfTheBike(t *testing.T) {
	b := sprung(t)
	line := func(place string) lifeline.Line {
		s := lay(b.w, b.r)
		lines := lifeline.Lines(s, air.Tended(s)...)
		return lines[slices.IndexFunc(lines, func(l lifeline.Line) bool { return l.Place == place })]
	}
	assert.False(t, line("fork-seals").Known)
	b.do(air.Services.Says(air.LegServed{Leg: "fork", What: "lowers", Every: "50", Weekly: "4",
		Right: "10", Source: "manual"}))
	seals := line("fork-seals")
	require.Len(t, seals.Tended, 1)
	assert.Equal(t, "Lower legs: right 10 ml (manual)", seals.Tended[0].Says)
	// By hand: 50 hours at 5 to 3 hours a week are 10 to 16 2/3 weeks.
	assert.InDelta(t, 10*7, seals.DueFrom.Sub(seals.Tended[0].At).Hours()/24, 0.1)
	assert.Equal(t, "service in 2 months", seals.Left)
	require.True(t, seals.Soon)
	assert.Equal(t, "fork-lowers", seals.Work[0].Operation)

	tubeless := gravel
	b.do(air.Tyres.Says(tubeless))
	b.do(air.Toppings.Says(air.SealantTopped{End: "rear", Ml: "80", Celsius: 18}))
	sealant := line("rear-tube")
	assert.Equal(t, "80 ml of sealant", sealant.Tended[0].Says)
	assert.Contains(t, sealant.Left, "sealant in ")
	assert.False(t, line("front-tube").Known)
	tubeless.Tubeless = false
	b.do(air.Tyres.Says(tubeless))
	assert.Nil(t, line("rear-tube").DueFrom, "a tube has no sealant to be topped up")

	b.do(putting("fork", nil))
	assert.Nil(t, line("fork-seals").DueFrom, "another fork")
	assert.Nil(t, b.leg().Due)
}

func TestAMarkOnAStanchionIsAFinding(t *testing.T) {
	b := sprung(t)
	b.do(air.Nicks.Says(air.NickFound{Leg: "fork", Side: "left", Felt: suspension.Deep, Above: "40", Travel: "120"}))
	require.Len(t, b.leg().Nicks, 1)
	assert.Equal(t, wear.Due, b.leg().Mark)
	assert.Equal(t, suspension.Condemn, b.leg().Nicks[0].Fate)
	f := findings.All.Of(lay(b.w, b.r))[0]
	assert.Equal(t, wear.Due, f.Mark)
	assert.Equal(t, "fork", f.Point)
	assert.Equal(t, []string{"fork-service", "replace-fork"}, offered(f))
	b.refused(air.Nicks.Says(air.NickFound{Leg: "fork", Side: "shaft", Felt: suspension.Edge,
		Above: "4", Travel: "120"}), "side",
		"left or right")
	b.refused(air.Nicks.Says(air.NickFound{Leg: "fork", Side: "left", Felt: suspension.Edge, Above: "4",
		Travel: "3"}), "travel", "")
}

func TestABrokenSpokeAndAWornRimAreFindings(t *testing.T) {
	b := sprung(t)
	hurts := func() wheels.WheelDamage { return wheels.HurtsOf(lay(b.w, b.r))[1] }
	laced := wheels.WheelStand{End: "rear", Where: "stand", Build: "rear-disc", Spokes: "32", First: "right"}
	b.refused(wheels.Breaks.Says(wheels.SpokeBroke{Wheel: laced, Spokes: "33", Where: "bend"}), "spokes", "has 32")
	b.refused(wheels.Breaks.Says(wheels.SpokeBroke{Wheel: laced, Spokes: "the red one", Where: "bend"}),
		"spokes", "count from the valve")
	b.do(wheels.Breaks.Says(wheels.SpokeBroke{Wheel: laced, Spokes: "7", Where: "bend"}))
	require.NotNil(t, hurts().Broke)
	assert.True(t, hurts().Broke.Home)
	assert.Equal(t, []int{5, 6, 8, 9}, hurts().Broke.Beside)
	assert.Equal(t, findings.FindingOpen, b.found()["Rear wheel: broken spoke"])
	b.do(wheels.Breaks.Says(wheels.SpokeBroke{Wheel: laced, Spokes: "7, 9", Where: "bend", Earlier: 3}))
	assert.False(t, hurts().Broke.Home)
	assert.Contains(t, hurts().Broke.Then, "3 broke before")

	b.refused(wheels.Rims.Says(wheels.RimLook{End: "rear", Wall: "0.8", Mark: "none", Nails: "sound",
		Edge: "sound"}), "wall", "No block runs")
	b.do(wheels.Breaks.Says(wheels.SpokeBroke{Wheel: laced, Spokes: "7", Where: "bend"}))
	assert.Equal(t, wear.Due, hurts().Mark, "it may be ridden home")
	b.do(wheels.Rims.Says(wheels.RimLook{End: "rear", Mark: "none", Nails: "cracked", Edge: "sound"}))
	assert.Equal(t, wear.Unsafe, hurts().Rim.Word)
	assert.Equal(t, []any{wear.Unsafe, hurts().Rim.Says}, []any{hurts().Mark, hurts().Says},
		"the worst of a wheel is what is told")
	assert.Equal(t, findings.FindingOpen, b.found()["Rear rim: cracked at a nipple"])
	assert.True(t, b.finding("Rear rim: cracked at a nipple").ReadAgain,
		"what was unsafe is read again: a word is not enough")
	b.do(wheels.Rims.Says(wheels.RimLook{End: "rear", Mark: "none", Nails: "sound", Edge: "sound"}))
	assert.Equal(t, findings.FindingOpen, b.found()["Rear rim: cracked at a nipple"],
		"a look that finds nothing does not take away what can throw the rider")
}

// What was written before a spoke that broke carried its own mark stands before the door as it did.
func TestASpokeThatBrokeBeforeIsJudged(t *testing.T) {
	b := sprung(t)
	old := wheels.SpokeBroke{Wheel: wheels.WheelStand{End: "rear"}, Spokes: "7 9", Where: "bend",
		Broken: &wheels.SpokeLost{Spokes: []int{7, 9}, Says: "Two side by side. It is carried or pushed, not ridden."}}
	b.r.Entries = append(b.r.Entries,
		record.Entry{ID: record.NewID(), Kind: wheels.Breaks.Name, At: time.Now(), Content: wheels.Breaks.Says(old)})
	assert.Equal(t, wear.Unsafe, b.finding("Rear wheel: broken spoke").Mark)
	assert.Equal(t, wear.Unsafe, wheels.HurtsOf(lay(b.w, b.r))[1].Mark)
}

func TestAWornBrakingWall(t *testing.T) {
	b := sprung(t)
	b.r.Bike.Facts.RearBrake, b.r.Bike.Facts.RearFluid = "rim_caliper", "none"
	for wall, mark := range map[string]wear.Mark{"0.9": wear.Unsafe, "1.2": wear.Watch, "1.6": wear.Sound} {
		b.do(wheels.Rims.Says(wheels.RimLook{End: "rear", Wall: wall, Mark: "there", Nails: "sound", Edge: "sound"}))
		assert.Equal(t, mark, wheels.HurtsOf(lay(b.w, b.r))[1].Rim.Word, wall)
	}
	b.do(wheels.Rims.Says(wheels.RimLook{End: "rear", Wall: "1.6", Mark: "gone", Nails: "sound", Edge: "dent"}))
	assert.Equal(t, findings.FindingOpen, b.found()["Rear rim: wall worn"],
		"the mark decides, whatever the calliper says")
}

// Each piece of guided work on wheels and air is gone through on a bike with discs, one with
// blocks on its rims and one with brakes in its hubs; what it let out is back, and what it found
// stands before the door where it is not.
func TestGuidedWorkOnWheelsAndAirIsGoneThrough(t *testing.T) {
	for brake, fluid := range map[string]string{"disc_hydraulic": "mineral", "rim_linear": "none", "drum": "none"} {
		t.Run(brake, func(t *testing.T) {
			b := sprung(t)
			f := &b.r.Bike.Facts
			f.FrontBrake, f.RearBrake, f.FrontFluid, f.RearFluid = brake, brake, fluid, fluid
			ran := 0
			for _, o := range guides.For(lay(b.w, b.r), "") {
				if o.Bench == "" {
					continue
				}
				choices := map[string]string{}
				for _, c := range o.Choices {
					choices[c.ID] = c.Options[0].ID
				}
				b.goes(runlog.Guided{Procedure: o.ID, Choices: choices})
				ran++
			}
			assert.GreaterOrEqual(t, ran, 20)
			for _, run := range runbench.Runs.Of(lay(b.w, b.r)) {
				assert.Empty(t, run.Open, run.Work.Name)
			}
			assert.Empty(t, b.owes("air"), "air and clicks are back, oil, hours and sealant written "+
				"down with their step")
		})
	}
}

// What is let out goes back: a step that reads a pressure is not done without, nor by one that
// was read before.
func TestAForkIsNotOpenedBeforeItsAirIsWrittenDown(t *testing.T) {
	b := sprung(t)
	b.do(inspect.Airs.Says(inspect.Air{Place: "fork", Typed: "5", Celsius: 20, Set: true}))
	b.do(runlog.Starts.Says(runlog.Guided{Procedure: "fork-lowers",
		Choices: map[string]string{"spring": "air", "rings": "keep", "knob": "no"}}))
	run := func() runbench.RunView { return runbench.Runs.Of(lay(b.w, b.r))[0] }
	step := func(outcome string) error {
		v := run()
		return write(b.w, b.r, runlog.Steps.Says(runlog.StepDone{Run: v.ID, Step: v.Now.ID,
			Outcome: outcome, Place: v.Place}), nil)
	}
	require.NoError(t, step("It is here"))
	assert.ErrorContains(t, step(""), "Read its pressure first: fork")
	b.do(inspect.Airs.Says(inspect.Air{Place: "fork", Typed: "4.6", Celsius: 20}))
	require.NoError(t, step(""))
	assert.ErrorContains(t, step(""), "Count its clicks first")
	b.do(air.Dials.Says(air.DialsCounted{Leg: "fork", None: true}))
	require.NoError(t, step(""))
	for run().Now.ID != "negative" {
		require.NoError(t, step(""))
	}
	// A leg that stays drawn in holds air: it is not opened, and the bike does not leave unseen.
	require.NoError(t, step("It stays drawn in"))
	assert.Equal(t, "trapped", run().Now.ID)
	assert.NotNil(t, obstacle(b.w, b.r, "air"))
}

// What a bench finds stands beside the hunt for the same complaint.
func TestHuntsTakeWhatTheBenchesOfWheelsAndAirFound(t *testing.T) {
	b := sprung(t)
	found := func(fault string) *hunt.HuntFound {
		views := hunt.Views(lay(b.w, b.r))
		return views[slices.IndexFunc(views, func(h hunt.HuntView) bool { return h.Fault == fault })].Found
	}
	for _, fault := range []string{"wobble", "flat-returns", "tubeless-leaks", "sinks"} {
		b.do(hunt.Hunts.Says(hunt.Hunt{Fault: fault}))
		assert.Nil(t, found(fault), fault)
	}
	b.do(air.Flats.Says(air.FlatFound{End: "rear", Shape: "pair"}))
	assert.Equal(t, "pinch", found("flat-returns").Cause)
	assert.Nil(t, found("tubeless-leaks"), "a tube is pinched")
	b.do(inspect.Airs.Says(inspect.Air{Place: "fork", Typed: "5", Celsius: 25, Set: true}))
	b.do(inspect.Airs.Says(inspect.Air{Place: "fork", Typed: "4.6", Celsius: 5}))
	assert.Equal(t, "cold", found("sinks").Cause, "6 bar over nothing lose 0.4 from 25 to 5 °C (ideal gas law)")
	b.do(inspect.Airs.Says(inspect.Air{Place: "fork", Typed: "3", Celsius: 25}))
	assert.Equal(t, "seal", found("sinks").Cause)
	b.do(wheels.Breaks.Says(wheels.SpokeBroke{Wheel: wheels.WheelStand{End: "front", Where: "stand",
		Build: "front-disc", Spokes: "32",
		First: "right"}, Spokes: "3", Where: "thread"}))
	assert.Equal(t, "spoke", found("wobble").Cause)
	assert.False(t, found("wobble").Cured)
}

func TestALegThatAnswersTwiceOtherwiseSticks(t *testing.T) {
	b := sprung(t)
	sag := air.SagRead{Leg: "fork", Typed: "5", Sag: "27", Travel: "120", Most: "10"}
	b.do(air.Sags.Says(sag))
	assert.Contains(t, b.leg().Says, "Read it once more")
	sag.Sag = "34"
	b.do(air.Sags.Says(sag))
	assert.Contains(t, b.leg().Says, "7 mm apart: its seals stick")
	assert.Equal(t, wear.Watch, b.leg().Mark)
	assert.Empty(t, air.Of(lay(b.w, b.r)).Balance)
	shock := air.SagRead{Leg: "shock", Typed: "12", Sag: "13.75", Travel: "50", Most: "20"}
	b.do(air.Sags.Says(shock))
	assert.Equal(t, "Against what each is to sink, the front sinks 6 points more of its travel than the "+
		"rear: it steers nervously and dives. "+
		"A little more air in front, or less behind.", air.Of(lay(b.w, b.r)).Balance,
		"28 %% where 22.5 are meant, 27.5 where 27.5 are: shorter forks sink less")
}

// The chart on a leg is a place to begin, for who was weighed.
func TestALegsChartSaysWhereToBegin(t *testing.T) {
	b := sprung(t)
	assert.Nil(t, b.leg().Begins)
	chart := air.LegChart{Leg: "fork", Source: "its sticker",
		Rows: []air.ChartRow{{Kg: "68", Air: "55–65 psi"}, {Kg: "82 kg", Air: "4.8 bar"}}}
	b.do(air.Charts.Says(chart))
	assert.Contains(t, b.leg().Begins.Says, "not written down yet")
	b.do(air.Riders.Says(air.RiderWeighed{Rider: "68", Bike: "14", Sits: "standing", Surface: "rough"}))
	assert.InDelta(t, 3.79, b.leg().Begins.From, 0.01)
	assert.InDelta(t, 4.48, b.leg().Begins.To, 0.01)
	b.do(air.Riders.Says(air.RiderWeighed{Rider: "99", Bike: "14", Sits: "standing", Surface: "rough"}))
	assert.Contains(t, b.leg().Begins.Says, "does not go to 99 kg")
	chart.Rows[1].Air = "3 bar"
	b.refused(air.Charts.Says(chart), "rows", "a line has slipped")
	chart.Rows[1].Air = "soft"
	b.refused(air.Charts.Says(chart), "rows.1", "")
	b.refused(air.Charts.Says(air.LegChart{Leg: "fork", Rows: chart.Rows[:1]}), "source", "")

	// One that was typed for another bike of this make and model serves here.
	other := sprung(t)
	air.ModelCharts.Lay(other.r, []*air.LegChart{{Leg: "fork", Source: "s",
		Chart: suspension.Chart{{Kg: 99, From: 6, To: 6}}}})
	other.do(air.Riders.Says(air.RiderWeighed{Rider: "99", Bike: "14", Sits: "standing", Surface: "rough"}))
	assert.InDelta(t, 6, other.leg().Begins.From, 1e-9)
}
