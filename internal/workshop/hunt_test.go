package workshop

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/practice"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// kind finds a shipped kind of bike.
func kindOf(t *testing.T, id string) knowledge.Kind {
	t.Helper()
	require.NoError(t, bookErr)
	for _, k := range book.Kinds {
		if k.ID == id {
			return k
		}
	}
	require.Fail(t, "no kind "+id)
	return knowledge.Kind{}
}

func TestHuntFromComplaintToAgreement(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	must := func(c record.Content) record.Entry {
		t.Helper()
		require.NoError(t, write(w, r, c, nil))
		return r.Entries[len(r.Entries)-1]
	}
	view := func() hunt.HuntView { s := lay(w, r); return hunt.Views(s)[0] }
	search := must(hunt.Hunts.Says(hunt.Hunt{Fault: "soft-lever-front"})).ID
	start := view()
	require.NotEmpty(t, start.Next)
	assert.Empty(t, start.Steps)
	blocked := func() bool {
		for _, o := range w.leaving(lay(w, r)) {
			if o.Place == record.PlaceHunt {
				return true
			}
		}
		return false
	}
	assert.True(t, blocked(), "a search that is not finished stands before the door")

	// What the walk-round has measured is not asked again.
	must(inspect.Readings.Says(inspect.Reading{Point: "front-pads", Typed: "3.2"}))
	after := view()
	require.Len(t, after.Steps, 1)
	assert.True(t, after.Steps[0].Reading)
	for _, n := range after.Next {
		assert.NotEqual(t, "material", n.Check)
	}
	var pads, before float64
	for _, c := range after.Causes {
		if c.ID == "pads" {
			pads = c.Chance
			assert.Equal(t, []string{"Front pads: More than 1 mm"}, c.Against)
		}
	}
	for _, c := range start.Causes {
		if c.ID == "pads" {
			before = c.Chance
		}
	}
	assert.Less(t, pads, before/5)

	clue := must(hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "pump", Answer: "Firms up and sinks again"})).ID
	assert.Equal(t, "air", view().Causes[0].ID)
	sure := view().Causes[0].Chance
	require.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{}), &clue))
	assert.Less(t, view().Causes[0].Chance, sure, "an answer can be taken back")
	must(hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "pump", Answer: "Firms up and sinks again"}))
	must(hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "wet"})) // cannot tell
	assert.Equal(t, sure, view().Causes[0].Chance)

	// A remedy that does not cure it counts too, and the hunt goes on.
	must(hunt.Tries.Says(hunt.Tried{Hunt: search, Cause: "air", Cured: false}))
	assert.NotEqual(t, "air", view().Causes[0].ID)
	assert.False(t, view().Settled)

	must(inspect.Findings.Says(inspect.Finding{Hunt: &search, Cause: "leak"}))
	f := findings.All.Of(lay(w, r))[0]
	assert.Equal(t, "Front lever is soft or comes to the bar: leak at joint, seal or lever", f.Title)
	assert.Equal(t, wear.Unsafe, f.Mark)
	assert.False(t, blocked())

	for says, c := range map[string]record.Content{
		"cannot have that complaint": hunt.Hunts.Says(hunt.Hunt{Fault: "drum-weak-front"}),
		"looked at already": hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "pump",
			Answer: "Firms up and sinks again"}),
		"is no answer":   hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "pump", Answer: "Purple"}),
		"no such check":  hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "kick"}),
		"no such cause":  hunt.Tries.Says(hunt.Tried{Hunt: search, Cause: "gremlins"}),
		"was taken back": hunt.Clues.Says(hunt.Clue{Hunt: record.NewID(), Check: "pump"}),
	} {
		t.Run(says, func(t *testing.T) {
			assert.ErrorContains(t, write(w, r, c, nil), says)
		})
	}
}

func TestAHuntThatFitsNothingSaysSo(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	require.NoError(t, write(w, r, hunt.Hunts.Says(hunt.Hunt{Fault: "gears-skip"}), nil))
	search := r.Entries[0].ID
	odd := func() string { return hunt.Views(lay(w, r))[0].Odd }
	for _, c := range [][2]string{{"gauge", "Within its limit"}, {"teeth", "Even"}, {"backwards", "A link jumps"}} {
		require.NoError(t, write(w, r, hunt.Clues.Says(hunt.Clue{Hunt: search, Check: c[0], Answer: c[1]}), nil))
		assert.Empty(t, odd(), "a stiff link explains all of it")
	}
	for _, cause := range []string{"link", "indexing", "freehub", "chain", "rings"} {
		require.NoError(t, write(w, r, hunt.Tries.Says(hunt.Tried{Hunt: search, Cause: cause}), nil))
		assert.Empty(t, odd(), "a remedy may have been botched")
	}
	require.NoError(t, write(w, r, hunt.Tries.Says(hunt.Tried{Hunt: search, Cause: "sprockets"}), nil))
	assert.Contains(t, odd(), "Every cause on this list was put right")
}

