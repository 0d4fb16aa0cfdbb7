package workshop

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

var (
	gravel = air.TyreRead{End: "rear", Marking: "700x40C (40-622)", Least: "2 bar", Most: "5",
		RimMost: "60 psi", Tubeless: true}
	rider = air.RiderWeighed{Rider: "80", Bike: "14", Rear: "10", Sits: "leaning", Surface: "mixed"}
)

func TestAPressureIsAdvisedWithinTyreAndRim(t *testing.T) {
	w, r := discBike(t)
	bench := func() air.AirBench { return air.Of(lay(w, r)) }
	assert.Equal(t, "tyre", bench().Tyres[1].Lacks)
	require.NoError(t, write(w, r, air.Tyres.Says(gravel), nil))
	assert.Equal(t, "rider", bench().Tyres[1].Lacks)
	require.NoError(t, write(w, r, air.Riders.Says(rider), nil))
	rear := bench().Tyres[1]
	require.NotNil(t, rear.Advice, rear.Refused)
	assert.Equal(t, "40-622", rear.Read.Tyre.As)
	assert.InDelta(t, 64, *rear.Load, 0.5, "57 % of rider and bike, and what is on the rack")
	assert.Equal(t, "rim", rear.Advice.MostBy, "60 psi are less than 5 bar")
	assert.LessOrEqual(t, rear.Advice.To, 60*0.0689476)
	assert.Greater(t, rear.Advice.Bar, 2.0)
	assert.Positive(t, *rear.Sealant)

	tight := gravel
	tight.Inside, tight.Space = "13", "46"
	close, err := air.Preview(lay(w, r), air.AirQuestion{Tyre: &tight})
	require.NoError(t, err)
	assert.Len(t, close.Tyres[1].Read.Tyre.Fits, 2, "too wide for its rim, 3 mm from its stays")
	assert.Empty(t, close.Tyres[1].Read.Tyre.Tube, "it has none")
	tight.Space = "4"
	_, err = air.Preview(lay(w, r), air.AirQuestion{Tyre: &tight})
	require.Error(t, err)

	hookless := gravel
	hookless.Hookless, hookless.RimMost, hookless.Most, hookless.MadeFor = true, "", "6", "yes"
	seen, err := air.Preview(lay(w, r), air.AirQuestion{Tyre: &hookless})
	require.NoError(t, err)
	assert.Equal(t, "hookless rim", seen.Tyres[1].Advice.MostBy)
	assert.InDelta(t, 5, seen.Tyres[1].Advice.Most, 1e-9, "72.5 psi (ISO 5775 practice)")
	assert.Equal(t, "rim", bench().Tyres[1].Advice.MostBy, "nothing was kept of it")

	// A load on the sidewall wins over what is usual: past it nothing is advised.
	marked := gravel
	marked.Carries = "60"
	seen, err = air.Preview(lay(w, r), air.AirQuestion{Tyre: &marked})
	require.NoError(t, err)
	assert.Contains(t, seen.Tyres[1].Refused, "its sidewall says 60 at the most")

	// What this rider liked is kept by the ground's state, and never above what is borne.
	like := air.Liking{Place: "rear_tyre", Condition: "soft", Typed: "2.2"}
	require.NoError(t, write(w, r, air.Likings.Says(like), nil))
	like.Typed = "40 psi"
	require.NoError(t, write(w, r, air.Likings.Says(like), nil))
	require.Len(t, bench().Tyres[1].Liked, 1)
	assert.InDelta(t, 2.76, bench().Tyres[1].Liked[0].Bar, 0.01)
	like.Typed = "4.5"
	require.ErrorContains(t, write(w, r, air.Likings.Says(like), nil), "more than the rim bears")
}

func TestALegsNextPressureComesFromItsOwnReadings(t *testing.T) {
	w, r := discBike(t)
	r.Bike.Facts.Suspension = "front"
	leg := func() air.LegBench { return air.Of(lay(w, r)).Legs[0] }
	require.Len(t, air.Of(lay(w, r)).Legs, 1)
	assert.Nil(t, leg().Next)
	sag := air.SagRead{Leg: "fork", Typed: "60 psi", Sag: "48", Travel: "120", Most: "150 psi"}
	require.NoError(t, write(w, r, air.Sags.Says(sag), nil))
	assert.Contains(t, leg().Says, "40 % of its travel: too much. It dives", "a fork does not strike its pedals")
	first := leg().Next.Bar
	assert.Greater(t, first, 60*0.0689476, "more air where it sinks too far")
	assert.False(t, leg().Next.Own)
	sag.Typed, sag.Sag = "75 psi", "27"
	require.NoError(t, write(w, r, air.Sags.Says(sag), nil))
	assert.True(t, leg().Next.Within, "20 to 25 %% on a fork of 120 mm (common practice, no source)")
	assert.True(t, leg().Next.Own)
	assert.Contains(t, leg().Says, "usual on such a fork")

	// What its maker asks for is typed with the reading, and wins.
	sag.Typed, sag.From, sag.To = "75 psi", "25", "30"
	require.NoError(t, write(w, r, air.Sags.Says(sag), nil))
	assert.False(t, leg().Next.Within)
	assert.Equal(t, [2]float64{0.25, 0.3}, [2]float64{leg().From, leg().To})
	sag.From, sag.To = "30", "25"
	require.ErrorContains(t, write(w, r, air.Sags.Says(sag), nil), "the second is the larger one")
	sag.From, sag.To = "", ""

	// Once it was opened, what it answered before tells nothing.
	sag.Typed, sag.Sag, sag.Opened = "75 psi", "42", true
	require.NoError(t, write(w, r, air.Sags.Says(sag), nil))
	assert.Len(t, leg().Reads, 1)
	assert.False(t, leg().Next.Own)
}

