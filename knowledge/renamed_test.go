package knowledge_test

import (
	"encoding/json"
	"flag"
	"os"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/knowledge"
)

var recordIDs = flag.Bool("update", false, "add the ids of today to those that ever shipped")

const everShipped = "testdata/ids.json"

// idsOf are the ids of a book that entries rest on; what lies within others by the path to it.
func idsOf(b *knowledge.Book) map[string][]string {
	ids := b.IDs()
	for _, p := range b.Points {
		for _, w := range p.Scale {
			ids["words"] = append(ids["words"], p.ID+": "+w.Word)
		}
	}
	for _, f := range b.Faults {
		for _, c := range f.Causes {
			ids["nested"] = append(ids["nested"], "faults/"+f.ID+"/causes/"+c.ID)
		}
		for _, c := range f.Checks {
			ids["nested"] = append(ids["nested"], "faults/"+f.ID+"/checks/"+c.ID)
		}
	}
	for _, a := range b.Assemblies {
		for _, p := range a.Parts {
			ids["nested"] = append(ids["nested"], "assemblies/"+a.ID+"/parts/"+p.ID)
		}
	}
	return ids
}

// Entries keep the ids that they were written with for ever: each that shipped, since the first
// day, resolves.
func TestEveryIDThatShippedResolves(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	text, err := os.ReadFile(everShipped)
	require.NoError(t, err)
	ever := map[string][]string{}
	require.NoError(t, json.Unmarshal(text, &ever))
	now := idsOf(book)
	if *recordIDs {
		for kind, ids := range now {
			all := append(ever[kind], ids...)
			slices.Sort(all)
			ever[kind] = slices.Compact(all)
		}
		text, err := json.MarshalIndent(ever, "", "")
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(everShipped, append(text, '\n'), 0o644))
	}
	require.Greater(t, len(ever["fasteners"]), 100)
	for kind, ids := range ever {
		for _, id := range ids {
			assert.True(t, book.Resolves(kind, id) || slices.Contains(now[kind], id),
				"%s %q led to something: write in renamed.yaml to what", kind, id)
		}
	}
	for kind, ids := range now {
		for _, id := range ids {
			assert.True(t, slices.Contains(ever[kind], id), "%s %q is new: go test ./knowledge -run EveryID -update",
				kind, id)
		}
	}
}

func TestWhatIsCalledOtherwiseLeadsToWhatItIs(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	r, other := book.Renamed("points", "front-pads", bike.Facts{FrontBrake: "rim_linear"})
	assert.True(t, other)
	assert.Equal(t, "front-rim-pads", r.Is)
	_, other = book.Renamed("points", "front-pads", bike.Facts{FrontBrake: "disc_cable"})
	assert.False(t, other, "a disc's pads are called what they were")
	for text, says := range map[string]string{
		"points, was: stem, is: rear-pads, why: x":                                              "still called so",
		"fasteners, was: steerer-clamp, is: saddle-clamp, why: x":                               "still called so",
		"points, was: front-pads, is: stem, when: {bar: [drop]}, why: x":                        "still called so",
		"points, was: stem, why: given up while it is there: it is read as it was":              "",
		"depths, was: old, why: x":                                                              "",
		"points, was: old, is: nowhere, why: x":                                                 "no \"nowhere\"",
		"depths, was: old, is: tune, why: x":                                                    "can be given up",
		"points, was: old, is: stem":                                                            "and why",
		"points, was: old, is: front-rim-pads, unit: ells, why: x":                              "no unit",
		"points, was: old, is: front-rim-pads, seen: {due: Holder at the rim}, why: x":          "no word",
		"points, was: old, is: front-rim-pads, unit: mm, seen: {due: Worn to the line}, why: x": "",
	} {
		_, err := knowledge.Layered(knowledge.Texts{"renamed.yaml": "- {id: a, kind: " + text + "}"})
		if says == "" {
			assert.NoError(t, err, text)
			continue
		}
		assert.ErrorContains(t, err, says, text)
	}
}
