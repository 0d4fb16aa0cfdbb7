package tyre_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/tyre"
)

func seats(t *testing.T, marking string) (all []int) {
	t.Helper()
	sizes, err := tyre.Read(marking)
	require.NoError(t, err, marking)
	for _, s := range sizes {
		all = append(all, s.Seat)
	}
	return all
}

// Bead seats of ISO 5775 (622, 584, 571, 559, 507, 451, 406, 355, 349, 305), and what older names
// stand for (values from memory of its annex).
func TestMarkings(t *testing.T) {
	for marking, want := range map[string][]int{
		"37-622": {622}, "ETRTO 37 - 622 (28x1.40)": {622}, "47–584": {584}, "700x35C": {622},
		"700 × 28": {622}, "700C": {622},
		"650 x 47 B": {584}, "650b": {584}, "650x47": {584, 571}, "650 x 23": {571, 584},
		"650A": {590}, "700x38B": {635}, "29 x 2.25": {622}, `27,5 x 2,35`: {584}, `26"x2.10`: {559},
		"26 x 1.75": {559}, "26 x 1 3/4": {571}, "26×1¾": {571}, "26 x 1 3/8": {590},
		"26 x 1 1/2": {584}, "26 x 1.5": {559}, "26 x 1 1/4": {597},
		"27 x 1 1/4": {630}, "28 x 1 1/2": {635}, "28 x 1 5/8 x 1 3/8": {622}, "28 x 1.75": {622},
		"20 x 1.75": {406}, "20 x 1 1/8": {451},
		"16 x 1 3/8": {349}, "16 x 1.75": {305}, "18 x 1.75": {355}, "24 x 1.75": {507},
		"24 x 1 3/8": {540}, "12½ x 2¼": {203},
		"12 1/2 x 2 1/4 (62-203)": {203},
		"20 x 1 3/8":              {451, 438}, // one name, two tyres
	} {
		t.Run(marking, func(t *testing.T) { assert.Equal(t, want, seats(t, marking)) })
	}
	sizes, err := tyre.Read("700x35C")
	require.NoError(t, err)
	assert.Equal(t, tyre.Size{Seat: 622, Width: 35, As: "35-622"}, sizes[0])
}

func TestMarkingsThatNobodyCanRead(t *testing.T) {
	for _, marking := range []string{"", "R12", "37-621", "5-622", "kevlar", "26", "26 x 9 9/9",
		"700x350C", "27 x 1.25.3.4 ×", "26 × 1 1/0"} {
		_, err := tyre.Read(marking)
		assert.ErrorContains(t, err, "two numbers with a dash", marking)
	}
}

// What is written in the metric way is read as it is, whatever stands around it.
func TestMetricMarkingsAreExact(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		width := rapid.IntRange(18, 110).Draw(t, "width")
		seat := rapid.SampledFrom([]int{622, 584, 571, 559, 507, 451, 406, 355, 349, 305}).Draw(t, "seat")
		sizes, err := tyre.Read(fmt.Sprintf("%s %d-%d 60 TPI",
			rapid.StringMatching(`[a-z ]{0,12}`).Draw(t, "before"), width, seat))
		require.NoError(t, err)
		assert.Equal(t, []tyre.Size{{Seat: seat, Width: float64(width), As: fmt.Sprintf("%d-%d", width, seat)}}, sizes)
	})
}

func FuzzRead(f *testing.F) {
	f.Add("26 x 1 3/8")
	f.Fuzz(func(t *testing.T, marking string) {
		sizes, err := tyre.Read(marking)
		assert.Equal(t, err != nil, len(sizes) == 0)
		for _, s := range sizes {
			assert.True(t, s.Seat >= 200 && s.Seat <= 650 && (s.Width == 0 || s.Width >= 16 && s.Width <= 130))
		}
	})
}