func TestWhatCannotBeOfAirIsRefused(t *testing.T) {
	w, r := discBike(t)
	r.Bike.Facts.Suspension = "front"
	tyre := func(change func(*air.TyreRead)) record.Content {
		in := gravel
		change(&in)
		return air.Tyres.Says(in)
	}
	sag := func(change func(*air.SagRead)) record.Content {
		in := air.SagRead{Leg: "fork", Typed: "5", Sag: "30", Travel: "120", Most: "10"}
		change(&in)
		return air.Sags.Says(in)
	}
	for name, c := range map[string]struct {
		content     record.Content
		field, says string
	}{
		"a marking nobody can read": {tyre(func(r *air.TyreRead) { r.Marking = "big one" }), "marking",
			"two numbers with a dash"},
		"a tyre of another wheel":    {tyre(func(r *air.TyreRead) { r.Marking = "47-507" }), "marking", "507 mm"},
		"nothing of what it bears":   {tyre(func(r *air.TyreRead) { r.Most = "" }), "most", "on its sidewall"},
		"psi typed as bar":           {tyre(func(r *air.TyreRead) { r.Most = "75" }), "most", "psi"},
		"a least nobody looked for":  {tyre(func(r *air.TyreRead) { r.Least = "" }), "least", "that none is printed"},
		"more than it carries as kg": {tyre(func(r *air.TyreRead) { r.Carries = "900" }), "carries", ""},
		"a ground nobody rides": {air.Riders.Says(air.RiderWeighed{
			Rider: "70", Bike: "12", Sits: "low", Surface: "wall"}), "surface", "that are offered"},
		"least above most":          {tyre(func(r *air.TyreRead) { r.Least = "5.5" }), "least", "another figure"},
		"−40 bar":                   {sag(func(r *air.SagRead) { r.Typed = "-40" }), "typed", ""},
		"sag over travel":           {sag(func(r *air.SagRead) { r.Sag = "130" }), "sag", "read again"},
		"more than the leg bears":   {sag(func(r *air.SagRead) { r.Typed = "12" }), "typed", "more than the leg bears"},
		"a shock that is not there": {sag(func(r *air.SagRead) { r.Leg = "shock" }), "leg", "no such leg"},
		"a rider of 3 kg": {air.Riders.Says(air.RiderWeighed{Rider: "3", Bike: "12",
			Sits: "low", Surface: "smooth"}), "rider", ""},
	} {
		t.Run(name, func(t *testing.T) {
			var problem *record.Problem
			require.ErrorAs(t, write(w, r, c.content, nil), &problem)
			assert.Equal(t, c.field, problem.Field)
			assert.Contains(t, problem.Detail, c.says)
		})
	}
}

