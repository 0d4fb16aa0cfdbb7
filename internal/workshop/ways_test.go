package workshop

import (
	"slices"
	"strconv"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/gear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/internal/workshop/wheels"
)

// readied is a bike on which all that is asked was done: nothing stands before the door.
func readied(t *testing.T, depth string) bench {
	w, r := desk(commuter(), depth)
	b := bench{t, w, r}
	b.readies()
	require.Empty(t, w.leaving(lay(w, r)))
	return b
}

func (b bench) readies() {
	for _, p := range inspect.Views(lay(b.w, b.r)) {
		if p.Reading == nil && p.Required {
			b.do(inspect.Readings.Says(inspect.Reading{Point: p.ID, PassedOver: true, Note: "no time"}))
		}
	}
	for _, bolt := range torque.Unsettled(torque.Bolts.Of(lay(b.w, b.r))) {
		in := torque.Torque{Fastener: bolt.Fastener, Position: bolt.Position,
			Found: torque.FoundNotChecked, Set: bolt.Rule == nil}
		if bolt.Rule != nil {
			in.LeftTyped = strconv.FormatFloat(float64(bolt.Rule.Min+bolt.Rule.Max)/2, 'f', 2, 64)
		}
		b.do(torque.Torques.Says(in))
	}
	for _, place := range []string{inspect.AirFrontTyre, inspect.AirRearTyre} {
		b.do(inspect.Airs.Says(inspect.Air{Place: place, Typed: "3.5", Celsius: 18, Set: true}))
	}
	for _, what := range trial.For(b.r.Bike.Facts) {
		b.do(trial.Signs.Says(trial.Sign{What: what, Passed: true}))
	}
}

func (b bench) stands() (titles []string) {
	for _, o := range b.w.leaving(lay(b.w, b.r)) {
		titles = append(titles, o.Title)
	}
	return titles
}

// The six ways by which an unsafe bike left when somebody tried.
func TestNoWayRoundTheDoor(t *testing.T) {
	require.NoError(t, bookErr)
	t.Run("what is unsafe is not passed over", func(t *testing.T) {
		b := readied(t, "repair")
		b.reads("stem", "Crack")
		b.do(inspect.Readings.Says(inspect.Reading{Point: "stem", PassedOver: true, Note: "no time"}))
		assert.Contains(t, b.stands(), "Stem and bar: Crack")
		e, _ := inspect.ReadingOf(lay(b.w, b.r), "stem")
		assert.ErrorContains(t, write(b.w, b.r, record.Withdrawals.Says(record.Withdrawn{Reason: "x"}),
			&e.ID), "stays on the list")
	})
	t.Run("what came off is missing", func(t *testing.T) {
		b := readied(t, "repair")
		for _, place := range []string{"fork", "front-pads"} {
			b.do(parts.Takings.Says(parts.Taking{Place: place, Why: "worn", Became: "scrap"}))
		}
		assert.Subset(t, b.stands(), []string{"Fork: nothing sits there",
			"Front pads: nothing sits there", "Front brake test"})
		for _, place := range []string{"fork", "front-pads"} {
			b.do(parts.Puttings.Says(parts.Putting{Place: place, Grade: "new", From: "stock"}))
		}
		var loose []string
		for _, bolt := range torque.Unsettled(torque.Bolts.Of(lay(b.w, b.r))) {
			loose = append(loose, bolt.Fastener)
		}
		assert.Subset(t, loose, []string{"steerer-clamp", "front-caliper", "front-quick-release"},
			"as the work undoes them")
		b.readies()
		assert.Empty(t, b.stands())
	})
	t.Run("what was dated before the work does not vouch for it", func(t *testing.T) {
		b := readied(t, "repair")
		b.do(parts.Puttings.Says(parts.Putting{Place: "stem", Grade: "new", From: "stock"}))
		before := len(b.r.Entries)
		b.readies()
		for i := range b.r.Entries[before:] {
			b.r.Entries[before+i].At = time.Now().Add(-time.Hour) // a tablet that was without a network
		}
		assert.Subset(t, b.stands(), []string{"Front brake test", "Rear brake test", "Test ride"})
	})
	t.Run("taking back does not tidy up", func(t *testing.T) {
		b := readied(t, "repair")
		stand := b.do(wheels.Stands.Says(wheels.WheelStand{End: "rear", Where: "stand",
			Build: "rear-cassette", Spokes: "32", First: "right"}))
		require.NoError(t, write(b.w, b.r, record.Withdrawals.Says(record.Withdrawn{Reason: "taken off"}), &stand))
		assert.Subset(t, b.stands(), []string{"Rear brake test", "1 fastener to torque"})

		b = readied(t, "repair")
		begun := b.do(gears.Begins.Says(gears.Indexing{Family: "cable-9", Teeth: "11-13-15-17-20-23-26-30-34"}))
		b.do(gears.Moves.Says(gears.GearMove{Indexing: begun, Work: gear.Reclamp, Quarters: 1}))
		require.NoError(t, write(b.w, b.r, record.Withdrawals.Says(record.Withdrawn{Reason: "given up"}), &begun))
		assert.Subset(t, b.stands(), []string{"1 fastener to torque", "Test ride"})
	})
	t.Run("what was felt in the hand is felt again", func(t *testing.T) {
		b := readied(t, "repair")
		begun := b.do(apart.Begins.Says(apart.StripBegun{Assembly: "headset-threadless"}))
		off := func(part, felt string) record.ID {
			return b.do(apart.Offs.Says(apart.PartOff{Strip: begun, Part: part, Lay: apart.AsDrawn,
				Side: "up", Felt: felt}))
		}
		off("top-cap-bolt", "")
		off("top-cap", "")
		cracked := off("stem", "cracked")
		require.NoError(t, write(b.w, b.r, record.Withdrawals.Says(record.Withdrawn{Reason: "not so after all"}),
			&cracked))
		assert.Contains(t, b.stands(), "Headset: stem, cracked")
		off("stem", "sound")
		assert.NotContains(t, b.stands(), "Headset: stem, cracked")
	})
	t.Run("facts take nothing away that was found or undone", func(t *testing.T) {
		b := readied(t, "repair")
		b.reads("rear-lever", "Comes to the bar")
		b.do(parts.Puttings.Says(parts.Putting{Place: "rear-caliper", Grade: "new", From: "stock"}))
		was := b.stands()
		b.r.Job.Depth = "tune"
		b.happens(record.BikeChanges.Says(record.BikeChanged{Was: b.r.Bike.Facts}))
		b.r.Bike.Facts.RearBrake, b.r.Bike.Facts.RearFluid = "none", "none"
		assert.Subset(t, b.stands(), []string{"Rear lever feel: Comes to the bar", "Rear brake test"})
		assert.NotEmpty(t, was)
	})
	t.Run("opened again is not released", func(t *testing.T) {
		b := readied(t, "repair")
		b.happens(door.Reopenings.Says(door.Reopened{Reason: "Bell"}))
		assert.Subset(t, b.stands(), []string{"“Bell”", "Front brake test", "Rear brake test", "Test ride"})
	})
}

