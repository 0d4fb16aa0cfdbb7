package wheels_test

import (
	"encoding/base64"
	"encoding/binary"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/wear"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
	"utensil/internal/workshop/wheels"
	"utensil/knowledge"
	"utensil/knowledge/complaint"
)

// blocks is a bike whose brakes run on its rims.
func blocks(t *testing.T) *stand.Stand {
	return stand.Of(t, workshop.Rules(), "repair", func(k knowledge.Kind) bool {
		return k.Facts.FrontBrake == "rim_linear" && k.Facts.RearBrake == "rim_linear"
	})
}

// What is worse than sound stands as a finding, and what can let go is not ridden. Common practice, no source.
func TestARimIsJudgedByItsWorst(t *testing.T) {
	for name, c := range map[string]struct {
		look wheels.RimLook
		mark wear.Mark
		says string
	}{
		"sound": {wheels.RimLook{Wall: "1.6", Mark: "there", Nails: "sound",
			Edge: "sound"}, wear.Sound, "Sound"},
		"near its least": {wheels.RimLook{Wall: "1.2", Nails: "sound", Edge: "sound"},
			wear.Watch, "next pads"},
		"at its least": {wheels.RimLook{Wall: "1", Nails: "sound", Edge: "sound"},
			wear.Watch, "near its least"},
		"too thin": {wheels.RimLook{Wall: "0.9", Nails: "sound", Edge: "sound"},
			wear.Unsafe, "never trued"},
		"its mark is gone": {wheels.RimLook{Mark: "gone", Wall: "1.6"}, wear.Unsafe, "wear mark is gone"},
		"a dent":           {wheels.RimLook{Edge: "dent"}, wear.Due, "no nipple cures it"},
		"a flat spot":      {wheels.RimLook{Edge: "flat"}, wear.Due, "100 mm"},
		"cracked, and dented": {wheels.RimLook{Nails: "cracked", Edge: "dent"}, wear.Unsafe,
			"Cracked round a nipple"},
		"split, whatever else it is": {wheels.RimLook{Nails: "cracked", Edge: "split", Wall: "2"},
			wear.Unsafe, "Split"},
	} {
		t.Run(name, func(t *testing.T) {
			s := blocks(t)
			c.look.End = "front"
			s.Do(wheels.Rims.Says(c.look))
			hurt := wheels.HurtsOf(s.Lay())[0]
			assert.Equal(t, c.mark, hurt.Mark)
			assert.Contains(t, hurt.Says, c.says)
			seen := wheels.Seen(s.Lay())
			assert.Len(t, seen, map[bool]int{true: 1}[c.mark != wear.Sound], "a sound rim is no finding")
			if len(seen) > 0 {
				assert.Equal(t, []string{"wheel-front"}, seen[0].Cures, "no truing cures a rim")
			}
		})
	}
	s := stand.Disc(t, workshop.Rules())
	s.Refused(wheels.Rims.Says(wheels.RimLook{End: "rear", Wall: "1.2"}), "wall", "No block runs on this rim")
	blocks(t).Refused(wheels.Rims.Says(wheels.RimLook{End: "rear", Wall: "12"}), "wall", "Did you mean 1.2")
}

// A wheel of 32 spokes without one: those laced like it are every fourth, its neighbours carry
// its load, and whether it goes home hangs on the room that the rim has.
func TestAWheelWithoutASpoke(t *testing.T) {
	broke := func(room, spokes string) wheels.SpokeBroke {
		return wheels.SpokeBroke{Wheel: wheels.WheelStand{End: "rear", Where: "stand", Build: "rear-disc",
			Spokes: "32", First: "right"}, Spokes: spokes, Where: "bend", Earlier: 2, Room: room}
	}
	s := stand.Disc(t, workshop.Rules())
	s.Do(wheels.Breaks.Says(broke("20", "7")))
	hurt := wheels.HurtsOf(s.Lay())[1]
	require.NotNil(t, hurt.Broke)
	assert.Equal(t, []int{3, 11}, hurt.Broke.Like, "the nearest of every fourth")
	assert.Equal(t, "right", hurt.Broke.Side)
	assert.Contains(t, hurt.Broke.Beside, 5)
	assert.Contains(t, hurt.Broke.Beside, 9)
	assert.Negative(t, hurt.Broke.Aside, "the rim goes to the other side")
	assert.True(t, hurt.Broke.Home)
	assert.Equal(t, wear.Due, hurt.Mark)
	assert.Contains(t, hurt.Broke.Then, "2 broke before")
	found, cured := wheels.FoundOn(s.Lay())
	assert.Equal(t, []string{complaint.FindsBroken}, found)
	assert.False(t, cured)

	s.Do(wheels.Breaks.Says(broke("0.5", "7")))
	hurt = wheels.HurtsOf(s.Lay())[1]
	assert.Equal(t, wear.Unsafe, hurt.Mark, "it rubs")
	assert.Contains(t, hurt.Says, "carried or pushed, not ridden")
	s.Refused(wheels.Breaks.Says(broke("", "seven")), "spokes", "is no spoke")
	s.Refused(wheels.Breaks.Says(broke("", "33")), "spokes", "32")
	s.Refused(wheels.Breaks.Says(broke("wide", "7")), "room", "is not a figure")
}

