package knowledge_test

import (
	"strings"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/knowledge"
)

const squeak = `- id: squeak
  name: It squeaks
  said: [squeak]
  source: common practice
  causes:
    - {id: dry, name: Dry, common: common, minutes: 5, remedy: Oil it, why: "Metal on metal."}
    - {id: bent, name: Bent, common: rare, minutes: 9, remedy: Straighten it, why: "It touches."}
  checks:
    - id: wipe
      do: Wipe it.
      minutes: 1
      answers:
        - {say: Dry, if: {dry: usually}, else: rarely}
        - {say: Oily}
    - id: sight
      do: Sight it.
      minutes: 1
      after: [wipe]
      answers:
        - {say: Bent, if: {bent: usually}, else: never}
        - {say: Straight}
`

// A mistake in a file of faults is named with its file and line.
func TestFaultFilesAreChecked(t *testing.T) {
	load := func(text string) error {
		_, err := knowledge.Layered(fstest.MapFS{"faults/own.yaml": {Data: []byte(text)}})
		return err
	}
	require.NoError(t, load(squeak))
	for name, c := range map[string]struct{ old, new, says string }{
		"typo in a cause": {"if: {bent: usually}", "if: {bnet: usually}",
			`faults/own.yaml:20: squeak: sight speaks of "bnet", which is no cause`},
		"typo in a word": {"if: {dry: usually}", "if: {dry: usualy}",
			`faults/own.yaml:13: squeak: "usualy" is no likelihood`},
		"a cycle": {"do: Wipe it.", "do: Wipe it.\n      after: [sight]",
			"squeak: the check wipe comes after itself"},
		"a check before none": {"after: [wipe]", "after: [whipe]",
			`faults/own.yaml:18: squeak: sight comes after "whipe", which is no check`},
		"nothing for the last": {"{say: Dry, if: {dry: usually}, else: rarely}",
			"{say: Dry, if: {dry: always}, else: rarely}\n        - {say: Rusty, if: {dry: rarely}, else: rarely}",
			"faults/own.yaml:9: squeak: the answers of wipe under dry do not add up to 1"},
		"a check for nothing": {"if: {bent: usually}, else: never}", "else: even}",
			"faults/own.yaml:15: squeak: the check sight tells nothing"},
		"no such operation": {"minutes: 9,", "minutes: 9, operation: bend,",
			`squeak: there is no operation "bend"`},
		"no such frequency": {"common: rare", "common: seldom",
			`faults/own.yaml:7: squeak: "seldom" is no frequency`},
		"no such point":         {"after: [wipe]", "point: wing", `there is no point "wing"`},
		"an unknown field":      {"source: common practice", "sauce: common practice", "faults/own.yaml:1"},
		"every answer explains": {"- {say: Oily}", "- {say: Oily, else: rarely}", "the last takes the rest"},
	} {
		t.Run(name, func(t *testing.T) {
			text := strings.Replace(squeak, c.old, c.new, 1)
			require.NotEqual(t, squeak, text, name)
			assert.ErrorContains(t, load(text), c.says, name)
		})
	}
}

// Every complaint can be had by some kind of bike, and still be reasoned with on each.
func TestEveryComplaintCanBeHunted(t *testing.T) {
	b, err := knowledge.Shipped()
	require.NoError(t, err)
	met := map[string]bool{}
	for _, kind := range b.Kinds {
		for _, f := range b.FaultsOn(kind.Facts) {
			hunt, err := f.On(kind.Facts)
			require.NoError(t, err, "%s on %s", f.ID, kind.ID)
			assert.NotEmpty(t, hunt.Model.Start().Next())
			met[f.ID] = true
		}
	}
	assert.Len(t, met, len(b.Faults))
}
