package workshop

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/wear"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/knowledge"
)

// stand is a bike on the stand with an assembly of it taken apart.
type tray struct {
	t  require.TestingT
	w  *Workshop
	r  *record.Record
	id record.ID
}

func takeApart(t require.TestingT, assembly string) *tray {
	require.NoError(t, bookErr)
	a, known := book.Assembly(assembly)
	require.True(t, known)
	i := slices.IndexFunc(book.Kinds, func(k knowledge.Kind) bool { return a.When.Holds(k.Facts) })
	require.GreaterOrEqual(t, i, 0, "no bike has it")
	w, r := desk(book.Kinds[i], "repair")
	require.NoError(t, write(w, r, apart.Begins.Says(apart.StripBegun{Assembly: assembly}), nil))
	return &tray{t, w, r, r.Entries[len(r.Entries)-1].ID}
}

func (s *tray) view() apart.Strip { return apart.Strips.Of(lay(s.w, s.r))[0] }

func (s *tray) part(id string) apart.PartView {
	for _, p := range s.view().Parts {
		if p.ID == id {
			return p
		}
	}
	require.Fail(s.t, "no such part", id)
	return apart.PartView{}
}

// off takes the part off as it is drawn, sound unless told otherwise.
func (s *tray) off(part string, change ...func(*apart.PartOff)) error {
	p := s.part(part)
	in := apart.PartOff{Strip: s.id, Part: part, Lay: apart.AsDrawn}
	if p.Asked != "" {
		in.Side = "inwards"
	}
	if len(p.Answers) > 0 {
		in.Felt = p.Answers[0].Word
	}
	for _, c := range change {
		c(&in)
	}
	return write(s.w, s.r, apart.Offs.Says(in), nil)
}

func (s *tray) on(in apart.PartOn) error {
	in.Strip = s.id
	return write(s.w, s.r, apart.Ons.Says(in), nil)
}

func (s *tray) allOff() {
	for next := s.view().Next; next != ""; next = s.view().Next {
		require.NoError(s.t, s.off(next))
	}
}

func obstacle(w *Workshop, r *record.Record, place record.Place) (found *record.Obstacle) {
	for _, o := range w.leaving(lay(w, r)) {
		if o.Place == place {
			return &o
		}
	}
	return nil
}

func TestAHeadsetComesApartAndGoesBack(t *testing.T) {
	s := takeApart(t, "headset-threadless")
	assert.Nil(t, obstacle(s.w, s.r, "strip"), "nothing is off yet")
	require.ErrorContains(t, s.off("lower-bearing"), "First take off: fork")
	s.allOff()
	v := s.view()
	assert.Equal(t, []any{9, 9, "lower-bearing"}, []any{v.Loose, v.OffBike, v.Tray[8]})
	o := obstacle(s.w, s.r, "strip")
	require.NotNil(t, o)
	assert.Equal(t, "9 parts off the bike: headset, stem clamped round the steerer", o.Title)
	assert.Equal(t, "9 on the tray, 6 to be laid with what belongs on it, 2 to be looked at in place", o.Detail)

	require.ErrorContains(t, s.on(apart.PartOn{Part: "stem", Laid: true}), "First put back: spacers")
	require.ErrorContains(t, s.on(apart.PartOn{Part: "lower-bearing"}), "First thin grease, a thin film on both seats")
	for back := s.view().Back; back != ""; back = s.view().Back {
		require.NoError(t, s.on(apart.PartOn{Part: back, Laid: true}))
	}
	o = obstacle(s.w, s.r, "strip")
	require.NotNil(t, o, "nobody has looked at the seats")
	for _, seat := range []string{"head-tube", "crown-race"} {
		require.NoError(t, write(s.w, s.r, apart.Looks.Says(apart.PartLook{Strip: s.id, Part: seat,
			Felt: "sound"}), nil))
	}
	assert.Nil(t, obstacle(s.w, s.r, "strip"))
	assert.True(t, s.view().Done)
	open := map[string]bool{}
	for _, b := range torque.Unsettled(torque.Bolts.Of(lay(s.w, s.r))) {
		open[b.Fastener] = true
	}
	for _, bolt := range []string{"top-cap", "steerer-clamp", "front-caliper"} {
		assert.True(t, open[bolt], "%s was undone: it is torqued before the bike leaves", bolt)
	}
}

