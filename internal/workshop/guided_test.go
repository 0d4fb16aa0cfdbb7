package workshop

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/brake"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/guides"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/practice"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
)

// shelf puts a bottle of each family on a record's shelf.
func shelf(r *record.Record) (oil, dot record.ID) {
	oil, dot = record.NewID(), record.NewID()
	opened := time.Now().AddDate(0, 0, -100).Format(time.DateOnly)
	fluid.Bottles.Lay(r, []fluid.Bottle{
		{ID: oil, Name: "Tub", Family: brake.Mineral, OpenedOn: opened, Volume: 1000, Clean: true},
		{ID: dot, Name: "Old DOT", Family: brake.DOT, Grade: "DOT 4", OpenedOn: opened, Volume: 250, Clean: true},
	})
	return oil, dot
}

func TestTheWrongFluidNeverGetsIn(t *testing.T) {
	w, r := desk(commuter(), "repair")
	r.Bike.Facts.FrontFluid, r.Bike.Facts.RearFluid = "mineral", "dot"
	oil, dot := shelf(r)
	begin := func(procedure string, bottle *record.ID, reason string) error {
		return write(w, r, runlog.Starts.Says(runlog.Guided{Procedure: procedure,
			Choices: map[string]string{"start": "soft", "held": "pin", "lever": "tilted",
				"rise": "climbs"},
			Bottle: bottle, Reason: reason}), nil)
	}
	assert.ErrorContains(t, begin("bleed-push-front", nil, ""), "mineral oil")
	assert.ErrorContains(t, begin("bleed-push-front", &dot, "it is what we have"), "swells the seals")
	assert.ErrorContains(t, begin("bleed-push-rear", &oil, ""), "swells the seals")
	assert.ErrorContains(t, begin("bleed-push-rear", &dot, ""), "say why this one is used")
	assert.NoError(t, begin("bleed-push-rear", &dot, "the fresh one comes tomorrow, the owner knows"))
	assert.NoError(t, begin("bleed-push-front", &oil, ""))
	assert.ErrorContains(t, begin("drum-front", nil, ""), "nothing that the procedure is about")
	assert.ErrorContains(t, begin("no-such", nil, ""), "nothing that the procedure is about")
	assert.Error(t, write(w, r, runlog.Starts.Says(runlog.Guided{Procedure: "bleed-push-front",
		Bottle: &oil}), nil), "a choice is missing")
}

// What was measured on this job is not measured again by a guide, until something was done to it.
func TestAFigureIsCarriedIntoAGuide(t *testing.T) {
	begin := func(typed string) (*Workshop, *record.Record) {
		w, r := desk(commuter(), "repair")
		require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: "front-pads",
			Typed: typed}), nil))
		return w, r
	}
	run := func(w *Workshop, r *record.Record) runbench.RunView {
		require.NoError(t, write(w, r, runlog.Starts.Says(runlog.Guided{Procedure: "pads-disc-front",
			Choices: map[string]string{"held": "pin", "pin_school": "yes", "level": "known", "moon": "full"}}), nil))
		id := r.Entries[len(r.Entries)-1].ID
		view := func() runbench.RunView {
			all := runbench.Runs.Of(lay(w, r))
			return all[slices.IndexFunc(all, func(v runbench.RunView) bool { return v.ID == id })]
		}
		for view().Now.ID != "measure" {
			require.NoError(t, write(w, r, runlog.Steps.Says(runlog.StepDone{Run: id, Step: view().Now.ID,
				Place: view().Place}), nil))
		}
		return view()
	}
	w, r := begin("0.8/1.9")
	v := run(w, r)
	assert.Empty(t, v.Missing)
	assert.Equal(t, "Ida", v.Carried)
	w, r = begin("0.8")
	assert.Contains(t, run(w, r).Missing, "Record it first", "one figure for two sides tells of none")
	w, r = begin("0.8/1.9")
	pads := parts.Putting{Place: "front-pads", Particulars: map[string]string{"compound": "resin"}, Grade: "new",
		From: "stock", Why: "worn", Became: "scrap"}
	require.NoError(t, write(w, r, parts.Puttings.Says(pads), nil))
	assert.Contains(t, run(w, r).Missing, "Record it first", "others are in it now")
	w, r = desk(commuter(), "repair")
	require.NoError(t, write(w, r, parts.Puttings.Says(pads), nil))
	require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: "front-pads", Typed: "0.8/1.9"}), nil))
	r.Entries[len(r.Entries)-1].At = r.Entries[0].At.Add(-time.Hour)
	assert.Contains(t, run(w, r).Missing, "Record it first", "it came late, and is of those that were in it before")
	w, r = begin("0.8/1.9")
	require.NoError(t, write(w, r, agree.Items.Says(agree.Item{Operation: "pads-disc-front", Title: "Pads",
		Minutes: 20}), nil))
	item := r.Entries[len(r.Entries)-1].ID
	require.NoError(t, write(w, r, agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Ansel",
		How: "phone"}), nil))
	require.NoError(t, write(w, r, agree.Works.Says(agree.Work{Item: item}), nil))
	assert.Contains(t, run(w, r).Missing, "Record it first", "work was done on it")
}