func TestAirThatWasFoundIsSetBeforeTheDoor(t *testing.T) {
	w, r := discBike(t)
	standing := func() (list []string) {
		for _, o := range w.leaving(lay(w, r)) {
			if o.Target == "air:rear_tyre" {
				list = append(list, o.Detail)
			}
		}
		return list
	}
	assert.Equal(t, []string{"not read yet"}, standing(), "no bike leaves with a tyre that nobody has felt")
	require.NoError(t, write(w, r, inspect.Airs.Says(inspect.Air{Place: "rear_tyre", Typed: "1.2", Celsius: 15}), nil))
	assert.Equal(t, []string{"found at 1.2 bar (17 psi); not set since"}, standing())
	set := func(typed string) {
		require.NoError(t, write(w, r, inspect.Airs.Says(inspect.Air{Place: "rear_tyre", Typed: typed,
			Celsius: 15, Set: true}), nil))
	}
	assert.Equal(t, wear.Open, air.Of(lay(w, r)).Tyres[1].Stands.Mark, "held against nothing: nobody has read the tyre")
	set("3")
	assert.Empty(t, standing())

	// What it was left at is held against what tyre and rim bear, whichever was written first.
	require.NoError(t, write(w, r, air.Likings.Says(air.Liking{Place: "rear_tyre", Condition: "dry",
		Typed: "4.4"}), nil))
	set("4.4")
	require.NoError(t, write(w, r, air.Tyres.Says(gravel), nil))
	assert.Equal(t, []string{"left at 4.4 bar (64 psi). The rim bears 4.14 bar (60 psi)."}, standing())
	assert.True(t, air.Of(lay(w, r)).Tyres[1].Liked[0].Over)
	set("1.5")
	assert.Equal(t, []string{"left at 1.5 bar (22 psi). The tyre needs 2 bar (29 psi)."}, standing())
	set("60 psi")
	assert.Empty(t, standing())

	// What is found as its rider is to have it may stay so; what is found otherwise is set, or
	// left on purpose.
	found := func(typed string) {
		require.NoError(t, write(w, r, inspect.Airs.Says(inspect.Air{Place: "rear_tyre", Typed: typed,
			Celsius: 15}), nil))
	}
	require.NoError(t, write(w, r, air.Riders.Says(rider), nil))
	advice := air.Of(lay(w, r)).Tyres[1].Advice
	found(fmt.Sprint(advice.Bar))
	assert.Empty(t, standing())
	found("2.05")
	assert.Equal(t, wear.Watch, air.Of(lay(w, r)).Tyres[1].Stands.Mark)
	assert.Equal(t, []string{"found at 2.05 bar (30 psi); not set since"}, standing())
	require.NoError(t, write(w, r, air.Likings.Says(air.Liking{Place: "rear_tyre", Condition: "soft",
		Typed: "2.1"}), nil))
	assert.Empty(t, standing(), "this rider likes it so")
	require.NoError(t, write(w, r, inspect.Airs.Says(inspect.Air{Place: "rear_tyre", Celsius: 15, Solid: true}), nil))
	assert.Empty(t, standing(), "there is no air in it")
}

func TestAHoleLeadsToItsTwoPlacesOnTheTyre(t *testing.T) {
	w, r := discBike(t)
	standing := func() (list []string) {
		for _, o := range w.leaving(lay(w, r)) {
			list = append(list, o.Detail)
		}
		return list
	}
	require.ErrorContains(t, write(w, r, air.Flats.Says(air.FlatFound{End: "rear", Shape: "one",
		Hole: "500", Tube: "2000"}), nil),
		"what stands on the tyre first")
	require.NoError(t, write(w, r, air.Tyres.Says(gravel), nil))
	flat := air.FlatFound{End: "rear", Shape: "one", Hole: "500", Tube: "2000", Found: "a flint"}
	require.NoError(t, write(w, r, air.Flats.Says(flat), nil))
	seen := air.Of(lay(w, r)).Tyres[1].Flat
	require.NotNil(t, seen.Search)
	assert.InDelta(t, 2205, seen.Search.Round, 1, "622 mm and twice 40, times pi")
	assert.InDelta(t, seen.Search.Round/4, seen.Search.Ahead, 1)
	assert.InDelta(t, 3*seen.Search.Round/4, seen.Search.Behind, 1)
	assert.Contains(t, seen.Says, "out before a new tube goes in")
	assert.NotContains(t, standing(), "not found yet: it makes the next one")
	missed := flat
	missed.Found = ""
	require.NoError(t, write(w, r, air.Flats.Says(missed), nil))
	assert.Contains(t, standing(), "not found yet: it makes the next one")
	flat.Hole = "2100"
	require.ErrorContains(t, write(w, r, air.Flats.Says(flat), nil), "measure once more")
	flat.Hole, flat.Shape = "", "pair"
	require.NoError(t, write(w, r, air.Flats.Says(flat), nil))
	assert.Nil(t, air.Of(lay(w, r)).Tyres[1].Flat.Search, "where it was is not known")
}

func TestSealantIsToppedUpAgain(t *testing.T) {
	w, r := discBike(t)
	topped := air.SealantTopped{End: "rear", Ml: "60 ml", Celsius: 10}
	require.ErrorContains(t, write(w, r, air.Toppings.Says(topped), nil), "not read as tubeless")
	require.NoError(t, write(w, r, air.Tyres.Says(gravel), nil))
	require.NoError(t, write(w, r, air.Toppings.Says(topped), nil))
	s := lay(w, r)
	got := air.Of(s).Tyres[1].Topped
	assert.InDelta(t, 60, got.Ml, 0)
	days := got.To.Sub(got.From).Hours() / 24
	assert.Greater(t, days, 20.0)
	back := air.ComesBack(s)
	require.Len(t, back, 1)
	assert.Equal(t, "Top up the sealant of the rear tyre", back[0].What)
	assert.GreaterOrEqual(t, back[0].Due, s.Day(60), "2 to 4 months (common practice, no source)")
	assert.LessOrEqual(t, back[0].Due, s.Day(123))
	topped.Celsius = 35
	require.NoError(t, write(w, r, air.Toppings.Says(topped), nil))
	assert.Less(t, air.ComesBack(lay(w, r))[0].Due, back[0].Due, "it dries sooner where it is warm")
}

