package knowledge

import (
	"fmt"
	"io/fs"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
)

// broken is what our own layer is refused for, with a piece of one of its files changed.
func broken(t *testing.T, file, from, to string) error {
	t.Helper()
	layer := fstest.MapFS{}
	require.NoError(t, fs.WalkDir(shipped, ".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() {
			return err
		}
		text, err := fs.ReadFile(shipped, path)
		layer[path] = &fstest.MapFile{Data: text}
		return err
	}))
	text := string(layer[file].Data)
	require.Contains(t, text, from)
	layer[file].Data = []byte(strings.Replace(text, from, to, 1))
	says, _, err := speechOf(nil)
	require.NoError(t, err)
	d, err := readWith(layer, says)
	if err != nil {
		return err
	}
	return d.heeds()
}

// What is proved of our own guided work on load, each by a copy with one fault, named by file and line.
func TestABrokenCopyOfOursIsRefused(t *testing.T) {
	for name, c := range map[string]struct{ file, from, to, says string }{
		"a joint loosened in words only": {"procedures/bleeding.yaml", `opens: ["{end}-lever-turned"]}`,
			`opens: ["{end}-covered"]}`,
			"bleed-lever-front: step turn: its text says “Loosen” and no fastener"},
		"a thing called something else": {"procedures/gears.yaml",
			`do: "Smallest sprocket, smallest ring."`, `do: "Half a click down."`,
			"“half a click” is not written: trim click"},
		"damage seen in a hunt that leads nowhere": {"faults/frame.yaml",
			`, finds: {title: "Wheel: its axle bent or broken", mark: unsafe, why: "The wheel can leave the frame."}}`, `}`,
			`wobble: axle: "Bent or broken" names damage, and leads to nothing`},
		"a look that loosens in words only": {"faults/frame.yaml", `      undoes: [steerer-clamp, top-cap, headset-locknut]
`, ``, `front-knock: preload: its text says “Loosen” and no joint of it is loose then`},
		"what is unsafe forgotten": {"faults/brakes.yaml", `loose: ["{end}-caliper"], `, ``,
			`noise-front: spanner: "The mount turns" speaks for “Caliper or its mount loose”, which is unsafe, and leads to nothing`},
		"damage that leads nowhere": {"procedures/drive.yaml", `{say: "None hops"}`, `{say: "One is cracked"}`,
			`chain: step stiff: "One is cracked" names damage, and leads to nothing`},
	} {
		t.Run(name, func(t *testing.T) {
			err := broken(t, c.file, c.from, c.to)
			require.Error(t, err)
			assert.Regexp(t, `^`+c.file+`:\d+: `, err.Error())
			assert.ErrorContains(t, err, c.says)
		})
	}
}

func TestARunThatComesToAJointTooEarlyIsRefused(t *testing.T) {
	own := func(first string) error {
		_, err := Layered(fstest.MapFS{"orders.yaml": {Data: []byte("- {id: own, first: [" + first +
			"], then: [steerer-clamp], why: so, source: ours}")}})
		return err
	}
	require.ErrorContains(t, own("seatpost-clamp"),
		"runs.yaml:3: front-to-back: it comes to steerer-clamp before seatpost-clamp: so")
	require.ErrorContains(t, own("wing-nut"), `orders.yaml:1: own: there is no fastener "wing-nut"`)
}

