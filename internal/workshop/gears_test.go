package workshop

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/gear"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/record"
)

// indexed is a desk with a bike whose gears are being indexed, and what lies open of it.
func indexed(t *testing.T, more func(*gears.Indexing)) (*Workshop, *record.Record, func() gears.GearBench) {
	require.NoError(t, bookErr)
	w, r := discBike(t)
	r.Bike.Facts.Speeds = 9
	begin := gears.Indexing{Family: "cable-9", Teeth: "11-13-15-17-20-23-26-30-34"}
	if more != nil {
		more(&begin)
	}
	require.NoError(t, write(w, r, gears.Begins.Says(begin), nil))
	return w, r, func() gears.GearBench { return gears.Benches.Of(lay(w, r))[0] }
}

func TestAGearIsIndexedAndSigned(t *testing.T) {
	w, r, bench := indexed(t, nil)
	assert.Equal(t, []int{11, 13, 15, 17, 20, 23, 26, 30, 34}, bench().Gear.Teeth)
	state := gear.New()
	state.Cable = -0.5 // mm of cable short
	for n := 0; !bench().Settled; n++ {
		require.Less(t, n, 60)
		b := bench()
		switch {
		case b.Ask != nil && b.Ask.What == "shift":
			sh := gear.Shift{To: b.Ask.To, Up: b.Ask.Up}
			require.NoError(t, write(w, r, gears.Looks.Says(gears.GearLook{Indexing: b.ID, Place: b.Place, What: "shift", To: sh.To, Up: sh.Up,
				Result: b.Gear.Does(state, sh)}), nil))
		case b.Ask != nil && b.Ask.What == "sight":
			require.NoError(t, write(w, r, gears.Looks.Says(gears.GearLook{Indexing: b.ID, Place: b.Place, What: "sight", Sprocket: b.Ask.Sprocket,
				Typed: "−0,9 mm"}), nil))
		case b.Ask != nil:
			push := gears.GearLook{Indexing: b.ID, Place: b.Place, What: "push", Push: gear.Springs}
			require.NoError(t, write(w, r, gears.Looks.Says(push), nil))
		default:
			require.NotNil(t, b.Do)
			assert.Equal(t, gear.TurnBarrel, b.Do.Work)
			assert.Contains(t, b.Do.Title, "Barrel out")
			assert.Contains(t, b.Do.Caution, "largest sprocket")
			require.ErrorContains(t, write(w, r, gears.Signs.Says(gears.GearSign{Indexing: b.ID}), nil), "Not yet")
			require.NoError(t, write(w, r, gears.Moves.Says(gears.GearMove{Indexing: b.ID, Place: b.Place, Work: b.Do.Work,
				Quarters: b.Do.Quarters}), nil))
			state.Cable += float64(b.Do.Quarters) / 4 * b.Gear.Thread
		}
	}
	standing := func() (list []string) {
		for _, o := range w.leaving(lay(w, r)) {
			if o.Place == "gears" {
				list = append(list, o.Detail)
			}
		}
		return list
	}
	assert.Equal(t, []string{"every shift is crisp: sign it"}, standing())
	require.NoError(t, write(w, r, gears.Signs.Says(gears.GearSign{Indexing: bench().ID}), nil))
	assert.Empty(t, standing())
	require.NotNil(t, bench().Signed)

	// What is turned after the signature is tried again; run through at once it is settled again.
	require.NoError(t, write(w, r, gears.Moves.Says(gears.GearMove{Indexing: bench().ID, Place: bench().Place, Work: gear.TurnBarrel,
		Quarters: -1}), nil))
	assert.Nil(t, bench().Signed)
	assert.Equal(t, []string{"begun, not signed"}, standing())
	b := bench()
	require.NoError(t, write(w, r, gears.Looks.Says(gears.GearLook{Indexing: b.ID, Place: b.Place, What: "run"}), nil))
	assert.True(t, bench().Settled)
	assert.Equal(t, len(b.Shifts), bench().Tried)
}

func TestWhatAnIndexingBenchRefuses(t *testing.T) {
	w, r, bench := indexed(t, func(in *gears.Indexing) { in.Turns = "1,5" })
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
		"no such shift":      {look(gears.GearLook{What: "shift", To: 9, Up: true, Result: gear.Crisp}), "seen", "no such shift"},
		"no result":          {look(gears.GearLook{What: "shift", To: 3, Up: true}), "seen", "Say what"},
		"no figure":          {look(gears.GearLook{What: "sight", Sprocket: 2, Typed: "a bit"}), "typed", "no figure"},
		"far off":            {look(gears.GearLook{What: "sight", Sprocket: 2, Typed: "60"}), "sighted", "at most two"},
		"a barrel's end":     {turn(gears.GearMove{Work: gear.TurnBarrel, Quarters: 7}), "quarters", "6 quarter-turns left"},
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
			require.ErrorAs(t, write(w, r, c.says, nil), &refused)
			assert.Equal(t, c.field, refused.Field)
			assert.Contains(t, refused.Detail, c.why)
		})
	}
	other, o := discBike(t)
	o.Bike.Facts.Gears = "electronic"
	require.ErrorContains(t, write(other, o, again("11 13"), nil), "not worked by a cable")
}
