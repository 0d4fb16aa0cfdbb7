package measure_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/measure"
)

func TestSeveralFigures(t *testing.T) {
	for typed, want := range map[string][]float64{
		"1.62":            {1.62},
		"1,62/1.58; 1.6":  {1.62, 1.58, 1.6},
		"1.5 mm / 0.06in": {1.5, 1.524},
		" 3 / 2 ":         {3, 2},
	} {
		t.Run(typed, func(t *testing.T) {
			figures, err := measure.ParseFigures(typed, measure.Millimetre, 3)
			require.NoError(t, err, typed)
			var got []float64
			for _, f := range figures {
				got = append(got, f.Base)
			}
			assert.InDeltaSlice(t, want, got, 1e-9, typed)
		})
	}
	for typed, says := range map[string]string{
		"":            "Type a figure",
		"/":           "is not a figure",
		"1/2/3/4":     "at most 3",
		"1/thick":     "is not a figure",
		"1 / 2 N·m":   "does not fit here",
		"1/-2":        "below zero",
		"1.2.3 / 1.2": "is not a figure",
	} {
		t.Run(typed, func(t *testing.T) {
			_, err := measure.ParseFigures(typed, measure.Millimetre, 3)
			assert.ErrorContains(t, err, says, typed)
		})
	}
	_, err := measure.ParseFigures("1/2", measure.Millimetre, 1)
	assert.ErrorContains(t, err, "One figure is enough")
}

func TestDistancesInMiles(t *testing.T) {
	// 1 mi = 1.609344 km exactly (NIST SP 811, B.8).
	f, err := measure.ParseFigure("4120 mi", measure.Kilometre)
	require.NoError(t, err)
	assert.InDelta(t, 4120*1.609344, f.Base, 1e-9)
}

// Any text is so many figures, none below zero, or an error that says what to do.
// A slash parts two figures; where they are inches it may be a fraction.
func TestASlashInInchesIsAFraction(t *testing.T) {
	for typed, want := range map[string]int{"1.62/1.58": 2, "12 1/16 in": 1, "2/1 in": 2} {
		figures, err := measure.ParseFigures(typed, measure.Millimetre, 3)
		require.NoError(t, err, typed)
		assert.Len(t, figures, want, typed)
	}
}

// A whole number with a fraction is no two figures: what is said of it speaks of all of it.
func TestAFractionOfNothingIsSaidToBeOne(t *testing.T) {
	_, err := measure.ParseFigures("12 1/16", measure.Millimetre, 3)
	require.ErrorContains(t, err, "“12 1/16 in”")
}

func FuzzParseFigures(f *testing.F) {
	f.Add("1.62/1,58", 3)
	f.Add("//;", 2)
	f.Fuzz(func(t *testing.T, typed string, most int) {
		figures, err := measure.ParseFigures(typed, measure.Millimetre, most%8)
		if err != nil {
			if !strings.HasSuffix(err.Error(), ".") {
				t.Fatalf("%q is no sentence", err)
			}
			return
		}
		for _, one := range figures {
			if one.Base < 0 || len(figures) > most%8 {
				t.Fatalf("%v from %q, at most %d", figures, typed, most)
			}
		}
	})
}