// A test that failed stands against one that passed before it and is told of later, and against
// who did not sign it.
func TestAFailedTestStands(t *testing.T) {
	require.NoError(t, bookErr)
	b := readied(t, "repair")
	b.do(trial.Signs.Says(trial.Sign{What: trial.SignTestRide, Note: "it shakes"}))
	failed := b.r.Entries[len(b.r.Entries)-1].ID
	_, err := b.w.rules.Check(lay(b.w, b.r), hands[1],
		record.NewEntry{ID: record.NewID(), Supersedes: &failed, Why: "a slip",
			Content: trial.Signs.Says(trial.Sign{What: trial.SignTestRide, Passed: true, Note: "a slip"})})
	assert.ErrorContains(t, err, "sign it again", "who did not sign that it failed cannot say that it did not")
	b.do(trial.Signs.Says(trial.Sign{What: trial.SignTestRide, Passed: true, Note: "as it should"}))
	assert.Empty(t, b.stands())
	b.r.Entries[len(b.r.Entries)-1].At = time.Now().Add(-time.Hour) // told late, by a tablet without a network
	assert.Equal(t, []string{"Test ride failed"}, b.stands())
}

// What is told a second time was not done a second time.
func TestWhatIsToldAgainWasNotDoneAgain(t *testing.T) {
	require.NoError(t, bookErr)
	t.Run("a correction vouches for what was done when it was first told", func(t *testing.T) {
		b := readied(t, "repair")
		b.do(parts.Puttings.Says(parts.Putting{Place: "stem", Grade: "new", From: "stock"}))
		loose := b.stands()
		for _, bolt := range torque.Bolts.Of(lay(b.w, b.r)) {
			if bolt.Stale {
				again := *bolt.Log
				again.Note = "a slip of typing"
				require.NoError(t, write(b.w, b.r, torque.Torques.Says(again), bolt.LogID))
			}
		}
		for _, test := range trial.Tests.Of(lay(b.w, b.r)) {
			e, signed := trial.Standing(lay(b.w, b.r), test.What)
			require.NoError(t, write(b.w, b.r, trial.Signs.Says(*signed), &e.ID))
		}
		assert.Equal(t, loose, b.stands())
	})
	t.Run("what came off since was not fitted by the work", func(t *testing.T) {
		b := readied(t, "repair")
		item := b.agrees("pads-disc-rear")
		b.do(agree.Works.Says(agree.Work{Item: item}))
		b.do(parts.Takings.Says(parts.Taking{Place: "rear-pads", Why: "worn", Became: "scrap"}))
		b.readies()
		b.do(parts.Puttings.Says(parts.Putting{Place: "rear-pads", Grade: "new", From: "stock", Item: &item}))
		assert.Contains(t, b.stands(), "Rear brake test")
	})
	t.Run("work that was begun step by step and done by hand was done by hand", func(t *testing.T) {
		b := readied(t, "repair")
		item := b.agrees("pads-disc-rear")
		run := b.do(runlog.Starts.Says(runlog.Guided{Procedure: "pads-disc-rear",
			Choices: map[string]string{"held": "pin", "pin_school": "no", "level": "known"}}))
		b.readies()
		b.do(agree.Works.Says(agree.Work{Item: item, Run: &run}))
		require.NoError(t, write(b.w, b.r, record.Withdrawals.Says(record.Withdrawn{Reason: "by hand"}), &run))
		assert.Contains(t, b.stands(), "Rear brake test")
	})
}