func TestARunRecordsWhatItYields(t *testing.T) {
	w, r := desk(commuter(), "repair")
	require.NoError(t, write(w, r, agree.Items.Says(agree.Item{Operation: "pads-disc-front",
		Title: "Pads", Minutes: 20}), nil))
	item := r.Entries[0].ID
	require.NoError(t, write(w, r, agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes,
		From: "Ansel", How: "phone"}), nil))
	require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: "front-pads", Typed: "0.8"}), nil))
	require.NoError(t, write(w, r, runlog.Starts.Says(runlog.Guided{Procedure: "pads-disc-front",
		Choices: map[string]string{"held": "pin", "pin_school": "yes", "level": "known", "moon": "full"}}), nil))
	run := func() runbench.RunView { return runbench.Runs.Of(lay(w, r))[0] }
	do := func(outcome string) error {
		v := run()
		return write(w, r, runlog.Steps.Says(runlog.StepDone{Run: v.ID, Step: v.Now.ID,
			Outcome: outcome, Place: v.Place}), nil)
	}
	assert.Equal(t, "wheel-out", run().Now.ID)
	assert.ErrorContains(t, do("A fish"), "choose one of the answers")
	require.NoError(t, do(""))
	require.NoError(t, do(""), "the pin is out")
	require.NoError(t, do(""), "and the pads")

	// One figure for two pads does not count; the new one goes to the walk-round.
	assert.ErrorContains(t, do(""), "Record it first")
	require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: "front-pads", Typed: "0.8/1.9"}), nil))
	require.NoError(t, do(""))

	// Two tablets: the second one is told that the step was done.
	v := run()
	require.NoError(t, do(""))
	err := write(w, r, runlog.Steps.Says(runlog.StepDone{Run: v.ID, Step: v.Now.ID, Place: v.Place}), nil)
	var problem *record.Problem
	require.True(t, errors.As(err, &problem))
	assert.Equal(t, record.Stale, problem.Kind)

	// A step taken back is to be done again.
	before := run()
	require.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{}), &before.Done[len(before.Done)-1].ID))
	assert.Equal(t, v.Now.ID, run().Now.ID)

	for n := 0; !run().Finished; n++ {
		require.Less(t, n, 40)
		v := run()
		switch {
		case v.Now.Record == nil:
		case v.Now.Record.Point != "":
			require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: v.Now.Record.Point,
				Typed: "1.8"}), nil))
		case v.Now.Record.Part != "":
			assert.ErrorContains(t, do(""), "Write down what was fitted first: front pads")
			pads := parts.Putting{Place: v.Now.Record.Part,
				Particulars: map[string]string{"compound": "resin"}, Grade: "new", From: "stock",
				Why: "worn", Became: "scrap"}
			require.NoError(t, write(w, r, parts.Puttings.Says(pads), nil))
		case len(v.Now.Record.Joints()) > 0:
			require.NotEmpty(t, v.Bolts, "what the run loosened belongs to the torque run now")
			for _, b := range v.Bolts {
				require.NoError(t, logged(w, r, b,
					func(in *torque.Torque) { in.LeftTyped, in.Set = "1.5", b.Set != "" }, nil))
			}
		case v.Now.Record.Sign != "":
			assert.ErrorContains(t, do("It passes"), "Sign the brake test first")
			require.NoError(t, write(w, r, trial.Signs.Says(trial.Sign{What: v.Now.Record.Sign,
				Note: "it sinks"}), nil))
			assert.ErrorContains(t, do("It passes"), "signed as failed")
			require.NoError(t, write(w, r, trial.Signs.Says(trial.Sign{What: v.Now.Record.Sign,
				Passed: true, Note: "pumped once more"}), nil))
		}
		outcome := ""
		if o := v.Now.Outcomes; len(o) > 0 {
			outcome = o[0].Say
		}
		require.NoError(t, do(outcome))
	}
	require.NotNil(t, run().Item)
	id := run().ID
	require.NoError(t, write(w, r, agree.Works.Says(agree.Work{Item: item, Run: &id}), nil))
	s := lay(w, r)
	assert.Len(t, parts.Lives.Of(s)["front-pads"], 2, "what the run wrote down is the part that the work fitted")
	for _, sign := range trial.Tests.Of(s) {
		if sign.What == trial.SignFrontBrake {
			assert.False(t, sign.Stale, "the brake was tested after the work that the run did")
		}
	}
	backs := door.CallBacks(s)
	require.NotEmpty(t, backs)
	assert.Contains(t, backs[0].What, "bedding in")
	assert.Equal(t, time.Now().UTC().AddDate(0, 0, 14).Format(time.DateOnly), backs[0].Due)
}

