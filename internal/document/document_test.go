package document

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestLinesAreDrawnInTheOrderSeen(t *testing.T) {
	// Unicode UAX #9: a right-to-left run is drawn from its end; figures within keep theirs.
	for given, want := range map[string]string{
		"plain":        "plain",
		"רות":          "תור",
		"Job 7 רות גל": "Job 7 לג תור",
		"🚲 ok":         "□ ok",
		"a\u200db":     "ab",
		"李 𝔄":          "□ □",
	} {
		t.Run(given, func(t *testing.T) {
			assert.Equal(t, want, visual(given), given)
		})
	}
}

func FuzzVisual(f *testing.F) {
	f.Add("Job 7 רות (גל) 12")
	f.Add("\u202e\u2066a\u2069\xff")
	f.Fuzz(func(t *testing.T, line string) {
		for _, r := range visual(line) {
			if r > 0xFFFF {
				t.Fatalf("%q would not print: %U", line, r)
			}
		}
	})
}
