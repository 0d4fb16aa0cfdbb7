package gears_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/gear"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
)

// indexed is a desk with a bike whose gears are being indexed, and what lies open of it.
func indexed(t *testing.T, more func(*gears.Indexing)) (*stand.Stand, func() gears.GearBench) {
	s := stand.Disc(t, workshop.Rules())
	s.Record.Bike.Facts.Speeds = 9
	begin := gears.Indexing{Family: "cable-9", Teeth: "11-13-15-17-20-23-26-30-34"}
	if more != nil {
		more(&begin)
	}
	s.Do(gears.Begins.Says(begin))
	return s, func() gears.GearBench { return gears.Benches.Of(s.Lay())[0] }
}

func TestAGearIsIndexedAndSigned(t *testing.T) {
	s, bench := indexed(t, nil)
	assert.Equal(t, []int{11, 13, 15, 17, 20, 23, 26, 30, 34}, bench().Gear.Teeth)
	state := gear.New()
	state.Cable = -0.5 // mm of cable short
	for n := 0; !bench().Settled; n++ {
		require.Less(t, n, 60)
		b := bench()
		switch {
		case b.Ask != nil && b.Ask.What == "shift":
			sh := gear.Shift{To: b.Ask.To, Up: b.Ask.Up}
			require.NoError(t, s.Write(gears.Looks.Says(gears.GearLook{Indexing: b.ID, Place: b.Place,
				What: "shift", To: sh.To, Up: sh.Up,
				Result: b.Gear.Does(state, sh)})))
		case b.Ask != nil && b.Ask.What == "sight":
			require.NoError(t, s.Write(gears.Looks.Says(gears.GearLook{Indexing: b.ID, Place: b.Place,
				What: "sight", Sprocket: b.Ask.Sprocket,
				Typed: "−0,9 mm"})))
		case b.Ask != nil:
			push := gears.GearLook{Indexing: b.ID, Place: b.Place, What: "push", Push: gear.Springs}
			s.Do(gears.Looks.Says(push))
		default:
			require.NotNil(t, b.Do)
			assert.Equal(t, gear.TurnBarrel, b.Do.Work)
			assert.Contains(t, b.Do.Title, "Barrel out")
			assert.Contains(t, b.Do.Caution, "largest sprocket")
			require.ErrorContains(t, s.Write(gears.Signs.Says(gears.GearSign{Indexing: b.ID})), "Not yet")
			require.NoError(t, s.Write(gears.Moves.Says(gears.GearMove{Indexing: b.ID, Place: b.Place, Work: b.Do.Work,
				Quarters: b.Do.Quarters})))
			state.Cable += float64(b.Do.Quarters) / 4 * b.Gear.Thread
		}
	}
	standing := func() (list []string) {
		for _, o := range s.Rules.Leaving(s.Lay()) {
			if o.Place == "gears" {
				list = append(list, o.Detail)
			}
		}
		return list
	}
	assert.Equal(t, []string{"every shift is crisp: sign it"}, standing())
	s.Do(gears.Signs.Says(gears.GearSign{Indexing: bench().ID}))
	assert.Equal(t, []string{"indexed by Ida; every gear once more on the ride"}, standing())
	require.NotNil(t, bench().Signed)
	s.Do(hunt.Hunts.Says(hunt.Hunt{Fault: "gears-climb"}))
	assert.Equal(t, &hunt.HuntFound{Cause: "slack", Name: "Cable too slack", Cured: true}, hunt.Views(s.Lay())[0].Found)
	s.Do(gears.Signs.Says(gears.GearSign{Indexing: bench().ID, Ridden: true}))
	assert.Empty(t, standing())
	assert.Equal(t, &gears.GearFound{Cause: gear.CableSet, Name: "Cable wants setting", Mark: "due",
		Cured: true}, bench().Found)

	// What is turned after the signature is tried again; run through at once it is settled again.
	require.NoError(t, s.Write(gears.Moves.Says(gears.GearMove{Indexing: bench().ID,
		Place: bench().Place, Work: gear.TurnBarrel,
		Quarters: -1})))
	assert.Nil(t, bench().Signed)
	assert.Equal(t, []string{"begun, not signed"}, standing())
	b := bench()
	s.Do(gears.Looks.Says(gears.GearLook{Indexing: b.ID, Place: b.Place, What: "run"}))
	assert.True(t, bench().Settled)
	assert.Equal(t, len(b.Shifts), bench().Tried)
}

