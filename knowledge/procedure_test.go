package knowledge_test

import (
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
	for _, id := range []string{"bleed-lever", "bleed-push", "bleed-two-syringe", "fluid-exchange", "free-pistons", "isolate", "lever-service", "pads-disc", "pads-rim",
		"rotor-clean", "contaminated", "squeal-lapping", "centre-caliper", "true-rotor", "reset-pistons", "bed-in", "balance-arms", "cable-brake", "drum", "hose-shorten"} {
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
		_, err := knowledge.Layered(fstest.MapFS{"procedures/own.yaml": {Data: []byte("- id: wash\n  name: Wash it\n  minutes: 5\n  caution: Mind the bearings.\n  source: ours\n" + steps)}})
		return err
	}
	require.NoError(t, file("  steps: [{id: a, do: Wash.}]\n"))
	assert.ErrorContains(t, file("  steps: [{id: a, do: Wash., outcomes: [{say: Clean, to: b}]}]\n"), "procedures/own.yaml:1: wash: step a: \"Clean\" leads to \"b\"")
	assert.ErrorContains(t, file("  steps: [{id: a, do: Wash., record: {point: moon}}]\n"), "no point")
	assert.Error(t, file("  steps: [{id: a, du: Wash.}]\n"), "a typo")
}