func TestABoltIsTorquedAfterItsPartWentBack(t *testing.T) {
	s := takeApart(t, "crank-pinch")
	s.allOff()
	set := func() {
		require.NoError(t, write(s.w, s.r, torque.Torques.Says(torque.Torque{Fastener: "crank-preload",
			Found:     torque.FoundNotChecked,
			LeftTyped: "1", Set: true}), nil))
	}
	settled := func() bool {
		for _, b := range torque.Bolts.Of(lay(s.w, s.r)) {
			if b.Fastener == "crank-preload" {
				return b.Settled
			}
		}
		return false
	}
	set()
	for back := s.view().Back; back != ""; back = s.view().Back {
		require.NoError(t, s.on(apart.PartOn{Part: back, Laid: true}))
	}
	assert.False(t, settled(), "it was torqued while the arm lay on the tray")
	set()
	assert.True(t, settled())
}

func TestWhatIsFoundInTheHandIsAFinding(t *testing.T) {
	s := takeApart(t, "bracket-cups")
	require.NoError(t, s.off("right-seal", func(o *apart.PartOff) { o.Lay = apart.Wrong }))
	require.NoError(t, s.off("right-cup", func(o *apart.PartOff) { o.Felt = "gravelly" }))
	require.NoError(t, write(s.w, s.r, apart.Extras.Says(apart.PartExtra{Strip: s.id,
		Under: "right-cup", Name: "Spacer 2.5 mm"}), nil))
	told := func() map[string]findings.FindingView {
		out := map[string]findings.FindingView{}
		for _, f := range findings.All.Of(lay(s.w, s.r)) {
			out[f.Title] = f
		}
		return out
	}
	f := told()["Bottom bracket: right cup, gravelly"]
	assert.Equal(t, wear.Due, f.Mark)
	assert.Equal(t, findings.FindingOpen, f.Status)
	require.NotEmpty(t, f.Suggested)
	assert.Equal(t, "bottom-bracket", f.Suggested[0].Operation)
	seal := told()["Bottom bracket: right seal, found the wrong way round"]
	assert.Equal(t, wear.Watch, seal.Mark)
	assert.Contains(t, seal.Reason, "look at the clearance to the stay")
	assert.Contains(t, told(), "Bottom bracket, screwed cups outside the shell: spacer 2.5 mm found, "+
		"which is not in the picture")

	require.ErrorContains(t, s.on(apart.PartOn{Part: "right-cup", Laid: true}),
		"Fit a new one, or write down why this one goes back")
	require.ErrorContains(t, s.on(apart.PartOn{Part: "right-cup", Laid: true, Renewed: true}),
		"Say what was fitted first")
	require.NoError(t, write(s.w, s.r, putting("bottom-bracket", nil), nil))
	require.NoError(t, s.on(apart.PartOn{Part: "right-cup", Laid: true, Renewed: true}))
	assert.Equal(t, findings.FindingDone, told()["Bottom bracket: right cup, gravelly"].Status)
	require.NoError(t, s.on(apart.PartOn{Part: "right-seal", Laid: true}))
	assert.Equal(t, findings.FindingDone, told()["Bottom bracket: right seal, found the wrong way round"].Status)
}

func TestWhatIsUnsafeDoesNotGoBack(t *testing.T) {
	s := takeApart(t, "headset-threadless")
	require.NoError(t, s.off("top-cap-bolt"))
	require.NoError(t, s.off("top-cap"))
	require.NoError(t, s.off("stem", func(o *apart.PartOff) { o.Felt = "cracked" }))
	require.ErrorContains(t, s.on(apart.PartOn{Part: "stem", Laid: true,
		Note: "the owner is in a hurry"}), "does not go back on a bike")
	found := findings.All.Of(lay(s.w, s.r))[0]
	assert.Equal(t, wear.Unsafe, found.Mark)
	assert.Equal(t, knowledge.Replace, found.Suggested[0].How, "renewed, not put right on the spot for nothing")
}

