package knowledge

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Common caution, no source: what can be crushed, dropped or burn is said before anybody touches it.
func TestWhatIsSaidOfABike(t *testing.T) {
	book, err := Shipped()
	require.NoError(t, err)
	for kind, want := range map[string][2]string{
		"road":           {"check_in", "no clamp on any of its tubes"},
		"electric_trail": {"check_in", "swollen, hot or dented is not charged"},
		"cargo":          {"stand", "Two people lift it"},
		"roadster":       {"stand", "never by a tube"},
		"commuter":       {"hand_over", "The maker's manual"},
	} {
		f := book.Kinds[0].Facts
		for _, k := range book.Kinds {
			if k.ID == kind {
				f = k.Facts
			}
		}
		if kind == "road" {
			f.Material = "carbon"
		}
		var said []string
		for _, c := range book.CautionsFor(f) {
			assert.NotEmpty(t, c.Where, "%s is said of work alone: no screen of a bike has a place for it", c.ID)
			for _, where := range c.Where {
				said = append(said, where+": "+c.Says)
			}
		}
		assert.Contains(t, strings.Join(said, "\n"), want[1], kind)
		assert.Regexp(t, "(?m)^"+want[0]+": .*"+want[1], strings.Join(said, "\n"), kind)
	}
	_, err = Layered(Texts{"cautions.yaml": "- {id: own, where: [kitchen], says: so, source: ours}"})
	require.ErrorContains(t, err, "cautions.yaml:1: own: \"kitchen\" is no place")
}

// Whoever begins work with a press, a cleaner or fluid is told so, whatever the guide itself says.
func TestWorkSaysWhatItIsDoneWith(t *testing.T) {
	book, err := Layered()
	require.NoError(t, err)
	for id, says := range map[string]string{"hub-bearings-rear": "throws splinters", "drum-front": "Air the room",
		"bleed-push-rear": "rinse with water", "drive-wash": "no flame"} {
		p, known := book.GuidedWork(id)
		require.True(t, known, id)
		assert.Contains(t, p.Caution, says, id)
	}
	p, _ := book.GuidedWork("true-rear")
	assert.NotContains(t, p.Caution, "splash")
}
