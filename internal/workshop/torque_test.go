package workshop

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
)

// boltOn lays out a job of a kind of bike and finds one bolt of its run.
func boltOn(t *testing.T, w *Workshop, r *record.Record, id string) torque.BoltView {
	t.Helper()
	s := lay(w, r)
	i := slices.IndexFunc(torque.Bolts.Of(s), func(b torque.BoltView) bool { return b.Fastener == id })
	require.GreaterOrEqual(t, i, 0, "%s is not in the run", id)
	return torque.Bolts.Of(s)[i]
}

func commuter() knowledge.Kind {
	kind := book.Kinds[slices.IndexFunc(book.Kinds, func(k knowledge.Kind) bool { return k.ID == "commuter" })]
	kind.Facts.PostMaterial = "carbon"
	kind.Facts.FrontPort, kind.Facts.RearPort = "nipple", "screw"
	return kind
}

func TestTheBestFigureIsAskedFirst(t *testing.T) {
	w, r := desk(commuter(), "strip")
	r.Bike.Model = "Drover"
	b := boltOn(t, w, r, "seatpost-clamp")
	assert.Equal(t, torque.FromCatalogue, b.Origin)
	assert.NotEmpty(t, b.SetBy, "a clamp on a carbon post is a joint of two parts")
	for _, l := range b.Limits {
		assert.LessOrEqual(t, b.Rule.Max, l.Rule.Max, "the lower limit wins over %s", l.Part)
	}

	low, high := 3.0, 4.5
	inspect.ModelFigures.Lay(r, []*inspect.OwnFigure{{Fastener: "seatpost-clamp", Min: &low, Max: &high, ForModel: true,
		Source: "the shop's card"}})
	b = boltOn(t, w, r, "seatpost-clamp")
	assert.Equal(t, torque.FromModel, b.Origin)
	assert.Equal(t, measure.Torque(4.5), b.Rule.Max)

	require.NoError(t, write(w, r, inspect.Figures.Says(inspect.OwnFigure{Fastener: "seatpost-clamp",
		TypedMin: "3", TypedMax: "4",
		Source: "manual, page 14"}), nil))
	b = boltOn(t, w, r, "seatpost-clamp")
	assert.Equal(t, torque.FromManual, b.Origin)
	assert.Equal(t, "manual, page 14", b.Rule.Source)

	// A figure for one part alone leaves the other part's limit standing.
	_, other := desk(commuter(), "strip")
	part := boltOn(t, w, other, "seatpost-clamp").Limits[0].Part
	require.NoError(t, write(w, other, inspect.Figures.Says(inspect.OwnFigure{Fastener: "seatpost-clamp", Part: part,
		TypedMin: "2",
		TypedMax: "9", Source: "marked on it"}), nil))
	b = boltOn(t, w, other, "seatpost-clamp")
	assert.NotEqual(t, part, b.SetBy, "the other part has the lower limit now")
	assert.Equal(t, torque.FromCatalogue, b.Origin)

	assert.Error(t, write(w, r, inspect.Figures.Says(inspect.OwnFigure{Fastener: "seatpost-clamp",
		TypedMin: "5", TypedMax: "4", Source: "s"}),
		nil), "upside down")
}

func TestABoltThatTheCatalogueLacks(t *testing.T) {
	w, r := desk(commuter(), "tune")
	for _, bad := range []torque.Bolt{
		{Name: "Basket", Treatment: "grease"},
		{Name: "Basket", Treatment: "butter", Thread: "M5", Class: "8.8", Into: fastener.InSteel},
		{Name: "Basket", Treatment: "grease", Thread: "M55", Class: "8.8", Into: fastener.InSteel},
		{Name: "Basket", Treatment: "grease", Thread: "M5", Class: "8.8"},
		{Name: "Basket", Treatment: "grease", TypedMin: "4", TypedMax: "1e9", Source: "s"},
	} {
		assert.Error(t, write(w, r, torque.Additions.Says(bad), nil), "%+v", bad)
	}
	require.NoError(t, write(w, r, torque.Additions.Says(torque.Bolt{Name: "Basket bracket",
		Treatment: "grease", Thread: "M5", Class: "8.8",
		Into: fastener.OnCarbon}), nil))
	s := lay(w, r)
	b := torque.Bolts.Of(s)[len(torque.Bolts.Of(s))-1]
	assert.Equal(t, "Basket bracket", b.Name)
	assert.Equal(t, torque.FromEstimate, b.Origin)
	assert.Contains(t, b.Doubt, "no maker's figure")
}

// logged writes a torque of a bolt.
func logged(w *Workshop, r *record.Record, b torque.BoltView, change func(*torque.Torque),
	supersedes *record.ID) error {
	in := torque.Torque{Fastener: b.Fastener, Position: b.Position, Found: torque.FoundNotChecked}
	change(&in)
	return write(w, r, torque.Torques.Says(in), supersedes)
}