func TestWhatAnIndexingBenchRefuses(t *testing.T) {
	s, bench := indexed(t, func(in *gears.Indexing) { in.Turns = "1,5" })
	b := bench()
	assert.Equal(t, 6, b.Left)
	look := func(in gears.GearLook) record.Content {
		in.Indexing = b.ID
		return gears.Looks.Says(in)
	}
	turn := func(in gears.GearMove) record.Content {
		in.Indexing = b.ID
		return gears.Moves.Says(in)
	}
	again := func(teeth string) record.Content {
		return gears.Begins.Says(gears.Indexing{Family: "cable-9", Teeth: teeth})
	}
	for name, c := range map[string]struct {
		says  record.Content
		field string
		why   string
	}{
		"no such shift": {look(gears.GearLook{What: "shift", To: 9, Up: true, Result: gear.Crisp}),
			"seen", "no such shift"},
		"no result": {look(gears.GearLook{What: "shift", To: 3, Up: true}), "seen", "Say what"},
		"not a figure": {look(gears.GearLook{What: "sight", Sprocket: 2, Typed: "a bit"}),
			"typed", "not a figure"},
		"far off": {look(gears.GearLook{What: "sight", Sprocket: 2, Typed: "60"}), "sighted", "at most two"},
		"a barrel's end": {turn(gears.GearMove{Work: gear.TurnBarrel, Quarters: 7}), "quarters",
			"6 quarter-turns left"},
		"turned by nothing":  {turn(gears.GearMove{Work: gear.TurnBarrel}), "quarters", "how far"},
		"signed too early":   {gears.Signs.Says(gears.GearSign{Indexing: b.ID}), "indexing", "Not yet"},
		"past somebody else": {turn(gears.GearMove{Place: 3, Work: gear.OilPivots}), "", "another tablet"},
		"begun twice":        {again("11 13 15 17 20 23 26 30 34"), "", "Go on there"},
		"another count":      {again("11 13 15"), "clicks", "serves 9 sprockets, and there are 3"},
		"descending":         {again("34 30"), "teeth", "smallest to the largest"},
		"no teeth":           {again("many"), "teeth", "smallest first"},
	} {
		t.Run(name, func(t *testing.T) {
			var refused *record.Problem
			require.ErrorAs(t, s.Write(c.says), &refused)
			assert.Equal(t, c.field, refused.Field)
			assert.Contains(t, refused.Detail, c.why)
		})
	}
	other := stand.Disc(t, workshop.Rules())
	other.Record.Bike.Facts.Gears = "electronic"
	require.ErrorContains(t, other.Write(again("11 13")), "not worked by a cable")
}

func TestWhatIsRenewedIsOfferedToTheOwner(t *testing.T) {
	s, bench := indexed(t, nil)
	rusty := gear.New()
	rusty.Friction = 1.4 // mm
	for n := 0; bench().Do == nil; n++ {
		require.Less(t, n, 40)
		b := bench()
		look := gears.GearLook{Indexing: b.ID, Place: b.Place, What: b.Ask.What, To: b.Ask.To,
			Up: b.Ask.Up, Sprocket: b.Ask.Sprocket}
		switch b.Ask.What {
		case "shift":
			look.Result = b.Gear.Does(rusty, gear.Shift{To: b.Ask.To, Up: b.Ask.Up})
		case "sight":
			look.Typed = "-1.4"
			if b.Ask.Sprocket == 0 {
				look.Typed = "1.4"
			}
		case "push":
			look.Push = gear.Springs
		}
		s.Do(gears.Looks.Says(look))
	}
	do := bench().Do
	assert.Equal(t, gear.RenewCable, do.Work)
	require.Len(t, do.Offer, 1)
	assert.Equal(t, "gear-cable", do.Offer[0].Operation)
	assert.Positive(t, do.Offer[0].Total)
	offered := agree.Item{Operation: "gear-cable", Title: do.Offer[0].Title,
		Minutes: do.Offer[0].Minutes, Parts: do.Offer[0].Parts}
	s.Do(agree.Items.Says(offered))
	assert.Empty(t, bench().Do.Offer, "it stands on the list")
}

