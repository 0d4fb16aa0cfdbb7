package estimate_test

import (
	"math/big"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/estimate"
)

func TestLabourRoundsHalvesUp(t *testing.T) {
	assert.EqualValues(t, 2400, estimate.Labour(30, 4800))
	assert.EqualValues(t, 1, estimate.Labour(1, 30), "half a penny goes up")
	assert.EqualValues(t, 0, estimate.Labour(1, 29))
}

func TestAdd(t *testing.T) {
	lines := []estimate.Line{
		{Labour: 1999, Parts: []estimate.Part{{Name: "pads", Quantity: 2, Price: 1450}}},
		{Labour: 333},
	}
	on, err := estimate.Add(estimate.Tax{Rate: 2000}, lines...)
	require.NoError(t, err)
	assert.Equal(t, estimate.Total{Net: 5232, Tax: 1046, Gross: 6278}, on, "0.2 × 52.32 = 10.464")
	in, err := estimate.Add(estimate.Tax{Rate: 2000, Included: true}, lines...)
	require.NoError(t, err)
	assert.Equal(t, estimate.Total{Net: 4360, Tax: 872, Gross: 5232}, in)
	_, err = estimate.Add(estimate.Tax{}, estimate.Line{Labour: estimate.Largest + 1})
	assert.ErrorIs(t, err, estimate.ErrTooLarge)
}

func TestTotalsAreExact(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		tax := estimate.Tax{Rate: estimate.BasisPoints(rapid.IntRange(0, 10_000).Draw(t, "rate")),
			Included: rapid.Bool().Draw(t, "included")}
		var lines []estimate.Line
		for range rapid.IntRange(0, 20).Draw(t, "lines") {
			lines = append(lines, estimate.Line{Labour: estimate.Minor(rapid.IntRange(0, 1_000_000).Draw(t, "labour"))})
		}
		total, err := estimate.Add(tax, lines...)
		if err != nil {
			t.Fatal(err)
		}
		if total.Net+total.Tax != total.Gross {
			t.Fatalf("%+v does not add up", total)
		}
		// The tax is within half a minor unit of the exact rational figure.
		exact := new(big.Rat).Mul(big.NewRat(int64(total.Net), 1), big.NewRat(int64(tax.Rate), 10_000))
		if tax.Included {
			exact = new(big.Rat).Mul(big.NewRat(int64(total.Gross), 1),
				big.NewRat(int64(tax.Rate), 10_000+int64(tax.Rate)))
		}
		off := new(big.Rat).Sub(exact, big.NewRat(int64(total.Tax), 1))
		if off.Abs(off).Cmp(big.NewRat(1, 2)) > 0 {
			t.Fatalf("tax %d is %s from exact", total.Tax, off.FloatString(4))
		}
	})
}
