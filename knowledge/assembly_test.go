package knowledge_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/strip"
	"utensil/knowledge"
)

// Each assembly of the book comes apart whole, however it is begun, and goes back in reverse.
func TestEveryAssemblyComesApartAndGoesBack(t *testing.T) {
	for _, a := range shipped(t).Assemblies {
		t.Run(a.ID, func(t *testing.T) {
			rapid.Check(t, func(t *rapid.T) {
				var off []string
				for len(off) < a.Parts.Loose() {
					free := slices.DeleteFunc(slices.Clone(a.Parts), func(p strip.Part) bool {
						return p.Stays || slices.Contains(off, p.ID) || len(a.Parts.Over(p, off)) > 0
					})
					require.NotEmpty(t, free)
					off = append(off, rapid.SampledFrom(free).Draw(t, "next").ID)
				}
				for ; len(off) > 0; off = off[:len(off)-1] {
					require.Equal(t, off[len(off)-1], a.Parts.Back(off))
				}
			})
		})
	}
}

// What takes a rider's weight is looked at for cracks; what is renewed by itself has a place; rubber,
// brakes and sealed units stay out of the washer (common practice, no published source).
func TestAssembliesKeepTheRiderSafe(t *testing.T) {
	book := shipped(t)
	for _, c := range []struct{ assembly, part string }{{"headset-threadless", "stem"}, {"headset-threadless", "fork"},
		{"headset-quill", "stem"}, {"crank-pinch", "left-arm"}, {"crank-taper", "right-arm"},
		{"seat", "post"}, {"seat", "saddle"}} {
		a, known := book.Assembly(c.assembly)
		require.True(t, known)
		p, known := a.Parts.Part(c.part)
		require.True(t, known)
		assert.Equal(t, strip.Crack, p.Feel, "%s of %s", c.part, c.assembly)
	}
	for _, a := range book.Assemblies {
		for _, p := range a.Parts {
			if a.End != "" && (p.Feel == strip.Wear || p.Feel == strip.Sealed) {
				assert.NotEqual(t, strip.Washer, p.Wash, "%s of %s", p.Name, a.Name)
			}
		}
	}
	for _, kind := range book.Kinds {
		assert.GreaterOrEqual(t, len(book.AssembliesOn(kind.Facts)), 4, kind.ID)
		for _, a := range book.AssembliesOn(kind.Facts) {
			shut := strings.HasPrefix(a.ID, "front-hub") && slices.Contains(kind.Facts.Carries, "dynamo")
			assert.False(t, shut, "the dynamo of a %s is not opened as a hub", kind.ID)
		}
	}
}

func TestAnAssemblyOfOnesOwn(t *testing.T) {
	const head = "- id: x\n  name: X\n  about: a\n  top: t\n  bottom: b\n  source: s\n  parts:\n"
	nut := func(more string) string {
		return "    - {id: nut, name: Nut, plain: true, wash: soap, section: [\"0,0 5,0 5,5\"]" + more + "}\n"
	}
	good := nut("")
	book, err := knowledge.Layered(knowledge.Texts{"assemblies/own.yaml": head + good})
	require.NoError(t, err)
	_, known := book.Assembly("x")
	assert.True(t, known)
	for says, part := range map[string]string{
		"no treatment":       nut(", lay: [{with: jam, where: on it, why: sweet}]"),
		"no fastener":        nut(", bolts: [hope]"),
		"no place":           nut(", place: moon"),
		"which not every":    nut(", place: pivots"),
		"no section to draw": "    - {id: nut, name: Nut, plain: true, wash: soap}\n",
		"goes nowhere": good + "    - {id: cup, name: Cup, plain: true, wash: soap, under: " +
			"[ball], section: [\"0,0 5,0 5,5\"]}\n",
		"crosses itself": "    - {id: nut, name: Nut, plain: true, wash: soap, section: [\"0,0 9,9 " +
			"9,0 0,9 4,4\"]}\n",
		"unknown field":       "    - {id: nut, name: Nut, colour: red, plain: true, wash: soap}\n",
		"is no work that is ": good + "  operations: [dream]\n",
		"no prerequisite":     good + "  needs: [tea]\n",
		"name under needs":    strings.Replace(good, "name: Nut", "name: Nut, size: wheel out first", 1),
		"no fastener of it":   nut(", caution: Unscrew its plug"),
		"still tight":         nut(", place: sprockets"),
	} {
		t.Run(says, func(t *testing.T) {
			_, err := knowledge.Layered(knowledge.Texts{"assemblies/own.yaml": head + part})
			require.Error(t, err)
			assert.ErrorContains(t, err, says)
			assert.ErrorContains(t, err, "assemblies/own.yaml:")
		})
	}
}
