package gears_test

import (
	"math"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/gear"
	"utensil/core/wear"
	"utensil/internal/workshop"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
)

// What each bench comes to, for figures that were worked out by hand beside it.
func TestWhatABenchComesTo(t *testing.T) {
	hub := func(mark gear.MarkAt, loaded string) *gears.HubQuestion {
		return &gears.HubQuestion{Mark: mark, Returns: "right", Loaded: loaded, DustCap: "there"}
	}
	for name, c := range map[string]struct {
		bike  func(*stand.Stand)
		asked gears.GearQuestion
		mark  wear.Mark
		says  string // of the verdict
		does  string // what is done first; "" for nothing
	}{
		"a chain with a mech": {asked: gears.GearQuestion{Chain: &gears.ChainQuestion{Rings: "34 50",
			Sprockets: "11 13 15 18 21 24 28 32",
			Stay:      "420", Cage: "55", TakesUp: "37", Largest: "34"}}, mark: wear.Sound,
			says: "links, the joining link counted"},
		"a sprocket that the mech does not clear": {asked: gears.GearQuestion{Chain: &gears.ChainQuestion{
			Rings: "34 50", Sprockets: "11 13 15 18 21 24 28 40", Stay: "420", Cage: "55", TakesUp: "37",
			Largest: "34"}}, mark: wear.Due,
			does: "against"},
		"a slot that is long enough": {bike: single,
			asked: gears.GearQuestion{Single: &gears.SingleQuestion{Ring: "44", Sprocket: "18",
				From: "430", Room: "25"}}, mark: wear.Sound, says: "the axle lies"},
		"a slot that is too short": {bike: single,
			asked: gears.GearQuestion{Single: &gears.SingleQuestion{Ring: "44", Sprocket: "18",
				From: "430", Room: "2"}}, mark: wear.Due, does: "length"},
		// 25 mm on some 440 is 5.7 %: far over 2.5.
		"a slack chain": {bike: single, asked: gears.GearQuestion{Single: &gears.SingleQuestion{Ring: "44",
			Sprocket: "18", From: "430",
			Room: "25", Moves: "25"}}, mark: wear.Due, does: "tension"},
		"a tight chain": {bike: single, asked: gears.GearQuestion{Single: &gears.SingleQuestion{Ring: "44",
			Sprocket: "18", From: "430",
			Room: "25", Moves: "1"}}, mark: wear.Due, does: "tension"},
		"one that slaps in its case": {bike: single,
			asked: gears.GearQuestion{Single: &gears.SingleQuestion{Ring: "44", Sprocket: "18",
				From: "430", Room: "25", Moves: "10", Case: true}}, mark: wear.Watch, does: "tension"},
		// 24 links of half an inch are 304.8 mm; 307.5 of them are 0.886 % more.
		"a chain by the rule": {asked: gears.GearQuestion{Worn: &gears.WornQuestion{
			Sprockets: "11 13 15 17 19 21 24 28 32", By: "rule", Length: "307.5", Links: "24", Chains: "1"}},
			mark: wear.Due, says: "0.89 % longer than new", does: "chain"},
		"a chain as good as new": {asked: gears.GearQuestion{Worn: &gears.WornQuestion{
			Sprockets: "11 13 15 17 19 21 24 28 32", By: "gauge", Gauge: "0.1", Chains: "1", Most: "15 17"}},
			mark: wear.Sound, says: "A new chain should run on these sprockets"},
		"the fifth chain on its sprockets": {asked: gears.GearQuestion{Worn: &gears.WornQuestion{
			Sprockets: "11 13 15 17 19 21 24 28 32",
			By:        "gauge", Gauge: "1.2", Chains: "5"}}, mark: wear.Due, says: "A new chain will skip on"},
		// Two right angles and a half turn: e to the −0.1·2π of the pull is left, 53 %.
		"a cable that goes round": {asked: gears.GearQuestion{Path: &gears.PathQuestion{Bends: []gears.BendQuestion{
			{Name: "bar", Degrees: "90", Slides: "used"}, {Name: "head tube", Degrees: "90", Slides: "used"},
			{Name: "loop", Degrees: "180", Slides: "used"}}}}, mark: wear.Due,
			says: "53 % of the pull arrives", does: "bend"},
		"a short new outer": {asked: gears.GearQuestion{Path: &gears.PathQuestion{Ratio: "1.7",
			Bends: []gears.BendQuestion{{Name: "loop", Degrees: "20", Slides: "new"}}}}, mark: wear.Sound,
			says: "98 % of the pull arrives"},
		// 50/11 over 34/32: 4.545 / 1.0625 is 4.28.
		"ratios": {asked: gears.GearQuestion{Ratio: &gears.RatioQuestion{Now: road,
			Then: &gears.TrainQuestion{Rings: "34 50",
				Sprockets: "11 13 15 17 19 21 24 28 34", Seat: "622", Width: "32"}, Power: "180 W",
			Mass: "86", Cadence: "60"}},
			mark: wear.Sound},
		"ratios as they are": {asked: gears.GearQuestion{Ratio: &gears.RatioQuestion{Now: road}}, mark: wear.Sound,
			says: "highest over lowest 4.3"},
		"a hub that does not bear it": {bike: hubbed(5),
			asked: gears.GearQuestion{Ratio: &gears.RatioQuestion{Now: gears.TrainQuestion{
				Rings: "22", Sprockets: "24", Hub: "hub-5", Seat: "622", Width: "40"}}},
			mark: wear.Due, does: "primary"},
		"electronic and well": {bike: wired,
			asked: gears.GearQuestion{Wired: &gears.WiredQuestion{Battery: "80 %", Software: "current",
				Shifts: "crisp", Pivots: "oiled"}}, mark: wear.Sound},
		"electronic and empty": {bike: wired,
			asked: gears.GearQuestion{Wired: &gears.WiredQuestion{Battery: "4", Software: "current",
				Shifts: "none", Pivots: "oiled", Steps: "3"}}, mark: wear.Due, does: "charge"},
		"a hub whose mark is right": {bike: hubbed(5),
			asked: gears.GearQuestion{Hub: hub(gear.MarkRight, "holds")}, mark: wear.Sound},
		"a hub that slips": {bike: hubbed(5),
			asked: gears.GearQuestion{Hub: hub(gear.MarkTight, "slips")}, mark: wear.Due},
	} {
		t.Run(name, func(t *testing.T) {
			s := stand.Disc(t, workshop.Rules())
			s.Record.Bike.Facts.Speeds, s.Record.Bike.Facts.Rings = 9, 2
			if c.bike != nil {
				c.bike(s)
			}
			f, err := gears.Figure(s.Lay(), c.asked)
			require.NoError(t, err)
			assert.Equal(t, c.mark, f.Mark, "%s %+v", f.Says, f.Do)
			assert.Contains(t, f.Says, c.says)
			if c.does != "" {
				require.NotEmpty(t, f.Do)
				assert.Equal(t, c.does, f.Do[0].What)
			}
		})
	}
}

