package procedure_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"utensil/core/procedure"
)

// Common practice, no source: an arm that is torqued before the axle holds the wheel crooked.
func TestJointsAreTightenedInTheirOrder(t *testing.T) {
	orders := []procedure.Order{{First: []string{"nut"}, Then: []string{"arm"}, Why: "it pulls the axle crooked"}}
	for name, c := range map[string]struct {
		torqued, loose []string
		breaks         bool
	}{
		"arm first":             {[]string{"arm", "nut"}, []string{"arm", "nut"}, true},
		"arm alone":             {[]string{"arm"}, []string{"arm", "nut"}, true},
		"nut first":             {[]string{"nut", "arm"}, []string{"arm", "nut"}, false},
		"the nut never undone":  {[]string{"arm"}, []string{"arm"}, false},
		"nothing with an order": {[]string{"pin"}, []string{"pin", "nut"}, false},
	} {
		t.Run(name, func(t *testing.T) {
			rule := procedure.Breaks(orders, c.torqued, func(joint string) bool {
				return slices.Contains(c.loose, joint)
			})
			assert.Equal(t, c.breaks, rule != "", rule)
		})
	}
}

func TestAWayThatTorquesOutOfOrderIsRefused(t *testing.T) {
	book := procedure.StateBook{"wheel-out": {ID: "wheel-out", Name: "wheel out", Source: "s",
		Undoes: []string{"nut", "arm"}}}
	orders := []procedure.Order{{First: []string{"nut"}, Then: []string{"arm"}, Why: "it pulls the axle crooked"}}
	arm := procedure.Step{ID: "arm", Do: "Torque the arm.", Record: &procedure.Yield{Fastener: "arm"}}
	nut := procedure.Step{ID: "nut", Do: "Torque the nut.", Record: &procedure.Yield{Fastener: "nut"}}
	out := procedure.Step{ID: "out", Do: "Wheel out.", Opens: procedure.States{"wheel-out"}}
	in := procedure.Step{ID: "in", Do: "Wheel in.", Closes: procedure.States{"wheel-out"}}
	right := procedure.Procedure{Steps: []procedure.Step{out, in, nut, arm}}
	assert.NoError(t, right.Prove(book, orders...))
	wrong := procedure.Procedure{Steps: []procedure.Step{out, in, arm, nut}}
	assert.NoError(t, wrong.Prove(book))
	assert.ErrorContains(t, wrong.Prove(book, orders...),
		"step arm: it torques arm while nut is loose: it pulls the axle crooked")
}
