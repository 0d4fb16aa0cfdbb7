// Package estimate adds up what a job costs, exactly, in the minor unit of its currency.
package estimate

import (
	"errors"
	"math"
)

// Minor is an amount of money in the minor unit of a currency: pence, cents, or whole
// yen where there is none.
type Minor int64

// Amounts above this are a slip of the finger, and keep sums far from overflow.
const Largest Minor = 100_000_000

// BasisPoints is a share in hundredths of a per cent: 20 % is 2000.
type BasisPoints int

// Tax is how a workshop's prices carry tax.
type Tax struct {
	Rate     BasisPoints `json:"rate_bp" doc:"tax rate in hundredths of a per cent"`
	Included bool        `json:"included" doc:"prices already include the tax"`
}

// Line is one priced line.
type Line struct {
	Labour Minor // for the work
	Parts  []Part
}

// Part is so many of one thing at one price.
type Part struct {
	Name     string `json:"name"`
	Quantity int    `json:"quantity"`
	Price    Minor  `json:"price_minor" doc:"price of one"`
	Stock    string `json:"stock,omitempty" doc:"the drawer of the stores it comes out of"`
}

// Total is what a set of lines comes to.
type Total struct {
	Net   Minor `json:"net_minor"`
	Tax   Minor `json:"tax_minor"`
	Gross Minor `json:"gross_minor" doc:"what the owner pays"`
}

// ErrTooLarge is returned when an amount cannot be meant.
var ErrTooLarge = errors.New("that amount is too large to be a price: check it and type it again")

// Labour is the price of minutes of work at a rate an hour, to the nearest minor unit,
// halves up.
func Labour(minutes int, hourly Minor) Minor {
	return divide(int64(minutes)*int64(hourly), 60)
}

// Sum is the price of a line before any question of tax.
func (l Line) Sum() Minor {
	sum := l.Labour
	for _, p := range l.Parts {
		sum += Minor(p.Quantity) * p.Price
	}
	return sum
}

// Add totals the lines. Tax is worked out once on the whole, so that rounding happens once.
// It returns ErrTooLarge when the lines cannot be prices.
func Add(tax Tax, lines ...Line) (Total, error) { return AddLess(tax, 0, lines...) }

// AddLess totals the lines less an amount that is saved, such as what needs doing only once.
// No more is taken off than the lines come to.
func AddLess(tax Tax, saved Minor, lines ...Line) (Total, error) {
	var sum Minor
	for _, l := range lines {
		s := l.Sum()
		if s < 0 || s > Largest || sum > Largest {
			return Total{}, ErrTooLarge
		}
		sum += s
	}
	sum -= min(max(saved, 0), sum)
	if tax.Included {
		share := divide(int64(sum)*int64(tax.Rate), 10_000+int64(tax.Rate))
		return Total{Net: sum - share, Tax: share, Gross: sum}, nil
	}
	share := divide(int64(sum)*int64(tax.Rate), 10_000)
	return Total{Net: sum, Tax: share, Gross: sum + share}, nil
}

// divide rounds to the nearest whole, halves up; a and b are not negative.
func divide(a, b int64) Minor {
	if a > math.MaxInt64-b {
		return Minor(a / b)
	}
	return Minor((a + b/2) / b)
}
