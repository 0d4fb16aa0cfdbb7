package workshop

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/estimate"
	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/knowledge"
)

// standing is the line of the list at the door that is about something; empty when there is none.
func (b bench) standing(title string) record.Obstacle {
	for _, o := range b.w.leaving(lay(b.w, b.r)) {
		if o.Title == title {
			return o
		}
	}
	return record.Obstacle{}
}

func (b bench) finding(title string) findings.FindingView {
	for _, f := range findings.All.Of(lay(b.w, b.r)) {
		if f.Title == title {
			return f
		}
	}
	require.Fail(b, "nothing found: "+title)
	return findings.FindingView{}
}

func offered(f findings.FindingView) (ids []string) {
	for _, s := range f.Suggested {
		ids = append(ids, s.Operation)
	}
	return ids
}

func TestACrackedCrankDoesNotLeaveByBeingTorqued(t *testing.T) {
	w, r := desk(commuter(), "tune")
	b := bench{t, w, r}
	const crack = "Crank arms: Crack"
	b.reads("crank", "Crack")
	f := b.finding(crack)
	assert.Equal(t, []string{"replace-crank"}, offered(f), "nothing that cannot cure a crack")

	// Torquing it is refused as its cure, and does not close it when it is done for its own sake.
	err := write(w, r, agree.Items.Says(agree.Item{Finding: &f.ID, Operation: "crank-service",
		Title: "Torque it", Minutes: 20}), nil)
	assert.ErrorContains(t, err, "cannot put that right")
	assert.ErrorContains(t, err, "replace the crank arm")
	b.do(agree.Works.Says(agree.Work{Item: b.agrees("crank-service")}))
	assert.Equal(t, findings.FindingOpen, b.finding(crack).Status)

	// The right work done, it is read again, and must not be unsafe.
	item := b.do(agree.Items.Says(agree.Item{Finding: &f.ID, Operation: "replace-crank",
		Title: "Replace it", Minutes: 25}))
	b.do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Ansel", How: "phone"}))
	b.do(agree.Works.Says(agree.Work{Item: item}))
	assert.Equal(t, findings.FindingWorked, b.finding(crack).Status)
	at := b.standing(crack)
	assert.Equal(t, record.Obstacle{Title: crack, Detail: "work done: read it again, it was unsafe", Mark: wear.Unsafe,
		Stage: record.StageInspect, Target: "crank", Count: 1}, at)
	assert.ErrorContains(t, write(w, r, findings.Looks.Says(findings.Looked{Finding: f.ID}), nil), "not a word for it")
	b.reads("crank", "Bent arm")
	assert.Equal(t, map[string]findings.FindingStatus{"Crank arms: Bent arm": findings.FindingOpen},
		b.found(), "what is read now counts")
	b.reads("crank", "Sound")
	assert.Equal(t, map[string]findings.FindingStatus{"Crank arms: Bent arm": findings.FindingOpen},
		b.found(), "nothing was done since")
	b.corrects("crank", "Sound")
	assert.Equal(t, map[string]findings.FindingStatus{crack: findings.FindingDone}, b.found())
	assert.Empty(t, b.standing(crack))
}

