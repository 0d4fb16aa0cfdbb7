package plan_test

import (
	"math"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/words"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/contact"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/plan"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
	"utensil/internal/workshop/stint"
	"utensil/internal/workshop/trial"
)

// bench is a bike on the stand, with work that its owner has agreed to.
func bench(t *testing.T, operations ...string) *stand.Stand {
	s := stand.Disc(t, workshop.Rules())
	for _, o := range operations {
		agreed(s, o)
	}
	return s
}

// agreed is work that the owner says yes to.
func agreed(s *stand.Stand, operation string) record.ID {
	s.Helper()
	o, known := s.Book.Operation(operation)
	require.True(s, known, operation)
	item := s.Do(agree.Items.Says(agree.Item{Operation: operation, Title: o.Title, Minutes: o.Minutes}))
	s.Do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Osmund", How: "counter"}))
	return item
}

func threadOf(t *testing.T, s *stand.Stand, stood ...string) plan.Thread {
	t.Helper()
	told, err := plan.Of(s.Lay(), func(x *record.Sheet) ([]record.Obstacle, []record.Begun) {
		return s.Rules.Leaving(x), s.Rules.Begun(x)
	}, "", stood)
	require.NoError(t, err)
	return told
}

func titles(t plan.Thread) (list []string) {
	for _, p := range t.Pieces {
		list = append(list, p.Title)
	}
	return list
}

func ids(t plan.Thread) (list []string) {
	for _, p := range t.Pieces {
		list = append(list, p.ID)
	}
	return list
}

// The order of a routine as it is worked (common practice, no published source): the wheel out once for
// pads, cassette and hub; trued and indexed after; bolts, tests and the ride at the end.
func TestAJobIsOneThread(t *testing.T) {
	s := bench(t, "index-gears", "pads-disc-rear", "replace-sprockets", "hub-service-rear", "centre-caliper-rear",
		"bed-in-rear", "bleed-rear", "replace-grips", "gear-cable", "replace-chain", "true-rear")
	told := threadOf(t, s)
	at := func(title string) int {
		i := slices.Index(titles(told), title)
		require.GreaterOrEqual(t, i, 0, "%s is not in %v", title, titles(told))
		return i
	}
	title := func(operation string) string {
		o, known := s.Book.Operation(operation)
		require.True(t, known)
		return o.Title
	}
	for _, pair := range [][2]string{
		{"bleed-rear", "pads-disc-rear"}, {"pads-disc-rear", "centre-caliper-rear"},
		{"centre-caliper-rear", "bed-in-rear"}, {"hub-service-rear", "true-rear"},
		{"replace-sprockets", "index-gears"}, {"replace-chain", "index-gears"}, {"gear-cable", "index-gears"},
		{"gear-cable", "replace-grips"},
	} {
		assert.Less(t, at(title(pair[0])), at(title(pair[1])), "%v", pair)
	}
	shared := map[string]int{}
	for _, b := range told.Brackets {
		shared[b.Name] = b.Pieces
	}
	assert.Equal(t, map[string]int{"Rear wheel out and in": 5, "Tape back from the bar, and on again": 2}, shared,
		"pads, cassette, hub, bleed, true with the wheel out once; cable and tape with the bar bare once")
	last := titles(told)[len(told.Pieces)-4:]
	assert.Equal(t, []string{"Front brake test", "Rear brake test"}, last[:2])
	assert.ElementsMatch(t, []string{title("bed-in-rear"), "Test ride"}, last[2:],
		"ridden, to bed in or to try it, only when all is tight and both brakes were tried")
	assert.Less(t, told.Early, told.Finish)
	assert.Less(t, told.Finish, told.Late)
}

// Whatever stands before the door stands in the thread, or waits for the owner.
func TestNothingBeforeTheDoorIsForgotten(t *testing.T) {
	s := bench(t, "pads-disc-front", "headset-set")
	s.Do(inspect.Readings.Says(inspect.Reading{Point: "stem", Word: "Crack"}))
	s.Do(agree.Items.Says(agree.Item{Title: "Bell", Minutes: 5}))
	told := threadOf(t, s)
	for _, o := range s.Rules.Leaving(s.Lay()) {
		waits := slices.ContainsFunc(told.Waits, func(w plan.WaitView) bool { return w.Title == o.Title })
		held := slices.ContainsFunc(told.Pieces, func(p plan.PieceView) bool {
			return p.Title == o.Title || p.Target == o.Target || strings.Contains(p.Detail, words.Lower(o.Title))
		})
		assert.True(t, waits || held, o.Title)
	}
	assert.Equal(t, "offer", told.Pieces[0].ID, "a cracked stem is told before anything else is done")
	assert.Len(t, told.Waits, 1, "the bell waits for its answer")
}