func TestTheHangerGaugeSpeaksForTheHanger(t *testing.T) {
	s, bench := indexed(t, func(in *gears.Indexing) { in.Fell = true })
	b := bench()
	gauge := func(readings map[string]string, reach string) error {
		look := gears.GearLook{Indexing: b.ID, Place: bench().Place, What: "gauge", Readings: readings, Reach: reach}
		return s.Write(gears.Looks.Says(look))
	}
	require.ErrorContains(t, gauge(map[string]string{"12": "18", "6": "4"}, "300"), "three places")
	require.ErrorContains(t, gauge(map[string]string{"12": "18", "3": "x", "6": "4"}, "300"), "not a figure")
	require.ErrorContains(t, gauge(map[string]string{"12": "18", "3": "11", "6": "4"}, "3"), "reaches 100 to 400 mm")
	require.NoError(t, gauge(map[string]string{"12": "18 mm", "3": "11", "6": "4", "9": ""}, "300"))
	require.NotNil(t, bench().Hanger)
	assert.InDelta(t, 1.34, bench().Hanger.Tilt, 0.01, "7 mm over 300")
	assert.Equal(t, "Hanger gauge: bent 1.3°, leaning in at 6 o'clock", bench().Done[0].Says)
	assert.Equal(t, gear.HangerBent, bench().Causes[0].Cause)
	assert.Greater(t, bench().Causes[0].Chance, 0.9)
}

// note writes at one of the smaller benches, and says what stands before the door because of it.
func note(s *stand.Stand, asked gears.GearQuestion) (list []string) {
	s.Do(gears.Notes.Says(gears.GearNote{GearQuestion: asked}))
	return standing(s)
}

func standing(s *stand.Stand) (list []string) {
	for _, o := range s.Rules.Leaving(s.Lay()) {
		if o.Place == "gears" {
			list = append(list, o.Title)
		}
	}
	return list
}

func TestWhatABenchOfTheGearsFindsStandsBeforeTheDoor(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Record.Bike.Facts.Speeds, s.Record.Bike.Facts.Rings = 9, 2
	bent := gears.GearQuestion{Hanger: &gears.HangerQuestion{Reach: "300",
		Readings: map[string]string{"12": "37", "3": "33",
			"6": "27,5", "9": "31"}}}
	assert.Equal(t, []string{"Mech hanger"}, note(s, bent))
	straight := gears.GearQuestion{Hanger: &gears.HangerQuestion{Reach: "300",
		Readings: map[string]string{"12": "32", "3": "32",
			"6": "32.4", "9": "32"}}}
	assert.Empty(t, note(s, straight), "read again, it is straight")
	assert.Equal(t, []string{"Mech hanger"}, note(s, bent))
	s.Do(inspect.Findings.Says(inspect.Finding{Title: "Mech hanger", Mark: "due"}))
	assert.Empty(t, standing(s), "it is the owner's to answer now, like any finding")
	assert.Equal(t, []string{"Mech hanger"}, note(s, bent), "read again and still bent")
	assert.Empty(t, note(s, straight))
	cage := gears.FrontQuestion{Height: "2", Angle: "2", Rubs: []gear.Rub{gear.RubsNone, gear.RubsOuter}, Climbs: true}
	assert.Equal(t, []string{"Front mech"}, note(s, gears.GearQuestion{Front: &cage}))
	notes := gears.NotesOf(s.Lay())
	require.Len(t, notes, 2, "a bench at a time, the last of each")
	assert.Equal(t, "clamp", notes[1].Figured.Do[0].What, "angle before cable")

	err := s.Write(gears.Notes.Says(gears.GearNote{GearQuestion: gears.GearQuestion{
		Front: &gears.FrontQuestion{Height: "high", Angle: "0"}}}))
	require.ErrorContains(t, err, "“high” is not a figure")
	require.ErrorContains(t, s.Write(gears.Notes.Says(gears.GearNote{})), "which bench")
}