func TestAWheelIsTakenOutOnce(t *testing.T) {
	w, r := desk(commuter(), "repair")
	for _, p := range []string{"free-pistons-front", "true-rotor-front", "rotor-clean-front"} {
		choices := map[string]string{"pistons": "two", "held": "pin", "level": "known"}
		require.NoError(t, write(w, r, runlog.Starts.Says(runlog.Guided{Procedure: p, Choices: choices}), nil))
	}
	runs := runbench.Runs.Of(lay(w, r))
	assert.Empty(t, runs[2].Already)
	require.NoError(t, write(w, r, runlog.Steps.Says(runlog.StepDone{Run: runs[0].ID, Step: "wheel-out"}), nil))
	assert.Contains(t, runbench.Runs.Of(lay(w, r))[2].Already, "Front wheel out already")
	titles := []string{}
	for _, o := range w.leaving(lay(w, r)) {
		if o.Place == record.PlaceRun {
			titles = append(titles, o.Title)
		}
	}
	assert.Len(t, titles, 3, "guided work that was begun stands in the way")
}

func TestTheBrakeDesk(t *testing.T) {
	w, _ := desk(commuter(), "repair")
	r, err := brakes.Runout(brakes.DialQuestion{Typed: "0 0,1 0.2 0.1 0 −0.1 -0.2 -0.1"})
	require.NoError(t, err)
	assert.InDelta(t, 0.34, r.Wobble, 0.01)
	_, err = brakes.Runout(brakes.DialQuestion{Typed: "0 a 1 2"})
	assert.ErrorContains(t, err, "not a figure")
	_, err = brakes.Runout(brakes.DialQuestion{Typed: ""})
	assert.Error(t, err)

	hill := brakes.HillQuestion{Rotor: brake.Rotor{Diameter: 160}, Rider: brake.Rider{Mass: 110},
		Hill: brake.Hill{Drop: 600, Length: 6000, Speed: 25, Air: 20, Share: 0.9}, Grade: "DOT 4", Months: 30}
	hot, err := brakes.Hill(hill)
	require.NoError(t, err)
	hill.Hill = brake.Hill{Drop: 20, Length: 1000, Speed: 15, Air: 10, Share: 0.5}
	mild, err := brakes.Hill(hill)
	require.NoError(t, err)
	assert.True(t, hot.Unsafe && !mild.Unsafe, "%+v %+v", hot, mild)
	hill.Grade = "DOT 7"
	_, err = brakes.Hill(hill)
	assert.Error(t, err)

	// Mineral oil takes up no water: a sound line is not judged by what water does.
	hill.Hill, hill.Grade = brake.Hill{Drop: 120, Length: 1500, Speed: 25, Air: 20, Share: 0.7}, ""
	unknown, err := brakes.Hill(hill)
	require.NoError(t, err)
	assert.Nil(t, unknown.Boils)
	assert.False(t, unknown.Unsafe)
	assert.Contains(t, unknown.Says, "its maker’s manual")
	require.True(t, unknown.Fluid > 100 && unknown.Fluid < 200, unknown.Fluid)
	hill.Water = true
	wet, err := brakes.Hill(hill)
	require.NoError(t, err)
	assert.True(t, wet.Unsafe, wet.Says)
	figure := 250.0
	hill.Water, hill.Boils = false, &figure
	dry, err := brakes.Hill(hill)
	require.NoError(t, err)
	assert.False(t, dry.Unsafe, dry.Says)
	assert.Contains(t, dry.Says, "by its maker this oil boils at 250 °C")
	figure = 40
	_, err = brakes.Hill(hill)
	assert.ErrorContains(t, err, "100 to 400")

	found, err := brakes.AirInLine(brake.Pull{First: 50, Pumped: 30, Ratio: 5, Master: 10, Bar: 40})
	require.NoError(t, err)
	assert.Contains(t, found.Says, "Bleed it")
	_, err = brakes.Need(brakes.NeedQuestion{Circuit: brake.Circuit{Bore: 2, Length: -4}, School: brake.Push})
	assert.Error(t, err)
	plans, err := brakes.Bed(w.Book(), brakes.BedQuestion{Rotor: brake.Rotor{Diameter: 160},
		Rider: brake.Rider{Mass: 85}, Air: 15, Share: 1})
	require.NoError(t, err)
	assert.Len(t, plans, 3)
	assert.Empty(t, plans[0].Road, "nobody said how long the road is")
	for level, says := range map[float64]string{40: "too short", 400: "Twice along 400 m", 20_000: "Once along"} {
		t.Run(fmt.Sprint(level), func(t *testing.T) {
			plans, err = brakes.Bed(w.Book(), brakes.BedQuestion{Rotor: brake.Rotor{Diameter: 160},
				Rider: brake.Rider{Mass: 85}, Air: 15, Share: 1,
				Level: level})
			require.NoError(t, err)
			assert.Contains(t, plans[0].Road, says)
		})
	}
	for _, in := range []brakes.SmallQuestion{{}, {Piston: &brakes.PistonQuestion{Measured: 40, Nominal: 10}},
		{Arms: &brake.Arms{Left: -1}},
		{Cable: &brake.Cable{}}} {
		_, err := brakes.Small(in)
		assert.Error(t, err)
	}
	tried, err := practice.PracticeBrake(practice.BrakeTry{Seed: 3, Rear: true, Acts: []brake.Act{brake.TapIt}})
	require.NoError(t, err)
	assert.NotEmpty(t, tried.Frames)
	_, err = practice.PracticeBrake(practice.BrakeTry{Acts: []brake.Act{"kick"}})
	assert.Error(t, err)
}

