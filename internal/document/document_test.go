package document

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"utensil/core/estimate"
)

func TestMoneyHasItsCurrencysDecimals(t *testing.T) {
	// Decimals of ISO 4217: two for GBP and EUR, none for JPY, three for KWD.
	for _, c := range []struct {
		amount estimate.Minor
		code   string
		want   string
	}{
		{1450, "GBP", "£14.50"}, {5, "EUR", "€0.05"}, {0, "USD", "$0.00"}, {1450, "JPY", "¥1450"},
		{1450, "KWD", "KWD 1.450"}, {-250, "GBP", "−£2.50"}, {1450, "??", "1450 ??"},
	} {
		t.Run(fmt.Sprint(c.amount), func(t *testing.T) {
			assert.Equal(t, c.want, Money(c.amount, c.code))
		})
	}
}

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