// What could hurt is looked for before anything is ridden or tightened, however little it tells of the cause.
func TestWhatCouldHurtIsLookedForFirst(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	b := bench{t, w, r}
	for fault, first := range map[string]string{"creak": "cracks", "rear-knock": "axle"} {
		t.Run(fault, func(t *testing.T) {
			search := b.do(hunt.Hunts.Says(hunt.Hunt{Fault: fault}))
			views := hunt.Views(lay(w, r))
			i := slices.IndexFunc(views, func(v hunt.HuntView) bool { return v.ID == search })
			assert.Equal(t, first, views[i].Next[0].Check)
			assert.Contains(t, views[i].Next[0].Why, "What could hurt is looked for first")
		})
	}
}

// A crack that was seen on the way stands, though the creak turned out a pedal and is gone.
func TestDamageSeenInAHuntOutlivesIt(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	b := bench{t, w, r}
	search := b.do(hunt.Hunts.Says(hunt.Hunt{Fault: "creak"}))
	clue := b.do(hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "cracks", Answer: "A crack"}))
	b.do(hunt.Tries.Says(hunt.Tried{Hunt: search, Cause: "pedal", Cured: true}))
	const crack = "Frame: A crack"
	require.Equal(t, map[string]findings.FindingStatus{crack: findings.FindingOpen}, b.found())
	assert.Equal(t, record.Obstacle{Title: crack, Detail: "not offered to the owner yet",
		Mark: wear.Unsafe, Stage: record.StageAgree,
		Target: string(clue), Count: 1}, b.standing(crack))
	assert.Equal(t, []string{"frame-builder"}, offered(b.finding(crack)))
	assert.Equal(t, crack, hunt.Views(lay(w, r))[0].Steps[0].Finds)

	// Nobody rides it for another search, it is not set aside, and a sound look is not enough for either.
	other := b.do(hunt.Hunts.Says(hunt.Hunt{Fault: "gears-skip"}))
	rides := func() error {
		return write(w, r, hunt.Clues.Says(hunt.Clue{Hunt: other, Check: "which", Answer: "In many"}), nil)
	}
	assert.ErrorContains(t, rides(), crack+" is unsafe")
	assert.Error(t, write(w, r, findings.Asides.Says(findings.Aside{Finding: clue, Reason: "it is only paint"}), nil))
	b.reads("frame", "Sound")
	assert.Equal(t, findings.FindingOpen, b.finding(crack).Status)
	assert.ErrorContains(t, rides(), crack+" is unsafe", "read sound, and nothing was done")

	// Struck out with its search it stands; answered otherwise, or taken back, it wants who said it, and why.
	require.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{Reason: "another search"}), &search))
	assert.Contains(t, b.found(), crack)
	none := hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "cracks", Answer: "None"})
	assert.Error(t, write(w, r, none, &clue), "no reason")
	assert.ErrorContains(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{}), &clue), "Say why")
	require.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{Reason: "pressed the wrong key"}), &clue))
	assert.Empty(t, b.found())
	assert.NoError(t, rides())
}

// What was loosened to look, or found loose by looking, is torqued after it; taking the answer
// back tightens nothing.
func TestALookThatLoosensAsksForItsTorque(t *testing.T) {
	for _, c := range []struct{ fault, check, answer, joint string }{
		{"front-knock", "preload", "Still there", "steerer-clamp"},
		{"creak", "swap", "Still there", "pedal-left"},
		{"noise-rear", "spanner", "Rotor bolts turn", "rear-rotor-ring"},
		{"drag-front", "home", "It still rubs", "front-quick-release"},
	} {
		t.Run(c.joint, func(t *testing.T) {
			b := readied(t, "repair")
			search := b.do(hunt.Hunts.Says(hunt.Hunt{Fault: c.fault}))
			if c.fault == "creak" {
				b.do(hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "cracks", Answer: "None"}))
			}
			clue := b.do(hunt.Clues.Says(hunt.Clue{Hunt: search, Check: c.check, Answer: c.answer}))
			undone := func() []string { return record.Undone(lay(b.w, b.r)) }
			assert.Contains(t, undone(), c.joint)
			assert.Contains(t, b.stands(), "Test ride")
			require.NoError(t, write(b.w, b.r,
				record.Withdrawals.Says(record.Withdrawn{Reason: "meant another"}), &clue))
			assert.Contains(t, undone(), c.joint)
		})
	}
}

// Put right and read well by somebody who knew of it, it is done, and the bike is ridden again.
func TestDamageOfAHuntIsPutRight(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	b := bench{t, w, r}
	search := b.do(hunt.Hunts.Says(hunt.Hunt{Fault: "creak"}))
	clue := b.do(hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "cracks", Answer: "A crack",
		Told: &knowledge.Damage{Point: "chain"}})) // whoever sends that is not believed
	item := b.do(agree.Items.Says(agree.Item{Finding: &clue, Operation: "frame-builder",
		Title: "To its builder", Minutes: 30}))
	b.do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Ansel", How: "phone"}))
	b.do(agree.Works.Says(agree.Work{Item: item}))
	assert.Equal(t, "Frame: A crack", hunt.NotRidden(lay(w, r)), "work is done, and nobody has looked")
	assert.Equal(t, findings.FindingWorked, b.finding("Frame: A crack").Status)
	b.reads("frame", "Sound")
	assert.Equal(t, findings.FindingDone, b.finding("Frame: A crack").Status)
	assert.Empty(t, hunt.NotRidden(lay(w, r)))
}