func TestAirIsToldBeforeAndAfter(t *testing.T) {
	w, r := desk(commuter(), "repair") // air can be measured before anybody has read what the brake holds
	pull := func(end string, first float64) error {
		return write(w, r, brakes.Pulls.Says(brakes.LeverPull{End: end,
			Pull: brake.Pull{First: first, Pumped: 30, Ratio: 5, Master: 10,
				Bar: 40}}), nil)
	}
	require.NoError(t, pull("front", 50))
	require.NoError(t, pull("front", 31))
	assert.Error(t, pull("front", 10), "the first pull goes further than the pumped one")
	r.Bike.Facts.RearBrake, r.Bike.Facts.RearFluid = "rim_linear", "none"
	assert.ErrorContains(t, pull("rear", 50), "hydraulic")
	r.Bike.Make, r.Bike.Model = "Pelham", "Drover"
	var here []brakes.AirLeft
	left := func(bike, end string, airs ...float64) {
		for _, a := range airs {
			here = append(here, brakes.AirLeft{Bike: bike, End: end, Air: a})
		}
		brakes.AirsLeft.Put(taught, here)
	}
	left("Staithe Packet", "front", 0.01, 0.02, 0.02, 0.03, 0.05)
	left("Staithe Packet", "rear", 0.9, 0.9, 0.9, 0.9, 0.9)
	front := brakes.Sides(lay(w, r))[0]
	require.Len(t, front.Pulls, 2)
	assert.Contains(t, front.AirSays, "0.32 ml of air before, 0.02 ml now: as brakes are left here")
	left("pelham drover", "front", 0.001, 0.001, 0.001, 0.001)
	assert.Contains(t, brakes.Sides(lay(w, r))[0].AirSays, "as brakes are left here",
		"four of its own model are too few")
	left("pelham drover", "front", 0.001)
	assert.Contains(t, brakes.Sides(lay(w, r))[0].AirSays, "Bleed it again")
}

