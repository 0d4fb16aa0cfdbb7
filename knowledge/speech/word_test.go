package speech

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestWhatIsNotWrittenIsRefused(t *testing.T) {
	vernier := Word{ID: "vernier", Write: "vernier", Not: []string{"calliper", "callipers"},
		Why: "a caliper is a brake"}
	gap := Word{ID: "o-ring", Write: "O-ring", Not: []string{"ring on the stanchion"},
		But: []string{"O-ring on the stanchion"},
		Why: "it is one"}
	for text, says := range map[string]string{
		"Calliper across both faces.":          "“calliper” is not written: vernier",
		"Caliper across both mounts.":          "",
		"Read the ring on the stanchion.":      "“ring on the stanchion” is not written: O-ring",
		"Read the O-ring on the stanchion.":    "",
		"A scalliper is no word that we know.": "",
	} {
		t.Run(text, func(t *testing.T) {
			err := Unwritten(text, []Word{vernier, gap})
			if says == "" {
				assert.NoError(t, err)
				return
			}
			assert.ErrorContains(t, err, says)
		})
	}
	assert.Error(t, Word{Write: "vernier", Not: []string{"vernier"}, Why: "itself"}.Validate())
	assert.Error(t, Word{Write: "vernier", Not: []string{"Calliper"}, Why: "not small"}.Validate())
	assert.NoError(t, vernier.Validate())
}