func TestSomebodysOwnOrderStands(t *testing.T) {
	s := bench(t, "pads-disc-front", "replace-chain", "replace-grips")
	first := ids(threadOf(t, s))
	chain := slices.Index(titles(threadOf(t, s)), "Replace the chain")
	own := slices.Clone(first)
	moved := own[chain]
	own = slices.Insert(slices.Delete(own, chain, chain+1), 0, moved)
	s.Do(plan.Orders.Says(plan.Ordered{Pieces: own, Moved: moved}))
	told := threadOf(t, s)
	assert.Equal(t, own, ids(told))
	require.NotNil(t, told.Own)
	assert.Equal(t, "Replace the chain", told.Own.Moved)

	// What is found then goes in where it costs least, and moves nothing else.
	item := agreed(s, "rotor-front")
	after := ids(threadOf(t, s))
	assert.Equal(t, own, slices.DeleteFunc(slices.Clone(after), func(id string) bool {
		return id == "item:"+string(item)
	}))

	told = threadOf(t, s, own...)
	found := told.Pieces[slices.Index(ids(told), "item:"+string(item))]
	assert.Equal(t, "new", found.Fresh)
	// The front wheel is out for the pads: it costs the rotor's own minutes, and the bolts it undoes.
	assert.GreaterOrEqual(t, found.Costs, math.Round(found.Minutes))
	assert.Less(t, found.Costs, math.Round(found.Minutes)+4, "the wheel goes out once")

	// And goes back to what is worked out, when asked.
	s.Do(plan.Orders.Says(plan.Ordered{}))
	assert.Nil(t, threadOf(t, s).Own)
}

func TestAnOrderThatCannotBeSaysWhy(t *testing.T) {
	s := bench(t, "pads-disc-rear", "bed-in-rear")
	order := ids(threadOf(t, s))
	slices.Reverse(order)
	s.Refused(plan.Orders.Says(plan.Ordered{Pieces: order, Moved: order[0]}), "pieces", "comes after")
	pads := slices.Index(titles(threadOf(t, s)), "Replace rear disc pads")
	order = ids(threadOf(t, s))
	bed := slices.Index(titles(threadOf(t, s)), "Bed the rear brake in")
	order[pads], order[bed] = order[bed], order[pads]
	s.Refused(plan.Orders.Says(plan.Ordered{Pieces: order, Moved: order[pads]}), "pieces",
		"A brake is bedded in once, when nothing more is done to it")

	var stale *record.Problem
	require.ErrorAs(t, s.Write(plan.Orders.Says(plan.Ordered{Pieces: []string{"walk"}, Moved: "walk"})), &stale)
	assert.Equal(t, record.Stale, stale.Kind)
}

// Put off, a piece goes behind all that does not wait for it; what is left unsafe wants a reason.
func TestAPieceIsPutOff(t *testing.T) {
	s := bench(t, "pads-disc-rear", "bed-in-rear", "replace-chain")
	told := threadOf(t, s)
	pads := told.Pieces[slices.Index(titles(told), "Replace rear disc pads")].ID
	s.Do(plan.Orders.Says(plan.Ordered{Pieces: ids(told), Moved: pads, Later: true}))
	now := titles(threadOf(t, s))
	at := slices.Index(now, "Replace rear disc pads")
	assert.Less(t, slices.Index(now, "Replace the chain"), at, "behind what does not wait for it: %v", now)
	assert.Contains(t, now[at+1], "to feel by hand", "and before what does")

	s.Do(inspect.Readings.Says(inspect.Reading{Point: "stem", Word: "Crack"}))
	s.Refused(plan.Orders.Says(plan.Ordered{Pieces: ids(threadOf(t, s)), Moved: "offer", Later: true}),
		"why", "is unsafe as it is")
	s.Do(plan.Orders.Says(plan.Ordered{Pieces: ids(threadOf(t, s)), Moved: "offer", Later: true,
		Why: "the owner is on the ferry until noon"}))
}

