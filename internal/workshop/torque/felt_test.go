package torque_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
)

func felt(fastener, position string) record.Content {
	return torque.Torques.Says(torque.Torque{Fastener: fastener, Position: position,
		Found: torque.FoundNotChecked, Felt: true})
}

func bolt(t *testing.T, s *stand.Stand, key string) torque.BoltView {
	t.Helper()
	for _, b := range torque.Bolts.Of(s.Lay()) {
		if b.Key() == key {
			return b
		}
	}
	require.Fail(t, "not in the run: "+key)
	return torque.BoltView{}
}

// A flat torques no crank: what nothing touched is felt by hand, and stands as that.
func TestWhatNothingTouchedIsFelt(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	require.True(t, bolt(t, s, "saddle-clamp/front").Feel)
	s.Do(felt("saddle-clamp", "front"))
	b := bolt(t, s, "saddle-clamp/front")
	assert.True(t, b.Settled)
	assert.Nil(t, b.Log.LeftNm, "a hand is no figure")
	assert.Equal(t, "unknown", b.Log.Was, "nor does it count as one that was found tight")
}

// No hand answers for a joint that was undone, is to be undone, or was found wrong; nor where all are torqued.
func TestAHandIsNoWrench(t *testing.T) {
	for name, c := range map[string]struct {
		do   func(*stand.Stand)
		says string
	}{
		"found loose": {func(s *stand.Stand) {
			s.Do(torque.Torques.Says(torque.Torque{Fastener: "saddle-clamp", Position: "front",
				Found: torque.FoundLoose, LeftTyped: "8.5"}))
		}, "had a wrench on it, or found it wrong"},
		"to be undone": {func(s *stand.Stand) { agreed(s, "seatpost-service") }, "what is to be done undoes it"},
		"undone": {func(s *stand.Stand) {
			s.Do(agree.Works.Says(agree.Work{Item: agreed(s, "seatpost-service")}))
		}, "it was undone in this job"},
		"a deeper job": {func(s *stand.Stand) { s.Record.Job.Depth = "routine" }, "every joint has its figure"},
	} {
		t.Run(name, func(t *testing.T) {
			s := stand.Disc(t, workshop.Rules())
			c.do(s)
			s.Refused(felt("saddle-clamp", "front"), "felt", c.says)
			assert.False(t, bolt(t, s, "saddle-clamp/front").Feel)
		})
	}
}

// What was felt by hand is torqued when the work reaches it after all, or the job goes deeper.
func TestWhatWasFeltDoesNotOutliveTheWork(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(felt("saddle-clamp", "front"))
	s.Record.Job.Depth = "routine"
	assert.False(t, bolt(t, s, "saddle-clamp/front").Settled, "every joint has its figure now")
	s.Record.Job.Depth = "repair"
	s.Do(agree.Works.Says(agree.Work{Item: agreed(s, "seatpost-service")}))
	assert.False(t, bolt(t, s, "saddle-clamp/front").Settled, "it was undone since")
}

func agreed(s *stand.Stand, operation string) record.ID {
	s.Helper()
	o, known := s.Book.Operation(operation)
	require.True(s, known)
	item := s.Do(agree.Items.Says(agree.Item{Operation: operation, Title: o.Title, Minutes: o.Minutes}))
	s.Do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Osmund", How: "counter"}))
	return item
}

// One bolt of a set that was wrong speaks for all of it, and what a wrench found is not struck out into a feel.
func TestASetIsFeltOrTorquedWhole(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(torque.Torques.Says(torque.Torque{Fastener: "saddle-clamp", Position: "front",
		Found: torque.FoundLoose, LeftTyped: "8.5"}))
	wrong := s.Record.Entries[len(s.Record.Entries)-1].ID
	s.Refused(felt("saddle-clamp", "rear"), "felt", "had a wrench on it, or found it wrong")
	require.NoError(t, s.Write(record.Withdrawals.Says(record.Withdrawn{Reason: "another line"}), wrong))
	s.Refused(felt("saddle-clamp", "front"), "felt", "had a wrench on it, or found it wrong")
}

// A hand asks for no figure: a joint is felt though nobody has read which kind it is.
func TestWhatKindItIsNeedNotBeReadToFeelIt(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	for _, kind := range book.Kinds {
		s := stand.Of(t, workshop.Rules(), "repair", func(k knowledge.Kind) bool { return k.ID == kind.ID })
		for _, b := range torque.Bolts.Of(s.Lay()) {
			if b.Feel {
				s.Do(felt(b.Fastener, b.Position))
			}
		}
		for _, b := range torque.Bolts.Of(s.Lay()) {
			assert.True(t, b.Settled, "%s of a %s is to feel, and stays so however often it is felt", b.Key(), kind.ID)
		}
	}
}