var road = gears.TrainQuestion{Rings: "34 50", Sprockets: "11 13 15 17 19 21 24 28 32", Seat: "622", Width: "32"}

func single(s *stand.Stand) {
	s.Record.Bike.Facts.Gears, s.Record.Bike.Facts.Speeds, s.Record.Bike.Facts.Rings = "single", 1, 1
}

func wired(s *stand.Stand) {
	s.Record.Bike.Facts.Gears, s.Record.Bike.Facts.Speeds, s.Record.Bike.Facts.Rings = "electronic", 12, 1
}

func hubbed(gears int) func(*stand.Stand) {
	return func(s *stand.Stand) {
		s.Record.Bike.Facts.Gears, s.Record.Bike.Facts.Speeds, s.Record.Bike.Facts.Rings = "hub", gears, 1
		s.Record.Bike.Facts.RearAxle = "nuts"
	}
}

// Whatever is hidden in a gear, the bench comes to work that can cure it, and says what is done.
func TestABenchComesToTheWorkThatCures(t *testing.T) {
	for name, c := range map[string]struct {
		hidden func(*gear.State)
		works  []gear.Work
		says   string
	}{
		"rust in the outer": {func(s *gear.State) { s.Friction = 1.4 },
			[]gear.Work{gear.RenewCable}, "the barrel cannot cure that"},
		"dry pivots": {func(s *gear.State) { s.Pivots = 1.3 },
			[]gear.Work{gear.OilPivots, gear.RenewCable}, ""},
		"a bent hanger": {func(s *gear.State) { s.Tilt, s.Toe = 3, 0.5 },
			[]gear.Work{gear.Straighten}, "no barrel cures it"},
		"a low screw too far in": {func(s *gear.State) { s.Low = -1.6 }, []gear.Work{gear.TurnLow},
			"the cable has no part in it"},
		"a slack cable": {func(s *gear.State) { s.Cable = -0.6 }, []gear.Work{gear.TurnBarrel},
			"towards the spokes"},
		"a tight cable": {func(s *gear.State) { s.Cable = 0.6 }, []gear.Work{gear.TurnBarrel},
			"towards the frame"},
	} {
		t.Run(name, func(t *testing.T) {
			s, bench := indexed(t, nil)
			state := gear.New()
			c.hidden(&state)
			for n := 0; bench().Do == nil; n++ {
				require.Less(t, n, 60)
				s.Do(gears.Looks.Says(looked(bench(), state)))
			}
			assert.Contains(t, c.works, bench().Do.Work, bench().Do.Says)
			assert.Contains(t, bench().Do.Says, c.says)
		})
	}
}

