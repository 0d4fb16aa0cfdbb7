package plan_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/plan"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
	"utensil/internal/workshop/stand"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/knowledge"
)

// served is a bench whose bike was taken in for a service.
func served(t *testing.T, service string) *stand.Stand {
	s := bench(t)
	of, known := s.Book.Service(service)
	require.True(t, known)
	s.Record.Job.Service, s.Record.Job.Depth = of.ID, of.Depth
	return s
}

func pieceOf(t *testing.T, s *stand.Stand, part string) plan.PieceView {
	t.Helper()
	for _, p := range threadOf(t, s).Pieces {
		if p.Step != nil && p.Step.Part == part {
			return p
		}
	}
	require.Fail(t, "no piece is "+part, "%v", ids(threadOf(t, s)))
	return plan.PieceView{}
}

func leaving(s *stand.Stand, part string) (list []string) {
	for _, o := range s.Rules.Leaving(s.Lay()) {
		if strings.Contains(o.Title, part) {
			list = append(list, o.Title)
		}
	}
	return list
}

// What a service promises is done or left out with a reason before its bike leaves.
func TestWhatWasSoldIsDoneBeforeTheDoor(t *testing.T) {
	s := served(t, "quick-tune")
	require.Equal(t, []string{"Quick tune: 3 steps to do"}, leaving(s, "Quick tune"))

	oil := pieceOf(t, s, "oil")
	assert.False(t, oil.Step.Ticked, "each place that is oiled says so itself")
	for _, o := range oil.Step.Left {
		require.Equal(t, "oil", o.Is)
		s.Do(apart.Oilings.Says(apart.Oiled{What: o.ID}))
	}
	require.Equal(t, []string{"Quick tune: 2 steps to do"}, leaving(s, "Quick tune"))

	s.Do(sold.Serves.Says(sold.PartServed{Part: "index/index-gears"}))
	s.Refused(sold.Serves.Says(sold.PartServed{Part: "chain-oil", LeftOut: true}), "why", "Say why it is left out")
	s.Do(sold.Serves.Says(sold.PartServed{Part: "chain-oil", LeftOut: true, Why: "Its owner waxes it himself."}))
	assert.Empty(t, leaving(s, "Quick tune"))
	view := sold.PartOf(s.Lay()).Service
	require.Len(t, view.LeftOut, 1)
	assert.Equal(t, "Its owner waxes it himself.", view.LeftOut[0].Why)
}

// A line that says a wheel was out, or that gears were set, is worth a test and a torque; one that says
// a photograph was taken is not. Struck out, what it said was done stays done.
func TestATickAsksForWhatItUndid(t *testing.T) {
	s := served(t, "routine")
	for _, brake := range []string{trial.SignFrontBrake, trial.SignRearBrake} {
		s.Do(trial.Signs.Says(trial.Sign{What: brake, Passed: true}))
	}
	stale := func() (names []string) {
		for _, v := range trial.Tests.Of(s.Lay()) {
			if v.Stale {
				names = append(names, v.What)
			}
		}
		return names
	}
	s.Do(sold.Serves.Says(sold.PartServed{Part: "photos"}))
	assert.Empty(t, stale(), "a photograph moves no brake")
	s.Refused(sold.Serves.Says(sold.PartServed{Part: "moon"}), "part", "no part of what was sold")

	washed := s.Do(sold.Serves.Says(sold.PartServed{Part: "washed"}))
	assert.ElementsMatch(t, []string{trial.SignFrontBrake, trial.SignRearBrake}, stale())
	undone := func() []string { return record.Undone(s.Lay()) }
	assert.Contains(t, undone(), "rear-quick-release", "the wheels were out")
	require.NoError(t, s.Write(record.Withdrawals.Says(record.Withdrawn{Reason: "wrong line"}), washed))
	assert.Contains(t, undone(), "rear-quick-release", "striking out a line shuts no lever")
}