// A crack that is found after somebody chose an order stands before it; however it is moved, it waits
// for a reason alone.
func TestWhatIsUnsafeIsNotMovedOutOfSight(t *testing.T) {
	s := bench(t, "replace-chain", "replace-grips")
	chosen := ids(threadOf(t, s))
	s.Do(plan.Orders.Says(plan.Ordered{Pieces: chosen, Moved: chosen[0]}))
	s.Do(inspect.Readings.Says(inspect.Reading{Point: "stem", Word: "Crack"}))
	told := threadOf(t, s)
	require.Equal(t, "offer", told.Pieces[0].ID, "the order is of before the crack")
	assert.NotNil(t, told.Own)

	dragged := append(slices.Clone(ids(told)[1:3]), "offer")
	dragged = append(dragged, ids(told)[3:]...)
	s.Refused(plan.Orders.Says(plan.Ordered{Pieces: dragged, Moved: "offer"}), "why", "is unsafe as it is")
	s.Refused(plan.Orders.Says(plan.Ordered{Pieces: dragged, Moved: dragged[0]}), "why", "is unsafe as it is")
	s.Do(plan.Orders.Says(plan.Ordered{Pieces: dragged, Moved: "offer", Why: "the owner is on the ferry"}))
	assert.Equal(t, dragged, ids(threadOf(t, s)))
}

// Work in which the bike is ridden makes its own preparations when all else is done.
func TestARescueIsRiddenLast(t *testing.T) {
	told := threadOf(t, bench(t, "rescue-front", "headset-bearings", "pads-disc-rear"))
	o := slices.IndexFunc(told.Pieces, func(p plan.PieceView) bool { return p.Item != nil && p.End == "front" })
	require.GreaterOrEqual(t, o, 0)
	assert.Greater(t, o, slices.Index(titles(told), "Rear brake test"), "%v", titles(told))
	assert.Empty(t, told.Pieces[o].Makes)
}

// What the book does not know is not put in its place in silence.
func TestWorkOutsideTheBookSaysSo(t *testing.T) {
	s := bench(t)
	item := s.Do(agree.Items.Says(agree.Item{Title: "Braze the rack's stay", Minutes: 40}))
	s.Do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Osmund", How: "counter"}))
	told := threadOf(t, s)
	at := slices.Index(titles(told), "Braze the rack's stay")
	require.GreaterOrEqual(t, at, 0)
	assert.Contains(t, strings.Join(told.Pieces[at].Why, " "), "Not in the book")
}

func TestWhatGoesOnByItself(t *testing.T) {
	s := bench(t)
	washer := s.Do(plan.Alones.Says(plan.LeftAlone{What: "washer", Minutes: 15, Note: "chain and cassette"}))
	s.Do(plan.Alones.Says(plan.LeftAlone{What: "Primer on the stay", Minutes: 5}))
	told := threadOf(t, s)
	require.Len(t, told.Alone, 2)
	assert.Equal(t, "Primer on the stay", told.Alone[0].What, "what is over first stands first")
	assert.Equal(t, "In the parts washer", told.Alone[1].What)
	assert.Contains(t, told.Alone[1].Then, "oil what the washer stripped")
	assert.WithinDuration(t, told.Now.Add(15*time.Minute), told.Alone[1].Until, time.Minute)
	assert.False(t, told.Alone[0].Over)
	before := func(what string) bool {
		return slices.ContainsFunc(s.Rules.Leaving(s.Lay()), func(o record.Obstacle) bool { return o.Title == what })
	}
	assert.True(t, before("In the parts washer"), "a bike does not leave its parts in the washer")
	assert.NotContains(t, strings.Join(titles(told), " "), "washer", "and it is no work while it goes on")
	late, err := plan.Of(record.Lay(*s.Record, s.Book, time.Now().Add(time.Hour), record.Learnt{}),
		func(x *record.Sheet) ([]record.Obstacle, []record.Begun) { return s.Rules.Leaving(x), nil }, "", nil)
	require.NoError(t, err)
	assert.Contains(t, titles(late), "See to it: in the parts washer")

	s.Do(plan.Overs.Says(plan.AloneOver{Alone: washer}))
	assert.Len(t, threadOf(t, s).Alone, 1)
	assert.False(t, before("In the parts washer"))
	s.Refused(plan.Overs.Says(plan.AloneOver{Alone: washer}), "alone", "somebody has seen to it")
	counter := record.Actor{ID: record.NewID(), Name: "Wren", Role: record.Counter}
	require.Error(t, s.Rules.Writable(counter, record.NewEntry{ID: record.NewID(),
		Content: plan.Overs.Says(plan.AloneOver{Alone: washer})}), "it stands before the door: a mechanic sees to it")
	s.Refused(plan.Alones.Says(plan.LeftAlone{What: "washer"}), "minutes", "1 to 2880")
}

// An order is no work: it changes nothing of what stands before the door.
func TestAPlanOpensNoDoor(t *testing.T) {
	s := bench(t, "pads-disc-front")
	before := s.Rules.Leaving(s.Lay())
	order := ids(threadOf(t, s))
	s.Do(plan.Orders.Says(plan.Ordered{Pieces: order, Moved: order[0]}))
	assert.Equal(t, before, s.Rules.Leaving(s.Lay()))
}

