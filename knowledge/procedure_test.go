package knowledge_test

import (
	"regexp"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/brake"
	"utensil/core/procedure"
	"utensil/knowledge"
)

func TestShippedProcedures(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	for _, id := range []string{"bleed-lever", "bleed-push", "bleed-two-syringe", "fluid-exchange",
		"free-pistons", "isolate", "lever-service",
		"pads-disc", "pads-rim",
		"rotor-clean", "contaminated", "squeal-lapping", "centre-caliper", "true-rotor",
		"reset-pistons", "bed-in", "balance-arms", "cable-brake",
		"drum", "hose-shorten"} {
		for _, end := range []string{"front", "rear"} {
			p, known := book.GuidedWork(id + "-" + end)
			require.True(t, known, "%s %s", id, end)
			signed := false
			for _, s := range p.Steps {
				signed = signed || s.Record != nil && s.Record.Sign == end+"_brake"
			}
			assert.True(t, signed, "%s ends with the brake test that release needs", p.ID)
		}
	}
	// Common practice, no published source: a brake filled from dry is looked at after a week.
	push, _ := book.GuidedWork("bleed-push-rear")
	dry := push.ComeBacksAfter(map[string]string{"start": "dry"}, brake.Mineral)
	require.Len(t, dry, 1)
	assert.Equal(t, 7, dry[0].Days)
	assert.Empty(t, push.ComeBacksAfter(map[string]string{"start": "soft"}, brake.Mineral))
	assert.Len(t, push.ComeBacksAfter(map[string]string{"start": "soft"}, brake.DOT), 1, "DOT by its age")
}

// TestEveryProcedureComesToItsEnd runs each through under every choice, as if all went well.
func TestEveryProcedureComesToItsEnd(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	for _, p := range book.Procedures {
		chosen := map[string]string{}
		for pick := range 3 {
			for _, c := range p.Choices {
				chosen[c.ID] = c.Options[min(pick, len(c.Options)-1)].ID
			}
			var marks []procedure.Mark
			for steps := 0; ; steps++ {
				s, err := p.At(chosen, marks)
				require.NoError(t, err, p.ID)
				if s.Now == len(p.Steps) {
					break
				}
				require.Empty(t, s.Held, "%s: %s", p.ID, p.Steps[s.Now].ID)
				require.Less(t, steps, 60, "%s goes round for ever", p.ID)
				m := procedure.Mark{Step: p.Steps[s.Now].ID}
				if o := p.Steps[s.Now].Outcomes; len(o) > 0 {
					m.Outcome = o[0].Say
				}
				marks = append(marks, m)
			}
		}
	}
}

func TestAProcedureOfTheShopIsCheckedFirst(t *testing.T) {
	file := func(steps string) error {
		_, err := knowledge.Layered(fstest.MapFS{"procedures/own.yaml": {Data: []byte("- id: wash\n" +
			"  name: Wash it\n  minutes: 5\n  caution: Mind the bearings.\n  source: ours\n" + steps)}})
		return err
	}
	require.NoError(t, file("  steps: [{id: a, do: Wash.}]\n"))
	assert.ErrorContains(t, file("  steps: [{id: a, do: Wash., outcomes: [{say: Clean, to: b}]}]\n"),
		"procedures/own.yaml:1: wash: step a: \"Clean\" leads to \"b\"")
	assert.ErrorContains(t, file("  steps: [{id: a, do: Wash., record: {point: moon}}]\n"), "no point")
	assert.ErrorContains(t, file("  steps: [{id: a, do: Wash., record: {air: lungs}}]\n"), "air is read of fork, shock")
	assert.ErrorContains(t, file("  steps: [{id: a, do: Sand., does: [front-friction-worked]}]\n"),
		"tell the rider to bed it in")
	assert.Error(t, file("  steps: [{id: a, du: Wash.}]\n"), "a typo")
}