func TestOverTighteningIsNotMadeGoodByASmallerFigure(t *testing.T) {
	w, r := desk(commuter(), "routine")
	b := boltOn(t, w, r, "faceplate")
	left := func(typed string) func(*torque.Torque) { return func(in *torque.Torque) { in.LeftTyped = typed } }
	require.NoError(t, logged(w, r, b, left("9"), nil))
	b = boltOn(t, w, r, "faceplate")
	assert.Equal(t, fastener.Over, b.Verdict.State)
	assert.False(t, b.Settled)

	assert.ErrorContains(t, logged(w, r, b, left("5"), b.LogID), "say so in a note")
	assert.ErrorContains(t, logged(w, r, b, left("5"), nil), "Loosen it fully")
	require.NoError(t, logged(w, r, b, func(in *torque.Torque) { in.LeftTyped, in.Loosened = "5", true }, nil))
	b = boltOn(t, w, r, "faceplate")
	assert.True(t, b.Settled)
	assert.Empty(t, b.Also, "the second log knew of the first")
	titles := []string{}
	for _, f := range findings.All.Of(lay(w, r)) {
		titles = append(titles, f.Title)
	}
	assert.Contains(t, titles, "Handlebar clamp 1 over-tightened: 9 N·m")
}

func TestTwoLogsOfOneBoltBothShow(t *testing.T) {
	w, r := desk(commuter(), "routine")
	b := boltOn(t, w, r, "seatpost-clamp")
	low, high := 2.0, 9.0
	inspect.ModelFigures.Lay(r, []*inspect.OwnFigure{{Fastener: "seatpost-clamp", Min: &low, Max: &high, Source: "s"}})
	require.NoError(t, logged(w, r, b, func(in *torque.Torque) { in.LeftTyped = "1" }, nil))
	require.NoError(t, logged(w, r, b, func(in *torque.Torque) { in.LeftTyped = "5" }, nil))
	b = boltOn(t, w, r, "seatpost-clamp")
	require.Len(t, b.Also, 1)
	assert.InDelta(t, 1, *b.Also[0].LeftNm, 1e-12)
	assert.False(t, b.Settled, "nobody has said which of the two holds")
	require.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{Reason: "typed on the wrong bike"}),
		&b.Also[0].ID))
	assert.True(t, boltOn(t, w, r, "seatpost-clamp").Settled)
}

func TestAWrenchPastItsCalibrationNeedsAReason(t *testing.T) {
	w, r := desk(commuter(), "routine")
	now := time.Now()
	dated, old := record.NewID(), record.NewID()
	torque.Wrenches.Lay(r, []torque.Wrench{
		{ID: dated, Name: "Small", Min: 1, Max: 10,
			CheckedOn: now.AddDate(0, -1, 0).Format(time.DateOnly), Months: 12, Device: "TW-1"},
		{ID: old, Name: "Beam", Min: 5, Max: 60, CheckedOn: now.AddDate(-2, 0, 0).Format(time.DateOnly), Months: 12},
	})
	b := boltOn(t, w, r, "faceplate")
	assert.Equal(t, &dated, b.Wrench)
	with := func(id record.ID, typed, reason string) error {
		return logged(w, r, b, func(in *torque.Torque) { in.Wrench, in.LeftTyped, in.Reason = &id, typed, reason }, nil)
	}
	assert.ErrorContains(t, with(old, "5", ""), "say why this one is used")
	require.NoError(t, with(old, "5", "the small one is lent out"))
	log := boltOn(t, w, r, "faceplate").Log
	assert.Equal(t, "the small one is lent out", log.Reason)
	assert.NotEmpty(t, log.WrenchDue)
	assert.Contains(t, log.Warning, "vouched for from 12 to 60", "5 N·m is under a fifth of 60")

	// In range only when the whole band is: 5 N·m is the top of its range.
	top := boltOn(t, w, r, "faceplate").Rule.Max
	require.NoError(t, with(dated, measure.Format(float64(top)), ""))
	assert.Equal(t, fastener.WithinError, boltOn(t, w, r, "faceplate").Verdict.State)

	// What a connected wrench sent is taken once, and carries its wrench.
	nm := 5.0
	torque.Tray.Lay(r, []torque.ToolReading{{ID: record.NewID(), Device: "tw-1", Nm: &nm},
		{ID: record.NewID(), Device: "tw-1", Fault: "It is set to bar."}})
	take := func(id record.ID) error {
		return logged(w, r, b, func(in *torque.Torque) { in.ToolID = &id }, nil)
	}
	require.NoError(t, take(torque.Tray.In(*r)[0].ID))
	assert.Equal(t, "Small", boltOn(t, w, r, "faceplate").Log.WrenchName)
	assert.ErrorContains(t, take(torque.Tray.In(*r)[1].ID), "set to bar")
	assert.ErrorContains(t, take(record.NewID()), "taken")
}

