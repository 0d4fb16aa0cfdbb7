package riding_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"utensil/knowledge/riding"
)

func TestAContactThatCannotBeIsRefused(t *testing.T) {
	good := riding.Contact{ID: "saddle-tilt", Name: "Saddle tilt", Draws: "tilt", Unit: "°", Signed: true,
		From: -20, To: 20, Within: 0.75, How: "A level along it", Lay: "along it", Joints: []string{"saddle-clamp"},
		Source: "common practice, no published source"}
	assert.NoError(t, good.Validate())
	for says, spoil := range map[string]func(*riding.Contact){
		"has a source":        func(c *riding.Contact) { c.Source = "" },
		"mm, ° or turns":      func(c *riding.Contact) { c.Unit = "N·m" },
		"nothing is drawn":    func(c *riding.Contact) { c.Draws = "bell" },
		"either side of zero": func(c *riding.Contact) { c.From = -5 },
		"put back within":     func(c *riding.Contact) { c.Within = 0 },
		"tells an angle":      func(c *riding.Contact) { c.Unit = "mm" },
		"one of these":        func(c *riding.Contact) { c.Joints = nil },
	} {
		bad := good
		spoil(&bad)
		assert.ErrorContains(t, bad.Validate(), says)
	}
	gone := riding.Held([]riding.Contact{good}, func(string) bool { return false })
	assert.ErrorContains(t, gone, `nothing is called the fastener "saddle-clamp"`)
}
