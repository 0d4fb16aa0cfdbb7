package procedure_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/procedure"
)

// Common practice, no source: what was loosened is torqued before it is ridden, also when only a
// sentence loosened it.
func TestNoJointIsLoosenedInWordsOnly(t *testing.T) {
	book := procedure.StateBook{"lever-turned": {ID: "lever-turned", Undoes: []string{"lever-clamp"}},
		"cup-on":   {ID: "cup-on"},
		"bar-bare": {ID: "bar-bare", Brings: []string{"lever-turned"}}}
	for name, c := range map[string]struct {
		step  procedure.Step
		fault string
	}{
		"in words only": {procedure.Step{Do: "Loosen the clamp and turn the lever level."},
			"“Loosen” and no fastener of it is loose"},
		"a state of no joint": {procedure.Step{Do: "Unscrew it.", Opens: procedure.States{"cup-on"}},
			"“Unscrew” and no fastener"},
		"by its state":        {procedure.Step{Do: "Loosen the clamp.", Opens: procedure.States{"lever-turned"}}, ""},
		"by what that brings": {procedure.Step{Do: "Loosen the clamp.", Opens: procedure.States{"bar-bare"}}, ""},
		"by itself":           {procedure.Step{Do: "Undo the clamp.", Undoes: []string{"lever-clamp"}}, ""},
		"named as none":       {procedure.Step{Do: "Undo the strap.", Stays: "a strap is no joint"}, ""},
		"taken off": {procedure.Step{Do: "Bolts out, then the arm."},
			"“Bolts out” and nothing is said to be off"},
		"drawn out":      {procedure.Step{Do: "Draw the axle's end out."}, "nothing is said to be off"},
		"said to be off": {procedure.Step{Do: "Cup off.", Closes: procedure.States{"cup-on"}}, ""},
		"denied": {procedure.Step{Do: "Look along it. The caliper is never taken off, its " +
			"bolts not loosened."}, ""},
		"a denial before it":  {procedure.Step{Do: "Nobody pulls the lever. Loosen the clamp."}, "“Loosen”"},
		"nothing of the kind": {procedure.Step{Do: "Screw it home and look at it from behind."}, ""},
	} {
		t.Run(name, func(t *testing.T) {
			c.step.ID = "turn"
			breaches := procedure.Procedure{Steps: []procedure.Step{c.step}}.Loosens(book)
			if c.fault == "" {
				assert.Empty(t, breaches)
				return
			}
			require.Len(t, breaches, 1)
			assert.ErrorContains(t, breaches[0], c.fault)
			assert.Equal(t, "turn", breaches[0].Step)
		})
	}
}