// How the rider has it is noted before hands undo it, whatever else the owner asked for; once it is undone
// there is nothing to note, and what is left of it stands before the tests.
func TestWhatIsSetIsNotedBeforeItIsUndone(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	item := agreed(s, "seatpost-service")
	agreed(s, "pads-disc-front")
	thread := threadOf(t, s)
	at := func(id string) int {
		return slices.IndexFunc(thread.Pieces, func(p plan.PieceView) bool { return p.ID == id })
	}
	require.GreaterOrEqual(t, at("noted"), 0)
	assert.Less(t, at("noted"), at("item:"+string(item)))
	assert.Contains(t, thread.Pieces[at("noted")].Asks, "saddle height")

	s.Do(contact.Reads.Says(contact.ContactRead{Contact: "saddle-height", Typed: "742"}))
	s.Do(agree.Works.Says(agree.Work{Item: item}))
	thread = threadOf(t, s)
	assert.Equal(t, -1, at("noted"))
	assert.Less(t, at("set"), at("sign:test_ride"))
}

// Twenty minutes in hand, four of them for the wheel: what is left is the piece's own.
func TestWhatWorkTookHereIsWhatItTakes(t *testing.T) {
	s := bench(t, "pads-disc-front")
	own := func(times int) plan.PieceView {
		learnt := record.Learnt{}
		const pads = "pads-disc-front"
		stint.Times.Put(learnt, map[stint.Of]stint.Took{{Work: pads}: {Minutes: 20, Times: times},
			{Work: pads, Bike: s.Record.Bike.Facts.Kind}: {Minutes: 24, Times: times - 4},
			{Work: pads, Who: "ida"}:                     {Minutes: 14, Times: times}})
		told, err := plan.Of(record.Lay(*s.Record, s.Book, time.Now(), learnt),
			func(x *record.Sheet) ([]record.Obstacle, []record.Begun) { return s.Rules.Leaving(x), nil }, "ida", nil)
		require.NoError(t, err)
		return told.Pieces[slices.Index(titles(told), "Replace front disc pads")]
	}
	assert.Zero(t, own(2).Here, "twice is no custom")
	assert.Equal(t, 3, own(3).Here)
	assert.InDelta(t, 16, own(3).Minutes, 1e-9)
	assert.False(t, own(3).Alike)
	assert.InDelta(t, 10, own(3).Yours, 1e-9, "the plan is everybody's, what it takes her is hers")
	assert.InDelta(t, 20, own(7).Minutes, 1e-9, "on such bikes it was timed three times")
	assert.True(t, own(7).Alike)
}

func TestOnlyWorkAtABrakeMakesItsTestStale(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	chain, pads := agreed(s, "replace-chain"), agreed(s, "pads-disc-rear")
	for _, what := range []string{trial.SignFrontBrake, trial.SignRearBrake} {
		s.Do(trial.Signs.Says(trial.Sign{What: what, Passed: true}))
	}
	stale := func() (list []string) {
		for _, test := range trial.Tests.Of(s.Lay()) {
			if test.Stale {
				list = append(list, test.What)
			}
		}
		return list
	}
	s.Do(agree.Works.Says(agree.Work{Item: chain}))
	assert.Empty(t, stale(), "no hand came near a brake")
	s.Do(agree.Works.Says(agree.Work{Item: pads}))
	assert.Equal(t, []string{trial.SignRearBrake}, stale())

	// What was done beyond what the book knows of the work may have been done anywhere.
	for name, more := range map[string]func(*stand.Stand) record.Content{
		"with another part": func(s *stand.Stand) record.Content {
			return agree.Works.Says(agree.Work{Item: agreed(s, "replace-saddle"),
				Parts: []agree.Fitted{{Name: "Brake cable", Quantity: 1}}})
		},
		"called otherwise": func(s *stand.Stand) record.Content {
			item := s.Do(agree.Items.Says(agree.Item{Operation: "replace-saddle", Title: "Saddle, and the front brake",
				Minutes: 20}))
			s.Do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Osmund", How: "counter"}))
			return agree.Works.Says(agree.Work{Item: item})
		},
	} {
		t.Run(name, func(t *testing.T) {
			s := stand.Disc(t, workshop.Rules())
			done := more(s)
			for _, what := range []string{trial.SignFrontBrake, trial.SignRearBrake} {
				s.Do(trial.Signs.Says(trial.Sign{What: what, Passed: true}))
			}
			s.Do(done)
			for _, test := range trial.Tests.Of(s.Lay()) {
				assert.Equal(t, test.Sign != nil, test.Stale, test.What)
			}
		})
	}
}