func TestBadInputAtTheTray(t *testing.T) {
	s := takeApart(t, "headset-threadless")
	require.NoError(t, s.off("top-cap-bolt"))
	require.NoError(t, s.off("top-cap"))
	says := func(c record.Content) error { return write(s.w, s.r, c, nil) }
	wash := func(parts ...string) error {
		return says(apart.Washes.Says(apart.PartWashed{Strip: s.id, How: "washer", Parts: parts}))
	}
	for why, err := range map[string]error{
		"is off already": s.off("top-cap"),
		"has no such part": says(apart.Offs.Says(apart.PartOff{Strip: s.id, Part: "wing",
			Lay: apart.AsDrawn})),
		"How is it in the hand":         s.off("stem", func(o *apart.PartOff) { o.Felt = "" }),
		"as drawn, the wrong way round": s.off("stem", func(o *apart.PartOff) { o.Lay = "askew" }),
		"stays where it is": says(apart.Offs.Says(apart.PartOff{Strip: s.id,
			Part: "head-tube", Lay: apart.AsDrawn})),
		"is looked at when it comes off": says(apart.Looks.Says(apart.PartLook{Strip: s.id,
			Part: "stem", Felt: "sound"})),
		"is not on the tray":          wash("stem"),
		"washed by hand with soap":    wash("top-cap"),
		"Say which parts were washed": wash(),
		"under which part": says(apart.Extras.Says(apart.PartExtra{Strip: s.id,
			Name: "shim", Under: "head-tube"})),
		"what was found":      says(apart.Extras.Says(apart.PartExtra{Strip: s.id, Name: " "})),
		"That was taken back": says(apart.Ons.Says(apart.PartOn{Strip: record.NewID(), Part: "stem"})),
	} {
		t.Run(why, func(t *testing.T) { assert.ErrorContains(t, err, why) })
	}
	require.ErrorContains(t, says(apart.Begins.Says(apart.StripBegun{Assembly: "headset-threadless"})),
		"Go on with that one")
	require.ErrorContains(t, says(apart.Begins.Says(apart.StripBegun{Assembly: "headset-quill"})), "no such assembly")
	require.ErrorContains(t, says(apart.Begins.Says(apart.StripBegun{Name: "Lamp",
		Parts: []string{"screw", "Screw"}})), "stands twice")
	require.ErrorContains(t, says(apart.Begins.Says(apart.StripBegun{Name: "Lamp"})), "Type its parts")
	first := s.r.Entries[1].ID
	require.ErrorContains(t, write(s.w, s.r, record.Withdrawals.Says(record.Withdrawn{}), &first),
		"Take back the last of them first")
	require.ErrorContains(t, write(s.w, s.r, record.Withdrawals.Says(record.Withdrawn{}), &s.id),
		"Parts of it are on the tray")
}

// Whatever is moved in whatever order, as far as it is allowed: what is on the tray stands before the
// door, and what is done has nothing on it.
func TestNothingStaysOnTheTray(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := takeApart(t, rapid.SampledFrom([]string{"headset-threadless", "cassette",
			"front-caliper-pads"}).Draw(t, "assembly"))
		for range rapid.IntRange(1, 25).Draw(t, "moves") {
			p := rapid.SampledFrom(s.view().Parts).Draw(t, "part")
			if rapid.Bool().Draw(t, "off") {
				_ = s.off(p.ID, func(o *apart.PartOff) {
					o.Lay = rapid.SampledFrom([]apart.Lying{apart.AsDrawn, apart.Wrong, apart.Absent}).Draw(t, "lay")
				})
			} else {
				note := rapid.SampledFrom([]string{"", "as it was"}).Draw(t, "note")
				_ = s.on(apart.PartOn{Part: p.ID, Laid: rapid.Bool().Draw(t, "laid"), Note: note})
			}
		}
		v, tray := s.view(), 0
		for _, p := range v.Parts {
			if p.State == apart.OnTray {
				tray++
			}
		}
		assert.Equal(t, tray, v.OffBike)
		assert.Equal(t, tray > 0, v.Back != "", "whatever lies on the tray has a way back")
		if tray > 0 {
			assert.NotNil(t, obstacle(s.w, s.r, "strip"))
			assert.False(t, v.Done)
		}
	})
}

func TestTheMapOfWhatIsOiled(t *testing.T) {
	require.NoError(t, bookErr)
	w, r := discBike(t)
	oiled := func(id string) bool {
		for _, o := range apart.OilMap(lay(w, r)) {
			if o.ID == id {
				return o.Entry != nil
			}
		}
		require.Fail(t, "it is not on the map", id)
		return false
	}
	assert.False(t, oiled("chain"))
	require.NoError(t, write(w, r, apart.Oilings.Says(apart.Oiled{What: "chain"}), nil))
	assert.True(t, oiled("chain"))
	require.ErrorContains(t, write(w, r, apart.Oilings.Says(apart.Oiled{What: "front-arms"}), nil),
		"nothing there to oil")
}

// An extra spacer need not go back to empty the tray; what belongs there is not left off.
func TestWhatDoesNotBelongStaysOff(t *testing.T) {
	s := takeApart(t, "crank-pinch")
	require.NoError(t, s.off("preload-cap"))
	require.NoError(t, write(s.w, s.r, apart.Extras.Says(apart.PartExtra{Strip: s.id,
		Under: "preload-cap", Name: "Shim"}), nil))
	shim := string(s.r.Entries[len(s.r.Entries)-1].ID)
	require.NoError(t, s.off(shim))
	require.ErrorContains(t, s.on(apart.PartOn{Part: shim, Out: true}), "why it stays off")
	require.NoError(t, s.on(apart.PartOn{Part: shim, Out: true, Note: "it held the arm off; thrown away"}))
	assert.Equal(t, apart.NotThere, s.part(shim).State)
	require.ErrorContains(t, s.on(apart.PartOn{Part: "preload-cap", Out: true, Note: "lost"}), "belongs there")
	require.NoError(t, s.on(apart.PartOn{Part: "preload-cap", Laid: true}))
	assert.Equal(t, 0, s.view().OffBike)

	last := s.r.Entries[1].ID
	over := apart.Offs.Says(apart.PartOff{Strip: s.id, Part: "preload-cap", Lay: apart.AsDrawn})
	require.ErrorContains(t, write(s.w, s.r, over, &last), "take back the last of it, and write it anew")
}

