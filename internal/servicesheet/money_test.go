package servicesheet

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
