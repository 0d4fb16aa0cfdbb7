package wear_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/measure"
	"utensil/core/wear"
)

// rule is a chain measured by a wear gauge in per cent, or along a steel rule: full links of two
// pitches of 12.7 mm (ISO 9633).
var rule = wear.Gauge{Unit: "%", Places: 3, Over: &wear.Over{Piece: 25.4, Pieces: []int{12, 24}, Name: "links"}}

func TestALengthIsReadAsElongation(t *testing.T) {
	for typed, want := range map[string]float64{
		"306.1 mm":   0.427,                                   // (306.1 / 304.8 − 1) · 100, 12 links of 25.4 mm nominal
		"612.9 mm":   0.541,                                   // (612.9 / 609.6 − 1) · 100
		"12 1/16":    -1,                                      // of what? a slash parts two figures
		"12 1/16 in": 0.521, "12 1/16\" over 12 links": 0.521, // check-values, 0.52 %
		"304.8 mm": 0, "0.4": 0.4, "0,5 %": 0.5,
		"306.1 mm over 12 links": 0.427, "612.9mm over 24": 0.541,
		"304.5 mm":   0,     // a new chain is no shorter than new
		"12.0625 in": 0.521, // 1/16 in more over 12 in: check-values, 0.52 %
		"306.1":      -1, "250 mm": -1, "306.1 mm over 13": -1, "306.1 mm over 24 links": -1, "3 bar": -1,
	} {
		t.Run(typed, func(t *testing.T) {
			got, err := rule.Read(typed)
			if want < 0 {
				assert.Error(t, err, typed)
				return
			}
			require.NoError(t, err, typed)
			assert.InDelta(t, want, got[0].Base, 5e-4, typed)
		})
	}
	several, err := rule.Read("306.1 mm/0.3/305.2 mm")
	require.NoError(t, err)
	assert.Len(t, several, 3)
	_, err = rule.Read("1/2/3/4")
	assert.Error(t, err)
}

// A bare length is no slip of the decimal point: 306.1 is never 0.306 %.
func TestABareLengthAsksForItsUnit(t *testing.T) {
	_, err := rule.Read("306.1")
	var figure *measure.FieldError
	require.ErrorAs(t, err, &figure)
	assert.Equal(t, []float64{0.427}, figure.Suggestions)
	assert.Contains(t, figure.Problem, "306.1 mm")
}

func TestWhateverIsTypedReadsOrSaysWhy(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		share := rapid.Float64Range(0, 2.5).Draw(t, "share")
		n := rapid.SampledFrom([]int{12, 24}).Draw(t, "links")
		typed := measure.Format(25.4*float64(n)*(1+share/100)) + " mm"
		got, err := rule.Read(typed)
		if err != nil || got[0].Base < share-0.001 || got[0].Base > share+0.001 {
			t.Fatalf("%s: %v %v, want %g", typed, got, err, share)
		}
	})
}

func TestSidesThatDifferAskWhyFirst(t *testing.T) {
	// Common practice, no published source: 0.8 beside 2.1 is due, and its cause comes first.
	pads := wear.Gauge{Unit: "mm", Sides: []string{"left", "right"}, Apart: 0.5, ApartMeans: "a sticking piston"}
	limit := wear.Variant{Limit: pad}
	due := pads.Uneven(limit.Judge(0.8, "mm", "Replace the pads"), []float64{0.8, 2.1})
	assert.Equal(t, wear.Due, due.Mark)
	assert.Contains(t, due.Next, "Find out why before new ones go in.")
	assert.Equal(t, []string{wear.Uneven, "due"}, due.Seen, "both are to be settled")
	thick := pads.Uneven(limit.Judge(2.0, "mm", "Replace the pads"), []float64{2.0, 2.8})
	assert.Equal(t, wear.Due, thick.Mark)
	assert.Equal(t, []string{wear.Uneven}, thick.Seen, "new pads do not cure it")
	assert.Equal(t, []string{"sound"}, pads.Uneven(limit.Judge(2.0, "mm", ""), []float64{2.0, 2.2}).Seen)
}

func FuzzChainFigures(f *testing.F) {
	for _, s := range []string{"306.1 mm over 12 links", "0.5/0.4", "over 12", "1e9 mm", "−3 in over 999"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, typed string) {
		figures, err := rule.Read(typed)
		for _, got := range figures {
			if err == nil && got.Base < 0 {
				t.Fatalf("%q reads %g", typed, got.Base)
			}
		}
	})
}
