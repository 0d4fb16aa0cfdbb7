package fit_test

import (
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/fit"
)

// Pull × ratio ≈ spacing for what is sold together: 2.55 × 1.7 ≈ 4.34 for nine (from memory of
// common practice).
func TestLeverMechAndSprocketsGoTogether(t *testing.T) {
	on := fit.Parts{"shifter": {"pull": "2.55", "speeds": "9"}, "rear-mech": {"ratio": "1.7"},
		"sprockets": {"spacing": "4.34", "count": "9"}}
	for name, c := range map[string]struct {
		place string
		part  set
		want  fit.Verdict
		says  string
	}{
		"a mech of the same family": {"rear-mech", set{"ratio": "1.7"}, fit.Fits, "4.34 mm apart"},
		"a mech for another lever": {"rear-mech", set{"ratio": "1.1"}, fit.DoesNot,
			"No barrel sets that right"},
		"a mech of which nobody says how it moves": {"rear-mech", set{"largest": "36"}, fit.FitsIf, "1.7 mm"},
		"a lever of long pull":                     {"shifter", set{"pull": "3.55"}, fit.DoesNot, "No barrel"},
		"a lever with a click too many": {"shifter", set{"pull": "2.55", "speeds": "10"},
			fit.DoesNot, "10 gears"},
		"sprockets a little closer": {"sprockets", set{"spacing": "4.3", "count": "9"}, fit.Fits, ""},
		"sprockets of another count and spacing": {"sprockets", set{"spacing": "3.6", "count": "9"},
			fit.DoesNot, "off by"},
	} {
		t.Run(name, func(t *testing.T) {
			a := fit.Ask(c.place, c.part, fit.Bike{Facts: tourer, On: on})
			assert.Equal(t, c.want, a.Verdict, a.Reasons)
			assert.Contains(t, a.Says(), c.says)
		})
	}
	alone := fit.Ask("shifter", set{"pull": "2.8"}, fit.Bike{Facts: tourer})
	require.NotEmpty(t, alone.Reasons)
	assert.Equal(t, fit.FitsIf, alone.Verdict)
}

// What is wanted of one of the three by the other two fits.
func TestWhatTheOthersAskForFits(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		pull, ratio := rapid.Float64Range(2, 4).Draw(t, "pull"), rapid.Float64Range(1, 1.9).Draw(t, "ratio")
		on := fit.Parts{"shifter": {"pull": strconv.FormatFloat(pull, 'f', 3, 64)},
			"rear-mech": {"ratio": strconv.FormatFloat(ratio, 'f', 3, 64)}}
		wants := fit.Ask("sprockets", set{}, fit.Bike{Facts: tourer, On: on}).Wants["spacing"]
		require.NotEmpty(t, wants)
		assert.NotEqual(t, fit.DoesNot, fit.Ask("sprockets", set{"spacing": wants},
			fit.Bike{Facts: tourer, On: on}).Verdict)
	})
}