// Common practice, no source: what has to be off for a piece of work is torqued after it, whether
// or not a guide led it.
func TestWorkAsksForAllThatItLoosens(t *testing.T) {
	book, err := Shipped()
	require.NoError(t, err)
	bikeOf := func(kind string, change func(*bike.Facts)) bike.Facts {
		i := slices.IndexFunc(book.Kinds, func(k Kind) bool { return k.ID == kind })
		f := book.Kinds[i].Facts
		if change != nil {
			change(&f)
		}
		return f
	}
	drum := func(f *bike.Facts) { f.FrontBrake, f.FrontAxle = "drum", "nuts" }
	linear := func(f *bike.Facts) { *f = f.With("front_brake", "rim_linear") }
	for name, c := range map[string]struct {
		facts     bike.Facts
		operation string
		asked     []string
		not       []string
	}{
		"a chain on a hub gear": {bikeOf("roadster", nil), "replace-chain",
			[]string{"rear-axle-nut", "chain-tug", "rear-reaction-arm"}, nil},
		"a chain on a mech": {bikeOf("commuter", nil), "replace-chain", nil,
			[]string{"rear-axle-nut", "chain-tug"}},
		"a tube beside a drum": {bikeOf("roadster", drum), "tube-front",
			[]string{"front-axle-nut", "front-reaction-arm", "front-cable-clamp"}, []string{"front-arm"}},
		"headset bearings beside a disc": {bikeOf("commuter", nil), "headset-bearings",
			[]string{"steerer-clamp", "top-cap", "front-caliper", "front-quick-release"},
			[]string{"front-arm", "front-caliper-adapter"}},
		"a fork with rim arms": {bikeOf("commuter", linear), "replace-fork",
			[]string{"steerer-clamp", "front-arm", "front-cable-clamp"}, []string{"front-caliper"}},
		"a rear wheel with a cassette": {bikeOf("commuter", nil), "wheel-rear",
			[]string{"cassette-lockring"}, []string{"sprocket-ring"}},
		"pads of a cable disc": {bikeOf("commuter",
			func(f *bike.Facts) { *f = f.With("front_brake", "disc_cable") }), "pads-disc-front",
			[]string{"front-cable-clamp", "front-disc-adjuster"}, nil},
	} {
		t.Run(name, func(t *testing.T) {
			var asked []string
			for _, f := range book.FastenersFor(c.facts, "repair", []string{c.operation}, nil) {
				asked = append(asked, f.ID)
			}
			assert.Subset(t, asked, c.asked)
			for _, id := range c.not {
				assert.NotContains(t, asked, id)
			}
		})
	}
}

func TestWorkThatForgetsAJointIsRefused(t *testing.T) {
	short := strings.Replace(Text("operations.yaml"),
		"touches: [rear-axle-through, rear-quick-release, rear-axle-nut]}", "touches: []}", 1)
	_, err := Layered(Texts{"operations.yaml": short})
	require.ErrorContains(t, err, "chain: it always loosens rear-axle-nut, and replace-chain does not "+
		"ask for its torque")
	require.ErrorContains(t, err, "procedures/drive.yaml:2")
	_, err = Layered(Texts{"hangs.yaml": "- {id: own, of: [wing-nut], also: [chain-tug], why: so, source: ours}"})
	require.ErrorContains(t, err, `hangs.yaml:1: own: there is no fastener "wing-nut"`)
}

func TestAJointThatDoesNotNameItsBrakeIsRefused(t *testing.T) {
	_, err := Layered(Texts{"fasteners/wheels.yaml": strings.Replace(Text("fasteners/wheels.yaml"),
		"- id: front-axle-through\n  brakes: [front]", "- id: front-axle-through", 1)})
	require.ErrorContains(t, err,
		`front-wheel-out: disturbs front_brake by undoing "front-axle-through", which does not name it`)
}