func TestRunsFeedTheEstimate(t *testing.T) {
	w, r := desk(commuter(), "repair")
	require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: "front-pads", Typed: "0.8"}), nil))
	offered := func() findings.Suggestion { return findings.All.Of(lay(w, r))[0].Suggested[0] }
	shipped := offered()
	runlog.Times.Put(taught, map[string]runlog.Took{"pads-disc-front": {Minutes: 31, Times: 3}})
	assert.Equal(t, shipped.Minutes, offered().Minutes, "three runs settle nothing")
	runlog.Times.Put(taught, map[string]runlog.Took{"pads-disc-front": {Minutes: 31, Times: 8}})
	assert.Equal(t, 31, offered().Minutes)
	assert.Equal(t, 8, offered().Times)
	assert.Greater(t, offered().Labour, shipped.Labour)
}

func FuzzDialReadings(f *testing.F) {
	for _, s := range []string{"0 0.1 0.2 0.1", "0/−0,1/0.2/1", "1e9 0 0 0", "-- - 0"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, typed string) {
		r, err := brakes.Runout(brakes.DialQuestion{Typed: typed})
		if err == nil && !(r.Wobble >= 0 && r.Wobble < 200 && r.High >= 0 && r.High <= 360) {
			t.Fatalf("%q wobbles by %g at %g", typed, r.Wobble, r.High)
		}
	})
}

func TestGuidedWorkNamesWhatItFitsAndOpens(t *testing.T) {
	w, r := desk(commuter(), "repair")
	offered := map[string]guides.Offer{}
	for _, o := range guides.For(lay(w, r), "front") {
		offered[o.ID] = o
	}
	pads := offered["pads-disc-front"]
	assert.NotEmpty(t, pads.Parts)
	for _, o := range offered {
		for _, j := range o.Joints {
			assert.NotEmpty(t, j.Tool, "%s: %s", o.ID, j.Name)
			assert.True(t, j.Set != "" || j.Min != nil && *j.Min > 0 && *j.Max >= *j.Min, "%s: %s", o.ID, j.Name)
		}
	}
	pin := pads.Joints[slices.IndexFunc(pads.Joints,
		func(j guides.Joint) bool { return strings.Contains(j.Name, "pin") })]
	assert.LessOrEqual(t, float64(*pin.Max), 2.0, "common practice, no source: a pad pin takes 1 to 2 N·m")
}

