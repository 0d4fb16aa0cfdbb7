package apart_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/apart"
	"utensil/knowledge"
)

type typed = map[string]string

func TestSumsOfAnAssembly(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	for _, c := range []struct {
		name string
		in   apart.SumQuestion
		says string
		more string
	}{
		{"spacers", apart.SumQuestion{What: "stack",
			Figures: typed{"steerer_mm": "53,0", "stem_mm": "40"}}, "Spacers 10 + 5 mm", "cap first"},
		{"a steerer too short", apart.SumQuestion{What: "stack", Figures: typed{"steerer_mm": "30", "stem_mm": "40"}},
			"the clamp is not filled", ""},
		// 1 mm at a rim of 311 mm, rows 60 mm apart: 1 × 30 / 311 = 0.096 mm, of a pitch of 1 mm 35 degrees.
		{"play", apart.SumQuestion{What: "play", Figures: typed{"rim": "1", "radius": "311", "pitch": "1"}},
			"0.10 mm at the bearings: 35 degrees", "A full turn moves a cone by 1 mm"},
		// ISO 6696 (from memory): 1.37 × 24, the drive side's thread left-hand.
		{"a threaded shell", apart.SumQuestion{What: "shell",
			Figures: typed{"width": "68.2", "bore": "33.5"}, Ticks: []string{"thread"}},
			// 35 × 1 has the same width, and 0.3 mm more
			"1.37 in × 24, 68 mm", "these figures do not tell which way it turns"},
		{"a wider threaded shell", apart.SumQuestion{What: "shell",
			Figures: typed{"width": "73", "bore": "33.5"}, Ticks: []string{"thread"}},
			"1.37 in × 24, 73 mm", "Drive side: LEFT-hand thread"},
		{"the other thread", apart.SumQuestion{What: "shell",
			Figures: typed{"width": "70", "bore": "34.8"}, Ticks: []string{"thread"}},
			"36 mm × 24", "right-hand thread, as on the left"},
		{"a pressed shell", apart.SumQuestion{What: "shell", Figures: typed{"width": "92", "bore": "41"}},
			"pressed, 41 mm bore, 92 mm", "no thread"},
		{"no shell", apart.SumQuestion{What: "shell", Figures: typed{"width": "120", "bore": "41"}},
			"None of ours", ""},
		{"an arm", apart.SumQuestion{What: "clearance", Figures: typed{"rest": "0.5", "flexed": "0.1"}},
			"too little", ""},
		// By hand: 28.6 / 2 + 34 = 48.3 mm in front, 135 / 2 - 24 = 43.5 mm behind; 4.8 mm out
		// are two spacers of 2.5 mm, or an axle 9.6 mm shorter.
		{"a chain's line", apart.SumQuestion{What: "line",
			Figures: typed{"tube": "28.6", "ring": "34", "over": "135", "locknut": "24"},
			Ticks:   []string{"mech"}}, "4.8 mm too far out",
			"2 spacers of 2.5 mm from under the right cup to under the left one"},
		{"a line a mech bears", apart.SumQuestion{What: "line",
			Figures: typed{"tube": "28.6", "ring": "31.2", "over": "135", "locknut": "24"},
			Ticks:   []string{"mech"}}, "in line", ""},
		{"a line one sprocket does not bear",
			apart.SumQuestion{What: "line", Figures: typed{"tube": "28.6", "ring": "27.2", "over": "135",
				"locknut": "24"}}, "2 mm too far in",
			"1 spacer of 2.5 mm from under the left cup to under the right one"},
		{"bushes", apart.SumQuestion{What: "knock", Ticks: []string{"straight"}}, "The fork's bushes", ""},
		{"a headset", apart.SumQuestion{What: "knock", Ticks: []string{"straight", "turned"}}, "The headset", ""},
		{"both", apart.SumQuestion{What: "knock", Ticks: []string{"straight", "turned", "legs"}},
			"preload the headset first", "Pinch the joint"},
		{"no knock", apart.SumQuestion{What: "knock"}, "Nothing knocks", ""},
		{"a press fit", apart.SumQuestion{What: "press", Figures: typed{"bore": "40.96", "outside": "41"}},
			"A light press", ""},
	} {
		t.Run(c.name, func(t *testing.T) {
			sum, err := apart.Reckon(book, c.in)
			require.NoError(t, err)
			assert.Contains(t, sum.Says, c.says)
			if c.more != "" {
				assert.Contains(t, sum.More[0]+sum.More[len(sum.More)-1], c.more)
			}
		})
	}
	for says, in := range map[string]apart.SumQuestion{
		"no sum":         {What: "luck"},
		"cannot be":      {What: "play", Figures: typed{"rim": "40", "radius": "311", "pitch": "1"}},
		"smaller than":   {What: "clearance", Figures: typed{"rest": "1", "flexed": "3"}},
		"“far”":          {What: "press", Figures: typed{"bore": "far", "outside": "41"}},
		"is one of them": {What: "press", Figures: typed{"bore": "30", "outside": "41"}},
		"10 to 350":      {What: "stack", Figures: typed{"steerer_mm": "1", "stem_mm": "40"}},
	} {
		t.Run(says, func(t *testing.T) {
			_, err := apart.Reckon(book, in)
			assert.ErrorContains(t, err, says)
		})
	}
}