func TestWorkIsOfferedForWhatWasSeen(t *testing.T) {
	for _, c := range []struct {
		kind, point, seen string
		offers            []string
	}{
		// Common practice, no published source: adjust before clean before replace.
		{"commuter", "rear-tyre", "Fitted backwards", []string{"turn-tyre-rear"}},
		{"commuter", "rear-wheel", "Rim worn or split", []string{"wheel-rear"}},
		{"commuter", "headset", "Play", []string{"headset-set", "headset-bearings"}},
		{"commuter", "front-lever", "Slow return",
			[]string{"free-pistons-front", "lever-service-front", "replace-lever-front"}},
		{"commuter", "front-lever", "Soft", []string{"centre-caliper-front", "bleed-front"}},
		{"randonneur", "front-lever", "Soft", []string{"centre-caliper-front", "adjust-cable-front", "cable-front",
			"replace-caliper-cable-front"}},
		{"commuter", "front-pads", "0.8/2.1",
			[]string{"centre-caliper-front", "free-pistons-front", "care-caliper-front", "pads-disc-front",
				"replace-caliper-front"}},
		{"commuter", "front-pads", "2.0/2.8",
			[]string{"centre-caliper-front", "free-pistons-front", "care-caliper-front", "pads-disc-front",
				"replace-caliper-front"}},
		{"commuter", "front-pads", "0.8", []string{"pads-disc-front"}},
		{"commuter", "rear-mech", "Touches spokes", []string{"set-limits", "straighten-hanger", "replace-hanger"}},
		{"electric_trail", "bottom-bracket", "Gravelly", []string{"motor-bearings"}},
		{"other", "rear-lever", "Comes to the bar", []string{"brake-maker-rear"}},
	} {
		t.Run(c.kind, func(t *testing.T) {
			w, r := desk(kindOf(t, c.kind), "strip")
			b := bench{t, w, r}
			b.reads(c.point, c.seen)
			found := findings.All.Of(lay(w, r))
			require.Len(t, found, 1, "%s %s", c.point, c.seen)
			assert.Equal(t, c.offers, offered(found[0]), "%s %s on %s", c.point, c.seen, c.kind)
		})
	}
}

func TestWhatIsDueMayBeLookedAtAgain(t *testing.T) {
	w, r := desk(commuter(), "tune")
	b := bench{t, w, r}
	const play = "Headset: Play"
	b.reads("headset", "Play")
	f := b.finding(play)
	assert.Error(t, write(w, r, findings.Looks.Says(findings.Looked{Finding: f.ID}), nil),
		"there is no work to look at yet")
	b.do(agree.Works.Says(agree.Work{Item: b.agrees("headset-set")}))
	assert.Equal(t, record.StageWork, b.standing(play).Stage)
	b.do(findings.Looks.Says(findings.Looked{Finding: f.ID}))
	assert.Equal(t, findings.FindingDone, b.finding(play).Status)
	assert.Empty(t, b.standing(play))
}

func TestWhatWasPutRightOnTheWayStandsUnderDone(t *testing.T) {
	w, r := desk(kindOf(t, "roadster"), "repair")
	b := bench{t, w, r}
	search := b.do(hunt.Hunts.Says(hunt.Hunt{Fault: "hub-slips"}))
	b.do(hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "mark", Answer: "Out of line"}))
	b.do(hunt.Tries.Says(hunt.Tried{Hunt: search, Cause: "index", Cured: true}))
	finding := b.do(inspect.Findings.Says(inspect.Finding{Hunt: &search, Cause: "index"}))
	way := findings.All.Of(lay(b.w, b.r))[0].Way
	require.NotNil(t, way)
	assert.Equal(t, "Align the mark in its named gear and check under load", way.Title)
	assert.Equal(t, 4, way.Minutes)

	free := estimate.Minor(0)
	for name, labour := range map[string]*estimate.Minor{"charged": nil, "not charged": &free} {
		t.Run(name, func(t *testing.T) {
			w, again := desk(kindOf(t, "roadster"), "repair")
			again.Entries = slices.Clone(r.Entries)
			b := bench{t, w, again}
			item := b.do(agree.Items.Says(agree.Item{Finding: &finding, Title: way.Title,
				Minutes: way.Minutes, Labour: labour, OnTheWay: true}))
			assert.ErrorContains(t, write(w, again,
				agree.Answers.Says(agree.Answer{Item: item, Answer: agree.No, From: "Walter", How: "phone"}),
				nil), "nothing to answer")
			b.do(agree.Works.Says(agree.Work{Item: item}))
			s := lay(w, again)
			assert.Equal(t, findings.FindingDone, findings.All.Of(s)[0].Status, name)
			assert.True(t, slices.ContainsFunc(torque.Bolts.Of(s), func(x torque.BoltView) bool {
				return x.Fastener == "hub-gear-cable" &&
					!x.Settled
			}), "the joint it touched is torqued")
			agreed, _, err := agree.Total(s, agree.ItemView.Agreed)
			require.NoError(t, err)
			want := estimate.Minor(320) // four minutes at 48.00 an hour, before tax
			if labour != nil {
				want = 0
			}
			assert.Equal(t, want, agreed.Net, name)
			assert.False(t, slices.ContainsFunc(agree.Proposals.Of(s), agree.ItemView.Asks), "nobody has to be asked")
		})
	}

	// Of what nobody came with, nothing is charged without being asked.
	b.reads("stem", "Corroded bolt")
	stem := b.finding("Stem and bar: Corroded bolt").ID
	dear := estimate.Minor(500)
	assert.ErrorContains(t, write(w, r, agree.Items.Says(agree.Item{Finding: &stem,
		Operation: "stem-bolts", Title: "Bolts", Labour: &dear,
		OnTheWay: true}), nil), "is not charged")
	assert.NoError(t, write(w, r, agree.Items.Says(agree.Item{Finding: &stem, Operation: "stem-bolts",
		Title: "Bolts", Labour: &free,
		OnTheWay: true}), nil))
}