// Work of a service is in the torque run from the start, and leaves it when it is left out.
func TestWorkThatWasSoldIsTorqued(t *testing.T) {
	s := served(t, "quick-tune")
	joints := func() (ids []string) {
		for _, b := range torque.Bolts.Of(s.Lay()) {
			ids = append(ids, b.Fastener)
		}
		return ids
	}
	assert.Contains(t, sold.Work(s.Lay()), "index-gears")
	before := joints()
	s.Do(sold.Serves.Says(sold.PartServed{Part: "index/index-gears", LeftOut: true, Why: "It shifts."}))
	assert.NotContains(t, sold.Work(s.Lay()), "index-gears")
	assert.Subset(t, before, joints())
}

// What was agreed besides is not done twice, and what is in the service is not charged twice.
func TestSoldOnce(t *testing.T) {
	s := served(t, "quick-tune")
	item := agreed(s, "index-gears")
	for _, p := range threadOf(t, s).Pieces {
		assert.False(t, p.Step != nil && p.Step.Part == "index/index-gears", "it stands twice")
	}
	total, _, err := sold.Total(s.Lay(), func(i agree.ItemView) bool { return i.ID == item })
	require.NoError(t, err)
	alone, _, err := sold.Total(s.Lay(), func(agree.ItemView) bool { return false })
	require.NoError(t, err)
	assert.Equal(t, alone, total, "it is part of the price of the tune")
	assert.Positive(t, total.Gross)
	s.Do(agree.Works.Says(agree.Work{Item: item}))
	assert.Equal(t, []string{"Quick tune: 2 steps to do"}, leaving(s, "Quick tune"))
}

// A part that takes something out is ticked when what it was taken out for was looked at.
func TestAWheelIsLookedAtBeforeItIsHome(t *testing.T) {
	s := served(t, "new-bike")
	p := pieceOf(t, s, "wheels")
	require.True(t, p.Step.Ticked)
	assert.Contains(t, p.Step.Held, "rear tyre")
	assert.Contains(t, p.Makes, "Rear wheel out and in")
	s.Refused(sold.Serves.Says(sold.PartServed{Part: "wheels"}), "part", "First what it is done for")
	for _, n := range p.Step.Left {
		s.Do(inspect.Readings.Says(inspect.Reading{Point: n.ID, PassedOver: true, Note: "a test"}))
	}
	s.Do(sold.Serves.Says(sold.PartServed{Part: "wheels"}))
}

// Every service on every kind of bike has a plan, in whatever order its pieces come to stand.
func TestEveryServiceHasAPlan(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	offered := 0
	for _, of := range book.Services {
		for _, kind := range book.Kinds {
			if !of.When.Holds(kind.Facts) {
				continue
			}
			s := served(t, of.ID)
			s.Record.Bike.Facts = kind.Facts.Filled()
			told := threadOf(t, s)
			assert.Positive(t, told.Finish, "%s on %s", of.ID, kind.ID)
			offered++
		}
	}
	assert.Greater(t, offered, 100)
}

// Nobody's hands are in the chain of a bike that may start by itself, whatever order is chosen.
func TestTheBatteryIsOffFirst(t *testing.T) {
	s := served(t, "electric-refresh")
	s.Record.Bike.Facts.Electric, s.Record.Bike.Facts.MotorEnd = "mid_motor", "none"
	agreed(s, "replace-chain")
	at := func(part string) int {
		list := ids(threadOf(t, s))
		i := slices.Index(list, part)
		require.GreaterOrEqual(t, i, 0, "%s is not in %v", part, list)
		return i
	}
	off, on := at("serve:battery-off"), at("serve:battery-on")
	told := threadOf(t, s)
	for i, p := range told.Pieces {
		if p.Title == "Replace the chain" || p.ID == "serve:chain-bike" || p.ID == "serve:index/index-gears" {
			assert.Greater(t, i, off, p.Title)
			assert.Less(t, i, on, p.Title)
		}
	}
	list := ids(told)
	moved := list[slices.IndexFunc(told.Pieces, func(p plan.PieceView) bool { return p.Title == "Replace the chain" })]
	rest := slices.DeleteFunc(slices.Clone(list), func(id string) bool { return id == moved })
	s.Refused(plan.Orders.Says(plan.Ordered{Pieces: append([]string{moved}, rest...), Moved: moved}), "pieces",
		"Nothing starts by itself while hands are in the chain")
}