func TestWhatWasWrittenAtABenchIsKnownTheNextTime(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	asked := gears.GearQuestion{Ratio: &gears.RatioQuestion{Now: gears.TrainQuestion{Rings: "34 50",
		Sprockets: "11-13-15-17-19-21-24-28-32", Seat: "622", Width: "32"}}}
	assert.Empty(t, note(s, asked))
	known := gears.KnownOf(s.Lay())
	assert.Equal(t, asked.Ratio, known.Ratio)
	f, err := gears.Figure(s.Lay(), asked)
	require.NoError(t, err)
	assert.Len(t, f.Ratio.Now.Gears, 18)
	assert.Positive(t, f.Ratio.Hill)
	for name, bad := range map[string]gears.GearQuestion{
		"ratio.now.seat": {Ratio: &gears.RatioQuestion{Now: gears.TrainQuestion{Rings: "34",
			Sprockets: "11 12", Seat: "", Width: "32"}}},
		"chain.sprockets": {Chain: &gears.ChainQuestion{Rings: "34", Sprockets: "none", Stay: "420", Cage: "60"}},
		"single.links": {Single: &gears.SingleQuestion{Ring: "44", Sprocket: "20", From: "440",
			Room: "20", Links: "104.5"}},
		"path.bends.0.slides": {Path: &gears.PathQuestion{Bends: []gears.BendQuestion{{Name: "loop",
			Degrees: "90", Slides: "wet"}}}},
		"worn.most": {Worn: &gears.WornQuestion{Sprockets: "11 12", By: "gauge", Gauge: "0.5",
			Chains: "1", Most: "19"}},
		"worn.length": {Worn: &gears.WornQuestion{Sprockets: "11 12", By: "rule", Length: "",
			Links: "24", Chains: "1"}},
	} {
		_, err := gears.Figure(s.Lay(), bad)
		var p *record.Problem
		require.ErrorAs(t, err, &p, name)
		assert.Equal(t, name, p.Field)
	}
}

// A hub's mark is looked at once its axle was undone, and again when it was undone since.
func TestAHubsMarkIsLookedAtOnceItsAxleMoved(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Record.Bike.Facts.Gears, s.Record.Bike.Facts.Speeds, s.Record.Bike.Facts.RearAxle = "hub", 5, "nuts"
	right := gears.GearQuestion{Hub: &gears.HubQuestion{Mark: gear.MarkRight, Returns: "right",
		Loaded: "holds", DustCap: "there"}}
	assert.Empty(t, standing(s), "nobody touched it")
	s.Do(agree.Items.Says(agree.Item{Operation: "tyre-rear", Title: "Rear tyre", Minutes: 20}))
	id := s.Record.Entries[len(s.Record.Entries)-1].ID
	s.Do(agree.Answers.Says(agree.Answer{Item: id, Answer: agree.Yes, From: "Walter", How: "phone"}))
	s.Do(agree.Works.Says(agree.Work{Item: id}))
	assert.Equal(t, []string{"Look at the hub gear's mark"}, standing(s))
	assert.True(t, gears.KnownOf(s.Lay()).Hub.Moved)
	assert.Empty(t, note(s, right))
	slack := gears.GearQuestion{Hub: &gears.HubQuestion{Mark: gear.MarkSlack, Returns: "right", DustCap: "there"}}
	assert.Equal(t, []string{"Hub gear's mark"}, note(s, slack))

	none := gears.GearQuestion{Hub: &gears.HubQuestion{Mark: gear.MarkNone, Returns: "not_tried",
		Loaded: "holds", DustCap: "there"}}
	err := s.Write(gears.Notes.Says(gears.GearNote{GearQuestion: none}))
	assert.ErrorContains(t, err, "has a mark: say where it stands in gear 2")
	s = stand.Disc(t, workshop.Rules())
	s.Record.Bike.Facts.Gears, s.Record.Bike.Facts.Speeds, s.Record.Bike.Facts.RearAxle = "hub", 2, "nuts"
	assert.False(t, gears.KnownOf(s.Lay()).Hub.Cable)
	s.Do(agree.Items.Says(agree.Item{Operation: "tyre-rear", Title: "Rear tyre", Minutes: 20}))
	id = s.Record.Entries[len(s.Record.Entries)-1].ID
	s.Do(agree.Answers.Says(agree.Answer{Item: id, Answer: agree.Yes, From: "Walter", How: "phone"}))
	s.Do(agree.Works.Says(agree.Work{Item: id}))
	assert.Equal(t, []string{"Try the hub gear under load"}, standing(s))
	assert.Empty(t, note(s, none))
}