func TestNoFindingIsADeadEnd(t *testing.T) {
	w, r := desk(commuter(), "tune")
	b := bench{t, w, r}
	b.do(inspect.Findings.Says(inspect.Finding{Title: "Rack bolt sheared", Mark: wear.Unsafe}))
	search := b.do(hunt.Hunts.Says(hunt.Hunt{Fault: "drag-front"}))
	b.do(inspect.Findings.Says(inspect.Finding{Hunt: &search, Cause: "insert"}))
	for _, f := range findings.All.Of(lay(w, r)) {
		require.NotEmpty(t, f.Suggested, f.Title)
		assert.Positive(t, f.Suggested[0].Minutes)
		assert.NotEmpty(t, f.Comes)
	}
	insert := b.finding("Front brake drags or rubs: axle mount or dropout insert loose")
	assert.Equal(t, findings.Suggestion{Title: "Tighten the insert to its torque", Minutes: 12,
		Why: "It lets the wheel sit crooked and looks like a brake fault.", Labour: 960, Total: 960,
		Parts: []estimate.Part{}},
		insert.Suggested[0])

	// Every cause that a hunt on any kind of bike can end in has work that can be offered.
	for _, k := range book.Kinds {
		for _, fault := range book.FaultsOn(k.Facts) {
			h, err := fault.On(k.Facts)
			require.NoError(t, err)
			for _, c := range h.Causes {
				w, r := desk(k, "repair")
				b := bench{t, w, r}
				hunt := b.do(hunt.Hunts.Says(hunt.Hunt{Fault: fault.ID}))
				b.do(inspect.Findings.Says(inspect.Finding{Hunt: &hunt, Cause: c.ID}))
				assert.NotEmpty(t, findings.All.Of(lay(w, r))[0].Suggested, "%s: %s on %s", fault.ID, c.ID, k.ID)
			}
		}
	}
}

func TestADamagedBoltIsOneLine(t *testing.T) {
	w, r := desk(commuter(), "routine")
	b := bench{t, w, r}
	bolt := boltOn(t, w, r, "faceplate")
	damaged := func(in *torque.Torque) { in.Found, in.Note = torque.FoundDamaged, "the head is round" }
	require.NoError(t, logged(w, r, bolt, damaged, nil))
	const title = "Handlebar clamp 1: damaged"
	var about []record.Obstacle
	for _, o := range w.leaving(lay(w, r)) {
		if o.Title == title || o.Title == "Handlebar clamp 1" {
			about = append(about, o)
		}
	}
	require.Len(t, about, 1)
	assert.Equal(t, wear.Unsafe, about[0].Mark)
	f := b.finding(title)
	assert.Equal(t, knowledge.Replace, f.Suggested[0].How)
	item := b.do(agree.Items.Says(agree.Item{Finding: &f.ID, Title: f.Suggested[0].Title, Minutes: 15}))
	b.do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Ansel", How: "phone"}))
	b.do(agree.Works.Says(agree.Work{Item: item}))
	assert.Equal(t, findings.FindingWorked, b.finding(title).Status, "a new bolt is torqued before it counts")
	require.NoError(t, logged(w, r, boltOn(t, w, r, "faceplate"),
		func(in *torque.Torque) { in.LeftTyped = "4.5" }, nil))
	assert.Equal(t, findings.FindingDone, b.finding(title).Status)
}