// Looked at before hands are on it, done once, by the guide that does it, with what is to be written down.
func TestAServiceIsWalkedInItsOrder(t *testing.T) {
	s := served(t, "routine")
	told := threadOf(t, s)
	at := func(id string) int { return slices.Index(ids(told), id) }
	for _, look := range []string{"serve:gears-once", "serve:brakes", "serve:feel"} {
		assert.Less(t, at(look), at("serve:care/care-caliper-front"), "%s: %v", look, ids(told))
		assert.Less(t, at(look), at("serve:drive/drive-wash"), look)
	}
	s.Do(sold.Serves.Says(sold.PartServed{Part: "photos"}))
	twice := s.Write(sold.Serves.Says(sold.PartServed{Part: "photos"}))
	assert.ErrorContains(t, twice, "done already")
	index := pieceOf(t, s, "index/index-gears")
	assert.Equal(t, "settle", index.Guide, "the gap of a pulley is not all that indexing is")
	done := threadOf(t, s).Done
	require.Len(t, done, 1)
	require.NoError(t, s.Write(record.Withdrawals.Says(record.Withdrawn{Reason: "no"}), *done[0].Tick))
	s.Do(sold.Serves.Says(sold.PartServed{Part: "photos", LeftOut: true, Why: "Its owner has them."}))
}

// A tick that stands for what was read says what it read.
func TestWhatIsReadIsWrittenDown(t *testing.T) {
	s := served(t, "second-hand")
	s.Refused(sold.Serves.Says(sold.PartServed{Part: "number"}), "note", "Write down the frame number")
	s.Do(sold.Serves.Says(sold.PartServed{Part: "number", Note: "PW-311, bought at the ferry"}))
	assert.Equal(t, "PW-311, bought at the ferry", sold.PartOf(s.Lay()).Service.Read[0].Note)
}

// Pads that were out are bedded in again, whoever ticked that they were.
func TestATickBedsIn(t *testing.T) {
	s := served(t, "routine")
	before := brakes.RidingOf(s.Lay())
	s.Do(sold.Serves.Says(sold.PartServed{Part: "care/care-caliper-front"}))
	assert.Greater(t, len(brakes.RidingOf(s.Lay()).Riding), len(before.Riding))
}

// A quick-release hub has cones or cartridges: the one that is begun is the one that is there.
func TestAHubIsStrippedInTheFormThatItHas(t *testing.T) {
	s := stand.Of(t, workshop.Rules(), "strip", func(k knowledge.Kind) bool { return k.ID == "commuter" })
	s.Record.Job.Service = "full-strip"
	hubs := func() map[string]string {
		forms := map[string]string{}
		for _, n := range pieceOf(t, s, "hubs").Step.Left {
			assert.NotEmpty(t, n.How, "what tells %s", n.ID)
			forms[n.ID] = n.Of
		}
		return forms
	}
	front, rear := "front-hub", "rear-hub"
	both := map[string]string{"front-hub-cones": front, "front-hub-sealed": front,
		"rear-hub-cones": rear, "rear-hub-sealed": rear}
	require.Equal(t, both, hubs())
	begun := s.Do(apart.Begins.Says(apart.StripBegun{Assembly: "front-hub-cones"}))
	assert.Equal(t, map[string]string{"front-hub-cones": "", "rear-hub-cones": rear, "rear-hub-sealed": rear}, hubs())
	require.NoError(t, s.Write(record.Withdrawals.Says(record.Withdrawn{Reason: "it has cartridges"}), begun))
	assert.Equal(t, both, hubs(), "looked at again, it was the other")
}