// looked is what somebody finds who does what a bench asks, of a gear that stands so.
func looked(b gears.GearBench, state gear.State) gears.GearLook {
	look := gears.GearLook{Indexing: b.ID, Place: b.Place, What: b.Ask.What, To: b.Ask.To, Up: b.Ask.Up,
		Sprocket: b.Ask.Sprocket}
	switch b.Ask.What {
	case "shift":
		look.Result = b.Gear.Does(state, gear.Shift{To: b.Ask.To, Up: b.Ask.Up})
	case "sight":
		look.Typed = strconv.FormatFloat(b.Gear.Off(state,
			gear.Shift{To: b.Ask.Sprocket, Up: b.Ask.Sprocket > 0}), 'f', 2, 64)
	case "push":
		if look.Push = gear.Springs; state.Pivots > 0 {
			look.Push = gear.Sticks
		}
	case "gauge": // an arm of 300 mm: the gap differs by its length times twice the tilt's sine between above and below
		lean := 300 * math.Sin(state.Tilt*math.Pi/180)
		mm := func(v float64) string { return strconv.FormatFloat(v, 'f', 1, 64) }
		look.Reach, look.Readings = "300", map[string]string{"12": mm(25 + lean), "3": "25",
			"6": mm(25 - lean), "9": "25"}
	}
	return look
}

// The way round the largest pair, by the usual sum: 2·420/12.7 + (50+32)/2 + 12.7·(18/2π)²/420 =
// 107.39 links.
func TestAChainIsAsLongAsTheWayRoundItsLargestPair(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	f, err := gears.Figure(s.Lay(), gears.GearQuestion{Chain: &gears.ChainQuestion{Rings: "34 50",
		Sprockets: "11 13 15 18 21 24 28 32",
		Stay:      "420", Cage: "55"}})
	require.NoError(t, err)
	require.Len(t, f.Pairs, 2)
	assert.InDelta(t, 107.39, f.Pairs[0].Links, 0.02)
}

// The last thing at a bench alone is taken back; a bench that is given up with something turned
// at it leaves a finding.
func TestWhatWasDoneAtABenchIsTakenBackFromItsEnd(t *testing.T) {
	s, bench := indexed(t, nil)
	assert.Equal(t, []record.Begun{{Place: record.PlaceGears, Target: string(bench().ID),
		Says: "index the gears", By: "Ida"}}, s.Rules.Begun(s.Lay()))
	var done []record.ID
	for _, m := range []gears.GearMove{{Work: gear.TurnBarrel, Quarters: 2}, {Work: gear.TurnLow, Eighths: -1},
		{Work: gear.TurnHigh, Eighths: 1}, {Work: gear.OilPivots}} {
		m.Indexing, m.Place = bench().ID, bench().Place
		done = append(done, s.Do(gears.Moves.Says(m)))
	}
	assert.Equal(t, "Pivots cleaned and oiled", bench().Done[0].Says)
	assert.Contains(t, bench().Done[3].Says, "out half a turn")
	back := record.Withdrawals.Says(record.Withdrawn{Reason: "the wrong screw"})
	require.ErrorContains(t, s.Write(back, done[1]), "Take back the last of them first")
	require.ErrorContains(t, s.Write(gears.Moves.Says(gears.GearMove{Indexing: bench().ID,
		Work: gear.OilPivots}), done[3]),
		"is not written over")
	require.NoError(t, s.Write(back, done[3]))
	require.NoError(t, s.Write(back, done[2]))
	assert.Len(t, bench().Done, 2)

	s.Do(gears.Looks.Says(gears.GearLook{Indexing: bench().ID, Place: bench().Place, What: "run"}))
	signed := s.Do(gears.Signs.Says(gears.GearSign{Indexing: bench().ID}))
	require.ErrorContains(t, s.Write(back, done[1]), "Take back the last of them first")
	require.NoError(t, s.Write(back, signed))
	assert.Nil(t, bench().Signed)

	left := gears.GivenUp(s.Lay(), bench().ID, "the owner fetches it")
	require.NotNil(t, left)
	assert.Equal(t, wear.Due, left.Mark)
	assert.Contains(t, left.Note, "the owner fetches it")
	assert.Nil(t, gears.GivenUp(s.Lay(), record.NewID(), ""), "no such bench")
}

// What is turned at the barrel stays turned: what the next look is judged by knows of it.
func TestABenchIsKnownByWhatItIsMeasuredToBe(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Record.Bike.Facts.Speeds = 9
	begin := func(more func(*gears.Indexing)) error {
		in := gears.Indexing{Family: "cable-9", Teeth: "11-13-15-17-20-23-26-30-34"}
		more(&in)
		return s.Write(gears.Begins.Says(in))
	}
	require.ErrorContains(t, begin(func(in *gears.Indexing) { in.Spacing = "9" }), "2.5 to 7 mm")
	require.ErrorContains(t, begin(func(in *gears.Indexing) { in.Pull = "much" }), "not a figure")
	require.NoError(t, begin(func(in *gears.Indexing) { in.Spacing, in.Inverse = "4,4 mm", true }))
	p := gears.PartOf(s.Lay())
	require.Len(t, p.Benches, 1)
	assert.InDelta(t, 4.4, p.Benches[0].Gear.Spacing, 1e-9)
	assert.True(t, p.Benches[0].Gear.Inverse)
	assert.NotEmpty(t, p.Families)
	assert.Empty(t, p.Notes)
	assert.NotEmpty(t, p.Known.Results)
}
