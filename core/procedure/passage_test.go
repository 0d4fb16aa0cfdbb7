package procedure

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestAPassageIsOpenedOutWhereItIsUsed(t *testing.T) {
	out := Passage{ID: "out", Choices: []Choice{{ID: "gears", Fact: "gears",
		Options: []Option{{ID: "hub"}, {ID: "mech"}}}},
		Steps: []Step{{ID: "unhook", Do: "Unhook it.", If: map[string][]string{"gears": {"hub"}}}, {Do: "Wheel out."}}}
	work := Procedure{Choices: []Choice{{ID: "held", Options: []Option{{ID: "axle"}, {ID: "bolt"}}}}, Steps: []Step{
		{ID: "look", Do: "Look."},
		{ID: "wheel", Use: "out", Gate: []string{"look"}, If: map[string][]string{"held": {"axle"}}},
		{ID: "try", Do: "Try.", Gate: []string{"wheel"}, Outcomes: []Outcome{{Say: "Good"},
			{Say: "Again", To: "wheel", Most: 2, Then: "wheel"}}}}}
	is, err := work.With(map[string]Passage{"out": out})
	require.NoError(t, err)
	var ids []string
	for _, s := range is.Steps {
		ids = append(ids, s.ID)
	}
	assert.Equal(t, []string{"look", "unhook", "wheel", "try"}, ids)
	assert.Equal(t, map[string][]string{"held": {"axle"}, "gears": {"hub"}}, is.Steps[1].If)
	assert.Equal(t, []string{"look"}, is.Steps[2].Gate, "the gate holds the main step")
	assert.Equal(t, "unhook", is.Steps[3].Outcomes[1].To, "what leads back comes to its beginning")
	assert.Equal(t, "unhook", is.Steps[3].Outcomes[1].Then)
	assert.Equal(t, "wheel", work.Steps[2].Outcomes[1].To, "what it was made of stays as it was")
	assert.Len(t, is.Choices, 2)
	twice, err := is.With(map[string]Passage{"out": out})
	require.NoError(t, err)
	assert.Equal(t, is, twice)

	for says, spoilt := range map[string]Procedure{
		"there is no passage":   {Steps: []Step{{ID: "wheel", Use: "home"}}},
		"says no more than":     {Steps: []Step{{ID: "wheel", Use: "out", Do: "By hand."}}},
		"and its choices":       {Steps: []Step{{ID: "wheel", Use: "out", Caution: "Hot."}}},
		"decides both over it ": {Steps: []Step{{ID: "wheel", Use: "out", If: map[string][]string{"gears": {"mech"}}}}},
	} {
		t.Run(says, func(t *testing.T) {
			_, err := spoilt.With(map[string]Passage{"out": out})
			assert.ErrorContains(t, err, says)
		})
	}
	assert.ErrorContains(t, Passage{Steps: []Step{{ID: "a"}}}.Validate(), "main one")
	assert.ErrorContains(t, Passage{Steps: []Step{{Use: "b"}}}.Validate(), "uses no other")
	assert.NoError(t, out.Validate())
}