// What a guide did was done once: Done at its line asks for nothing again, and no other line is closed by it.
func TestAGuideThatWasGoneThroughIsDoneOnce(t *testing.T) {
	require.NoError(t, bookErr)
	b := readied(t, "repair")
	item := b.agrees("pads-disc-rear")
	b.goes(runlog.Guided{Procedure: "pads-disc-rear",
		Choices: map[string]string{"held": "pin", "pin_school": "no", "level": "known"}})
	b.readies()
	run := runbench.Runs.Of(lay(b.w, b.r))[0].ID
	require.NotContains(t, b.stands(), "Rear brake test")
	b.reads("rear-pads", "0.3")
	b.do(agree.Works.Says(agree.Work{Item: item}))
	assert.NotContains(t, b.stands(), "Rear brake test", "it was signed in the guide")

	// What is seen between the guide and Done was not put right by it.
	b.reads("rear-pads", "3.2")
	assert.Contains(t, b.stands(), "Rear pads: 0.3 mm")

	more := b.agrees("pads-disc-rear")
	b.refused(agree.Works.Says(agree.Work{Item: more, Run: &run}), "run", "told with another line")
	b.do(agree.Works.Says(agree.Work{Item: more}))
	assert.Contains(t, b.stands(), "Rear brake test", "done once more, by hand")
}

// What is seen while a guide goes on, after what it finds, was not put right by it.
func TestWhatIsSeenWhileAGuideGoesOnStands(t *testing.T) {
	require.NoError(t, bookErr)
	b := readied(t, "repair")
	item := b.agrees("pads-disc-rear")
	b.do(runlog.Starts.Says(runlog.Guided{Procedure: "pads-disc-rear",
		Choices: map[string]string{"held": "pin", "pin_school": "no", "level": "known"}}))
	for {
		run := runbench.Runs.Of(lay(b.w, b.r))[0]
		if run.Now.Record != nil && run.Now.Record.Sign != "" {
			break
		}
		b.goesStep(run)
	}
	b.reads("rear-pads", "0.3")
	b.goesOn()
	b.do(agree.Works.Says(agree.Work{Item: item}))
	b.reads("rear-pads", "3.2")
	assert.Contains(t, b.stands(), "Rear pads: 0.3 mm")
}

// What was signed while a guide had the stem off, and work went on after it, was not ridden.
func TestNobodyRodeWhatWasStillApart(t *testing.T) {
	require.NoError(t, bookErr)
	b := readied(t, "repair")
	b.do(runlog.Starts.Says(runlog.Guided{Procedure: "stem-bar", Choices: map[string]string{"what": "stem"}}))
	run := func() runbench.RunView { return runbench.Runs.Of(lay(b.w, b.r))[0] }
	for run().Now.ID != "stack" {
		b.goesStep(run())
	}
	b.readies()
	require.NotContains(t, b.stands(), "Test ride")
	b.goesStep(run())
	for _, step := range slices.Backward(run().Done) {
		require.NoError(t, write(b.w, b.r, record.Withdrawals.Says(record.Withdrawn{Reason: "not done"}), &step.ID))
	}
	assert.Contains(t, b.stands(), "Test ride")
}