func TestTheWorstStandsFirst(t *testing.T) {
	w, r := desk(commuter(), "tune")
	b := bench{t, w, r}
	b.do(door.Belongings.Says(door.Belonging{Name: "Pannier"}))
	b.reads("chain", "0.8")
	b.do(agree.Items.Says(agree.Item{Title: "Wash it", Minutes: 10}))
	b.reads("stem", "Crack")
	rank := []wear.Mark{wear.Unsafe, wear.Due, wear.Watch, wear.Sound, wear.Open}
	byRank := func(marks []wear.Mark) bool {
		return slices.IsSortedFunc(marks, func(x, y wear.Mark) int {
			return slices.Index(rank, x) - slices.Index(rank, y)
		})
	}
	var list, found []wear.Mark
	s := lay(w, r)
	for _, o := range w.leaving(s) {
		list = append(list, o.Mark)
	}
	for _, f := range findings.All.Of(s) {
		found = append(found, f.Mark)
	}
	assert.True(t, byRank(list), "%v", list)
	assert.True(t, byRank(found), "%v", found)
	assert.Equal(t, "Stem and bar: Crack", w.leaving(s)[0].Title)
}

func TestARunWithThingsOpenIsNotGivenUp(t *testing.T) {
	w, r := desk(commuter(), "repair")
	b := bench{t, w, r}
	run := b.do(runlog.Starts.Says(runlog.Guided{Procedure: "rotor-clean-front"}))
	step := b.do(runlog.Steps.Says(runlog.StepDone{Run: run, Step: "wheel-out"}))
	assert.Equal(t, []string{"front wheel out"}, runbench.Runs.Of(lay(w, r))[0].Open)
	assert.ErrorContains(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{Reason: "lunch"}),
		&run), "left things open: front wheel out")
	require.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{Reason: "it was not done"}), &step))
	assert.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{Reason: "lunch"}), &run))
}

// What a run has loosened is torqued after it, though no step had come to it and no work is agreed.
func TestWhatARunLoosensIsTorqued(t *testing.T) {
	w, r := desk(commuter(), "repair")
	b := bench{t, w, r}
	axle := func() torque.BoltView { return boltOn(t, w, r, "front-quick-release") }
	require.NoError(t, logged(w, r, axle(), func(in *torque.Torque) { in.Set = true }, nil))
	assert.True(t, axle().Settled)
	run := b.do(runlog.Starts.Says(runlog.Guided{Procedure: "rotor-clean-front"}))
	b.do(runlog.Steps.Says(runlog.StepDone{Run: run, Step: "wheel-out"}))
	assert.True(t, axle().Stale, "it was set before the wheel came out")
	b.goesOn()
	assert.True(t, axle().Settled)
}

// A brake without a lever is not pulled.
func TestABackPedalBrakeIsTriedByItsPedal(t *testing.T) {
	for kind, says := range map[string]string{"child": "press a pedal back hard", "commuter": "pull hard and hold"} {
		t.Run(kind, func(t *testing.T) {
			w, r := desk(kindOf(t, kind), "repair")
			tests := trial.Tests.Of(lay(w, r))
			i := slices.IndexFunc(tests, func(v trial.SignView) bool { return v.What == trial.SignRearBrake })
			require.GreaterOrEqual(t, i, 0)
			assert.Contains(t, tests[i].How, says)
		})
	}
}
