package knowledge_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/knowledge"
)

// FMVSS 116 tests DOT fluids against rubber that petroleum swells (value from memory); common
// practice for the rest: beside a lever that fluid works goes silicone grease, in a tune and when
// it is apart.
func TestNothingOfPetroleumGoesNearSeals(t *testing.T) {
	book := shipped(t)
	levers := 0
	for _, o := range book.Oilings {
		hydraulic := bike.Facts{FrontBrake: "disc_hydraulic", RearBrake: "rim_hydraulic"}
		if strings.HasSuffix(o.At, "-lever") && o.ID != "adjusters" && o.When.Holds(hydraulic) {
			levers++
			assert.Equal(t, "silicone", o.With, o.ID)
		}
	}
	assert.Equal(t, 2, levers)
	for name, c := range map[string]struct{ file, from, to string }{
		"in a tune": {"oiling.yaml", "at: front-lever, when: {front_brake: [disc_hydraulic, " +
			"rim_hydraulic]}, with: silicone",
			"at: front-lever, when: {front_brake: [disc_hydraulic, rim_hydraulic]}, with: oil"},
		"apart": {"assemblies/brakes.yaml", "{with: silicone, where: thin all over",
			"{with: grease, where: thin all over"},
	} {
		t.Run(name, func(t *testing.T) {
			text := knowledge.Text(c.file)
			require.Contains(t, text, c.from)
			_, err := knowledge.Layered(knowledge.Texts{c.file: strings.Replace(text, c.from, c.to, 1)})
			assert.ErrorContains(t, err, "swells the seals of DOT fluid")
			assert.ErrorContains(t, err, c.file+":")
		})
	}
}