// An answer that may mean something unsafe is taken as that, until somebody reads which it is.
func TestAnAnswerThatMayBeUnsafeIsReadAtItsPoint(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	b := bench{t, w, r}
	search := b.do(hunt.Hunts.Says(hunt.Hunt{Fault: "front-knock"}))
	b.do(hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "brake", Answer: "It moves at the cup"}))
	const moves = "Headset: It moves at the cup"
	require.Equal(t, wear.Unsafe, b.finding(moves).Mark)
	assert.Contains(t, b.finding(moves).Reason, "as bad as “Clamp loose”: read it at its point")
	b.reads("headset", "Smooth")
	assert.Contains(t, b.found(), moves, "that is not what was felt")
	b.reads("headset", "Play")
	assert.NotContains(t, b.found(), moves)
	assert.Contains(t, b.found(), "Headset: Play")
}

// What was read worse at the same point stands there, once; what was read milder does not take its place.
func TestDamageOfAHuntIsReadAtItsPoint(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	b := bench{t, w, r}
	search := b.do(hunt.Hunts.Says(hunt.Hunt{Fault: "creak"}))
	b.do(hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "cracks", Answer: "A crack"}))
	b.reads("frame", "Dent")
	assert.Len(t, b.found(), 2, "a dent is no crack")
	b.reads("frame", "Crack")
	assert.Contains(t, b.found(), "Frame: Crack")
	assert.NotContains(t, b.found(), "Frame: A crack")
}

func TestFindingOfAHuntOffersItsWork(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	require.NoError(t, write(w, r, hunt.Hunts.Says(hunt.Hunt{Fault: "gears-skip"}), nil))
	hunt := r.Entries[0].ID
	require.NoError(t, write(w, r, inspect.Findings.Says(inspect.Finding{Hunt: &hunt, Cause: "chain"}), nil))
	f := findings.All.Of(lay(w, r))[0]
	require.Len(t, f.Suggested, 1)
	assert.Equal(t, "replace-chain", f.Suggested[0].Operation)
	require.NoError(t, write(w, r, agree.Items.Says(agree.Item{Operation: "replace-chain",
		Title: "Replace the chain", Minutes: 15}), nil))
	assert.Equal(t, findings.FindingOffered, findings.All.Of(lay(w, r))[0].Status,
		"the same work offered for another reason covers it")
}

func TestComplaintsFollowTheOwnersWords(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	for said, want := range map[string]string{
		"The back brake howls when it's wet":  "noise-rear",
		"Front brake does not let go":         "slow-lever-front",
		"It creaks when I push hard":          "creak",
		"There's a clunk over the cobbles":    "front-knock",
		"Flat again, same wheel!":             "flat-returns",
		"Gears JUMP, it slips up the hill":    "gears-skip",
		"front lever is spongy, to the bar":   "soft-lever-front",
		"The crank knocks against the stays.": "crank-rubs",
	} {
		t.Run(said, func(t *testing.T) {
			r.Job.Words = said
			list := hunt.Complaints(lay(w, r))
			assert.Equal(t, want, list[0].ID, said)
			assert.True(t, list[0].Fits)
		})
	}
	r.Job.Words = "Just the usual, please."
	list := hunt.Complaints(lay(w, r))
	for _, c := range list {
		assert.False(t, c.Fits, c.Name)
	}
}

func TestPracticeHidesTheSameFaultEachTime(t *testing.T) {
	w := New(nil, book, time.Now)
	for _, f := range exercises(w, "hunt") {
		in := practice.Practice{Fault: f.ID, Seed: 11}
		for range 40 {
			view, err := practice.Practise(w.Book(), in)
			require.NoError(t, err)
			again, err := practice.Practise(w.Book(), in)
			require.NoError(t, err)
			require.Equal(t, view, again)
			if view.Over {
				assert.NotEmpty(t, view.Truth)
				assert.Positive(t, view.Advised)
				break
			}
			require.NotEmpty(t, view.Choices, "%s can always go on", f.ID)
			in.Steps = append(in.Steps, view.Choices[len(view.Choices)-1].PracticeStep)
		}
	}
	_, err := practice.Practise(w.Book(), practice.Practice{Fault: "creak",
		Steps: []practice.PracticeStep{{Check: "kick"}}})
	assert.ErrorContains(t, err, "cannot be done now")
	_, err = practice.Practise(w.Book(), practice.Practice{Fault: "gremlins"})
	assert.ErrorContains(t, err, "no such complaint")
}