// What goes back is what was found in this job; what was found in an earlier one was set since.
func TestWhatGoesBackWasFoundInThisJob(t *testing.T) {
	w, r := discBike(t)
	rear := func() []inspect.PressureView { return inspect.Pressures(lay(w, r))[1].Readings }
	found := inspect.Air{Place: inspect.AirRearTyre, Typed: "2.6", Celsius: 20}
	require.NoError(t, write(w, r, inspect.Airs.Says(found), nil))
	r.Earlier, r.Entries = r.Entries, nil
	gauge := gaugeshelf.PressureGauge{ID: record.NewID(), Name: "Pump", Most: 6,
		Checks: []gaugeshelf.GaugeCheck{{Pairs: []gaugeshelf.GaugePair{
			{TrueBar: new(float64), ShownBar: new(float64)}}}}}
	*gauge.Checks[0].Pairs[0].ShownBar = 0.2
	gaugeshelf.Gauges.Lay(r, []gaugeshelf.PressureGauge{gauge})
	require.Len(t, rear(), 1)
	assert.False(t, rear()[0].Here)
	assert.Empty(t, rear()[0].Shows)
	found.Typed = "2.2"
	require.NoError(t, write(w, r, inspect.Airs.Says(found), nil))
	require.Len(t, rear(), 2)
	assert.True(t, rear()[1].Here)
	assert.Equal(t, []gaugeshelf.GaugeShows{{Gauge: gauge.ID, Bar: 2.4}}, rear()[1].Shows,
		"0.2 too much, as it was checked")
}

// A pump that nobody checked may be off by its class of the whole scale: near a limit that is told.
func TestNearALimitAGaugeIsDoubted(t *testing.T) {
	w, r := discBike(t)
	require.NoError(t, write(w, r, air.Tyres.Says(gravel), nil)) // 60 psi at most: 4.14 bar
	pump := gaugeshelf.PressureGauge{ID: record.NewID(), Name: "Pump", Most: 11}
	gaugeshelf.Gauges.Lay(r, []gaugeshelf.PressureGauge{pump})
	left := func(typed string, gauge *record.ID) air.AirStands {
		in := inspect.Air{Place: inspect.AirRearTyre, Typed: typed, Celsius: 20, Set: true, Gauge: gauge}
		require.NoError(t, write(w, r, inspect.Airs.Says(in), nil))
		return air.Of(lay(w, r)).Tyres[1].Stands
	}
	near := left("4", &pump.ID)
	assert.Equal(t, wear.Watch, near.Mark)
	assert.Contains(t, near.Says, "by its gauge it may be more")
	assert.True(t, near.Goes, "it is told, and left to who pumps")
	assert.Equal(t, wear.Sound, left("4", nil).Mark)
	assert.Equal(t, wear.Sound, left("3.5", &pump.ID).Mark, "0.44 bar more is still borne")
	assert.Equal(t, wear.Unsafe, left("4.4", &pump.ID).Mark)
}

// Common practice, no source: a rim without hooks throws a tyre off that is not made for it.
func TestARimWithoutHooksWantsATyreMadeForIt(t *testing.T) {
	require.NoError(t, bookErr)
	b := readied(t, "repair")
	on := gravel
	on.End, on.Hookless = "rear", true
	on.Marking = "40-622"
	b.refused(air.Tyres.Says(on), "made_for", "any other blows off")
	on.MadeFor = "no"
	b.do(air.Tyres.Says(on))
	const title = "Rear tyre: not made for its rim without hooks"
	assert.Contains(t, b.stands(), title)
	assert.Nil(t, air.Of(lay(b.w, b.r)).Tyres[1].Advice)
	assert.Contains(t, air.Of(lay(b.w, b.r)).Tyres[1].Refused, "blows off")

	on.MadeFor = "yes"
	b.do(air.Tyres.Says(on))
	assert.Contains(t, b.stands(), title, "it is not read away")
	b.do(agree.Works.Says(agree.Work{Item: b.agrees("tyre-rear")}))
	b.reads("rear-tyre", "Sound")
	assert.NotContains(t, b.stands(), title)
	assert.Empty(t, air.Of(lay(b.w, b.r)).Tyres[1].Refused)
}
