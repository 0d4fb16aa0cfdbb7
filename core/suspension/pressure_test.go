package suspension_test

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/measure"
	"utensil/core/suspension"
)

var day = time.Date(2026, 1, 1, 0, 0, 0, 0, time.UTC)

func psi(v float64) float64 { return measure.PoundPerSquareInch.ToBase(v) }

func TestGasLaw(t *testing.T) {
	// Ideal gas at constant volume: 175 psi at 22 °C is 162.1 psi at 2 °C with an atmosphere of
	// 14.696 psi (101.325 kPa, ISO 2533).
	set := suspension.Reading{At: day, Bar: psi(175), Celsius: 22}
	assert.InDelta(t, psi(162.1), set.AtTemperature(2), psi(0.05))

	// The trade's question: left at 175 psi, found at 145 psi after the winter.
	found := suspension.Reading{At: day.AddDate(0, 0, 90), Bar: psi(145), Celsius: 2}
	loss, err := suspension.Between(set, found)
	require.NoError(t, err)
	assert.InDelta(t, psi(30), loss.Lost, 1e-9)
	assert.InDelta(t, psi(12.9), loss.Cold, psi(0.05))
	assert.InDelta(t, psi(17.1), loss.Leaked, psi(0.05))
	assert.InDelta(t, math.Log(162.1/145)/90, loss.Rate, 1e-5)
	days := loss.Until(found, psi(130))
	assert.InDelta(t, psi(130), found.Bar*math.Exp(-loss.Rate*days), 1e-9)
	assert.Zero(t, loss.Until(found, psi(150)))
}

func TestNothingLeaksThatIsOnlyCold(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		// warmed, it stays within what is taken
		first := suspension.Reading{At: day, Bar: rapid.Float64Range(0.5, 22).Draw(t, "bar"),
			Celsius: rapid.Float64Range(-20, 40).Draw(t, "warm")}
		second := suspension.Reading{At: day.AddDate(0, 0, 30), Celsius: rapid.Float64Range(-20, 40).Draw(t, "cold")}
		second.Bar = first.AtTemperature(second.Celsius)
		if second.Bar < 0 {
			return
		}
		loss, err := suspension.Between(first, second)
		if err != nil || math.Abs(loss.Leaked) > 1e-9 || math.Abs(loss.Lost-loss.Cold-loss.Leaked) > 1e-9 {
			t.Fatalf("%+v %v", loss, err)
		}
	})
}

func TestWhatCannotBeMeasuredIsRefused(t *testing.T) {
	good := suspension.Reading{At: day, Bar: 5, Celsius: 20}
	for _, bad := range []suspension.Reading{{Bar: -1, Celsius: 20}, {Bar: 50, Celsius: 20}, {Bar: 5, Celsius: 90},
		{Bar: math.NaN(), Celsius: 20}} {
		_, err := suspension.Between(good, bad)
		assert.ErrorIs(t, err, suspension.ErrNoReading)
	}
}