// A brake that was tested and then had its hose hanging from a loose bar is tested again.
func TestWhatWasTakenApartIsTriedAgain(t *testing.T) {
	s := takeApart(t, "headset-threadless")
	require.NoError(t, write(s.w, s.r, trial.Signs.Says(trial.Sign{What: trial.SignFrontBrake, Passed: true}), nil))
	stale := func() bool { return trial.Tests.Of(lay(s.w, s.r))[0].Stale }
	assert.False(t, stale())
	require.NoError(t, s.off("top-cap-bolt"))
	assert.True(t, stale())
}

// Geared hubs, drums, coaster brakes and motors are not opened as plain hubs, nor is a motor's axle as a
// bottom bracket (common practice, no published source); a pad with oil in it does not go back.
func TestWhatIsNotOpenedSo(t *testing.T) {
	require.NoError(t, bookErr)
	has := func(kind, assembly string) bool {
		i := slices.IndexFunc(book.Kinds, func(k knowledge.Kind) bool { return k.ID == kind })
		require.GreaterOrEqual(t, i, 0, kind)
		return slices.ContainsFunc(book.AssembliesOn(book.Kinds[i].Facts),
			func(a knowledge.Assembly) bool { return a.ID == assembly })
	}
	for _, c := range []struct {
		kind, assembly string
		opens          bool
	}{{"roadster", "rear-hub-cones", false}, {"roadster", "front-hub-cones", false}, {"child", "rear-hub-cones", false},
		{"electric_city", "bracket-unit", false}, {"electric_trail", "bracket-unit", false},
		{"cargo", "headset-threadless", false},
		{"randonneur", "rear-hub-cones", true}, {"commuter", "bracket-cups", true},
		{"roadster", "headset-quill", true}} {
		assert.Equal(t, c.opens, has(c.kind, c.assembly), "%s of a %s", c.assembly, c.kind)
	}
	s := takeApart(t, "front-caliper-pads")
	for _, part := range []string{"clip", "pin"} {
		require.NoError(t, s.off(part))
	}
	require.NoError(t, s.off("outer-pad", func(o *apart.PartOff) { o.Felt = "oily" }))
	require.ErrorContains(t, s.on(apart.PartOn{Part: "outer-pad", Laid: true, Note: "wiped"}),
		"does not go back on a bike")
}

// Bearings come in pairs: the second one of an assembly is written down like the first.
func TestEachBearingIsRenewedOnItsOwn(t *testing.T) {
	w, r := desk(commuter(), "repair")
	for range 2 {
		require.NoError(t, write(w, r, parts.Puttings.Says(parts.Putting{Place: "front-hub",
			Grade: "new", From: "stock", Why: "worn",
			Became: "scrap"}), nil))
	}
	assert.ErrorContains(t, func() error {
		one := parts.Putting{Place: "saddle", Grade: "new", From: "stock"}
		require.NoError(t, write(w, r, parts.Puttings.Says(one), nil))
		return write(w, r, parts.Puttings.Says(one), nil)
	}(), "take that off first")
}

// What was out of the way is torqued again, also when something was only looked at in its place.
func TestWhatWasOutOfTheWayIsTorquedAgain(t *testing.T) {
	s := takeApart(t, "front-caliper-pads")
	undone := func() []string { return record.Undone(lay(s.w, s.r)) }
	assert.Empty(t, undone(), "begun, and nothing done")
	require.NoError(t, write(s.w, s.r, apart.Looks.Says(apart.PartLook{Strip: s.id,
		Part: "outer-piston", Felt: "sound"}), nil))
	assert.Subset(t, undone(), []string{"front-axle-through", "front-quick-release", "front-axle-nut"},
		"the wheel was out for a look")
	assert.NotContains(t, undone(), "front-pad-pin")
	require.NoError(t, s.off("clip"))
	require.NoError(t, s.off("pin"))
	assert.Contains(t, undone(), "front-pad-pin")
	s = takeApart(t, "bracket-cups")
	require.NoError(t, s.off("right-seal"))
	assert.Subset(t, undone(), []string{"crank-pinch", "crank-preload"}, "the cranks were off for it")
}