// Lengths worked by hand, by Pythagoras in space, for seats on a circle of 600 mm, holes on one
// of 45 mm, flanges 33 and 20 mm from the middle and three crossings of 32: turned by 67.5°, 90
// 000 + 506.25 + 33² − 13 500·cos 67.5° = 293.99².
func TestASpokeIsReckonedBeforeTheStand(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	in := wheels.WheelStand{End: "rear", Where: "stand", Build: "rear-disc", Spokes: "32", First: "right",
		Diameter: "600", Circle: "45", LeftOff: "33", RightOff: "20", Cross: "3"}
	got, err := wheels.Figure(s.Lay(), in)
	require.NoError(t, err)
	assert.InDelta(t, 294, got.Spokes[0].Length, 0.01)
	assert.InDelta(t, 293, got.Spokes[1].Length, 0.01)
	assert.Greater(t, got.Spokes[1].Tension, got.Spokes[0].Tension, "the steeper side is tighter")
	in.Diameter = "60"
	_, err = wheels.Figure(s.Lay(), in)
	var problem *record.Problem
	require.ErrorAs(t, err, &problem)
	assert.Equal(t, "diameter", problem.Field)
}

// What can throw the rider is not read away by a later look: it stands before the door until work puts it right.
func TestALaterLookTakesNothingAway(t *testing.T) {
	s := blocks(t)
	unsafe := func() (titles []string) {
		for _, o := range s.Rules.Leaving(s.Lay()) {
			if o.Mark == wear.Unsafe {
				titles = append(titles, o.Title)
			}
		}
		return titles
	}
	s.Do(wheels.Rims.Says(wheels.RimLook{End: "front", Mark: "there", Nails: "cracked", Edge: "sound"}))
	before := unsafe()
	require.NotEmpty(t, before)
	split := s.Do(wheels.Rims.Says(wheels.RimLook{End: "front", Mark: "there", Nails: "sound", Edge: "split"}))
	sound := wheels.RimLook{End: "front", Mark: "there", Nails: "sound", Edge: "sound"}
	s.Do(wheels.Rims.Says(sound))
	assert.Subset(t, unsafe(), before)
	assert.Contains(t, unsafe(), "Front rim: split")
	s.Do(air.Flats.Says(air.FlatFound{End: "rear", Shape: "wall"}))
	s.Do(air.Flats.Says(air.FlatFound{End: "rear", Shape: "one"}))
	assert.Contains(t, unsafe(), "Rear tyre: its wall is cut")
	taken := record.Withdrawals.Says(record.Withdrawn{Reason: "the wrong key"})
	require.ErrorContains(t, s.Write(taken, split), "correct it to what you see now")
	require.NoError(t, s.Write(wheels.Rims.Says(sound), split), "a slip is said to be one")
	assert.NotContains(t, unsafe(), "Front rim: split")

	// Another wheel puts it right, once somebody has looked at it.
	cracked := findings.All.Of(s.Lay())
	i := slices.IndexFunc(cracked, func(f findings.FindingView) bool {
		return f.Title == "Front rim: cracked at a nipple"
	})
	require.GreaterOrEqual(t, i, 0)
	item := s.Do(agree.Items.Says(agree.Item{Finding: &cracked[i].ID, Operation: "wheel-front", Title: "Another wheel",
		Minutes: 30}))
	s.Do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Walter", How: "counter"}))
	s.Do(agree.Works.Says(agree.Work{Item: item}))
	assert.Contains(t, unsafe(), "Front rim: cracked at a nipple", "done, not looked at")
	s.Do(inspect.Readings.Says(inspect.Reading{Point: "front-wheel", Word: "Runs true"}))
	assert.NotContains(t, unsafe(), "Front rim: cracked at a nipple")
}

func TestAPluckedSpokeIsHeard(t *testing.T) {
	pluck := func(hz float64) string {
		raw := make([]byte, 2*24000)
		for i := range 24000 {
			v := 0.0
			if hz > 0 {
				v = math.Exp(-float64(i)/12000) * math.Sin(2*math.Pi*hz*float64(i)/48000)
			}
			binary.LittleEndian.PutUint16(raw[2*i:], uint16(int16(v*20000)))
		}
		return base64.StdEncoding.EncodeToString(raw)
	}
	got, err := wheels.Heard(wheels.PluckQuestion{Rate: 48000, Samples: pluck(412)})
	require.NoError(t, err)
	assert.InDelta(t, 412, got.Pitch, 2)
	for name, in := range map[string]wheels.PluckQuestion{
		"silence":       {Rate: 48000, Samples: pluck(0)},
		"no recording":  {Rate: 48000, Samples: "%"},
		"half a sample": {Rate: 48000, Samples: "AAA="[:4]},
		"far too long":  {Rate: 4000, Samples: pluck(412)},
	} {
		_, err := wheels.Heard(in)
		var problem *record.Problem
		require.ErrorAs(t, err, &problem, name)
		assert.Equal(t, "samples", problem.Field, name)
	}
}

func TestAWheelBegunIsSaidAndGivenUp(t *testing.T) {
	s, bench := stood(t)
	part := wheels.PartOf(s.Lay())
	require.Len(t, part.Benches, 1)
	begun := s.Rules.Begun(s.Lay())
	require.Len(t, begun, 1)
	assert.Equal(t, record.Begun{Place: record.PlaceWheels, Target: string(bench().ID),
		Says: "true the rear wheel", By: "Ida"}, begun[0])
	require.Len(t, s.Before(record.PlaceWheels), 1)
	require.NoError(t, s.Write(record.Withdrawals.Says(record.Withdrawn{Reason: "the other wheel"}), bench().ID))
	assert.Empty(t, s.Before(record.PlaceWheels), "nothing was done to it")
	assert.Empty(t, s.Rules.Begun(s.Lay()))
}