// Work that was told with a guide was the guide's, whatever is said of its steps afterwards.
func TestAGuideThatWorkIsToldWithIsNotTakenApart(t *testing.T) {
	require.NoError(t, bookErr)
	b := readied(t, "repair")
	item := b.agrees("replace-stem")
	b.goes(runlog.Guided{Procedure: "stem-bar", Choices: map[string]string{"what": "stem"}})
	b.reads("stem", "Crack")
	b.do(agree.Works.Says(agree.Work{Item: item}))
	run := runbench.Runs.Of(lay(b.w, b.r))[0]
	back := record.Withdrawals.Says(record.Withdrawn{Reason: "not done"})
	assert.ErrorContains(t, write(b.w, b.r, back, &run.Done[len(run.Done)-1].ID), "Work is marked done with this run")
	assert.ErrorContains(t, write(b.w, b.r, back, &run.ID), "Work is marked done with this run")
	b.reads("stem", "Sound")
	assert.Contains(t, b.stands(), "Stem and bar: Crack", "it was seen after the guide, and nothing was done since")
	require.NoError(t, write(b.w, b.r, back, runbench.Items(lay(b.w, b.r))[0].WorkID))
	assert.NoError(t, write(b.w, b.r, back, &run.Done[len(run.Done)-1].ID))
}

// What was counted is written down with its step, and shown where it is put back.
func TestWhatIsCountedIsPutBack(t *testing.T) {
	require.NoError(t, bookErr)
	b := readied(t, "repair")
	b.r.Bike.Facts.RearFluid = "mineral"
	oil, _ := shelf(b.r)
	b.do(runlog.Starts.Says(runlog.Guided{Procedure: "bleed-push-rear", Bottle: &oil,
		Choices: map[string]string{"start": "soft", "held": "pin", "lever": "tilted", "rise": "climbs"}}))
	for n := 0; ; n++ {
		require.Less(t, n, 60, "nothing was to be put back")
		runs := runbench.Runs.Of(lay(b.w, b.r))
		run := runs[len(runs)-1]
		if run.Now.Recalls != "" {
			assert.Equal(t, "3 clicks", run.Recalled)
			return
		}
		if run.Now.Record != nil && run.Now.Record.Note != "" {
			b.refused(runlog.Steps.Says(runlog.StepDone{Run: run.ID, Step: run.Now.ID,
				Place: run.Place}), "note", "Write it down first")
		}
		b.goesStep(run)
	}
}

// Common practice, no source: an arm that is tightened is as cracked as it was.
func TestTwoThingsSeenAtAPointAreBothPutRight(t *testing.T) {
	require.NoError(t, bookErr)
	b := readied(t, "repair")
	b.reads("crank", "Crack")
	b.reads("crank", "Arm loose")
	assert.Subset(t, b.stands(), []string{"Crank arms: Crack", "Crank arms: Arm loose"})
	b.do(agree.Works.Says(agree.Work{Item: b.agrees("crank-service")}))
	b.reads("crank", "Sound")
	assert.Contains(t, b.stands(), "Crank arms: Crack")
	assert.NotContains(t, b.stands(), "Crank arms: Arm loose")
	assert.Contains(t, inspect.NotRidden(lay(b.w, b.r)), "Crack")
	b.do(agree.Works.Says(agree.Work{Item: b.agrees("replace-crank")}))
	b.reads("crank", "Sound")
	assert.NotContains(t, b.stands(), "Crank arms: Crack")
	assert.Empty(t, inspect.NotRidden(lay(b.w, b.r)))
}

// A crack that is seen at nine, and told once more with a time before that, was seen at nine all the same.
func TestWhatIsToldOfEarlierTakesNoLaterSightAway(t *testing.T) {
	require.NoError(t, bookErr)
	b := readied(t, "repair")
	dated := func(ago time.Duration) { b.r.Entries[len(b.r.Entries)-1].At = time.Now().Add(-ago) }
	b.reads("frame", "Crack")
	dated(time.Hour)
	b.reads("frame", "Crack")
	dated(4 * time.Hour)
	item := b.agrees("frame-builder")
	b.do(agree.Works.Says(agree.Work{Item: item}))
	dated(3 * time.Hour)
	b.reads("frame", "Sound")
	assert.Contains(t, b.stands(), "Frame: Crack", "the builder had it before the second look")
	b.do(agree.Works.Says(agree.Work{Item: b.agrees("frame-builder")}))
	b.reads("frame", "Sound")
	assert.NotContains(t, b.stands(), "Frame: Crack")
}

// happens adds an entry that is written by no entry of its own.
func (b bench) happens(c record.Content) {
	b.r.Entries = append(b.r.Entries, record.Entry{ID: record.NewID(), JobID: b.r.Job.ID,
		Kind: c.Kind(), At: time.Now(), ByName: "Ida",
		Content: c})
}