func TestWorkThatDoesNotFitItsBikeIsRefused(t *testing.T) {
	for name, c := range map[string]struct{ file, from, to, says string }{
		"a cause with work for other bikes": {"faults/brakes.yaml",
			`minutes: 4, when: {"{end}_brake": [rim_linear]}, operation: "balance`,
			`minutes: 4, operation: "balance`,
			"rim-rub-front: balance is put right by balance-arms-front, which is not for a bike with " +
				"front brake rim caliper"},
		"a point that is not there": {"procedures/friction.yaml", `record: {point: "{end}-rim-pads"}}`,
			`record: {point: "{end}-pads"}}`,
			"pads-rim-front: step measure: it reads front-pads, which is not for a bike with front brake rim linear"},
		"a finding with work for other bikes": {"procedures/friction.yaml", "work: wheel-front}}]}",
			"work: brake-maker-front}}]}",
			"is put right by brake-maker-front, which is not for a bike with front brake drum"},
		"a check at a point that is not there": {"faults/gears.yaml", `      when: {drive: [chain]}
      minutes:`, `      minutes:`, "gears-skip: gauge is read at chain, which a bike with drive other does not have"},
	} {
		t.Run(name, func(t *testing.T) {
			require.Contains(t, Text(c.file), c.from)
			_, err := Layered(Texts{c.file: strings.Replace(Text(c.file), c.from, c.to, 1)})
			require.ErrorContains(t, err, c.says)
			assert.ErrorContains(t, err, c.file+":")
		})
	}
}

// What follows from taking a wheel out on some bikes is proved of every guide that does: a hub
// gear's cable is unhooked and hung in again, an axle in slots is tensioned anew, whatever the
// guide is about.
func TestAWheelOutOfSlotsIsMoreThanAWheelOut(t *testing.T) {
	text := Text("passages.yaml")
	for what, c := range map[string]struct{ from, to, says string }{
		"and never hung in again": {`, closes: [gear-unhooked]`, ``, "hub gear's cable unhooked"},
		"an axle that is not torqued": {`record: {fasteners: [rear-axle-through, rear-quick-release, rear-axle-nut]}`,
			`tools: [a hand]`,
			"it torques chain-tug while rear-axle-nut is loose"},
		"two main steps": {`{id: drawn-back, do`, `{do`, "one step of a passage is its main one"},
	} {
		t.Run(what, func(t *testing.T) {
			require.Contains(t, text, c.from)
			_, err := Layered(Texts{"passages.yaml": strings.Replace(text, c.from, c.to, 1)})
			assert.ErrorContains(t, err, c.says)
		})
	}
	own := "- id: look\n  name: Look\n  minutes: 5\n  caution: Mind it.\n  source: ours\n%s  steps: " +
		"[{id: a, do: Take it out., opens: [rear-wheel-out%s]}, {id: b, do: Home., closes: [rear-wheel-out%s], " +
		"record: {fasteners: [rear-axle-through, rear-quick-release, rear-axle-nut, chain-tug]}}, " +
		"{id: t, do: Try., record: {sign: rear_brake}, outcomes: [{say: It passes}, {say: It fails, fails: true}]}]\n"
	for says, text := range map[string]string{
		"on a bike with gears hub: step a: “rear wheel out” needs: hub gear's cable": fmt.Sprintf(own, "", "", ""),
		"on a bike with gears single or fixed: step a: “rear wheel out” needs: rear": fmt.Sprintf(own,
			"  when: {gears: [cable, single]}\n", "", ""),
		"": fmt.Sprintf(own, "  when: {gears: [single]}\n", ", rear-axle-loose", ", rear-axle-loose"),
	} {
		t.Run(says, func(t *testing.T) {
			_, err := Layered(Texts{"procedures/own.yaml": text})
			if says == "" {
				assert.NoError(t, err)
				return
			}
			assert.ErrorContains(t, err, says)
		})
	}
	book, err := Layered()
	require.NoError(t, err)
	for _, id := range []string{"tube-rear", "turn-tyre-rear", "tubeless-rear", "true-rear",
		"spoke-rear", "hub-set-rear", "pads-disc-rear"} {
		p, known := book.GuidedWork(id)
		require.True(t, known, id)
		steps := map[string]bool{}
		for _, s := range p.Steps {
			steps[s.ID] = true
		}
		assert.True(t, steps["gear-off"] && steps["drawn-back"] && steps["tugs"] && steps["gear-back"], id)
	}
}