// Every procedure that ships is proved when the book is loaded. Broken copies of them are refused,
// with the file, the line of the step and the way there.
func TestABrokenCopyOfAShippedProcedureIsRefused(t *testing.T) {
	for file, cases := range map[string][]struct{ from, to, says string }{
		"procedures/bleeding.yaml": {
			{`, closes: ["{end}-cup-on"]`, ``, "while there is still: cup on the front lever"},
			{`opens: ["{end}-cup-on"]`, `seconds: 5`, "needs: cup on the front lever"},
			{`opens: ["{end}-covered"]`, `seconds: 5`, "front pads out, or front pads and rotor covered"},
			{`opens: ["{end}-caliper-port-open"]`, `seconds: 5`, "needs: front caliper's port open"},
			{`record: {fastener: "{end}-bleed-screw"}`, `seconds: 5`, "not torqued since: front-bleed-screw"},
			{`closes: ["{end}-fluid-about"]`, `seconds: 5`, "while there is still: fluid about"},
		},
		"procedures/pistons.yaml": {
			{`opens: ["{end}-piston-out"]`, `seconds: 5`, "it ends “front lever's piston out”, which is not so"},
			{`, opens: ["{end}-stop-in"]`, `, seconds: 5`, "needs: stop between the front pistons"},
		},
		"procedures/friction.yaml": {
			{`does: ["{end}-flame"]`, `does: ["{end}-flame"], forbids: ["{end}-plain-rotor"]`, "must not be here"},
			{`opens: ["{end}-plain-rotor"]`, `why: "We flame them all."`, "needs: front rotor in one piece of steel"},
			{`, most: 2, then: wipe`, ``, "nothing bounds this loop"},
		},
		"procedures/tyres.yaml": {
			{`opens: ["{end}-searched"], outcomes: [{say: "Found, and out"`, `outcomes: [{say: "Found, and out"`,
				"front tyre searched for what made the hole"},
			{`closes: ["{end}-unhooked"]`, `see: "Hooked."`, "front rim brake unhooked"},
			{`do: "Valve nut off; the rest of the air out.", opens: ["{end}-air-out"]`,
				`do: "Valve nut off."`, "air out of the front tyre"},
			{`, record: {sign: rear_brake}`, ``,
				"step rear: \"It does not pass\" says that a test fails, and the step signs none"},
		},
		"procedures/suspension.yaml": {
			{`opens: [fork-aired]`, `seconds: 5`, "air out of the fork"},
			{`opens: [fork-empty], `, ``, "fork that stands out by itself, nothing held inside"},
			{`, closes: [fork-dry]`, ``, "while there is still: fork's lowers without oil"},
			{`opens: [shock-empty], `, ``, "shock that stands out by itself, nothing held inside"},
			{`closes: [fork-feet-loose], record: {fastener: fork-foot}`, `closes: [fork-feet-loose]`,
				"not torqued since: fork-foot"},
		},
		"procedures/wheels.yaml": {
			{`closes: ["{end}-hub-loose"], record: {fastener: "{end}-hub-locknut"}`, `closes: ["{end}-hub-loose"]`,
				"it torques front-quick-release while front-hub-locknut is loose: a bearing is set and locked before"},
			{`do: "Wheel into its slots; the reaction arm into its anchor, its bolt by fingers.", if: {brake: [hub]}}`,
				`do: "Wheel into its slots; the reaction arm to its anchor, torqued.", if: {brake: [hub]}, record: {fastener: "{end}-reaction-arm"}}`,
				"it torques front-reaction-arm while front-axle-nut is loose: the arm goes into its anchor by fingers"},
			{`closes: ["{end}-tape-off", "{end}-tyre-off"]`, `closes: ["{end}-tyre-off"]`,
				"while there is still: front rim's tape off"},
		},
	} {
		t.Run(file, func(t *testing.T) {
			for _, c := range cases {
				text := knowledge.Text(file)
				require.Contains(t, text, c.from, file)
				_, err := knowledge.Layered(knowledge.Texts{file: strings.Replace(text, c.from, c.to, 1)})
				if assert.ErrorContains(t, err, c.says, c.from) {
					assert.Regexp(t, regexp.QuoteMeta(file)+`:\d+: `, err.Error())
				}
			}
		})
	}
	// The line is that of the step, not of the procedure.
	own := "- id: wash\n  name: Wash it\n  minutes: 5\n  caution: Mind the bearings.\n  source: ours\n  " +
		"steps:\n    - {id: a, do: Wash.}\n  " +
		"  - {id: b, do: Dry., closes: [front-wheel-out]}\n"
	_, err := knowledge.Layered(knowledge.Texts{"procedures/own.yaml": own})
	assert.ErrorContains(t, err, "procedures/own.yaml:8: wash: step b: it ends “front wheel out”, which "+
		"is not so. The way there: Wash.")
}

// Common practice, no published source, in the shipped procedures themselves.
func TestWhatGuidedWorkMayNotDo(t *testing.T) {
	book := shipped(t)
	steps := func(id string) []string {
		p, known := book.GuidedWork(id)
		require.True(t, known, id)
		var ids []string
		for _, s := range p.Steps {
			ids = append(ids, s.ID)
		}
		return ids
	}
	before := func(procedure, first, then string) {
		t.Helper()
		ids := steps(procedure)
		a, b := slices.Index(ids, first), slices.Index(ids, then)
		assert.True(t, a >= 0 && b > a, "%s: %s comes before %s: %v", procedure, first, then, ids)
	}
	before("bleed-push-front", "cup", "home")
	before("fluid-exchange-rear", "cup", "syringe")
	before("lever-service-front", "piston", "blade")
	before("reset-pistons-rear", "pads-out", "part")
	before("squeal-lapping-front", "rotor-bolts", "coat")
	lever, _ := book.GuidedWork("bleed-lever-front")
	rest := lever.Steps[slices.IndexFunc(lever.Steps, func(s procedure.Step) bool { return s.ID == "rest" })]
	assert.Equal(t, map[string][]string{"family": {"mineral"}}, rest.If,
		"DOT fluid is not left in an open cup over night")
	service, _ := book.GuidedWork("lever-service-rear")
	assert.True(t, service.Pours(map[string]string{"fault": "slow"}))
	assert.False(t, service.Pours(map[string]string{"fault": "squeak"}))
	for _, p := range book.Procedures {
		for _, tool := range p.Tools {
			assert.NotContains(t, tool, "hose clamp", p.ID)
		}
	}
}