func TestHowTheWorkLeftABrakeIsToldAfterIt(t *testing.T) {
	w, r := desk(commuter(), "repair")
	r.Bike.Facts.FrontFluid = "mineral"
	oil, _ := shelf(r)
	b := bench{t, w, r}
	run := b.do(runlog.Starts.Says(runlog.Guided{Procedure: "bleed-push-front",
		Choices: map[string]string{"start": "soft", "held": "pin", "lever": "tilted",
			"rise": "climbs"},
		Bottle: &oil}))
	b.reads("front-lever", "Firm") // too soon
	b.do(trial.Signs.Says(trial.Sign{What: trial.SignFrontBrake, Passed: true}))
	b.goesOn()

	// Still soft, it goes round once more, and is felt once more.
	done := runbench.Runs.Of(lay(w, r))[0].Done
	feel := slices.IndexFunc(done, func(d runbench.RunStep) bool { return d.Step == "feel" })
	for _, d := range slices.Backward(done[feel:]) {
		require.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{}), &d.ID))
	}
	b.reads("front-lever", "Soft")
	b.do(runlog.Steps.Says(runlog.StepDone{Run: run, Step: "feel", Outcome: "Still soft: once more", Place: feel}))
	b.goesOn()
	assert.Greater(t, len(runbench.Runs.Of(lay(w, r))[0].Done), len(done))
	assert.Empty(t, b.found(), "the last word is firm")
}

// A cracked chain goes back on to be fetched only: it stands before the door until it is replaced.
func TestACrackedChainIsNotForgotten(t *testing.T) {
	require.NoError(t, bookErr)
	b := readied(t, "repair")
	b.do(runlog.Starts.Says(runlog.Guided{Procedure: "chain-bath",
		Choices: map[string]string{"after": "oil", "clutch": "no"}}))
	run := func() runbench.RunView { return runbench.Runs.Of(lay(b.w, b.r))[0] }
	for run().Now.ID != "links" {
		b.goesStep(run())
	}
	r := run()
	crack := runlog.StepDone{Run: r.ID, Step: "links", Place: r.Place, Outcome: r.Now.Outcomes[1].Say}
	b.do(runlog.Steps.Says(crack))
	seen := run().Done[len(run().Done)-1].ID
	b.goesOn()
	assert.Contains(t, b.stands(), "Chain: a cracked link")
	assert.Contains(t, b.stands(), "Test ride")

	// Taken back only as the slip that it was, and given up with its run it stands all the same.
	assert.Equal(t, "Chain: a cracked link", run().Done[r.Place].Finds)
	assert.ErrorContains(t, write(b.w, b.r, record.Withdrawals.Says(record.Withdrawn{}), &seen), "Say why")
	assert.ErrorContains(t, write(b.w, b.r, record.Withdrawals.Says(record.Withdrawn{Reason: "x"}),
		&seen), "Other steps were done after it")
	require.NoError(t, write(b.w, b.r, record.Withdrawals.Says(record.Withdrawn{Reason: "not needed"}), &r.ID))
	assert.Contains(t, b.stands(), "Chain: a cracked link")

	f := b.finding("Chain: a cracked link")
	item := b.do(agree.Items.Says(agree.Item{Finding: &f.ID, Operation: "replace-chain",
		Title: "Replace it", Minutes: 15}))
	b.do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Ansel", How: "phone"}))
	b.do(agree.Works.Says(agree.Work{Item: item}))
	b.do(findings.Looks.Says(findings.Looked{Finding: f.ID}))
	assert.NotContains(t, b.stands(), "Chain: a cracked link")
}

func TestAnAnswerOfDamageSaysSoAtItsPoint(t *testing.T) {
	require.NoError(t, bookErr)
	b := readied(t, "repair")
	b.do(runlog.Starts.Says(runlog.Guided{Procedure: "stem-bar", Choices: map[string]string{"what": "stem"}}))
	run := func() runbench.RunView { return runbench.Runs.Of(lay(b.w, b.r))[0] }
	for run().Now.ID != "steerer" {
		b.goesStep(run())
	}
	r := run()
	b.reads("fork", "Sound")
	crack := runlog.StepDone{Run: r.ID, Step: "steerer", Place: r.Place, Outcome: r.Now.Outcomes[1].Say}
	b.refused(runlog.Steps.Says(crack), "outcome", "Say there first what you see")
	b.reads("fork", "Bent or cracked")
	b.do(runlog.Steps.Says(crack))
}