func TestTreatmentChangesWhatATorqueClamps(t *testing.T) {
	w, r := desk(commuter(), "routine")
	b := boltOn(t, w, r, "faceplate")
	require.NoError(t, logged(w, r, b, func(in *torque.Torque) { in.LeftTyped = "5" }, nil))
	greased := boltOn(t, w, r, "faceplate").Log
	require.NoError(t, logged(w, r, b, func(in *torque.Torque) { in.LeftTyped, in.Treatment = "5", "dry" },
		boltOn(t, w, r, "faceplate").LogID))
	dry := boltOn(t, w, r, "faceplate").Log
	assert.Empty(t, greased.Warning)
	assert.Contains(t, dry.Warning, "Dry instead of")
	assert.Less(t, dry.ClampHigh, greased.ClampHigh, "a dry thread takes up more of the torque")
}

func TestAFastenerCannotBeLoggedThatTheBikeLacks(t *testing.T) {
	w, r := desk(commuter(), "routine")
	for _, in := range []torque.Torque{
		{Fastener: "no-such"}, {Fastener: "shock-mount"}, {Fastener: "faceplate", Position: "97"},
		{Fastener: "faceplate", Position: "1", LeftTyped: "5 ft lb of what"},
		{Fastener: "faceplate", Position: "1", LeftTyped: "0"},
		{Fastener: "faceplate", Position: "1", LeftTyped: "1e9"},
		{Fastener: "faceplate", Position: "1", NotFitted: true},
		{Fastener: "faceplate", Position: "1", Found: torque.FoundDamaged},
		{Fastener: "faceplate", Position: "1", Found: "crooked", LeftTyped: "5"},
	} {
		if in.Found == "" {
			in.Found = torque.FoundNotChecked
		}
		assert.Error(t, write(w, r, torque.Torques.Says(in), nil), "%+v", in)
	}
	in := torque.Torque{Fastener: "faceplate", Position: "1", Found: torque.FoundNotChecked, LeftTyped: "4,5"}
	assert.NoError(t, write(w, r, torque.Torques.Says(in), nil), "a decimal comma")
}

func TestSinceWhenTheWrenchesCannotBeHeard(t *testing.T) {
	clock := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	w := New(nil, book, func() time.Time { return clock })
	assert.Nil(t, w.Hearing().Since, "nothing was ever listened to")
	w.Hears(true)
	broke := clock.Add(time.Hour)
	for range 3 { // it is tried again and again
		clock = clock.Add(time.Hour)
		w.Hears(false)
	}
	assert.False(t, w.Hearing().Open)
	assert.Equal(t, broke, *w.Hearing().Since)
}

// What is logged at a caliper's port hangs on what it is: a nipple at a screw's figure is loose.
func TestAPortIsNotTorquedBeforeItWasRead(t *testing.T) {
	w, r := desk(commuter(), "strip")
	log := torque.Torque{Fastener: "front-bleed-screw", Found: torque.FoundNotChecked, LeftTyped: "1.5"}
	r.Bike.Facts.FrontPort = bike.Unknown
	port := func() torque.BoltView { return boltOn(t, w, r, "front-bleed-screw") }
	assert.Nil(t, port().Rule)
	assert.Equal(t, "front_port", port().Unread)
	for _, in := range []torque.Torque{log, {Fastener: log.Fastener, Found: torque.FoundNotChecked, Set: true}} {
		var refused *record.Problem
		require.ErrorAs(t, write(w, r, torque.Torques.Says(in), nil), &refused)
		assert.Equal(t, "front_port", refused.Field)
		assert.Contains(t, refused.Detail, "at the front caliper, under its cap")
	}
	missing := torque.Torque{Fastener: log.Fastener, Found: torque.FoundNotChecked, NotFitted: true, Note: "none seen"}
	assert.Error(t, write(w, r, torque.Torques.Says(missing), nil), "each caliper has one")

	r.Bike.Facts.FrontPort = "screw"
	require.NoError(t, write(w, r, torque.Torques.Says(log), nil))
	assert.True(t, port().Settled)
	r.Bike.Facts.FrontPort = bike.Unknown // as in a job that was open before it was asked
	assert.False(t, port().Settled, "taken for a screw by somebody")
	r.Bike.Facts.FrontPort = "nipple"
	assert.False(t, port().Settled, "a third of what a nipple wants")
	log.LeftTyped = "5"
	require.NoError(t, write(w, r, torque.Torques.Says(log), nil))
	assert.True(t, port().Settled)

	// Set by its adaptor, it is no nipple at its torque, and the other way round.
	r.Bike.Facts.FrontPort = "push"
	assert.False(t, port().Settled, "torqued as what it is not")
	require.NoError(t, write(w, r, torque.Torques.Says(torque.Torque{Fastener: log.Fastener,
		Found: torque.FoundNotChecked, Set: true}), nil))
	assert.True(t, port().Settled)
	r.Bike.Facts.FrontPort = "nipple"
	assert.False(t, port().Settled, "nobody put a wrench to it")

	// Nor is it set by feel on a bike that is said to have none.
	r.Bike.Facts.FrontBrake, r.Bike.Facts.FrontPort, r.Bike.Facts.FrontFluid = "disc_cable", "none", "none"
	assert.Error(t, write(w, r, torque.Torques.Says(torque.Torque{Fastener: log.Fastener,
		Found: torque.FoundNotChecked, Set: true}), nil))
}
