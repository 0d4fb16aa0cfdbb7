package servicesheet

import (
	"fmt"
	"strconv"
	"strings"

	"golang.org/x/text/currency"

	"utensil/core/estimate"
)

// Money prints an amount with its currency's symbol and decimals: "£14.50".
func Money(amount estimate.Minor, code string) string {
	unit, err := currency.ParseISO(code)
	if err != nil {
		return fmt.Sprintf("%d %s", amount, code)
	}
	decimals, _ := currency.Standard.Rounding(unit)
	digits := strconv.FormatInt(int64(max(amount, -amount)), 10)
	if len(digits) <= decimals {
		digits = strings.Repeat("0", decimals+1-len(digits)) + digits
	}
	text := digits[:len(digits)-decimals]
	if decimals > 0 {
		text += "." + digits[len(digits)-decimals:]
	}
	symbol := fmt.Sprint(currency.NarrowSymbol(unit))
	if symbol == code {
		symbol += " "
	}
	if amount < 0 {
		symbol = "−" + symbol
	}
	return symbol + text
}
