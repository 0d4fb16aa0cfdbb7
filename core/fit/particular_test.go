package fit_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/fit"
	"utensil/core/measure"
)

var rotor = []fit.Particular{
	{ID: "diameter", Name: "Diameter", Unit: "mm", Least: 100, Most: 246},
	{ID: "mount", Name: "Held by", Words: []string{"six bolts", "centre ring"}},
	{ID: "arms", Name: "Arms", Least: 3, Most: 9},
}

func ExampleSpell() {
	fmt.Println(fit.Spell(rotor, map[string]string{"mount": "centre ring", "diameter": "160", "arms": "6"}))
	// Output: 160 mm, centre ring, 6 arms
}

func TestParticularsAreReadAsTheyAreTyped(t *testing.T) {
	for _, c := range []struct {
		typed string
		of    int
		want  string
	}{
		{"160", 0, "160"}, {"160 mm", 0, "160"}, {"159,9", 0, "159.9"},
		{"6.3 in", 0, "160.02"}, // 1 in = 25.4 mm (ISO 80000-3)
		{"Six Bolts", 1, "six bolts"}, {" 6 ", 2, "6"},
	} {
		t.Run(c.typed, func(t *testing.T) {
			got, err := rotor[c.of].Read(c.typed)
			require.NoError(t, err)
			assert.Equal(t, c.want, got)
		})
	}
}

func TestWhatCannotBeIsRefused(t *testing.T) {
	for _, c := range []struct {
		typed string
		of    int
		says  string
		meant []float64
	}{
		{"16", 0, "Diameter of 16 mm cannot be: it is 100 to 246 mm", []float64{160}},
		{"6.3", 0, "cannot be", []float64{160.02}},
		{"", 0, "", nil}, {"wide", 0, "", nil}, {"-160", 0, "", nil}, {"160 bar", 0, "", nil},
		{"glue", 1, "choose six bolts, centre ring", nil},
		{"5.5", 2, "whole number", nil}, {"6 mm", 2, "whole number", nil},
		{"30", 2, "cannot be: it is 3 to 9", []float64{3}},
	} {
		t.Run(c.typed, func(t *testing.T) {
			_, err := rotor[c.of].Read(c.typed)
			var wrong *measure.FieldError
			require.ErrorAs(t, err, &wrong)
			assert.Equal(t, rotor[c.of].ID, wrong.Field)
			assert.Contains(t, wrong.Problem, c.says)
			if c.meant != nil {
				assert.InDeltaSlice(t, c.meant, wrong.Suggestions, 1e-9)
			}
		})
	}
}

func TestAParticularIsAFigureOrAWord(t *testing.T) {
	for says, p := range map[string]fit.Particular{
		"name":   {ID: "x", Most: 3},
		"both":   {ID: "x", Name: "X", Words: []string{"a"}, Unit: "mm"},
		"unit":   {ID: "x", Name: "X", Unit: "ells", Most: 3},
		"can be": {ID: "x", Name: "X", Unit: "mm", Least: 5, Most: 5},
	} {
		t.Run(says, func(t *testing.T) { assert.ErrorContains(t, p.Validate(), says) })
	}
	for _, p := range rotor {
		require.NoError(t, p.Validate())
	}
}

// What was kept is read again as the same.
func TestWhatIsKeptIsReadAgain(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := rapid.SampledFrom(rotor).Draw(t, "particular")
		some := rapid.SampledFrom([]string{"six bolts", "203", "6.1 in", "140 mm", "7"})
		kept, err := p.Read(rapid.OneOf(some, rapid.String()).Draw(t, "typed"))
		if err != nil {
			return
		}
		again, err := p.Read(kept)
		require.NoError(t, err)
		require.Equal(t, kept, again)
	})
}

func FuzzParticular(f *testing.F) {
	for _, s := range []string{"160", "6.3 in", "six bolts", "", "1e9", "NaN", "٣ mm"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, typed string) {
		for _, p := range rotor {
			if kept, err := p.Read(typed); err == nil {
				assert.NotEmpty(t, kept)
			}
		}
	})
}
